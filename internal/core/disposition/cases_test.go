package disposition

import (
	"fmt"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// The rules, a case a line: what it shows, what was measured, and what is decided. Lines before it set limits, the
// policy and the engine. Every figure is invented; what is expected follows from the rules. Common practice.
func TestRules(t *testing.T) {
	text, err := os.ReadFile("testdata/rules.txt")
	require.NoError(t, err)
	var at scenery
	cases := 0
	for n, line := range strings.Split(string(text), "\n") {
		switch before, after, _ := strings.Cut(line, " "); {
		case line == "":
		case before == "#": // a new set begins bare
			at = scenery{policy: inspection.DefaultPolicy(unit.In), limits: map[part.Kind]limit.Limits{}}
		case before == "limits":
			at.limit(t, after)
		case before == "policy":
			at.say(t, after)
		case before == "engine":
			cylinders, err := strconv.Atoi(after)
			require.NoError(t, err, line)
			layout := engine.Layout{Arrangement: engine.Inline, Cylinders: cylinders}.Complete()
			at.engine = &layout
		default:
			fields := strings.Split(line, "|")
			require.Len(t, fields, 3, "line %d", n+1)
			cases++
			result := Evaluate(&inspection.Inspection{Unit: unit.In, Engine: at.engine, Policy: at.policy,
				Limits: at.limits, Features: measured(t, fields[1])})
			var said []string
			for _, s := range result.Sets {
				said = append(said, decided(s))
			}
			assert.Equal(t, strings.TrimSpace(fields[2]), strings.Join(said, "; "), "line %d: %s", n+1, fields[0])
		}
	}
	require.Greater(t, cases, 60)
}

// A scenery is what the parts of a case are judged by.
type scenery struct {
	policy inspection.Policy
	limits map[part.Kind]limit.Limits
	engine *engine.Layout
}

// limit takes "main_journal new 2.2480 2.2490, wear_max 0.002".
func (s *scenery) limit(t *testing.T, text string) {
	kind, fields, _ := strings.Cut(text, " ")
	limits := s.limits[part.Kind(kind)]
	for _, field := range strings.Split(fields, ", ") {
		words := strings.Fields(field)
		f := limit.FieldNamed(words[0])
		require.NotNil(t, f, text)
		var lengths []unit.Length
		for _, w := range words[1:] {
			lengths = append(lengths, in(w))
		}
		v := limit.Value{List: lengths}
		switch f.Form {
		case limit.Most:
			v = limit.Value{Most: &lengths[0]}
		case limit.Span:
			v = limit.Value{Span: &limit.Range{Min: lengths[0], Max: lengths[1]}}
		}
		f.Set(&limits, v)
	}
	s.limits[part.Kind(kind)] = limits
}

// say takes "grind always".
func (s *scenery) say(t *testing.T, text string) {
	name, value, _ := strings.Cut(text, " ")
	i := slices.IndexFunc(inspection.PolicyFields, func(f inspection.PolicyField) bool { return f.Name == name })
	require.GreaterOrEqual(t, i, 0, text)
	switch held := inspection.PolicyFields[i].At(&s.policy).(type) {
	case *string:
		*held = value
	case *bool:
		*held = value == "yes"
	case *unit.Length:
		*held = in(value)
	}
}

// measured takes "main_journal 1 2.2486, main_journal 2 2.2480/2.2476 scored": all over, or station/station, or
// direction:direction, then a look, a state or the shells that were in.
func measured(t *testing.T, text string) (features []inspection.Feature) {
	for _, one := range strings.Split(strings.TrimSpace(text), ", ") {
		words := strings.Fields(one)
		number, err := strconv.Atoi(words[1])
		require.NoError(t, err, one)
		f := inspection.Feature{Kind: part.Kind(words[0]), Number: number, State: part.AsFound}
		require.True(t, f.Kind.Valid(), one)
		var figures []unit.Length
		for _, w := range words[2:] {
			switch {
			case inspection.Looks.Has(inspection.Look(w)):
				f.Look = inspection.Look(w)
			case strings.HasPrefix(w, "shell"):
				f.Fitted = &inspection.Fitted{Shell: in(strings.TrimPrefix(w, "shell"))}
			case strings.HasPrefix(w, "tested-"): // tested-crack-passed
				what := strings.Split(w, "-")
				f.Tests = append(f.Tests, inspection.Test{What: inspection.TestKind(what[1]),
					Passed: what[2] == "passed", By: "A. Tester"})
			case part.KnownStates.Has(part.KnownState(w)):
				f.State = w
			case f.Kind.Grid():
				f.Grid = gridOf(w)
			default:
				figures = append(figures, in(w))
			}
		}
		features = append(features, listed(f, figures))
	}
	return features
}

// gridOf has two stations and two directions; a dash is a place that nobody read.
func gridOf(text string) inspection.Grid {
	g := inspection.Grid{Stations: []string{"A", "B"}, Directions: []unit.Angle{0, 90 * unit.Degree}}
	along := strings.Split(text, "/")
	for s := range g.Stations {
		around := strings.Split(along[min(s, len(along)-1)], ":")
		row := make([]inspection.Cell, len(g.Directions))
		for d := range row {
			if w := around[min(d, len(around)-1)]; w == "damaged" {
				row[d].Reason = w
			} else if w != "-" {
				row[d].Sizes = []unit.Length{in(w)}
			}
		}
		g.Cells = append(g.Cells, row)
	}
	return g
}

// listed gives a list kind its readings.
func listed(f inspection.Feature, figures []unit.Length) inspection.Feature {
	row := f.Kind.Row()
	if row.List == nil {
		return f
	}
	switch row.List.Form {
	case part.OfStrip:
		f.List.Journal, f.List.Readings = part.MainJournal, figures
	case part.Turn:
		f.List.TIR = figures
	case part.Float:
		f.List.At0, f.List.At180 = figures[:1], figures[1:]
	case part.Edges:
		for i, gap := range figures {
			f.List.Lines = append(f.List.Lines, inspection.Line{Name: row.List.Lines[i], Gap: gap})
		}
	default:
		f.List.Readings = figures
	}
	return f
}

// decided says a decision in words: what is done, to which members where they differ, what it rests on and what is
// asked for.
func decided(s Set) string {
	words := []string{string(s.Set) + ":", string(s.Action)}
	if s.Method != "" {
		words = append(words, string(s.Method))
	}
	if s.Step != 0 {
		words = append(words, s.Step.Format(unit.In))
	}
	if s.Shell != 0 {
		words = append(words, "shells", s.Shell.Format(unit.In))
	}
	if s.Provisional {
		words = append(words, "provisional")
	}
	for _, m := range s.Members {
		if m.Action != s.Action {
			words = append(words, fmt.Sprintf("(%d %s)", m.Feature.Number, m.Action))
		}
	}
	var why []string
	for _, r := range s.Reasons {
		causes := []string{"cracked", "softened", "look", "mixed_set", "fit_out", "bored", "protrudes"}
		if slices.Contains(causes, r.Code) || strings.HasPrefix(r.Code, "gap_") ||
			strings.HasPrefix(r.Code, beyondCode) {
			named := r.Code
			if r.Feature != nil {
				named += fmt.Sprint(" ", r.Feature.Number)
			}
			why = append(why, named)
		}
	}
	if len(why) > 0 {
		words = append(words, "for", strings.Join(why, ", "))
	}
	for _, a := range s.Asks {
		words = append(words, fmt.Sprintf("[%s %s %d]", a.What, a.Feature.Kind, a.Feature.Number))
	}
	return strings.Join(words, " ")
}

// Every set has a rule, and only one.
func TestEverySetHasARule(t *testing.T) {
	var ruled []part.Set
	for _, r := range rules {
		ruled = append(ruled, r.set)
	}
	assert.ElementsMatch(t, part.SetNames.All(), ruled)
}
