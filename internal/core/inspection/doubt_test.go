package inspection

import (
	"testing"

	"ledge/internal/core/engine"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A size without clearance to its mate is asked about, whichever of the two is read last and whichever of a pin's two
// rods; a pin in its small end may be pressed in. Common practice.
func TestASizeWithoutClearanceIsAskedAbout(t *testing.T) {
	read := func(kind part.Kind, number int, size string) Feature {
		f := grid(kind, []string{size, size})
		f.Number = number
		return f
	}
	vee := engine.Layout{Arrangement: engine.V, Cylinders: 4}.Complete()
	one := &Inspection{Unit: unit.In, Engine: &vee, Features: []Feature{read(part.MainJournal, 2, "2.1000"),
		read(part.RodJournal, 1, "1.8000"), read(part.RodBearing, 4, "1.8020"), read(part.Piston, 1, "3.4960"),
		read(part.Cylinder, 3, "3.5000"), read(part.Pin, 1, "0.8750")}}
	for _, tt := range []struct {
		kind   part.Kind
		number int
		size   string
		want   string
	}{
		{part.MainBearing, 2, "2.1023", ""},
		{part.MainBearing, 2, "2.1000", ""}, // no play, and no interference
		{part.MainBearing, 2, "2.0977", "tight"},
		{part.MainBearing, 1, "2.0977", ""},     // its own journal is not read yet
		{part.RodBearing, 2, "1.7990", "tight"}, // the second rod on pin 1
		{part.RodJournal, 2, "1.8025", "tight"}, // rod 4 runs on pin 2
		{part.Cylinder, 1, "3.4950", "tight"},
		{part.Cylinder, 1, "3.5000", ""},
		{part.Piston, 3, "3.5010", "tight"},
		{part.SmallEnd, 1, "0.8745", ""},
	} {
		doubt := one.Doubt(tt.kind, tt.number, part.AsFound, part.OfLength(unit.MustParse(tt.size, unit.In)))
		got := ""
		if doubt != nil {
			got = doubt.Why.Form
		}
		if got != tt.want {
			t.Errorf("%s %d of %s: %q, want %q", tt.kind, tt.number, tt.size, got, tt.want)
		}
	}
}
