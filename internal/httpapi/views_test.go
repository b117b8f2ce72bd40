package httpapi

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/store"
)

// However often the jobs of seven benches change, their texts stay; of more jobs than are kept,
// those that rested longest go.
func TestTheTextsOfJobsInWorkStay(t *testing.T) {
	var v views
	for round := range 2 * mostEncoded {
		for id := range int64(7) {
			v.put(id, round, JobView{})
		}
		for id := range int64(7) {
			require.NotNil(t, v.kept[id].view.encoded, "job %d after %d changes of each", id, round+1)
		}
	}
	for id := range int64(mostEncoded) {
		v.put(100+id, 0, JobView{})
	}
	assert.Nil(t, v.kept[0].view.encoded)
	assert.NotNil(t, v.kept[100].view.encoded)
}

// A text that took over those of the view before says what one made anew says, a line that was
// corrected since included.
func TestTextsTakenOverSayTheSame(t *testing.T) {
	by := "b"
	line := func(id string, seq int64, superseded *string) store.Reading {
		return store.Reading{ID: id, Seq: seq, Typed: "1", TakenBy: "Wanda", SupersededBy: superseded}
	}
	feature := func(id int64, tape ...store.Reading) FeatureView {
		return FeatureView{Feature: store.Feature{ID: id, Tape: tape}}
	}
	other := []store.Reading{line("x", 9, nil)}
	var v views
	for changes, tape := range [][]store.Reading{{line("a", 1, nil)}, {line("a", 1, &by), line("b", 2, nil)},
		{line("a", 1, &by), line("b", 2, nil), line("c", 3, nil)}} {
		view := v.put(1, changes, JobView{Features: []FeatureView{feature(1, tape...), feature(2, other...)}})
		shared, err := view.bytes()
		require.NoError(t, err)
		alone := view
		alone.encoded = nil
		anew, err := alone.bytes()
		require.NoError(t, err)
		assert.JSONEq(t, string(anew), string(shared))
		assert.True(t, json.Valid(shared))
	}
}
