package truth

import (
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// A Row is one line of the table.
type Row struct {
	Case
	// Who names the hand.
	Who string
}

// The hands: what they repeat to, as standard deviations.
const (
	good     = unit.Tenth / 2
	ordinary = unit.Tenth
	loose    = 2 * unit.Tenth
	bores    = 5 * unit.Tenth / 2
)

// Rows are the lines of the table: journals by every plan and hand, by either rule and without reading again; then
// cylinders and the tunnel.
func Rows() (rows []Row) {
	add := func(who string, c Case) { rows = append(rows, Row{c, who}) }
	journals := func(plan string, hand unit.Length, rule limit.Rule) Case {
		return Case{Kind: part.MainJournal, Plan: plan, Gauge: unit.Tenth, Hand: hand, Rule: rule,
			Faults: []Fault{Taper, Barrel, Oval, Worn, Bent, OneEnd, LowSpot}, Unseen: unseen(plan)}
	}
	for _, plan := range []string{"1x2", "2x2", "2x4", "3x3", "3x4"} {
		add("good", journals(plan, good, limit.Plain))
		add("ordinary", journals(plan, ordinary, limit.Plain))
	}
	for _, plan := range []string{"3x3", "3x4"} {
		for _, c := range []Case{journals(plan, good, limit.Plain), journals(plan, ordinary, limit.Plain)} {
			c.Quick = true
			add(map[unit.Length]string{good: "good", ordinary: "ordinary"}[c.Hand], c)
		}
	}
	add("loose", journals("3x3", loose, limit.Plain))
	once := journals("3x3", ordinary, limit.Plain)
	once.Once = true
	add("ordinary", once)
	add("good", journals("3x3", good, limit.Guarded))
	add("ordinary", journals("3x3", ordinary, limit.Guarded))
	add("ordinary", Case{Kind: part.Cylinder, Plan: "3x2", Gauge: 5 * unit.Tenth, Hand: bores, Rule: limit.Plain,
		Faults: []Fault{Taper, Oval, Worn}})
	tunnel := func(gauge, hand unit.Length, zeros bool) Case {
		return Case{Kind: part.MainHousing, Plan: "2x3", Gauge: gauge, Hand: hand, Rule: limit.Plain, Zeros: zeros,
			Faults: []Fault{Taper, Oval, Size}}
	}
	for _, zeros := range []bool{false, true} {
		add("ordinary", tunnel(5*unit.Tenth, bores, zeros))
		add("good", tunnel(unit.Tenth, good, zeros))
	}
	return rows
}

// readings are those of a set before anything is asked for.
func (c Case) readings() int {
	p, _ := plan.Find(c.Plan)
	each := len(p.Stations) * len(p.Directions)
	if c.Quick {
		each = len(plan.QuickOf(p.Stations, p.Directions))
	}
	return counts[c.Kind] * each
}

// unseen are the faults that a plan cannot see: what lies between its stations or at one end of them, and every oval
// where its directions are too few to show it for certain.
func unseen(plan string) []Fault {
	hidden := []Fault{OneEnd, LowSpot}
	switch plan {
	case "1x2":
		return append(hidden, Taper, Barrel, Oval)
	case "2x2":
		return append(hidden, Barrel, Oval)
	case "2x4":
		return append(hidden, Barrel)
	}
	return hidden
}
