package order

import (
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// DecidedIn are the decisions that an inspection brings with it for the engine as it stands, as it
// was evaluated. A way that is not among a set's options stands as it is.
func DecidedIn(in *inspection.Inspection, result disposition.Result) (list []Decided) {
	for _, d := range in.Decisions {
		i := slices.IndexFunc(result.Sets, func(s disposition.Set) bool {
			return string(s.Set) == d.Set && s.Component == d.Component
		})
		if i < 0 {
			continue
		}
		way := disposition.Way{Action: disposition.Action(d.Action), Method: disposition.Method(d.Method),
			Step: d.Step, Shell: d.Shell}
		one := Decided{Set: result.Sets[i], Option: disposition.Option{Way: way}, By: d.By}
		if option := one.Set.Option(way); option != nil {
			one.Option = *option
		}
		list = append(list, one)
	}
	return list
}

// NewPiston reports whether a part is a new piston, to which its bore is finished.
func NewPiston(f *inspection.Feature) bool {
	return f.Kind == part.PistonSet.Row().Member && f.State == part.NewPart
}

// NewPistons are the skirts of new pistons by cylinder, as far as they are measured.
func NewPistons(in *inspection.Inspection, findings []inspection.Finding) map[int]unit.Length {
	pistons := map[int]unit.Length{}
	for i := range in.Features {
		if f := &in.Features[i]; NewPiston(f) {
			if skirt, measured := disposition.Skirt(findings, f.Number, true); measured {
				pistons[f.Number] = skirt
			}
		}
	}
	return pistons
}

// SheetsOf are the sheets that follow from the decisions of an inspection.
func SheetsOf(in *inspection.Inspection, result disposition.Result) []Sheet {
	return Sheets(in, result, DecidedIn(in, result), CountsOf(in), NewPistons(in, result.Features))
}

// Accepts are the sizes that a line is finished to; nil where it says none.
func (l Line) Accepts() *limit.Range {
	if l.Min == nil || l.Max == nil {
		return nil
	}
	return &limit.Range{Min: *l.Min, Max: *l.Max}
}
