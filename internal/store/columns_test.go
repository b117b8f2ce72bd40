package store

import (
	"database/sql"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A deck and a rod's lightening as older versions stored them: points as degrees, a weight as a length.
func TestQuantitiesOfAnOlderFile(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.db")
	olderFile(t, path, 23)
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	for _, row := range []string{
		`INSERT INTO jobs (id, number, customer, engine, duty, unit, arrangement, cylinders, mains, throws,
			cylinders_per_throw, policy, created_by, created_at)
			VALUES (1, 'L-1', '', 'Old', 'standard', 'in', 'v', 4, 3, 2, 2, '{}', 'Wanda', '')`,
		`INSERT INTO features (id, job_id, kind, number, stations, directions) VALUES
			(1, 1, 'deck_heights', 1, '["left","middle","right"]', '[0,1000000,2000000,3000000,4000000,5000000]'),
			(2, 1, 'deck', 1, '["long left"]', '[0]'), (3, 1, 'main_journal', 1, '["A","B"]',
				'[0,90000000]'), (4, 1, 'rod_weight', 1, '["big end","small end"]', '[0]')`,
		`INSERT INTO readings (id, feature_id, station, direction, what, value, taken_by, taken_at) VALUES
			('r1', 1, 2, 5, 'size', 25400, 'Wanda', ''), ('r4', 4, 0, 0, 'size', 4250000000, 'Wanda', '')`,
		`INSERT INTO orders (id, job_id, sheet, issue, body, issued_by, issued_at)
			VALUES ('o1', 1, 'balance', 1, '{"sheet":"balance","lines":[{"key":"rod/1","work":"lighten","amount":12000000},{"key":"deck/1","work":"skim","amount":25400}]}', 'Wanda', '')`,
	} {
		_, err := db.Exec(row)
		require.NoError(t, err)
	}
	require.NoError(t, db.Close())

	s := open(t, path)
	r := record(t, s, 1)
	heights, deck, main := r.At(Place{Kind: part.DeckHeights, Number: 1, State: part.AsFound}),
		r.At(Place{Kind: part.Deck, Number: 1, State: part.AsFound}), r.Features[2]
	assert.Empty(t, heights.Directions)
	assert.Equal(t, []int{6, 1, 2}, []int{heights.Columns(), deck.Columns(), main.Columns()},
		"one more than the sheet has stays")
	assert.Equal(t, []unit.Angle{0, 90 * unit.Degree}, main.Directions)
	assert.Equal(t, 254*unit.Length(100), heights.Live(2, 5)[0].Value.Length())
	assert.Equal(t, 425*unit.Gram, r.Features[3].Live(0, 0)[0].Value.Mass())
	require.Len(t, r.Orders, 1)
	lines := r.Orders[0].Body.Lines
	assert.Nil(t, lines[0].Amount)
	assert.Equal(t, 12*unit.Gram/10, *lines[0].Metal)
	assert.Equal(t, unit.Length(25400), *lines[1].Amount)
}
