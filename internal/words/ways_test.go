package words_test

import (
	"regexp"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

func length(text string) unit.Length { return unit.MustParse(text, unit.In) }

// Each way in the words of the counter; nobody outside the shop knows a code of ours.
func TestPlainWords(t *testing.T) {
	for _, tt := range []struct {
		set  part.Set
		way  disposition.Way
		want string
	}{
		{part.MainJournals, disposition.Way{Action: disposition.Reuse}, "good as they are"},
		{part.MainHousings, disposition.Way{Action: disposition.Reuse}, "good as it is"},
		{part.Thrust, disposition.Way{Action: disposition.Reuse}, "good as it is"},
		{part.MainJournals, disposition.Way{Action: disposition.Grind, Step: length("0.010")}, "0.010"},
		{part.Cylinders, disposition.Way{Action: disposition.Bore, Step: length("0.020")}, "0.020 in larger"},
		{part.Cylinders, disposition.Way{Action: disposition.Replace}, "block"},
		{part.MainJournals, disposition.Way{Action: disposition.Measure}, "not decided yet"},
		{part.MainJournals, disposition.Way{Action: disposition.Reuse, Shell: -length("0.001")}, "take up 0.0010 in"},
		{part.MainJournals, disposition.Way{Action: disposition.Reuse, Shell: length("0.001")}, "give 0.0010 in more"},
	} {
		got := words.In(unit.In).Plain(tt.set, tt.way)
		assert.Contains(t, got, tt.want, "%s %s", tt.set, tt.way.Action)
		assert.NotContains(t, got, "_", "%s %s", tt.set, tt.way.Action)
	}
	codes := regexp.MustCompile(`[a-z]_[a-z]`)
	for _, set := range []part.Set{part.MainJournals, part.RodJournals, part.CamJournals, part.MainHousings,
		part.RodHousings,
		part.Cylinders, part.DeckSet, part.Thrust, part.PistonSet, part.Pins, part.Rings} {
		assert.NotEmpty(t, words.Set(set).Title, set)
		for _, action := range []disposition.Action{disposition.Reuse, disposition.Polish, disposition.Grind,
			disposition.Hone, disposition.Bore, disposition.Sleeve, disposition.LineHone,
			disposition.Resize, disposition.Skim, disposition.Replace, disposition.Measure, disposition.Remeasure} {
			for _, system := range []unit.System{unit.In, unit.MM} {
				said := words.In(system).Plain(set,
					disposition.Way{Action: action, Step: length("0.010"), Shell: -length("0.001")})
				assert.NotEmpty(t, said, "%s %s", set, action)
				assert.False(t, codes.MatchString(said), "%s %s: %s", set, action, said)
			}
		}
	}
}

// Shells are named by what they do to the clearance, one for each journal or one half of each of two.
func TestShellsInWords(t *testing.T) {
	for want, way := range map[string]disposition.Way{
		"polish, fit −0.0010 in select shells (less clearance)": {Action: disposition.Polish,
			Shell: -length("0.001")},
		"polish, fit +0.0010 in select shells (more clearance)": {Action: disposition.Polish,
			Shell: length("0.001")},
		"polish, fit each journal with its own select shells": {Action: disposition.Polish,
			Method: disposition.MixedShell},
		"polish, fit half shells of two sizes (−0.0005 in clearance)": {Action: disposition.Polish,
			Shell: -length("0.0005"), Method: disposition.MixedHalf},
		"polish, fit half shells of two sizes (+0.0005 in clearance)": {Action: disposition.Polish,
			Shell: length("0.0005"), Method: disposition.MixedHalf},
	} {
		assert.Equal(t, want, words.In(unit.In).Way(part.MainJournals, way))
	}
}

// A shop's papers tell its own time in its own way, and money by its currency's code or name.
func TestTheShopsOwnTimeAndMoney(t *testing.T) {
	at := time.Date(2026, 11, 26, 23, 4, 5, 0, time.UTC)
	british, american := words.LocalIn("en-GB", "Europe/Prague"), words.LocalIn("en-US", "America/New_York")
	assert.Equal(t, "27 November 2026, 00:04", british.Moment(at))
	assert.Equal(t, "November 26, 2026, 6:04 pm", american.Moment(at))
	assert.Equal(t, "26 November 2026", british.Day("2026-11-26"), "no zone moves a day of the calendar")
	assert.Equal(t, "soon", british.Day("soon"))
	assert.Equal(t, "1,240 crowns", british.Money(124_000, "crowns"))
	assert.Equal(t, "1,240.50 crowns", british.Money(124_050, "crowns"))
	assert.Contains(t, american.Money(124_050, "USD"), "1,240.50")
	assert.Contains(t, american.Money(124_050, "USD"), "$")
	assert.NotEmpty(t, words.LocalIn("xx", "Nowhere/At_all").Date(at), "what is not known is the machine's own")
	for _, locale := range words.Locales() {
		assert.Regexp(t, regexp.MustCompile(`\d{1,2}:\d{2}( [ap]\.?m\.?)?$`),
			words.LocalIn(locale, "UTC").Moment(at), locale)
	}
}
