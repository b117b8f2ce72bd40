package store

import (
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
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
		full.Sources[f.Name] = limit.Sources.All()[i%len(limit.Sources.All())]
	}
	own := full
	full.ByNumber = map[int]limit.Limits{2: own}
	want := inspection.LimitSet{Book: map[part.Kind]limit.Limits{part.MainJournal: full},
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

// No column names its members itself, and each that holds a closed list takes every member, and nothing else, from
// an archive and from the program.
func TestColumnsOfClosedLists(t *testing.T) {
	s, _ := fresh(t)
	var texts []string
	require.NoError(t, s.Read.Select(&texts, `SELECT name || ': ' || sql FROM sqlite_master WHERE sql <> ''`))
	for _, text := range texts {
		assert.NotRegexp(t, `IN \(\s*'\w+'[^)]*\)\)`, text, "a list of its own")
	}
	for column, list := range listed {
		table, name, _ := strings.Cut(column, ".")
		var there bool
		require.NoError(t, s.Read.Get(&there, `SELECT EXISTS (SELECT 1 FROM pragma_table_info(?) WHERE name = ?)`,
			table, name))
		assert.True(t, there, column)
		for _, member := range list.Names() {
			value := reflect.New(list.Type()).Elem()
			value.SetString(member)
			assert.True(t, admits(table, name, member), "%s %s", column, member)
			err := run(s, `UPDATE `+table+` SET `+name+` = ? WHERE 0`, value.Interface())
			require.NoError(t, err, "%s %s", column, member)
		}
		strange := reflect.New(list.Type())
		strange.Elem().SetString("strange")
		assert.False(t, admits(table, name, "strange"), column)
		for _, value := range []any{strange.Elem().Interface(), strange.Interface()} {
			err := run(s, `UPDATE `+table+` SET `+name+` = ? WHERE 0`, value)
			var refused *db.NotListedError
			require.ErrorAs(t, err, &refused, column)
		}
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
