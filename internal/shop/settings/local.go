package settings

import (
	"context"
	"slices"
	"time"
	_ "time/tzdata" // a machine without time zones of its own has these

	"ledge/internal/shop/refuse"
	"ledge/internal/store/office"
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

// Local is how papers write dates, times and money.
func (a *Settings) Local(ctx context.Context) (LocalView, error) {
	locale, version, err := a.office.Setting(ctx, office.Locale)
	if err != nil {
		return LocalView{}, err
	}
	zone, _, err := a.office.Setting(ctx, office.TimeZone)
	if err != nil {
		return LocalView{}, err
	}
	if locale == "" {
		locale = words.UsualLocale
	}
	example := words.LocalIn(locale, zone).Moment(time.Now())
	return LocalView{locale, zone, words.Locales(), example, version}, nil
}

// SetLocal chooses how papers write; version is the one that was changed.
func (a *Settings) SetLocal(ctx context.Context, locale, zone string, version int64) error {
	if !slices.Contains(words.Locales(), locale) {
		return refuse.At("locale", words.Told("refuse.locale"))
	}
	if _, err := time.LoadLocation(zone); err != nil || zone == "Local" {
		return refuse.At("time_zone", words.Told("refuse.time_zone", "zone", words.Quoted(zone)))
	}
	return a.office.SetSettings(ctx, version, []string{office.Locale, locale}, []string{office.TimeZone, zone})
}

// Papers is how the papers of the shop write.
func (a *Settings) Papers(ctx context.Context) (words.Local, error) {
	locale, _, err := a.office.Setting(ctx, office.Locale)
	if err != nil {
		return words.Local{}, err
	}
	zone, _, err := a.office.Setting(ctx, office.TimeZone)
	return words.LocalIn(locale, zone), err
}
