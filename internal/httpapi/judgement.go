package httpapi

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// JudgementBody replaces a job's limits and policy.
type JudgementBody struct {
	Limits store.LimitSet    `json:"limits"`
	Policy inspection.Policy `json:"policy"`
}

func (a resources) judgement(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "set-judgement", Method: http.MethodPut, Path: "/api/v1/jobs/{id}/judgement",
		Summary: "Replace the limits and the policy of a job"},
		func(ctx context.Context, in *struct {
			ID      int64  `path:"id"`
			IfMatch string `header:"If-Match" required:"true" doc:"the job's version that was changed"`
			Body    JudgementBody
		}) (*jobOutput, error) {
			version, err := versionOf(in.IfMatch)
			if err != nil {
				return nil, err
			}
			job, err := a.store.Job(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			places := checkLimits("limits.book", job.Unit, in.Body.Limits.Book)
			places = append(places, checkLimits("limits.close", job.Unit, in.Body.Limits.Close)...)
			if len(places) > 0 {
				return nil, problem(http.StatusUnprocessableEntity, places[0].Message, places...)
			}
			return a.changed(ctx, in.ID, a.store.SetJudgement(ctx, in.ID, version, in.Body.Limits, in.Body.Policy))
		})
}

// checkLimits says what cannot be in a set of limits, field by field.
func checkLimits(at string, s unit.System, byKind map[inspection.Kind]limit.Limits) []*huma.ErrorDetail {
	var places []*huma.ErrorDetail
	for kind, l := range byKind {
		where := "body." + at + "." + string(kind)
		if !kind.Limited() {
			places = append(places, &huma.ErrorDetail{Location: where, Message: "This is not a kind of feature that has limits."})
			continue
		}
		for _, p := range l.Problems(s) {
			places = append(places, &huma.ErrorDetail{Location: where + "." + p.Field, Message: p.Sentence})
		}
	}
	return places
}
