package httpapi

import (
	"os"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every place that the router in the browser knows can be opened by its address.
func TestEveryPlaceHasAnAddress(t *testing.T) {
	text, err := os.ReadFile("../../web/src/app/places.ts")
	require.NoError(t, err)
	found := regexp.MustCompile(`place\("/([^"]*)"`).FindAllStringSubmatch(string(text), -1)
	require.Greater(t, len(found), 20)
	for _, place := range found {
		assert.True(t, places[strings.SplitN(place[1], "/", 2)[0]], place[1])
	}
}
