package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/instrument"
	"ledge/internal/exchange"
	"ledge/internal/shop/cabinet"
	"ledge/internal/store/office"
)

// cabinet registers the shop's instruments.
func (a resources) cabinet(api huma.API) {
	serve(a, api, office.Viewer, fetching("get-cabinet", "/instruments", "The shop's instruments"),
		func(ctx context.Context, _ *struct{}) ([]cabinet.InstrumentView, error) { return a.shop.Cabinet(ctx) })
	serve(a, api, office.Inspector, creating("add-instrument", "/instruments", "Tell of an instrument of the shop"),
		func(ctx context.Context, in *struct{ Body instrument.Deed }) ([]cabinet.InstrumentView, error) {
			return a.shop.DoInstrument(ctx, "", in.Body)
		})
	serve(a, api, office.Inspector, creating("do-instrument", "/instruments/{instrument}",
		"One thing that was done with an instrument: its facts, a check of its zero, out of service, a study"),
		func(ctx context.Context, in *struct {
			Instrument string `path:"instrument" format:"uuid"`
			Body       instrument.Deed
		}) ([]cabinet.InstrumentView, error) {
			return a.shop.DoInstrument(ctx, in.Instrument, in.Body)
		})
	serve(a, api, office.Inspector, creating("move-doubted", "/instruments/{instrument}/moved",
		"Takes off readings of a job what a check found their instrument to show too much; both stay"),
		func(ctx context.Context, in *struct {
			Instrument string `path:"instrument" format:"uuid"`
			Body       cabinet.MoveBody
		}) ([]cabinet.InstrumentView, error) {
			return a.shop.MoveDoubted(ctx, in.Instrument, in.Body)
		})
	serveFile(a, api, fetching("get-instrument-label", "/instruments/{instrument}/label.pdf",
		"A label for an instrument"),
		"application/pdf", office.Viewer,
		func(ctx context.Context, in *struct {
			Instrument string `path:"instrument" format:"uuid"`
		}) (exchange.File, error) {
			return a.shop.InstrumentLabel(ctx, in.Instrument)
		})
	serveFile(a, api, fetching("get-instruments-csv", "/instruments.csv", "The shop's instruments as CSV"), "text/csv",
		office.Viewer, func(ctx context.Context, _ *struct{}) (exchange.File, error) { return a.shop.CabinetFile(ctx) })
	a.cabinetTries(api)
	a.cabinetLines(api)
}

// cabinetTries registers what is tried of instruments; nothing is kept.
func (a resources) cabinetTries(api huma.API) {
	serve(a, api, office.Viewer, asking("preview-instrument", "/instruments/{instrument}/preview",
		"Which verdicts of open jobs would be others with what a spread or a study found"),
		func(ctx context.Context, in *struct {
			Instrument string `path:"instrument" format:"uuid"`
			Body       instrument.Deed
		}) (cabinet.Preview, error) {
			return a.shop.PreviewInstrument(ctx, in.Instrument, in.Body)
		})
	serve(a, api, office.Viewer, asking("try-pattern", "/instruments/pattern",
		"What a pattern makes of pasted lines"), func(ctx context.Context, in *struct {
		Body struct {
			Pattern instrument.Pattern `json:"pattern"`
			Text    string             `json:"text" maxLength:"10000" doc:"as the device sends it"`
		}
	}) ([]cabinet.TriedLine, error) {
		return a.shop.TryPattern(ctx, in.Body.Pattern, in.Body.Text)
	})
}
