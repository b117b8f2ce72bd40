package words_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// A coarse gauge over five mains is one line that names them; what differs in more than its figure
// stays apart.
func TestWhatIsSaidOfSeveralPartsIsSaidOnce(t *testing.T) {
	of := func(number int) part.Ref { return part.Ref{Kind: part.MainJournal, Number: number} }
	unsure := func(number int, value string, then int) say.Reason {
		v, limit := length(value), length("0.0005")
		return say.Of("unsure_taper", of(number), say.Word("check", "check", "taper"),
			say.Apart("value", v, limit), say.Apart("limit", limit, v),
			say.Length("u", length("0.0002")), say.Number("chance", 40+number),
			say.Then("then", say.New("settle", say.Count("count", then)).As("repeat")))
	}
	s := words.In(unit.In)
	lines := func(reasons ...say.Reason) (texts []string) {
		s.Fill(reasons)
		for _, r := range s.Gather(reasons) {
			assert.NotNil(t, r.Feature, "a click on it leads somewhere")
			texts = append(texts, r.Text)
		}
		return texts
	}
	assert.Equal(t, []string{"Mains 1 to 3: taper is too close to its limit of 0.0005 in to call with this gauge " +
		"(± 0.0002 in). 3 readings at each place would tell with this gauge.",
		"Main 5: taper 0.0006 in is too close to its limit of 0.0005 in to call with this gauge " +
			"(± 0.0002 in); the chance that it is within is 45 %. 5 readings at each place would tell with this gauge."},
		lines(unsure(1, "0.0006", 3), unsure(2, "0.0004", 3), unsure(3, "0.0005", 3), unsure(5, "0.0006", 5)))
	assert.Equal(t, []string{"Mains 1 and 4 were not looked at: they count as smooth.", "Main 2 was not measured."},
		lines(say.Of("no_look", of(1)), say.Of("unmeasured", of(2)), say.Of("no_look", of(4))))
	assert.Equal(t, []string{"Mains 1, 2 and 4: 1 of 8 readings is missing at each."},
		lines(say.Of("incomplete", of(1), say.Count("left", 1), say.Number("of", 8)),
			say.Of("incomplete", of(2), say.Count("left", 1), say.Number("of", 8)),
			say.Of("incomplete", of(4), say.Count("left", 1), say.Number("of", 8))))
	assert.Equal(t, "Crankshaft", words.Parts([]part.Ref{{Kind: part.EndFloat, Number: 1}}))
}
