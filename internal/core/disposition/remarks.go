package disposition

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
)

// depthless asks how deep the damaged places are that nobody measured, and reports whether there are any.
func (b *board) depthless() (any bool) {
	for _, m := range b.members {
		ask := Ask{What: AskDepth, Feature: m.ref, feature: m.feature}
		for s, row := range m.feature.Cells {
			for d, cell := range row {
				if cell.Damaged() && cell.Depth == nil {
					ask.Cells = append(ask.Cells, plan.Cell{Station: s, Direction: d})
				}
			}
		}
		if len(ask.Cells) > 0 {
			any = true
			b.ask(ask)
			b.because(say.Of("depth", m.ref))
		}
	}
	return any
}

// remarkBend says on the mains whether the shaft is bent once, in an S or more, and on the pins what grinding the mains
// of a bent shaft does to them.
func (b *board) remarkBend() {
	switch b.set.Set {
	case part.MainJournals:
		if bend, ok := inspection.BendOf(b.in, b.result.Features); ok && bend.Course != form.Straight {
			b.set.Bend = bend.Course
			b.because(bend.Says)
		}
	case part.RodJournals:
		mains, way, ok := b.stands(part.MainJournals)
		if ok && way.Action == Grind && way.Method != Straighten && slices.ContainsFunc(mains.Reasons,
			func(r Reason) bool { return r.Code == beyondCode+"runout" }) {
			b.because(say.New("pins_parallel"))
		}
	}
}

// remarkBushes says of a camshaft's bushes, beside its journals, which are out; good ones are left alone, unless the
// block goes through a hot tank.
func (b *board) remarkBushes() {
	if b.set.Set != part.CamJournals {
		return
	}
	members, good := b.in.Members(part.CamBearing), true
	for _, i := range members {
		f := &b.result.Features[i]
		if ref := (Ref{Kind: f.Kind, Number: f.Number}); f.Beyond() || f.Look.WorseThan(inspection.Marked) {
			good = false
			b.because(say.Of("bush_out", ref))
		}
	}
	if good && len(members) > 0 && len(b.mates)+len(b.halfRead()) == 0 {
		b.because(say.New("bush_good"))
	}
}

// remarks adds what a decision on journals must carry whatever it is.
func (b *board) remarks() {
	if b.set.Provisional && b.onPrediction(Option{Way: b.set.Way}) {
		b.because(say.New("provisional"))
	} else if b.set.Provisional && b.unlimited(Option{Way: b.set.Way}) {
		b.because(say.New("provisional").As("limits"))
	}
	b.remarkBend()
	b.remarkBushes()
	for _, m := range b.members {
		if m.finding.Look == inspection.Heat && !m.tested() {
			b.because(say.Of("caution_heat", m.ref))
			b.ask(Ask{What: AskTest, Feature: m.ref})
		}
		joint := m.ref.Kind.Row().Joint
		for _, f := range m.fits {
			if f.Basis == BasisPredicted || b.set.Shell == 0 || joint.Housing == "" {
				continue
			}
			if _, housing := b.finding(joint.Housing, f.Number); housing == nil {
				b.because(say.Of("housing_unmeasured", m.ref, f.joint()))
			}
		}
	}
	for i := range b.result.Fits {
		f := &b.result.Fits[i]
		if f.Kind != b.kind().Row().Fit {
			continue
		}
		if f.Void {
			b.because(f.WhyVoid())
		}
		if f.Stale {
			b.because(say.Of("fit_stale", f.journal, f.joint(), say.Word("basis", "basis", f.Basis)))
		}
	}
	if b.set.Set != part.MainJournals {
		return
	}
	for _, i := range b.in.Members(part.Runout) {
		if b.result.Features[i].Stale {
			b.because(say.Of("stale", Ref{Kind: part.Runout, Number: b.in.Features[i].Number}))
		}
	}
}

// remarkMissed says where a clearance that is kept misses what is aimed at, and which way would reach it: a grind,
// whose size is made for it.
func (b *board) remarkMissed(chosen Option) {
	for i, f := range b.used() {
		if f.Basis == BasisPredicted || i >= len(chosen.Clearances) {
			continue
		}
		limits, _ := b.in.LimitsFor(f.journal.Kind, f.journal.Number)
		band, known := b.band(limits)
		after := chosen.Clearances[i].Clearance
		if !known || after.Min >= band.Min && after.Max <= band.Max {
			continue
		}
		r := say.Of("misses_aim", f.journal, f.joint(), say.Range("clearance", after.Min, after.Max),
			say.Range("aim", band.Min, band.Max))
		if next := slices.IndexFunc(b.set.Options, func(o Option) bool {
			return o.Feasible && o.Action == Grind && o.Method == ""
		}); next >= 0 {
			r = r.And(say.Step("step", b.set.Options[next].Step)).As("grind")
		}
		b.because(r)
	}
}

// remarkHeld says under which condition the readings were taken that a decision stands on, where there are others.
func (b *board) remarkHeld() {
	for _, m := range b.members {
		at, ok := b.in.Latest(m.ref.Kind, m.ref.Number)
		if !ok {
			continue
		}
		if before, there := b.in.HeldBefore(at); there && b.result.Features[before].Measured() && m.finding.Measured() {
			_, with := part.HeldIn(m.feature.State)
			_, without := part.HeldIn(b.in.Features[before].State)
			b.because(say.New("stands_on", say.Word("with", "held", with), say.Word("without", "held", without)))
			return
		}
	}
}
