package shop

import (
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/words"
)

// A Table is what Ledge knows of parts, sets and gauges, for pages to draw from.
type Table struct {
	Kinds  []KindRow  `json:"kinds" doc:"in the order of work"`
	Sets   []SetRow   `json:"sets" doc:"in the order in which they are decided"`
	Gauges []GaugeRow `json:"gauges"`
	// Limits and Policy are the fields that a job is judged by.
	Limits []LimitRow  `json:"limits"`
	Policy []PolicyRow `json:"policy"`
	// Reasons are the codes of what is said of a decision that are more than a cause of it.
	Reasons []say.Row `json:"reasons"`
	// Words are those of the closed lists.
	Words []words.ListWords `json:"words"`
}

// A KindRow is a row of the core's table with its words; so are the others.
type KindRow struct {
	part.Row
	words.KindNames
	// Needed are the fields of limits that what is usually measured of it is judged by.
	Needed []string `json:"needed"`
}

type SetRow struct {
	part.SetRow
	words.SetNames
}

type GaugeRow struct {
	instrument.Row
	Title string `json:"title"`
}

type LimitRow struct {
	limit.Field
	words.LimitNames
}

type PolicyRow struct {
	inspection.PolicyField
	words.PolicyNames
}

// TableOf is the whole table; nothing of it ever changes.
func TableOf() (t Table) {
	t.Words, t.Reasons = words.Lists(), say.Rows()
	for _, row := range part.All() {
		t.Kinds = append(t.Kinds, KindRow{row, words.Kind(row.Kind), row.Needed()})
	}
	for _, row := range part.Sets() {
		t.Sets = append(t.Sets, SetRow{row, words.Set(row.Set)})
	}
	for _, row := range instrument.All() {
		t.Gauges = append(t.Gauges, GaugeRow{row, words.Gauge(row.Kind)})
	}
	for i := range limit.Fields {
		t.Limits = append(t.Limits, LimitRow{limit.Fields[i], words.Limit(&limit.Fields[i])})
	}
	for i := range inspection.PolicyFields {
		t.Policy = append(t.Policy, PolicyRow{inspection.PolicyFields[i], words.Policy(&inspection.PolicyFields[i])})
	}
	return t
}

// Plans are the measuring plans.
func Plans() []plan.Plan { return words.Plans() }
