package walk

import (
	"slices"
	"strings"

	"ledge/internal/core/say"
)

// A Concern is what an answer, or a run of answers, says about the engine.
type Concern struct {
	Step    Step    `json:"step"`
	Gravity Gravity `json:"gravity"`
	Topic   string  `json:"topic"`
	Place   string  `json:"place"`
	// Why says it, Plain as a customer is told; nil for what concerns only the shop. Text is how
	// Why reads, made when it is shown.
	Why   say.Reason  `json:"-"`
	Plain *say.Reason `json:"-"`
	Text  string      `json:"text"`
}

// partOf are the components that what is asked is asked of, by topic, where it is one.
var partOf = map[string]string{
	MainStamp: Crankshaft, RodStamp: Crankshaft, "thrust_face": Crankshaft, "keyway": Crankshaft,
	"main_cap": Block, "main_bolt": Block, "core_plug": Block, "stud": Block, "ring_pattern": Block,
	"block_crack":      Block,
	"main_stamp_holds": Crankshaft, "rod_stamp_holds": Crankshaft, "bore_stamp_holds": Block,
	"rod_cap": Rods, "rod_bolt": Rods, "rod_feel": Rods, "rod_straight": Rods, BoreStamp: Pistons,
	"cam_lobe_look": "camshaft",
}

// Component is the one that a finding is about; empty for the engine as a whole.
func (f Concern) Component() string {
	if f.Topic == CleanTopic {
		return f.Place
	}
	return partOf[f.Topic]
}

// Find says what follows from the answers, gravest first.
func Find(items []Item, answers []Answer) []Concern {
	findings := []Concern{}
	for _, item := range items {
		for _, a := range answers {
			if a.Topic != item.Topic {
				continue
			}
			if f, ok := one(item, a); ok {
				findings = append(findings, f)
			}
		}
		if item.Topic == MainShells || item.Topic == RodShells {
			if f, ok := Pattern(item, answers); ok {
				findings = append(findings, f)
			}
		}
	}
	order := []Gravity{Stop, Fault, Note}
	slices.SortStableFunc(findings, func(a,
		b Concern) int {
		return slices.Index(order, a.Gravity) - slices.Index(order, b.Gravity)
	})
	return findings
}

func one(item Item, a Answer) (f Concern, ok bool) {
	for _, c := range item.Choices {
		if c.Value != a.Value || c.Gravity == Fine {
			continue
		}
		f = Concern{Step: item.Step, Gravity: c.Gravity, Topic: item.Topic, Place: a.Place}
		form := item.Topic + "." + a.Value
		switch item.Topic {
		case "history":
			f.Gravity, ok = history[a.Place]
			if !ok {
				return f, false
			}
			form = "history." + strings.ReplaceAll(a.Place, " ", "_")
		case "debris":
			form = "debris"
		case MainShells, RodShells:
			form = "given"
		}
		f.Why = say.New("found", item.asked(), say.Text("place", a.Place),
			say.Word("answer", "answer."+item.Topic, a.Value)).As(form)
		if a.Note != "" && item.Topic != "history" {
			f.Why = f.Why.And(say.Text("note", a.Note))
		}
		if item.Topic == "history" || told[form] {
			plain := say.New("told", say.Text("place", a.Place)).As(form)
			f.Plain = &plain
		}
		return f, true
	}
	return f, false
}

// history is how much what an engine went through weighs.
var history = map[string]Gravity{"overheated": Note, "spun bearing": Fault, "low oil": Note, "seized": Note,
	"water in the oil": Note}

// told are the faults that whom the engine belongs to is told of, by topic and answer.
var told = map[string]bool{
	"main_cap.misplaced": true, "rod_cap.misplaced": true, "main_bolt.loose": true, "rod_bolt.loose": true,
	"main_bolt.long": true, "rod_bolt.long": true,
	"main_bolt.yielded": true, "rod_bolt.yielded": true, "main_bolt.thread": true, "rod_bolt.thread": true,
	"block_crack.yes": true, "core_plug.weeping": true,
	"stud.pitted": true, "stud.pulled": true, "cam_lobe_look.pitted": true, "rod_straight.bent": true,
	"rod_straight.blue":     true,
	"ring_pattern.corroded": true, "thrust_face.scored": true, "keyway.damaged": true,
}

// Pattern reads a run of shells laid out in order: wear that grows towards the middle and fades
// again says that the crank is bent; wear that grows to one end says that the tunnel or the load is
// not true; one alone says that the fault is there. ok is false until every shell is graded, and
// where the wear is even.
func Pattern(item Item, answers []Answer) (f Concern, ok bool) {
	wear := make([]int, len(item.Places))
	for i, place := range item.Places {
		at := slices.IndexFunc(answers, func(a Answer) bool {
			return a.Topic == item.Topic &&
				a.Place == place && a.Value != ""
		})
		if at < 0 {
			return f, false
		}
		wear[i] = int(answers[at].Value[0] - '0')
	}
	f = Concern{Step: Look, Gravity: Fault, Topic: item.Topic}
	n := len(wear)
	least, most := slices.Min(wear), slices.Max(wear)
	if n < 3 || most == least {
		return f, false
	}
	heavy := 0
	for _, w := range wear {
		if w > least {
			heavy++
		}
	}
	peak := slices.Index(wear, most)
	rises := slices.IsSorted(wear)
	falls := slices.IsSortedFunc(wear, func(a, b int) int { return b - a })
	humped := slices.IsSorted(wear[:peak+1]) && slices.IsSortedFunc(wear[peak:], func(a, b int) int { return b - a })
	switch {
	case heavy == 1:
		f.Why = say.New("found", item.asked(), say.Text("place", item.Places[peak])).As("one_shell")
	case rises || falls:
		end := item.Places[0]
		if rises {
			end = item.Places[n-1]
		}
		f.Why = say.New("found", item.asked(), say.Text("place", end)).As("to_one_end")
	case humped && item.Topic == MainShells:
		f.Why = say.New("found", item.asked(), say.Text("place", item.Places[peak])).As("humped")
	default:
		return f, false
	}
	return f, true
}
