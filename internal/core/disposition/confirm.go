package disposition

import (
	"cmp"
	"slices"
	"strings"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// Asked is what is asked for.
type Asked string

// What may be asked for.
const (
	AskCells Asked = "cells" // readings at places of a grid
	AskFit   Asked = "fit"   // a clearance with new standard shells in
	AskLimit Asked = "limit" // how small a part may be
	AskGauge Asked = "gauge" // the same with a finer gauge

	AskRunout Asked = "runout" // a turn of the shaft
	AskDepth  Asked = "depth"  // how deep a damaged place is
	AskStrip  Asked = "strip"  // a clearance by plastic strip
	AskTorque Asked = "torque" // the same with the caps torqued
	AskTest   Asked = "test"   // for cracks, and for hardness
)

// AllAsked lists what may be asked for.
func AllAsked() []Asked {
	return []Asked{AskCells, AskFit, AskGauge, AskRunout, AskLimit, AskDepth, AskStrip, AskTorque, AskTest}
}

// An Ask is what would settle a set, for one part of it.
type Ask struct {
	What    Asked `json:"what"`
	Feature Ref   `json:"feature"`
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

// confirm asks for near values to be read again before anything is cut for them, while everything that stands against
// leaving the set comes from readings and is near. It reports whether it does.
func (b *board) confirm() bool {
	if !b.in.Policy.Confirm || b.rule != limit.Plain || b.set.Mixed || len(b.fitsOut) > 0 ||
		b.in.Policy.Grind == inspection.GrindAlways {
		return false
	}
	for _, c := range b.set.Checks {
		if c.Verdict == limit.Beyond {
			return false
		}
	}
	var asks []Ask
	var reasons []Reason
	for _, m := range b.members {
		if m.finding.Look.WorseThan(inspection.Marked) {
			return false
		}
		for _, c := range m.finding.Checks {
			if c.Name == "clearance" {
				continue
			}
			standing, again := b.in.Confirm(m.feature, m.finding, c)
			if standing == inspection.Stands {
				return false
			}
			if standing == inspection.Near {
				asks = append(asks, Ask{What: AskCells, Feature: m.ref, Cells: again.Cells, Readings: again.Readings,
					feature: m.feature})
				reasons = append(reasons, b.nearReason(asks[len(asks)-1], c))
			}
		}
	}
	if len(asks) == 0 {
		return false
	}
	b.set.Action, b.set.Step, b.set.Asks = Remeasure, 0, merged(asks)
	for _, a := range b.set.Asks {
		slices.SortFunc(a.Cells, func(a, other plan.Cell) int {
			return cmp.Or(cmp.Compare(a.Station, other.Station), cmp.Compare(a.Direction, other.Direction))
		})
	}
	b.set.Reasons = append(b.set.Reasons, reasons...)
	return true
}

// nearReason says which value is near, and where it is read again.
func (b *board) nearReason(a Ask, c limit.Check) Reason {
	var places []string
	for _, p := range a.Places() {
		places = append(places, strings.TrimSpace(p[0]+" "+p[1])+"°")
	}
	return say.Of("near", a.Feature, say.Word("check", "check", c.Name), say.Apart("value", c.Value, *c.Limit),
		say.Apart("limit", *c.Limit, c.Value), say.Text("places", strings.Join(places, ", ")),
		say.Number("readings", a.Readings))
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
	for _, ref := range b.set.Unmeasured {
		b.ask(Ask{What: AskCells, Feature: ref})
	}
}
