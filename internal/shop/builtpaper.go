package shop

import (
	"context"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/report"
	"ledge/internal/words"
)

// BuiltPaper is the sheet of an engine that was put together.
func (a *Application) BuiltPaper(ctx context.Context, id int64) (exchange.File, error) {
	view, err := a.Assembly(ctx, id)
	if err != nil {
		return exchange.File{}, err
	}
	job, err := a.store.Job(ctx, id)
	if err != nil {
		return exchange.File{}, err
	}
	address, err := a.jobAddress(ctx, id)
	if err != nil {
		return exchange.File{}, err
	}
	if address != "" {
		address += "/built"
	}
	local, err := a.Papers(ctx)
	if err != nil {
		return exchange.File{}, err
	}
	changed, err := a.store.LastChange(ctx, id)
	if err != nil {
		return exchange.File{}, err
	}
	p := builtPaper{view, words.In(job.Unit), local}
	paper := report.BuiltPaper{Address: address, Number: job.Number, Customer: job.Customer, Name: job.Engine,
		Unit: job.Unit, Note: view.Note, Open: view.Open, Finals: p.finals(), Cards: p.cards(), Rings: p.rings(),
		Pistons: p.pistons(), Parts: p.parts(), Made: moment(changed), Local: local}
	if s := view.Signed; s != nil {
		paper.Signed = words.Told("paper.signature", "who", s.By, "when", local.Moment(moment(s.At)))
	}
	for _, o := range view.StillOpen {
		paper.StillOpen = append(paper.StillOpen, []string{o.Text, o.Reason})
	}
	for _, m := range view.Marks {
		paper.Warnings = append(paper.Warnings, m.Text)
	}
	for _, c := range view.Crosschecks {
		paper.Warnings = append(paper.Warnings, c.Text)
	}
	text, err := paper.PDF()
	return exchange.FileOf(job.Number, ".built.pdf", report.PDF, text), err
}

// A builtPaper puts what was built into the lines of a paper.
type builtPaper struct {
	AssemblyView
	speak words.Speaker
	local words.Local
}

func (p builtPaper) size(l *unit.Length) string {
	if l == nil {
		return ""
	}
	return p.speak.Length(*l)
}

func (p builtPaper) window(w *limit.Range) string {
	if w == nil {
		return words.Told("paper.no_limit")
	}
	return words.Told("built.from_to", "least", p.speak.Length(w.Min), "most", p.speak.Length(w.Max))
}

func (p builtPaper) finals() (rows [][]string) {
	for _, f := range p.Finals {
		if f.Value == nil {
			continue
		}
		rows = append(rows, []string{words.Numbered(f.Kind, f.Number), p.size(f.Value), p.window(f.Window),
			words.Verdict(f.Verdict), f.By})
	}
	return rows
}

// cards are the runs that stand, with whoever ticked them, and how the crank turned.
func (p builtPaper) cards() (rows [][]string) {
	for _, r := range p.Runs {
		if r.Loose {
			continue
		}
		c := p.Plan.Card(r.Card)
		says := words.Told("built.half")
		if r.Done {
			says = words.Told("built.tight", "when", p.local.Moment(moment(r.Finished)))
		}
		for _, f := range r.Flags {
			form := "built.flag_high"
			if f.Low {
				form = "built.flag_low"
			}
			says += " " + words.Told(form, "bolt", f.Bolt, "torque", words.Torque(f.Torque))
		}
		var by []string
		for _, step := range r.Ticks {
			for _, t := range step {
				if t != nil && !slices.Contains(by, t.By) {
					by = append(by, t.By)
				}
			}
		}
		rows = append(rows, []string{runName(c, r.Of), words.TorqueSteps(c), says, strings.Join(by, ", ")})
	}
	for _, t := range p.Turns {
		took := ""
		if t.Torque != nil {
			took = words.Torque(*t.Torque)
		}
		says := "built.free"
		if t.Tight {
			says = "built.stiff"
		}
		rows = append(rows, []string{t.Says, took, words.Told(says), t.By})
	}
	return rows
}

// runName is what a run of a card is called.
func runName(c *assembly.Card, of int) string {
	if of == 0 {
		return words.TorqueCard(c)
	}
	return words.TorqueCard(c) + " " + strconv.Itoa(of)
}

func numbersOf(ns []int) string {
	texts := make([]string, len(ns))
	for i, n := range ns {
		texts[i] = strconv.Itoa(n)
	}
	return strings.Join(texts, ", ")
}

func (p builtPaper) rings() (rows [][]string) {
	for _, c := range p.Cylinders {
		row, by, any := []string{strconv.Itoa(c.Number)}, "", false
		for _, ring := range []assembly.Ring{assembly.Top, assembly.Second, assembly.RailUpper, assembly.RailLower} {
			text := ""
			for _, g := range p.Gaps {
				if n := len(g.Gaps); g.Cylinder == c.Number && g.Ring == ring && n > 0 {
					text, by, any = p.speak.Length(g.Gaps[n-1]), g.By, true
				}
			}
			row = append(row, text)
		}
		if any {
			rows = append(rows, append(row, by))
		}
	}
	return rows
}

func (p builtPaper) pistons() (rows [][]string) {
	pattern := p.Plan.Pattern()
	var gaps []string
	for _, ring := range slices.Backward(assembly.Rings.All()) {
		gaps = append(gaps, words.Told("built.gap_at", "ring", words.Ring(ring), "angle", pattern.Angles[ring]))
	}
	for _, c := range p.Cylinders {
		if c.In == nil {
			continue
		}
		rows = append(rows, []string{strconv.Itoa(c.Number), words.Told("built.in", "piston", c.In.Piston, "rod",
			c.In.Rod,
			"cap", c.In.Cap), strings.Join(gaps, ", "), c.In.By})
	}
	return rows
}

func (p builtPaper) parts() (rows [][]string) {
	for _, l := range p.Parts {
		if l.Stands == assembly.Dropped {
			continue
		}
		var about []string
		for _, text := range []*string{l.Facts.Supplier, l.Facts.Number} {
			if text != nil && *text != "" {
				about = append(about, *text)
			}
		}
		size := l.What
		if l.Facts.Size != nil {
			size = *l.Facts.Size
		}
		rows = append(rows, []string{l.Title, size, strings.Join(about, " "),
			words.Told("built.stands_"+string(l.Stands), "missing", l.Missing)})
	}
	return rows
}
