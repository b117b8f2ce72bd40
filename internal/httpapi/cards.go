package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/exchange"
	"ledge/internal/shop"
	"ledge/internal/store/office"
)

// A CardPath names a card, all versions of it.
type CardPath struct {
	Card string `path:"card" format:"uuid"`
}

// cards registers the library of engine cards.
func (a resources) cards(api huma.API) {
	serve(a, api, office.Viewer, fetching("list-cards", "/cards",
		"The engine cards, and the jobs that others can be made of"),
		func(ctx context.Context, _ *struct{}) (shop.CardsView, error) { return a.shop.Cards(ctx) })
	serve(a, api, office.Viewer, fetching("get-card-versions", "/cards/{card}",
		"All versions of a card, the newest first"),
		func(ctx context.Context, in *CardPath) ([]office.Card, error) {
			return a.shop.CardVersions(ctx, in.Card)
		})
	serve(a, api, office.Inspector, creating("create-card", "/cards", "Begin a card"),
		func(ctx context.Context, in *struct{ Body shop.CardBody }) ([]office.Card, error) {
			return a.shop.SetCard(ctx, "", in.Body)
		})
	serve(a, api, office.Inspector, creating("set-card", "/cards/{card}/versions",
		"Save the next version of a card; no job that took an earlier one changes"),
		func(ctx context.Context, in *struct {
			CardPath
			Body shop.CardBody
		}) ([]office.Card, error) {
			return a.shop.SetCard(ctx, in.Card, in.Body)
		})
	serve(a, api, office.Inspector, creating("withdraw-card", "/cards/{card}/withdrawals",
		"Offer a card no more, or again"),
		func(ctx context.Context, in *struct {
			CardPath
			Body struct {
				ID        string `json:"id" format:"uuid"`
				Withdrawn bool   `json:"withdrawn"`
			}
		}) ([]office.Card, error) {
			return a.shop.Withdraw(ctx, in.Card, in.Body.ID, in.Body.Withdrawn)
		})
}

// limitTables registers limits as spreadsheets have them, and what jobs took of cards.
func (a resources) limitTables(api huma.API) {
	serve(a, api, office.Viewer, asking("read-limit-table", "/limit-tables/read",
		"Read limits out of a spreadsheet's clipboard; nothing is stored"),
		func(_ context.Context, in *struct{ Body shop.TableBody }) (exchange.LimitTable, error) {
			return a.shop.ReadTable(in.Body), nil
		})
	serve(a, api, office.Viewer, asking("write-limit-table", "/limit-tables/write",
		"Limits as a spreadsheet takes them from the clipboard"),
		func(_ context.Context, in *struct{ Body shop.WriteTableBody }) (shop.TableText, error) {
			return a.shop.WriteTable(in.Body), nil
		})
	serve(a, api, office.Viewer, fetching("get-card-taken", "/jobs/{id}/card-taken",
		"The version of a card that a job took, and a newer one where there is one"), ofJob(a.shop.CardTaken))
	serve(a, api, office.Viewer, fetching("get-earlier", "/jobs/{id}/earlier",
		"How an engine that comes back left the shop the last time"), ofJob(a.shop.Earlier))
}
