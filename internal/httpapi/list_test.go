package httpapi

import (
	"encoding/json"
	"fmt"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/shop"
)

// The list comes page by page, each line once, in one order; a page says how many there are.
func TestTheListIsPaged(t *testing.T) {
	base := serveDemo(t).URL
	all := get[[]shop.JobLine](t, base+"/api/v1/jobs")
	require.Greater(t, len(all), 6)
	var paged []shop.JobLine
	for from := 0; from < len(all); from += 4 {
		status, body, header := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs?from=%d&most=4", base, from), nil)
		require.Equal(t, 200, status, string(body))
		assert.Equal(t, strconv.Itoa(len(all)), header.Get("Ledge-Total"))
		var page []shop.JobLine
		require.NoError(t, json.Unmarshal(body, &page))
		assert.LessOrEqual(t, len(page), 4)
		paged = append(paged, page...)
	}
	assert.Equal(t, all, paged)
	assert.Empty(t, get[[]shop.JobLine](t, base+"/api/v1/jobs?from=1000"))
	status, _, _ := call(t, "GET", base+"/api/v1/jobs?most=100000", nil)
	assert.Equal(t, 422, status)
}
