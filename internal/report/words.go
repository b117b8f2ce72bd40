package report

import (
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/unit"
)

var setNames = map[disposition.SetName]string{
	disposition.MainJournals: "Main journals", disposition.RodJournals: "Rod journals", disposition.CamJournals: "Cam journals",
	disposition.MainHousings: "Main tunnel", disposition.RodHousings: "Rod big ends", disposition.Cylinders: "Cylinders", disposition.Deck: "Deck",
	disposition.Thrust: "Thrust", disposition.Pistons: "Pistons", disposition.Pins: "Piston pins", disposition.Rings: "Rings",
}

// SetName is a set in words.
func SetName(s disposition.SetName) string { return setNames[s] }

var replaced = map[disposition.SetName]string{
	disposition.MainHousings: "block", disposition.Cylinders: "block", disposition.Deck: "block", disposition.RodHousings: "rods",
	disposition.Pistons: "pistons", disposition.Pins: "pins", disposition.Rings: "rings",
	disposition.CamJournals: "camshaft",
}

// Way is a way to treat a set, in words: "grind 0.020 under".
func Way(set disposition.SetName, o disposition.Way, s unit.System) string {
	decimals := 3
	if s == unit.MM {
		decimals = 2
	}
	size := func(l unit.Length) string { return l.Show(s) + " " + string(s) }
	step := o.Step.Fixed(s, decimals) + " " + string(s)
	signed := func(l unit.Length) string {
		if l > 0 {
			return "+" + size(l)
		}
		return size(l)
	}
	shells := ""
	switch {
	case o.Method == disposition.MixedShell:
		shells = ", with a shell for each journal"
	case o.Method == disposition.MixedHalf:
		shells = ", with one half of each of two shells, " + signed(o.Shell) + " clearance"
	case o.Shell != 0 && o.Shell < 0:
		shells = ", with shells that take up " + size(-o.Shell)
	case o.Shell != 0:
		shells = ", with shells that give " + size(o.Shell) + " more"
	}
	text := string(o.Action)
	switch o.Action {
	case disposition.Reuse:
		text = "keep as it is" + shells
		if set == disposition.Thrust && o.Shell != 0 {
			text = "thrust parts that take up " + size(-o.Shell)
		}
	case disposition.Polish:
		text = "polish" + shells
	case disposition.Hone:
		text = "hone"
	case disposition.Bore:
		text = "bore " + step + " over"
	case disposition.Grind:
		text = "grind " + step + " under"
	case disposition.Sleeve:
		text = "sleeve one cylinder"
		if o.Step > 0 {
			text += ", the others " + step + " over"
		}
	case disposition.LineHone:
		text = "line-hone"
	case disposition.Resize:
		text = "resize"
		if set == disposition.Rings {
			text = "file the end gaps"
		}
	case disposition.Skim:
		text = "skim " + size(o.Step) + " off"
	case disposition.Replace:
		text = "another " + replaced[set]
		switch {
		case o.Method == disposition.BuildUp:
			text = "build up, then grind"
		case replaced[set] == "":
			text = "another crankshaft"
		case strings.HasSuffix(replaced[set], "s"):
			text = "new " + replaced[set]
		}
	case disposition.Measure:
		text = "still to be measured"
	case disposition.Remeasure:
		text = "to be measured again"
	}
	if o.Method == disposition.Straighten {
		text = "straighten, then " + text
	}
	return text
}
