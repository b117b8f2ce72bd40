package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/exchange"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
)

const (
	xlsx = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
	pdf  = "application/pdf"
)

// papers registers what is printed, a few at a time.
func (a resources) papers(api huma.API) {
	turn := func(o huma.Operation) huma.Operation {
		o.Middlewares = huma.Middlewares{a.inTurn}
		return o
	}
	serveFile(a, api, turn(fetching("get-inspection-pdf", "/jobs/{id}/inspection.pdf",
		"The whole inspection as a PDF")), pdf, office.Viewer, ofJob(a.shop.InspectionPaper))
	serveFile(a, api, turn(fetching("get-summary-pdf", "/jobs/{id}/summary.pdf", "The customer's summary as a PDF")),
		pdf, office.Viewer, ofJob(a.shop.SummaryPaper))
	serveFile(a, api, turn(fetching("get-workbook", "/jobs/{id}/workbook.xlsx", "The job as a spreadsheet")),
		xlsx, office.Viewer, ofJob(a.shop.Workbook))
	serveFile(a, api, turn(fetching("get-order-pdf", "/jobs/{id}/orders/{order}/pdf", "An order sheet as a PDF")),
		pdf, office.Viewer,
		func(ctx context.Context, in *struct {
			JobPath
			Order string `path:"order"`
		}) (exchange.File, error) {
			return a.shop.SheetPaper(ctx, in.ID, in.Order)
		})
	serveFile(a, api, turn(fetching("get-built-pdf", "/jobs/{id}/built.pdf", "The built engine's sheet as a PDF")),
		pdf, office.Viewer, ofJob(a.shop.BuiltPaper))
	serveFile(a, api, turn(fetching("get-labels", "/jobs/{id}/labels.pdf",
		"Labels for what was measured: a page of them, or each a page for a label printer")), pdf, office.Viewer,
		func(ctx context.Context, in *struct {
			JobPath
			StandInQuery
			Number int  `query:"number" minimum:"0" doc:"one rod or piston"`
			Roll   bool `query:"roll" doc:"for a label printer"`
		}) (exchange.File, error) {
			return a.shop.Labels(ctx, in.ID, in.Of, in.Tag, in.Number, in.Roll)
		})
	serveFile(a, api, turn(fetching("get-shared-summary", "/shared/{token}/summary.pdf",
		"The report behind a link as a PDF")), pdf, anyone,
		func(ctx context.Context, in *LinkPath) (exchange.File, error) {
			return a.shop.SharedSummary(ctx, in.Token)
		})
}

// A LinkPath is a customer's link.
type LinkPath struct {
	Token string `path:"token" maxLength:"60"`
}

// A ShareToken opens a customer's link.
type ShareToken struct {
	Token string `json:"token"`
}

// shares registers the report and the links to it.
func (a resources) shares(api huma.API) {
	serve(a, api, office.Viewer, fetching("get-report", "/jobs/{id}/report", "The report in plain words"),
		ofJob(a.shop.Report))
	serve(a, api, office.Viewer, fetching("list-shares", "/jobs/{id}/shares", "The links to a job's report"),
		ofJob(a.shop.Shares))
	serve(a, api, office.Decider, creating("share", "/jobs/{id}/shares",
		"Make a link to a job's report; its token is told this once"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				ID  string `json:"id" format:"uuid" doc:"an id made by the client: sending it twice makes one link"`
				For string `json:"for" minLength:"1" maxLength:"200"`
			}
		}) (ShareToken, error) {
			made, err := a.shop.Offer(ctx, in.ID, in.Body.ID, in.Body.For)
			return ShareToken{made}, err
		})
	serve(a, api, office.Decider, removing("revoke-share", "/jobs/{id}/shares/{share}", "Revoke a link"),
		func(ctx context.Context, in *struct {
			JobPath
			Share string `path:"share"`
		}) ([]store.Share, error) {
			return a.shop.Revoke(ctx, in.ID, in.Share)
		})
	serve(a, api, office.Decider, creating("renew-share", "/jobs/{id}/shares/{share}/renewed",
		"Let a link open the report for another 90 days"),
		func(ctx context.Context, in *struct {
			JobPath
			Share string `path:"share"`
		}) ([]store.Share, error) {
			return a.shop.Renew(ctx, in.ID, in.Share)
		})
	serve(a, api, anyone, fetching("get-shared", "/shared/{token}", "The report behind a link"),
		func(ctx context.Context, in *LinkPath) (shop.SharedView, error) { return a.shop.Shared(ctx, in.Token) })
}
