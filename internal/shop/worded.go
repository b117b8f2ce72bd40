package shop

import (
	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/say"
	"ledge/internal/words"
	"slices"
)

// Worded is a result as it is shown: what is said has its sentences and goes without its arguments.
func Worded(s words.Speaker, r disposition.Result) disposition.Result {
	r.Features, r.Sets = bareFindings(r.Features), wordedSets(s, r.Sets)
	return r
}

func bareFindings(findings []inspection.Finding) []inspection.Finding {
	findings = slices.Clone(findings)
	for i := range findings {
		findings[i].Notes = bare(findings[i].Notes)
	}
	return findings
}

func wordedSets(s words.Speaker, sets []disposition.Set) []disposition.Set {
	sets = slices.Clone(sets)
	for i := range sets {
		sets[i].Says = s.Way(sets[i].Set, sets[i].Way)
		sets[i].Reasons, sets[i].Options = bare(s.Gather(sets[i].Reasons)), slices.Clone(sets[i].Options)
		for j := range sets[i].Options {
			sets[i].Options[j].Says = s.Way(sets[i].Set, sets[i].Options[j].Way)
			sets[i].Options[j].Reasons = bare(s.Gather(sets[i].Options[j].Reasons))
		}
	}
	return sets
}

func bare(reasons []say.Reason) []say.Reason {
	reasons = slices.Clone(reasons)
	for i := range reasons {
		reasons[i].Args, reasons[i].Form = nil, ""
	}
	return reasons
}

// plain is what a customer is told of a part.
func plain(form, title string) *say.Reason {
	told := say.New("told", say.Text("what", title)).As(form)
	return &told
}
