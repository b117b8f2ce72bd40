package httpapi

import (
	"context"
	"net"
	"net/http"
	"net/url"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/store"
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
	// Troubles are what somebody has to see to: a full disk, a copy that failed.
	Troubles []store.Trouble `json:"troubles"`
}

type shopOutput struct {
	ETag string `header:"ETag"`
	Body ShopView
}

func (a resources) shop(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "get-shop", Method: http.MethodGet,
		Path: "/api/v1/shop", Summary: "What holds for the shop as a whole"},
		func(ctx context.Context, _ *struct{}) (*shopOutput, error) { return a.shopView(ctx) })
	register(api, store.Decider, huma.Operation{OperationID: "set-shop", Method: http.MethodPut,
		Path: "/api/v1/shop", Summary: "Say under which address Ledge is reached from elsewhere"},
		func(ctx context.Context, in *struct {
			IfMatch string `header:"If-Match" required:"true" doc:"the version that was changed"`
			Body    struct {
				PublicURL string `json:"public_url" maxLength:"200"`
			}
		}) (*shopOutput, error) {
			version, err := versionOf(in.IfMatch)
			if err != nil {
				return nil, err
			}
			address, sentence := PublicURL(in.Body.PublicURL)
			if sentence != "" {
				return nil, refuse("public_url", sentence)
			}
			if err := a.store.SetSetting(ctx, store.PublicURL, address, version); err != nil {
				return nil, a.fail(ctx, err)
			}
			return a.shopView(ctx)
		})
}

func (a resources) shopView(ctx context.Context) (*shopOutput, error) {
	address, version, err := a.store.Setting(ctx, store.PublicURL)
	if err != nil {
		return nil, a.fail(ctx, err)
	}
	if a.public != "" {
		address = a.public
	}
	return &shopOutput{etag(version), ShopView{address, a.public != "", version, a.store.Troubles()}}, nil
}

func (a resources) publicURL(ctx context.Context) (string, error) {
	if a.public != "" {
		return a.public, nil
	}
	address, _, err := a.store.Setting(ctx, store.PublicURL)
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
