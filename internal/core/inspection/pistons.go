package inspection

import (
	"math"
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// thrustSide is where a skirt is measured: square to its pin.
const thrustSide = 90 * unit.Degree

// boreClass is the class of the bore that a piston runs in, which its own follows; standard where nobody read it.
func (in *Inspection) boreClass(bore part.Ref) unit.Length {
	limits, _ := in.LimitsAt(bore.Kind, bore.Number)
	at, ok := in.Latest(bore.Kind, bore.Number)
	if !ok || limits.New == nil {
		return 0
	}
	smallest, _, measured := form.Range(in.Features[at].counted().All())
	if !measured {
		return 0
	}
	class, _ := limit.BoreClass(*limits.New, limits.Oversizes, smallest, limit.ClassTolerance(in.Unit))
	return class
}

// bushClass is the undersize of the journals that a bush was made for: the one whose new range its smallest reading
// lies nearest to.
func (in *Inspection) bushClass(f *Feature, new limit.Range, smallest unit.Length) (class unit.Length) {
	limits, _ := in.LimitsAt(f.Kind.Row().Mate, f.Number)
	for _, step := range limits.Undersizes {
		if (new.Middle() - step - smallest).Abs() < (new.Middle() - class - smallest).Abs() {
			class = step
		}
	}
	return class
}

// skirt holds a piston, square to its pin, against the range of new ones where nobody said how much it may wear: a
// collapsed skirt lies well below it. Less than 0.001 in / 0.025 mm is use; common practice.
func (out *Finding) skirt(in *Inspection, f *Feature, grid form.Grid, limits *limit.Limits) {
	if !f.Kind.InBore() || limits.New == nil || limits.WearMax != nil {
		return
	}
	across := grid.InDirections(grid.Nearest(thrustSide))
	if len(across) == 0 {
		return
	}
	least := limits.New.Min + out.Class() - limit.ClassTolerance(in.Unit)
	out.Checks = append(out.Checks, in.Policy.DecisionRule.Lower(limit.CheckSkirt, slices.Max(across), &least, out.U))
}

// judgePinFits gives each pin the checks of its play in its piston and in its rod, where these are limited.
func (in *Inspection) judgePinFits(findings []Finding) {
	for i := range findings {
		pin := &findings[i]
		row := pin.Kind.Row()
		if at, ok := in.Latest(pin.Kind, pin.Number); row.Fit != "" || !pin.Kind.Grid() || !pin.Measured() || !ok ||
			at != i {
			continue
		}
		for _, kind := range row.In {
			at, ok := in.Latest(kind, pin.Number)
			limits, _ := in.LimitsAt(kind, pin.Number)
			c := limits.Clearance
			if c == nil { // one clearance holds for both
				own, _ := in.LimitsAt(pin.Kind, pin.Number)
				c = own.Clearance
			}
			if ok && findings[at].Measured() && c != nil && (c.New != nil || c.Max != nil) {
				in.judgePinFit(pin, &findings[at], *c)
			}
		}
	}
}

func (in *Inspection) judgePinFit(pin, bore *Finding, c limit.Clearance) {
	rule, u := in.Policy.DecisionRule, math.Hypot(pin.U, bore.U)
	var least, most *unit.Length
	if c.New != nil {
		least, most = &c.New.Min, &c.New.Max
	}
	if c.Max != nil {
		most = c.Max
	}
	name := kindCheck(bore.Kind) + "_fit"
	pin.Checks = append(pin.Checks, rule.Lower(name.Low(), *bore.Min-*pin.Max, least, u),
		rule.Upper(name, *bore.Max-*pin.Min, most, u))
}
