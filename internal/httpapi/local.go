package httpapi

import (
	"context"
	"net/http"
	"slices"
	"time"
	_ "time/tzdata" // a machine without time zones of its own has these

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/store"
	"ledge/internal/words"
)

// LocalView is how the shop's papers write dates, times and money.
type LocalView struct {
	Locale string `json:"locale" doc:"as en-GB"`
	// TimeZone is empty where that of the machine holds, which Ledge runs on.
	TimeZone string `json:"time_zone" doc:"as Europe/London"`
	// Locales are those to choose from.
	Locales []string `json:"locales"`
	// Example is this moment as a paper has it.
	Example string `json:"example"`
	Version int64  `json:"version"`
}

type localOutput struct {
	ETag string `header:"ETag"`
	Body LocalView
}

func (a resources) locals(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "get-local", Method: http.MethodGet,
		Path: "/api/v1/shop/local", Summary: "How papers write dates, times and money"},
		func(ctx context.Context, _ *struct{}) (*localOutput, error) { return a.localView(ctx) })
	register(api, store.Decider, huma.Operation{OperationID: "set-local", Method: http.MethodPut,
		Path: "/api/v1/shop/local", Summary: "Choose how papers write dates, times and money"},
		func(ctx context.Context, in *struct {
			IfMatch string `header:"If-Match" required:"true" doc:"the version that was changed"`
			Body    struct {
				Locale   string `json:"locale" maxLength:"20"`
				TimeZone string `json:"time_zone" maxLength:"60"`
			}
		}) (*localOutput, error) {
			version, err := versionOf(in.IfMatch)
			if err != nil {
				return nil, err
			}
			if !slices.Contains(words.Locales(), in.Body.Locale) {
				return nil, refuse("locale", words.Told("refuse.locale"))
			}
			if _, err := time.LoadLocation(in.Body.TimeZone); err != nil || in.Body.TimeZone == "Local" {
				return nil, refuse("time_zone",
					words.Told("refuse.time_zone", "zone", words.Quoted(in.Body.TimeZone)))
			}
			if err := a.store.SetSettings(ctx, version, []string{store.Locale, in.Body.Locale},
				[]string{store.TimeZone, in.Body.TimeZone}); err != nil {
				return nil, a.fail(ctx, err)
			}
			return a.localView(ctx)
		})
}

func (a resources) localView(ctx context.Context) (*localOutput, error) {
	locale, version, err := a.store.Setting(ctx, store.Locale)
	if err != nil {
		return nil, a.fail(ctx, err)
	}
	zone, _, err := a.store.Setting(ctx, store.TimeZone)
	if err != nil {
		return nil, a.fail(ctx, err)
	}
	if locale == "" {
		locale = words.UsualLocale
	}
	example := words.LocalIn(locale, zone).Moment(time.Now())
	return &localOutput{etag(version), LocalView{locale, zone, words.Locales(), example, version}}, nil
}

// local is how the papers of the shop write.
func (a resources) local(ctx context.Context) (words.Local, error) {
	locale, _, err := a.store.Setting(ctx, store.Locale)
	if err != nil {
		return words.Local{}, err
	}
	zone, _, err := a.store.Setting(ctx, store.TimeZone)
	return words.LocalIn(locale, zone), err
}
