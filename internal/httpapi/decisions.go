package httpapi

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/disposition"
	"ledge/internal/store"
)

// DecisionBody signs a set: what Ledge advises, or something else with a reason.
type DecisionBody struct {
	ID  string              `json:"id" format:"uuid"`
	Set disposition.SetName `json:"set" minLength:"1"`
	disposition.Way
	Reason string `json:"reason" maxLength:"1000" doc:"needed where it is not what Ledge advises"`
	After  int64  `json:"after" doc:"the seq of the set's last decision as the person saw it; 0 where there was none"`
}

func (a resources) decisions(api huma.API) {
	register(api, store.Decider, huma.Operation{OperationID: "decide", Method: http.MethodPost, Path: "/api/v1/jobs/{id}/decisions",
		Summary: "Sign or overrule the decision for a set", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body DecisionBody
		}) (*jobOutput, error) {
			view, err := a.view(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			decision, err := sign(view, in.ID, in.Body)
			if err != nil {
				return nil, err
			}
			if err := a.store.AddDecision(ctx, decision, in.Body.After); err != nil {
				return nil, a.fail(ctx, err)
			}
			return a.changed(ctx, in.ID, a.reissue(ctx, in.ID, in.Body.By))
		})
}

// sign makes a decision of what was asked, or says why it cannot be one.
func sign(view JobView, job int64, b DecisionBody) (store.Decision, error) {
	at := setNamed(view.decided.Sets, b.Set)
	if at == nil {
		return store.Decision{}, refuse("set", "This job has no such set to decide.")
	}
	set := *at
	advised := b.Way == set.Way
	reason := strings.TrimSpace(b.Reason)
	switch {
	case b.Action == disposition.Measure || b.Action == disposition.Remeasure || b.Action == "":
		return store.Decision{}, refuse("action", "Measuring is still to be done: it is nothing to sign.")
	case !advised && set.Cracked():
		return store.Decision{}, problem(http.StatusConflict, "A crack is not overruled. Record a crack test by a trained person to clear it.")
	case !advised && set.Option(b.Way) == nil && set.Action != disposition.Measure:
		return store.Decision{}, refuse("action", "This is not one of the ways listed for the set.")
	case !advised && reason == "":
		return store.Decision{}, refuse("reason", "Say why you decide otherwise: it stays on record beside Ledge's advice.")
	}
	basis, err := json.Marshal(set)
	if err != nil {
		return store.Decision{}, fmt.Errorf("basis: %w", err)
	}
	return store.Decision{ID: b.ID, JobID: job, Set: b.Set, Way: b.Way,
		Overruled: !advised, Reason: reason, Basis: string(basis), DecidedBy: b.By}, nil
}

// withSigned adds the decision that holds for each set: the last one signed. A crack found since leaves only what is advised for it.
func (v JobView) withSigned() (JobView, error) {
	v.Signed = []Signed{}
	for _, set := range v.decided.Sets {
		for i := len(v.Decisions) - 1; i >= 0; i-- {
			d := v.Decisions[i]
			if d.Set != set.Set {
				continue
			}
			if set.Cracked() && d.Way != set.Way {
				break
			}
			var basis disposition.Set
			if err := json.Unmarshal([]byte(d.Basis), &basis); err != nil {
				return JobView{}, fmt.Errorf("basis of decision %s: %w", d.ID, err)
			}
			v.Signed = append(v.Signed, Signed{d, set.Way != basis.Way, basis})
			break
		}
	}
	return v, nil
}
