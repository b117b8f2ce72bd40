package store

import (
	"fmt"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/assembly"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// Every limit there is goes into the store and comes back, of the whole kind and of one number, with its source.
func TestEveryLimitIsKept(t *testing.T) {
	s, job := fresh(t)
	full := limit.Limits{Sources: map[string]limit.Source{}}
	for i := range limit.Fields {
		f := &limit.Fields[i]
		at := unit.Length(1000 * (i + 1))
		switch f.Form {
		case limit.Most:
			f.Set(&full, limit.Value{Most: &at})
		case limit.Span:
			f.Set(&full, limit.Value{Span: &limit.Range{Min: at, Max: 2 * at}})
		default:
			f.Set(&full, limit.Value{List: []unit.Length{at, 2 * at}})
		}
		full.Sources[f.Name] = limit.Sources()[i%len(limit.Sources())]
	}
	own := full
	full.ByNumber = map[int]limit.Limits{2: own}
	want := LimitSet{Book: map[part.Kind]limit.Limits{part.MainJournal: full},
		Close: map[part.Kind]limit.Limits{part.MainJournal: own}}
	row, err := s.Job(as("Wanda"), job)
	require.NoError(t, err)
	err = s.SetJudgement(as("Wanda"), job, row.Version, want, row.Policy, "")
	require.NoError(t, err)
	record, err := s.Record(as("Wanda"), job)
	require.NoError(t, err)
	assert.Equal(t, want.Book, record.Job.Limits.Book)
	assert.Equal(t, want.Close, record.Job.Limits.Close)
}

// tagged is the list that a field's tag holds.
func tagged[T any](field string) []string {
	f, _ := reflect.TypeFor[T]().FieldByName(field)
	return strings.Split(f.Tag.Get("enum"), ",")
}

// What a column's CHECK admits is what the list in Go has: a member that one of them lacks is refused where nobody
// expects it. A list that is new here, or new in the tables, has to be told.
func TestTablesKnowEveryMember(t *testing.T) {
	strs := func(list any) (out []string) {
		text := strings.Trim(fmt.Sprint(list), "[]")
		return strings.Fields(text)
	}
	systems := []unit.System{unit.In, unit.MM}
	blocks := []string{inspection.Book, inspection.Close}
	known := map[string][]string{
		"jobs.duty": tagged[JobHead]("Duty"), "jobs.unit": strs(systems), "shop_policies.unit": strs(systems), "card_versions.unit": strs(systems),
		"jobs.arrangement": strs([]engine.Arrangement{engine.Inline, engine.V, engine.Flat}),
		"limits.block":     blocks, "limit_sources.block": blocks, "limit_sources.source": strs(limit.Sources()),
		"readings.what": tagged[Reading]("What"), "looks.what": tagged[Look]("What"), "looks.look": strs(inspection.Looks()),
		"gauges.mode": strs(instrument.Modes()), "people.role": strs(Roles()), "closings.outcome": tagged[Closing]("Outcome"),
		"components.component": strs(part.Components()), "components.origin": strs([]Origin{Came, Spare, Bought}),
		"build_events.what": strs(assembly.Whats()), "cabinet_deeds.what": strs(instrument.Doings()),
		"component_events.what": {retired, returned}, "card_events.what": {"withdrawn", "returned"},
		"order_events.what": strs([]OrderWhat{Sent, Unsent, Returned, Unreturned, Ticked, Unticked, Accepted, SentBack, Closed, Struck}),
	}
	s, _ := fresh(t)
	var tables []struct{ Name, SQL string }
	require.NoError(t, s.read.Select(&tables, `SELECT name, sql FROM sqlite_master WHERE type = 'table' AND sql <> ''`))
	check := regexp.MustCompile(`CHECK \((\w+) IN \(([^)]*)\)`)
	word := regexp.MustCompile(`'([^']*)'`)
	var seen []string
	for _, table := range tables {
		for _, found := range check.FindAllStringSubmatch(table.SQL, -1) {
			members := []string{}
			for _, m := range word.FindAllStringSubmatch(found[2], -1) {
				members = append(members, m[1])
			}
			if len(members) == 0 {
				continue // 0 and 1, -1 and 1
			}
			name := strings.Trim(table.Name, `"`) + "." + found[1]
			seen = append(seen, name)
			want, told := known[name]
			if assert.True(t, told, "%s has a list of its own: %v", name, members) {
				slices.Sort(members)
				slices.Sort(want)
				assert.Equal(t, want, members, name)
			}
		}
	}
	for name := range known {
		assert.Contains(t, seen, name)
	}
}

// What the API refuses, no file brings in: states, kinds and units are named as Ledge names them, a name has one line.
func TestWhatAFileMayHold(t *testing.T) {
	for _, bad := range [][3]string{{"features", "state", "=HYPERLINK()"}, {"features", "state", "after grind"},
		{"features", "kind", "@SUM(A1)"}, {"jobs", "unit", "+1"}, {"limits", "name", "new"}, {"limits", "name", "bogus"},
		{"limit_sources", "field", "bogus"}, {"gauges", "instrument", "ruler\n"}, {"jobs", "engine", "Pump\nfour"},
		{"readings", "taken_by", "Wanda\x1b[2J"}, {"readings", "taken_at", "=NOW()"}, {"components", "tag", "a\rb"}} {
		assert.False(t, admits(bad[0], bad[1], bad[2]), bad)
	}
	for _, good := range [][3]string{{"features", "state", "after_grind"}, {"photos", "kind", ""}, {"limits", "name",
		"ring_top_min"},
		{"limits", "name", "shell_at"}, {"notes", "text", "two\nlines"}, {"readings", "taken_at", "2026-11-27T11:27:00.123Z"},
		{"jobs", "promised_on", "2026-12-01"}, {"photos", "removed_at", ""}, {"jobs", "engine", "Obstgarten-Pumpe №4"}} {
		assert.True(t, admits(good[0], good[1], good[2]), good)
	}
}
