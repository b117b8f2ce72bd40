package archive_test

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/jpeg"
	"io"
	"maps"
	"math/rand/v2"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/archive"
	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/demo/demotest"
	"ledge/internal/photo"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

var ctx = db.As(context.Background(), "Wanda")

func open(t testing.TB, name string) *store.Store {
	t.Helper()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), name), time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}

func shop(t testing.TB) *store.Store {
	t.Helper()
	return demotest.Store(t)
}

func written(t testing.TB, s *store.Store, id int64) []byte {
	t.Helper()
	var file bytes.Buffer
	require.NoError(t, archive.Write(ctx, s, id, &file))
	return file.Bytes()
}

func taken(t testing.TB, s *store.Store, file []byte) store.Job {
	t.Helper()
	job, err := archive.Read(ctx, s, bytes.NewReader(file), int64(len(file)), photo.NewMaker(), store.Made{})
	require.NoError(t, err)
	return job
}

// entries are the files of an archive by name.
func entries(t testing.TB, file []byte) map[string][]byte {
	t.Helper()
	z, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	require.NoError(t, err)
	all := map[string][]byte{}
	for _, e := range z.File {
		opened, err := e.Open()
		require.NoError(t, err)
		all[e.Name], err = io.ReadAll(opened)
		require.NoError(t, err)
	}
	return all
}

func zipped(t testing.TB, all map[string][]byte) []byte {
	t.Helper()
	var file bytes.Buffer
	z := zip.NewWriter(&file)
	for _, name := range slices.Sorted(maps.Keys(all)) {
		e, err := z.Create(name)
		require.NoError(t, err)
		_, err = e.Write(all[name])
		require.NoError(t, err)
	}
	require.NoError(t, z.Close())
	return file.Bytes()
}

func picture(t testing.TB, side int) []byte {
	t.Helper()
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, image.NewGray(image.Rect(0, 0, side, side)), nil))
	return out.Bytes()
}

// stir does something to a job, as somebody at a bench might.
func stir(t *testing.T, s *store.Store, random *rand.Rand, id int64) {
	t.Helper()
	record, err := s.Record(ctx, id)
	require.NoError(t, err)
	f := record.Features[random.IntN(len(record.Features))]
	place := store.Place{Kind: f.Kind, Number: f.Number, State: f.State}
	by := []string{"Wanda", "Ötto <b>&", "=1+1"}[random.IntN(3)]
	ctx := db.As(ctx, by)
	switch random.IntN(8) {
	case 0, 1:
		size := part.Value(random.IntN(1_000_000_000))
		r := store.Reading{ID: uuid.NewString(), Station: random.IntN(len(f.Stations)),
			Direction: random.IntN(f.Columns()), What: store.TookSize, Value: &size, Typed: "…"}
		if random.IntN(4) == 0 {
			why := "oil hole"
			r.What, r.Value, r.Reason = store.Skip, nil, &why
		}
		_, err = s.AddReading(ctx, id, place, r, random.IntN(3) == 0)
	case 2:
		look := inspection.Looks.All()[random.IntN(4)]
		err = s.AddLook(ctx, id, place, store.Look{ID: uuid.NewString(), What: store.Grade, Look: &look, Note: by})
	case 3:
		warm := 20 + float64(random.IntN(40))/4
		err = s.AddCondition(ctx, store.Condition{ID: uuid.NewString(), JobID: id, Kind: f.Kind, PartC: &warm})
	case 4:
		err = s.AddAnswers(ctx, id, []store.Answer{{ID: uuid.NewString(), JobID: id, Topic: "bolts",
			Place: "1", Value: by}})
	case 5:
		err = s.AddPhoto(ctx, store.Photo{ID: uuid.NewString(), JobID: id, Caption: by, Width: 40,
			Height: 40}, picture(t, 40), picture(t, 8))
	case 6:
		err = s.SetHead(ctx, id, record.Job.Version,
			store.JobHead{Customer: by, Engine: record.Job.Engine, Duty: "heavy"})
	case 7:
		one := uuid.NewString()
		facts := instrument.Facts{Name: by, Kind: instrument.Micrometer, Unit: record.Job.Unit,
			Division: 25400, Sense: 1}
		require.NoError(t, s.AddDeed(ctx, "", instrument.Deed{ID: one, What: instrument.Told, Facts: &facts},
			func([]instrument.Deed) error { return nil }))
		err = s.AddGauge(ctx, store.GaugeSetup{ID: uuid.NewString(), JobID: id, Kind: f.Kind, Division: 25400, Sense: 1,
			Instrument: instrument.Micrometer, Mode: instrument.Direct, Cabinet: &one, Named: by}, &store.GaugeCheck{
			ID: uuid.NewString(), Off: 25400})
	}
	require.NoError(t, err)
}

// A job that is written, taken in elsewhere and written again is the same job, row by row and
// picture by picture; only its record says that it was taken in. It is judged the same, too.
func TestAJobComesBackAsItWas(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 11))
	s, other := shop(t), open(t, "other.db")
	for round := range 3 {
		for id := int64(1); id <= 9; id++ {
			for range 12 * round {
				stir(t, s, random, id)
			}
			first := written(t, s, id)
			assert.Equal(t, first, written(t, s, id), "the same record gives the same bytes")
			job := taken(t, other, first)
			before, after := entries(t, first), entries(t, written(t, other, job.ID))
			assert.Equal(t, tables(t, before, 0), tables(t, after, 1))
			delete(before, "job.json")
			delete(after, "job.json")
			// Photographs are made anew: as many, but not the same bytes.
			for name := range before {
				if strings.HasPrefix(name, "photos/") {
					assert.NotEmpty(t, after[name], name)
					delete(before, name)
					delete(after, name)
				}
			}
			if round > 0 { // its number was taken
				delete(before, "inspection.json")
				delete(after, "inspection.json")
			}
			assert.Equal(t, before, after)
			assert.Equal(t, judged(t, s, id), judged(t, other, job.ID))
		}
	}
}

// tables reads job.json, without the job's number and the last of its events.
func tables(t *testing.T, all map[string][]byte, logged int) map[string]any {
	t.Helper()
	var job struct {
		Job    map[string]any
		Tables map[string][]any
	}
	require.NoError(t, json.Unmarshal(all["job.json"], &job))
	delete(job.Job, "number")
	log := job.Tables["events"]
	job.Tables["events"] = log[:len(log)-logged]
	return map[string]any{"job": job.Job, "tables": job.Tables}
}

func judged(t *testing.T, s *store.Store, id int64) disposition.Result {
	t.Helper()
	record, err := s.Record(ctx, id)
	require.NoError(t, err)
	in, _ := record.Inspection()
	in.Job.Number = ""
	return disposition.Evaluate(in)
}

// What a stranger's hand put together is refused with a sentence, and nothing of it is stored.
func TestFilesThatAreNotTaken(t *testing.T) {
	s := shop(t)
	require.NoError(t, s.AddPhoto(ctx, store.Photo{ID: uuid.NewString(), JobID: 9, Caption: "x", Width: 40,
		Height: 40}, picture(t, 40), picture(t, 8)))
	before, err := s.Find(ctx, store.Search{})
	require.NoError(t, err)
	good := written(t, s, 9)
	with := func(change func(all map[string][]byte)) []byte {
		all := entries(t, good)
		change(all)
		return zipped(t, all)
	}
	replace := func(old, new string) []byte {
		return with(func(all map[string][]byte) {
			require.Contains(t, string(all["job.json"]), old)
			all["job.json"] = []byte(strings.Replace(string(all["job.json"]), old, new, 1))
		})
	}
	for name, tt := range map[string]struct {
		file []byte
		want string
	}{
		"no zip":                   {[]byte("PK but no"), "it is no zip"},
		"cut off":                  {good[:len(good)/2], "it is no zip"},
		"another zip":              {zipped(t, map[string][]byte{"a.txt": []byte("a")}), "it has no job.json"},
		"a path out of the folder": {with(func(all map[string][]byte) { all["../../etc/cron.d/x"] = []byte("x") }), "does not belong"},
		"a bomb": {with(func(all map[string][]byte) {
			all["photos/001.jpg"] = make([]byte,
				50<<20)
		}), "too large when it is unpacked"},
		"many files": {with(func(all map[string][]byte) {
			for i := range 500 {
				all[fmt.Sprint(i)] = nil
			}
		}), "more than a job has"},
		"a page for a picture": {with(func(all map[string][]byte) { all["photos/001.jpg"] = []byte("<script>alert(1)</script>") }), "not a JPEG or PNG picture"},
		"no picture": {with(func(all map[string][]byte) { delete(all, "photos/001.jpg") }),
			"photos/001.jpg is missing"},
		"another format":     {replace(`"ledge.job/1"`, `"ledge.job/9"`), "its format is"},
		"a newer Ledge":      {replace(`"version": `, `"version": 99`), "newer Ledge"},
		"a strange table":    {replace(`"features": [`, `"people": [], "features": [`), "no such table"},
		"a strange column":   {replace(`"engine": `, `"password": "x", "engine": `), `there is no "password"`},
		"another job's row":  {replace(`"feature_id": 1,`, `"feature_id": 1, "job_id": 1,`), "it cannot have job_id"},
		"a strange look":     {replace(`{\"look\":\"marked\"`, `{\"look\":\"shiny\"`), "look is not written"},
		"a look at nothing":  {replace(`\"what\":\"grade\"`, `\"what\":\"test_clear\"`), "look is not written"},
		"a strange event":    {replace(`"what": "look"`, `"what": "party"`), "what is not written"},
		"no body":            {replace(`"body": "{\"look\"`, `"body": "{look`), "not as Ledge writes it"},
		"a row of nothing":   {replace(`"feature_id": 1,`, `"feature_id": 4000,`), "names no row of features"},
		"a text for a size":  {replace(`"cylinders": 2`, `"cylinders": "two"`), "not as Ledge writes it"},
		"too many cylinders": {replace(`"cylinders": 2`, `"cylinders": 20000000`), "cylinders"},
		"a strange part": {replace(`"kind": "cylinder",`+"\n    \"number\": 1", `"kind": "wobble",`+
			"\n    \"number\": 1"), "kind is not written as Ledge writes it"},
		"outside its plan": {replace(`"station": 0`, `"station": 77`), "outside its plan"},
		"a huge size":      {replace(`"value": 9`, `"value": 9999999`), "too large"},
		"deep":             {with(func(all map[string][]byte) { all["job.json"] = []byte(strings.Repeat(`{"job":`, 20000)) }), "cannot be read"},
		"fifteen million rows": {with(func(all map[string][]byte) {
			all["job.json"] = []byte(`{"format": "ledge.job/1", "version": 1, "job": {"number": "1"}, "tables": {"readings": [{}` + strings.Repeat(",{}", 10_000_000) + `]}}`)
		}), "the most that are taken"},
		"more rows than a job has": {with(func(all map[string][]byte) {
			all["job.json"] = []byte(`{"format": "ledge.job/1", "version": 1, "job": {"number": "1"}, "tables": {"readings": [{"a":1}` + strings.Repeat(`,{"a":1}`, store.MostRows) + `]}}`)
		}), "the most that are taken"},
		"a name that is not only said": {replace(`"feature_id": 1,`, `"feature_id": 1, "from_file": 0,`),
			"it cannot have from_file"},
		"gauges of another shape": {replace(`"shelf": "{}"`, `"shelf": "[1]"`), "not tell of gauges"},
		"nested":                  {replace(`"engine": "Chapel blower twin"`, `"engine": {"a": 1}`), "neither number nor text"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := archive.Read(ctx, s, bytes.NewReader(tt.file), int64(len(tt.file)), photo.NewMaker(),
				store.Made{})
			if assert.Error(t, err) {
				assert.Contains(t, err.Error(), tt.want)
			}
		})
	}
	after, err := s.Find(ctx, store.Search{})
	require.NoError(t, err)
	assert.Len(t, after, len(before), "nothing of them is stored")
	assert.Equal(t, "L-0011", taken(t, s, good).Number, "the good one is taken, under the next free number")
}

// Every name in a file is only said by it: whoever edits one signs for nobody. Nothing of its
// photographs but their pictures comes in.
func TestNamesInAFileAreOnlySaid(t *testing.T) {
	s := shop(t)
	upload := append(picture(t, 40), "GPS 51.5 N"...)
	require.NoError(t, s.AddPhoto(ctx, store.Photo{ID: uuid.NewString(), JobID: 9, Caption: "x", Width: 40,
		Height: 40}, upload, picture(t, 8)))
	before, err := s.Names(ctx)
	require.NoError(t, err)
	all := entries(t, written(t, s, 9))
	all["job.json"] = bytes.ReplaceAll(all["job.json"], []byte("Ida Lorn"), []byte("Mallory"))
	job := taken(t, s, zipped(t, all))
	record, err := s.Record(ctx, job.ID)
	require.NoError(t, err)
	require.NotEmpty(t, record.Decisions)
	for _, d := range record.Decisions {
		assert.True(t, d.FromFile && d.DecidedBy == "Mallory", "%+v", d.Way)
	}
	for _, f := range record.Features {
		for _, r := range f.Tape {
			assert.True(t, r.FromFile)
		}
	}
	require.NotEmpty(t, record.Orders)
	for _, o := range record.Orders {
		assert.True(t, o.FromFile)
		for _, e := range o.Events {
			assert.True(t, e.FromFile)
		}
	}
	names, err := s.Names(ctx)
	require.NoError(t, err)
	assert.Equal(t, before, names, "they are not offered at the bench")
	kept, err := s.Picture(ctx, job.ID, record.Photos[0].ID, false)
	require.NoError(t, err)
	assert.NotContains(t, string(kept), "GPS")
	history, err := s.History(ctx, job.ID, "", 0, "")
	require.NoError(t, err)
	for _, m := range history {
		assert.Equal(t, m.By != "Wanda" || m.Change != "taken_in" || m.Job != "L-0009", m.FromFile, "%+v", m)
	}
}

func FuzzReadIndex(f *testing.F) {
	for _, seed := range []string{`{"format": "ledge.job/1", "version": 18, "job": {"number": "L-1"}, "tables": {"readings": [{"value": 1}, {}], "looks": null}}`,
		`{"job":{"job":{"job":`, `{"tables":{"readings":[[[[`, `{"job":{"a":1e999}}`,
		"{\"job\":{\"a\":\"\\ud800\"}}"} {
		f.Add([]byte(seed))
	}
	f.Fuzz(func(t *testing.T, text []byte) {
		if _, err := archive.ReadIndex(bytes.NewReader(text)); err != nil {
			assert.ErrorAs(t, err, new(*archive.Refusal))
		}
	})
}
