package httpapi

import (
	"context"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/plan"
	"ledge/internal/store"
)

// JobView is a job with everything recorded of it and what Ledge says of that.
type JobView struct {
	Job        store.Job          `json:"job"`
	Features   []FeatureView      `json:"features"`
	Decisions  []store.Decision   `json:"decisions"`
	Gauges     []store.GaugeSetup `json:"gauges"`
	Evaluation disposition.Result `json:"evaluation"`
	Shaft      []engine.Journal   `json:"shaft"`
	Signed     []Signed           `json:"signed"`
}

// FeatureView is a feature with what the bench needs beside its tape.
type FeatureView struct {
	store.Feature
	Title string `json:"title"`
	// Look is the one that holds after all grades and crack tests.
	Look inspection.Look `json:"look" enum:",smooth,marked,scored,heat,cracked"`
	// Standing is its worst verdict, open where nothing is measured and nothing seen.
	Standing string `json:"standing" enum:"open,within,unsure,beyond,no_limit"`
	// Finding is its index in the evaluation's features; -1 where nothing was recorded.
	Finding  int                     `json:"finding"`
	Expected *inspection.Expectation `json:"expected,omitempty"`
	// ByStation and ByDirection are the capture paths over its grid.
	ByStation   []plan.Cell `json:"by_station"`
	ByDirection []plan.Cell `json:"by_direction"`
	Sees        string      `json:"sees"`
	Blind       string      `json:"blind"`
}

// Signed is the decision that holds for a set. Stale tells that Ledge would now advise otherwise than when it was signed.
type Signed struct {
	store.Decision
	Stale bool `json:"stale"`
}

func (a resources) view(ctx context.Context, id int64) (JobView, error) {
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	in, index := record.Inspection()
	v := JobView{Job: record.Job, Features: make([]FeatureView, len(record.Features)), Decisions: record.Decisions, Gauges: record.Gauges,
		Evaluation: disposition.Evaluate(in), Shaft: record.Job.Shaft()}
	for i, f := range record.Features {
		stations, directions := len(f.Stations), len(f.Directions)
		one := FeatureView{Feature: f, Title: (&inspection.Feature{Kind: f.Kind, Number: f.Number}).Name(), Look: store.Standing(f.Looks), Finding: -1, Standing: "open",
			ByStation: plan.Path(stations, directions, plan.ByStation), ByDirection: plan.Path(stations, directions, plan.ByDirection)}
		if p, ok := plan.Of(f.Stations, f.Directions); ok {
			one.Sees, one.Blind = p.Sees, p.Blind
		}
		if e, ok := in.Expect(f.Kind, f.Number, f.State); ok {
			one.Expected = &e
		}
		v.Features[i] = one
	}
	for finding, feature := range index {
		f := &v.Evaluation.Features[finding]
		v.Features[feature].Finding = finding
		if standing := f.Standing(); f.Measured() || f.Runout != nil || standing == limit.Beyond {
			v.Features[feature].Standing = string(standing)
		}
	}
	return v.withSigned()
}
