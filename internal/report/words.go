package report

import (
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// SetName is a set in words.
func SetName(s part.Set) string { return s.Row().Title }

// Way is a way to treat a set, in words: "grind 0.020 under".
func Way(set part.Set, o disposition.Way, s unit.System) string {
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
		if set == part.Thrust && o.Shell != 0 {
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
		if set == part.Rings {
			text = "file the end gaps"
		}
	case disposition.Skim:
		text = "skim " + size(o.Step) + " off"
	case disposition.Replace:
		replaced := set.Row().Replaced
		text = "another " + replaced
		switch {
		case o.Method == disposition.BuildUp:
			text = "build up, then grind"
		case strings.HasSuffix(replaced, "s"):
			text = "new " + replaced
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
