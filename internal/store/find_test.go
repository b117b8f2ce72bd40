package store

import (
	"fmt"
	"path/filepath"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
)

// shop is a store with three jobs, of which the first left the shop.
func shop(t *testing.T) *Store {
	t.Helper()
	s := open(t, filepath.Join(t.TempDir(), "shop.db"))
	for i, words := range [][2]string{{"Orchard pump four", "Hollow Hill"}, {"Winch twin", "Skerry Point"},
		{"Orchard pump four", "Low Hill"}} {
		_, err := s.CreateJob(as("Wanda"),
			NewJob{Engine: words[0], Customer: words[1], Duty: "standard", Unit: unit.In,
				Layout: engine.Layout{Arrangement: engine.Inline, Cylinders: 2 + 2*(i%2)}.Complete(),
				Policy: inspection.DefaultPolicy(unit.In)})
		require.NoError(t, err)
	}
	return s
}

func signedBy(set part.Set, action disposition.Action, step string, job int64) Decision {
	return Decision{Way: disposition.Way{Action: action, Step: unit.MustParse(step, unit.In)},
		ID: uuid.NewString(), JobID: job, Set: set}
}

func ids(t *testing.T, s *Store, q Search) []int64 {
	t.Helper()
	found, err := s.Find(as("Wanda"), q)
	require.NoError(t, err)
	list := []int64{}
	for _, f := range found {
		list = append(list, f.ID)
	}
	return list
}

func TestSearchFindsJobsOfAllYears(t *testing.T) {
	s, ctx := shop(t), as("Wanda")
	require.NoError(t, s.AddDecision(ctx, signedBy("main_journals", disposition.Grind, "0.010", 1), 0))
	require.NoError(t, s.AddDecision(ctx, signedBy("rod_journals", disposition.Grind, "0.020", 1), 0))
	first := signedBy("main_journals", disposition.Grind, "0.020", 3)
	require.NoError(t, s.AddDecision(ctx, first, 0))
	record, err := s.Record(ctx, 3)
	require.NoError(t, err)
	require.NoError(t, s.AddDecision(ctx, signedBy("main_journals", disposition.Polish, "0", 3),
		record.Decisions[0].Seq))
	length := func(text string) *unit.Length { l := unit.MustParse(text, unit.In); return &l }
	for _, r := range []struct {
		job  int64
		text string
	}{{1, "2.4985"}, {2, "2.4900"}} {
		_, err := s.AddReading(ctx, r.job, Place{Kind: part.MainJournal, Number: 2, State: part.AsFound},
			size(r.text), false)
		require.NoError(t, err)
	}
	// in the place of 2.4900
	_, err = s.AddReading(ctx, 2, Place{Kind: part.MainJournal, Number: 2, State: part.AsFound},
		size("2.5000"), false)
	require.NoError(t, err)
	require.NoError(t, s.CloseJob(ctx, 1, Finished, ""))

	for name, tt := range map[string]struct {
		q    Search
		want []int64
	}{
		"everything, the latest first":      {Search{}, []int64{3, 2, 1}},
		"an engine, closed jobs too":        {Search{Text: "orchard"}, []int64{3, 1}},
		"every word, in any order and case": {Search{Text: "HILL orchard hollow"}, []int64{1}},
		"a number":                          {Search{Text: "l-0002"}, []int64{2}},
		"nothing":                           {Search{Text: "orchard skerry"}, []int64{}},
		"a sign is no wildcard":             {Search{Text: "%"}, []int64{}},
		"a way":                             {Search{Action: disposition.Grind}, []int64{1}},
		"a way that was overruled since": {Search{Set: "main_journals", Action: disposition.Grind,
			Step: length("0.020")}, []int64{}},
		"a way of a set": {Search{Set: "rod_journals", Action: disposition.Grind,
			Step: length("0.020")}, []int64{1}},
		"a way and words": {Search{Text: "low", Action: disposition.Polish}, []int64{3}},
		"a size": {Search{Kind: part.MainJournal, From: length("2.498"),
			To: length("2.499")}, []int64{1}},
		"both ends count": {Search{Kind: part.MainJournal, From: length("2.4985"),
			To: length("2.4985")}, []int64{1}},
		"a size of another part": {Search{Kind: part.RodJournal, From: length("2.498"),
			To: length("2.499")}, []int64{}},
		"a reading that was replaced": {Search{Kind: part.MainJournal, From: length("2.489"),
			To: length("2.491")}, []int64{}},
		"the one in its place": {Search{Kind: part.MainJournal, From: length("2.4999"), To: length("2.5001")},
			[]int64{2}},
	} {
		assert.Equal(t, tt.want, ids(t, s, tt.q), name)
	}
	found, err := s.Find(ctx, Search{Text: "low"})
	require.NoError(t, err)
	require.Len(t, found[0].Decisions, 1, "only what holds")
	assert.Equal(t, disposition.Polish, found[0].Decisions[0].Action)
	assert.Empty(t, found[0].Decisions[0].On.Set)
}

func TestAClosedJobLeavesTheListAndComesBack(t *testing.T) {
	s, ctx := shop(t), as("Wanda")
	open := func() []int64 {
		list, err := s.JobIDs(ctx, "")
		require.NoError(t, err)
		return list
	}
	require.NoError(t, s.CloseJob(ctx, 1, Declined, "too dear"))
	assert.Equal(t, []int64{2, 3}, open())
	_, err := s.AddReading(ctx, 1, Place{Kind: part.MainJournal, Number: 1, State: part.AsFound},
		size("2.4980"), false)
	assert.ErrorContains(t, err, "closed", "the bench takes nothing on a closed job")
	require.NoError(t, s.CloseJob(ctx, 1, Finished, ""), "closing twice is closing once")
	require.NoError(t, s.CloseJob(ctx, 1, Reopened, ""))
	assert.Equal(t, []int64{1, 2, 3}, open())
	assert.ErrorIs(t, s.CloseJob(ctx, 99, Finished, ""), db.ErrNotFound)
	moments, err := s.History(ctx, 1, "", 0, "")
	require.NoError(t, err)
	closings := 0
	for _, m := range moments {
		if m.What == "closing" {
			closings++
		}
	}
	assert.Equal(t, 2, closings, "each is on record once")
}

// The extremes as found, without what was replaced and without other states; the latest jobs only.
func TestWornParts(t *testing.T) {
	s, ctx := shop(t), as("Wanda")
	at := Place{Kind: part.MainJournal, Number: 1, State: part.AsFound}
	for i, text := range []string{"2.4980", "2.4900", "2.4985"} {
		r := size(text)
		r.Direction = i
		_, err := s.AddReading(ctx, 3, at, r, false)
		require.NoError(t, err)
	}
	r := size("2.4990")
	r.Direction = 1
	_, err := s.AddReading(ctx, 3, at, r, false) // in the place of 2.4900
	require.NoError(t, err)
	require.NoError(t, s.AddState(ctx, 3, part.MainJournal, "", "after_grind", false))
	_, err = s.AddReading(ctx, 3, Place{Kind: part.MainJournal, Number: 1, State: "after_grind"},
		size("2.4800"), false)
	require.NoError(t, err)
	worn, jobs, err := s.WornParts(ctx, "Orchard pump four")
	require.NoError(t, err)
	assert.Equal(t, []int64{3, 1}, jobs)
	require.Len(t, worn, 1)
	assert.Equal(t, Worn{3, part.MainJournal, 1, unit.MustParse("2.4980", unit.In),
		unit.MustParse("2.4990", unit.In)}, worn[0])
	worn, jobs, err = s.WornParts(ctx, "nobody's")
	require.NoError(t, err)
	assert.Empty(t, worn)
	assert.Empty(t, jobs)
}

// Watchers hear of every change of every job; one that does not listen holds nobody up.
func TestWatchersHearOfEveryChange(t *testing.T) {
	s, ctx := shop(t), as("Wanda")
	changes, stop := s.Watch()
	_, _ = s.Watch() // nobody listens here
	smooth := inspection.Smooth
	for _, one := range []struct {
		name   string
		change func() error
	}{
		{"reading", func() error { _, err := s.AddReading(ctx, 2, main3, size("2.4985"), true); return err }},
		{"look", func() error {
			return s.AddLook(ctx, 2, main3, Look{ID: uuid.NewString(), What: Grade, Look: &smooth})
		}},
		{"decision", func() error { return s.AddDecision(ctx, signedBy("thrust", disposition.Reuse, "0", 2), 0) }},
		{"answer", func() error {
			return s.AddAnswers(ctx, 2, []Answer{{ID: uuid.NewString(), JobID: 2, Topic: "x", Value: "y"}})
		}},
		{"head", func() error { return s.SetHead(ctx, 2, 1, JobHead{Engine: "Winch", Duty: "standard"}) }},
		{"link", func() error { _, err := s.AddShare(ctx, 2, uuid.NewString(), "t", "x"); return err }},
		{"state", func() error { return s.AddState(ctx, 2, part.MainJournal, "", "after_polish", false) }},
		{"state taken back", func() error { return s.RemoveState(ctx, 2, part.MainJournal, "", "after_polish") }},
		{"closing", func() error { return s.CloseJob(ctx, 2, Finished, "") }}, // the last: a closed job takes nothing
	} {
		name, change := one.name, one.change
		before := s.ChangeOf(2)
		require.NoError(t, change(), name)
		select {
		case id := <-changes:
			assert.EqualValues(t, 2, id, name)
		case <-time.After(time.Second):
			t.Errorf("%s: nobody was told", name)
		}
		assert.Greater(t, s.ChangeOf(2), before, "%s: what was made of the record holds no longer", name)
		for len(changes) > 0 {
			<-changes
		}
	}
	for range 400 { // more than a line holds
		s.Tell(1)
	}
	stop()
	for len(changes) > 0 {
		<-changes
	}
	s.Tell(1)
	assert.Empty(t, changes, "who stopped is told nothing more")
}

func TestNamesAreThoseOfLately(t *testing.T) {
	s, ctx := shop(t), as("Wanda")
	for i, by := range []string{"Wanda", "Otto", "Wanda"} {
		r := size("2.4985")
		r.Direction = i
		_, err := s.AddReading(as(by), 2, main3, r, false)
		require.NoError(t, err)
	}
	require.NoError(t, s.AddPerson(ctx, office.Person{Name: "Vera", Role: office.Viewer, Password: "x"}, false))
	require.NoError(t, s.AddPerson(ctx, office.Person{Name: "Ida", Role: office.Owner, Password: "x"}, false))
	require.NoError(t, s.ChangePerson(ctx, 1, office.PersonChange{Role: office.Viewer, Barred: true, Version: 1}))
	names, err := s.Names(ctx)
	require.NoError(t, err)
	assert.Equal(t, []string{"Wanda", "Otto", "Ida"}, names, "once each, the latest first, without who is barred")

	for i := range 30 {
		r := size("2.4985")
		r.Direction = i % 3
		_, err := s.AddReading(as(fmt.Sprintf("Guest %02d", i)), 2, main3, r, true)
		require.NoError(t, err)
	}
	names, err = s.Names(ctx)
	require.NoError(t, err)
	require.Len(t, names, 24, "a list to choose from, not everybody who ever came")
	assert.Equal(t, "Guest 29", names[0])
	assert.Equal(t, "Guest 06", names[23])
}
