package shop

import (
	"ledge/internal/core/assembly"
	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A PolishView is a journal that is polished, with what its size is to be by.
type PolishView struct {
	assembly.Polish
	Title    string   `json:"title"`
	Stations []string `json:"stations"`
	// Bearing is the measured inside of its bearing, Aim the clearance wanted in it; nil where it is not measured.
	Bearing *unit.Length `json:"bearing,omitempty"`
	Aim     *unit.Length `json:"aim,omitempty"`
	// line is the one of its sheet.
	line string
}

// ordered are the sheets that hold: those drafted, and those issued that no draft takes the place of.
func (v JobView) ordered() []order.Sheet {
	sheets := append([]order.Sheet{}, v.Orders.Drafts...)
	drafted := map[order.Name]bool{}
	for _, s := range sheets {
		drafted[s.Name] = true
	}
	for i := len(v.Orders.Issued) - 1; i >= 0; i-- {
		if o := &v.Orders.Issued[i]; !o.Struck && !drafted[o.Sheet] {
			drafted[o.Sheet] = true
			sheets = append(sheets, o.Body)
		}
	}
	return sheets
}

// polish are the journals that the sheets ask to be polished, each on its way.
func (b *builder) polish(events []assembly.Event) []PolishView {
	list := []PolishView{}
	for _, s := range b.job.ordered() {
		for _, l := range s.Lines {
			if l.Work != order.DoPolish || l.Feature == nil || l.Min == nil || l.Max == nil {
				continue
			}
			list = append(list, b.polishing(events, l))
		}
	}
	return list
}

// polishing is one journal: it stops where the wanted clearance in its measured bearing is reached, within
// what its sheet accepts; with no bearing, half way through the stock.
func (b *builder) polishing(events []assembly.Event, l order.Line) PolishView {
	ref, window := *l.Feature, limit.Range{Min: *l.Min, Max: *l.Max}
	out := PolishView{line: l.Key, Title: l.Title, Stations: []string{"front", "middle", "rear"}}
	stop := window.Middle()
	limits := b.Limits(ref.Kind, ref.Number)
	if joint := ref.Kind.Row().Joint; joint != nil && limits.Clearance != nil {
		for n := 1; n <= b.Layout.Cylinders+1; n++ {
			if b.job.in.JournalOf(joint.Bearing, n) != ref.Number {
				continue
			}
			if f := b.latest(joint.Bearing, n); f != nil && (out.Bearing == nil || *f.Mean < *out.Bearing) {
				aim, _ := fit.Target(limits.Clearance, b.job.in.Policy.ClearanceTarget == inspection.TargetPerInch,
					*f.Mean)
				out.Bearing, out.Aim = f.Mean, &aim
				stop = min(max(*f.Mean-aim, window.Min), window.Max)
			}
		}
	}
	var before []unit.Length
	if f := b.foundBefore(ref, l.State); f != nil {
		for s := range f.Grid.Sizes {
			row := inspectionRow(f, s)
			if len(row) > 0 {
				before = append(before, unit.Mean(row))
			}
		}
		if i := b.featureAt(ref, f.State); i >= 0 && len(before) == len(b.job.Features[i].Stations) {
			out.Stations = b.job.Features[i].Stations
		}
	}
	threshold := b.job.Job.Unit.Pick(unit.Tenth, 2*unit.Micrometre)
	out.Polish = assembly.Polishing(events, ref, stop, window, before, threshold)
	if out.Before == nil {
		out.Before = []unit.Length{}
	}
	return out
}

// foundBefore is the finding of a part before a state of it.
func (b *builder) foundBefore(ref part.Ref, state string) (found *inspection.Finding) {
	for i := range b.job.Evaluation.Features {
		f := &b.job.Evaluation.Features[i]
		if f.Kind == ref.Kind && f.Number == ref.Number && f.State != state && f.Mean != nil {
			found = f
		}
	}
	return found
}

func (b *builder) featureAt(ref part.Ref, state string) int {
	for i := range b.job.Features {
		if f := &b.job.Features[i]; f.Kind == ref.Kind && f.Number == ref.Number && f.State == state {
			return i
		}
	}
	return -1
}

func inspectionRow(f *inspection.Finding, station int) (sizes []unit.Length) {
	for _, cell := range f.Grid.Sizes[station] {
		if cell.OK {
			sizes = append(sizes, cell.Length)
		}
	}
	return sizes
}
