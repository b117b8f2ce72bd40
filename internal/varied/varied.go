// Package varied draws inspections at random for tests: every kind of part, each with the faults
// that benches find, under every policy. The same seed draws the same document, whatever else
// changes: what Ledge says of them is recorded.
package varied

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"strconv"
)

// Document draws a ledge.inspection/1 document.
func Document(seed uint64) []byte {
	d := draw{Rand: rand.New(rand.NewPCG(seed, 12)), metric: seed%2 == 1, mild: seed%4 < 2}
	text, err := json.MarshalIndent(d.document(), "", " ")
	if err != nil {
		panic(err) // maps of plain values
	}
	return text
}

type object = map[string]any

// A draw is one document being drawn. Its lengths are whole counts of 0.0001 in, or of 0.002 mm.
type draw struct {
	*rand.Rand
	metric    bool
	mild      bool // worn little: what is still to be kept is judged, too
	cylinders int
	throws    int
	mains     int
	features  []any
}

func (d *draw) chance(percent int) bool { return d.IntN(100) < percent }

func pick[T any](d *draw, from ...T) T { return from[d.IntN(len(from))] }

// length is a count as a decimal number.
func (d *draw) length(count int) json.Number {
	if d.metric {
		return json.Number(strconv.FormatFloat(float64(count)*0.002, 'f', 3, 64))
	}
	return json.Number(strconv.FormatFloat(float64(count)*0.0001, 'f', 4, 64))
}

func (d *draw) lengths(counts ...int) []json.Number {
	all := make([]json.Number, len(counts))
	for i, c := range counts {
		all[i] = d.length(c)
	}
	return all
}

func (d *draw) span(least, most int) object {
	return object{"min": d.length(least), "max": d.length(most)}
}

// steps are what a shop's undersizes and oversizes are counted in.
func (d *draw) step() int {
	if d.metric {
		return 125 // 0.25 mm
	}
	return 100
}

func (d *draw) document() object {
	doc := object{"format": "ledge.inspection/1", "unit": "in",
		"job": object{"number": "V-1", "duty": pick(d, "standard", "heavy")}}
	if d.metric {
		doc["unit"] = "mm"
	}
	arrangement := pick(d, "inline", "inline", "v", "flat")
	each := 1
	if arrangement == "v" {
		each = 2
	}
	d.throws = 1 + d.IntN(4)
	d.cylinders, d.mains = d.throws*each, d.throws+1
	if d.chance(80) {
		doc["engine"] = object{"arrangement": arrangement, "cylinders": d.cylinders, "mains": d.mains,
			"throws": d.throws, "cylinders_per_throw": each}
	}
	doc["policy"] = d.policy()
	limits := object{}
	d.grids(limits)
	d.lists(limits)
	doc["limits"] = limits
	if d.chance(20) {
		doc["limits_close"] = object{"main_journal": object{"taper_max": d.length(2),
			"out_of_round_max": d.length(2)}, "cylinder": object{"wear_max": d.length(20)}}
	}
	if d.chance(25) {
		doc["decisions"] = []any{d.decision()}
	}
	doc["features"] = d.features
	return doc
}

func (d *draw) policy() object {
	p := object{}
	p["decision_rule"] = pick(d, "plain", "guarded")
	p["wear_reference"] = pick(d, "measured", "book", "middle")
	p["clearance_target"] = pick(d, "range", "range", "per_inch")
	p["bore_cleanup"] = pick(d, "hold_centre", "follow_wear")
	p["pin_cleanup"] = pick(d, "follow_wear", "hold_stroke")
	p["grind"] = pick(d, "when_needed", "when_needed", "when_needed", "always")
	p["limits"] = pick(d, "book", "book", "close")
	for _, name := range []string{"rings_renewed", "mixed_halves", "mixed_shells", "refit_shells", "confirm"} {
		p[name] = d.chance(50)
	}
	for _, name := range []string{"cleanup_allowance", "polish_stock", "hone_stock", "line_hone_stock",
		"cap_cut_max", "step_limit", "duty_clearance"} {
		if d.chance(25) {
			p[name] = d.length(d.IntN(40))
		}
	}
	return p
}

func (d *draw) decision() object {
	one := pick(d, object{"set": "main_housings", "action": "reuse"},
		object{"set": "main_housings", "action": "line_hone"},
		object{"set": "rod_housings", "action": "resize"},
		object{"set": "main_journals", "action": "grind", "step": d.length(d.step())},
		object{"set": "cylinders", "action": "bore", "step": d.length(d.step())},
		object{"set": "main_journals", "action": "polish", "shell": d.length(10)},
		object{"set": "rod_journals", "action": "polish", "method": "mixed_shells"},
		object{"set": "cylinders", "action": "sleeve", "method": "sleeve_one"})
	one["by"] = "Wanda"
	return one
}

// A part is how a kind of grid is drawn.
type part struct {
	kind            string
	size, tolerance int // of new parts: from size - tolerance to size
	shaft           bool
	count           func(d *draw) int
	wear            int // at most
	state           string
}

func mains(d *draw) int     { return d.mains }
func throws(d *draw) int    { return d.throws }
func cylinders(d *draw) int { return d.cylinders }
func two(*draw) int         { return 2 }

var parts = []part{
	{"main_housing", 24378, 8, false, mains, 8, "after_line_hone"},
	{"main_journal", 22490, 10, true, mains, 30, "after_grind"},
	{"main_bearing", 22512, 0, false, mains, 20, ""},
	{"rod_housing", 21250, 8, false, throws, 10, "after_resize"},
	{"rod_journal", 19990, 10, true, throws, 40, "after_grind"},
	{"rod_bearing", 20012, 0, false, throws, 20, ""},
	{"cam_journal", 18700, 10, true, two, 20, "after_polish"},
	{"cam_bearing", 18722, 0, false, two, 20, ""},
	{"cylinder", 37200, 10, false, cylinders, 120, "after_hone"},
	{"piston", 37175, 10, true, cylinders, 40, "new_part"},
	{"small_end", 8130, 6, false, cylinders, 10, ""},
	{"pin", 8125, 4, true, cylinders, 10, ""},
	{"pin_bore", 8128, 4, false, cylinders, 10, ""},
}

func (d *draw) grids(limits object) {
	for _, p := range parts {
		if !d.chance(55) {
			continue
		}
		if d.chance(85) {
			limits[p.kind] = d.limitsOf(p)
		}
		plan := d.IntN(4)
		for number := 1; number <= p.count(d); number++ {
			if d.chance(5) {
				continue
			}
			d.features = append(d.features, d.grid(p, number, plan, "as_found"))
		}
		if p.state != "" && d.chance(15) {
			d.features = append(d.features, d.grid(p, 1, plan, p.state))
		}
	}
}

func (d *draw) limitsOf(p part) object {
	l := object{}
	if d.chance(90) {
		l["new"] = d.span(p.size-p.tolerance, p.size)
	}
	for name, most := range []int{5, 5, 20, 60} {
		if d.chance(75) {
			l[[]string{"taper_max", "out_of_round_max", "runout_max", "wear_max"}[name]] = d.length(most)
		}
	}
	switch p.kind {
	case "main_housing":
		l["bore_to_bore_max"], l["alignment_max"] = d.length(5), d.length(10)
	case "main_journal", "rod_journal", "cam_journal":
		if d.chance(85) {
			l["undersizes"] = d.lengths(d.step(), 2*d.step(), 3*d.step())
		}
		if d.chance(70) {
			l["shells"] = d.lengths(-10, 0, 10)
		}
		if d.chance(85) {
			l["clearance"] = d.clearance(12, 22, 35)
		}
	case "cylinder":
		if d.chance(85) {
			l["oversizes"] = d.lengths(2*d.step(), 3*d.step(), 4*d.step())
		}
		if d.chance(85) {
			l["clearance"] = d.clearance(20, 30, 50)
		}
	}
	if d.chance(30) {
		l["sources"] = object{"taper_max": pick(d, "maker", "shop"), "new": pick(d, "maker", "thumb")}
		if _, there := l["taper_max"]; !there {
			delete(l["sources"].(object), "taper_max")
		}
		if _, there := l["new"]; !there {
			delete(l, "sources")
		}
	}
	if d.chance(15) {
		l["by_number"] = object{"2": object{"out_of_round_max": d.length(3)}}
	}
	return l
}

func (d *draw) clearance(least, most, service int) object {
	c := object{}
	if d.chance(90) {
		c["new"] = d.span(least, most)
	}
	if d.chance(80) {
		c["max"] = d.length(service)
	}
	if d.chance(25) {
		c["target"] = d.span(least+2, most)
	}
	return c
}

func (d *draw) gauge() object {
	g := object{"kind": pick(d, "micrometer", "bore_gauge", "telescoping_gauge", "caliper"),
		"division": d.length(pick(d, 1, 1, 1, 2, 5))}
	if d.chance(25) {
		g["repeatability"] = d.length(1)
	}
	if d.chance(25) {
		g["setting_u"] = d.length(1)
	}
	return g
}

// grid draws a worn part: worn by an amount, tapered, oval at some angle, with a hand that repeats
// to a count, and the faults of records.
func (d *draw) grid(p part, number, plan int, state string) object {
	directions := [][]int{{0, 90}, {0, 45, 90, 135}, {0, 60, 120}, {0, 30, 60, 90, 120, 150}}[plan]
	stations := []string{"A", "B", "C"}[:1+d.IntN(3)]
	f := object{"kind": p.kind, "number": number, "state": state, "stations": stations, "directions": directions}
	worn := d.IntN(p.wear + 1)
	if d.mild || d.chance(60) {
		worn = d.IntN(p.wear/6 + 1)
	}
	taper, oval, angle := d.IntN(5), d.IntN(5), float64(d.IntN(180))
	if d.mild {
		taper, oval = d.IntN(3), d.IntN(3)
	}
	if odd := d.chance(20); odd && (!d.mild || d.chance(20)) {
		taper, oval = d.IntN(12), d.IntN(12)
	}
	size := p.size - d.IntN(p.tolerance+1)
	if !p.shaft && p.tolerance > 0 {
		size = p.size - p.tolerance + d.IntN(p.tolerance+1)
	}
	class := 0
	if odd := d.chance(15) && (!d.mild || d.chance(20)); odd || state == "after_grind" {
		class = d.step()
	}
	sense := 1
	if p.shaft {
		sense, class = -1, -class
	}
	hand := 1
	if d.mild {
		hand = d.IntN(2)
	}
	var rows []any
	deviation := d.chance(10)
	for s := range stations {
		var row []any
		for _, at := range directions {
			about := math.Cos(2 * (float64(at) - angle) * math.Pi / 180)
			out := int(math.Round(float64(oval) * (about + 1) / 2))
			v := size + class + sense*(worn+taper*s/2+out) + d.IntN(2*hand+1) - hand
			if deviation {
				v -= p.size
			}
			switch {
			case d.chance(1):
				row = append(row, nil)
			case d.chance(2):
				row = append(row, pick(d, "damaged", "no access"))
			case d.chance(8):
				row = append(row, d.lengths(v, v+d.IntN(5)-2))
			default:
				row = append(row, d.length(v))
			}
		}
		rows = append(rows, row)
	}
	f["readings"] = rows
	if d.chance(70) {
		f["look"] = pick(d, "smooth", "smooth", "smooth", "marked", "marked", "scored", "heat")
		if d.mild {
			f["look"] = pick(d, "smooth", "smooth", "marked")
		}
		if d.chance(4) && (!d.mild || d.chance(15)) {
			f["look"] = "cracked"
		}
	}
	if d.chance(50) || deviation {
		g := d.gauge()
		if deviation {
			g["setting"], g["sense"] = d.length(p.size), 1
			f["instrument_readings"] = "deviation"
		}
		f["gauge"] = g
	}
	if d.chance(15) {
		f["condition"] = object{"torqued": d.chance(80), "temperature_c": 20 + d.IntN(3)}
	}
	if d.chance(10) {
		f["stamp"] = pick[any](d, "STD", d.length(d.step()))
	}
	if d.chance(25) {
		f["unworn"] = d.length(size + class)
	}
	if len(stations) > 1 && d.chance(5) {
		f["added_stations"] = 1
	}
	if p.tolerance == 0 && d.chance(30) {
		f["fitted"] = object{"shell": d.length(pick(d, -10, 0, 10))}
		if d.chance(30) {
			f["fitted"].(object)["step"] = d.length(d.step())
		}
	}
	return f
}

// list adds a feature of a list kind.
func (d *draw) list(kind string, number int, fields object) {
	f := object{"kind": kind}
	if number > 0 {
		f["number"] = number
	}
	for name, value := range fields {
		f[name] = value
	}
	if d.chance(15) {
		f["gauge"] = object{"kind": "indicator", "division": d.length(pick(d, 1, 5))}
	}
	d.features = append(d.features, f)
}

func (d *draw) some(n, from, to int) []json.Number {
	counts := make([]int, n)
	for i := range counts {
		counts[i] = from + d.IntN(to-from+1)
	}
	return d.lengths(counts...)
}

func (d *draw) lists(limits object) {
	if d.chance(40) {
		if d.chance(80) {
			limits["end_float"] = object{"new": d.span(20, 80), "max": d.length(120)}
		}
		fields := object{"at_0": d.some(3, 30, 90), "at_180": d.some(3, 30, 90)}
		if d.chance(40) {
			fields["feeler"], fields["return"] = d.length(20+d.IntN(80)), d.length(d.IntN(6))
		}
		d.list("end_float", 0, fields)
	}
	for main := 1; main <= d.mains; main++ {
		if d.chance(25) {
			d.list("runout", main, object{"tir": d.length(d.IntN(40))})
		} else if d.chance(40) {
			throw, angle := float64(d.IntN(25)), float64(d.IntN(360))
			var shown []int
			for eighth := range 8 {
				shown = append(shown, int(math.Round(throw*math.Cos((float64(eighth)*45-angle)*math.Pi/180)))+d.IntN(2))
			}
			d.list("runout", main, object{"angles": []int{0, 45, 90, 135, 180, 225, 270, 315},
				"indicator": d.lengths(shown...)})
		}
	}
	for of, count := range []int{d.mains, d.throws, 2} {
		if d.chance(15) {
			for number := 1; number <= count; number++ {
				kind := []string{"main_journal", "rod_journal", "cam_journal"}[of]
				d.list("strip", number, object{"of": kind, "readings": d.some(2, 8, 40)})
			}
		}
	}
	d.flat(limits)
	for _, one := range []struct {
		kind            string
		count, readings int
		least, most     int
		limits          object
	}{
		{"ring_gap", d.cylinders, 3, 80, 400, object{"new": d.span(100, 200), "max": d.length(350)}},
		{"ring_groove", d.cylinders, 3, 5, 70, object{"new": d.span(10, 30), "max": d.length(60)}},
		{"protrusion", d.cylinders, 2, -60, 120, object{"new": d.span(0, 80)}},
		{"rod_length", d.cylinders, 1, 65000, 65020, object{"new": d.span(65000, 65015)}},
		{"rod_bend", d.cylinders, 2, -15, 15, object{"max": d.length(10)}},
		{"main_shell", d.mains, 4, 930, 940, object{"new": d.span(930, 938)}},
		{"rod_shell", d.throws, 4, 620, 628, object{"new": d.span(620, 626)}},
		{"cam_lobe", 2, 2, 15000, 18000, object{"new": d.span(2000, 3000)}},
		{"pin_height", d.throws, 2, 1000, 32000, object{"new": d.span(29900, 30100)}},
	} {
		if !d.chance(25) {
			continue
		}
		if d.chance(70) {
			limits[one.kind] = one.limits
		}
		for number := 1; number <= one.count; number++ {
			d.list(one.kind, number, object{"readings": d.some(one.readings, one.least, one.most)})
		}
	}
	if d.chance(25) {
		for number := 1; number <= d.cylinders; number++ {
			d.list("rod_weight", number,
				object{"big_end": json.Number(fmt.Sprint(400 + d.IntN(20))),
					"small_end": json.Number(fmt.Sprint(150 + d.IntN(10)))})
		}
	}
}

// flat adds decks and tunnels.
func (d *draw) flat(limits object) {
	if d.chance(35) {
		if d.chance(80) {
			limits["deck"] = object{"max": d.length(30), "skim_max": d.length(100)}
		}
		if d.chance(50) {
			var lines []any
			for _, name := range []string{"long_left", "cross_front", "diagonal_1"} {
				lines = append(lines, object{"line": name, "gap": d.length(d.IntN(60))})
			}
			d.list("deck", 0, object{"lines": lines})
		} else {
			d.list("deck_heights", 0, object{"rows": []any{d.some(5, -20, 20), d.some(5, -20, 20),
				d.some(5, -20, 20)}})
		}
	}
	switch {
	case d.chance(25):
		d.list("main_alignment", 0, object{"vertical": d.some(d.mains, -8, 8), "sideways": d.some(d.mains, -8, 8)})
	case d.chance(20):
		d.list("tunnel_edge", 0, object{"readings": d.some(d.mains, 0, 15)})
	}
}
