package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// A StandInQuery asks for one component in the place of its like.
type StandInQuery struct {
	Of  part.Component `query:"of" doc:"look at this component in the place of its like, and at nothing else"`
	Tag string         `query:"tag" maxLength:"40" doc:"which one"`
}

// jobs registers the jobs as a whole.
func (a resources) jobs(api huma.API) {
	serve(a, api, anyone, fetching("table", "/table", "What can be measured and decided"),
		func(context.Context, *struct{}) (shop.Table, error) { return shop.TableOf(), nil })
	serve(a, api, store.Viewer, fetching("list-jobs", "/jobs", "The shop's jobs, soonest promised first"),
		func(ctx context.Context, in *struct {
			Search string `query:"search" maxLength:"100"`
		}) ([]shop.JobLine, error) {
			return a.shop.List(ctx, in.Search)
		})
	serve(a, api, store.Viewer, fetching("get-job", "/jobs/{id}", "A job, its tape and its evaluation"),
		func(ctx context.Context, in *struct {
			JobPath
			StandInQuery
		}) (shop.JobView, error) {
			return a.shop.View(ctx, in.ID, in.Of, in.Tag)
		})
	serve(a, api, store.Inspector, creating("create-job", "/jobs", "Start a job"),
		func(ctx context.Context, in *struct{ Body shop.NewJobBody }) (shop.JobView, error) {
			return a.shop.Start(ctx, in.Body)
		})
}

// head registers what is told of a job as a whole.
func (a resources) head(api huma.API) {
	serve(a, api, store.Inspector, creating("add-answers", "/jobs/{id}/answers", "Answer what is asked before measuring"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				Answers []shop.AnswerBody `json:"answers" minItems:"1" maxItems:"200"`
				Sure    bool              `json:"sure,omitempty" doc:"the person was asked about a stamp that looks mistyped, and it is so"`
			}
		}) (shop.JobView, error) {
			return a.shop.Answer(ctx, in.ID, in.Body.Answers, in.Body.Sure)
		})
	serve(a, api, store.Inspector, replacing("set-head", "/jobs/{id}/head", "Change customer, engine, duty or promised date"),
		func(ctx context.Context, in *struct {
			JobPath
			Versioned
			Body store.JobHead
		}) (shop.JobView, error) {
			version, err := in.version()
			if err != nil {
				return shop.JobView{}, err
			}
			return a.shop.SetHead(ctx, in.ID, version, in.Body)
		})
	serve(a, api, store.Decider, replacing("close-job", "/jobs/{id}/closed",
		"Take a job out of the shop's list with its outcome, or back into it"),
		func(ctx context.Context, in *struct {
			JobPath
			Body shop.CloseBody
		}) (shop.JobView, error) {
			return a.shop.Close(ctx, in.ID, in.Body)
		})
}
