// Package settings is what holds for the shop as a whole: its address, unit, rates, and how its papers write.
package settings

import (
	"context"
	"net"
	"net/url"
	"strings"

	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// Settings are those in an office.
type Settings struct {
	office *office.Office
	// public is the address that Ledge was started with; the shop's own setting where empty.
	public string
}

// Of are the settings in an office, with the public address that Ledge was started with.
func Of(o *office.Office, public string) *Settings { return &Settings{o, public} }

// Address is under which address Ledge is reached from elsewhere, with the version of that setting; fixed tells that it
// was given when Ledge was started.
func (a *Settings) Address(ctx context.Context) (address string, fixed bool, version int64, err error) {
	address, version, err = a.office.Setting(ctx, office.PublicURL)
	if a.public != "" {
		address = a.public
	}
	return address, a.public != "", version, err
}

// Public is under which address Ledge is reached from elsewhere; empty where nobody said one.
func (a *Settings) Public(ctx context.Context) (string, error) {
	address, _, _, err := a.Address(ctx)
	return address, err
}

// Unit is what new jobs and cards begin in; empty where nobody said one.
func (a *Settings) Unit(ctx context.Context) (unit.System, error) {
	system, _, err := a.office.Setting(ctx, office.Unit)
	return unit.System(system), err
}

// SetPublicURL says under which address Ledge is reached from elsewhere; version is the one that was changed.
func (a *Settings) SetPublicURL(ctx context.Context, text string, version int64) error {
	address, sentence := PublicURL(text)
	if sentence != "" {
		return refuse.At("public_url", sentence)
	}
	return a.office.SetSetting(ctx, office.PublicURL, address, version)
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

// SetUnit says in which unit new jobs and cards begin.
func (a *Settings) SetUnit(ctx context.Context, system unit.System) error {
	_, version, err := a.office.Setting(ctx, office.Unit)
	if err != nil {
		return err
	}
	return a.office.SetSetting(ctx, office.Unit, string(system), version)
}
