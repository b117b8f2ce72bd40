package gaugelink_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/gaugelink"
)

func TestLinesAreCutWhereverTheyAreSplit(t *testing.T) {
	const came = "1.5\r\n1.6\n\n1.7\r" // ends as devices have them
	for at := range len(came) {
		var l gaugelink.Lines
		lines := append(l.Write([]byte(came[:at])), l.Write([]byte(came[at:]))...)
		assert.Equal(t, []string{"1.5", "1.6", "1.7"}, lines, "split at %d", at)
	}
}

func TestAFloodWithoutAnEndIsDropped(t *testing.T) {
	var l gaugelink.Lines
	for range 10_000 {
		assert.Empty(t, l.Write([]byte(strings.Repeat("9", 100))))
	}
	assert.Equal(t, 1, l.Dropped())
	assert.Equal(t, []string{"1.5"}, l.Write([]byte("9\n1.5\n")), "what comes after it is read again")
}
