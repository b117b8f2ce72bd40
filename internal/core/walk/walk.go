// Package walk holds what is asked of an engine before anything is measured: how it came, how it came apart,
// whether it is clean, and what one look says. Answers are words from a list or a short text; each says what
// follows from it. Source: common practice of engine machine shops.
package walk

import (
	"fmt"
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// A Step is a part of the walk.
type Step string

// The steps that are answered rather than measured.
const (
	Intake Step = "intake"
	Strip  Step = "strip"
	Clean  Step = "clean"
	Look   Step = "look"
)

// Steps are all of them, in their order.
var Steps = closed.New(Intake, Strip, Clean, Look)

// A Gravity says how much an answer weighs.
type Gravity string

// The gravities, from light to grave.
const (
	Fine  Gravity = ""
	Note  Gravity = "note"  // something to know while measuring
	Fault Gravity = "fault" // something to put right
	Stop  Gravity = "stop"  // replace or test at sight: it need not be measured first
)

// Gravities are all of them.
var Gravities = closed.New(Note, Fault, Stop).OrNothing()

// A Choice is one answer to an item and what follows from it.
type Choice struct {
	Value   string  `json:"value"`
	Word    string  `json:"word"` // made when it is shown
	Gravity Gravity `json:"gravity"`
}

// An Item is one thing that is asked, once or for each of several places.
type Item struct {
	Topic string `json:"topic"`
	Step  Step   `json:"step"`
	// Title and Help are its words, made when it is shown.
	Title string `json:"title"`
	Help  string `json:"help"`
	// Places are where it is asked: "main 1", "main 2"…, or one nameless place.
	Places []string `json:"places"`
	// Choices are empty where the answer is a text, or a length where Length is set.
	Choices []Choice `json:"choices"`
	Length  bool     `json:"length"`
	// Of are the components that must all have come for it to be asked.
	Of []part.Component `json:"-"`
	// Many tells that several choices may hold at once, each a place of its own.
	Many bool `json:"many"`
}

// An Answer is what somebody said of an item at a place.
type Answer struct {
	Topic string `json:"topic"`
	Place string `json:"place"`
	Value string `json:"value"`
	Note  string `json:"note"`
}

func each(name string, n int) []string {
	places := make([]string, n)
	for i := range places {
		places[i] = fmt.Sprintf("%s %d", name, i+1)
	}
	return places
}

var once = []string{""}

// Shells are the topics under which the wear of bearing shells is told.
const (
	MainShells = "main_shells"
	RodShells  = "rod_shells"
)

// Stamps are the topics of sizes stamped on parts.
const (
	MainStamp = "main_stamp"
	RodStamp  = "rod_stamp"
	BoreStamp = "bore_stamp"
)

// CleanTopic asks whether a component is clean; nothing is measured dirty.
const CleanTopic = "clean"

// Clean components, as they are confirmed.
const (
	Block      = string(part.Block)
	Crankshaft = string(part.Crankshaft)
	Rods       = string(part.Rods)
	Pistons    = string(part.Pistons)
	Camshaft   = string(part.Camshaft)
)

// Items returns what is asked of what came. What was answered before stays, though nobody would ask it now.
func Items(l engine.Layout, came []part.Component, answered func(topic, place string) bool) []Item {
	items := []Item{}
	for _, stamp := range []string{MainStamp, RodStamp, BoreStamp} {
		if item := StampHolds(stamp); answered(item.Topic, "") {
			items = append(items, item)
		}
	}
	for _, item := range all(l) {
		makesSense := part.Among(came, item.Of)
		item.Places = slices.DeleteFunc(slices.Clone(item.Places), func(place string) bool {
			return !(makesSense && fits(item.Topic, place, came)) && !answered(item.Topic, place)
		})
		if len(item.Places) == 0 {
			continue
		}
		if item.Choices == nil {
			item.Choices = []Choice{}
		}
		items = append(items, item)
	}
	return items
}

// StampHolds asks which is so where a stamp says another size than was measured.
func StampHolds(stamp string) Item {
	return Item{Topic: stamp + "_holds", Step: Look, Places: once,
		Choices: []Choice{{Value: Measured, Gravity: Fine}, {Value: "again", Gravity: Fault}}}
}

// Measured is the answer that the parts are as measured, whatever their stamp says.
const Measured = "measured"

// fits reports whether a place of an item has to do with anything that came.
func fits(topic, place string, came []part.Component) bool {
	of := []part.Component{}
	switch topic {
	case CleanTopic:
		of = []part.Component{part.Component(place)}
	case "history":
		of = suffered[place]
	}
	return len(of) == 0 || slices.ContainsFunc(of, func(c part.Component) bool { return slices.Contains(came, c) })
}

// suffered are the components that show what an engine went through; all where none is named.
var suffered = map[string][]part.Component{
	"overheated":       {part.Block, part.Pistons},
	"spun bearing":     {part.Block, part.Crankshaft, part.Rods},
	"low oil":          {part.Block, part.Crankshaft, part.Rods, part.Camshaft},
	"seized":           {part.Block, part.Crankshaft, part.Rods, part.Pistons},
	"water in the oil": {part.Block, part.Crankshaft, part.Camshaft},
}

// all is everything that is ever asked, in the order of work.
func all(l engine.Layout) []Item {
	var (
		block, crank, rod = []part.Component{part.Block}, []part.Component{part.Crankshaft}, []part.Component{part.Rods}
		pistons, cam      = []part.Component{part.Pistons}, []part.Component{part.Camshaft}
		crankIn           = []part.Component{part.Block, part.Crankshaft}
		rodsOn            = []part.Component{part.Crankshaft, part.Rods}
	)
	mains, rods, cylinders := each("main", l.Mains), each("rod", l.Cylinders), each("cylinder", l.Cylinders)
	caps := []Choice{{Value: "marked", Gravity: Fine}, {Value: "unmarked", Gravity: Note},
		{Value: "misplaced", Gravity: Fault}}
	bolts := []Choice{{Value: "clean", Gravity: Fine}, {Value: "loose", Gravity: Fault},
		{Value: "long", Gravity: Fault}, {Value: "yielded", Gravity: Fault},
		{Value: "thread", Gravity: Fault}}
	shells := []Choice{{Value: "0", Gravity: Fine}, {Value: "1", Gravity: Fine}, {Value: "2", Gravity: Note},
		{Value: "3", Gravity: Fault}}
	yes := []Choice{{Value: "yes", Gravity: Note}}
	return []Item{
		{Topic: "history", Step: Intake, Many: true,
			Places: []string{"untouched", "overheated", "spun bearing", "low oil", "seized",
				"water in the oil"}, Choices: yes},
		{Topic: MainStamp, Step: Intake, Of: crank, Length: true, Places: once},
		{Topic: RodStamp, Step: Intake, Of: crank, Length: true, Places: once},
		{Topic: BoreStamp, Step: Intake, Of: pistons, Length: true, Places: once},
		{Topic: "gearbox", Step: Intake, Of: crank, Places: once,
			Choices: []Choice{{Value: "manual", Gravity: Note}, {Value: "automatic", Gravity: Note},
				{Value: "none", Gravity: Fine}}},
		{Topic: "rumble", Step: Strip, Of: crankIn, Places: once,
			Choices: []Choice{{Value: "free", Gravity: Fine}, {Value: "rattles", Gravity: Note},
				{Value: "tight", Gravity: Note}}},
		{Topic: "main_cap", Step: Strip, Of: block, Places: mains, Choices: caps},
		{Topic: "rod_cap", Step: Strip, Of: rod, Places: rods, Choices: caps},
		{Topic: "main_bolt", Step: Strip, Of: block, Places: mains, Choices: bolts},
		{Topic: "rod_bolt", Step: Strip, Of: rod, Places: rods, Choices: bolts},
		{Topic: "rod_feel", Step: Strip, Of: rodsOn, Places: rods,
			Choices: []Choice{{Value: "free", Gravity: Fine}, {Value: "tight", Gravity: Note}}},
		{Topic: "debris", Step: Strip, Of: block, Many: true,
			Places: []string{"glass", "shot", "rust", "bearing metal", "ring pieces"}, Choices: yes},
		{Topic: CleanTopic, Step: Clean, Places: []string{Block, Crankshaft, Rods, Pistons, Camshaft},
			Choices: []Choice{{Value: "yes", Gravity: Fine}, {Value: "no", Gravity: Note}}},
		{Topic: MainShells, Step: Look, Of: crankIn, Places: mains, Choices: shells},
		{Topic: RodShells, Step: Look, Of: rodsOn, Places: each("rod", l.Throws), Choices: shells},
		{Topic: "core_plug", Step: Look, Of: block, Places: once,
			Choices: []Choice{{Value: "sound", Gravity: Fine}, {Value: "weeping", Gravity: Fault}}},
		{Topic: "stud", Step: Look, Of: block, Places: once,
			Choices: []Choice{{Value: "sound", Gravity: Fine}, {Value: "pitted", Gravity: Fault},
				{Value: "pulled", Gravity: Fault}}},
		{Topic: "cam_lobe_look", Step: Look, Of: cam, Places: once,
			Choices: []Choice{{Value: "smooth", Gravity: Fine}, {Value: "pitted", Gravity: Fault}}},
		{Topic: "rod_straight", Step: Look, Of: rod, Places: rods,
			Choices: []Choice{{Value: "straight", Gravity: Fine}, {Value: "nicked", Gravity: Note},
				{Value: "bent", Gravity: Stop}, {Value: "blue", Gravity: Stop}}},
		{Topic: "ring_pattern", Step: Look, Of: block, Places: cylinders,
			Choices: []Choice{{Value: "cross", Gravity: Fine}, {Value: "glazed", Gravity: Note},
				{Value: "corroded", Gravity: Fault}}},
		{Topic: "thrust_face", Step: Look, Of: crank, Places: once,
			Choices: []Choice{{Value: "even", Gravity: Fine}, {Value: "scored", Gravity: Fault}}},
		{Topic: "keyway", Step: Look, Of: crank, Places: once,
			Choices: []Choice{{Value: "sound", Gravity: Fine}, {Value: "damaged", Gravity: Fault}}},
		{Topic: "block_crack", Step: Look, Of: block, Places: []string{"deck", "water jacket", "main webs"},
			Choices: []Choice{{Value: "no", Gravity: Fine}, {Value: "yes", Gravity: Stop}}},
	}
}

// Refuses says why an answer cannot be; nil where it can.
func Refuses(items []Item, a Answer) *say.Reason {
	i := slices.IndexFunc(items, func(item Item) bool { return item.Topic == a.Topic })
	if i < 0 {
		return refused("topic")
	}
	item := items[i]
	if !slices.Contains(item.Places, a.Place) {
		return refused("place", item.asked(), say.Text("place", a.Place))
	}
	if a.Value == "" || len(item.Choices) == 0 || slices.ContainsFunc(item.Choices,
		func(c Choice) bool { return c.Value == a.Value }) {
		return nil
	}
	return refused("answer", item.asked(), say.Text("answer", a.Value))
}

func refused(form string, args ...say.Arg) *say.Reason {
	r := say.New("refused", args...).As(form)
	return &r
}

func (item Item) asked() say.Arg { return say.Word("asked", "ask", item.Topic) }
