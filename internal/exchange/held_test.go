package exchange

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/words"
)

// One state read under two conditions stands side by side: the difference is said where it is largest, and the
// decision says on which it stands. Studs that are tightened pull a tunnel. Common practice.
func TestConditionsAreCompared(t *testing.T) {
	housing := func(number int, state, vertical string) string {
		return fmt.Sprintf(`{"kind": "main_housing", "number": %d, "state": %q, "stations": ["front", "rear"], "directions": [0, 60, 120],
			"readings": [[%[3]s, 2.7000, 2.7001], [%[3]s, 2.7000, 2.7001]]}`, number, state, vertical)
	}
	doc := func(features ...string) string {
		return `{"format": "ledge.inspection/1", "unit": "in", "limits": {"main_housing": {"new": {"min": 2.6995, "max": 2.7005},
			"out_of_round_max": 0.0010}}, "policy": {"confirm": false}, "features": [` + strings.Join(features, ",") + `]}`
	}
	const studs = "as_found_with_studs"
	assert.Equal(t, studs, part.Under(part.AsFound, part.HeldStuds))
	in, err := Read(strings.NewReader(doc(housing(1, "as_found", "2.7000"), housing(2, "as_found", "2.7000"),
		housing(1, studs, "2.6993"), housing(2, studs, "2.7000"))))
	require.NoError(t, err)
	result := disposition.Evaluate(in)
	say := words.In(in.Unit)
	notes := func(i int) (texts []string) {
		for _, n := range result.Features[i].Notes {
			texts = append(texts, say.Say(n))
		}
		return texts
	}
	assert.Contains(t, notes(2),
		"Main bearing housing bore 1 is 0.0007 in smaller at 0° with the studs tightened than without.")
	assert.Contains(t, notes(3), "Main bearing housing bore 2 reads the same with the studs tightened as without.")
	assert.NotContains(t, strings.Join(notes(0), " "), "tightened")
	set := result.Sets[0]
	require.Equal(t, part.MainHousings, set.Set)
	assert.Equal(t, disposition.LineHone, set.Action, "it stands on what was read last: below its least")
	var reasons []string
	for _, r := range set.Reasons {
		reasons = append(reasons, say.Say(r))
	}
	assert.Contains(t, reasons, "It stands on the readings with the studs tightened; those without are beside them.")
	// The other way round it stands on the first.
	in, err = Read(strings.NewReader(doc(housing(1, studs, "2.6993"), housing(1, "as_found", "2.7000"))))
	require.NoError(t, err)
	assert.Equal(t, disposition.Reuse, disposition.Evaluate(in).Sets[0].Action)
}
