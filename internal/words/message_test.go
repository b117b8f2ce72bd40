package words_test

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/BurntSushi/toml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// everyMessage is what the message files of a pattern say, by name, plural forms joined. A name stands in one file
// only.
func everyMessage(t *testing.T, pattern string) map[string]string {
	t.Helper()
	all := map[string]string{}
	files, err := filepath.Glob("messages/" + pattern)
	require.NoError(t, err)
	for _, name := range files {
		text, err := os.ReadFile(name)
		require.NoError(t, err)
		var read map[string]any
		require.NoError(t, toml.Unmarshal(text, &read), name)
		for id, message := range read {
			assert.NotContains(t, all, id, "%s stands there twice", id)
			switch m := message.(type) {
			case string:
				all[id] = m
			case map[string]any:
				for _, form := range m {
					all[id] += fmt.Sprint(form)
				}
			}
		}
	}
	return all
}

// tellers are the functions that take the name of a message, with its place among their arguments.
var tellers = map[string]int{"Told": 0, "conflict": 0, "coded": 1, "unsound": 0, "fail": 0, "problem": 1}

// named is like refuse.no_job: what a message is called.
var named = regexp.MustCompile(`^[a-z]+\.[a-z0-9_.]+$`)

// Every message that the server's source names is there, is told with all that it asks for, and
// with nothing that it does not; and no message is there for nothing.
func TestEveryMessageIsThere(t *testing.T) {
	all := everyMessage(t, "*.toml")
	asked := regexp.MustCompile(`\{\{(?:if )?\.([A-Za-z_0-9]+)`)
	used, found := map[string]bool{}, 0
	err := filepath.WalkDir("../..", func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() && (entry.Name() == "node_modules" || entry.Name() == "web") {
			return filepath.SkipDir
		}
		if !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return nil
		}
		files := token.NewFileSet()
		file, err := parser.ParseFile(files, path, nil, 0)
		if err != nil {
			return err
		}
		ast.Inspect(file, func(n ast.Node) bool {
			if text, ok := literal(n); ok && named.MatchString(text) {
				used[text] = true
			}
			c, ok := n.(*ast.CallExpr)
			if !ok || len(c.Args) == 0 {
				return true
			}
			place, teller := tellers[called1(c)]
			if !teller || place >= len(c.Args) {
				return true
			}
			id, ok := literal(c.Args[place])
			if !ok || !named.MatchString(id) {
				return true
			}
			found++
			text, there := all[id]
			assert.True(t, there, "%s: there is no message %s", files.Position(c.Pos()), id)
			if c.Ellipsis.IsValid() {
				return true
			}
			given := map[string]bool{}
			for i := place + 1; i < len(c.Args); i += 2 {
				name, _ := literal(c.Args[i])
				given[name] = true
				assert.Contains(t, text, "."+name, "%s: %s does not ask for it", files.Position(c.Pos()), id)
			}
			for _, name := range asked.FindAllStringSubmatch(text, -1) {
				assert.True(t, given[name[1]], "%s: %s asks for %s", files.Position(c.Pos()), id, name[1])
			}
			return true
		})
		return nil
	})
	require.NoError(t, err)
	require.Greater(t, found, 200)
	for id := range all {
		if of, _, _ := strings.Cut(id, "."); slices.Contains([]string{"conflict", "refuse", "unsound",
			"trouble", "archive", "csv", "file", "letter", "restore", "check"}, of) && strings.Contains(id, ".") {
			_, twin := all[strings.TrimPrefix(id, "letter.")] // said otherwise to a customer
			made := twin && of == "letter" || strings.HasPrefix(id, "conflict.sheet_") || of == "check" || used[id]
			assert.True(t, made, "%s is told nowhere", id)
		}
	}
}

func literal(n ast.Node) (string, bool) {
	l, ok := n.(*ast.BasicLit)
	if !ok || l.Kind != token.STRING {
		return "", false
	}
	text, err := strconv.Unquote(l.Value)
	return text, err == nil
}

func called1(c *ast.CallExpr) string {
	switch f := c.Fun.(type) {
	case *ast.Ident:
		return f.Name
	case *ast.SelectorExpr:
		if from, ok := f.X.(*ast.Ident); ok && from.Name == "words" && f.Sel.Name == "New" {
			return "Told"
		}
		return f.Sel.Name
	}
	return ""
}

// Everything in the core's tables has its names, no two kinds are called alike, and every fault its words.
func TestEverythingInTheTablesHasItsName(t *testing.T) {
	all := everyMessage(t, "*.toml")
	plurals := map[string]part.Kind{}
	for _, row := range part.All() {
		names := words.Kind(row.Kind)
		assert.NotContains(t, names.Title+names.Plural+names.Where, "_", row.Kind)
		assert.Contains(t, all, "kind."+string(row.Kind))
		assert.Empty(t, plurals[names.Plural], "%s is called like %s", row.Kind, plurals[names.Plural])
		plurals[names.Plural] = row.Kind
		for _, state := range row.States {
			assert.Contains(t, all, "state."+state)
		}
	}
	for _, set := range part.Sets() {
		assert.Contains(t, all, "set."+string(set.Set))
		assert.Contains(t, all, "replaced."+set.Replaced)
	}
	for _, gauge := range instrument.All() {
		assert.Contains(t, all, "gauge."+string(gauge.Kind))
	}
	for i := range limit.Fields {
		f := &limit.Fields[i]
		assert.NotContains(t, words.Limit(f).Label+words.LimitPrinted(f), "_", f.Name)
		for _, check := range f.Checks {
			assert.Contains(t, all, "check."+string(check))
		}
	}
	for i := range inspection.PolicyFields {
		f := &inspection.PolicyFields[i]
		for _, choice := range append(slices.Clone(f.Values), "") {
			assert.Contains(t, all, strings.TrimSuffix("policy."+f.Name+"."+choice, "."))
		}
	}
	for id := range all {
		if name, form, _ := strings.Cut(strings.TrimPrefix(id, "policy."), "."); strings.HasPrefix(id, "policy.") {
			i := slices.IndexFunc(inspection.PolicyFields,
				func(f inspection.PolicyField) bool { return f.Name == name })
			if assert.GreaterOrEqual(t, i, 0, "%s is of no rule", id) {
				known := append(slices.Clone(inspection.PolicyFields[i].Values), "", "hint")
				assert.Contains(t, known, form, "%s is told nowhere", id)
			}
		}
	}
	fresh := words.Limit(&limit.Field{Name: "waviness.step_max", Form: limit.Span})
	assert.Equal(t, "Waviness, step max", fresh.Label, "one that no message names yet")
	assert.Equal(t, []string{"Waviness, step max, min", "Waviness, step max, max"}, fresh.Labels)
	for _, fault := range unit.Faults.All() {
		assert.Contains(t, all, "number."+string(fault))
	}
	for _, fault := range engine.Faults.All() {
		assert.Contains(t, all, "layout."+string(fault))
	}
	assert.Equal(t, "nothing", words.Title("nothing"), "what is no kind is named as it is")
}

// A number decides between one and many, wherever it stands; what somebody sent is quoted so that
// it cannot spoil a sentence.
func TestMessages(t *testing.T) {
	assert.Equal(t, "One sheet is not closed.", words.Told("open.orders", "count", 1))
	assert.Equal(t, "3 sheets are not closed.", words.Told("open.orders", "count", 3))
	assert.Equal(t, "“” is not a size.", words.Told("refuse.no_size", "text", ""))
	assert.Equal(t, `"a\nb"`, words.Quoted("a\nb"))
	assert.Len(t, []rune(words.Quoted(strings.Repeat("x", 200))), 63)
	_, err := unit.Parse("2.x", unit.In)
	assert.Equal(t, `"2.x" is not a number`, words.NotParsed(err).String())
}
