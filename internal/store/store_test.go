package store

import (
	"context"
	"errors"
	"path/filepath"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

func open(t testing.TB, path string) *Store {
	t.Helper()
	s, err := Open(as("Wanda"), path, time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}

func fresh(t testing.TB) (*Store, int64) {
	t.Helper()
	return freshIn(t, open(t, filepath.Join(t.TempDir(), "a folder with spaces & signs?", "ledge.db")))
}

func freshIn(t testing.TB, s *Store) (*Store, int64) {
	t.Helper()
	id, err := s.CreateJob(as("Wanda"), NewJob{Engine: "Orchard pump four", Duty: "standard", Unit: unit.In,
		Layout: engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete(),
		Policy: inspection.DefaultPolicy(unit.In)})
	require.NoError(t, err)
	return s, id
}

var main3 = Place{Kind: part.MainJournal, Number: 3, State: part.AsFound}

func size(text string) Reading {
	value := part.OfLength(unit.MustParse(text, unit.In))
	return Reading{ID: uuid.NewString(), What: TookSize, Value: &value, Typed: text}
}

func cell(t *testing.T, s *Store, job int64) inspection.Cell {
	t.Helper()
	record, err := s.Record(as("Wanda"), job)
	require.NoError(t, err)
	in, _ := record.Inspection()
	i, ok := in.Latest(part.MainJournal, 3)
	if !ok {
		return inspection.Cell{}
	}
	return in.Features[i].Cells[0][0]
}

func TestReadingsAreNeverChanged(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	first := size("2.4983")
	stored, err := s.AddReading(ctx, job, main3, first, false)
	require.NoError(t, err)
	again, err := s.AddReading(ctx, job, main3, first, false)
	require.NoError(t, err, "the same reading sent twice")
	assert.Equal(t, stored, again)

	other := first
	other.Value = size("2.4999").Value
	var conflict *db.ConflictError
	_, err = s.AddReading(ctx, job, main3, other, false)
	assert.True(t, errors.As(err, &conflict), "another reading under the same id: %v", err)

	_, err = s.AddReading(ctx, job, main3, size("2.4985"), true)
	require.NoError(t, err)
	assert.Len(t, cell(t, s, job).Sizes, 2, "a repeat joins")
	_, err = s.AddReading(ctx, job, main3, size("2.4981"), false)
	require.NoError(t, err)
	assert.Equal(t, []unit.Length{unit.MustParse("2.4981", unit.In)}, cell(t, s, job).Sizes,
		"typing over supersedes all of the cell")
	reason := "oil hole"
	_, err = s.AddReading(ctx, job, main3, Reading{ID: uuid.NewString(), What: Skip, Reason: &reason}, false)
	require.NoError(t, err)
	assert.Equal(t, inspection.Cell{Reason: "oil hole"}, cell(t, s, job))
	_, err = s.AddReading(ctx, job, main3, Reading{ID: uuid.NewString(), What: Clear}, false)
	require.NoError(t, err)
	cleared := cell(t, s, job)
	assert.True(t, cleared.Missing())

	record, err := s.Record(ctx, job)
	require.NoError(t, err)
	var tape []Reading
	for _, f := range record.Features {
		if f.Kind == part.MainJournal && f.Number == 3 {
			tape = f.Tape
		}
	}
	require.Len(t, tape, 5, "everything ever taken is still there")
	assert.Equal(t, first.ID, tape[0].ID)
	assert.Equal(t, tape[2].ID, *tape[0].SupersededBy)

	_, err = s.AddReading(ctx, job, Place{Kind: part.MainJournal, Number: 9, State: part.AsFound}, size("2.5"), false)
	assert.ErrorIs(t, err, db.ErrNotFound)
	outside := size("2.5")
	outside.Station = 7
	_, err = s.AddReading(ctx, job, main3, outside, false)
	assert.True(t, errors.As(err, &conflict), "a place outside the plan: %v", err)
}

func TestASecondProcessIsRefusedAndEverythingSurvivesClosing(t *testing.T) {
	path := filepath.Join(t.TempDir(), "ledge.db")
	s, err := Open(as("Wanda"), path, time.Now)
	require.NoError(t, err)
	_, err = Open(as("Wanda"), path, time.Now)
	assert.ErrorIs(t, err, db.ErrInUse)
	id, err := s.CreateJob(as("Wanda"), NewJob{Engine: "Winch", Duty: "heavy", Unit: unit.MM,
		Policy: inspection.DefaultPolicy(unit.MM),
		Layout: engine.Layout{Arrangement: engine.V, Cylinders: 2, Throws: 1}.Complete()})
	require.NoError(t, err)
	require.NoError(t, s.Close())
	job, err := open(t, path).Job(as("Wanda"), id)
	require.NoError(t, err)
	assert.Equal(t, "L-0001", job.Number)
	assert.Equal(t, 2, job.CylindersPerThrow)
	assert.Equal(t, inspection.DefaultPolicy(unit.MM), job.Policy)
}

func TestLimitsComeBackAsTheyWentIn(t *testing.T) {
	s, job := fresh(t)
	one, two := unit.Length(1), unit.Length(2)
	limits := inspection.LimitSet{
		Book: map[part.Kind]limit.Limits{part.MainJournal: {
			New: &limit.Range{Min: 10, Max: 20}, WearMax: &one, TaperMax: &two, OutOfRoundMax: &one,
			RunoutMax: &two, BoreToBoreMax: &one, AlignmentMax: &two,
			Undersizes: []unit.Length{3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13}, Oversizes: []unit.Length{4},
			Shells: []unit.Length{-2, 1, 0},
			Clearance: &limit.Clearance{New: &limit.Range{Min: 1, Max: 2}, Max: &two,
				Target: &limit.Range{Min: 3, Max: 4}},
			ByNumber: map[int]limit.Limits{2: {WearMax: &two}},
		}},
		Close: map[part.Kind]limit.Limits{part.MainJournal: {TaperMax: &one}},
	}
	policy := inspection.DefaultPolicy(unit.In)
	policy.Limits = inspection.Close
	require.NoError(t, s.SetJudgement(as("Wanda"), job, 1, limits, policy, ""))
	got, err := s.Job(as("Wanda"), job)
	require.NoError(t, err)
	assert.Equal(t, limits, got.Limits)
	assert.Equal(t, policy, got.Policy)
	var conflict *db.ConflictError
	assert.True(t, errors.As(s.SetJudgement(as("Wanda"), job, 1, limits, policy, ""), &conflict),
		"the version has moved on")
}

func TestACrackStaysUntilATestClearsIt(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	grade := func(look inspection.Look) error {
		return s.AddLook(ctx, job, main3, Look{ID: uuid.NewString(), What: Grade, Look: &look})
	}
	require.NoError(t, grade(inspection.Marked))
	require.NoError(t, grade(inspection.Cracked))
	var conflict *db.ConflictError
	assert.True(t, errors.As(grade(inspection.Smooth), &conflict))
	require.NoError(t, s.AddLook(ctx, job, main3, Look{ID: uuid.NewString(), What: TestClear, Note: "dye, none"}))
	record, err := s.Record(ctx, job)
	require.NoError(t, err)
	in, _ := record.Inspection()
	assert.Equal(t, inspection.Marked, in.Features[0].Look, "the grade before the crack holds again")
	require.NoError(t, grade(inspection.Smooth))
}

func TestEachReadingNamesItsGauge(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	setting := unit.MustParse("2.5000", unit.In)
	gauge := GaugeSetup{ID: uuid.NewString(), JobID: job, Kind: part.MainJournal,
		Instrument: instrument.BoreGauge, Division: 5 * unit.Tenth,
		Mode: "divisions", Setting: &setting, Sense: -1}
	require.NoError(t, s.AddGauge(ctx, gauge, nil))
	require.NoError(t, s.AddGauge(ctx, gauge, nil), "sent twice")
	r := size("2.4985")
	r.GaugeID = &gauge.ID
	stored, err := s.AddReading(ctx, job, main3, r, false)
	require.NoError(t, err)
	assert.Equal(t, gauge.ID, *stored.GaugeID)
	strange := size("2.4985")
	strange.GaugeID = &strange.ID
	var conflict *db.ConflictError
	_, err = s.AddReading(ctx, job, main3, strange, false)
	assert.True(t, errors.As(err, &conflict))
	record, err := s.Record(ctx, job)
	require.NoError(t, err)
	require.Len(t, record.Gauges, 1)
	in, _ := record.Inspection()
	assert.Equal(t, 5*unit.Tenth, in.Features[0].Cells[0][0].Setups[0].Gauge.Division,
		"the setup judges the readings")
	before := found(t, in)[0].U
	caliper := gauge
	caliper.ID, caliper.Mode, caliper.Setting, caliper.Instrument, caliper.Division = uuid.NewString(),
		"direct", nil, instrument.Caliper, 10*unit.Thou
	require.NoError(t, s.AddGauge(ctx, caliper, nil))
	record, err = s.Record(ctx, job)
	require.NoError(t, err)
	require.Len(t, record.Gauges, 2)
	in, _ = record.Inspection()
	assert.InDelta(t, before, found(t, in)[0].U, 1e-9, "a gauge set up later judges no earlier reading")
	f := record.At(main3)
	assert.Equal(t, instrument.BoreGauge, record.InstrumentOf(f, f.Tape[0]), "nor is it credited with one")
	r = size("2.4985")
	r.GaugeID, r.Direction = &caliper.ID, 1
	_, err = s.AddReading(ctx, job, main3, r, false)
	require.NoError(t, err)
	unknown := size("2.4985")
	unknown.Direction = 2
	_, err = s.AddReading(ctx, job, main3, unknown, false)
	require.NoError(t, err)
	record, err = s.Record(ctx, job)
	require.NoError(t, err)
	in, _ = record.Inspection()
	assert.Greater(t, found(t, in)[0].U, 10*before, "the least certain reading judges")
	f = record.At(main3)
	assert.Empty(t, record.InstrumentOf(f, f.Tape[2]), "not known is not guessed")
}

func TestARunoutCountsOnceItsTurnIsClosed(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	place := Place{Kind: part.Runout, Number: 3, State: part.AsFound}
	for i, text := range []string{"0", "0.0003", "0.0005", "0.0003", "0", "-0.0003", "-0.0005", "-0.0003"} {
		record, err := s.Record(ctx, job)
		require.NoError(t, err)
		in, _ := record.Inspection()
		assert.Empty(t, in.Features, "after %d of 8 places", i)
		r := size(text)
		r.Direction = i
		_, err = s.AddReading(ctx, job, place, r, false)
		require.NoError(t, err)
	}
	record, err := s.Record(ctx, job)
	require.NoError(t, err)
	in, index := record.Inspection()
	require.Len(t, in.Features, 1)
	assert.Equal(t, part.Runout, record.Features[index[0]].Kind)
	found := found(t, in)[0].Runout
	assert.Equal(t, 10*unit.Tenth, found.TIR)
	assert.Equal(t, 90*unit.Degree, *found.Angle)
}

// Another plan after the first reading: what was read stays at its place, or beside the plan; what was read whole stays
// as it is; and back.
func TestAnotherPlanKeepsWhatWasRead(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	eight, _ := plan.Find("2x4")
	nine, _ := plan.Find("3x3")
	four, _ := plan.Find("2x2")
	require.NoError(t, s.SetPlan(ctx, job, part.MainJournal, "", eight))
	read := func(number, station, direction int, text string) {
		r := size(text)
		r.Station, r.Direction = station, direction
		_, err := s.AddReading(ctx, job, Place{Kind: part.MainJournal, Number: number, State: part.AsFound}, r, false)
		require.NoError(t, err)
	}
	for cell := range 8 {
		read(1, cell/4, cell%4, "2.4981")
	}
	read(3, 0, 0, "2.4983") // A, 0°: the front
	read(3, 1, 1, "2.4985") // B, 45°
	mains := func() (whole, begun Feature, sizes map[string]string) {
		record, err := s.Record(ctx, job)
		require.NoError(t, err)
		sizes = map[string]string{}
		for _, f := range record.Features {
			if f.Kind == part.MainJournal && f.Number == 1 {
				whole = f
			} else if f.Kind == part.MainJournal && f.Number == 3 {
				begun = f
			}
		}
		for _, r := range begun.Tape {
			if r.SupersededBy == nil && r.Value != nil {
				place := begun.Stations[r.Station] + " " + begun.Directions[r.Direction].Format()
				sizes[place] = r.Value.Length().Show(unit.In)
			}
		}
		in, _ := record.Inspection()
		_ = found(t, in) // it can be judged
		return whole, begun, sizes
	}
	require.NoError(t, s.SetPlan(ctx, job, part.MainJournal, "", nine))
	whole, begun, sizes := mains()
	assert.Equal(t, eight.Stations, whole.Stations, "read whole by the plan that it had")
	assert.Equal(t, nine.Stations, begun.Stations)
	assert.Equal(t, map[string]string{"front 0": "2.4983", "rear 45": "2.4985"}, sizes)
	assert.Len(t, begun.Tape, 2+2, "the rest of 45° needs no reading")
	require.NoError(t, s.SetPlan(ctx, job, part.MainJournal, "", eight))
	_, begun, sizes = mains()
	assert.Equal(t, eight.Directions, begun.Directions, "and back")
	assert.Equal(t, map[string]string{"A 0": "2.4983", "B 45": "2.4985"}, sizes)
	assert.Len(t, begun.Tape, 2)
	for number := 2; number <= 5; number++ {
		for cell := range 8 {
			read(number, cell/4, cell%4, "2.4982")
		}
	}
	require.NoError(t, s.SetPlan(ctx, job, part.MainJournal, "", four))
	whole, _, _ = mains()
	assert.Len(t, whole.Directions, 4, "all were read: they go over with all that they have")
	assert.Equal(t, 90*unit.Degree, whole.Directions[1])
}

// How fast a shop reads is told by what one person read after another; pauses, bursts of a gauge and other benches say
// nothing.
func TestThePaceOfAShop(t *testing.T) {
	now := time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)
	s, err := Open(t.Context(), filepath.Join(t.TempDir(), "pace.db"), func() time.Time { return now })
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	_, job := freshIn(t, s)
	pace, err := s.Pace(t.Context())
	require.NoError(t, err)
	assert.Empty(t, pace)
	read := func(ctx context.Context, after time.Duration) {
		now = now.Add(after)
		_, err := s.AddReading(ctx, job, main3, size("2.4983"), false)
		require.NoError(t, err)
	}
	for range 10 {
		read(as("Wanda"), 9*time.Second)
	}
	pace, err = s.Pace(t.Context())
	require.NoError(t, err)
	assert.Empty(t, pace, "nine gaps say nothing yet")
	read(as("Wanda"), 9*time.Second)
	pace, err = s.Pace(t.Context())
	require.NoError(t, err)
	assert.Equal(t, map[part.Kind]int64{part.MainJournal: 9000}, pace, "ten do")
	read(as("Wanda"), time.Hour)
	for range 30 { // two benches in turn, and a gauge that sends bursts
		read(as("Wanda"), 40*time.Second)
		read(as("Hector"), 40*time.Second)
		read(as("Hector"), 10*time.Millisecond)
	}
	pace, err = s.Pace(t.Context())
	require.NoError(t, err)
	assert.Equal(t, map[part.Kind]int64{part.MainJournal: 9000}, pace)
}

// BenchmarkAddReading: one durable reading at a time, beside the bare insert that it cannot beat.
func BenchmarkAddReading(b *testing.B) {
	ctx := as("Wanda")
	b.Run("reading", func(b *testing.B) {
		s, job := fresh(b)
		for i := 0; b.Loop(); i++ {
			r := size("2.4983")
			r.Station, r.Direction = i/3%3, i%3
			if i%45 == 0 { // a new crank: a tape of thousands of corrections is no bench
				b.StopTimer()
				s, job = fresh(b)
				b.StartTimer()
			}
			if _, err := s.AddReading(ctx, job,
				Place{Kind: part.MainJournal, Number: 1 + i/9%5, State: part.AsFound}, r, false); err != nil {
				b.Fatal(err)
			}
		}
	})
	b.Run("bare insert", func(b *testing.B) {
		s, _ := fresh(b)
		if err := run(s, `CREATE TABLE bare (id TEXT PRIMARY KEY, value INTEGER)`); err != nil {
			b.Fatal(err)
		}
		for b.Loop() {
			if err := run(s, `INSERT INTO bare VALUES (?, 1)`, uuid.NewString()); err != nil {
				b.Fatal(err)
			}
		}
	})
}

// A reading lands where its person saw it, by name; where somebody else read the cell meanwhile, it
// is refused once, with who and what.
func TestAReadingMeansWhatItsPersonSaw(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	record, err := s.Record(ctx, job)
	require.NoError(t, err)
	f := record.At(main3)
	station, direction := f.Stations[1], f.Directions[2]
	seen := Seen{Station: &station, Direction: &direction, Live: &[]string{}}
	first := size("2.4985")
	first.Station, first.Direction = 0, 0 // as an older plan counted
	stored, err := s.AddReadingAsSeen(ctx, job, main3, first, false, seen)
	require.NoError(t, err)
	assert.Equal(t, [2]int{1, 2}, [2]int{stored.Station, stored.Direction})
	again, err := s.AddReadingAsSeen(ctx, job, main3, first, false, seen)
	require.NoError(t, err, "sent twice")
	assert.Equal(t, stored.Seq, again.Seq)

	other := size("2.4885")
	otto := as("Otto")
	var conflict *db.ConflictError
	_, err = s.AddReadingAsSeen(otto, job, main3, other, false, seen)
	require.True(t, errors.As(err, &conflict))
	assert.Equal(t, CellChanged, conflict.Code)
	assert.Contains(t, conflict.Error(), "Wanda read 2.4985")
	live := []string{stored.ID}
	seen.Live = &live
	_, err = s.AddReadingAsSeen(otto, job, main3, other, false, seen)
	require.NoError(t, err, "told, it is taken all the same")

	gone := "middle of nowhere"
	late := size("2.4985")
	_, err = s.AddReadingAsSeen(ctx, job, main3, late, false, Seen{Station: &gone, Direction: &direction})
	require.True(t, errors.As(err, &conflict))
	assert.Equal(t, PlanChanged, conflict.Code)
}

// A policy that an older Ledge stored takes the default for what it did not know, not nothing.
func TestAnOldPolicyTakesDefaults(t *testing.T) {
	s, job := fresh(t)
	require.NoError(t, run(s, `UPDATE jobs SET policy = '{"decision_rule":"guarded","polish_stock":0}'`))
	record, err := s.Record(as("Wanda"), job)
	require.NoError(t, err)
	want := inspection.DefaultPolicy(unit.In)
	want.DecisionRule, want.PolishStock = "guarded", 0
	assert.Equal(t, want, record.Job.Policy)
}

// AddDecision signs a decision as it is given, which was based on the set that it holds.
func (s *Store) AddDecision(ctx context.Context, d Decision, after int64) error {
	return s.Sign(ctx, Signing{Decision: d, After: after, Judge: func(Record, *Decision) error { return nil }})
}
