package exchange

import (
	"fmt"
	"testing"
)

const (
	metricMains = `"main_journal": {"new": {"min": 50.000, "max": 50.020}, "taper_max": 0.010, "out_of_round_max": 0.010, "wear_max": 0.060, "undersizes": [0.25, 0.50],
	"clearance": {"new": {"min": 0.030, "max": 0.060}, "max": 0.100}, "shells": [-0.025, 0.025], "shells_at": {"0.25": [-0.05]}}`
	metricBores = `"cylinder": {"new": {"min": 90.000, "max": 90.020}, "wear_max": 0.150, "taper_max": 0.100, "out_of_round_max": 0.060, "oversizes": [0.50, 1.00],
	"clearance": {"new": {"min": 0.040, "max": 0.060}, "max": 0.100}}, "piston": {"new": {"min": 89.950, "max": 89.960}}`
	metricRods = `"rod_housing": {"new": {"min": 56.000, "max": 56.010}, "out_of_round_max": 0.010, "taper_max": 0.010}`
	bare       = `"confirm": false`
)

func metricMain(number, more, readings string) string {
	return `{"kind": "main_journal", "number": ` + number + `, "look": "smooth", ` + more +
		`"stations": ["A", "B"], "directions": [0, 90], "readings": ` + readings + `}`
}

func metricShells(number, more, size string) string {
	return `{"kind": "main_bearing", "number": ` + number + `, ` + more +
		`"stations": ["m"], "directions": [0, 90], "readings": [[` + size + `, ` + size + `]]}`
}

func metricBore(number, more, size string) string {
	return `{"kind": "cylinder", "number": ` + number + `, "look": "smooth", ` + more +
		`"stations": ["top", "bottom"], "directions": [0, 90], "readings": [[` + size + `, ` + size + `], [` + size +
		`, ` + size + `]]}`
}

func metricPiston(number, more, size string) string {
	return `{"kind": "piston", "number": ` + number + `, "look": "smooth", ` + more +
		`"stations": ["skirt"], "directions": [90], "readings": [[` + size + `]]}`
}

func metricRod(number, more, vertical, across string) string {
	return `{"kind": "rod_housing", "number": ` + number + `, ` + more +
		`"stations": ["front", "rear"], "directions": [0, 90], "readings": [[` + vertical + `, ` + across + `], [` +
		vertical + `, ` + across + `]]}`
}

const soundMain = "[[50.010, 50.010], [50.010, 50.010]]"

// What is judged besides sizes and form: worked out by hand from the rules. Common practice.
func TestJudged(t *testing.T) {
	holds(t, []figure{
		// Used shells
		{"a clearance with used shells decides nothing where shells are renewed",
			metricDoc(bare, metricMains, metricMain("1", "", soundMain),
				metricShells("1", `"fitted": {"condition": "used"}, `, "50.055")),
			`{"fits": [{"basis": "measured", "used": false, "used_shells": true}, {"basis": "predicted", "used": true}],
			  "sets": [{"set": "main_journals", "action": "reuse", "provisional": true, "asks": [{"what": "fit", "feature": {"kind": "main_journal", "number": 1}}]}]}`},
		{"it accepts where the shop refits good ones",
			metricDoc(bare+`, "refit_shells": true`, metricMains, metricMain("1", "", soundMain),
				metricShells("1", `"fitted": {"condition": "used"}, `, "50.055")),
			`{"fits": [{"basis": "measured", "used": true}, {"used": false}],
			  "sets": [{"action": "reuse", "provisional": false}]}`},
		{"it condemns nothing even there",
			metricDoc(bare+`, "refit_shells": true`, metricMains, metricMain("1", "", soundMain),
				metricShells("1", `"fitted": {"condition": "used"}, `, "50.155")),
			`{"fits": [{"basis": "measured", "used": false}, {"basis": "predicted", "used": true}],
			  "sets": [{"action": "reuse", "shell": 0, "provisional": true}]}`},

		// Shells by class
		{"select shells of another class are its own",
			metricDoc(bare, metricMains, metricMain("1", "", "[[49.760, 49.760], [49.760, 49.760]]"),
				metricShells("1", "", "49.880")), // 0.120 of play, 0.070 with the shell of −0.05
			`{"sets": [{"action": "reuse", "size_class": 0.25, "step": 0.25, "shell": -0.05}]}`},

		// Damage
		{"a damaged place asks for how deep it is",
			metricDoc(bare, metricMains, metricMain("1", "", `[[50.010, "damaged"], [50.010, 50.010]]`)),
			`{"sets": [{"action": "grind", "step": 0.25, "provisional": true, "asks": [{"what": "depth", "cells": [["A", 90]]}]}]}`},
		{"a deep one asks for a larger step", // 50.010 − 2 × 0.13 < 50.010 − 0.25 = the middle less the step
			metricDoc(bare, metricMains, metricMain("1", "", `[[50.010, {"reason": "damaged", "depth": 0.13}], [50.010, 50.010]]`)),
			`{"sets": [{"action": "grind", "step": 0.5, "provisional": false}]}`},
		{"a shallow one does not",
			metricDoc(bare, metricMains, metricMain("1", "", `[[50.010, {"reason": "damaged", "depth": 0.12}], [50.010, 50.010]]`)),
			`{"sets": [{"action": "grind", "step": 0.25, "members": [{"action": "grind", "step": 0.25, "finished": {"min": 49.75, "max": 49.77}}]}]}`},

		// A polish
		{"a polish leaves the most worn journal its limit", // wear 0.058: 0.002 is left
			metricDoc(bare, metricMains, `{"kind": "main_journal", "number": 1, "look": "marked", "stations": ["A"],
				"directions": [0, 90], "readings": [[49.962, 49.962]]}`, `{"kind": "strip", "of": "main_journal", "number": 1, "readings": [0.029]}`),
			`{"sets": [{"action": "polish", "step": 0, "members": [{"finished": {"min": 49.96, "max": 49.962}}]}]}`},

		// Members and what was not seen
		{"two stations do not see a barrel, two directions no oval at 45°",
			metricDoc(bare, metricMains, metricMain("1", "", soundMain)),
			`{"sets": [{"members": [{"feature": {"kind": "main_journal", "number": 1}, "action": "reuse", "step": 0, "shell": 0}],
			  "not_seen": [{"check": "shape", "why": "plan"}, {"check": "oval", "why": "plan"}, {"check": "clearance", "why": "unmeasured"}]}]}`},
		{"a shaft that nobody turned stays provisionally",
			metricDoc(bare, `"main_journal": {"new": {"min": 50.000, "max": 50.020}, "wear_max": 0.060, "runout_max": 0.030}`,
				metricMain("1", "", soundMain)),
			`{"sets": [{"action": "reuse", "provisional": true, "not_seen": [{"check": "runout", "why": "unmeasured"}], "asks": [{"what": "runout"}]}]}`},

		// Rods one by one
		{"one rod is resized, one bought, one kept",
			metricDoc(bare, metricRods, metricRod("1", "", "56.005", "56.005"),
				metricRod("2", "", "56.030", "56.008"), metricRod("3", "", "56.010", "56.025")),
			`{"sets": [{"set": "rod_housings", "action": "replace", "members": [
				{"feature": {"number": 1}, "action": "reuse"}, {"feature": {"number": 2}, "action": "resize", "finished": {"min": 56, "max": 56.01}},
				{"feature": {"number": 3}, "action": "replace"}]}]}`},
		{"a blued big end is another rod", metricDoc(bare, metricRods, metricRod("1", `"look": "heat", `, "56.005", "56.005"),
			metricRod("2", "", "56.005", "56.005")),
			`{"sets": [{"action": "replace", "members": [{"action": "replace"}, {"action": "reuse"}], "asks": [{"what": "test", "feature": {"number": 1}}]}]}`},
		{"tested, it may be resized", metricDoc(bare, metricRods,
			metricRod("1", `"look": "heat", "tests": [{"what": "crack", "passed": true}, {"what": "hardness", "passed": true}], `, "56.005", "56.005")),
			`{"sets": [{"action": "resize", "members": [{"action": "resize"}]}]}`},
		{"a crack test that found one", metricDoc(bare, metricRods,
			metricRod("1", `"look": "smooth", "tests": [{"what": "crack", "passed": false}], `, "56.005", "56.005")),
			`{"sets": [{"action": "replace", "members": [{"action": "replace"}]}]}`},
		{"a big end that is only tight needs no cut", // the cap loses max(0, 55.99 − (56.01 − 0.05)) = 0.03
			metricDoc(bare+`, "cap_cut_max": 0.03`, metricRods, metricRod("1", "", "55.99", "55.99")),
			`{"sets": [{"action": "resize", "step": 0}]}`},

		// The tunnel
		{"out of round alone may be accepted on its clearance",
			metricDoc(bare, metricMains+`, "main_housing": {"new": {"min": 54.000, "max": 54.030}, "out_of_round_max": 0.010}`,
				metricMain("1", "", soundMain), metricShells("1", "", "50.055"),
				`{"kind": "main_housing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[54.005, 54.020]]}`),
			`{"sets": [{"set": "main_journals"}, {"set": "main_housings", "action": "line_hone", "options": [{"action": "reuse", "feasible": false},
				{"action": "line_hone", "feasible": true}, {"action": "reuse", "method": "accept", "feasible": true}, {"action": "replace", "feasible": true}]}]}`},
		{"bores that differ by design are each held against their own middle",
			metricDoc(bare, `"main_housing": {"new": {"min": 54.000, "max": 54.020}, "bore_to_bore_max": 0.005, "by_number": {"2": {"new": {"min": 58.000, "max": 58.020}}}}`,
				`{"kind": "main_housing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[54.008, 54.008]]}`,
				`{"kind": "main_housing", "number": 2, "stations": ["m"], "directions": [0, 90], "readings": [[58.012, 58.012]]}`),
			`{"sets": [{"action": "reuse", "checks": [{"name": "bore_to_bore", "value": 0.004, "verdict": "within"}]}]}`},

		// Cylinders and pistons
		{"new pistons are bought for an oversize where honing would set them up at the service limit", // 0.065 of 0.060
			metricDoc(bare, metricBores, metricBore("1", "", "90.020"), metricPiston("1", "", "89.900")),
			`{"sets": [{"set": "cylinders", "action": "bore", "step": 0.5, "options": [{"action": "hone", "feasible": true,
				"clearances": [{"clearance": {"min": 0.065, "max": 0.065}}]}]}, {"set": "pistons", "action": "replace"}]}`},
		{"and without an oversize they are honed all the same", // and it is said
			metricDoc(bare, `"cylinder": {"new": {"min": 90.000, "max": 90.020}, "clearance": {"new": {"min": 0.040, "max": 0.060}, "max": 0.100}}, "piston": {"new": {"min": 89.950, "max": 89.960}}`, metricBore("1", "", "90.020"),
				metricPiston("1", "", "89.900")),
			`{"sets": [{"set": "cylinders", "action": "hone", "reasons": [{}, {}, {}, {"code": "hone_service"}]}]}`},
		{"sound bores are not bored for a worn piston", // 90.012 − 89.900 = 0.112; a new one of 89.955 leaves 0.057
			metricDoc(bare, metricBores, metricBore("1", "", "90.012"), metricPiston("1", "", "89.900"),
				metricBore("2", "", "90.010"), metricPiston("2", "", "89.955")),
			`{"sets": [{"set": "cylinders", "action": "hone", "members": [{"action": "hone"}, {"action": "hone"}]},
				{"set": "pistons", "action": "replace", "members": [{"action": "replace"}, {"action": "reuse"}]}]}`},
		{"where nobody says what a new one measures it is said, and not chosen",
			metricDoc(bare, `"cylinder": {"new": {"min": 90.000, "max": 90.020}, "oversizes": [0.50], "clearance": {"new": {"min": 0.040, "max": 0.060}, "max": 0.100}}`,
				metricBore("1", "", "90.020"), metricPiston("1", "", "89.900")),
			`{"sets": [{"set": "cylinders", "action": "bore", "step": 0.5}]}`},
		{"two cylinders that force a larger step may be sleeved", // 90.000 + 2 × 0.400 + 0.025 = 90.825
			metricDoc(bare, metricBores, metricBore("1", "", "90.400"), metricBore("2", "", "90.400"),
				metricBore("3", "", "90.005"),
				metricBore("4", "", "90.005")),
			`{"sets": [{"set": "cylinders", "action": "bore", "step": 1, "options": [{"action": "hone", "feasible": false}, {"action": "bore", "step": 0.5, "feasible": false},
				{"action": "bore", "step": 1, "feasible": true}, {"action": "sleeve", "method": "sleeve_some", "step": 0, "feasible": true}, {"action": "replace"}]}]}`},
		{"a crack beside an unread bore promises nothing",
			metricDoc(bare, metricBores, `{"kind": "cylinder", "number": 1, "look": "cracked", "stations": ["top"], "directions": [0], "readings": [[90.005]]}`,
				`{"kind": "cylinder", "number": 2, "stations": ["top"], "directions": [0], "readings": [[null]]}`),
			`{"sets": [{"set": "cylinders", "action": "measure"}]}`},
		{"the unworn size saves a step", // by the book 90.000 + 2 × 0.248 + 0.025 = 90.521, above 90.510
			metricDoc(bare, metricBores, metricBore("1", `"unworn": 90.012, `, "90.248")), // 90.012 + 2 × 0.236 + 0.025 = 90.509
			`{"sets": [{"set": "cylinders", "action": "bore", "step": 0.5, "ladder": [{"cleans": 90.509}]}]}`},

		// The smaller things
		{"a groove decides pistons that nobody measured",
			metricDoc(bare, `"ring_groove": {"new": {"min": 0.030, "max": 0.060}, "max": 0.100}`,
				`{"kind": "ring_groove", "number": 2, "readings": [0.120, 0.040, 0.040]}`,
				`{"kind": "ring_groove", "number": 1, "readings": [0.050, 0.040, 0.040]}`),
			`{"sets": [{"set": "pistons", "action": "replace", "members": [{"feature": {"kind": "piston", "number": 2}, "action": "replace"}, {"feature": {"number": 1}, "action": "reuse"}]}]}`},
		{"rails are wide by design",
			metricDoc(bare, `"ring_gap": {"new": {"min": 0.30, "max": 0.50}, "rings": {"oil": {"min": 0.40, "max": 1.40}}}`,
				`{"kind": "ring_gap", "number": 1, "readings": [0.35, 0.45, 1.20]}`),
			`{"features": [{"checks": [{"name": "ring_gap_low", "value": 0.35, "verdict": "within"}, {"name": "ring_gap", "value": 0.45, "limit": 0.5, "verdict": "within"}]}],
			  "sets": [{"set": "rings", "action": "reuse"}]}`},
		{"a bent rod is replaced, a worn small end bushed",
			metricDoc(bare, `"rod_bend": {"max": 0.050}, "small_end": {"new": {"min": 22.000, "max": 22.010}, "wear_max": 0.020}`,
				`{"kind": "rod_bend", "number": 1, "readings": [0.080, 0.010]}`, `{"kind": "rod_bend", "number": 2, "readings": [0.010, 0.010]}`,
				`{"kind": "small_end", "number": 2, "stations": ["f"], "directions": [0, 90], "readings": [[22.030, 22.028]]}`),
			`{"sets": [{"set": "rods", "action": "replace", "members": [{"feature": {"kind": "rod_bend", "number": 1}, "action": "replace"}, {"feature": {"number": 2}, "action": "resize"}]}]}`},
		{"a pin loose in its piston is a new pin",
			metricDoc(bare, `"pin": {"new": {"min": 21.990, "max": 22.000}}, "pin_bore": {"clearance": {"new": {"min": 0.002, "max": 0.008}, "max": 0.020}}`,
				`{"kind": "pin", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[21.990, 21.990]]}`,
				`{"kind": "pin_bore", "number": 1, "stations": ["f"], "directions": [0, 90], "readings": [[22.015, 22.012]]}`),
			`{"features": [{"checks": [{"name": "size_low"}, {"name": "size_high"}, {"name": "out_of_round"}, {"name": "pin_bore_fit_low", "value": 0.022, "verdict": "within"}, {"name": "pin_bore_fit", "value": 0.025, "limit": 0.02, "verdict": "beyond"}]}],
			  "sets": [{"set": "pistons"}, {"set": "pins", "action": "replace"}]}`},
		{"a worn lobe is another camshaft", metricDoc(bare, `"cam_lobe": {"new": {"min": 6.00, "max": 6.20}}`,
			`{"kind": "cam_lobe", "number": 1, "readings": [30.00, 35.80]}`),
			`{"sets": [{"set": "cam_lobes", "action": "replace"}]}`},
		{"a scored lobe is another camshaft, with limits or without", metricDoc(bare, "",
			`{"kind": "cam_lobe", "number": 1, "look": "scored", "readings": [30.00, 36.10]}`),
			`{"sets": [{"set": "cam_lobes", "action": "replace"}]}`},
		{"nothing of a camshaft is good while one of its bushes is unread", metricDoc(bare,
			`"cam_journal": {"new": {"min": 44.95, "max": 45.00}, "taper_max": 0.05, "out_of_round_max": 0.05}, "cam_bearing": {"new": {"min": 45.02, "max": 45.06}}`,
			`{"kind": "cam_journal", "number": 1, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[44.98, 44.98]]}`,
			`{"kind": "cam_journal", "number": 2, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[44.98, 44.98]]}`,
			`{"kind": "cam_bearing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[45.03, 45.03]]}`,
			`{"kind": "cam_bearing", "number": 2, "stations": ["m"], "directions": [0, 90], "readings": [[null, null]]}`),
			`{"sets": [{"set": "cam_journals", "action": "measure", "asks": [{"what": "cells", "feature": {"kind": "cam_bearing", "number": 2}}]}]}`},

		// Read again
		{"a figure far from its neighbours is asked about, whatever the policy",
			metricDoc(bare, metricMains, metricMain("1", "", "[[50.010, 49.010], [50.010, 50.010]]")),
			`{"sets": [{"action": "remeasure", "asks": [{"what": "cells", "cells": [["A", 90]]}]}]}`},
		{"of two both are", metricDoc(bare, metricMains,
			`{"kind": "main_journal", "number": 1, "look": "smooth", "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 49.010]]}`),
			`{"sets": [{"action": "remeasure", "asks": [{"cells": [["A", 0], ["A", 90]]}]}]}`},
		{"a housing that is asked about keeps its journals waiting",
			metricDoc("", metricMains+`, "main_housing": {"new": {"min": 54.000, "max": 54.010}}`, metricMain("1", "", soundMain),
				metricShells("1", "", "50.055"),
				`{"kind": "main_housing", "number": 1, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[54.011, 54.005]]}`),
			`{"fits": [{"basis": "measured", "used": true}], "sets": [{"set": "main_journals", "action": "remeasure", "asks": [{"what": "cells", "feature": {"kind": "main_housing", "number": 1}, "cells": [["m", 0]], "readings": 2}]},
				{"set": "main_housings", "action": "remeasure"}]}`},
		{"a housing all of which was read with one zero: that is set anew before",
			metricDoc("", housingOfTen, housingZeroed(1, "[[54.011, 54.005]]")),
			`{"sets": [{"action": "remeasure", "asks": [{"what": "zero", "cells": [["m", 0]], "readings": 2}]}]}`},
		{"read with two zeros it is only read again",
			metricDoc("", housingOfTen, housingZeroed(2, "[[[54.011, 54.0105], 54.005]]")),
			`{"sets": [{"action": "remeasure", "asks": [{"what": "cells", "cells": [["m", 0]], "readings": 3}]}]}`},
		{"two bores apart by less than the means can tell",
			metricDoc("", `"main_housing": {"new": {"min": 54.000, "max": 54.030}, "bore_to_bore_max": 0.010}`,
				`{"kind": "main_housing", "number": 1, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[54.005, 54.005]]}`,
				`{"kind": "main_housing", "number": 2, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[54.016, 54.016]]}`),
			`{"sets": [{"action": "remeasure", "asks": [{"feature": {"number": 1}, "cells": [["m", 0], ["m", 90]], "readings": 2}, {"feature": {"number": 2}, "cells": [["m", 0], ["m", 90]], "readings": 2}]}]}`},

		// A coarse gauge
		{"a coarse gauge neither passes nor condemns what is near",
			metricDoc("", metricMains, metricMain("1", `"gauge": {"kind": "micrometer", "division": 0.01}, `, "[[50.010, 50.000], [50.010, 50.010]]")),
			`{"sets": [{"action": "remeasure", "asks": [{"what": "gauge", "division": 0.002}]}]}`},
		{"where there is no finer one it decides, provisionally",
			metricDoc("", metricMains, metricMain("1", `"gauge": {"kind": "micrometer", "division": 0.01, "finest": true}, `, "[[50.010, 50.000], [50.010, 50.010]]"),
				metricShells("1", "", "50.050")),
			`{"sets": [{"action": "reuse", "provisional": true}]}`},
		{"without confirming it decides plainly, provisionally",
			metricDoc(bare, metricMains, metricMain("1", `"gauge": {"kind": "micrometer", "division": 0.01}, `, "[[50.010, 50.000], [50.010, 50.010]]"),
				metricShells("1", "", "50.050")),
			`{"sets": [{"action": "reuse", "provisional": true}]}`},
	})
}

const housingOfTen = `"main_housing": {"new": {"min": 54.000, "max": 54.010}}`

// housingZeroed is a housing whose places were read with so many settings of the zero.
func housingZeroed(zeros int, readings string) string {
	return fmt.Sprintf(`{"kind": "main_housing", "number": 1, "look": "smooth", "condition": {"alike": true}, "stations": ["m"], "directions": [0, 90],
		"gauge": {"kind": "bore_gauge", "division": 0.001, "zeros": %d}, "readings": %s}`, zeros, readings)
}
