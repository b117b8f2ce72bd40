package walk

import (
	"fmt"
	"slices"
	"strings"
)

// A Finding is what an answer, or a run of answers, says about the engine.
type Finding struct {
	Step    Step    `json:"step"`
	Gravity Gravity `json:"gravity" enum:"note,fault,stop"`
	Topic   string  `json:"topic"`
	Place   string  `json:"place"`
	Text    string  `json:"text"`
	// Plain is what a customer is told of it; empty for what concerns only the shop.
	Plain string `json:"-"`
}

// partOf are the components that what is asked is asked of, by topic, where it is one.
var partOf = map[string]string{
	MainStamp: Crankshaft, RodStamp: Crankshaft, "thrust_face": Crankshaft, "keyway": Crankshaft,
	"main_cap": Block, "main_bolt": Block, "core_plug": Block, "stud": Block, "ring_pattern": Block, "block_crack": Block,
	"rod_cap": Rods, "rod_bolt": Rods, "rod_feel": Rods, "rod_straight": Rods, BoreStamp: Pistons, "cam_lobe_look": "camshaft",
}

// Component is the one that a finding is about; empty for the engine as a whole.
func (f Finding) Component() string {
	if f.Topic == CleanTopic {
		return f.Place
	}
	return partOf[f.Topic]
}

// Find says what follows from the answers, gravest first.
func Find(items []Item, answers []Answer) []Finding {
	findings := []Finding{}
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
	slices.SortStableFunc(findings, func(a, b Finding) int { return slices.Index(order, a.Gravity) - slices.Index(order, b.Gravity) })
	return findings
}

func one(item Item, a Answer) (f Finding, ok bool) {
	for _, c := range item.Choices {
		if c.Value != a.Value || c.Gravity == Fine {
			continue
		}
		f = Finding{Step: item.Step, Gravity: c.Gravity, Topic: item.Topic, Place: a.Place, Text: c.Says}
		if words := plain[item.Topic+" "+a.Value]; words != "" {
			f.Plain = words
			if a.Place != "" {
				f.Plain = capital(a.Place) + " " + words
			}
		}
		switch {
		case item.Topic == "history":
			told, ok := history[a.Place]
			f.Gravity, f.Text, f.Plain = told.gravity, told.says, told.plain
			return f, ok
		case item.Topic == "debris":
			f.Text = fmt.Sprintf("Found inside: %s. Look for where it came from, and for the marks it left.", a.Place)
		case c.Says == "":
			f.Text = fmt.Sprintf("%s, %s: %s.", item.Title, a.Place, strings.ToLower(c.Word))
		case a.Place != "":
			f.Text = capital(a.Place) + subject[item.Topic] + " " + c.Says
		}
		if a.Note != "" {
			f.Text += " (" + a.Note + ")"
		}
		return f, true
	}
	return f, false
}

// subject is what the place's name is followed by, where the item is not the place itself.
var subject = map[string]string{"main_cap": "'s cap", "rod_cap": "'s cap", "main_bolt": "'s bolts: one", "rod_bolt": "'s bolts: one"}

// history: what a told history asks for, how much it weighs, and how it is said to whom the engine belongs.
var history = map[string]struct {
	gravity     Gravity
	says, plain string
}{
	"overheated":       {Note, "Overheated: deck flatness and cracks first. Burnt seals are corrosive: gloves.", "The engine had overheated."},
	"spun bearing":     {Fault, "Spun bearing: crack test and hardness of the crankshaft before any machining; its housing and its rod are suspect.", "A bearing had spun."},
	"low oil":          {Note, "Run low on oil: look for heat marks on journals and on the highest bearings first.", "The engine had run low on oil."},
	"seized":           {Note, "Seized: bent rods and scored bores are likely; do not force it round.", "The engine had seized."},
	"water in the oil": {Note, "Water in the oil: corroded journals, and a crack or a gasket to find.", "There was water in the oil."},
}

// plain is what a fault means to whom the engine belongs, by topic and answer; behind the name of its place.
var plain = map[string]string{
	"main_cap misplaced": "had its cap from another place.", "rod_cap misplaced": "had its cap from another place.",
	"main_bolt loose": "had a bolt that came loose too easily.", "rod_bolt loose": "had a bolt that came loose too easily.",
	"main_bolt long": "had a stretched bolt.", "rod_bolt long": "had a stretched bolt.",
	"main_bolt yielded": "had a bolt that had yielded.", "rod_bolt yielded": "had a bolt that had yielded.",
	"main_bolt thread": "had a damaged bolt thread.", "rod_bolt thread": "had a damaged bolt thread.",
	"block_crack yes": "shows a crack.", "core_plug weeping": "Core plugs were weeping.", "stud pitted": "Studs were pitted or necked.", "stud pulled": "Threads in the block were pulled.",
	"cam_lobe_look pitted": "Cam lobes were nicked or pitted.", "rod_straight bent": "was bent.", "rod_straight blue": "had been overheated at its big end.",
	"ring_pattern corroded": "was corroded or pitted.", "thrust_face scored": "The thrust faces of the crankshaft were scored or blue.",
	"keyway damaged": "The crankshaft's nose, keyway, flange or threads were damaged.",
}

func capital(text string) string { return strings.ToUpper(text[:1]) + text[1:] }

// Pattern reads a run of shells laid out in order: wear that grows towards the middle and fades again says that
// the crank is bent; wear that grows to one end says that the tunnel or the load is not true; one alone says
// that the fault is there. ok is false until every shell is graded, and where the wear is even.
func Pattern(item Item, answers []Answer) (f Finding, ok bool) {
	wear := make([]int, len(item.Places))
	for i, place := range item.Places {
		at := slices.IndexFunc(answers, func(a Answer) bool { return a.Topic == item.Topic && a.Place == place && a.Value != "" })
		if at < 0 {
			return f, false
		}
		wear[i] = int(answers[at].Value[0] - '0')
	}
	f = Finding{Step: Look, Gravity: Fault, Topic: item.Topic}
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
		f.Text = fmt.Sprintf("%s: only %s is worn. The fault is there: its oil way, its housing or its journal.", item.Title, item.Places[peak])
	case rises || falls:
		end := item.Places[0]
		if rises {
			end = item.Places[n-1]
		}
		f.Text = fmt.Sprintf("%s: the wear grows towards %s. The tunnel or the load is not true there: measure alignment.", item.Title, end)
	case humped && item.Topic == MainShells:
		f.Text = fmt.Sprintf("%s: the wear grows towards %s and fades again. The crankshaft is probably bent: measure runout.", item.Title, item.Places[peak])
	default:
		return f, false
	}
	return f, true
}
