package walk

import (
	"strconv"
	"strings"
	"testing"

	"ledge/internal/core/engine"
	"ledge/internal/core/part"
)

var four = engine.Layout{Arrangement: engine.Inline, Cylinders: 4, Mains: 5, Throws: 4, CylindersPerThrow: 1}

// asked is what is asked of what came, before anything was answered.
func asked(came ...part.Component) []Item {
	return Items(four, came, func(string, string) bool { return false })
}

// Common practice: nothing is asked of what is not there; what takes two parts to answer is asked where both came.
func TestNothingIsAskedOfWhatDidNotCome(t *testing.T) {
	topics := func(items []Item) string {
		var said []string
		for _, item := range items {
			said = append(said, item.Topic+":"+strings.Join(item.Places, ","))
		}
		return strings.Join(said, " ")
	}
	if got := topics(asked(part.Rods)); got != "history:untouched,spun bearing,low oil,seized "+
		"rod_cap:rod 1,rod 2,rod 3,rod 4 rod_bolt:rod 1,rod 2,rod 3,rod 4 clean:rods "+
		"rod_straight:rod 1,rod 2,rod 3,rod 4" {
		t.Errorf("a set of rods: %s", got)
	}
	if got := topics(asked(part.Crankshaft)); got != "history:untouched,spun bearing,low oil,seized,water in the oil "+
		"main_stamp: rod_stamp: gearbox: clean:crankshaft thrust_face: keyway:" {
		t.Errorf("a loose crankshaft: %s", got)
	}
	for _, item := range asked(part.Block) {
		if strings.Contains(topics([]Item{item}), "rod") || strings.Contains(topics([]Item{item}), "crank") ||
			strings.Contains(item.Topic, "shells") {
			t.Errorf("a bare block is asked %s", topics([]Item{item}))
		}
	}
	if got := topics(asked(part.Block, part.Crankshaft)); !strings.Contains(got, "rumble: ") ||
		!strings.Contains(got, "main_shells:main 1") || strings.Contains(got, "rod_shells") {
		t.Errorf("a block with its crankshaft: %s", got)
	}
	before := Items(four, []part.Component{part.Crankshaft}, func(topic, place string) bool {
		return topic == MainShells && place == "main 2"
	})
	if got := topics(before); !strings.Contains(got, "main_shells:main 2 ") {
		t.Errorf("what was answered before is gone: %s", got)
	}
}

func shells(topic, grades string) []Answer {
	var answers []Answer
	for i, g := range grades {
		place := "main "
		if topic == RodShells {
			place = "rod "
		}
		answers = append(answers, Answer{Topic: topic, Place: place + strconv.Itoa(i+1), Value: string(g)})
	}
	return answers
}

// Common practice: wear that grows to the middle and fades is a bent crank, wear that grows to one end is the
// tunnel or the load, one shell alone is its own fault; even wear says nothing.
func TestShellPatterns(t *testing.T) {
	items := asked(part.Components.All()...)
	for _, tt := range []struct{ topic, grades, want string }{
		{MainShells, "01210", "humped main 3"}, {MainShells, "12321", "humped main 3"},
		{MainShells, "01233", "to_one_end main 5"},
		{MainShells, "32100", "to_one_end main 1"}, {MainShells, "00300", "one_shell main 3"},
		{MainShells, "11111", ""},
		{MainShells, "0121", ""}, {MainShells, "20102", ""}, {RodShells, "0003", "one_shell rod 4"},
		{RodShells, "0121", ""},
	} {
		got := ""
		for _, f := range Find(items, shells(tt.topic, tt.grades)) {
			if f.Why.Form != "given" {
				got = f.Why.Form + " " + f.Why.Args[1].Text
			}
		}
		if got != tt.want {
			t.Errorf("%s %s: %q, want %q", tt.topic, tt.grades, got, tt.want)
		}
	}
}

func TestFindingsComeGravestFirstAndNameTheirPlace(t *testing.T) {
	found := Find(asked(part.Components.All()...), []Answer{
		{Topic: "history", Place: "overheated", Value: "yes"},
		{Topic: "main_cap", Place: "main 3", Value: "misplaced", Note: "found on 4"},
		{Topic: "rod_straight", Place: "rod 2", Value: "bent"},
		{Topic: "main_cap", Place: "main 1", Value: "marked"},
		{Topic: "history", Place: "spun bearing", Value: "yes"},
	})
	var got []string
	for _, f := range found {
		got = append(got, string(f.Gravity)+": "+f.Why.Form+" "+f.Place)
	}
	want := []string{"stop: rod_straight.bent rod 2", "fault: history.spun_bearing spun bearing",
		"fault: main_cap.misplaced main 3", "note: history.overheated overheated"}
	if len(got) != len(want) {
		t.Fatalf("%q", got)
	}
	for i := range want {
		if !strings.HasPrefix(got[i], want[i]) {
			t.Errorf("finding %d is %q, want %q…", i, got[i], want[i])
		}
	}
	if last := found[2].Why.Args[len(found[2].Why.Args)-1]; last.Text != "found on 4" {
		t.Errorf("the note is lost: %+v", last)
	}
}

func TestProblems(t *testing.T) {
	whole, crank := asked(part.Components.All()...), asked(part.Crankshaft)
	for _, tt := range []struct {
		items []Item
		a     Answer
		ok    bool
	}{
		{whole, Answer{Topic: "main_cap", Place: "main 5", Value: "marked"}, true},
		{whole, Answer{Topic: "main_cap", Place: "main 6", Value: "marked"}, false},
		{whole, Answer{Topic: "main_cap", Place: "main 5", Value: "purple"}, false},
		{whole, Answer{Topic: "main_cap", Place: "main 5", Value: ""}, true},
		{crank, Answer{Topic: "main_cap", Place: "main 1", Value: "marked"}, false},
		{crank, Answer{Topic: CleanTopic, Place: Crankshaft, Value: "yes"}, true},
		{crank, Answer{Topic: CleanTopic, Place: Block, Value: "yes"}, false},
		{whole, Answer{Topic: "no such", Value: "yes"}, false},
	} {
		if got := Refuses(tt.items, tt.a); (got == nil) != tt.ok {
			t.Errorf("Problem(%+v) = %+v", tt.a, got)
		}
	}
}

// Every answer that asks for something says what, and no topic is asked twice.
func TestItemsAreWhole(t *testing.T) {
	seen := map[string]bool{}
	for _, item := range asked(part.Components.All()...) {
		if seen[item.Topic] {
			t.Errorf("%s is asked twice", item.Topic)
		}
		seen[item.Topic] = true
		for _, c := range item.Choices {
			for _, place := range item.Places {
				f, found := one(item, Answer{Topic: item.Topic, Place: place, Value: c.Value})
				if found != (c.Gravity != Fine) && item.Topic != "history" || found && f.Why.Code == "" {
					t.Errorf("%s %s=%s: %+v", item.Topic, place, c.Value, f.Why)
				}
			}
		}
	}
}
