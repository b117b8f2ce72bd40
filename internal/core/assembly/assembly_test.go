package assembly_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/assembly"
	"ledge/internal/core/engine"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
)

var four = engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete()

func in(text string) unit.Length { return unit.MustParse(text, unit.In) }

func sizes(texts ...string) (list []unit.Length) {
	for _, text := range texts {
		list = append(list, in(text))
	}
	return list
}

// built does what somebody does until it is refused: what stands then, and the first refusal with what it was of.
func built(job assembly.Job, events []assembly.Event) (done []assembly.Event, at assembly.Event,
	why *assembly.Refused) {
	for _, e := range events {
		if why = assembly.Refuses(job, done, e); why != nil {
			return done, e, why
		}
		done = append(done, e)
	}
	return done, at, nil
}

// An engine that is built without a mistake goes together to its signature, whatever its layout; with a
// mistake each is caught by the step that should.
func TestMistakesAreCaughtWhereTheyAreMade(t *testing.T) {
	for _, l := range []engine.Layout{four, engine.Layout{Arrangement: engine.V, Cylinders: 8}.Complete(),
		engine.Layout{Arrangement: engine.Inline, Cylinders: 3}.Complete(),
		engine.Layout{Arrangement: engine.V, Cylinders: 2}.Complete()} {
		source := rand.New(rand.NewPCG(1, uint64(l.Cylinders)))
		job, plan := simulate.Builder(l)
		done, at, why := built(job, simulate.Building(job, plan, simulate.NoMistake, source))
		require.Nil(t, why, "%v: %+v", at, why)
		s := assembly.StateOf(job, done)
		require.NotNil(t, s.Signed)
		assert.Nil(t, s.Next(), "nothing is open")

		caught := map[simulate.Mistake]string{}
		for _, mistake := range simulate.Mistakes.All() {
			wrong := job
			if mistake == simulate.ShellShort {
				wrong.Short = map[part.Kind]int{part.RodJournal: l.Cylinders - 1}
			}
			_, at, why := built(wrong, simulate.Building(wrong, plan, mistake, source))
			require.NotNil(t, why, "%s is not caught", mistake)
			caught[mistake] = string(at.What) + " " + why.Why.Form
		}
		assert.Equal(t, map[simulate.Mistake]string{
			simulate.SwappedCaps: "cap cap_swapped", simulate.SwappedRod: "rod rod_cap_swapped",
			simulate.LowBolt:  "sign open", // the bolt is flagged when its card is done
			simulate.RingDown: "ring ring_down", simulate.ShellShort: "rod rods_short",
			simulate.PistonTurned: "rod piston_turned"}, caught)
	}
	job, plan := simulate.Builder(four)
	done, _, _ := built(job, simulate.Building(job, plan, simulate.LowBolt, rand.New(rand.NewPCG(2, 2))))
	runs := assembly.StateOf(job, done).Runs
	require.Len(t, runs[0].Flags, 1)
	assert.Equal(t, 3, runs[0].Flags[0].Bolt)
	assert.True(t, runs[0].Flags[0].Low)
	assert.Equal(t, []part.Ref{{Kind: part.MainHousing, Number: 2}, {Kind: part.MainBearing, Number: 2}},
		plan.Cards[0].Holds(four, 0, 3), "what was measured under it")
}

// What was done stands in any order in which it could be done: taking one's last tick back leaves it
// to be done again, and nothing else changes.
func TestTakingBack(t *testing.T) {
	source := rand.New(rand.NewPCG(3, 3))
	job, plan := simulate.Builder(four)
	all := simulate.Building(job, plan, simulate.NoMistake, source)
	for range 40 {
		n := 2 + source.IntN(len(all)-3)
		before, after := all[:n-1], slices.Concat(all[:n], []assembly.Event{{ID: "back", What: assembly.TakeBack,
			Of: all[n-1].ID}})
		require.Nil(t, assembly.Refuses(job, all[:n], after[n]))
		assert.Equal(t, assembly.StateOf(job, before), assembly.StateOf(job, after), "%+v", all[n-1])
	}
	assert.Equal(t, "nothing_there", assembly.Refuses(job, all[:5], assembly.Event{What: assembly.TakeBack,
		Of: "none"}).Why.Form)
}

// From the middle out, crosswise: the front end, which shows it while a card is typed, is held to the same table.
// Common practice.
func TestOrderOfBolts(t *testing.T) {
	text, err := os.ReadFile("testdata/sequences.json")
	require.NoError(t, err)
	var table []struct {
		Rows, Columns int
		Bolts         []int
	}
	require.NoError(t, json.Unmarshal(text, &table))
	require.NotEmpty(t, table)
	for _, row := range table {
		assert.Equal(t, row.Bolts, assembly.MiddleOut(row.Rows, row.Columns), "%d by %d", row.Rows, row.Columns)
	}
	for rows := 1; rows <= 4; rows++ {
		for columns := 1; columns <= 12; columns++ {
			sorted := slices.Sorted(slices.Values(assembly.MiddleOut(rows, columns)))
			require.Len(t, sorted, rows*columns)
			require.Equal(t, rows*columns, sorted[len(sorted)-1], "every bolt once")
		}
	}
	for _, p := range assembly.Patterns() {
		_, _, inLine := p.InLine()
		assert.False(t, inLine, p.Name)
	}
}

// tick is one bolt through one step of a card with one step of two bolts.
func tick(bolt int, final bool) assembly.Event {
	return assembly.Event{ID: fmt.Sprint("t", bolt), What: assembly.Tighten, Card: "rod", Run: 1, Step: 1, Bolt: bolt,
		Final: final}
}

// A bolt goes by its card: so often, so long, new where it stays. Common practice; the maker's rule decides.
func TestReuseOfBolts(t *testing.T) {
	longest, length := in("2.5000"), in("2.5001")
	job, _ := simulate.Builder(four)
	uses := 3
	plan := func(change func(*assembly.Card)) assembly.Event {
		c := assembly.Card{Key: "rod", Group: assembly.Rods, Unit: unit.PoundFoot, Rows: 2, Columns: 1,
			Steps: []assembly.Step{{Torque: &unit.Torque{Milli: 40_000, Unit: unit.PoundFoot}}}}
		change(&c)
		p := assembly.Usual()
		p.Cards = []assembly.Card{c}
		return assembly.Event{ID: "plan", What: assembly.SetPlan, Plan: &p}
	}
	bolt := assembly.Event{ID: "b", What: assembly.Bolt, Card: "rod", Run: 1, Bolt: 1}
	used, long, fresh := bolt, bolt, bolt
	used.Uses, long.Length, fresh.New = &uses, &length, true
	for name, tt := range map[string]struct {
		plan  assembly.Event
		said  []assembly.Event
		final bool
		want  string
	}{
		"used up":             {plan(func(c *assembly.Card) { c.Uses = 3 }), []assembly.Event{used}, false, "used_up"},
		"one more":            {plan(func(c *assembly.Card) { c.Uses = 4 }), []assembly.Event{used}, false, ""},
		"a new one after it":  {plan(func(c *assembly.Card) { c.Uses = 3 }), []assembly.Event{used, fresh}, false, ""},
		"stretched":           {plan(func(c *assembly.Card) { c.Longest = &longest }), []assembly.Event{long}, false, "too_long"},
		"as long as it may":   {plan(func(c *assembly.Card) { c.Longest = &length }), []assembly.Event{long}, false, ""},
		"not new, to measure": {plan(func(c *assembly.Card) { c.New = true }), nil, false, ""},
		"not new, to stay":    {plan(func(c *assembly.Card) { c.New = true }), nil, true, "not_new"},
		"new, to stay":        {plan(func(c *assembly.Card) { c.New = true }), []assembly.Event{fresh}, true, ""},
	} {
		why := assembly.Refuses(job, append([]assembly.Event{tt.plan}, tt.said...), tick(1, tt.final))
		got := ""
		if why != nil {
			got = why.Why.Form
		}
		assert.Equal(t, tt.want, got, name)
	}
	// Measuring tightens them, too.
	done := []assembly.Event{plan(func(c *assembly.Card) { c.Uses = 1 }), tick(1, false), tick(2, false)}
	assert.Equal(t, "run_done", assembly.Refuses(job, done, tick(1, false)).Why.Form)
	done = append(done, assembly.Event{ID: "l", What: assembly.Loosen, Card: "rod", Run: 1})
	assert.Equal(t, "used_up", assembly.Refuses(job, done, tick(1, false)).Why.Form)
	s := assembly.StateOf(job, done)
	assert.Equal(t, 1, s.Bolts[0].Uses)
	assert.Nil(t, assembly.StandingRun(s.Runs, "rod", 1))
	assert.Equal(t, "in_order", assembly.Refuses(job, done[:1], tick(2, false)).Why.Form)
}

func torque(foot int64) *unit.Torque { return &unit.Torque{Milli: foot * 1000, Unit: unit.PoundFoot} }

// One bolt or one cap is loosened and replaced alone: the run is open for it and for nothing else, the new bolt counts
// from nothing, and a loosening is undone as long as nothing was built on it. Common practice.
func TestOneBoltIsLoosenedAlone(t *testing.T) {
	job, _ := simulate.Builder(four)
	angle := 90
	p := assembly.Usual()
	p.Cards = []assembly.Card{{Key: "main", Group: assembly.Mains, Unit: unit.PoundFoot, Rows: 2, Columns: 5,
		Steps: []assembly.Step{{Torque: torque(30)}, {Angle: &angle}}, Uses: 2}}
	done := []assembly.Event{{ID: "plan", What: assembly.SetPlan, Plan: &p}}
	do := func(e assembly.Event) string {
		if e.What != assembly.TakeBack && e.What != assembly.Unsign {
			e.Card = "main"
		}
		e.ID, e.At = fmt.Sprint("e", len(done)), fmt.Sprintf("2026-01-01T10:%02d:%02dZ", len(done)/60, len(done)%60)
		if why := assembly.Refuses(job, done, e); why != nil {
			return why.Why.Form
		}
		done = append(done, e)
		return ""
	}
	stands := func() *assembly.Run { return assembly.StandingRun(assembly.StateOf(job, done).Runs, "main", 0) }
	uses := func(bolt int) int {
		for _, b := range assembly.StateOf(job, done).Bolts {
			if b.Bolt == bolt {
				return b.Uses
			}
		}
		return 0
	}
	finish := func() {
		for r := stands(); r == nil || !r.Done; r = stands() {
			step, bolt := 1, assembly.MiddleOut(2, 5)[0]
			if r != nil {
				step, bolt = r.Step, r.Bolt
			}
			e := assembly.Event{What: assembly.Tighten, Step: step, Bolt: bolt, Final: true}
			if step == 2 {
				e.Torque = torque(90)
				if bolt == 6 && uses(6) == 1 && len(done) < 25 {
					e.Torque = torque(60) // it yields
				}
			}
			require.Empty(t, do(e))
		}
	}
	finish()
	require.Len(t, stands().Flags, 1)
	assert.Equal(t, 6, stands().Flags[0].Bolt)

	// One bolt, and back again: as if nothing had been.
	whole := *stands()
	require.Empty(t, do(assembly.Event{What: assembly.Loosen, Bolt: 6}))
	r := stands()
	require.NotNil(t, r)
	assert.Equal(t, []any{false, 1, 6, true}, []any{r.Done, r.Step, r.Bolt, r.Undoes})
	require.Len(t, r.Held, 1)
	assert.Equal(t, whole.Flags, r.Held[0].Flags, "what was measured under it stays told")
	assert.Equal(t, "bolt_loose", do(assembly.Event{What: assembly.Loosen, Bolt: 6}))
	assert.Equal(t, "ticked", do(assembly.Event{What: assembly.Tighten, Step: 1, Bolt: 5, Final: true}))
	require.Empty(t, do(assembly.Event{What: assembly.TakeBack, Of: r.Last}))
	assert.Equal(t, whole, *stands())
	assert.Equal(t, 1, uses(6))

	// Replaced: it counts from nothing, its fellows as before, and the loosening stands.
	require.Empty(t, do(assembly.Event{What: assembly.Loosen, Bolt: 6}))
	loosening := stands().Last
	require.Empty(t, do(assembly.Event{What: assembly.Bolt, Bolt: 6, New: true}))
	assert.Equal(t, "loosened_since", do(assembly.Event{What: assembly.TakeBack, Of: loosening}))
	finish()
	assert.Equal(t, []int{1, 1}, []int{uses(5), uses(6)})
	assert.Empty(t, stands().Flags)
	assert.Len(t, stands().Held, 1)

	// One cap: its two bolts, each once more.
	assert.Equal(t, "no_main", do(assembly.Event{What: assembly.Loosen, Cap: 6}))
	assert.Equal(t, "bolt_or_cap", do(assembly.Event{What: assembly.Loosen, Cap: 2, Bolt: 3}))
	require.Empty(t, do(assembly.Event{What: assembly.Loosen, Cap: 2}))
	assert.Equal(t, "cap_loose", do(assembly.Event{What: assembly.Loosen, Cap: 2}))
	assert.True(t, stands().Through([]int{1, 2, 5, 6, 7, 8, 9, 10}))
	assert.False(t, stands().Through([]int{3}))
	finish()
	assert.Equal(t, []int{1, 2, 2, 1}, []int{uses(2), uses(3), uses(4), uses(5)})
	require.Empty(t, do(assembly.Event{What: assembly.Loosen, Bolt: 3}))
	assert.Equal(t, "used_up", do(assembly.Event{What: assembly.Tighten, Step: 1, Bolt: 3, Final: true}))
	require.Empty(t, do(assembly.Event{What: assembly.TakeBack, Of: stands().Last}))

	// All of it, and back: no bolt is counted again.
	whole = *stands()
	require.Empty(t, do(assembly.Event{What: assembly.Loosen}))
	runs := assembly.StateOf(job, done).Runs
	assert.Nil(t, stands())
	require.Empty(t, do(assembly.Event{What: assembly.TakeBack, Of: runs[len(runs)-1].Last}))
	assert.Equal(t, whole, *stands())
	assert.Equal(t, []int{1, 2, 2, 1}, []int{uses(2), uses(3), uses(4), uses(5)})
}

// A journal on its way to its size: what is left, and when to stop. Common practice.
func TestPolishing(t *testing.T) {
	ref := part.Ref{Kind: part.MainJournal, Number: 1}
	window, before := limit.Range{Min: in("2.4985"), Max: in("2.4990")}, sizes("2.4992", "2.4992", "2.4992")
	pass := func(texts ...string) assembly.Event {
		return assembly.Event{What: assembly.Pass, Kind: ref.Kind, Number: 1, Sizes: sizes(texts...)}
	}
	for under, size := range map[string]string{"0": "2.4987", "0.0002": "2.4985"} {
		p := assembly.Polishing(nil, ref, in("2.4987"), window, sizes("2.4990", size, "2.4990"), unit.Tenth)
		assert.Equal(t, []any{assembly.PolishPassed, in(under)}, []any{p.Says, p.Off}, "nothing may come off")
	}
	// A dip that was there before the first pass is no fault of the polishing; one that grew is.
	dipped := sizes("2.4992", "2.4990", "2.4992")
	for text, says := range map[string]assembly.PolishState{"2.4989": assembly.PolishGoOn,
		"2.4988": assembly.PolishDip} {
		p := assembly.Polishing([]assembly.Event{pass("2.4991", text, "2.4991")}, ref, in("2.4987"), window, dipped,
			0)
		assert.Equal(t, says, p.Says, text)
	}
	for _, tt := range []struct {
		passes []assembly.Event
		says   assembly.PolishState
		toGo   string
	}{
		{nil, assembly.PolishBegin, "0.0005"},
		{[]assembly.Event{pass("2.4991", "2.4991", "2.4991")}, assembly.PolishGoOn, "0.0004"},
		{[]assembly.Event{pass("2.4989", "2.4989", "2.4989")}, assembly.PolishSlow, "0.0002"},
		{[]assembly.Event{pass("2.4989", "2.4989", "2.4989"), pass("2.4987", "2.4988", "2.4988")}, assembly.PolishStop, "0"},
		{[]assembly.Event{pass("2.4991", "2.4989", "2.4991")}, assembly.PolishDip, "0.0002"},
		{[]assembly.Event{pass("2.4986", "2.4984", "2.4986")}, assembly.PolishBelow, "0"},
	} {
		p := assembly.Polishing(tt.passes, ref, in("2.4987"), window, before, unit.Tenth)
		assert.Equal(t, tt.says, p.Says, "%v", tt.passes)
		assert.Equal(t, in(tt.toGo), p.ToGo, "%v", tt.passes)
	}
}

// A ring is filed to its gap; a bore whose ring gaps π times as much wider as another says is told of.
func TestRingsAndTheirBores(t *testing.T) {
	window := limit.Range{Min: in("0.014"), Max: in("0.018")}
	of := func(int) limit.Limits { return limit.Limits{New: &window} }
	var events []assembly.Event
	bores := map[int]unit.Length{}
	for c, bore := range sizes("3.5000", "3.5002", "3.5004", "3.5001") {
		gap := in("0.0120") + unit.Round(math.Pi*float64(bore-in("3.5000")))
		bores[c+1] = bore
		events = append(events, assembly.Event{What: assembly.Gap, Number: c + 1, Ring: assembly.Top, Value: &gap})
	}
	gaps := assembly.RingGaps(events, 4, of, bores)
	require.Len(t, gaps, 16)
	assert.Equal(t, assembly.GapFile, gaps[0].Says)
	assert.Equal(t, in("0.0020"), gaps[0].ToGo)
	assert.Empty(t, assembly.Crosschecks(gaps, bores, in("0.0005")))
	bores[3] -= in("0.0010") // its gauge was read wrong
	found := assembly.Crosschecks(gaps, bores, in("0.0005"))
	require.Len(t, found, 1)
	assert.Equal(t, 3, found[0].Cylinder)
	assert.InDelta(t, float64(in("3.5004")), float64(found[0].Says), float64(unit.Tenth))
	filed, wide := in("0.0150"), in("0.0190")
	events = append(events, assembly.Event{What: assembly.Gap, Number: 1, Ring: assembly.Top, Value: &filed},
		assembly.Event{What: assembly.Gap, Number: 2, Ring: assembly.Top, Value: &wide})
	gaps = assembly.RingGaps(events, 4, of, bores)
	assert.Equal(t, []assembly.GapState{assembly.GapGood, assembly.GapWide},
		[]assembly.GapState{gaps[0].Says, gaps[4].Says})
	assert.False(t, gaps[0].Thumb)

	less := in("0.0140")
	events = append(events, assembly.Event{What: assembly.Gap, Number: 1, Ring: assembly.Top, Value: &less})
	assert.Equal(t, assembly.GapShrank, assembly.RingGaps(events, 4, of, bores)[0].Says, "no file makes a gap smaller")
	events = append(events, assembly.Event{What: assembly.Gap, Number: 1, Ring: assembly.Top, Value: &less})
	assert.Equal(t, assembly.GapGood, assembly.RingGaps(events, 4, of, bores)[0].Says, "measured again, it is so")

	// Without a limit 0.004 in per inch of bore is the least (common practice); of rails nobody says anything.
	thumb := assembly.RingGaps(events, 1, func(int) limit.Limits { return limit.Limits{} }, bores)
	assert.Equal(t, in("0.0140"), thumb[0].Window.Min, "3.5 in")
	assert.True(t, thumb[0].Thumb)
	assert.Nil(t, thumb[2].Window)
}

// Sorted by their walls, shells leave clearances that lie as near to each other as any placing can; tried
// against every placing.
func TestShellsSortedByTheirWalls(t *testing.T) {
	source := rand.New(rand.NewPCG(4, 4))
	for range 50 {
		room, walls := map[int]unit.Length{}, map[int]unit.Length{}
		for n := 1; n <= 5; n++ {
			room[n] = in("0.1300") + unit.Length(source.IntN(12))*unit.Tenth
			walls[n] = in("0.1280") + unit.Length(source.IntN(12))*unit.Tenth
		}
		spread := func(of func(place int) int) unit.Length {
			least, most := unit.Length(math.MaxInt64), unit.Length(math.MinInt64)
			for place := range room {
				c := room[place] - walls[of(place)]
				least, most = min(least, c), max(most, c)
			}
			return most - least
		}
		placed := assembly.Sorted(room, walls)
		best := spread(func(place int) int { return placed[place-1].Shell })
		order := []int{1, 2, 3, 4, 5}
		for range 200 {
			source.Shuffle(5, func(a, b int) { order[a], order[b] = order[b], order[a] })
			require.LessOrEqual(t, best, spread(func(place int) int { return order[place-1] }))
		}
	}
}

// A line of the parts list goes from wanted to here; what is short says how many are missing.
func TestPartsList(t *testing.T) {
	wanted := []assembly.Wanted{{Key: "rod_journals/rod_shells", From: assembly.Decided, Title: "Rod shells", Count: 4}}
	say := func(line string, f assembly.PartFacts) assembly.Event {
		return assembly.Event{What: assembly.Buy, Line: line, Part: &f}
	}
	n := func(n int) *int { return &n }
	name := "Gasket"
	key := wanted[0].Key
	for _, tt := range []struct {
		said    []assembly.Event
		stands  assembly.LineStanding
		missing int
	}{
		{nil, assembly.ToOrder, 4},
		{[]assembly.Event{say(key, assembly.PartFacts{Ordered: n(4)})}, assembly.Ordered, 4},
		{[]assembly.Event{say(key, assembly.PartFacts{Ordered: n(4)}), say(key, assembly.PartFacts{Arrived: n(3)})}, assembly.Short, 1},
		{[]assembly.Event{say(key, assembly.PartFacts{Arrived: n(4)})}, assembly.Arrived, 0},
		{[]assembly.Event{say(key, assembly.PartFacts{Arrived: n(4)}), say(key, assembly.PartFacts{Returned: n(1)})}, assembly.Short, 1},
	} {
		line := assembly.PartsList(wanted, tt.said)[0]
		assert.Equal(t, tt.stands, line.Stands)
		assert.Equal(t, tt.missing, line.Missing)
	}
	own := assembly.PartsList(wanted, []assembly.Event{say("own", assembly.PartFacts{Name: &name, Count: n(1)}),
		say("gone", assembly.PartFacts{Ordered: n(2)})})
	assert.Equal(t, "Gasket", own[1].Title)
	assert.True(t, own[2].Unwanted, "what was ordered for a decision that does not stand any more")
}

// Pistons that share a position go in together: an even four by halves, a V-eight by its crankpins.
func TestPairs(t *testing.T) {
	of := func(l engine.Layout) (list [][]int) {
		for _, p := range assembly.Pairs(l.Complete()) {
			list = append(list, p.Cylinders)
		}
		return list
	}
	assert.Equal(t, [][]int{{1, 4}, {2, 3}}, of(engine.Layout{Arrangement: engine.Inline, Cylinders: 4}))
	assert.Equal(t, [][]int{{1, 6}, {2, 5}, {3, 4}}, of(engine.Layout{Arrangement: engine.Inline, Cylinders: 6}))
	assert.Equal(t, [][]int{{1, 2}, {3, 4}, {5, 6}, {7, 8}}, of(engine.Layout{Arrangement: engine.V, Cylinders: 8}))
	assert.Equal(t, [][]int{{1}, {2}, {3}}, of(engine.Layout{Arrangement: engine.Inline, Cylinders: 3}))
}

// Bolts that yield together agree with each other: what the card's bolts ended at before tells that they ended low.
func TestBoltsThatYieldTogether(t *testing.T) {
	job, plan := simulate.Builder(four)
	card := plan.Cards[0]
	events := []assembly.Event{{ID: "plan", What: assembly.SetPlan, Plan: &plan}}
	tighten := func(run string, last unit.Torque) {
		for step := range card.Steps {
			for _, bolt := range card.Sequence() {
				e := assembly.Event{ID: fmt.Sprint(run, step, bolt), What: assembly.Tighten, Card: card.Key,
					Step: step + 1, Bolt: bolt, Final: true}
				if step == len(card.Steps)-1 {
					e.Torque = &last
				}
				events = append(events, e)
			}
		}
	}
	tighten("first", *torque(90))
	assert.Empty(t, assembly.StateOf(job, events).Runs[0].Flags)
	events = append(events, assembly.Event{ID: "off", What: assembly.Loosen, Card: card.Key})
	tighten("second", *torque(60))
	runs := assembly.StateOf(job, events).Runs
	require.Len(t, runs, 2)
	assert.Len(t, runs[1].Flags, card.Bolts(), "each of them")
	assert.True(t, runs[1].Flags[0].Low)
	assert.Equal(t, *torque(90), runs[1].Flags[0].Middle)
}
