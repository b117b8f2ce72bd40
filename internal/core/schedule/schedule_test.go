package schedule

import (
	"math/rand/v2"
	"testing"

	"ledge/internal/core/disposition"
	"ledge/internal/core/fit"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
)

// card is invented: round figures that are easy to add up.
func card() Card {
	return Card{Currency: "crowns", DayMinutes: 400,
		Operations: map[Operation]Rate{
			GrindMains: {Setup: 1000, Each: 100, SetupMinutes: 50, EachMinutes: 10},
			GrindRods:  {Setup: 500, Each: 100, SetupMinutes: 20, EachMinutes: 20},
			Polish:     {Each: 10, EachMinutes: 5}, LineHone: {Setup: 3000, Outside: true, LeadDays: 3},
			Bore: {Each: 200, EachMinutes: 60}, Hone: {Each: 100, EachMinutes: 40},
			Sleeve: {Each: 900, EachMinutes: 100}, Straighten: {Setup: 400, SetupMinutes: 60},
		},
		Parts: map[Part]PartRate{MainShells: {Each: 30, LeadDays: 1}, RodShells: {Each: 20, LeadDays: 1},
			SelectShells: {Each: 50, LeadDays: 2},
			Pistons:      {Each: 400, LeadDays: 4}, Rings: {Each: 70}, Sleeves: {Each: 150, LeadDays: 2},
			Crankshaft: {Each: 9000, LeadDays: 10}, Block: {Each: 20000, LeadDays: 20}},
	}
}

var four = Counts{Mains: 5, Throws: 4, Cylinders: 4, RingsRenewed: true}

func option(action disposition.Action) disposition.Option {
	return disposition.Option{Way: disposition.Way{Action: action}, Feasible: true}
}

// byHandOption is a polish by hand, on a card that has no price of its own for it.
func byHandOption() disposition.Option {
	o := option(disposition.Polish)
	o.Method = disposition.ByHand
	return o
}

func TestWorkAndCost(t *testing.T) {
	straightened := option(disposition.Grind)
	straightened.Method = disposition.Straighten
	selected := option(disposition.Reuse)
	selected.Shell = -1
	sleeved := option(disposition.Sleeve)
	stepped := sleeved
	stepped.Step = 1
	for _, tt := range []struct {
		set  part.Set
		o    disposition.Option
		want Money
	}{
		{part.MainJournals, option(disposition.Reuse), 5 * 30},
		{part.MainJournals, option(disposition.Polish), 5*10 + 5*30},
		{part.MainJournals, byHandOption(), 5*10 + 5*30},
		{part.MainJournals, selected, 5 * 50},
		{part.MainJournals, option(disposition.Grind), 1000 + 5*100 + 5*10 + 5*30},
		{part.RodJournals, straightened, 400 + 500 + 4*100 + 4*10 + 4*20},
		{part.RodJournals, option(disposition.Replace), 9000},
		{part.MainHousings, option(disposition.LineHone), 3000},
		{part.Cylinders, option(disposition.Bore), 4 * (200 + 100 + 400)},
		{part.Cylinders, option(disposition.Hone), 4 * (100 + 70)},
		{part.Cylinders, sleeved, 900 + 150 + 4*(100+70)},
		{part.Cylinders, stepped, 900 + 150 + 4*(100+200+400)},
		{part.Cylinders, option(disposition.Reuse), 4 * 70},
	} {
		if got := WorkOf(tt.set, tt.o, four).Cost(card()); got != tt.want {
			t.Errorf("%s %s %s costs %d, want %d", tt.set, tt.o.Action, tt.o.Method, got, tt.want)
		}
	}
	refitting := four
	refitting.ShellsRefitted = true
	if got := WorkOf(part.MainJournals, option(disposition.Reuse), refitting).Cost(card()); got != 0 {
		t.Errorf("shells put back cost %d", got)
	}
	if got := WorkOf(part.MainJournals, selected, refitting).Cost(card()); got != 5*50 {
		t.Errorf("select shells are new ones: %d", got)
	}
	crank := WorkOf(part.MainJournals, option(disposition.Replace), four)
	again := WorkOf(part.RodJournals, option(disposition.Replace), four)
	if got := Total(card(), []Work{crank, again}); got != 9000 {
		t.Errorf("one crankshaft replaces both sets: %d", got)
	}
}

// An operation waits for the parts it is made to, for its component and for its machine.
func TestPlace(t *testing.T) {
	shop := NewShop(card())
	works := []Work{WorkOf(part.MainJournals, option(disposition.Grind), four),
		WorkOf(part.RodJournals, option(disposition.Grind), four),
		WorkOf(part.MainHousings, option(disposition.LineHone), four),
		WorkOf(part.Cylinders, option(disposition.Bore), four)}
	slots, done := shop.Place(works)
	at := map[string]Slot{}
	for _, s := range slots {
		at[string(s.Operation)+string(s.What)] = s
	}
	for title, want := range map[string][2]int{
		"grind_mains": {401, 501},   // its shells come with the next day's post
		"grind_rods":  {501, 601},   // the same grinder and crankshaft
		"line_hone":   {0, 1200},    // three days outside
		"bore":        {1601, 1841}, // the pistons come last
		"hone":        {1841, 2001},
	} {
		if s := at[title]; s.From != want[0] || s.To != want[1] {
			t.Errorf("%s from %d to %d, want %v", title, s.From, s.To, want)
		}
	}
	if done != 2001 {
		t.Errorf("done at %d", done)
	}
	// Another job finds the grinder busy, but not the hone before it is needed.
	other, _ := shop.Place([]Work{WorkOf(part.MainJournals, option(disposition.Grind), four)})
	for _, s := range other {
		if s.Operation == GrindMains && s.From != 601 {
			t.Errorf("the second job grinds from %d, want 601", s.From)
		}
	}
}

func TestDays(t *testing.T) {
	thursday := Day(0)
	for _, tt := range []struct{ n, want int }{{0, 0}, {1, 1}, {2, 4}, {6, 8}, {7, 11}} {
		if got := thursday.After(tt.n); int(got) != tt.want {
			t.Errorf("%d working days after a Thursday: %d, want %d", tt.n, got, tt.want)
		}
	}
	if got := Day(2).After(0); got != 4 {
		t.Errorf("from a Saturday the work begins on day %d, want Monday 4", got)
	}
	shop := NewShop(card())
	for minute, want := range map[int]Day{0: 0, 1: 0, 400: 0, 401: 1, 801: 4} {
		if got := shop.Ready(thursday, minute); got != want {
			t.Errorf("done at minute %d: day %d, want %d", minute, got, want)
		}
	}
}

// ways makes a set's ways of given cost, days and distance from the target.
func ways(set part.Set, of ...[3]int) SetWays {
	c := SetWays{Set: set}
	for i, w := range of {
		work := Work{Parts: []Piece[Part]{{Part(rune('a' + i)), 1}}}
		c.Ways = append(c.Ways, Way{Option: i, Cost: Money(w[0]), Days: w[1], Off: w[2], Work: work})
	}
	return c
}

// Nothing is kept that is worse in everything, nothing dropped that is better in something; the
// bound holds and is told.
func TestWeighKeepsWhatIsNotWorseInEverything(t *testing.T) {
	source := rand.New(rand.NewPCG(1, 2))
	for range 50 {
		c := card()
		var choices []SetWays
		all := 1
		for s := range 2 + source.IntN(5) {
			var of [][3]int
			for range 1 + source.IntN(6) {
				of = append(of, [3]int{source.IntN(1000), source.IntN(20), source.IntN(1000)})
			}
			choice := ways(part.Set(rune('A'+s)), of...)
			for i := range choice.Ways {
				part := Part(string(rune('A'+s)) + string(rune('a'+i)))
				choice.Ways[i].Work = Work{Parts: []Piece[Part]{{part, 1}}}
				c.Parts[part] = PartRate{Each: choice.Ways[i].Cost, LeadDays: choice.Ways[i].Days}
			}
			choices = append(choices, choice)
			all *= len(of)
		}
		got := NewShop(c).Weigh(choices)
		if got.Tried > MostTried || got.Tried+got.Pruned != all || len(got.Best) == 0 {
			t.Fatalf("tried %d, pruned %d of %d, kept %d", got.Tried, got.Pruned, all, len(got.Best))
		}
		for i, a := range got.Best {
			for j, b := range got.Best {
				if i != j && a.Cost <= b.Cost && a.Done <= b.Done && a.Off <= b.Off {
					t.Fatalf("%+v is worse in everything than %+v", b, a)
				}
			}
		}
		if all > MostTried {
			continue
		}
		// Every combination there is has one among the kept that is not worse in anything.
		for n := range all {
			var works []Work
			off := 0
			for _, choice := range choices {
				way := choice.Ways[n%len(choice.Ways)]
				n /= len(choice.Ways)
				works, off = append(works, way.Work), max(off, way.Off)
			}
			cost := Total(c, works)
			_, done := NewShop(c).Place(works)
			found := false
			for _, b := range got.Best {
				found = found || b.Cost <= cost && b.Done <= done && b.Off <= off
			}
			if !found {
				t.Fatalf("cost %d, done %d, off %d is better than all that were kept", cost, done, off)
			}
		}
	}
}

func TestOffIsTheDistanceFromTheMiddleOfTheWindow(t *testing.T) {
	window := &limit.Range{Min: 100, Max: 200}
	for _, tt := range []struct {
		c    fit.Clearance
		want int
	}{{fit.Clearance{Min: 150, Max: 150}, 0}, {fit.Clearance{Min: 125, Max: 150}, 500},
		{fit.Clearance{Min: 150, Max: 200}, 1000}} {
		if got := off(disposition.Option{Clearances: []disposition.After{{Clearance: tt.c, Window: window},
			{Clearance: fit.Clearance{}}}}); got != tt.want {
			t.Errorf("%v is %d off, want %d", tt.c, got, tt.want)
		}
	}
}

func TestCardProblems(t *testing.T) {
	good := card()
	if p := good.Problems(); len(p) > 0 {
		t.Errorf("a sound card: %v", p)
	}
	bad := Card{DayMinutes: 30, Operations: map[Operation]Rate{"polka": {}, Bore: {Each: -1},
		Hone: {LeadDays: 999}}, Parts: map[Part]PartRate{"hat": {}, Rings: {LeadDays: -1}}}
	if p := bad.Problems(); len(p) != 6 {
		t.Errorf("%d problems: %v", len(p), p)
	}
}

// A V-eight's rod journals are four to grind and take eight pairs of shells; what the card does not
// price is named.
func TestShellsAreBoughtForEachRod(t *testing.T) {
	eight := Counts{Mains: 5, Throws: 4, Cylinders: 8}
	grind := disposition.Option{Way: disposition.Way{Action: disposition.Grind, Step: 1}, Feasible: true}
	counts := func(w Work) map[string]int {
		all := map[string]int{}
		for _, p := range w.Operations {
			all[string(p.What)] += p.Count
		}
		for _, p := range w.Parts {
			all[string(p.What)] += p.Count
		}
		return all
	}
	rods := WorkOf(part.RodJournals, grind, eight)
	if got := counts(rods); got["grind_rods"] != 4 || got["rod_shells"] != 8 || got["polish"] != 4 {
		t.Errorf("rod journals of a V-eight: %v", got)
	}
	if got := counts(WorkOf(part.MainJournals, grind, eight)); got["grind_mains"] != 5 || got["main_shells"] != 5 {
		t.Errorf("mains of a V-eight: %v", got)
	}
	cam := WorkOf(part.CamJournals, grind, Counts{CamJournals: 3})
	if got := counts(cam); got["grind_cam"] != 3 || got["cam_bushes"] != 3 {
		t.Errorf("a camshaft: %v", got)
	}
	if got, parts := cam.Unpriced(card()); len(got) != 1 || len(parts) != 1 || got[0] != GrindCam ||
		parts[0] != CamBushes {
		t.Errorf("not on the card: %v", got)
	}
	if got, parts := rods.Unpriced(card()); got != nil || parts != nil {
		t.Errorf("all of it is on the card, and not: %v", got)
	}
	// Ground within the first day of 400 minutes; the shells come with the second morning's post.
	if got := Days(card(), rods); got != 2 {
		t.Errorf("%d days, want 2", got)
	}
	if got := Days(card(), WorkOf(part.MainHousings,
		disposition.Option{Way: disposition.Way{Action: disposition.LineHone}}, eight)); got != 3 {
		t.Errorf("%d days at another shop, want its three", got)
	}
}
