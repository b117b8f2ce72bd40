package shop

import (
	"context"
	"net"
	"net/url"
	"strings"

	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// ShopView is what holds for the shop as a whole.
type ShopView struct {
	// PublicURL is the address under which Ledge is reached from elsewhere, for the codes on papers
	// and for links; empty where nobody said one. Fixed tells that it was given when Ledge was
	// started.
	PublicURL string `json:"public_url"`
	Fixed     bool   `json:"fixed"`
	Version   int64  `json:"version"`
	// Unit is what new jobs and cards begin in; empty where nobody said one.
	Unit unit.System `json:"unit,omitempty"`
	// Empty tells that there never was a job, Sample that the jobs of the sample shop are there.
	Empty  bool `json:"empty"`
	Sample bool `json:"sample"`
	// Troubles are what somebody has to see to: a full disk, a copy that failed.
	Troubles []db.Trouble `json:"troubles"`
}

// Shop is what holds for the shop as a whole.
func (a *Application) Shop(ctx context.Context) (ShopView, error) {
	address, version, err := a.store.Setting(ctx, office.PublicURL)
	if err != nil {
		return ShopView{}, err
	}
	if a.public != "" {
		address = a.public
	}
	system, _, err := a.store.Setting(ctx, office.Unit)
	if err != nil {
		return ShopView{}, err
	}
	any, sample, err := a.store.AnyJobs(ctx)
	return ShopView{address, a.public != "", version, unit.System(system), !any, sample, a.store.Troubles()}, err
}

// SetPublicURL says under which address Ledge is reached from elsewhere; version is the one that was changed.
func (a *Application) SetPublicURL(ctx context.Context, text string, version int64) error {
	address, sentence := PublicURL(text)
	if sentence != "" {
		return refuse("public_url", sentence)
	}
	return a.store.SetSetting(ctx, office.PublicURL, address, version)
}

func (a *Application) publicURL(ctx context.Context) (string, error) {
	if a.public != "" {
		return a.public, nil
	}
	address, _, err := a.store.Setting(ctx, office.PublicURL)
	return address, err
}

// PublicURL is an address in its plain form, or a sentence that says why it is none that others can reach.
func PublicURL(text string) (address, sentence string) {
	text = strings.TrimRight(strings.TrimSpace(text), "/")
	if text == "" {
		return "", ""
	}
	u, err := url.Parse(text)
	switch {
	case err != nil || u.Scheme != "http" && u.Scheme != "https" || u.Hostname() == "" || u.RawQuery != "" ||
		u.Fragment != "" || u.User != nil:
		return "", words.Told("refuse.address")
	case isLoopback(u.Hostname()):
		return "", words.Told("refuse.address_here")
	}
	return text, ""
}

func isLoopback(host string) bool {
	if strings.EqualFold(host, "localhost") || strings.HasSuffix(strings.ToLower(host), ".localhost") {
		return true
	}
	ip := net.ParseIP(host)
	return ip != nil && (ip.IsLoopback() || ip.IsUnspecified())
}
