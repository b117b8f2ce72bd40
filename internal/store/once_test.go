package store

import (
	"context"
	"testing"

	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
)

// as is a context in which somebody asks.
func as(name string) context.Context { return As(context.Background(), name) }

func found(t *testing.T, in *inspection.Inspection) []inspection.Finding {
	t.Helper()
	list, err := inspection.Evaluate(t.Context(), in)
	require.NoError(t, err)
	return list
}
