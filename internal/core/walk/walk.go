// Package walk holds what is asked of an engine before anything is measured: how it came, how it came apart,
// whether it is clean, and what one look says. Answers are words from a list or a short text; each says what
// follows from it. Source: common practice of engine machine shops.
package walk

import (
	"fmt"
	"slices"

	"ledge/internal/core/engine"
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

// A Gravity says how much an answer weighs.
type Gravity string

// The gravities, from light to grave.
const (
	Fine  Gravity = ""
	Note  Gravity = "note"  // something to know while measuring
	Fault Gravity = "fault" // something to put right
	Stop  Gravity = "stop"  // replace or test at sight: it need not be measured first
)

// A Choice is one answer to an item and what follows from it.
type Choice struct {
	Value   string  `json:"value"`
	Word    string  `json:"word"` // made when it is shown
	Gravity Gravity `json:"gravity" enum:",note,fault,stop"`
}

// An Item is one thing that is asked, once or for each of several places.
type Item struct {
	Topic string `json:"topic"`
	Step  Step   `json:"step" enum:"intake,strip,clean,look"`
	// Title and Help are its words, made when it is shown.
	Title string `json:"title"`
	Help  string `json:"help"`
	// Places are where it is asked: "main 1", "main 2"…, or one nameless place.
	Places []string `json:"places"`
	// Choices are empty where the answer is a text, or a length where Length is set.
	Choices []Choice `json:"choices"`
	Length  bool     `json:"length"`
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
	Block      = "block"
	Crankshaft = "crankshaft"
	Rods       = "rods"
	Pistons    = "pistons"
)

// Items returns everything that is asked of an engine, or of a crankshaft that came alone.
func Items(l engine.Layout, whole bool) []Item {
	items := itemsOf(l, whole)
	for i := range items {
		if items[i].Choices == nil {
			items[i].Choices = []Choice{}
		}
	}
	return items
}

func itemsOf(l engine.Layout, whole bool) []Item {
	mains, rods, cylinders := each("main", l.Mains), each("rod", l.Cylinders), each("cylinder", l.Cylinders)
	items := []Item{
		{Topic: "history", Step: Intake, Many: true,
			Places: []string{"untouched", "overheated", "spun bearing", "low oil", "seized",
				"water in the oil"}, Choices: []Choice{{Value: "yes", Gravity: Note}}},
		{Topic: MainStamp, Step: Intake, Length: true, Places: once},
		{Topic: RodStamp, Step: Intake, Length: true, Places: once},
		{Topic: "rumble", Step: Strip, Places: once,
			Choices: []Choice{{Value: "free", Gravity: Fine}, {Value: "rattles", Gravity: Note},
				{Value: "tight", Gravity: Note}}},
	}
	if whole {
		items = append(items, wholeIntake()...)
	}
	caps := []Choice{{Value: "marked", Gravity: Fine}, {Value: "unmarked", Gravity: Note},
		{Value: "misplaced", Gravity: Fault}}
	bolts := []Choice{{Value: "clean", Gravity: Fine}, {Value: "loose", Gravity: Fault},
		{Value: "long", Gravity: Fault}, {Value: "yielded", Gravity: Fault},
		{Value: "thread", Gravity: Fault}}
	if whole {
		items = append(items,
			Item{Topic: "main_cap", Step: Strip, Places: mains, Choices: caps},
			Item{Topic: "rod_cap", Step: Strip, Places: rods, Choices: caps},
			Item{Topic: "main_bolt", Step: Strip, Places: mains, Choices: bolts},
			Item{Topic: "rod_bolt", Step: Strip, Places: rods, Choices: bolts},
			Item{Topic: "rod_feel", Step: Strip, Places: rods,
				Choices: []Choice{{Value: "free", Gravity: Fine}, {Value: "tight", Gravity: Note}}},
			Item{Topic: "debris", Step: Strip, Many: true,
				Places:  []string{"glass", "shot", "rust", "bearing metal", "ring pieces"},
				Choices: []Choice{{Value: "yes", Gravity: Note}}},
		)
	}
	items = append(items, Item{Topic: CleanTopic, Step: Clean, Places: components(whole),
		Choices: []Choice{{Value: "yes", Gravity: Fine}, {Value: "no", Gravity: Note}}})
	items = append(items, shellItems(l)...)
	if whole {
		items = append(items, wholeLook(cylinders, rods)...)
	}
	items = append(items,
		Item{Topic: "thrust_face", Step: Look, Places: once,
			Choices: []Choice{{Value: "even", Gravity: Fine}, {Value: "scored", Gravity: Fault}}},
		Item{Topic: "keyway", Step: Look, Places: once,
			Choices: []Choice{{Value: "sound", Gravity: Fine}, {Value: "damaged", Gravity: Fault}}},
	)
	if !whole {
		return items
	}
	return append(items, Item{Topic: "block_crack", Step: Look, Places: []string{"deck", "water jacket", "main webs"},
		Choices: []Choice{{Value: "no", Gravity: Fine}, {Value: "yes", Gravity: Stop}}})
}

func components(whole bool) []string {
	if whole {
		return []string{Block, Crankshaft, Rods, Pistons}
	}
	return []string{Crankshaft}
}

func wholeIntake() []Item {
	return []Item{
		{Topic: BoreStamp, Step: Intake, Length: true, Places: once},
		{Topic: "gearbox", Step: Intake, Places: once,
			Choices: []Choice{{Value: "manual", Gravity: Note}, {Value: "automatic", Gravity: Note},
				{Value: "none", Gravity: Fine}}},
	}
}

func wholeLook(cylinders, rods []string) []Item {
	return []Item{
		{Topic: "core_plug", Step: Look, Places: once,
			Choices: []Choice{{Value: "sound", Gravity: Fine}, {Value: "weeping", Gravity: Fault}}},
		{Topic: "stud", Step: Look, Places: once,
			Choices: []Choice{{Value: "sound", Gravity: Fine}, {Value: "pitted", Gravity: Fault},
				{Value: "pulled", Gravity: Fault}}},
		{Topic: "cam_lobe_look", Step: Look, Places: once,
			Choices: []Choice{{Value: "smooth", Gravity: Fine}, {Value: "pitted", Gravity: Fault}}},
		{Topic: "rod_straight", Step: Look, Places: rods,
			Choices: []Choice{{Value: "straight", Gravity: Fine}, {Value: "nicked", Gravity: Note},
				{Value: "bent", Gravity: Stop}, {Value: "blue", Gravity: Stop}}},
		{Topic: "ring_pattern", Step: Look, Places: cylinders,
			Choices: []Choice{{Value: "cross", Gravity: Fine}, {Value: "glazed", Gravity: Note},
				{Value: "corroded", Gravity: Fault}}},
	}
}

func shellItems(l engine.Layout) []Item {
	choices := []Choice{{Value: "0", Gravity: Fine}, {Value: "1", Gravity: Fine}, {Value: "2", Gravity: Note},
		{Value: "3", Gravity: Fault}}
	return []Item{
		{Topic: MainShells, Step: Look, Places: each("main", l.Mains), Choices: choices},
		{Topic: RodShells, Step: Look, Places: each("rod", l.Throws), Choices: choices},
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
