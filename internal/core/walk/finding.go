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
		f = Finding{item.Step, c.Gravity, item.Topic, a.Place, c.Says}
		switch {
		case item.Topic == "history":
			told, ok := history[a.Place]
			f.Gravity, f.Text = told.gravity, told.says
			return f, ok
		case item.Topic == "debris":
			f.Text = fmt.Sprintf("Found inside: %s. Look for where it came from, and for the marks it left.", a.Place)
		case c.Says == "":
			f.Text = fmt.Sprintf("%s, %s: %s.", item.Title, a.Place, strings.ToLower(c.Word))
		case a.Place != "":
			f.Text = strings.ToUpper(a.Place[:1]) + a.Place[1:] + subject[item.Topic] + " " + c.Says
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

// history: what a told history asks for, and how much it weighs.
var history = map[string]struct {
	gravity Gravity
	says    string
}{
	"overheated":       {Note, "Overheated: deck flatness and cracks first. Burnt seals are corrosive: gloves."},
	"spun bearing":     {Fault, "Spun bearing: crack test and hardness of the crankshaft before any machining; its housing and its rod are suspect."},
	"low oil":          {Note, "Run low on oil: look for heat marks on journals and on the highest bearings first."},
	"seized":           {Note, "Seized: bent rods and scored bores are likely; do not force it round."},
	"water in the oil": {Note, "Water in the oil: corroded journals, and a crack or a gasket to find."},
}

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
