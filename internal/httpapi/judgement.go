package httpapi

import (
	"context"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store"
	"ledge/internal/words"
)

// JudgementBody replaces a job's limits and policy.
type JudgementBody struct {
	Limits store.LimitSet    `json:"limits"`
	Policy inspection.Policy `json:"policy"`
}

// JudgementPreview is what other limits or another policy would change.
type JudgementPreview struct {
	Sets []SetChange `json:"sets"`
	// Parts are those that would stand otherwise.
	Parts []PartChange `json:"parts"`
}

// SetChange is a set that would be decided otherwise; left out is where it is not decided.
type SetChange struct {
	Set part.Set `json:"set"`
	// Component is the tag of the one whose set it is.
	Component string   `json:"component,omitempty"`
	Before    *SetLine `json:"before,omitempty"`
	After     *SetLine `json:"after,omitempty"`
}

// PartChange is a part that would stand otherwise.
type PartChange struct {
	Title  string        `json:"title"`
	Before limit.Verdict `json:"before"`
	After  limit.Verdict `json:"after"`
}

// preview compares the evaluation of a record with that under another judgement.
func preview(ctx context.Context, record store.Record, b JudgementBody) (JudgementPreview, error) {
	ctx, cancel := context.WithTimeout(ctx, judging)
	defer cancel()
	before, index := record.Inspection()
	after := *before
	after.Policy, after.Limits, after.LimitsClose = b.Policy, b.Limits.Book, b.Limits.Close
	was, err := disposition.EvaluateWithin(ctx, before)
	if err != nil {
		return JudgementPreview{}, err
	}
	is, err := disposition.EvaluateWithin(ctx, &after)
	if err != nil {
		return JudgementPreview{}, err
	}
	out := JudgementPreview{Sets: []SetChange{}, Parts: []PartChange{}}
	type key struct {
		set       part.Set
		component string
	}
	line := func(r disposition.Result, of key) *SetLine {
		for _, s := range r.Sets {
			if s.Set == of.set && s.Component == of.component {
				return &SetLine{Set: s.Set, Way: s.Way, Provisional: s.Provisional}
			}
		}
		return nil
	}
	seen := map[key]bool{}
	for _, s := range append(append([]disposition.Set{}, was.Sets...), is.Sets...) {
		of := key{s.Set, s.Component}
		if seen[of] {
			continue
		}
		seen[of] = true
		if x, y := line(was, of), line(is, of); (x == nil) != (y == nil) || x != nil && *x != *y {
			out.Sets = append(out.Sets, SetChange{s.Set, s.Component, x, y})
		}
	}
	for i := range was.Features {
		if x, y := was.Features[i].Standing(), is.Features[i].Standing(); x != y {
			out.Parts = append(out.Parts, PartChange{record.Features[index[i]].Name(), x, y})
		}
	}
	return out, nil
}

func (a resources) judgement(api huma.API) {
	type policyOutput struct {
		ETag string `header:"ETag"`
		Body inspection.Policy
	}
	shopPolicy := func(ctx context.Context, system unit.System) (*policyOutput, error) {
		policy, version, err := a.store.ShopPolicy(ctx, system)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		return &policyOutput{etag(version), policy}, nil
	}
	register(api, store.Viewer, huma.Operation{OperationID: "get-shop-policy", Method: http.MethodGet,
		Path: "/api/v1/policies/{unit}", Summary: "The policy that new jobs of a unit start with"},
		func(ctx context.Context, in *struct {
			Unit unit.System `path:"unit"`
		}) (*policyOutput, error) {
			return shopPolicy(ctx, in.Unit)
		})
	register(api, store.Decider, huma.Operation{OperationID: "set-shop-policy", Method: http.MethodPut,
		Path:    "/api/v1/policies/{unit}",
		Summary: "Choose the policy that new jobs of a unit start with"},
		func(ctx context.Context, in *struct {
			Unit    unit.System `path:"unit"`
			IfMatch string      `header:"If-Match" required:"true" doc:"the version that was changed, as get-shop-policy tells it"`
			Body    inspection.Policy
		}) (*policyOutput, error) {
			version, err := versionOf(in.IfMatch)
			if err != nil {
				return nil, err
			}
			if places := checkPolicy("", in.Body); len(places) > 0 {
				return nil, problem(http.StatusUnprocessableEntity, places[0].Message, places...)
			}
			if err := a.store.SetShopPolicy(ctx, in.Unit, in.Body, version); err != nil {
				return nil, a.fail(ctx, err)
			}
			return shopPolicy(ctx, in.Unit)
		})
	register(api, store.Viewer, huma.Operation{OperationID: "preview-judgement", Method: http.MethodPost,
		Path: "/api/v1/jobs/{id}/judgement-preview", DefaultStatus: http.StatusOK,
		Summary: "What other limits or another policy would change; nothing is stored"},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body JudgementBody
		}) (*struct{ Body JudgementPreview }, error) {
			record, err := a.store.Record(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			if err := in.Body.check(record.Job.Unit); err != nil {
				return nil, err
			}
			out, err := preview(ctx, record, in.Body)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &struct{ Body JudgementPreview }{out}, nil
		})
	register(api, store.Decider, huma.Operation{OperationID: "set-judgement", Method: http.MethodPut,
		Path:    "/api/v1/jobs/{id}/judgement",
		Summary: "Replace the limits and the policy of a job"},
		func(ctx context.Context, in *struct {
			ID      int64  `path:"id"`
			IfMatch string `header:"If-Match" required:"true" doc:"the job's version that was changed"`
			Sure    bool   `query:"sure" doc:"the person was asked about limits that look mistyped, and they are so"`
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
			if err := in.Body.check(job.Unit); err != nil {
				return nil, err
			}
			if err := in.Body.ask(job.Unit); err != nil && !in.Sure {
				return nil, err
			}
			return a.changed(ctx, in.ID, a.store.SetJudgement(ctx, in.ID, version, in.Body.Limits, in.Body.Policy))
		})
}

// check refuses what cannot be, by the same rules as the open file's reader.
func (b JudgementBody) check(s unit.System) error {
	places := checkLimits("limits.book", s, b.Limits.Book)
	places = append(places, checkLimits("limits.close", s, b.Limits.Close)...)
	places = append(places, checkPolicy("policy.", b.Policy)...)
	if len(places) > 0 {
		return problem(http.StatusUnprocessableEntity, places[0].Message, places...)
	}
	return nil
}

// ask asks about limits that look mistyped, each with what was likely meant.
func (b JudgementBody) ask(s unit.System) error {
	var places []*huma.ErrorDetail
	for block, byKind := range map[string]map[part.Kind]limit.Limits{"book": b.Limits.Book, "close": b.Limits.Close} {
		for kind, l := range byKind {
			for _, d := range l.Doubts(s) {
				places = append(places, &huma.ErrorDetail{Location: "body.limits." + block + "." +
					string(kind) + "." + d.Field, Message: words.In(s).Say(d.Why),
					Value: map[string]any{"ask": "unusual", "likely": d.Likely}})
			}
		}
	}
	if len(places) == 0 {
		return nil
	}
	slices.SortFunc(places, func(x, y *huma.ErrorDetail) int { return strings.Compare(x.Location, y.Location) })
	return problem(http.StatusUnprocessableEntity, places[0].Message, places...)
}

func checkPolicy(at string, p inspection.Policy) (places []*huma.ErrorDetail) {
	for _, problem := range p.Problems() {
		places = append(places, &huma.ErrorDetail{Location: "body." + at + problem.Field,
			Message: words.In(unit.MM).Say(problem.Why)})
	}
	return places
}

// checkLimits says what cannot be in a set of limits, field by field.
func checkLimits(at string, s unit.System, byKind map[part.Kind]limit.Limits) []*huma.ErrorDetail {
	var places []*huma.ErrorDetail
	for kind, l := range byKind {
		where := "body." + at + "." + string(kind)
		if !kind.Limited() {
			places = append(places, &huma.ErrorDetail{Location: where, Message: words.Told("refuse.not_limited")})
			continue
		}
		for _, p := range l.Problems() {
			places = append(places, &huma.ErrorDetail{Location: where + "." + p.Field,
				Message: words.In(s).Say(p.Why)})
		}
	}
	return places
}
