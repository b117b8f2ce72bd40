package assembly

import (
	"fmt"
	"slices"
	"strings"

	"ledge/internal/core/closed"
)

// OpenSort says of what sort a thing is that stands open on the sheet of a built engine.
type OpenSort string

// The sorts, in the order of work.
const (
	OpenLook   OpenSort = "look"   // a question of the look at the parts has no answer
	OpenPart   OpenSort = "part"   // a part is to be ordered, or has not come
	OpenSheet  OpenSort = "sheet"  // work that was decided is not ordered, or not proved
	OpenPolish OpenSort = "polish" // a journal is not polished to its size
	OpenGap    OpenSort = "gap"    // a ring's gap is not right, or not measured
	OpenBolt   OpenSort = "bolt"   // a bolt ended low or high
	OpenTask   OpenSort = "task"   // something is not put together, turned or measured, or not as it should be
)

// OpenSorts are all of them.
var OpenSorts = closed.New(OpenLook, OpenPart, OpenSheet, OpenPolish, OpenGap, OpenBolt, OpenTask).Said("open_sort")

// An OpenThing is something that is not done, or not as it should be, when an engine is signed as built.
type OpenThing struct {
	// Key names it among the others for as long as it is open.
	Key  string   `json:"key"`
	Sort OpenSort `json:"sort"`
	// Text says what it is, in words; made when it is shown.
	Text string `json:"text"`
	// Task and Flag are what it is made of, where they are what is open; Card and Of the run of the bolt.
	Task *Task  `json:"-"`
	Flag *Flag  `json:"-"`
	Card string `json:"card,omitempty"`
	Of   int    `json:"of,omitempty"`
	// Reason is why the engine was signed with it.
	Reason string `json:"reason,omitempty"`
}

// An OpenReason is why an engine is signed though something is open. Text is how the thing was called to whoever
// signed.
type OpenReason struct {
	Key    string `json:"key" minLength:"1" maxLength:"160"`
	Text   string `json:"text,omitempty" maxLength:"400"`
	Reason string `json:"reason" maxLength:"400"`
}

// stillOpen is what stands open: tasks and bolts, and what is known beside the events. Of a signed engine it is what
// stood open when it was signed.
func (s *State) stillOpen(j Job) []OpenThing {
	if s.Signed != nil && s.signedWith != nil {
		list := make([]OpenThing, len(s.signedWith))
		for i, r := range s.signedWith {
			sort, _, _ := strings.Cut(r.Key, "/")
			list[i] = OpenThing{Key: r.Key, Sort: OpenSort(sort), Text: r.Text, Reason: r.Reason}
			if !OpenSorts.Has(list[i].Sort) {
				list[i].Sort = OpenTask
			}
			if r.Text == "" {
				list[i].Text = r.Key
			}
		}
		return list
	}
	list := []OpenThing{}
	if s.Signed == nil { // what was signed before these were held against it stays as it was
		list = append(list, j.Beside...)
	}
	for _, r := range s.Runs {
		if r.Loose {
			continue
		}
		for _, f := range r.Flags {
			list = append(list, OpenThing{Key: fmt.Sprintf("bolt/%s/%d/%d", r.Card, r.Of, f.Bolt), Sort: OpenBolt,
				Flag: &f, Card: r.Card, Of: r.Of})
		}
	}
	for i := range s.Tasks {
		t := &s.Tasks[i]
		if t.Done && (!t.Wrong || t.What == Tighten) { // a run is wrong by its bolts, which stand above
			continue
		}
		list = append(list, OpenThing{Key: fmt.Sprintf("task/%s/%s/%d/%s", t.What, t.Kind, t.Number, t.Ring),
			Sort: OpenTask, Task: t, Card: t.Card, Of: t.Number})
	}
	slices.SortStableFunc(list, func(a, b OpenThing) int {
		return OpenSorts.Rank(a.Sort) - OpenSorts.Rank(b.Sort)
	})
	return list
}

// unreasoned are the open things that no reason is given for.
func (s *State) unreasoned(reasons []OpenReason) (list []OpenThing) {
	for _, o := range s.StillOpen {
		if !slices.ContainsFunc(reasons, func(r OpenReason) bool {
			return r.Key == o.Key && strings.TrimSpace(r.Reason) != ""
		}) {
			list = append(list, o)
		}
	}
	return list
}
