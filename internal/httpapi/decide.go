package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store/office"
)

// policies registers by what new jobs are judged.
func (a resources) policies(api huma.API) {
	serveTagged(a, api, office.Viewer, fetching("get-shop-policy", "/policies/{unit}",
		"The policy that new jobs of a unit start with"),
		func(ctx context.Context, in *struct {
			Unit unit.System `path:"unit"`
		}) (inspection.Policy, int64, error) {
			return a.shop.ShopPolicy(ctx, in.Unit)
		})
	serveTagged(a, api, office.Decider, replacing("set-shop-policy", "/policies/{unit}",
		"Choose the policy that new jobs of a unit start with"),
		func(ctx context.Context, in *struct {
			Unit unit.System `path:"unit"`
			Versioned
			Body inspection.Policy
		}) (p inspection.Policy, version int64, err error) {
			if version, err = in.version(); err == nil {
				err = a.shop.SetShopPolicy(ctx, in.Unit, in.Body, version)
			}
			if err != nil {
				return p, 0, err
			}
			return a.shop.ShopPolicy(ctx, in.Unit)
		})
}

// limits registers the limits and the policy of a job.
func (a resources) limits(api huma.API) {
	serve(a, api, office.Viewer, asking("preview-judgement", "/jobs/{id}/judgement-preview",
		"What other limits or another policy would change; nothing is stored"), withBody(a.shop.PreviewJudgement))
	serve(a, api, office.Decider, replacing("set-judgement", "/jobs/{id}/judgement",
		"Replace the limits and the policy of a job"),
		func(ctx context.Context, in *struct {
			JobPath
			Versioned
			Sure bool `query:"sure" doc:"the person was asked about limits that look mistyped, and they are so"`
			Body shop.JudgementBody
		}) (shop.JobView, error) {
			version, err := in.version()
			if err != nil {
				return shop.JobView{}, err
			}
			return a.shop.SetJudgement(ctx, in.ID, version, in.Body, in.Sure)
		})
}

// decisions registers what is signed, what it costs, and who goes where.
func (a resources) decisions(api huma.API) {
	serve(a, api, office.Viewer, fetching("get-decisions", "/jobs/{id}/decisions",
		"The sets of a job with their reasons and ways, and who signed them"),
		func(ctx context.Context, in *struct {
			JobPath
			StandInQuery
		}) (shop.SetsView, error) {
			return a.shop.Sets(ctx, in.ID, in.Of, in.Tag)
		})
	serve(a, api, office.Decider, creating("decide", "/jobs/{id}/decisions",
		"Sign or overrule the decision for a set"), withBody(a.shop.Sign))
	serve(a, api, office.Viewer, asking("weigh-costs", "/jobs/{id}/costs",
		"What a job costs and when it is ready, as chosen; nothing is stored"),
		func(ctx context.Context, in *struct {
			JobPath
			StandInQuery
			Body struct {
				Options map[part.Set]int `json:"options" doc:"the option of a set by its index"`
			}
		}) (shop.CostsView, error) {
			return a.shop.Weigh(ctx, in.ID, in.Of, in.Tag, in.Body.Options)
		})
	serve(a, api, office.Viewer, fetching("get-build", "/jobs/{id}/build",
		"Which part goes where, rods paired by weight, and what to file off rings"), ofJob(a.shop.Build))
	serve(a, api, office.Inspector, creating("settle-matching", "/jobs/{id}/matchings",
		"Settle which part goes where"), withBody(a.shop.Settle))
}

// orders registers what is ordered of what was signed.
func (a resources) orders(api huma.API) {
	serve(a, api, office.Viewer, fetching("get-orders", "/jobs/{id}/orders",
		"What is ordered of a job with its proof, and what could be"), ofJob(a.shop.Sheets))
	serve(a, api, office.Decider, creating("issue-orders", "/jobs/{id}/orders",
		"Issue every sheet that the signed decisions ask for; an issue that changed is struck through"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				Sheets []order.Name `json:"sheets" doc:"only these; all where empty"`
				Sure   bool         `json:"sure,omitempty" doc:"the person was asked about sizes that rest on nothing measured"`
			}
		}) (shop.JobView, error) {
			return a.shop.Issue(ctx, in.ID, in.Body.Sheets, in.Body.Sure)
		})
	serve(a, api, office.Decider, creating("say-of-order", "/jobs/{id}/orders/{order}/events",
		"Sent, returned, ticked off, accepted with a reason, back to the shop, closed"),
		func(ctx context.Context, in *struct {
			JobPath
			Order string `path:"order" format:"uuid"`
			Body  shop.OrderEventBody
		}) (shop.JobView, error) {
			return a.shop.SayOfOrder(ctx, in.ID, in.Order, in.Body)
		})
}
