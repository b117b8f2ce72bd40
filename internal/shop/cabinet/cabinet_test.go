package cabinet

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
)

// What cannot be done with an instrument is refused at the field that is wrong; the rest is taken.
func TestWhatCannotBeDoneWithAnInstrument(t *testing.T) {
	facts := func(change func(*instrument.Facts)) instrument.Deed {
		f := instrument.Facts{Name: "Outside micrometer", Kind: instrument.Micrometer, Unit: unit.MM, Division: 100_000,
			From: 500_000_000, To: 750_000_000, Due: "2027-03-01", Expansion: "11.5"}
		change(&f)
		return instrument.Deed{What: instrument.Told, Facts: &f}
	}
	known := instrument.Owned{Checks: []instrument.ZeroCheck{{Deed: instrument.Deed{ID: "off"}, Failed: true},
		{Deed: instrument.Deed{ID: "right"}}}}
	for name, tt := range map[string]struct {
		deed  instrument.Deed
		field string // empty where it is taken
	}{
		"told":                  {facts(func(*instrument.Facts) {}), ""},
		"no facts":              {instrument.Deed{What: instrument.Told}, "facts.name"},
		"no name":               {facts(func(f *instrument.Facts) { f.Name = " " }), "facts.name"},
		"a name of two lines":   {facts(func(f *instrument.Facts) { f.Name = "a\nb" }), "facts.name"},
		"a tag of two lines":    {facts(func(f *instrument.Facts) { f.Tag = "a\nb" }), "facts.tag"},
		"no such kind":          {facts(func(f *instrument.Facts) { f.Kind = "spoon" }), "facts.kind"},
		"no division":           {facts(func(f *instrument.Facts) { f.Division = 0 }), "facts.division"},
		"no unit":               {facts(func(f *instrument.Facts) { f.Unit = "" }), "facts.division"},
		"no expansion":          {facts(func(f *instrument.Facts) { f.Expansion = "much" }), "facts.expansion"},
		"a range that ends":     {facts(func(f *instrument.Facts) { f.To = f.From }), "facts.to"},
		"a range without end":   {facts(func(f *instrument.Facts) { f.To = 0 }), ""},
		"no day":                {facts(func(f *instrument.Facts) { f.Due = "2027-02-30" }), "facts.due"},
		"no pattern":            {facts(func(f *instrument.Facts) { f.Line = &instrument.Pattern{Expression: "("} }), "facts.line.expression"},
		"out without a reason":  {instrument.Deed{What: instrument.OutOf}, "reason"},
		"out":                   {instrument.Deed{What: instrument.OutOf, Reason: "dropped"}, ""},
		"passed":                {instrument.Deed{What: instrument.Passed, Of: "off", Reason: "hand heat"}, ""},
		"passed without a why":  {instrument.Deed{What: instrument.Passed, Of: "off"}, "reason"},
		"passed a sound check":  {instrument.Deed{What: instrument.Passed, Of: "right", Reason: "x"}, "of"},
		"a spread of one":       {instrument.Deed{What: instrument.Spread, Hand: "Ida", Readings: make([]unit.Length, 1)}, "readings"},
		"a spread of nobody":    {instrument.Deed{What: instrument.Spread, Hand: " ", Readings: make([]unit.Length, 2)}, "readings"},
		"a spread":              {instrument.Deed{What: instrument.Spread, Hand: "Ida", Readings: make([]unit.Length, 2)}, ""},
		"a study without hands": {instrument.Deed{What: instrument.Studied, Study: nil}, "study"},
	} {
		err := checkDeed(known, tt.deed)
		if tt.field == "" {
			assert.NoError(t, err, name)
			continue
		}
		var refusal *refuse.Refusal
		if assert.ErrorAs(t, err, &refusal, name) && assert.NotEmpty(t, refusal.Places, name) {
			assert.Equal(t, tt.field, refusal.Places[0].Field, name)
		}
	}
	stale := facts(func(*instrument.Facts) {})
	stale.After = "an older one"
	var refusal *refuse.Refusal
	assert.ErrorAs(t, checkDeed(known, stale), &refusal)
	assert.Equal(t, refuse.Conflicts, refusal.Kind, "somebody else changed it meanwhile")
}

// A hand with a spread of its own keeps it under a study; a spread is its hand's alone.
func TestWhomWhatWasFoundConcerns(t *testing.T) {
	own := instrument.Owned{Repeats: []instrument.OwnRepeat{{Hand: "Ida"}, {Hand: "Otto", Until: "2000-01-01"}}}
	spread, study := instrument.Deed{What: instrument.Spread, Hand: "Ida"}, instrument.Deed{What: instrument.Studied}
	assert.Equal(t, []bool{true, false}, []bool{concerns(own, spread, "Ida"), concerns(own, spread, "Wanda")})
	assert.Equal(t, []bool{false, true, true},
		[]bool{concerns(own, study, "Ida"), concerns(own, study, "Otto"), concerns(own, study, "Wanda")})
}
