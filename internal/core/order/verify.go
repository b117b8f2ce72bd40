package order

import (
	"fmt"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Proof holds one line of a sheet against what came back.
type Proof struct {
	Key string `json:"key"`
	// Found and Back are the smallest and the largest reading, before the work and after it.
	Found *limit.Range `json:"found,omitempty"`
	Back  *limit.Range `json:"back,omitempty"`
	// Verdict is open while it is not measured, else within or missed.
	Verdict  string   `json:"verdict" enum:"open,within,missed"`
	Problems []string `json:"problems"`
}

// Verify holds every line of a sheet that is proved by measuring against the findings; what missed its order comes first, then
// what is open.
func Verify(in *inspection.Inspection, findings []inspection.Finding, s Sheet) []Proof {
	proofs := []Proof{}
	for _, want := range []string{"missed", "open", "within"} {
		for _, l := range s.Lines {
			if !l.Proven() {
				continue
			}
			if p := verify(in, findings, l); p.Verdict == want {
				proofs = append(proofs, p)
			}
		}
	}
	return proofs
}

func verify(in *inspection.Inspection, findings []inspection.Finding, l Line) Proof {
	p := Proof{Key: l.Key, Verdict: "open", Problems: []string{}}
	var back *inspection.Finding
	for i := range in.Features {
		f := &in.Features[i]
		if f.Kind != l.Feature.Kind || max(1, f.Number) != l.Feature.Number || f.Component != l.Component {
			continue
		}
		if f.State == l.State {
			back = &findings[i]
		} else if back == nil {
			p.Found = span(&findings[i])
		}
	}
	if back == nil {
		return p
	}
	if p.Back = span(back); p.Back == nil {
		return p
	}
	if !back.Complete {
		p.Problems = append(p.Problems, "Not every place is measured yet.")
		return p
	}
	p.Verdict = "within"
	miss := func(format string, args ...any) {
		p.Verdict, p.Problems = "missed", append(p.Problems, fmt.Sprintf(format, args...))
	}
	show := func(v unit.Length) string { return v.Show(in.Unit) }
	if l.Min != nil && p.Back.Min < *l.Min {
		miss("The smallest reading is %s below the order.", show(*l.Min-p.Back.Min))
	}
	if l.Max != nil {
		most := *l.Max
		if l.Across != nil {
			most = *l.Across
			up := back.Grid.InDirections(back.Grid.Nearest(0))
			if high := slices.Max(up); high > *l.Max {
				miss("The largest vertical reading is %s above the order.", show(high-*l.Max))
			}
		}
		if p.Back.Max > most {
			miss("The largest reading is %s above the order.", show(p.Back.Max-most))
		}
	}
	if l.Play != nil {
		if skirt, ok := disposition.Skirt(findings, l.Feature.Number, l.MateNew); ok {
			if least := p.Back.Min - skirt; least < l.Play.Min {
				miss("Its piston, %s, has only %s of play; %s is the least.", show(skirt), show(least), show(l.Play.Min))
			}
			if most := p.Back.Max - skirt; most > l.Play.Max {
				miss("Its piston, %s, has %s of play; %s is the most.", show(skirt), show(most), show(l.Play.Max))
			}
		}
	}
	if l.Most != nil && p.Back.Max > *l.Most {
		miss("%s is above the %s ordered.", show(p.Back.Max), show(*l.Most))
	}
	for _, c := range back.Checks {
		if c.Name == "runout" && !turnedAgain(in, l) {
			continue // the turn before the work says nothing of it
		}
		if checkWords[c.Name] != "" && c.Verdict == limit.Beyond {
			miss("%s %s is above the limit of %s.", checkWords[c.Name], show(c.Value), show(*c.Limit))
		}
	}
	if back.Look.WorseThan(inspection.Marked) {
		miss("It is graded %s.", back.Look)
	}
	return p
}

// turnedAgain reports whether the runout of a line's journal was taken in the state that proves it.
func turnedAgain(in *inspection.Inspection, l Line) bool {
	i, ok := in.Latest(part.Runout, l.Feature.Number)
	return ok && in.Features[i].State == l.State
}

var checkWords = map[string]string{"taper": "Taper", "out_of_round": "Out-of-round", "step": "A step of", "runout": "Runout"}

// span is the smallest and the largest of a finding, or the gap of what is no size.
func span(f *inspection.Finding) *limit.Range {
	switch {
	case f.Min != nil && f.Max != nil:
		return &limit.Range{Min: *f.Min, Max: *f.Max}
	case f.Largest != nil:
		return &limit.Range{Min: *f.Largest, Max: *f.Largest}
	}
	return nil
}
