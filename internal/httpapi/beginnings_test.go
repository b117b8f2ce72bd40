package httpapi

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/archive"
	"ledge/internal/core/part"
	"ledge/internal/core/walk"
	"ledge/internal/demo"
	"ledge/internal/demo/demotest"
	"ledge/internal/photo"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// begun is a shop on its first day.
func begun(t *testing.T) (s *store.Store, base string) {
	t.Helper()
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "shop.db"), time.Now)
	require.NoError(t, err)
	server := httptest.NewServer(New(Options{Store: s, Log: slog.New(slog.DiscardHandler), Version: "test",
		Sample: demo.Sample()}))
	t.Cleanup(func() {
		server.Close()
		_ = s.Close()
	})
	return s, server.URL
}

// made posts a body and reads the job that it makes of one.
func made(t *testing.T, method, url string, body any) (shop.JobView, int, string) {
	t.Helper()
	status, text, _ := call(t, method, url, body)
	var view shop.JobView
	if status < 300 {
		require.NoError(t, json.Unmarshal(text, &view), string(text))
	}
	return view, status, string(text)
}

func newJobBody(more fields) fields {
	body := fields{"id": uuid.NewString(), "engine": "Weir pump twin", "customer": "", "duty": "standard", "unit": "in",
		"arrangement": "inline", "cylinders": 2, "came": []string{"crankshaft"}}
	for name, value := range more {
		body[name] = value
	}
	return body
}

// The sample fills an empty shop in one request and goes in one, with everything that was tried on it; a
// job that is real, and the shop's own rate card, stay.
func TestTheSampleShopComesAndGoes(t *testing.T) {
	s, base := begun(t)
	assert.True(t, get[shop.ShopView](t, base+"/api/v1/shop").Empty)
	status, text, _ := call(t, "POST", base+"/api/v1/shop/sample", nil)
	require.Equal(t, 201, status, string(text))
	view := get[shop.ShopView](t, base+"/api/v1/shop")
	assert.True(t, view.Sample)
	assert.Greater(t, len(get[[]shop.JobLine](t, base+"/api/v1/jobs")), 5)
	status, _, _ = call(t, "POST", base+"/api/v1/shop/sample", nil)
	assert.Equal(t, 409, status, "an empty shop only")
	own, status, said := made(t, "POST", base+"/api/v1/jobs", newJobBody(nil))
	require.Equal(t, 201, status, said)
	_, status, said = made(t, "POST", base+"/api/v1/jobs", newJobBody(fields{"back_of": 1}))
	require.Equal(t, 201, status, said)
	_, status, said = made(t, "POST", base+"/api/v1/jobs/1/notes", fields{"id": uuid.NewString(), "text": "tried"})
	require.Equal(t, 201, status, said)

	status, text, _ = call(t, "DELETE", base+"/api/v1/shop/sample", nil)
	require.Equal(t, 200, status, string(text))
	left := get[[]shop.JobLine](t, base+"/api/v1/jobs")
	require.Len(t, left, 2)
	assert.Equal(t, own.Job.ID, min(left[0].ID, left[1].ID))
	assert.Empty(t, get[[]store.FoundJob](t, base+"/api/v1/search?text=sawmill"))
	_, version, err := s.Rates(t.Context())
	require.NoError(t, err)
	assert.Zero(t, version, "its rate card went along")
	assert.Empty(t, s.Troubles())
}

// Whoever asked for the sample may leave the page while it comes: it comes whole. A job that somebody begins meanwhile
// is real, and stays when the sample is taken away, which waits until all of it is there.
func TestTheSampleShopComesBesideRealWork(t *testing.T) {
	_, base := begun(t)
	asking, leave := context.WithCancel(t.Context())
	request, err := http.NewRequestWithContext(asking, "POST", base+"/api/v1/shop/sample", nil)
	require.NoError(t, err)
	request.Header.Set("Ledge-Person", "Wanda")
	left := make(chan struct{})
	go func() {
		defer close(left)
		if answer, err := http.DefaultClient.Do(request); err == nil {
			answer.Body.Close()
		}
	}()
	for len(get[[]shop.JobLine](t, base+"/api/v1/jobs")) == 0 {
		time.Sleep(time.Millisecond)
	}
	leave()
	<-left
	assert.True(t, get[shop.ShopView](t, base+"/api/v1/shop").Sample, "from its first job on it can be taken away")
	own, status, said := made(t, "POST", base+"/api/v1/jobs", newJobBody(nil))
	require.Equal(t, 201, status, said)
	status, text, _ := call(t, "DELETE", base+"/api/v1/shop/sample", nil)
	require.Equal(t, 200, status, string(text))
	stays := get[[]shop.JobLine](t, base+"/api/v1/jobs")
	require.Len(t, stays, 1)
	assert.Equal(t, own.Job.ID, stays[0].ID)
	assert.Len(t, get[[]store.FoundJob](t, base+"/api/v1/search?text="), 1, "nor is a closed one left")
}

// What came in decides what is measured; what comes later adds its parts, what was told by mistake is taken off while
// nothing is recorded of it.
func TestWhatCameInDecidesWhatIsMeasured(t *testing.T) {
	_, base := begun(t)
	kinds := func(v shop.JobView) (all []part.Kind) {
		for _, f := range v.Features {
			if !slices.Contains(all, f.Kind) {
				all = append(all, f.Kind)
			}
		}
		return all
	}
	view, status, said := made(t, "POST", base+"/api/v1/jobs", newJobBody(fields{"came": []string{"rods"}}))
	require.Equal(t, 201, status, said)
	assert.Equal(t, []part.Kind{part.RodHousing}, kinds(view))
	at := fmt.Sprintf("%s/api/v1/jobs/%d", base, view.Job.ID)
	view, status, said = made(t, "POST", at+"/components",
		fields{"id": uuid.NewString(), "of": "crankshaft", "tag": "", "origin": "came"})
	require.Equal(t, 201, status, said)
	assert.ElementsMatch(t, []part.Kind{part.RodHousing, part.MainJournal, part.RodJournal, part.Runout,
		part.RodBearing},
		kinds(view), "and the fit of both")
	assert.Equal(t, []part.Component{part.Crankshaft, part.Rods}, view.Job.Came)
	crank := view.Components[0].ID
	require.Equal(t, part.Crankshaft, view.Components[0].Of)
	_, status, _ = made(t, "POST", at+"/looks", fields{"id": uuid.NewString(), "kind": "main_journal", "number": 1,
		"state": "as_found", "what": "grade", "look": "smooth", "note": ""})
	require.Equal(t, 201, status)
	_, status, said = made(t, "DELETE", at+"/components/"+crank, nil)
	assert.Equal(t, 409, status, said)
	view, status, said = made(t, "DELETE", at+"/components/"+view.Components[1].ID, nil)
	require.Equal(t, 200, status, said)
	assert.ElementsMatch(t, []part.Kind{part.MainJournal, part.RodJournal, part.Runout}, kinds(view))
	_, status, _ = made(t, "DELETE", at+"/components/"+crank, nil)
	assert.Equal(t, 409, status, "something came in")
}

// A card's newer version changes no job that took the older one; the job says so, and takes it only where
// somebody does.
func TestACardHasVersions(t *testing.T) {
	_, base := begun(t)
	l := func(taper int) fields {
		return fields{"limits": fields{"book": fields{"main_journal": fields{"taper_max": taper}}, "close": fields{}},
			"policy": json.RawMessage(policyOf(t, base))}
	}
	card := fields{"id": uuid.NewString(), "engine": "Weir pump twin", "unit": "in", "came": []string{"crankshaft"},
		"arrangement": "inline", "cylinders": 2, "judgement": l(254_000)}
	status, text, _ := call(t, "POST", base+"/api/v1/cards", card)
	require.Equal(t, 201, status, string(text))
	status, text, _ = call(t, "POST", base+"/api/v1/cards", card)
	require.Equal(t, 201, status, "sent twice it is one card: %s", text)
	line := get[shop.CardsView](t, base+"/api/v1/cards").Cards
	require.Len(t, line, 1)
	job, status, said := made(t, "POST", base+"/api/v1/jobs", newJobBody(fields{"card": line[0].ID}))
	require.Equal(t, 201, status, said)
	next := fields{"id": uuid.NewString(), "engine": "Weir pump twin", "unit": "in", "came": []string{"crankshaft"},
		"arrangement": "inline", "cylinders": 2, "judgement": l(127_000), "after": 1, "note": "taper mended"}
	status, text, _ = call(t, "POST", base+"/api/v1/cards/"+line[0].Card+"/versions", next)
	require.Equal(t, 201, status, string(text))
	next["id"] = uuid.NewString()
	status, _, _ = call(t, "POST", base+"/api/v1/cards/"+line[0].Card+"/versions", next)
	assert.Equal(t, 409, status, "somebody was quicker")
	next["after"], next["judgement"] = 2, l(5*2_540_000_00)
	status, text, _ = call(t, "POST", base+"/api/v1/cards/"+line[0].Card+"/versions", next)
	assert.Equal(t, 422, status)
	assert.Contains(t, string(text), "body.judgement.limits.book.main_journal.taper_max")

	at := fmt.Sprintf("%s/api/v1/jobs/%d", base, job.Job.ID)
	assert.EqualValues(t, 254_000, *get[shop.JobView](t, at).Job.Limits.Book[part.MainJournal].TaperMax)
	taken := get[shop.TakenCard](t, at+"/card-taken")
	require.NotNil(t, taken.Newest)
	assert.Equal(t, []int{1, 2}, []int{taken.Taken.Version, taken.Newest.Version})
	body, _ := json.Marshal(fields{"limits": taken.Newest.Limits, "policy": taken.Newest.Policy,
		"card": taken.Newest.ID})
	status, text, _ = call(t, "PUT", at+"/judgement", json.RawMessage(body), "If-Match", `"1"`)
	require.Equal(t, 200, status, string(text))
	assert.Nil(t, get[shop.TakenCard](t, at+"/card-taken").Newest)

	status, _, _ = call(t, "POST", base+"/api/v1/cards/"+line[0].Card+"/withdrawals",
		fields{"id": uuid.NewString(), "withdrawn": true})
	require.Equal(t, 201, status)
	assert.True(t, get[shop.CardsView](t, base+"/api/v1/cards").Cards[0].Withdrawn)
}

func policyOf(t *testing.T, base string) []byte {
	t.Helper()
	_, text, _ := call(t, "GET", base+"/api/v1/policies/in", nil)
	return bytes.TrimSpace(text)
}

// An engine that comes back brings its limits and the sizes it left with; what is noted of a part stays with it, in its
// history and in its archive.
func TestAnEngineComesBack(t *testing.T) {
	s := demotest.Store(t)
	base := serveStore(t, s).URL
	old := get[shop.JobView](t, base+"/api/v1/jobs/9")
	came := old.Job.Came
	again, status, said := made(t, "POST", base+"/api/v1/jobs", newJobBody(fields{"engine": old.Job.Engine,
		"came": came, "cylinders": old.Job.Cylinders, "back_of": 9}))
	require.Equal(t, 201, status, said)
	assert.Equal(t, old.Job.Limits, again.Job.Limits)
	stamps := map[string]string{}
	for _, answer := range again.Walk.Answers {
		stamps[answer.Topic] = answer.Value
		assert.Contains(t, answer.Note, old.Job.Number)
	}
	assert.Equal(t, map[string]string{"main_stamp": "0", "rod_stamp": "0.01"}, stamps,
		"as they were ground; one of two bores was honed to another size")
	at := fmt.Sprintf("%s/api/v1/jobs/%d", base, again.Job.ID)
	earlier := get[shop.EarlierView](t, at+"/earlier")
	assert.Equal(t, old.Job.Number, earlier.Number)
	assert.Greater(t, len(earlier.Parts), 8)

	noted, status, said := made(t, "POST", at+"/notes", fields{"id": uuid.NewString(), "kind": "main_journal", "number": 2,
		"text": "burr at the oil hole, dressed"})
	require.Equal(t, 201, status, said)
	require.Len(t, noted.Notes, 1)
	_, status, _ = made(t, "POST", at+"/notes", fields{"id": uuid.NewString(), "kind": "main_journal", "number": 22, "text": "x"})
	assert.Equal(t, http.StatusNotFound, status)
	history := get[[]store.Moment](t, at+"/history?kind=main_journal&number=2")
	require.NotEmpty(t, history)
	assert.EqualValues(t, "note", history[0].What)
	assert.Equal(t, "burr at the oil hole, dressed", history[0].Note)
	gone, status, said := made(t, "PUT", at+"/notes/"+noted.Notes[0].ID, fields{"withdrawn": true})
	require.Equal(t, 200, status, said)
	assert.Empty(t, gone.Notes)
	back, status, said := made(t, "PUT", at+"/notes/"+noted.Notes[0].ID, fields{"withdrawn": false})
	require.Equal(t, 200, status, said)
	require.Len(t, back.Notes, 1)
	var zip bytes.Buffer
	require.NoError(t, archive.Write(t.Context(), s, again.Job.ID, &zip))
	twin, err := archive.Read(db.As(t.Context(), "Ida"), s, bytes.NewReader(zip.Bytes()), int64(zip.Len()),
		photo.NewMaker(), store.Made{})
	require.NoError(t, err)
	copied := get[shop.JobView](t, fmt.Sprintf("%s/api/v1/jobs/%d", base, twin.ID))
	require.Len(t, copied.Notes, 1)
	assert.Equal(t, back.Notes[0].Text, copied.Notes[0].Text)
	assert.Equal(t, came, copied.Job.Came)
}

// A stamp that says another size than was measured is asked about; where the parts are as measured, it is
// believed no more.
func TestAStampThatDisagreesIsAskedAbout(t *testing.T) {
	base := serveDemo(t).URL
	at := base + "/api/v1/jobs/6"
	say := func(topic, value string) shop.JobView {
		view, status, said := made(t, "POST", at+"/answers",
			fields{"answers": []shop.AnswerBody{{ID: uuid.NewString(), Topic: topic, Value: value}}})
		require.Equal(t, 201, status, said)
		return view
	}
	asked := func(v shop.JobView) string {
		for _, item := range v.Walk.Items {
			if item.Topic == "main_stamp_holds" {
				return item.Help
			}
		}
		return ""
	}
	stamped := func(v shop.JobView) (n int) {
		for _, f := range v.Evaluation.Features {
			for _, note := range f.Notes {
				if note.Code == "stamp" && f.Kind == part.MainJournal {
					n++
				}
			}
		}
		return n
	}
	assert.Empty(t, asked(get[shop.JobView](t, at)))
	view := say("main_stamp", "0.020")
	assert.Contains(t, asked(view), "Stamped 0.020 in under, but Main 1 measures as standard size")
	assert.NotZero(t, stamped(view))
	view = say("main_stamp_holds", "measured")
	assert.Zero(t, stamped(view))
	assert.NotEmpty(t, asked(view), "what was answered can be answered anew")
	view = say("main_stamp_holds", "again")
	assert.NotZero(t, stamped(view))
	assert.True(t, slices.ContainsFunc(view.Walk.Findings,
		func(f walk.Concern) bool { return f.Topic == "main_stamp_holds" }))
}
