package httpapi

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/store"
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

type ratesOutput struct {
	ETag string `header:"ETag"`
	Body RatesView
}

func (a resources) rates(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "get-rates", Method: http.MethodGet,
		Path: "/api/v1/rates", Summary: "The shop's rate card"},
		func(ctx context.Context, _ *struct{}) (*ratesOutput, error) { return a.ratesView(ctx) })
	register(api, store.Decider, huma.Operation{OperationID: "set-rates", Method: http.MethodPut,
		Path: "/api/v1/rates", Summary: "Replace the shop's rate card"},
		func(ctx context.Context, in *struct {
			IfMatch string `header:"If-Match" required:"true" doc:"the version that was changed"`
			Body    schedule.Card
		}) (*ratesOutput, error) {
			version, err := versionOf(in.IfMatch)
			if err != nil {
				return nil, err
			}
			var places []*huma.ErrorDetail
			for _, p := range in.Body.Problems() {
				// there are no lengths in it
				places = append(places, &huma.ErrorDetail{Location: "body." + p.Field,
					Message: words.In(unit.MM).Say(p.Why)})
			}
			if len(places) > 0 {
				return nil, problem(http.StatusUnprocessableEntity, places[0].Message, places...)
			}
			if err := a.store.SetRates(ctx, in.Body, version); err != nil {
				return nil, a.fail(ctx, err)
			}
			return a.ratesView(ctx)
		})
}

func (a resources) ratesView(ctx context.Context) (*ratesOutput, error) {
	card, version, err := a.store.Rates(ctx)
	if err != nil {
		return nil, a.fail(ctx, err)
	}
	if version == 0 {
		card = schedule.Card{Currency: "", DayMinutes: 480}
	}
	view := RatesView{Card: card, Entered: version > 0, Version: version, Operations: []RateName{},
		Parts: []RateName{}}
	for _, o := range schedule.Operations() {
		view.Operations = append(view.Operations, RateName{string(o), words.Operation(o), o.Machine()})
	}
	for _, p := range schedule.Parts() {
		view.Parts = append(view.Parts, RateName{ID: string(p), Title: words.Bought(p)})
	}
	return &ratesOutput{etag(version), view}, nil
}
