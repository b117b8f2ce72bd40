// Package walk holds what is asked of an engine before anything is measured: how it came, how it came apart,
// whether it is clean, and what one look says. Answers are words from a list or a short text; each says what
// follows from it. Source: common practice of engine machine shops.
package walk

import (
	"fmt"
	"slices"

	"ledge/internal/core/engine"
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
	Word    string  `json:"word"`
	Gravity Gravity `json:"gravity" enum:",note,fault,stop"`
	Says    string  `json:"says"`
}

// An Item is one thing that is asked, once or for each of several places.
type Item struct {
	Topic string `json:"topic"`
	Step  Step   `json:"step" enum:"intake,strip,clean,look"`
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
	yes := func(gravity Gravity, says string) []Choice {
		return []Choice{{"no", "No", Fine, ""}, {"yes", "Yes", gravity, says}}
	}
	items := []Item{
		{Topic: "history", Step: Intake, Title: "What it went through", Many: true, Places: []string{"untouched", "overheated", "spun bearing", "low oil", "seized", "water in the oil"},
			Help: "As the customer tells it; tick all that hold.", Choices: []Choice{{"yes", "Yes", Note, ""}}},
		{Topic: MainStamp, Step: Intake, Title: "Stamped for the mains", Length: true, Places: once, Help: "On a counterweight or the front web: the undersize, or 0 for standard. A stamp is not believed until it is measured."},
		{Topic: RodStamp, Step: Intake, Title: "Stamped for the rod journals", Length: true, Places: once},
		{Topic: "rumble", Step: Strip, Title: "Crankshaft by hand", Places: once, Help: "Oil dry bores before turning anything and feel first. Keep fingers out from between rods, counterweights and block.",
			Choices: []Choice{{"free", "Turns freely, no rattle", Fine, ""}, {"rattles", "Rattles", Note, "The crankshaft rattles in its bearings: expect wide clearances."},
				{"tight", "Tight", Note, "The crankshaft turns hard: look for a bend or a tight bearing before levering."}}},
	}
	if whole {
		items = append(items, wholeIntake()...)
	}
	caps := []Choice{{"marked", "Marked and in its place", Fine, ""}, {"unmarked", "Unmarked: mark it now", Note, "has no mark: number and side go on before it comes off."},
		{"misplaced", "In another's place", Fault, "stands in another's place: the tunnel is only round with every cap in its own."}}
	bolts := []Choice{{"clean", "Broke loose cleanly", Fine, ""}, {"loose", "Came loose without breaking free", Fault, "came loose without breaking free: stretched or never tight. Measure it against a new one."},
		{"long", "Longer than new", Fault, "is longer than new: it has stretched and is not used again."}, {"yielded", "Ended low on final torque", Fault, "ended low on its final torque: it has yielded and is not used again."},
		{"thread", "Thread damaged", Fault, "has a damaged thread."}}
	if whole {
		items = append(items,
			Item{Topic: "main_cap", Step: Strip, Title: "Main caps", Places: mains, Help: "Number, side and which way they face.", Choices: caps},
			Item{Topic: "rod_cap", Step: Strip, Title: "Rod caps", Places: rods, Help: "Rods keep their caps, their side and their bolts.", Choices: caps},
			Item{Topic: "main_bolt", Step: Strip, Title: "Main cap bolts", Places: mains, Help: "Fastenings follow the maker's rule for reuse, length and number of tightenings; measuring tightens them too.", Choices: bolts},
			Item{Topic: "rod_bolt", Step: Strip, Title: "Rod bolts", Places: rods, Choices: bolts},
			Item{Topic: "rod_feel", Step: Strip, Title: "Rods by hand", Places: rods, Choices: []Choice{{"free", "Free", Fine, ""}, {"tight", "Tight", Note, "is tight on its pin: it may be seized. Do not force it."}}},
			Item{Topic: "debris", Step: Strip, Title: "Found in the bores or the sump", Many: true, Places: []string{"glass", "shot", "rust", "bearing metal", "ring pieces"}, Choices: []Choice{{"yes", "Yes", Note, ""}}},
		)
	}
	items = append(items, Item{Topic: CleanTopic, Step: Clean, Title: "Clean and dry", Places: components(whole),
		Help:    "Nothing is measured dirty. Gloves and eye protection at the tank and the washer; no solvent near heat; old gaskets are not scraped dry.",
		Choices: []Choice{{"yes", "Clean", Fine, ""}, {"no", "Not yet", Note, "is not clean yet: what is measured now will be wrong."}}})
	items = append(items, shellItems(l)...)
	if whole {
		items = append(items, wholeLook(cylinders, rods)...)
	}
	items = append(items,
		Item{Topic: "thrust_face", Step: Look, Title: "Thrust faces of the crankshaft", Places: once, Choices: []Choice{{"even", "Even", Fine, ""}, {"scored", "Scored or blue", Fault, "The thrust faces are scored or blue: the kind of gearbox and its clutch are part of the cause."}}},
		Item{Topic: "keyway", Step: Look, Title: "Nose, keyway, flange, threads", Places: once, Choices: []Choice{{"sound", "Sound", Fine, ""}, {"damaged", "Damaged", Fault, "The crankshaft's nose, keyway, flange or threads are damaged."}}},
	)
	if !whole {
		return items
	}
	return append(items, Item{Topic: "block_crack", Step: Look, Title: "Block: cracks", Places: []string{"deck", "water jacket", "main webs"},
		Choices: yes(Stop, "shows a crack: crack test before anything is measured. Another block is the likely answer.")})
}

func components(whole bool) []string {
	if whole {
		return []string{Block, Crankshaft, Rods, Pistons}
	}
	return []string{Crankshaft}
}

func wholeIntake() []Item {
	return []Item{
		{Topic: BoreStamp, Step: Intake, Title: "Stamped on the piston crowns", Length: true, Places: once, Help: "The oversize, or 0 for standard."},
		{Topic: "gearbox", Step: Intake, Title: "Gearbox behind it", Places: once, Help: "It decides how the thrust faces wear.",
			Choices: []Choice{{"manual", "Clutch, by foot", Note, "A foot clutch pushes on the thrust faces: look at the rear one."}, {"automatic", "Converter", Note, "A converter that balloons pushes on the thrust faces: look at the front one."}, {"none", "None, a direct drive", Fine, ""}}},
	}
}

func wholeLook(cylinders, rods []string) []Item {
	return []Item{
		{Topic: "core_plug", Step: Look, Title: "Core plugs", Places: once, Choices: []Choice{{"sound", "Sound: leave them in a soft block", Fine, ""}, {"weeping", "Weeping or rusted", Fault, "Core plugs weep: new ones."}}},
		{Topic: "stud", Step: Look, Title: "Studs and threads", Places: once, Choices: []Choice{{"sound", "Sound", Fine, ""}, {"pitted", "Pitted or necked studs", Fault, "Studs are pitted or necked: replace them."}, {"pulled", "Threads pulled", Fault, "Threads in the block are pulled: repair before anything is torqued for measuring."}}},
		{Topic: "cam_lobe_look", Step: Look, Title: "Cam lobes and followers", Places: once, Choices: []Choice{{"smooth", "Smooth", Fine, ""}, {"pitted", "Nicked or pitted", Fault, "Cam lobes are nicked or pitted: measure the lift of each."}}},
		{Topic: "rod_straight", Step: Look, Title: "Rods by eye", Places: rods, Choices: []Choice{{"straight", "Straight, unmarked", Fine, ""}, {"nicked", "Nicked", Note, "is nicked: dress it along the beam."}, {"bent", "Bent", Stop, "is bent to the eye: another rod."}, {"blue", "Blue at the big end", Stop, "is blue at the big end: crack test and hardness, or another rod."}}},
		{Topic: "ring_pattern", Step: Look, Title: "Bores by eye", Places: cylinders, Choices: []Choice{{"cross", "Hone marks all round", Fine, ""}, {"glazed", "Glazed", Note, "is glazed."}, {"corroded", "Corroded or pitted", Fault, "is corroded or pitted: it must clean up wherever it is."}}},
	}
}

func shellItems(l engine.Layout) []Item {
	choices := []Choice{{"0", "Even light patch", Fine, ""}, {"1", "A little worn", Fine, ""}, {"2", "Worn through in places", Note, ""}, {"3", "Wiped or melted", Fault, ""}}
	help := "Lay the shells out in order and grade each by its wear. The overlay and the sludge hold lead: gloves, and wash."
	return []Item{
		{Topic: MainShells, Step: Look, Title: "Main shells laid out", Help: help, Places: each("main", l.Mains), Choices: choices},
		{Topic: RodShells, Step: Look, Title: "Rod shells laid out", Places: each("rod", l.Throws), Choices: choices},
	}
}

// Problem says in a sentence why an answer cannot be; it is empty where it can.
func Problem(items []Item, a Answer) string {
	i := slices.IndexFunc(items, func(item Item) bool { return item.Topic == a.Topic })
	if i < 0 {
		return "Nothing of that name is asked of this engine."
	}
	item := items[i]
	if !slices.Contains(item.Places, a.Place) {
		return fmt.Sprintf("%s is not asked at %q.", item.Title, a.Place)
	}
	if a.Value == "" || len(item.Choices) == 0 || slices.ContainsFunc(item.Choices, func(c Choice) bool { return c.Value == a.Value }) {
		return ""
	}
	return fmt.Sprintf("%q is not one of the answers to: %s.", a.Value, item.Title)
}
