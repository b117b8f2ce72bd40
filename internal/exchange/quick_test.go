package exchange

import "testing"

func quickMain(number, readings string) string {
	return `{"kind": "main_journal", "number": ` + number + `, "look": "smooth", "quick": true,
		"stations": ["front", "middle", "rear"], "directions": [0, 60, 120], "readings": ` + readings + `}`
}

const (
	// Four places of nine: each station and each direction, with 0.004 between them, of a limit of 0.010.
	roundish = "[[50.010, null, 50.008], [null, 50.006, null], [null, null, 50.010]]"
	// 0.008 between them: over three quarters of the limit.
	waisted = "[[50.010, null, 50.010], [null, 50.002, null], [null, null, 50.010]]"
	three   = "[50.010, 50.010, 50.010]"
	looked  = "[[50.010, null, null], [null, null, null], [null, null, null]]"
)

// A quick look ends a part that is far inside, and asks for the whole plan where it could matter. Common practice.
func TestAQuickLook(t *testing.T) {
	holds(t, []figure{
		{"what is far inside is left, and what was not seen of it is told",
			metricDoc("", metricMains, quickMain("1", roundish), quickMain("2", roundish)),
			`{"features": [{"complete": true}, {"complete": true}],
			  "sets": [{"action": "reuse", "not_seen": [{"check": "shape", "why": "plan"}, {"check": "oval", "why": "plan"},
			    {"check": "clearance"}, {"check": "shape", "why": "plan"}]}]}`},
		{"a part that could be out wants its whole plan, the others nothing more",
			metricDoc("", metricMains, quickMain("1", roundish), quickMain("2", waisted)),
			`{"features": [{"complete": true}, {"complete": false}],
			  "sets": [{"action": "measure", "asks": [{"what": "cells", "feature": {"kind": "main_journal", "number": 2},
			    "cells": [["front", 60], ["middle", 0], ["middle", 120], ["rear", 0], ["rear", 60]]}]}]}`},
		{"nothing more is asked of one while another lacks its look",
			metricDoc("", metricMains, quickMain("1", waisted), quickMain("2", looked)),
			`{"features": [{"complete": true}, {"complete": false}],
			  "sets": [{"action": "measure", "asks": [{"feature": {"kind": "main_journal", "number": 2},
			    "cells": [["middle", 60], ["rear", 120], ["front", 120]]}]}]}`},
		{"one so worn that what was not seen could matter wants its whole plan",
			metricDoc("", metricMains,
				quickMain("1", "[[49.964, null, 49.964], [null, 49.964, null], [null, null, 49.964]]")),
			`{"sets": [{"action": "measure", "asks": [{"what": "cells", "feature": {"number": 1}}]}]}`},
		{"a part that was read whole has nothing left",
			metricDoc("", metricMains, quickMain("1", "["+three+", "+three+", "+three+"]")),
			`{"features": [{"complete": true}], "sets": [{"not_seen": [{"check": "oval_at_end"}, {"check": "clearance"}]}]}`},
		{"without limits of the form nothing is far inside",
			metricDoc("", `"main_journal": {"new": {"min": 50.000, "max": 50.020}, "wear_max": 0.060}`,
				quickMain("1", roundish)),
			`{"features": [{"complete": false}]}`},
	})
}
