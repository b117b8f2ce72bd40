package disposition

import (
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// confirmFit asks for a clearance that is outside its window by less than its uncertainty to be measured again: the
// places of both parts that make it, or another strip.
func (s *subject) confirmFit(f *Fit) (q question, near bool) {
	if f.Basis == BasisPredicted || f.Window == nil || f.insideWindow() {
		return q, false
	}
	tight, loose := f.Window.Min-f.Clearance.Min, f.Clearance.Max-f.Window.Max
	if max(tight, loose) >= f.twiceU() {
		return q, false
	}
	if f.Basis == BasisStrip {
		strip, _ := s.strip(f.journal.Kind, f.Number)
		if len(strip.List.Readings) >= turnsEnough {
			return q, false
		}
		ref := f.journal
		if f.shared {
			ref = Ref{Kind: ref.Kind.Row().Joint.Bearing, Number: f.Number}
		}
		q.asks = []Ask{{What: AskStrip, Feature: ref, Readings: turnsEnough}}
		q.reason = fitReason("near", f, f.Clearance).As("strip")
		return q, true
	}
	places := s.makes(f, loose > tight)
	fewest := inspection.MostConfirms
	for _, p := range places {
		fewest = min(fewest, p.feature.HeldAt(p.at))
	}
	if len(places) == 0 || fewest >= inspection.MostConfirms {
		return q, false
	}
	wanted := max(turnsEnough, fewest+1)
	for _, p := range places {
		if p.feature.HeldAt(p.at) < wanted {
			q.asks = append(q.asks, Ask{What: AskCells, Feature: p.ref, Readings: wanted, feature: p.feature,
				Cells: []plan.Cell{{Station: p.at.Station, Direction: p.at.Direction}}})
		}
	}
	q.reason = fitReason("near", f, f.Clearance).And(say.Number("readings", wanted)).As("fit")
	return q, true
}

// confirmEnds asks for the very ends of a part that was read well inside them, where its taper, drawn out to the ends,
// passes the limit that it keeps where it was read.
func (s *subject) confirmEnds(m *member) (q question, near bool) {
	c := m.finding.Check(limit.CheckTaper)
	if c == nil || c.Limit == nil || c.Margin() < 0 || m.finding.Stale {
		return q, false
	}
	taper, ends, ok := m.feature.TaperToEnds(m.finding.Grid)
	if !ok || taper <= *c.Limit {
		return q, false
	}
	drawn := *c
	drawn.Value = taper
	ask := Ask{What: AskCells, Feature: m.ref, Cells: ends, Readings: 1, feature: m.feature}
	return question{asks: []Ask{ask}, reason: nearReason(ask, drawn).As("ends"), doubt: doubt(m.ref, drawn)}, true
}

// A placed is a cell of a part that makes a clearance.
type placed struct {
	ref     Ref
	feature *inspection.Feature
	at      form.Place
}

// makes are the cells that make the loose, or the tight, end of a clearance: one of the shaft, one of the bore.
func (s *subject) makes(f *Fit, loose bool) (cells []placed) {
	row := f.journal.Kind.Row()
	own, ownFound := s.finding(f.journal.Kind, f.journal.Number)
	add := func(ref Ref, feature *inspection.Feature, found *inspection.Finding, large bool, directions []int) {
		if at, ok := found.Grid.Extreme(large, directions); ok {
			cells = append(cells, placed{ref, feature, at})
		}
	}
	other := Ref{Kind: row.Mate, Number: f.Number}
	if row.Joint != nil {
		other.Kind = row.Joint.Bearing
		if f.Basis == BasisCalculated {
			other.Kind = row.Joint.Housing
		}
	}
	feature, found := s.finding(other.Kind, other.Number)
	if found == nil {
		return nil
	}
	if row.Joint == nil { // the member is the bore
		add(f.journal, own, ownFound, loose, nil)
		add(other, feature, found, true, found.Grid.Nearest(thrust))
		return cells
	}
	var upright []int
	if loose {
		upright = found.Grid.Nearest(vertical)
	}
	add(f.journal, own, ownFound, !loose, nil)
	add(other, feature, found, loose, upright)
	return cells
}

// tightest are the cells of a clearance that is less than nothing, as far as nobody confirmed them.
func (s *subject) tightest(f *Fit) (asks []Ask) {
	if f.Basis == BasisPredicted || f.Clearance.Min >= unit.Length(0) {
		return nil
	}
	for _, p := range s.makes(f, false) {
		if p.feature.Cells[p.at.Station][p.at.Direction].Confirmed {
			return nil
		}
		asks = append(asks, Ask{What: AskCells, Feature: p.ref, Readings: 1, feature: p.feature,
			Cells: []plan.Cell{{Station: p.at.Station, Direction: p.at.Direction}}})
	}
	return asks
}
