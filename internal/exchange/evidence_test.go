package exchange

import "testing"

const (
	metricTurned = `"main_journal": {"new": {"min": 50.000, "max": 50.020}, "taper_max": 0.010, "out_of_round_max": 0.010, "runout_max": 0.050, "undersizes": [0.25, 0.50],
	"clearance": {"new": {"min": 0.030, "max": 0.060}, "max": 0.100}}`
	metricTunnel = `"main_housing": {"new": {"min": 54.000, "max": 54.010}, "out_of_round_max": 0.010, "taper_max": 0.010, "alignment_max": 0.020}`

	journalAsFound = `{"kind": "main_journal", "number": 1, "look": "smooth", "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 50.010]]}`
	journalBent    = `{"kind": "runout", "number": 1, "tir": 0.080}`
)

func journalAfter(state, size string) string {
	return `{"kind": "main_journal", "number": 1, "state": "` + state + `", "look": "smooth", "stations": ["A"], "directions": [0, 90], "readings": [[` +
		size + `, ` + size + `]]}`
}

func tunnelRead(condition string) string {
	return `{"kind": "main_housing", "number": 1, "look": "smooth", "condition": ` + condition +
		`, "stations": ["m"], "directions": [0, 90], "readings": [[54.004, 54.004]]}`
}

// Evidence counts while it is true: worked out by hand from the rules.
func TestEvidenceCountsWhileItIsTrue(t *testing.T) {
	holds(t, []figure{
		{"a bore read with its caps loose counts as unread",
			metricDoc("", metricTunnel, tunnelRead(`{"torqued": false}`)),
			`{"features": [{"complete": false, "void": true, "checks": [], "missing": [{"station": "m", "direction": 0}, {"station": "m", "direction": 90}]}],
			  "sets": [{"set": "main_housings", "action": "measure"}]}`},
		{"torqued left out counts as torqued", metricDoc("", metricTunnel, tunnelRead(`{}`)),
			`{"features": [{"complete": true}], "sets": [{"set": "main_housings", "action": "reuse"}]}`},
		{"a warm bore counts as unread", metricDoc("", metricTunnel, tunnelRead(`{"temperature_c": 25.5}`)),
			`{"features": [{"complete": false, "void": true}], "sets": [{"set": "main_housings", "action": "measure"}]}`},
		{"the ends of the ordinary range need no correction",
			metricDoc("", metricTunnel, tunnelRead(`{"temperature_c": 25}`)),
			`{"features": [{"complete": true}], "sets": [{"set": "main_housings", "action": "reuse"}]}`},
		{"a warm bore whose sizes are corrected counts",
			metricDoc("", metricTunnel, tunnelRead(`{"temperature_c": 40, "corrected": true}`)),
			`{"features": [{"complete": true}], "sets": [{"set": "main_housings", "action": "reuse"}]}`},
		{"a bend as found sends the mains to the grinder",
			metricDoc("", metricTurned, journalAsFound, journalBent),
			`{"features": [{}, {"kind": "runout", "checks": [{"name": "runout", "verdict": "beyond"}]}], "sets": [{"set": "main_journals", "action": "grind", "step": 0.25}]}`},
		{"after the grind it decides nothing", // 50.010 − 0.25, within the new range of that step
			metricDoc("", metricTurned, journalAsFound, journalBent, journalAfter("after_grind", "49.760")),
			`{"features": [{}, {"kind": "runout", "stale": true}, {"state": "after_grind"}], "sets": [{"set": "main_journals", "action": "reuse", "step": 0.25}]}`},
		{"a polish leaves the axis where it was",
			metricDoc("", metricTurned, journalAsFound, journalBent, journalAfter("after_polish", "50.008")),
			`{"sets": [{"set": "main_journals", "action": "grind"}]}`},
		{"turned again after the grind it counts again",
			metricDoc("", metricTurned, journalAsFound, journalBent, journalAfter("after_grind", "49.760"),
				`{"kind": "runout", "number": 1, "state": "after_grind", "tir": 0.080}`),
			`{"sets": [{"set": "main_journals", "action": "grind", "step": 0.5}]}`},
		{"a strip laid before the polish is history, and the prediction stands in",
			metricDoc("", metricTurned, journalAsFound,
				`{"kind": "strip", "of": "main_journal", "number": 1, "readings": [0.200]}`,
				journalAfter("after_polish", "50.008")),
			`{"fits": [{"basis": "strip", "stale": true, "used": false}, {"basis": "predicted", "used": true}], "sets": [{"set": "main_journals", "action": "reuse"}]}`},
		{"so is a bearing read before it",
			metricDoc("", metricTurned, journalAsFound,
				`{"kind": "main_bearing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[50.200, 50.200]]}`,
				journalAfter("after_polish", "50.008")),
			`{"fits": [{"basis": "measured", "stale": true, "used": false}, {"basis": "predicted", "used": true}]}`},
		{"but the shells that it was ground to still hold", // 49.810 − 49.760
			metricDoc("", metricTurned, journalAsFound,
				`{"kind": "main_bearing", "number": 1, "fitted": {"step": 0.25}, "stations": ["m"], "directions": [0, 90], "readings": [[49.810, 49.810]]}`,
				journalAfter("after_grind", "49.760")),
			`{"fits": [{"basis": "measured", "used": true, "clearance": {"min": 0.05, "max": 0.05}}, {"basis": "predicted"}]}`},
		{"a strip in a bore that will be machined is void",
			metricDoc("", metricTurned+", "+metricTunnel, journalAsFound,
				`{"kind": "strip", "of": "main_journal", "number": 1, "readings": [0.200]}`,
				`{"kind": "main_housing", "number": 1, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[54.030, 54.004]]}`),
			`{"fits": [{"basis": "strip", "used": false, "verdict": "beyond"}, {"basis": "predicted", "used": true}]}`},
		{"a line taken before the tunnel was honed is history",
			metricDoc("", metricTunnel, tunnelRead(`{}`), `{"kind": "main_alignment", "vertical": [0, 0.100, 0]}`,
				`{"kind": "main_housing", "number": 1, "state": "after_line_hone", "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[54.006, 54.006]]}`),
			`{"features": [{}, {"kind": "main_alignment", "stale": true}, {}], "sets": [{"set": "main_housings", "action": "reuse"}]}`},
	})
}

// A shaft held off its axis is not bent; the ends of the bar count, not the drop between them.
func TestTurnsAreTakenOffTheEnds(t *testing.T) {
	turn := func(number, readings string) string {
		return `{"kind": "runout", "number": ` + number + `, "angles": [0, 90, 180, 270], "indicator": [` + readings + `]}`
	}
	held := "0.040, 0, -0.040, 0"
	holds(t, []figure{
		{"the same on every main", // TIR 0.080 as read
			metricDoc("", metricTurned, journalAsFound, turn("1", held), turn("2", held), turn("3", held)),
			`{"features": [{}, {"tir": 0.08, "tir_axis": 0, "throw": 0, "checks": [{"value": 0, "verdict": "within"}]}]}`},
		{"a bend between the ends", // (0.080 − 0.040) · 2 = 0.080
			metricDoc("", metricTurned, journalAsFound,
				turn("1", held), turn("2", "0.080, 0, -0.080, 0"), turn("3", held)),
			`{"features": [{}, {}, {"tir": 0.16, "tir_axis": 0.08, "throw": 0.04, "checks": [{"value": 0.08, "limit": 0.05, "verdict": "beyond"}]}]}`},
		{"an end that was not read leaves it as read",
			metricDoc("", metricTurned, journalAsFound, turn("2", held)),
			`{"features": [{}, {"tir": 0.08, "throw": 0.04, "checks": [{"value": 0.08, "verdict": "beyond"}]}]}`},
	})
}
