package help

import (
	"io/fs"
	"net/http"
	"net/http/httptest"
	"path"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/docs"
)

var linked = regexp.MustCompile(`(?:href|src)="([^":]+)"`)

// Every page of the guide is served, and all that it links to and shows is there.
func TestThePagesLeadSomewhere(t *testing.T) {
	pages := 0
	require.NoError(t, fs.WalkDir(docs.Pages, ".", func(name string, _ fs.DirEntry, err error) error {
		require.NoError(t, err)
		if path.Ext(name) != ".md" {
			return nil
		}
		pages++
		body := get(t, Prefix+name)
		assert.NotContains(t, body, "<title> ·", "%s has no title", name)
		for _, link := range linked.FindAllStringSubmatch(body, -1) {
			to, _, _ := strings.Cut(link[1], "#")
			if to == "" || to == "/" || to == "/ledge.svg" { // the front end's
				continue
			}
			if !strings.HasPrefix(to, "/") {
				to = path.Join(Prefix, path.Dir(name), to)
			}
			get(t, to)
		}
		return nil
	}))
	assert.Greater(t, pages, 15)
	assert.Contains(t, get(t, Prefix+"truth.md"), "<table>")
}

func get(t *testing.T, at string) string {
	t.Helper()
	answer := httptest.NewRecorder()
	Handler().ServeHTTP(answer, httptest.NewRequestWithContext(t.Context(), http.MethodGet, at, http.NoBody))
	assert.Equal(t, http.StatusOK, answer.Code, at)
	return answer.Body.String()
}
