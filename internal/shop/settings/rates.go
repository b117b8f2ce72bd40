package settings

import (
	"context"

	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/words"
)

// RatesView is the shop's rate card with the names of what it prices.
type RatesView struct {
	Card schedule.Card `json:"card"`
	// Entered is false while the shop has none.
	Entered    bool       `json:"entered"`
	Version    int64      `json:"version"`
	Operations []RateName `json:"operations"`
	Parts      []RateName `json:"parts"`
}

// RateName is an operation or a part in words.
type RateName struct {
	ID      string `json:"id"`
	Title   string `json:"title"`
	Machine string `json:"machine,omitempty"`
}

// SetRates replaces the shop's rate card; version is the one that was changed.
func (a *Settings) SetRates(ctx context.Context, card schedule.Card, version int64) error {
	var places []refuse.Place
	for _, p := range card.Problems() {
		places = append(places, refuse.Place{Field: p.Field, Says: words.In(unit.MM).Say(p.Why)}) // no length is in it
	}
	if err := refuse.All(places); err != nil {
		return err
	}
	return a.office.SetRates(ctx, card, version)
}

// Rates is the shop's rate card with the names of what it prices.
func (a *Settings) Rates(ctx context.Context) (RatesView, error) {
	card, version, err := a.office.Rates(ctx)
	if err != nil {
		return RatesView{}, err
	}
	if version == 0 {
		card = schedule.Card{Currency: "", DayMinutes: 480}
	}
	if card.Operations == nil {
		card.Operations = map[schedule.Operation]schedule.Rate{}
	}
	if card.Parts == nil {
		card.Parts = map[schedule.Part]schedule.PartRate{}
	}
	view := RatesView{Card: card, Entered: version > 0, Version: version, Operations: []RateName{},
		Parts: []RateName{}}
	for _, o := range schedule.Operations.All() {
		view.Operations = append(view.Operations, RateName{string(o), words.Operation(o), o.Machine()})
	}
	for _, p := range schedule.Parts.All() {
		view.Parts = append(view.Parts, RateName{ID: string(p), Title: words.Bought(p)})
	}
	return view, nil
}
