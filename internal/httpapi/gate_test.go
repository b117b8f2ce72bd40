package httpapi

import (
	"encoding/json"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/store"
)

// operations lists every operation of the API as it describes itself: "POST /api/v1/jobs/3/looks".
func operations(t *testing.T) (list [][2]string) {
	t.Helper()
	text, err := Describe("test")
	require.NoError(t, err)
	var api struct {
		Paths map[string]map[string]json.RawMessage
	}
	require.NoError(t, json.Unmarshal(text, &api))
	places := regexp.MustCompile(`\{[^}]+\}`)
	for path, methods := range api.Paths {
		for method := range methods {
			list = append(list, [2]string{strings.ToUpper(method), places.ReplaceAllString(path, "3")})
		}
	}
	require.Greater(t, len(list), 60)
	return list
}

// Whatever is added to the API later: a viewer changes nothing, an inspector binds the shop to nothing, and only an owner lets people in.
func TestEveryOperationHasItsRole(t *testing.T) {
	stores := map[store.Role]int{}
	for _, o := range operations(t) {
		method, path := o[0], o[1]
		if open.MatchString(path) {
			assert.Regexp(t, `^/api/v1/(session|owner|shared/3(/summary\.pdf)?)$`, path, "open to strangers")
			continue
		}
		least := needs(method, path)
		stores[least]++
		reads := method == "GET" || strings.HasSuffix(path, "/costs") || strings.HasSuffix(path, "/judgement-preview") || path == "/api/v1/cards"
		binds := regexp.MustCompile(`/(decisions|orders|events|judgement|closed|shares|rates|policies|shop)(/|$)`).MatchString(path)
		switch {
		case strings.HasPrefix(path, "/api/v1/people"):
			assert.Equal(t, store.Owner, least, "%s %s", method, path)
		case reads:
			assert.Equal(t, store.Viewer, least, "%s %s", method, path)
		case binds:
			assert.Equal(t, store.Decider, least, "%s %s", method, path)
		default:
			assert.Equal(t, store.Inspector, least, "%s %s", method, path)
		}
	}
	for _, role := range store.Roles() {
		assert.NotZero(t, stores[role], role)
	}
}

// A path that only looks like an open one is not open.
func TestNothingElseIsOpen(t *testing.T) {
	for _, path := range []string{"/api/v1/sessions", "/api/v1/session/", "/api/v1/jobs/session", "/api/v1/owner/3", "/api/v1/shared/", "/api/v1/shared", "/api/v1/people", "/x/api/v1/session",
		"/api/v1/jobs/3/shares", "/API/v1/session"} {
		assert.False(t, open.MatchString(path), path)
	}
	for _, tt := range [][2]string{{"POST", "/api/v1/jobs/3/costs/decisions"}, {"DELETE", "/api/v1/jobs/3/photos/3"}, {"PUT", "/api/v1/jobs/3/head"}, {"PATCH", "/api/v1/jobs"}, {"POST", "/api/v1/archives"}} {
		assert.NotEqual(t, store.Viewer, needs(tt[0], tt[1]), "%s %s", tt[0], tt[1])
	}
	base, client := serveShop(t)
	for _, path := range []string{"//api/v1/jobs", "/api/v1/jobs/../jobs", "/api/v1/session/../jobs", "/api/v1/shared/x/../../jobs"} {
		status, said := ask(t, client(), "GET", base+path, nil)
		assert.NotContains(t, said, "Orchard pump", "%s: %d", path, status)
	}
}
