package store

import (
	"path/filepath"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/store/db"
	"ledge/internal/store/tables"
)

var ctx = as("Wanda")

func record(t *testing.T, s *Store, id int64) Record {
	t.Helper()
	r, err := s.Record(ctx, id)
	require.NoError(t, err)
	return r
}

// A file of the version before keeps its gauges, its readings that name them and its limits.
func TestAnOlderFileIsBroughtUpToDate(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.db")
	older, err := tables.Schema.EmptyAt(ctx, path, 3)
	require.NoError(t, err)
	for _, statement := range []string{
		`INSERT INTO jobs (id, number, customer, engine, duty, unit, arrangement, cylinders, mains, throws,
			cylinders_per_throw, policy, created_by, created_at)
			VALUES (1, 'L-0001', '', 'Old four', 'standard', 'in', 'inline', 4, 5, 4, 1, '{}', 'Wanda', '')`,
		`INSERT INTO limits VALUES (1, 'book', 'main_journal', 0, 'taper_max', 0, 254000)`,
		`INSERT INTO features (id, job_id, kind, number, stations, directions)
			VALUES (1, 1, 'main_journal', 1, '["A"]', '[0]')`,
		`INSERT INTO gauges (id, job_id, kind, instrument, division, mode, setting, sense, set_by,
			set_at) VALUES ('g', 1, 'main_journal', 'bore_gauge', 25400, 'divisions', 508000000, -1, 'Wanda', '')`,
		`INSERT INTO readings (id, feature_id, station, direction, what, value, taken_by, taken_at,
			gauge_id) VALUES ('r', 1, 0, 0, 'size', 508000000, 'Wanda', '', 'g')`,
	} {
		_, err := older.Exec(statement)
		require.NoError(t, err)
	}
	require.NoError(t, older.Close())

	s := open(t, path)
	r := record(t, s, 1)
	require.Len(t, r.Gauges, 1)
	assert.Equal(t, instrument.Divisions, r.Gauges[0].Mode)
	assert.Equal(t, unit.Thou, *r.Job.Limits.Book[part.MainJournal].TaperMax)
	require.Len(t, r.Features, 1)
	assert.Equal(t, "g", *r.Features[0].Tape[0].GaugeID)
	var broken int
	require.NoError(t, s.Read.Get(&broken, `SELECT count(*) FROM pragma_foreign_key_check`))
	assert.Zero(t, broken)
	err = run(s, `INSERT INTO readings (id, feature_id, station, direction, what, value, taken_by,
		taken_at, gauge_id) VALUES ('x', 1, 0, 0, 'size', 1, '', '', 'no such gauge')`)
	assert.ErrorContains(t, err, "FOREIGN KEY", "keys are on again after the change")
}

// After grinding a journal is read again with the same plan; what was found stays beside it, and a
// decision stands on the latest.
func TestStates(t *testing.T) {
	s, id := fresh(t)
	_, err := s.AddReading(ctx, id, main3, size("2.2480"), false)
	require.NoError(t, err)
	require.NoError(t, s.AddState(ctx, id, part.MainJournal, "", "after_grind", false))
	var sentence *db.ConflictError
	assert.ErrorAs(t, s.AddState(ctx, id, part.MainJournal, "", "after_grind", false), &sentence)
	ground := Place{Kind: part.MainJournal, Number: 3, State: "after_grind"}
	_, err = s.AddReading(ctx, id, ground, size("2.2380"), false)
	require.NoError(t, err)
	r := record(t, s, id)
	in, _ := r.Inspection()
	require.Len(t, in.Features, 2)
	latest, ok := in.Latest(part.MainJournal, 3)
	require.True(t, ok)
	assert.Equal(t, "after_grind", in.Features[latest].State)
	assert.Equal(t, r.At(main3).Stations, r.At(ground).Stations)
}

// A place outside the plan counts for sizes but not for the shape, and asks for no other readings.
func TestPlacesOutsideThePlan(t *testing.T) {
	s, id := fresh(t)
	for station := range 3 {
		for direction := range 3 {
			r := size("2.2480")
			r.Station, r.Direction = station, direction
			_, err := s.AddReading(ctx, id, main3, r, false)
			require.NoError(t, err)
		}
	}
	require.NoError(t, s.AddPlace(ctx, id, main3, "by the oil hole", 20*unit.Degree))
	var sentence *db.ConflictError
	assert.ErrorAs(t, s.AddPlace(ctx, id, main3, "front", 0), &sentence)
	r := record(t, s, id)
	f := r.At(main3)
	require.Equal(t, []string{"front", "middle", "rear", "by the oil hole"}, f.Stations)
	require.Len(t, f.Directions, 4)
	dip := size("2.2460")
	dip.Station, dip.Direction = 3, 3
	_, err := s.AddReading(ctx, id, main3, dip, false)
	require.NoError(t, err)
	r = record(t, s, id)
	in, _ := r.Inspection()
	found := found(t, in)[0]
	assert.True(t, found.Complete, "missing %v", found.Missing)
	assert.Equal(t, "2.2460", found.Min.Show(unit.In))
	assert.EqualValues(t, "parallel", found.Shape)
}

// With both temperatures and the material, sizes read from then on count as at 20 °C; those before do not.
func TestConditions(t *testing.T) {
	s, id := fresh(t)
	_, err := s.AddReading(ctx, id, main3, size("2.2480"), false)
	require.NoError(t, err)
	warm, cool, yes := 40.0, 20.0, true
	require.NoError(t, s.AddCondition(ctx,
		Condition{ID: uuid.NewString(), JobID: id, Kind: part.MainJournal, Torqued: &yes,
			PartC: &warm, GaugeC: &cool, Material: instrument.Steel}))
	later := size("2.2490")
	later.Direction = 1
	_, err = s.AddReading(ctx, id, main3, later, false)
	require.NoError(t, err)
	in, _ := record(t, s, id).Inspection()
	cells := in.Features[0].Cells
	assert.Equal(t, "2.2480", cells[0][0].Sizes[0].Fixed(unit.In, 4))
	assert.Equal(t, "2.2485", cells[0][1].Sizes[0].Fixed(unit.In, 4)) // 2.249 × (1 − 20 × 11.5e-6) = 2.24848
	assert.Equal(t, "40", in.Features[0].Condition.TemperatureC)
	assert.Error(t, s.AddCondition(ctx, Condition{ID: uuid.NewString(), JobID: id, Kind: part.MainJournal,
		GaugeC: &warm}))
}

// The last answer holds; an empty one takes it back; the stamp of a set reaches its parts.
func TestAnswers(t *testing.T) {
	s, id := fresh(t)
	say := func(topic, place, value string) {
		require.NoError(t, s.AddAnswers(ctx, id,
			[]Answer{{ID: uuid.NewString(), Topic: topic, Place: place, Value: value}}))
	}
	say(walk.MainStamp, "", "0.010")
	say("history", "seized", "yes")
	say("history", "seized", "")
	_, err := s.AddReading(ctx, id, main3, size("2.2480"), false)
	require.NoError(t, err)
	r := record(t, s, id)
	require.Len(t, r.Answers, 1)
	in, _ := r.Inspection()
	assert.Equal(t, 10*unit.Thou, *in.Features[0].Stamp.Step)
	assert.ErrorIs(t, s.AddAnswers(ctx, 99, []Answer{{ID: "x"}}), db.ErrNotFound)
}

func TestHeadIsChangedOnceAndRemembered(t *testing.T) {
	s, id := fresh(t)
	day := "2030-01-31"
	require.NoError(t, s.SetHead(ctx, id, 1, JobHead{"Orchard Trust", "Pump", "heavy", &day}))
	var sentence *db.ConflictError
	assert.ErrorAs(t, s.SetHead(ctx, id, 1, JobHead{"Somebody", "Pump", "heavy", nil}), &sentence)
	job, err := s.Job(ctx, id)
	require.NoError(t, err)
	assert.Equal(t, "Orchard Trust", job.Customer)
	var before string
	require.NoError(t, s.Read.Get(&before, `SELECT body FROM events WHERE job_id = ? AND what = 'change'`, id))
	assert.Contains(t, before, "Orchard pump four")
}

func TestPhotosAreKeptAndTakenAway(t *testing.T) {
	s, id := fresh(t)
	p := Photo{ID: uuid.NewString(), JobID: id, Caption: "the deck", Width: 2, Height: 1}
	require.NoError(t, s.AddPhoto(ctx, p, []byte("large"), []byte("small")))
	require.NoError(t, s.AddPhoto(ctx, p, []byte("large"), []byte("small")), "sent twice, stored once")
	require.Len(t, record(t, s, id).Photos, 1)
	small, err := s.Picture(ctx, id, p.ID, true)
	require.NoError(t, err)
	assert.Equal(t, "small", string(small))
	_, err = s.Picture(ctx, id+1, p.ID, true)
	assert.ErrorIs(t, err, db.ErrNotFound, "another job's picture")
	of := Photo{ID: uuid.NewString(), JobID: id, Caption: "a groove", Width: 2, Height: 1, Kind: part.MainJournal,
		Number: 3}
	require.NoError(t, s.AddPhoto(ctx, of, []byte("large"), []byte("small")))
	assert.Equal(t, 3, record(t, s, id).Photos[1].Number)
	of.ID, of.Number = uuid.NewString(), 30
	assert.ErrorIs(t, s.AddPhoto(ctx, of, []byte("large"), []byte("small")), db.ErrNotFound, "no such part")
	told, err := s.History(ctx, id, part.MainJournal, 3, "")
	require.NoError(t, err)
	require.Len(t, told, 1)
	assert.Equal(t, "a groove", told[0].Caption)
	require.NoError(t, s.RemovePhoto(ctx, id, p.ID))
	assert.Len(t, record(t, s, id).Photos, 1)
	_, err = s.Picture(ctx, id, p.ID, false)
	assert.ErrorIs(t, err, db.ErrNotFound)
}

// Parts that a layout does not name are taken up on demand, numbered on from those there are.
func TestAddParts(t *testing.T) {
	s, id := fresh(t)
	require.NoError(t, s.AddParts(ctx, id, part.CamLobe, "", 8))
	require.NoError(t, s.AddParts(ctx, id, part.Pin, "", 4))
	var sentence *db.ConflictError
	assert.ErrorAs(t, s.AddParts(ctx, id, part.CamLobe, "", 8), &sentence)
	r := record(t, s, id)
	lobe := r.At(Place{Kind: part.CamLobe, Number: 8, State: part.AsFound})
	require.NotNil(t, lobe)
	assert.Equal(t, []string{"base", "nose"}, lobe.Stations)
	assert.Equal(t, []string{"A", "B"}, r.At(Place{Kind: part.Pin, Number: 4, State: part.AsFound}).Stations)
	_, err := s.AddReading(ctx, id, Place{Kind: part.CamLobe, Number: 8, State: part.AsFound}, size("1.1000"), false)
	require.NoError(t, err)
	r = record(t, s, id)
	in, _ := r.Inspection()
	assert.Empty(t, in.Features, "half a lobe has no lift")
	assert.Contains(t, in.Planned, inspection.Planned{Kind: part.CamLobe, Number: 8}, "and is still to be read")
	assert.Contains(t, in.Planned, inspection.Planned{Kind: part.CamLobe, Number: 1})
}

func TestGaugeChecks(t *testing.T) {
	s, id := fresh(t)
	require.NoError(t, s.AddGaugeCheck(ctx, GaugeCheck{ID: "1", JobID: id, Kind: part.MainJournal}))
	require.NoError(t, s.AddGaugeCheck(ctx, GaugeCheck{ID: "2", JobID: id, Kind: part.MainJournal, Off: unit.Tenth}))
	checks := record(t, s, id).Checks
	require.Len(t, checks, 1, "the last one holds")
	assert.Equal(t, unit.Tenth, checks[0].Off)
	missing := "no such gauge"
	assert.Error(t, s.AddGaugeCheck(ctx, GaugeCheck{ID: "3", JobID: id, Kind: part.MainJournal, GaugeID: &missing}))
	assert.Error(t, s.AddGauge(ctx, GaugeSetup{ID: "g", JobID: id, Kind: part.MainJournal,
		Instrument: "bore_gauge", Division: 1, Mode: "divisions", Sense: 1}, nil),
		"a deviation without a setting")
	own := 2 * unit.Tenth
	require.NoError(t, s.AddGauge(ctx, GaugeSetup{ID: "m", JobID: id, Kind: part.MainJournal,
		Instrument: "micrometer", Division: unit.Tenth, Mode: "direct", Sense: 1, Repeatability: &own}, nil))
	r, m := size("2.2480"), "m"
	r.GaugeID = &m
	_, err := s.AddReading(ctx, id, main3, r, false)
	require.NoError(t, err)
	in, _ := record(t, s, id).Inspection()
	assert.Equal(t, own, *in.Features[0].Cells[0][0].Setups[0].Gauge.Repeatability,
		"the shop's own repeatability counts")
	require.NoError(t, s.AddGauge(ctx, GaugeSetup{ID: "g", JobID: id, Kind: part.MainBearing,
		Instrument: "bore_gauge", Division: 1, Mode: "divisions", Mating: true, Sense: -1}, nil))
}
