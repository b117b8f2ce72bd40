package store

import (
	"context"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

// as is a context in which somebody asks.
func as(name string) context.Context { return db.As(context.Background(), name) }

func found(t *testing.T, in *inspection.Inspection) []inspection.Finding {
	t.Helper()
	list, err := inspection.Evaluate(t.Context(), in)
	require.NoError(t, err)
	return list
}

// Answers, sizes of unworn parts and photographs are stored once under their id, too; other content
// under it is a conflict.
func TestOtherContentUnderAnIdIsAConflict(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	ids := map[string]string{"answer": "5F0F7D0E-52A4-4F3B-8A45-0C3D8A7D5D01",
		"unworn": "5F0F7D0E-52A4-4F3B-8A45-0C3D8A7D5D02", "photo": "5F0F7D0E-52A4-4F3B-8A45-0C3D8A7D5D03"}
	for name, store := range map[string]func(id string, other bool) error{
		"answer": func(id string, other bool) error {
			a := Answer{ID: id, Topic: "rumble", Value: "free"}
			if other {
				a.Value = "tight"
			}
			return s.AddAnswers(ctx, job, []Answer{a})
		},
		"unworn": func(id string, other bool) error {
			size := unit.MustParse("2.4985", unit.In)
			if other {
				size++
			}
			return s.AddUnworn(ctx, job, main3, id, size)
		},
		"photo": func(id string, other bool) error {
			picture := []byte("picture")
			if other {
				picture = []byte("another")
			}
			return s.AddPhoto(ctx, Photo{ID: id, JobID: job, Width: 1, Height: 1}, picture, []byte("small"))
		},
	} {
		id := ids[name]
		require.NoError(t, store(id, false), name)
		require.NoError(t, store(strings.ToLower(id), false), "%s sent twice", name)
		var conflict *db.ConflictError
		require.ErrorAs(t, store(strings.ToLower(id), true), &conflict, name)
		assert.Equal(t, "id", conflict.Place, name)
	}
	assert.ErrorIs(t, s.AddAnswers(context.Background(), job, []Answer{{ID: ids["answer"]}}), db.ErrNobody,
		"nobody changes nothing")
	_, err := s.AddReading(context.Background(), job, main3, size("2.4985"), false)
	assert.ErrorIs(t, err, db.ErrNobody)
}
