package disposition

import (
	"ledge/internal/core/fit"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
)

// addPinFits adds the plays of pins in their pistons and in their rods, as they were judged on the pins. One that rests
// on a part which is renewed counts no more.
func (s *scene) addPinFits() {
	row := part.Pins.Row().Member.Row()
	for _, i := range s.in.Members(row.Kind) {
		pin := &s.findings[i]
		if !pin.Measured() {
			continue
		}
		for _, kind := range row.In {
			_, bore := s.finding(kind, pin.Number)
			if bore == nil {
				continue
			}
			f := Fit{Kind: part.PinFit, Number: pin.Number, Mate: kind, Basis: BasisMeasured, journal: refOf(pin),
				Clearance: fit.Clearance{Min: *bore.Min - *pin.Max, Max: *bore.Max - *pin.Min},
				Stale:     pin.Stale || bore.Stale, Verdict: limit.NoLimit}
			name := limit.CheckName(kind) + "_fit"
			if low, high := pin.Check(name.Low()), pin.Check(name); low != nil && high != nil {
				f.Verdict = limit.Worse(low.Verdict, high.Verdict)
				if low.Limit != nil && high.Limit != nil {
					f.Window = &limit.Range{Min: *low.Limit, Max: *high.Limit}
				}
			}
			own, _ := s.fate(f.journal)
			other, _ := s.fate(Ref{Kind: kind.Row().Set.Row().Member, Number: pin.Number})
			f.Void = own == Replace || other == Replace || other == Resize
			f.Used = !f.Void && !f.Stale
			s.fits = append(s.fits, f)
		}
	}
}
