package exchange

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/varied"
)

// spoiled puts something wrong in one place of a document: another type, nothing, too much, a name
// that is not known.
func spoiled(source *rand.Rand, v any) any {
	wrong := []any{nil, true, "x", -1.0, 0.0, 1e20, "", []any{}, map[string]any{},
		map[string]any{"size": "x"}, []any{1.0, "x"}, 0.12345678901}
	switch at := v.(type) {
	case map[string]any:
		names := make([]string, 0, len(at))
		for name := range at {
			names = append(names, name)
		}
		if len(names) == 0 {
			return wrong[source.IntN(len(wrong))]
		}
		name := names[source.IntN(len(names))]
		switch source.IntN(6) {
		case 0:
			at["unheard_of"] = 1
		case 1:
			delete(at, name)
		default:
			at[name] = spoiled(source, at[name])
		}
		return at
	case []any:
		if len(at) == 0 || source.IntN(6) == 0 {
			return wrong[source.IntN(len(wrong))]
		}
		i := source.IntN(len(at))
		switch source.IntN(6) {
		case 0:
			return at[:i]
		case 1:
			return append(at, at[i])
		}
		at[i] = spoiled(source, at[i])
		return at
	}
	return wrong[source.IntN(len(wrong))]
}

// Whatever is wrong with a document, each mistake is told at its place in words: no message without
// its sentence, no argument left out.
func TestEveryMistakeReadsAsASentence(t *testing.T) {
	source := rand.New(rand.NewPCG(7, 13))
	odd := regexp.MustCompile(`<no value>|\{\{|%!|  |^\s*$|^(file|number|layout|json|csv|limit)\.[a-z]`)
	said := map[string]bool{}
	for seed := range uint64(60) {
		document := varied.Document(seed)
		for range 15 {
			var v any
			require.NoError(t, json.Unmarshal(document, &v))
			for range 1 + source.IntN(3) {
				v = spoiled(source, v)
			}
			text, err := json.Marshal(v)
			require.NoError(t, err)
			_, err = Read(bytes.NewReader(text))
			var problems Problems
			if !errors.As(err, &problems) {
				require.NoError(t, err)
				continue
			}
			for _, p := range problems {
				said[p.Why.ID] = true
				require.NotRegexp(t, odd, p.Text(), "%s at %s", p.Why.ID, p.Pointer)
				require.False(t, strings.HasPrefix(p.Text(), p.Why.ID), p.Text())
			}
		}
	}
	assert.Greater(t, len(said), 18, fmt.Sprint(said))
}
