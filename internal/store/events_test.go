package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"maps"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/assembly"
	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/tables"
)

// before is a job of the last version whose events had tables of their own: a row in each, an answer under the id that
// a
// gauge has, too, and what took a note and a
// photograph out of sight again.
var before = []string{
	`INSERT INTO jobs (id, number, customer, engine, duty, unit, arrangement, cylinders, mains, throws,
		cylinders_per_throw, policy, created_by, created_at)
		VALUES (1, 'L-1', 'Orchard Trust', 'Pump', 'standard', 'in', 'inline', 4, 5, 4, 1, '{}', 'Wanda',
			'2026-01-01')`,
	`INSERT INTO components (id, job_id, component, origin, added_by, added_at)
		VALUES ('c', 1, 'crankshaft', 'came', 'Wanda', '2026-01-01')`,
	`INSERT INTO features (id, job_id, kind, number, stations, directions)
		VALUES (7, 1, 'main_journal', 1, '["A","B"]', '[0,90000000]')`,
	`INSERT INTO gauges (id, job_id, kind, instrument, division, mode, setting, sense, steps, finest, cabinet, named,
		set_by, set_at) VALUES ('g', 1, 'main_journal', 'bore_gauge', 1270, 'divisions', 571500000, -1, '[]', 1, 'k',
			'Long one',
			'Ida', '2026-01-02')`,
	`INSERT INTO gauge_checks (id, job_id, kind, gauge_id, off, checked_by, checked_at)
		VALUES ('z', 1, 'main_journal', 'g', 2540, 'Ida', '2026-01-03')`,
	`INSERT INTO conditions (id, job_id, kind, number, torqued, part_c, gauge_c, material, note, set_by, set_at)
		VALUES ('h', 1, 'main_journal', 1, 0, 21.5, 20, 'steel', 'cold', 'Ida', '2026-01-04')`,
	`INSERT INTO readings (id, feature_id, station, direction, what, value, gauge_id, condition_id, taken_by, taken_at)
		VALUES ('r', 7, 0, 1, 'size', 571000000, 'g', 'h', 'Wanda', '2026-01-05')`,
	`INSERT INTO looks (id, feature_id, what, look, note, graded_by, graded_at)
		VALUES ('k1', 7, 'grade', 'scored', 'deep', 'Wanda', '2026-01-06'),
		('k2', 7, 'test_clear', NULL, '', 'Wanda', '2026-01-07')`,
	`INSERT INTO unworn (id, feature_id, value, taken_by, taken_at) VALUES ('u', 7, 571500000, 'Wanda', '2026-01-08')`,
	`INSERT INTO answers (id, job_id, topic, place, value, note, said_by, said_at)
		VALUES ('g', 1, 'rumble', '', 'tight', 'at the front', 'Wanda', '2026-01-09')`,
	`INSERT INTO decisions (id, job_id, set_name, action, step, shell, overruled, reason, basis, decided_by, decided_at)
		VALUES ('d', 1, 'main_journals', 'grind', 2540000, 0, 1, 'because', '{"set":"main_journals","action":"reuse"}',
			'Ida', '2026-01-10')`,
	`INSERT INTO orders (id, job_id, sheet, issue, body, issued_by, issued_at)
		VALUES ('o', 1, 'grind', 1, '{"sheet":"grind","lines":[{"key":"main_journal/1","work":"grind"}]}', 'Ida',
			'2026-01-11')`,
	`INSERT INTO order_events (id, order_id, line, what, reason, said_by, said_at)
		VALUES ('e', 'o', 'main_journal/1', 'accepted', 'near enough', 'Ida', '2026-01-12')`,
	`INSERT INTO matchings (id, job_id, kind, parts, places_of, settled_by, settled_at)
		VALUES ('m', 1, 'cylinder', '[2,1]', 'spare', 'Ida', '2026-01-13')`,
	`INSERT INTO build_events (id, job_id, what, body, of_id, said_by, said_at)
		VALUES ('b1', 1, 'cap', '{"id":"","what":"cap","number":1,"cap":2}', NULL, 'Ida', '2026-01-14'),
		('b2', 1, 'take_back', '{"id":"","what":"take_back"}', 'b1', 'Ida', '2026-01-15')`,
	`INSERT INTO notes (id, job_id, kind, number, text, said_by, said_at, removed_by, removed_at)
		VALUES ('n1', 1, 'main_journal', 1, 'stays', 'Wanda', '2026-01-16', '', ''),
		('n2', 1, '', 0, 'gone', 'Wanda', '2026-01-17', 'Ida', '2026-01-18')`,
	`INSERT INTO photos (id, job_id, caption, width, height, picture, small, taken_by, taken_at, removed_by, removed_at)
		VALUES ('p1', 1, 'seen', 40, 30, x'FFD8', x'FF', 'Wanda', '2026-01-19', '', ''),
		('p2', 1, 'unseen', 40, 30, x'FFD9', x'FE', 'Wanda', '2026-01-20', 'Ida', '2026-01-21')`,
	`INSERT INTO job_changes (job_id, before, changed_by, changed_at)
		VALUES (1, '{"customer":"Nobody","engine":"Pump","duty":"standard"}', 'Ida', '2026-01-22')`,
	`INSERT INTO job_log (job_id, what, text, facts, before, said_by, said_at)
		VALUES (1, 'plan', '', '{"part_kind":"main_journal","plan":"2x2"}', 'null', 'Ida', '2026-01-23')`,
	`INSERT INTO closings (id, job_id, outcome, reason, closed_by, closed_at)
		VALUES ('q', 1, 'finished', 'paid', 'Ida', '2026-01-24')`,
	`INSERT INTO shares (id, job_id, token, said_for, made_by, made_at, revoked_by, revoked_at)
		VALUES ('s', 1, 't', 'the trust', 'Ida', '2026-01-25', 'Ida', '2026-01-26')`,
}

// What had tables of its own is events since: in a file that is brought up to date, and in a job that was saved from
// one. Each reads as it did.
func TestTablesBecomeEvents(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.db")
	olderFile(t, path, tables.EventsVersion-1)
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	for _, row := range before {
		_, err := db.Exec(row)
		require.NoError(t, err, row)
	}
	require.NoError(t, db.Close())
	old, err := OpenToRead(ctx, path)
	require.NoError(t, err)
	dump, err := old.Dump(ctx, 1)
	require.NoError(t, err)
	for _, turned := range tables.Turned {
		require.NotEmpty(t, dump.Tables[turned], turned)
	}
	places(dump)
	loaded, _ := fresh(t)
	job, err := loaded.Load(ctx, dump, Made{}, func(context.Context, Record) error { return nil })
	require.NoError(t, err)
	require.NoError(t, old.Close())

	brought := open(t, path)
	var astray int
	require.NoError(t, brought.Read.Get(&astray, `SELECT count(*) FROM pragma_foreign_key_check`))
	assert.Zero(t, astray)
	for _, tt := range []struct {
		s  *Store
		id int64
	}{{brought, 1}, {loaded, job.ID}} {
		r := record(t, tt.s, tt.id)
		f := r.Features[0]
		assert.Equal(t, inspection.Scored, *f.Looks[0].Look)
		assert.Equal(t, []any{"deep", "Wanda", TestClear}, []any{f.Looks[0].Note, f.Looks[0].GradedBy, f.Looks[1].What})
		assert.Equal(t, unit.Length(571500000), *f.Unworn)
		gauge, check, held := r.Gauges[0], r.Checks[0], r.Conditions[0]
		assert.Equal(t, []any{unit.Length(571500000), -1, true, "k", "Long one"},
			[]any{*gauge.Setting, gauge.Sense, gauge.Finest, *gauge.Cabinet, gauge.Named})
		assert.Equal(t, []any{unit.Length(2540), gauge.ID}, []any{check.Off, *check.GaugeID})
		assert.Equal(t, []any{false, 21.5, 20.0, 1}, []any{*held.Torqued, *held.PartC, *held.GaugeC, held.Number})
		assert.Nil(t, held.ShellsIn)
		assert.Equal(t, []string{gauge.ID, held.ID}, []string{*f.Tape[0].GaugeID, *f.Tape[0].ConditionID})
		assert.Equal(t, []string{"tight", "at the front"}, []string{r.Answers[0].Value, r.Answers[0].Note})
		d := r.Decisions[0]
		assert.Equal(t, disposition.Way{Action: disposition.Grind, Step: unit.MustParse("0.010", unit.In)}, d.Way)
		assert.Equal(t, []any{true, "because", disposition.Reuse}, []any{d.Overruled, d.Reason, d.On.Action})
		sheet := r.Orders[0]
		assert.Equal(t, []any{order.Name("grind"), 1, order.DoGrind}, []any{sheet.Sheet, sheet.Issue,
			sheet.Body.Lines[0].Work})
		assert.Equal(t, []any{Accepted, "near enough", sheet.ID},
			[]any{sheet.Events[0].What, sheet.Events[0].Reason, sheet.Events[0].OrderID})
		assert.Equal(t, []any{2, assembly.TakeBack, r.Built[0].ID},
			[]any{r.Built[0].Cap, r.Built[1].What, r.Built[1].Of})
		require.Len(t, r.Notes, 1)
		require.Len(t, r.Photos, 1)
		assert.Equal(t, []string{"stays", "seen"}, []string{r.Notes[0].Text, r.Photos[0].Caption})
		picture, err := tt.s.Picture(ctx, tt.id, r.Photos[0].ID, false)
		require.NoError(t, err)
		assert.Equal(t, []byte{0xFF, 0xD8}, picture)
		assert.Equal(t, Finished, r.Closings[0].Outcome)
		settled, err := tt.s.SettledOf(ctx, tt.id)
		require.NoError(t, err)
		assert.Equal(t, []any{[]int{2, 1}, "spare"}, []any{settled[0].Parts, settled[0].PlacesOf})
		told, err := tt.s.History(ctx, tt.id, "", 0, "")
		require.NoError(t, err)
		said := map[string]Moment{}
		for _, m := range told {
			key := m.At
			if m.What == logged && m.Change == takenIn {
				continue // that it was loaded
			}
			said[key] = m
		}
		for at, is := range map[string]bool{
			"2026-01-02": said["2026-01-02"].Instrument == "bore_gauge" && *said["2026-01-02"].Value == 571500000,
			"2026-01-03": said["2026-01-03"].What == zeroChecked && *said["2026-01-03"].Value == 2540,
			"2026-01-04": said["2026-01-04"].Note == "cold",
			"2026-01-06": said["2026-01-06"].Look == "scored" && said["2026-01-06"].Number == 1,
			"2026-01-07": said["2026-01-07"].What == crackTested && said["2026-01-07"].Look == "clear",
			"2026-01-09": said["2026-01-09"].Answer == "tight",
			"2026-01-10": said["2026-01-10"].Action == disposition.Grind && said["2026-01-10"].Overruled,
			"2026-01-12": said["2026-01-12"].Sheet == "grind" && said["2026-01-12"].Said == Accepted,
			"2026-01-13": len(said["2026-01-13"].Parts) == 2,
			"2026-01-14": said["2026-01-14"].Built.Cap == 2,
			"2026-01-18": said["2026-01-18"].Removed && said["2026-01-18"].Note == "gone",
			"2026-01-21": said["2026-01-21"].Removed && said["2026-01-21"].Caption == "unseen",
			"2026-01-22": said["2026-01-22"].Change == headChanged && said["2026-01-22"].Before.Customer == "Nobody",
			"2026-01-23": said["2026-01-23"].Change == planChanged && said["2026-01-23"].Plan == "2x2",
			"2026-01-24": said["2026-01-24"].Outcome == Finished,
		} {
			assert.True(t, is, "%s: %+v", at, said[at])
		}
		linkTold := said["2026-01-25"].For == "the trust" && said["2026-01-26"].Removed
		assert.Equal(t, tt.s == brought, linkTold, "whom it was sent goes with no file")
	}
}

// What is taken out of sight comes back, and each time is told.
func TestWhatIsWithdrawnIsTold(t *testing.T) {
	s, job := fresh(t)
	note := Note{ID: uuid.NewString(), JobID: job, Kind: part.MainJournal, Number: 3, Text: "oil hole burred"}
	require.NoError(t, s.AddNote(as("Wanda"), note))
	for _, withdrawn := range []bool{true, true, false, false, true, false} {
		require.NoError(t, s.WithdrawNote(as("Ida"), job, note.ID, withdrawn))
		assert.Len(t, record(t, s, job).Notes, map[bool]int{false: 1}[withdrawn])
	}
	assert.ErrorIs(t, s.WithdrawNote(as("Ida"), job, uuid.NewString(), true), db.ErrNotFound)
	told, err := s.History(ctx, job, part.MainJournal, 3, "")
	require.NoError(t, err)
	var said []any
	for _, m := range told {
		said = append(said, m.What, m.Change, m.Removed, m.Note)
	}
	text := note.Text
	assert.Equal(t, []any{logged, noteBack, false, text, noted, ChangeType(""), true, text,
		logged, noteBack, false, text, noted, ChangeType(""), true, text, noted, ChangeType(""), false, text}, said,
		"the latest first")
}

// An event whose body is not one that its type has is refused, whoever stores it.
func TestBodiesOfEvents(t *testing.T) {
	feature := int64(1)
	for _, tt := range []struct {
		what MomentType
		body string
		good bool
	}{
		{looked, `{"what":"grade","look":"scored"}`, true},
		{looked, `{"what":"grade"}`, false},
		{looked, `{"what":"grade","look":"shiny"}`, false},
		{looked, `{"what":"test_clear","look":"scored"}`, false},
		{gaugeSet, `{"kind":"main_journal","instrument":"micrometer","division":25400,"mode":"direct","sense":1}`, true},
		{gaugeSet, `{"kind":"main_journal","instrument":"micrometer","division":25400,"mode":"divisions","sense":1}`, false},
		{gaugeSet, `{"kind":"main_journal","instrument":"ruler","division":25400,"mode":"direct","sense":1}`, false},
		{conditionTold, `{"kind":"main_journal","gauge_c":20}`, false},
		{decided, `{"set":"main_journals","action":"grind","overruled":true,"basis":{}}`, false},
		{decided, `{"set":"main_journals","action":"grind","basis":[1]}`, false},
		{orderSaid, `{"what":"accepted"}`, false},
		{answered, `{"topic":"a\nb"}`, false},
		{noted, `{"removed":true}`, true},
		{logged, `{"change":"party"}`, false},
		{"party", `{}`, false},
		{readingTaken, `{}`, false},
	} {
		e := event{What: tt.what, Body: tt.body}
		if tt.what == looked {
			e.FeatureID = &feature
		}
		if tt.what == orderSaid {
			e.Of = new(string)
		}
		assert.Equal(t, tt.good, e.sound() == nil, "%s %s", tt.what, tt.body)
	}
}

// Every member of every list that a job may hold goes into the file, out of it in an archive, and in again.
func TestEveryMemberInAnArchive(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.db")
	olderFile(t, path, tables.EventsVersion-1)
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	for _, row := range append(before,
		`INSERT INTO limits (job_id, block, kind, name, value) VALUES (1, 'book', 'main_journal', 'new_min', 1)`,
		`INSERT INTO limit_sources (job_id, block, kind, field, source)
			VALUES (1, 'book', 'main_journal', 'new', 'shop')`,
		`INSERT INTO component_events (id, component_id, what, said_by, said_at)
			VALUES ('x', 'c', 'returned', 'Ida', '2026-01-01')`) {
		_, err := db.Exec(row)
		require.NoError(t, err, row)
	}
	require.NoError(t, db.Close())
	s, other := open(t, path), open(t, filepath.Join(t.TempDir(), "other.db"))
	var full Dump
	for round := 0; round < 3; round++ { // a job has one duty, unit and arrangement at a time
		full, err = s.Dump(ctx, 1)
		require.NoError(t, err)
		for _, column := range []string{"duty", "unit", "arrangement"} {
			names := listed["jobs."+column].Names()
			full.Job[column] = names[round%len(names)]
		}
		held := everyMember(t, &full)
		places(full)
		job, err := other.Load(ctx, full, Made{}, func(context.Context, Record) error { return nil })
		require.NoError(t, err)
		again, err := other.Dump(ctx, job.ID)
		require.NoError(t, err)
		for _, column := range []string{"duty", "unit", "arrangement"} {
			assert.Equal(t, full.Job[column], again.Job[column])
		}
		for _, h := range held {
			// What parts belong to that nobody told of is a component, too.
			assert.GreaterOrEqual(t, h.count(again), h.count(full), "%s.%s: %s", h.table, h.name, h.member)
		}
	}
}

// A placed is a member that a row of a dump holds: in a column, or of an event of a type in its body.
type placed struct{ table, what, name, member string }

// count is how many rows hold it.
func (p placed) count(d Dump) (count int) {
	for _, row := range d.Tables[p.table] {
		of := row
		if p.what != "" {
			e := event{Body: row["body"].(string)}
			if of = map[string]any{}; row["what"] == p.what {
				_ = e.read(&of) // of which nothing is found else
			}
		}
		if of[p.name] == p.member {
			count++
		}
	}
	return count
}

// everyMember gives a dump a row for each member of each list, and says where it stands.
func everyMember(t *testing.T, d *Dump) (held []placed) {
	add := func(table string, row map[string]any, what, name, member string) {
		d.Tables[table] = append(d.Tables[table], row)
		held = append(held, placed{table, what, name, member})
	}
	for column, list := range listed {
		table, name, _ := strings.Cut(column, ".")
		if len(d.Tables[table]) == 0 || table == "events" {
			continue // not a job's, or told below
		}
		for i, member := range list.Names() {
			row := maps.Clone(d.Tables[table][0])
			row[name] = member
			for _, apart := range []string{"number", "tag"} { // no two rows are of one part
				if _, has := row[apart]; has {
					row[apart] = map[string]any{"number": int64(20 + i), "tag": fmt.Sprint(column, i)}[apart]
				}
			}
			if table == "readings" && member != string(TookSize) {
				row["value"], row["reason"] = nil, map[bool]any{true: "oil hole"}[member == string(Skip)]
			}
			if name == "block" {
				row["kind"] = "cylinder"
			}
			add(table, row, "", name, member)
		}
	}
	for column, list := range listedIn {
		what, name, _ := strings.Cut(column, ".")
		at := slices.IndexFunc(d.Tables["events"], func(row map[string]any) bool { return row["what"] == what })
		require.GreaterOrEqual(t, at, 0, what)
		for _, member := range list.Names() {
			if member == "" {
				continue
			}
			row := maps.Clone(d.Tables["events"][at])
			e, body := event{Body: row["body"].(string)}, map[string]any{}
			require.NoError(t, e.read(&body))
			body[name] = member
			switch {
			case column == "look.what" && member != string(Grade):
				delete(body, "look")
			case column == "gauge.mode" && !slices.Contains([]string{"divisions", "length", "vernier"}, member):
				delete(body, "setting")
			case column == "order_event.what":
				body["reason"] = "near enough"
			case column == "change.change":
				delete(body, "before")
			}
			text, err := json.Marshal(body)
			require.NoError(t, err)
			row["body"] = string(text)
			add("events", row, what, name, member)
		}
	}
	return held
}

// places makes the places of rows whole numbers, as they come out of a file.
func places(d Dump) {
	for _, rows := range d.Tables {
		for _, row := range rows {
			for column, value := range row {
				if place, ok := value.(int); ok {
					row[column] = int64(place)
				}
			}
		}
	}
}

// Whatever can happen to a job is an event with a body, but for what is told otherwise.
func TestEveryEventHasABody(t *testing.T) {
	for _, what := range MomentTypes.All() {
		_, has := bodies[what]
		assert.Equal(t, what != begun && what != readingTaken && what != crackTested, has, what)
	}
}
