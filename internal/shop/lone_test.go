package shop_test

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/shop"
)

func TestNothingStaysOfAFileThatIsRefused(t *testing.T) {
	t.Setenv("TMPDIR", t.TempDir())
	for _, file := range []string{"no file", `{"ledge": 3, "unit": "in", "features": []}`} {
		a, job, done, err := shop.Lone(t.Context(), strings.NewReader(file), "a test")
		assert.Error(t, err, file)
		assert.Zero(t, job)
		assert.Nil(t, a)
		assert.Nil(t, done)
	}
	left, err := os.ReadDir(os.TempDir())
	assert.NoError(t, err)
	assert.Empty(t, left)
}
