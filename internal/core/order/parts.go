package order

import (
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
)

// prefixes begin the codes of parts: the shop's own, made of the part and its step.
var prefixes = map[schedule.Part]string{
	schedule.MainShells: "MS", schedule.RodShells: "RS", schedule.SelectShells: "SS", schedule.Rings: "RG", schedule.Pistons: "PI", schedule.Sleeves: "SL",
	schedule.ThrustParts: "TH", schedule.Crankshaft: "CR", schedule.Block: "BL", schedule.RodSet: "RO", schedule.Gasket: "GA", schedule.Pins: "PN",
}

// sized are the parts that come in steps.
var sized = map[schedule.Part]bool{schedule.MainShells: true, schedule.RodShells: true, schedule.SelectShells: true, schedule.Rings: true, schedule.Pistons: true, schedule.ThrustParts: true}

var setWords = map[disposition.SetName]string{disposition.MainJournals: "for the mains", disposition.RodJournals: "for the rods"}

// parts lists what is to be bought, each once.
func (d *drafter) parts(decided []Decided, works []schedule.Work) {
	for i, work := range schedule.Merged(works) {
		o := decided[i].Option
		for _, p := range work.Parts {
			s := d.sheet(Parts)
			l := Line{Key: string(decided[i].Set.Set) + "/" + string(p.What), Title: p.What.Title(), What: "Buy", Count: p.Count}
			codes := []string{prefixes[p.What]}
			if sized[p.What] {
				l.What, codes = d.size(p.What, o, codes)
			}
			if p.What == schedule.SelectShells {
				l.Title += " " + setWords[decided[i].Set.Set]
			}
			l.Code = strings.Join(codes, "-")
			s.Lines = append(s.Lines, l)
			s.Sets = append(s.Sets, decided[i].Set.Set)
		}
	}
	if s := d.sheets[Parts]; s != nil {
		s.note("Measure every new part when it comes, like an old one: the same code is not the same size.")
	}
}

// size says which step a part is bought in.
func (d *drafter) size(p schedule.Part, o disposition.Option, codes []string) (what string, code []string) {
	decimals := 3
	if d.in.Unit == unit.MM {
		decimals = 2
	}
	away := "under"
	if p == schedule.Pistons || p == schedule.Rings {
		away = "over"
	}
	what, code = "standard", append(codes, "STD")
	if o.Step > 0 && p != schedule.ThrustParts {
		step := o.Step.Fixed(d.in.Unit, decimals)
		what, code = step+" "+away, append(codes, strings.TrimPrefix(strings.ReplaceAll(step, ".", ""), "0"))
	}
	switch {
	case o.Shell == 0:
	case p == schedule.ThrustParts:
		return "that take up " + d.show(-o.Shell), append(codes, strings.ReplaceAll((-o.Shell).Fixed(d.in.Unit, decimals), ".", ""))
	case o.Shell < 0:
		what, code = what+", "+d.show(-o.Shell)+" less clearance", append(code, "M"+strings.ReplaceAll((-o.Shell).Fixed(d.in.Unit, decimals), ".", ""))
	default:
		what, code = what+", "+d.show(o.Shell)+" more clearance", append(code, "P"+strings.ReplaceAll(o.Shell.Fixed(d.in.Unit, decimals), ".", ""))
	}
	switch o.Method {
	case disposition.MixedHalf:
		what += ", one half of each"
	case disposition.MixedShell:
		what += ", as the clearance of each journal asks"
	}
	return what, code
}
