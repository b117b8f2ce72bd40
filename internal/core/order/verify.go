package order

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// A ProofVerdict says whether a line came back as it was ordered.
type ProofVerdict string

// The verdicts.
const (
	ProofOpen   ProofVerdict = "open" // it is not measured
	ProofWithin ProofVerdict = "within"
	ProofMissed ProofVerdict = "missed"
)

// ProofVerdicts are all of them, the gravest first.
var ProofVerdicts = closed.New(ProofMissed, ProofOpen, ProofWithin)

// A Proof holds one line of a sheet against what came back.
type Proof struct {
	Key string `json:"key"`
	// Found and Back are the smallest and the largest reading, before the work and after it.
	Found    *limit.Range `json:"found,omitempty"`
	Back     *limit.Range `json:"back,omitempty"`
	Verdict  ProofVerdict `json:"verdict"`
	Problems []say.Reason `json:"problems"`
}

// Verify holds every line of a sheet that is proved by measuring against what was found; what missed
// its order comes first, then what is open.
func Verify(in *inspection.Inspection, result disposition.Result, s Sheet) []Proof {
	proofs := []Proof{}
	for _, want := range ProofVerdicts.All() {
		for _, l := range s.Lines {
			if !l.Proven() {
				continue
			}
			if p := verify(in, result, l); p.Verdict == want {
				proofs = append(proofs, p)
			}
		}
	}
	return proofs
}

func verify(in *inspection.Inspection, result disposition.Result, l Line) Proof {
	findings := result.Features
	p := Proof{Key: l.Key, Verdict: ProofOpen, Problems: []say.Reason{}}
	var back *inspection.Finding
	at := -1
	for i := range in.Features {
		f := &in.Features[i]
		if f.Kind != l.Feature.Kind || max(1, f.Number) != l.Feature.Number || f.Component != l.Component {
			continue
		}
		if f.State == l.State {
			back, at = &findings[i], i
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
		p.Problems = append(p.Problems, say.New("proof"))
		return p
	}
	p.Verdict = ProofWithin
	miss := func(form string, args ...say.Arg) {
		p.Verdict, p.Problems = ProofMissed, append(p.Problems, say.New("proof", args...).As(form))
	}
	if l.Min != nil && p.Back.Min < *l.Min {
		miss("small", say.Length("by", *l.Min-p.Back.Min))
	}
	if l.Max != nil {
		most := *l.Max
		if l.Across != nil {
			most = *l.Across
			up := back.Grid.InDirections(back.Grid.Nearest(0))
			if high := slices.Max(append(up, p.Back.Min)); high > *l.Max {
				miss("vertical", say.Length("by", high-*l.Max))
			}
		}
		if p.Back.Max > most {
			miss("large", say.Length("by", p.Back.Max-most))
		}
	}
	if l.Play != nil {
		if skirt, ok := disposition.Skirt(findings, l.Feature.Number, l.MateNew); ok {
			if least := p.Back.Min - skirt; least < l.Play.Min {
				miss("tight", say.Length("piston", skirt), say.Apart("play", least, l.Play.Min),
					say.Apart("limit", l.Play.Min, least))
			}
			if most := p.Back.Max - skirt; most > l.Play.Max {
				miss("loose", say.Length("piston", skirt), say.Apart("play", most, l.Play.Max),
					say.Apart("limit", l.Play.Max, most))
			}
		}
	}
	if l.Most != nil && p.Back.Max > *l.Most {
		miss("most", say.Apart("value", p.Back.Max, *l.Most), say.Apart("limit", *l.Most, p.Back.Max))
	}
	beyond, near, overtaken := disposition.Back(in, result, at)
	for _, c := range beyond {
		if l.Across == nil || c.Name != limit.CheckSizeHigh { // the sheet says how wide it may be across
			miss("check", say.Word("check", "check", c.Name), say.Apart("value", c.Value, *c.Limit),
				say.Apart("limit", *c.Limit, c.Value))
		}
	}
	if back.Look.WorseThan(inspection.Marked) {
		miss("look", say.Word("look", "look", back.Look))
	}
	if p.Verdict == ProofMissed {
		return p
	}
	open := func(r say.Reason) { p.Verdict, p.Problems = ProofOpen, append(p.Problems, r) }
	for _, d := range near {
		if l.Across == nil || d.Check.Name != limit.CheckSizeHigh {
			open(say.New("proof", say.Word("check", "check", d.Check.Name),
				say.Apart("value", d.Check.Value, *d.Check.Limit), say.Apart("limit", *d.Check.Limit, d.Check.Value),
				say.Text("places", d.Places())).As("again"))
		}
	}
	for _, kind := range overtaken {
		if kind == part.MainJournals.Row().Bend {
			open(say.New("proof").As("turn"))
		} else {
			open(say.New("proof").As("line"))
		}
	}
	return p
}

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
