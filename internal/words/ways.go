package words

import (
	"strconv"
	"strings"
	"sync"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// Way is a way to treat a set as papers say it: "grind 0.020 in under".
func (s Speaker) Way(set part.Set, way disposition.Way) string {
	key := wayKey{s.unit, set, way}
	if text, known := ways.Load(key); known {
		return text.(string)
	}
	text := s.way("way", set, way)
	ways.Store(key, text)
	return text
}

// ways are the texts that were made: a job's page shows dozens, and shops use few.
var ways sync.Map

type wayKey struct {
	unit unit.System
	set  part.Set
	way  disposition.Way
}

// Plain is a way as one says it over the counter, to whoever drives the engine.
func (s Speaker) Plain(set part.Set, way disposition.Way) string { return s.way("counter", set, way) }

// way finds the sentence of a way: "way" on papers, "counter" in a customer's letter.
func (s Speaker) way(in string, set part.Set, way disposition.Way) string {
	args := []any{"step", s.Step(way.Step), "replaced", Replaced(set), "fit", s.shells(in, way)}
	text := Told(in+"."+wayForm(set, way),
		append(args, "size", s.Length(way.Step), "shell", s.Length(way.Shell.Abs()))...)
	if way.Method == disposition.Straighten {
		text = Told(in+".straighten", "way", text)
	}
	return text
}

// Member says what happens to one part of a set that is treated otherwise than the set as a whole.
func (s Speaker) Member(t disposition.Treatment) string {
	return Told("member", "part", Part(t.Feature), "does", word("does", string(t.Action)))
}

// wayForm names the message of a way.
func wayForm(set part.Set, way disposition.Way) string {
	form := string(way.Action)
	switch {
	case way.Action == disposition.Reuse && set == part.Thrust && way.Shell > 0:
		return "reuse.thrust_thin"
	case way.Action == disposition.Reuse && set == part.Thrust && way.Shell != 0:
		return "reuse.thrust"
	case way.Action == disposition.Reuse && (way.Method == disposition.Accept || way.Method == disposition.Dress):
		return "reuse." + string(way.Method)
	case way.Action == disposition.Polish && way.Method == disposition.ByHand:
		return "polish.by_hand"
	case way.Action == disposition.LineHone && way.Method == disposition.LineBore:
		return "line_hone.bore"
	case way.Action == disposition.Skim && way.Method == disposition.CleanCut:
		return "skim.clean"
	case way.Action == disposition.Sleeve && way.Method == disposition.SleeveSome && way.Step > 0:
		return "sleeve.some_others"
	case way.Action == disposition.Sleeve && way.Method == disposition.SleeveSome:
		return "sleeve.some"
	case way.Action == disposition.Resize && set == part.RodSet:
		return "resize.rods"
	case way.Action == disposition.Replace && (set == part.RodSet || set == part.RodHousings):
		return "replace.rods"
	case way.Action == disposition.Reuse && way.Shell == 0 && way.Method == "" && set.Row().Single:
		return "reuse.one"
	case way.Action == disposition.Reuse && (way.Shell != 0 || mixed(way.Method)):
		return "reuse.shells"
	case way.Action == disposition.Sleeve && way.Step > 0:
		return "sleeve.others"
	case way.Action == disposition.Resize && set == part.CamBushes:
		return "resize.bushes"
	case way.Action == disposition.Grind && set == part.CamLobes:
		return "grind.lobes"
	case way.Action == disposition.Resize && set == part.Rings:
		return "resize.rings"
	case way.Action == disposition.Replace && way.Method == disposition.BuildUp:
		return "replace.build_up"
	case way.Action == disposition.Replace && strings.HasSuffix(set.Row().Replaced, "s"):
		return "replace.several"
	}
	return form
}

func mixed(m disposition.Method) bool {
	return m == disposition.MixedShell || m == disposition.MixedHalf
}

// shells says which shells go with a way; empty where they are standard.
func (s Speaker) shells(in string, way disposition.Way) string {
	form := ""
	switch {
	case way.Method == disposition.MixedShell:
		form = "each"
	case way.Method == disposition.MixedHalf:
		form = "halves"
	case way.Shell < 0:
		form = "less"
	case way.Shell > 0:
		form = "more"
	default:
		return ""
	}
	shell := s.signed(way.Shell)
	if in == "counter" { // what less and more are of says the sentence
		shell = s.Length(way.Shell.Abs())
	}
	return Told(in+".fit."+form, "shell", shell)
}

func (s Speaker) signed(l unit.Length) string {
	if l > 0 {
		return "+" + s.Length(l)
	}
	return strings.Replace(s.Length(l), "-", "−", 1)
}

// Replaced is what is bought where a set is beyond saving, in words.
func Replaced(set part.Set) string {
	replaced := set.Row().Replaced
	if replaced == "" {
		return ""
	}
	return word("replaced", replaced)
}

// State is a state of a part in words: "as found", "after grinding"; one that nobody foresaw is
// named as it is.
func State(state string) string {
	if text := optional("state." + state); text != "" {
		return text
	}
	if base, held := part.HeldIn(state); held != part.HeldPlain {
		return State(base) + ", " + word("held", string(held))
	}
	return strings.ReplaceAll(state, "_", " ")
}

// Verdict is a verdict as papers say it.
func Verdict(v limit.Verdict) string { return word("verdict", string(v)) }

// Check is a check in words.
func Check(name limit.CheckName) string { return word("check", string(name)) }

// Look is a grade by eye in words.
func Look(l inspection.Look) string { return word("look", string(l)) }

// Basis is what a clearance is known by, in words.
func Basis(b disposition.Basis) string { return word("basis", string(b)) }

// Joint is a fit in words, with its number.
func Joint(f disposition.Fit) string {
	name := string(f.Kind)
	if f.Mate != "" {
		name = string(f.Mate)
	}
	return word("joint", name) + " " + strconv.Itoa(f.Number)
}
