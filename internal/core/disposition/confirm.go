package disposition

import (
	"cmp"
	"slices"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// AskKind is what is asked for.
type AskKind string

// What may be asked for.
const (
	AskCells AskKind = "cells" // readings at places of a grid
	AskFit   AskKind = "fit"   // a clearance with new standard shells in
	AskLimit AskKind = "limit" // how small a part may be
	AskGauge AskKind = "gauge" // the same with a finer gauge
	AskZero  AskKind = "zero"  // the same once the gauge's zero is set anew

	AskRunout AskKind = "runout" // a turn of the shaft
	AskDepth  AskKind = "depth"  // how deep a damaged place is
	AskStrip  AskKind = "strip"  // a clearance by plastic strip
	AskTorque AskKind = "torque" // the same with the caps torqued
	AskTest   AskKind = "test"   // for cracks, and for hardness
)

// AskKinds are all of them.
var AskKinds = closed.New(
	AskCells, AskFit, AskGauge, AskZero, AskRunout, AskLimit, AskDepth, AskStrip, AskTorque, AskTest,
)

// An Ask is what would settle a set, for one part of it.
type Ask struct {
	What    AskKind `json:"what"`
	Feature Ref     `json:"feature"`
	// Cells are the places to read, Readings how many each is to hold then.
	Cells    []plan.Cell `json:"cells,omitempty"`
	Readings int         `json:"readings,omitempty"`
	// Division is that of the gauge that would tell.
	Division unit.Length `json:"division,omitempty"`

	feature *inspection.Feature
}

// Places names the cells of an ask: its stations, with the directions in degrees.
func (a Ask) Places() (names [][2]string) {
	for _, cell := range a.Cells {
		direction := ""
		if cell.Direction < len(a.feature.Directions) {
			direction = a.feature.Directions[cell.Direction].Format()
		}
		names = append(names, [2]string{a.feature.Stations[cell.Station], direction})
	}
	return names
}

func (b *board) ask(a Ask) { b.set.Asks = append(b.set.Asks, a) }

// unlikely asks for sizes that are further from their neighbours than wear or damage explains: one mistyped figure
// orders no crank.
func (b *board) unlikely() (asked bool) {
	for _, m := range b.members {
		if !m.feature.Kind.Grid() || !m.finding.Measured() {
			continue
		}
		if cells := b.in.Unlikely(m.feature, m.finding); len(cells) > 0 {
			asked = true
			a := Ask{What: AskCells, Feature: m.ref, Cells: cells, Readings: 1, feature: m.feature}
			b.ask(a)
			b.because(say.Of("unlikely", m.ref, say.Text("places", a.said())))
		}
	}
	return asked
}

// coarse asks for a finer gauge where a value lies so near its limit that the one it was read with neither passes nor
// condemns it.
func (b *board) coarse() bool {
	var asks []Ask
	for _, m := range b.members {
		var finest unit.Length
		for _, c := range m.finding.Checks {
			how := b.in.Coarse(m.feature, c)
			if how.Finer > 0 && !m.finding.Stale && (finest == 0 || how.Finer < finest) {
				finest = how.Finer
			}
		}
		if finest > 0 {
			asks = append(asks, Ask{What: AskGauge, Feature: m.ref, Division: finest})
		}
	}
	for _, f := range b.used() {
		if ask, ok := b.coarseFit(f); ok {
			asks = append(asks, ask)
		}
	}
	for _, a := range asks {
		b.ask(a)
		b.because(say.Of("finer", a.Feature, say.Length("division", a.Division)))
	}
	return len(asks) > 0
}

// coarseFit asks for a finer gauge in a bearing whose measured clearance its own cannot judge.
func (b *board) coarseFit(f *Fit) (Ask, bool) {
	if f.Basis != BasisMeasured || f.Window == nil || f.Kind == part.PistonFit {
		return Ask{}, false
	}
	kind := f.journal.Kind.Row().Joint.Bearing
	bearing, _ := b.finding(kind, f.Number)
	how, gauge := b.in.CoarseFit(bearing, clearanceCheck(b.rule, f), f.Window.Max-f.Window.Min)
	return Ask{What: AskGauge, Feature: Ref{Kind: kind, Number: f.Number}, Division: how.Finer}, how.Finer > 0 && gauge
}

// waited is a housing that is asked about, with what would settle it.
type waited struct {
	ref   Ref
	again *inspection.Again
	of    *inspection.Feature
}

// waiting leaves a set until it is settled whether the housings of its fits will be machined.
func (b *board) waiting() bool {
	for _, w := range b.waits {
		a := Ask{What: AskCells, Feature: w.ref, Cells: w.again.Cells, Readings: w.again.Readings, feature: w.of}
		if w.again.Zero {
			a.What = AskZero
		}
		b.ask(a)
		b.because(say.Of("waits", w.ref))
	}
	return len(b.waits) > 0
}

// confirm asks for near values to be read again before anything is cut for them, while everything that stands against
// leaving the set comes from readings and is near. It reports whether it does.
func (b *board) confirm() bool {
	if b.set.Mixed || len(b.fitsOut) > 0 || b.in.Policy.Grind == inspection.GrindAlways {
		return false
	}
	var asks []Ask
	var reasons []Reason
	for _, c := range b.set.Checks {
		switch near, why, stands := b.confirmSet(c); {
		case stands:
			return false
		case len(near) > 0:
			asks, reasons = append(asks, near...), append(reasons, why)
		}
	}
	for _, m := range b.members {
		if m.finding.Look.WorseThan(inspection.Marked) {
			return false
		}
		for _, c := range m.finding.Checks {
			if c.Name == limit.CheckClearance || m.finding.Stale || b.in.Coarse(m.feature, c).Undecidable {
				continue
			}
			standing, again := b.in.Confirm(m.feature, m.finding, c)
			if standing == inspection.Stands {
				return false
			}
			if standing == inspection.Near {
				slices.SortFunc(again.Cells, inOrder)
				a := Ask{What: AskCells, Feature: m.ref, Cells: again.Cells, Readings: again.Readings,
					feature: m.feature}
				switch {
				case again.Finer > 0:
					a.What, a.Division = AskGauge, again.Finer
				case again.Zero:
					a.What = AskZero
				}
				asks = append(asks, a)
				reasons = append(reasons, b.nearReason(a, c))
			}
		}
	}
	if len(asks) == 0 {
		return false
	}
	b.set.Asks = merged(asks)
	for _, a := range b.set.Asks {
		slices.SortFunc(a.Cells, inOrder)
	}
	b.set.Reasons = append(b.set.Reasons, reasons...)
	return true
}

// inOrder is the order of places in a plan.
func inOrder(a, b plan.Cell) int {
	return cmp.Or(cmp.Compare(a.Station, b.Station), cmp.Compare(a.Direction, b.Direction))
}

// confirmSet tells how a check of the set as a whole stands. Of the difference of two bores all their cells are asked.
func (b *board) confirmSet(c limit.Check) (asks []Ask, why Reason, stands bool) {
	if c.Name != limit.CheckBoreToBore || c.Verdict == limit.NoLimit {
		return nil, why, c.Verdict == limit.Beyond
	}
	small, large := b.apart()
	bores := []member{small, large}
	standing, readings := b.in.ConfirmMeans(c, []*inspection.Feature{small.feature, large.feature})
	if standing != inspection.Near {
		return nil, why, standing == inspection.Stands
	}
	for _, m := range bores {
		a := Ask{What: AskCells, Feature: m.ref, Readings: readings, feature: m.feature}
		for s, row := range m.feature.Cells {
			for d, cell := range row {
				if cell.Read() && len(cell.Sizes) < readings {
					a.Cells = append(a.Cells, plan.Cell{Station: s, Direction: d})
				}
			}
		}
		asks = append(asks, a)
	}
	return asks, say.New("near_bores", say.Part("part", small.ref), say.Part("other", large.ref),
		say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value),
		say.Number("readings", readings)), false
}

// said names the places of an ask: "A 45°, B 90°".
func (a Ask) said() string {
	var places []string
	for _, p := range a.Places() {
		places = append(places, strings.TrimSpace(p[0]+" "+p[1])+"°")
	}
	return strings.Join(places, ", ")
}

// nearReason says which value is near, and where it is read again.
func (b *board) nearReason(a Ask, c limit.Check) Reason {
	r := say.Of("near", a.Feature, say.Word("check", "check", c.Name), say.Apart("value", c.Value, *c.Limit),
		say.Apart("limit", *c.Limit, c.Value), say.Text("places", a.said()), say.Number("readings", a.Readings))
	switch a.What {
	case AskGauge:
		return r.And(say.Length("division", a.Division)).As("finer")
	case AskZero:
		return r.As("zero")
	}
	return r
}

// merged are asks with one for each part: what several of its checks ask for is read once.
func merged(asks []Ask) (all []Ask) {
	for _, a := range asks {
		last := len(all) - 1
		if last < 0 || all[last].Feature != a.Feature {
			all = append(all, a)
			continue
		}
		all[last].Readings = max(all[last].Readings, a.Readings)
		if a.What == AskZero && all[last].What == AskCells {
			all[last].What = AskZero
		}
		for _, cell := range a.Cells {
			if !slices.Contains(all[last].Cells, cell) {
				all[last].Cells = append(all[last].Cells, cell)
			}
		}
	}
	return all
}

// askMissing asks for what is not measured yet, and for what the work has overtaken.
func (b *board) askMissing() {
	for _, m := range b.members {
		switch {
		case m.finding.Stale:
			b.ask(Ask{What: AskCells, Feature: m.ref, feature: m.feature})
		case !m.finding.Complete && len(m.finding.Missing) > 0:
			ask := Ask{What: AskCells, Feature: m.ref, Cells: m.finding.Missing, Readings: 1, feature: m.feature}
			if m.finding.Untorqued {
				ask.What = AskTorque
			}
			b.ask(ask)
		}
	}
	for _, ref := range slices.Concat(b.set.Unmeasured, b.mates) {
		b.ask(Ask{What: AskCells, Feature: ref})
	}
	for _, m := range b.halfRead() {
		b.ask(Ask{What: AskCells, Feature: m.ref, Cells: m.finding.Missing, Readings: 1, feature: m.feature})
	}
}

// offerSigned lists leaving the parts as they are on somebody's signature, where a value is too near its limit to call.
func (b *board) offerSigned() {
	if b.rule == limit.Guarded && !b.set.Action.keeps() && !b.clear {
		b.offer(Option{Way: Way{Action: Reuse, Step: b.set.SizeClass, Method: Accept}, Feasible: true,
			Reasons: []Reason{say.New("accept").As("near")}})
	}
}

// remarkHand says where the readings repeat much worse than their gauge should, and what they cannot judge then.
func (b *board) remarkHand() {
	for _, m := range b.members {
		hand, ok := b.in.HandOf(m.ref.Kind)
		if !ok || !hand.Loose {
			continue
		}
		r := say.New("hand", say.Word("part", "set", b.set.Set), say.Length("repeats", hand.Repeats))
		var least *unit.Length
		for _, other := range b.members {
			for _, c := range other.finding.Checks {
				if how := b.in.Coarse(other.feature, c); how.ByHand && (least == nil || *c.Limit < *least) {
					least = c.Limit
				}
			}
		}
		if least != nil {
			r = r.And(say.Length("limit", *least)).As("cannot")
		}
		b.because(r)
		return
	}
}

// remarkReadAgain says which parts stay because they were read again: what their first readings alone would have
// condemned.
func (b *board) remarkReadAgain() {
	if !b.set.Action.keeps() {
		return
	}
	for _, m := range b.members {
		first, again := m.feature.First()
		if !again {
			continue
		}
		taper, _ := first.Taper()
		round, _ := first.OutOfRound()
		for i, name := range []limit.CheckName{limit.CheckTaper, limit.CheckOutOfRound} {
			was := []unit.Length{taper, round}[i]
			if c := m.finding.Check(name); c != nil && c.Limit != nil && was > *c.Limit && c.Value <= *c.Limit {
				b.because(say.Of("read_again", m.ref, say.Word("check", "check", name), say.Length("first", was),
					say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value)))
			}
		}
	}
}
