package truth

import (
	_ "embed"
	"fmt"
	"io"
	"strings"

	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// Page plays every row with so many sets and writes what came of it: the page for people, and its drawing.
func Page(page, drawing io.Writer, sets int, seed uint64) error {
	rows := Rows()
	tallies := make([]Tally, len(rows))
	for i, row := range rows {
		tallies[i] = row.Count(sets, seed)
	}
	var table, faults, troubled strings.Builder
	for _, row := range Troubled() {
		t := row.Count(sets, seed)
		fmt.Fprintf(&troubled, "| %s | %s | %s | %s | **%s** | %s | %s | %s |\n",
			row.Name, named(row.Kind), row.planned(), gauge(row.Case), share100(t.Passed+t.Missed, t.Bad+t.Hidden),
			share100(t.Machined, t.Good), fmt.Sprintf("%.1f", per(t.Extra, t)), row.Says)
	}
	for i, row := range rows {
		t := tallies[i]
		fmt.Fprintf(&table,
			"| %s | %s | %s | %s, %s in | %s | **%s** | %s | %s | %s | %.1f | %.1f | %.1f (%d) | %d |\n",
			named(row.Kind), row.planned(), gauge(row.Case), row.Who, row.Hand.Format(unit.In), rule(row.Case),
			share100(t.Passed, t.Bad), share100(t.Missed, t.Hidden), share100(t.Machined, t.Good),
			share100(t.Passed+t.Missed, t.Bad+t.Hidden), float64(row.readings())+per(t.Extra, t), per(t.Extra, t),
			per(t.Rounds, t), t.Most, t.Open)
		fmt.Fprintf(&faults, "| %s | %s | %s | %s |", named(row.Kind), row.planned(), row.Who, rule(row.Case))
		for _, f := range []Fault{Taper, Barrel, Oval, Worn, Bent, Size, OneEnd, LowSpot} {
			by := t.ByFault[f]
			fmt.Fprintf(&faults, " %s |", share100(by[1], by[0]))
		}
		for _, by := range t.ByOver {
			fmt.Fprintf(&faults, " %s |", share100(by[1], by[0]))
		}
		faults.WriteString("\n")
	}
	if _, err := fmt.Fprintf(page, text, sets, seed, table.String(), faults.String(), blacks(tallies), sets,
		"`make truth`", "`internal/truth`", troubled.String()); err != nil {
		return fmt.Errorf("write the page: %w", err)
	}
	if _, err := io.WriteString(drawing, picture(rows, tallies)); err != nil {
		return fmt.Errorf("write the drawing: %w", err)
	}
	return nil
}

func named(k part.Kind) string {
	switch k {
	case part.Cylinder:
		return "4 cylinders"
	case part.MainHousing:
		return "tunnel of 5"
	}
	return "5 mains"
}

// planned is the plan in words.
func (c Case) planned() string {
	name := strings.Replace(c.Plan, "x", " × ", 1)
	if c.Quick {
		return name + ", quick first"
	}
	if c.Zeros {
		return name + ", zero set anew"
	}
	return name
}

func gauge(c Case) string { return c.Gauge.Format(unit.In) + " in" }

func rule(c Case) string {
	switch {
	case c.Once:
		return "plain, read once"
	case c.Rule == limit.Guarded:
		return "guarded"
	}
	return "plain"
}

func per(n int, t Tally) float64 { return float64(n) / float64(t.Good+t.Bad+t.Hidden) }

func share100(n, of int) string {
	if of == 0 {
		return "–"
	}
	return fmt.Sprintf("%.1f %%", 100*float64(n)/float64(of))
}

func blacks(all []Tally) (n int) {
	for _, t := range all {
		n += t.Black
	}
	return n
}

// picture draws what each plan passes of the sets with one bad part, in an ordinary hand.
func picture(rows []Row, tallies []Tally) string {
	const left, width, line = 160, 360, 44
	var b strings.Builder
	y := 48
	for i, row := range rows {
		if row.Kind != part.MainJournal || row.Who != "ordinary" || row.Rule != limit.Plain || row.Once {
			continue
		}
		t := tallies[i]
		of := float64(t.Bad + t.Hidden)
		seen, hidden := float64(width)*float64(t.Passed)/of, float64(width)*float64(t.Missed)/of
		fmt.Fprintf(&b, "<text x=\"%d\" y=\"%d\" text-anchor=\"end\">%s</text>\n", left-10, y+17,
			row.planned())
		fmt.Fprintf(&b, "<rect x=\"%d\" y=\"%d\" width=\"%.1f\" height=\"24\" %s/>\n", left, y, seen, dark)
		fmt.Fprintf(&b, "<rect x=\"%.1f\" y=\"%d\" width=\"%.1f\" height=\"24\" %s/>\n", left+seen, y, hidden, pale)
		fmt.Fprintf(&b, "<text x=\"%.1f\" y=\"%d\">%.0f of 100</text>\n", left+seen+hidden+8, y+17,
			100*float64(t.Passed+t.Missed)/of)
		y += line
	}
	for i, key := range []struct{ fill, says string }{{dark, "though the plan could see it"},
		{pale, "which the plan cannot see"}} {
		fmt.Fprintf(&b, "<rect x=\"%d\" y=\"%d\" width=\"14\" height=\"14\" %s/>\n", left+240*i, y, key.fill)
		fmt.Fprintf(&b, "<text x=\"%d\" y=\"%d\">%s</text>\n", left+240*i+22, y+13, key.says)
	}
	return fmt.Sprintf(frame, y+40, b.String())
}

const (
	dark = `fill="#bf3a12"`
	pale = `fill="#8a5a0b" fill-opacity="0.45"`

	frame = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 640 %[1]d" font-family="sans-serif"
 font-size="15">
<rect width="640" height="%[1]d" fill="#fdfcf9"/>
<text x="20" y="28" font-weight="bold">Sets of five mains with one bad journal that are passed, by plan</text>
%[2]s</svg>
`
)

// text is the page, with its figures left open.
//
//go:embed page.md
var text string
