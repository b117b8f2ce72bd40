package report

import (
	"strconv"

	"ledge/internal/core/order"
	"ledge/internal/words"
)

// PDF is the sheet as it is printed or sent.
func (s OrderPaper) PDF() ([]byte, error) {
	shown := s
	shown.Address = ""
	name, err := id(s.Number, string(s.Body.Name), shown)
	if err != nil {
		return nil, err
	}
	p, err := newPage(head{title: words.Told("paper.sheet", "sheet", s.Body.Title, "issue", s.Issue),
		number: s.Number, engine: s.Name, customer: s.Customer,
		id: name, address: s.Address, foot: words.Told("paper.sizes."+string(s.Unit)) + " " + deferral(),
		made: s.IssuedAt, local: s.Local}, s.Unit)
	if err != nil {
		return nil, err
	}
	p.text(words.Told("paper.issued", "who", s.IssuedBy, "when", s.Local.Moment(s.IssuedAt)))
	if s.Struck {
		p.font("B", 12)
		p.SetTextColor(191, 58, 18)
		p.MultiCell(width, 7, words.Told("paper.struck"), "", "L", false)
		p.SetTextColor(0, 0, 0)
	}
	if len(s.Body.Steps) > 0 {
		p.heading(words.Told("paper.operations"))
		for i, step := range s.Body.Steps {
			place, begins, ends := "paper.in_house", "", ""
			if step.Outside {
				place = "paper.sent_out"
			}
			if step.Ends != "" {
				begins, ends = s.Local.ShortDay(step.Begins), s.Local.ShortDay(step.Ends)
			}
			p.text(words.Told("paper.step", "number", i+1, "operation", step.Title, "count", step.Count,
				"place", words.New(place), "begins", begins, "ends", ends))
		}
	}
	p.heading(words.Told("paper.to_do"))
	p.lines(s.Body)
	if len(s.Body.Notes) > 0 {
		p.heading(words.Told("paper.notes"))
		for _, n := range s.Body.Notes {
			p.bullet(n)
		}
	}
	p.Ln(8)
	p.room(16)
	p.text(words.Told("paper.done_by"))
	return p.bytes()
}

func (p *page) lines(sheet order.Sheet) {
	if sheet.Name == order.Parts {
		columns := named(column{"part", 62, "L"}, column{"size", 62, "L"}, column{"code", 30, "L"},
			column{"pieces", 26, "R"})
		p.titles(columns)
		for _, l := range sheet.Lines {
			p.row(columns, []string{l.Title, l.What, l.Code, strconv.Itoa(l.Count)}, "")
		}
		return
	}
	columns := named(column{"", 6, "L"}, column{"where", 36, "L"}, column{"what", 62, "L"},
		column{"rough", 26, "R"}, column{"finished", 50, "R"})
	p.titles(columns)
	for _, l := range sheet.Lines {
		rough := ""
		if l.Rough != nil {
			rough = l.Rough.Show(p.unit)
		}
		what := l.What
		if l.Note != "" {
			what += "\n(" + l.Note + ")"
		}
		y := p.GetY()
		p.row(columns, []string{"☐", l.Title, what, rough, ""}, "")
		after := p.GetY()
		if after < y { // the row went to another page
			y = 36
		}
		p.font("B", 11.5)
		p.SetXY(margin+130, y+0.6)
		p.CellFormat(50, 4.6, p.ordered(l), "", 0, "R", false, 0, "")
		p.SetXY(margin, after)
	}
}

// ordered is the finished size of a line in words.
func (p *page) ordered(l order.Line) string {
	switch {
	case l.Most != nil:
		return "≤ " + l.Most.Show(p.unit)
	case l.Min != nil && l.Max != nil && *l.Min != *l.Max:
		return l.Min.Show(p.unit) + " – " + l.Max.Show(p.unit)
	case l.Max != nil && l.Min != nil:
		return l.Max.Show(p.unit)
	case l.Max != nil:
		return "≤ " + l.Max.Show(p.unit)
	}
	return ""
}
