//go:build attack

package attack

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/url"
	"path/filepath"
	"regexp"
	"slices"
	"sort"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/require"
)

// An operation as the API describes itself.
type operation struct {
	method, path string
	Operation    string `json:"operationId"`
	Least        string `json:"x-least-role"`
	Parameters   []struct {
		Name   string
		In     string
		Schema map[string]any
	}
	RequestBody struct {
		Content map[string]struct{ Schema map[string]any }
	}
	Responses map[string]struct {
		Content map[string]struct{ Schema map[string]any }
	}
}

type api struct {
	text       []byte
	operations []operation
	schemas    map[string]map[string]any
	compiler   *jsonschema.Compiler
	compiled   map[string]*jsonschema.Schema
}

func readAPI(t *testing.T, l *ledge) *api {
	status, text := l.send("GET", "/api/openapi.json", nil)
	require.Equal(t, 200, status)
	var doc struct {
		Paths      map[string]map[string]json.RawMessage
		Components struct{ Schemas map[string]map[string]any }
	}
	require.NoError(t, json.Unmarshal(text, &doc))
	a := &api{text: text, schemas: doc.Components.Schemas, compiler: jsonschema.NewCompiler(),
		compiled: map[string]*jsonschema.Schema{}}
	for path, methods := range doc.Paths {
		for method, raw := range methods {
			o := operation{method: strings.ToUpper(method), path: path}
			require.NoError(t, json.Unmarshal(raw, &o))
			a.operations = append(a.operations, o)
		}
	}
	sort.Slice(a.operations, func(i, j int) bool { return a.operations[i].Operation < a.operations[j].Operation })
	whole, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	require.NoError(t, err)
	require.NoError(t, a.compiler.AddResource("http://ledge.test/api.json", whole))
	return a
}

// valid says what is wrong with an answer by its own schema; empty where nothing is.
func (a *api) valid(o operation, status int, said []byte) string {
	response, known := o.Responses[fmt.Sprint(status)]
	key := fmt.Sprint(status)
	if !known {
		if response, known = o.Responses["default"]; !known {
			return "no answer of this status is described"
		}
		key = "default"
	}
	for kind := range response.Content {
		if !strings.Contains(kind, "json") {
			continue
		}
		at := "http://ledge.test/api.json#/paths/" + pointer(o.path) + "/" + strings.ToLower(o.method) +
			"/responses/" + key + "/content/" + pointer(kind) + "/schema"
		schema := a.compiled[at]
		if schema == nil {
			var err error
			if schema, err = a.compiler.Compile(at); err != nil {
				return err.Error()
			}
			a.compiled[at] = schema
		}
		if a.file(response.Content[kind].Schema) {
			return ""
		}
		value, err := jsonschema.UnmarshalJSON(bytes.NewReader(said))
		if err != nil {
			return "not JSON: " + err.Error()
		}
		if err := schema.Validate(value); err != nil {
			return strings.ReplaceAll(err.Error(), "\n", " ")
		}
	}
	return ""
}

// file reports whether a schema stands for a file as it is.
func (a *api) file(schema map[string]any) bool { return schema["format"] == "binary" }

func pointer(token string) string {
	return url.PathEscape(strings.NewReplacer("~", "~0", "/", "~1").Replace(token))
}

// A maker makes values that fit a schema, and now and then some that do not.
type maker struct {
	*rand.Rand
	api *api
}

var strange = []any{nil, "", "ä\u0000", "\u202e", strings.Repeat("x", 3000), -1, 0, 1, 1e18, 9.5, true,
	[]any{}, fields{}, "2026-02-30", "../..", "=1+1", "0x1", "'; DROP TABLE jobs; --", "NaN"}

var known = map[string][]any{
	"kind": {"main_journal", "rod_journal", "cylinder", "deck", "runout", "end_float", "main_bearing",
		"piston", "cam_lobe", "rod_weight", "main_strip", "deck_heights"},
	"state":  {"as_found", "after_grind", "new"},
	"set":    {"main_journals", "rod_journals", "cylinders", "deck", "thrust"},
	"number": {1, 2, 3, 4},
	"unit":   {"in", "mm"},
	"topic":  {"main_stamp", "history", "main_bolt", "cleaned", "gearbox"},
	"text": {`{"format":"ledge.inspection/1","unit":"in","features":[]}`,
		"kind,number,station,reading,unit\nmain_journal,1,A,2.5,in\n", "\"", "{", ""},
	"typed":  {"85", "2.4985"},
	"value":  {634_619_000, 634_000_000, 25_400},
	"size":   {634_619_000},
	"plan":   {"2x4", "3x2", "1x2"},
	"action": {"polish", "grind", "reuse", "replace"},
}

func (m *maker) value(name string, schema map[string]any, depth int) any {
	if m.IntN(25) == 0 {
		return strange[m.IntN(len(strange))]
	}
	if ref, ok := schema["$ref"].(string); ok {
		return m.value(name, m.api.schemas[ref[strings.LastIndex(ref, "/")+1:]], depth)
	}
	if enum, ok := schema["enum"].([]any); ok {
		return enum[m.IntN(len(enum))]
	}
	if schema["format"] == "uuid" {
		return uuid.NewString()
	}
	if options := known[name]; options != nil && m.IntN(4) > 0 {
		return options[m.IntN(len(options))]
	}
	kind, _ := schema["type"].(string)
	if kinds, ok := schema["type"].([]any); ok {
		kind, _ = kinds[m.IntN(len(kinds))].(string)
	}
	switch kind {
	case "string":
		return []string{"a", "Wanda", "x y", "0.010", "2026-12-24", "à la carte"}[m.IntN(6)]
	case "integer":
		return []int{0, 1, 2, 3, 254_000, -1, 634_619_000}[m.IntN(7)]
	case "number":
		return float64(m.IntN(100)) / 4
	case "boolean":
		return m.IntN(2) == 0
	case "array":
		items, _ := schema["items"].(map[string]any)
		list := []any{}
		for range m.IntN(4) {
			if depth < 6 {
				list = append(list, m.value(name, items, depth+1))
			}
		}
		return list
	case "object":
		out := fields{}
		properties, _ := schema["properties"].(map[string]any)
		required, _ := schema["required"].([]any)
		for field, one := range properties {
			must := slices.Contains(required, any(field))
			if (must && m.IntN(40) > 0 || !must && m.IntN(3) == 0) && depth < 6 {
				out[field] = m.value(field, one.(map[string]any), depth+1)
			}
		}
		if extra, ok := schema["additionalProperties"].(map[string]any); ok && depth < 6 {
			for range m.IntN(3) {
				key := fmt.Sprint(known["kind"][m.IntN(len(known["kind"]))])
				out[key] = m.value(key, extra, depth+1)
			}
		}
		return out
	}
	return strange[m.IntN(len(strange))]
}

var places = regexp.MustCompile(`\{([^}]+)\}`)

func (m *maker) request(o operation) (path string, body any, header []string) {
	path = places.ReplaceAllStringFunc(o.path, func(place string) string {
		name := place[1 : len(place)-1]
		if name == "id" && m.IntN(12) > 0 {
			return fmt.Sprint(1 + m.IntN(12))
		}
		if options := known[name]; options != nil {
			return url.PathEscape(fmt.Sprint(options[m.IntN(len(options))]))
		}
		if m.IntN(3) == 0 {
			return uuid.NewString()
		}
		return url.PathEscape(strings.Trim(fmt.Sprint(strange[m.IntN(len(strange))]), "/.") + "x")
	})
	query := url.Values{}
	for _, p := range o.Parameters {
		switch p.In {
		case "query":
			if m.IntN(2) == 0 || p.Name == "id" || p.Name == "photo" {
				query.Set(p.Name, fmt.Sprint(m.value(p.Name, p.Schema, 0)))
			}
		case "header":
			if m.IntN(10) > 0 {
				header = append(header, p.Name,
					[]string{`"0"`, `"1"`, `"2"`, "x", `"99999999999999999999"`}[m.IntN(5)])
			}
		}
	}
	if len(query) > 0 {
		path += "?" + query.Encode()
	}
	for kind, content := range o.RequestBody.Content {
		if kind == "application/octet-stream" {
			return path, []byte(fmt.Sprint(strange[m.IntN(len(strange))])), header
		}
		body = m.value("", content.Schema, 0)
	}
	return path, body, header
}

// Requests made at random from the API's own description: none is a fault of Ledge's, and every
// answer fits its description.
func TestRandomRequests(t *testing.T) {
	const asked = 20_000
	l := start(t, "demo", filepath.Join(t.TempDir(), "shop.db"))
	a := readAPI(t, l)
	m := &maker{rand.New(rand.NewPCG(11, 16)), a}
	statuses, faults, unlike := map[int]int{}, map[string]int{}, map[string]int{}
	for range asked {
		o := a.operations[m.IntN(len(a.operations))]
		if m.IntN(20) > 0 && strings.HasSuffix(o.path, ".pdf") {
			continue // papers take long, and are tried often enough all the same
		}
		path, body, header := m.request(o)
		status, said := l.sendAs(l.client, o.method, path, body, header...)
		if status == -1 {
			continue
		}
		statuses[status]++
		if status >= 500 || status == 0 {
			text, _ := json.Marshal(body)
			faults[fmt.Sprintf("%s: %d %.200s (%.300s)", o.Operation, status, said, text)]++
			continue
		}
		if wrong := a.valid(o, status, said); wrong != "" {
			unlike[fmt.Sprintf("%s %d: %.300s", o.Operation, status, wrong)]++
		}
	}
	for fault, n := range faults {
		fmt.Println("   ", n, fault)
	}
	if len(faults) > 0 {
		fmt.Println("    its log:", l.said)
	}
	for wrong, n := range unlike {
		fmt.Println("   ", n, wrong)
	}
	promise(t, "requests made at random", len(faults)+len(unlike) == 0,
		"%d asked, by status %v; %d faults of Ledge's, %d answers unlike their description", asked, statuses,
		len(faults), len(unlike))
	promise(t, "and panics in the log", !strings.Contains(l.said.String(), "panic"), "%d bytes of log", l.said.Len())
}

// Every operation as every role, in every spelling of its path, on the running server.
func TestRoles(t *testing.T) {
	l := start(t, "demo", filepath.Join(t.TempDir(), "shop.db"), "--require-sign-in")
	l.owner()
	a := readAPI(t, l)
	roles := []string{"", "viewer", "inspector", "decider", "owner"}
	asked, through := 0, 0
	for _, role := range roles[:4] {
		client := newClient(t)
		if role != "" {
			status, said := l.send("POST", "/api/v1/people",
				fields{"name": "A " + role, "role": role, "password": "three plain words", "barred": false})
			require.Equal(t, 201, status, string(said))
			status, said = l.sendAs(client, "POST", "/api/v1/session",
				fields{"name": "A " + role, "password": "three plain words"})
			require.Equal(t, 200, status, string(said))
		}
		for _, o := range a.operations {
			if slices.Index(roles, role) >= slices.Index(roles, o.Least) {
				continue
			}
			for _, one := range []string{"1", "+1", "%2B1", "01", "1%20", "%31"} {
				path := places.ReplaceAllString(o.path, one)
				for _, path := range []string{path, path + "/", strings.ToUpper(path),
					strings.Replace(path, "/v1/", "//v1/", 1), path + "?by=Harness"} {
					status, said := l.sendAs(client, o.method, path, fields{"by": "Harness", "BY": "Harness"},
						"Ledge-Person", "Harness")
					asked++
					page := status == 200 && o.method == "GET" && bytes.Contains(said, []byte("<!doctype html>"))
					if !slices.Contains([]int{401, 403, 404, 405}, status) && !page {
						through++
						fmt.Println("   ", role, o.method, path, status)
					}
				}
			}
		}
	}
	promise(t, "every operation as every role below its own, in every spelling", through == 0,
		"%d asked, %d got through", asked, through)
}
