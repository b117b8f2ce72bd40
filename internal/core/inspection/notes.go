package inspection

import (
	"ledge/internal/core/form"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// notes adds what a careful colleague would remark beside the numbers.
func (out *Finding) notes(in *Inspection, f *Feature, gauge instrument.Gauge, limits limit.Limits) {
	s := in.Unit
	if !out.LookGiven {
		out.note("no_look", "%s was not looked at: it counts as smooth.", f.Name())
	}
	if f.Stamp != nil && f.Stamp.Step != nil && out.SizeClass != nil && f.Stamp.Step.Abs() != *out.SizeClass {
		measured := "standard"
		if *out.SizeClass != 0 {
			measured = out.SizeClass.Show(s)
		}
		out.note("stamp", "%s is stamped %s and measures as %s.", f.Name(), f.Stamp.Text, measured)
	}
	if c := out.Check("out_of_round"); c != nil && c.Limit != nil && out.Oval != nil && c.Verdict == limit.Within && out.Oval.Size > *c.Limit {
		out.note("oval", "%s: the fitted oval of %s is above the out-of-round limit of %s although the readings differ by only %s.",
			f.Name(), out.Oval.Size.Show(s), c.Limit.Show(s), c.Value.Show(s))
	}
	if out.Step != nil && out.Step.Height > in.Policy.StepLimit {
		out.note("step", "%s has a step of %s between %s and %s at %s°.", f.Name(), out.Step.Height.Show(s),
			f.Stations[out.Step.Station], f.Stations[out.Step.Station+1], f.Directions[out.Step.Direction].Format())
	}
	if f.Gauge == nil {
		return
	}
	for _, c := range out.Checks {
		if c.Limit != nil && c.Name != "size_low" && c.Name != "size_high" && 5*gauge.Division > *c.Limit {
			out.note("coarse_gauge", "A gauge that reads %s cannot judge a %s limit of %s.", gauge.Division.Show(s), words(c.Name), c.Limit.Show(s))
		}
	}
	for station, row := range f.Cells {
		for direction, cell := range row {
			if low, high, ok := form.Range(cell.Sizes); ok && high-low > 2*gauge.Division {
				out.note("spread", "%s, %s at %s°: repeats differ by %s.", f.Name(), f.Stations[station], f.Directions[direction].Format(), unit.Length(high-low).Show(s))
			}
		}
	}
}

// words turns a check's name into words.
func words(name string) string {
	text := []byte(name)
	for i, c := range text {
		if c == '_' {
			text[i] = '-'
		}
	}
	return string(text)
}
