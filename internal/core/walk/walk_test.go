package walk

import (
	"strconv"
	"strings"
	"testing"

	"ledge/internal/core/engine"
)

var four = engine.Layout{Arrangement: engine.Inline, Cylinders: 4, Mains: 5, Throws: 4, CylindersPerThrow: 1}

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
	items := Items(four, true)
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
	found := Find(Items(four, true), []Answer{
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
	whole, crank := Items(four, true), Items(four, false)
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
	for _, item := range Items(four, true) {
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
