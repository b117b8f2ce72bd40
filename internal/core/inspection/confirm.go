package inspection

import (
	"math"
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// Readings that a cell must hold before a near value decides: two, and up to five where it stays
// beyond by less than its uncertainty. Simulated: more find nothing more.
const (
	confirmed    = 2
	MostConfirms = 5
	mostZeros    = 2
)

// An Again asks for cells to be read once more, so that each holds a number of readings, or with a finer gauge.
type Again struct {
	Cells    []plan.Cell
	Readings int
	// Finer is the division of a gauge that would tell, where readings alone do not.
	Finer unit.Length
	// Zero tells that the gauge's zero is set anew before: all that was read so far shares its error.
	Zero bool
}

// A Nearness is how a check stands once what is near its limit was read again.
type Nearness int

// The standings. Clear values decide nothing against a part; those that stand do.
const (
	Clear Nearness = iota
	Near           // it asks to be read again
	Stands
	// Open values stay too near to call however often they are read: they decide plainly, provisionally.
	Open
)

// Confirm tells how a check stands. A value that is beyond by less than its uncertainty is near, and
// so is a difference of one set-up that is inside by no more than half a division: the cells that
// make it are read again, and all readings of a cell are averaged. When every one of them holds its
// readings the means decide. Under the guarded rule a value inside by no more than half of its uncertainty is near,
// too, and what five readings leave open asks for a finer gauge.
func (in *Inspection) Confirm(f *Feature, out *Finding, c limit.Check) (Nearness, *Again) {
	if c.Limit == nil || c.Verdict == limit.NoLimit {
		return Clear, nil
	}
	one := confirming{in: in, f: f, inside: in.gauge(f).Division / 2, guarded: in.Policy.DecisionRule == limit.Guarded}
	switch c.Name {
	case limit.CheckTaper:
		one.spreads(out.Grid.Tapers(), *c.Limit)
	case limit.CheckOutOfRound:
		one.spreads(out.Grid.Ovals(), *c.Limit)
	case limit.CheckOval:
		u := out.Pooled.Spread(out.Grid, func(p form.Place) float64 { return one.u(p).Fit(1) })
		one.value(c.Value, *c.Limit, unit.Round(2*u), out.Grid.OvalCells())
	case limit.CheckWear, limit.CheckSizeLow, limit.CheckSizeHigh:
		ends := out.Grid.Ends()
		cell := ends.Large
		if c.Name == limit.CheckSizeLow || c.Name == limit.CheckWear && f.Kind.Shaft() {
			cell = ends.Small
		}
		one.inside = -1 // a size inside its limit is inside
		one.zeros = f.Kind.Housing()
		value, most := c.Value, *c.Limit
		if c.Name == limit.CheckSizeLow {
			value, most = -value, -most
		}
		one.value(value, most, unit.Round(2*one.u(cell).Size()), []form.Place{cell})
	default:
		switch c.Verdict {
		case limit.Beyond:
			return Stands, nil
		case limit.Unsure:
			return Open, nil
		}
	}
	switch {
	case one.stands:
		return Stands, nil
	case len(one.again.Cells) > 0:
		return Near, &one.again
	case one.open:
		return Open, nil
	}
	return Clear, nil
}

// A confirming gathers what one check asks for.
type confirming struct {
	in     *Inspection
	f      *Feature
	inside unit.Length
	// guarded is the rule; open tells that a value stays too near to call.
	guarded, open bool
	stands        bool
	// zeros tells that a zero of its own is wanted for what is read again.
	zeros bool
	again Again
}

type uncertain interface {
	Size() float64
	Fit(float64) float64
}

func (c *confirming) u(p form.Place) uncertain {
	return c.in.cellUncertainty(c.f, &c.f.Cells[p.Station][p.Direction])
}

func (c *confirming) spreads(all []form.Spread, most unit.Length) {
	for _, s := range all {
		u := 2 * math.Hypot(c.u(s.Small).Fit(1), c.u(s.Large).Fit(1))
		c.value(s.Size, most, unit.Round(u), []form.Place{s.Small, s.Large})
	}
}

// value weighs one value that cells make.
func (c *confirming) value(v, most, u unit.Length, cells []form.Place) {
	beyond, inside := v > most, c.inside
	if c.guarded {
		inside = u / 2
	}
	if beyond && v-most >= u {
		c.stands = true
		return
	}
	if !beyond && most-v > inside {
		return
	}
	fewest := MostConfirms
	for _, p := range cells {
		fewest = min(fewest, c.held(p))
	}
	wanted := confirmed
	if (beyond || c.guarded) && fewest >= confirmed {
		wanted = fewest + 1
	}
	if fewest >= MostConfirms || fewest >= wanted {
		c.settled(beyond, v, most, u, cells)
		return
	}
	c.ask(wanted, cells)
}

// settled decides what as many readings as are asked for leave near: plainly by the means; under the guarded rule only
// where no finer gauge is to be had, or one was fetched already: nothing is asked for without end.
func (c *confirming) settled(beyond bool, v, most, u unit.Length, cells []form.Place) {
	if !c.guarded {
		c.stands = c.stands || beyond
		return
	}
	gauge := c.in.gauge(c.f)
	own, divisions := gauge.Uncertainty(1).Size(), c.in.divisions(c.f)
	_, hand := c.in.hands[c.f.Kind]
	for _, division := range divisions {
		another := instrument.Gauge{Kind: gauge.Kind, Division: division}
		if hand { // it stays as loose with another gauge
			another.Repeatability = gauge.Repeatability
		}
		better := another.Uncertainty(1).Size()
		fetched := gauge.Finest || gauge.Division < c.in.Unit.Pick(unit.Tenth, 2*unit.Micrometre)
		if !fetched && division < gauge.Division && float64(u)*better <= own*float64((v-most).Abs()) {
			c.again.Finer = division
			c.ask(1, cells)
			return
		}
	}
	c.open = true
}

func (c *confirming) ask(wanted int, cells []form.Place) {
	for _, p := range cells {
		zeros := c.f.ZerosAt(p.Station, p.Direction)
		c.again.Zero = c.again.Zero || c.zeros && c.again.Finer == 0 && zeros > 0 && zeros < mostZeros
	}
	c.again.Readings = max(c.again.Readings, wanted)
	for _, p := range cells {
		if (c.held(p) < wanted || c.again.Finer > 0) && !c.asked(p) {
			c.again.Cells = append(c.again.Cells, plan.Cell{Station: p.Station, Direction: p.Direction})
		}
	}
}

func (c *confirming) asked(p form.Place) bool {
	for _, cell := range c.again.Cells {
		if cell.Station == p.Station && cell.Direction == p.Direction {
			return true
		}
	}
	return false
}

// held is how many readings of a cell count.
func (c *confirming) held(p form.Place) int { return c.f.HeldAt(p) }

// HeldAt is how many readings of a cell count.
func (f *Feature) HeldAt(p form.Place) int {
	sizes, _ := f.counting(&f.Cells[p.Station][p.Direction])
	return len(sizes)
}

// NearSmall reports whether what an indicator showed lies beyond its limit by less than its uncertainty, or inside it
// by no more than half a division, under the guarded rule by no more than half of the uncertainty.
func (in *Inspection) NearSmall(f *Feature, c limit.Check) bool {
	margin, inside := c.Margin(), in.gauge(f).Division/2
	if in.Policy.DecisionRule == limit.Guarded {
		inside = c.U / 2
	}
	return margin < 0 && -margin < c.U || margin >= 0 && margin <= inside
}

// ConfirmMeans tells how the difference of two bores' means stands: near, all their cells are read again.
func (in *Inspection) ConfirmMeans(c limit.Check, bores []*Feature) (Nearness, int) {
	if c.Verdict == limit.NoLimit || c.Margin() >= 0 {
		return Clear, 0
	}
	if -c.Margin() >= c.U {
		return Stands, 0
	}
	fewest := MostConfirms
	for _, f := range bores {
		for _, row := range f.Cells {
			for at := range row {
				cell := &row[at]
				if sizes, _ := f.counting(cell); len(sizes) > 0 {
					fewest = min(fewest, len(sizes))
				}
			}
		}
	}
	if fewest >= MostConfirms {
		return Stands, 0
	}
	return Near, fewest + 1
}

// ReadingU is the standard uncertainty of one reading of f.
func (in *Inspection) ReadingU(f *Feature) float64 { return in.gauge(f).Uncertainty(1).Size() }

// Division is the step in which f was read: that of its gauge, else of the one that is assumed.
func (in *Inspection) Division(f *Feature) unit.Length { return in.gauge(f).Division }

// MeanU is the standard uncertainty of the mean of a grid beside others of one set-up.
func (in *Inspection) MeanU(f *Feature) float64 {
	sum, n := 0.0, 0
	for _, row := range f.Cells {
		for at := range row {
			cell := &row[at]
			if len(cell.Sizes) > 0 {
				u := in.cellUncertainty(f, cell).Fit(1)
				sum, n = sum+u*u, n+1
			}
		}
	}
	return math.Sqrt(sum) / float64(max(n, 1))
}

// ZerosAt is from how many settings of the gauge's zero the readings of a cell come; 0 where nobody knows.
func (f *Feature) ZerosAt(station, direction int) int {
	cell := f.Cells[station][direction]
	if len(cell.Setups) == 0 {
		return min(f.Zeros, len(cell.Sizes))
	}
	var seen []int
	for _, s := range cell.Setups {
		switch {
		case s == nil || s.Zero == 0:
			return 0
		case !slices.Contains(seen, s.Zero):
			seen = append(seen, s.Zero)
		}
	}
	return len(seen)
}

// ZerosTold is from how many settings of the zero what was read more than once comes, at least: 1 where nothing was; 0
// where nobody knows.
func (f *Feature) ZerosTold() int {
	least := MostConfirms
	read, again := false, false
	for s, row := range f.Cells {
		for d := range row {
			cell := &row[d]
			if len(cell.Sizes) == 0 {
				continue
			}
			zeros := f.ZerosAt(s, d)
			if zeros == 0 {
				return 0
			}
			read = true
			if len(cell.Sizes) > 1 {
				again, least = true, min(least, zeros)
			}
		}
	}
	switch {
	case !read:
		return 0
	case !again:
		return 1
	}
	return least
}
