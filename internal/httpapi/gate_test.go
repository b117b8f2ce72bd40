package httpapi

import (
	"fmt"
	"log/slog"
	"net/http"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/store"
	"ledge/internal/store/office"
)

// An operation with the least role that it declares.
type declared struct {
	*huma.Operation
	least office.Role
}

// operations lists every operation of the API.
func operations(t *testing.T) (list []declared) {
	t.Helper()
	api := newResources(Options{Store: &store.Store{}, Log: slog.New(slog.DiscardHandler)}).mount(chi.NewRouter(),
		"test").OpenAPI()
	for _, item := range api.Paths {
		for _, o := range []*huma.Operation{item.Get, item.Put, item.Post, item.Delete, item.Patch} {
			if o == nil {
				continue
			}
			least, ok := o.Metadata[leastKey].(office.Role)
			require.True(t, ok, "%s declares no role", o.OperationID)
			list = append(list, declared{o, least})
		}
	}
	require.Greater(t, len(list), 60)
	slices.SortFunc(list, func(a, b declared) int { return strings.Compare(a.OperationID, b.OperationID) })
	return list
}

// Whatever is added to the API later: a viewer changes nothing, an inspector binds the shop to
// nothing, only an owner lets people in, and what is open to strangers is counted on one hand.
func TestEveryOperationHasItsRole(t *testing.T) {
	var open []string
	for _, o := range operations(t) {
		reads := o.Method == "GET" || slices.Contains([]string{"weigh-costs", "preview-judgement", "preview-anew",
			"read-card", "read-limit-table", "write-limit-table", "try-pattern", "preview-instrument"}, o.OperationID)
		binds := regexp.MustCompile(`/(decisions|orders|events|judgement|closed|shares|rates|policies|shop|` +
			`retirements|replacements|signed|link)(/|$)`).MatchString(o.Path)
		switch {
		case o.least == anyone:
			open = append(open, o.OperationID)
		case o.OperationID == "change-password":
			assert.Equal(t, office.Viewer, o.least, "everybody changes their own")
		case strings.HasPrefix(o.Path, "/api/v1/people"), strings.HasPrefix(o.Path, "/api/v1/sessions"):
			assert.Equal(t, office.Owner, o.least, o.OperationID)
		case reads:
			assert.Equal(t, office.Viewer, o.least, o.OperationID)
		case binds:
			assert.Equal(t, office.Decider, o.least, o.OperationID)
		default:
			assert.Equal(t, office.Inspector, o.least, o.OperationID)
		}
	}
	assert.Equal(t, []string{"create-owner", "get-session", "get-shared", "get-shared-summary", "sign-in",
		"sign-out", "table"}, open)
}

// staff signs in one person of each role.
func staff(t *testing.T) (base string, of map[office.Role]*http.Client) {
	t.Helper()
	base, client := serveShop(t)
	of = map[office.Role]*http.Client{anyone: client(), office.Owner: client()}
	status, said := ask(t, of[office.Owner], "POST", base+"/api/v1/owner",
		fields{"name": "Ida Lorn", "password": "three plain words", "code": code})
	require.Less(t, status, 300, said)
	for _, role := range []office.Role{office.Viewer, office.Inspector, office.Decider} {
		body := fields{"name": "A " + role, "role": role, "password": "three plain words", "barred": false}
		status, said := ask(t, of[office.Owner], "POST", base+"/api/v1/people", body)
		require.Equal(t, 201, status, said)
		of[role] = client()
		status, said = ask(t, of[role], "POST", base+"/api/v1/session",
			fields{"name": "A " + role, "password": "three plain words"})
		require.Equal(t, 200, status, said)
		chooses(t, base, of[role], "three plain words")
	}
	return base, of
}

// chooses gives somebody a password of their own, which the first one wants before all else.
func chooses(t *testing.T, base string, client *http.Client, first string) {
	t.Helper()
	status, _ := ask(t, client, "GET", base+"/api/v1/jobs", nil)
	require.Equal(t, 403, status, "a first password opens nothing")
	status, said := ask(t, client, "PUT", base+"/api/v1/session/password", fields{"old": first, "password": own(first)})
	require.Equal(t, 200, status, said)
}

// own is the password that one chooses who had another first.
func own(first string) string { return first + ", my own" }

// However a path is spelled, nobody gets through to what takes a greater role; and everybody to
// what their role allows.
func TestEveryOperationAsEveryRoleInEverySpelling(t *testing.T) {
	base, of := staff(t)
	places := regexp.MustCompile(`\{[^}]+\}`)
	roles := append([]office.Role{anyone}, office.Roles.All()...)
	asked := 0
	for _, o := range operations(t) {
		if o.least == anyone || o.OperationID == "end-session" {
			continue
		}
		for _, role := range roles {
			allowed := slices.Index(roles, role) >= slices.Index(roles, o.least)
			if allowed && (o.Method != "GET" || strings.Contains(o.Path, ".pdf") || role != o.least) {
				continue // one who may is enough, and what changes or takes long is tried elsewhere
			}
			spellings := []string{"1"}
			if !allowed {
				spellings = []string{"1", "+1", "%2B1", "01", "1%20", "0x1"}
			}
			for _, one := range spellings {
				path := places.ReplaceAllString(o.Path, one)
				paths := []string{path}
				if !allowed {
					paths = append(paths, path+"/", strings.ToUpper(path),
						strings.Replace(path, "/api/v1", "/api//v1", 1), strings.Replace(path, "/v1/", "/v1/./", 1))
				}
				for _, path := range paths {
					status, said := ask(t, of[role], o.Method, base+path, fields{})
					asked++
					what := fmt.Sprintf("%s %s as %q: %d %s", o.Method, path, role, status, said)
					if allowed {
						assert.NotContains(t, []int{401, 403}, status, what)
					} else if !slices.Contains([]int{401, 403, 404, 405}, status) &&
						(status != 200 || o.Method != "GET" || !strings.Contains(said, "no front end")) {
						t.Error(what)
					}
				}
			}
		}
	}
	assert.Greater(t, asked, 3000)
}

// Without sign-in a name comes from the one header, and only from this machine itself.
func TestANameComesFromTheHeaderAlone(t *testing.T) {
	base := serveDemo(t).URL
	body := fields{"id": "0190a2b4-0000-4000-8000-000000000001", "kind": "main_journal", "number": 1,
		"state": "as_found", "what": "grade", "look": "smooth", "note": ""}
	post := func(body any, header ...string) (int, string) {
		status, said, _ := call(t, "POST", base+"/api/v1/jobs/1/looks", body, header...)
		return status, string(said)
	}
	for name, header := range map[string][]string{
		"no name":         {personHeader, ""},
		"an unseen one":   {personHeader, "Ida%E2%80%8B"},
		"half a code":     {personHeader, "%"},
		"by a proxy":      {"X-Forwarded-For", "10.0.0.7"},
		"by another":      {"Forwarded", "for=10.0.0.7"},
		"by a third":      {"Via", "1.1 somewhere"},
		"not even a body": {personHeader, "", "Content-Type", "application/problem+json"},
	} {
		status, said := post(body, header...)
		assert.Contains(t, []int{401, 422}, status, "%s: %s", name, said)
	}
	for _, field := range []string{"by", "BY", "By", "graded_by"} {
		with := fields{field: "Mallory"}
		for k, v := range body {
			with[k] = v
		}
		status, said := post(with, personHeader, "Ida")
		assert.Equal(t, 422, status, "a name in the body: %s", said)
	}
	status, said := post(body, personHeader, "Ida%20Lorn")
	require.Equal(t, 201, status, said)
	assert.Contains(t, said, `"graded_by":"Ida Lorn"`)
}
