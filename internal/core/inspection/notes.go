package inspection

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// notes adds what a careful colleague would remark beside the numbers.
func (out *Finding) notes(in *Inspection, f *Feature, gauge instrument.Gauge, limits *limit.Limits) {
	if !out.LookGiven {
		out.note(say.Of("no_look", f.ref()))
	}
	if f.CrackCleared() {
		out.note(say.Of("crack_cleared", f.ref()))
	}
	if f.Stamp != nil && f.Stamp.Step != nil && out.SizeClass != nil && f.Stamp.Step.Abs() != *out.SizeClass &&
		!in.stampAsFound(f) {
		out.note(say.Of("stamp", f.ref(), say.Text("stamp", f.Stamp.Text), say.Class("class", *out.SizeClass)))
	}
	if out.Step != nil && out.Step.Height > in.Policy.StepLimit {
		out.note(say.Of("step", f.ref(), say.Length("height", out.Step.Height),
			say.Text("from", f.Stations[out.Step.Station]),
			say.Text("to", f.Stations[out.Step.Station+1]),
			say.Angle("at", f.Directions[out.Step.Direction])).As("note"))
	}
	if f.Gauge == nil {
		return
	}
	for _, c := range out.Checks {
		if how := in.Coarse(f, c); how.Coarse && c.Name != limit.CheckSizeLow && c.Name != limit.CheckOval {
			out.note(say.Of("coarse_gauge", f.ref(), say.Length("division", gauge.Division),
				say.Word("check", "check", c.Name), say.Length("limit", in.tolerance(f, c))))
		}
	}
	for station, row := range f.Cells {
		for direction := range row {
			cell := &row[direction]
			if low, high, ok := form.Range(cell.Sizes); ok && high-low > 2*gauge.Division {
				out.note(say.Of("spread", f.ref(), say.Text("station", f.Stations[station]),
					say.Angle("at", f.Directions[direction]), say.Length("by", high-low)))
			}
		}
	}
}

// stampAsFound reports whether what is stamped on a part that was machined is what stood there when it came: it says
// nothing of the size that it was machined to.
func (in *Inspection) stampAsFound(f *Feature) bool {
	return f.State != part.AsFound && slices.ContainsFunc(in.Features, func(was Feature) bool {
		return was.Kind == f.Kind && was.Number == f.Number && was.Component == f.Component &&
			was.State == part.AsFound && was.Stamp != nil && was.Stamp.Text == f.Stamp.Text
	})
}
