package report

import (
	"fmt"
	"strconv"
	"time"

	"ledge/internal/core/order"
)

// PDF is the sheet as it is printed or sent.
func (s Sheet) PDF() ([]byte, error) {
	shown := s
	shown.Address = ""
	name, err := id(s.Number, string(s.Body.Name), shown)
	if err != nil {
		return nil, err
	}
	units := "inches"
	if s.Unit == "mm" {
		units = "millimetres"
	}
	title := fmt.Sprintf("%s, issue %d", s.Body.Title, s.Issue)
	p, err := newPage(title, s.Number, s.Name, s.Customer, name, s.Address, "Sizes in "+units+" at 20 °C. "+deferral, s.IssuedAt, s.Unit)
	if err != nil {
		return nil, err
	}
	p.text("Issued by " + s.IssuedBy + ", " + s.IssuedAt.Format("2 January 2006 15:04") + " UTC.")
	if s.Struck {
		p.font("B", 12)
		p.SetTextColor(191, 58, 18)
		p.MultiCell(width, 7, "SUPERSEDED OR WITHDRAWN. Do not work from this sheet.", "", "L", false)
		p.SetTextColor(0, 0, 0)
	}
	if len(s.Body.Steps) > 0 {
		p.heading("In this order")
		for i, step := range s.Body.Steps {
			text := fmt.Sprintf("%d. %s, %d", i+1, step.Title, step.Count)
			if step.Outside {
				text += ", sent out"
			} else {
				text += ", in-house"
			}
			if step.Ends != "" {
				text += ", " + day(step.Begins) + " to " + day(step.Ends)
			}
			p.text(text)
		}
	}
	p.heading("What to do")
	p.lines(s.Body)
	if len(s.Body.Notes) > 0 {
		p.heading("Notes")
		for _, n := range s.Body.Notes {
			p.bullet(n)
		}
	}
	p.Ln(8)
	p.room(16)
	p.text("Done by ______________________      Date ______________      Measured by ______________________")
	return p.bytes()
}

func day(date string) string {
	t, err := time.Parse(time.DateOnly, date)
	if err != nil {
		return date
	}
	return t.Format("Mon 2 Jan")
}

func (p *page) lines(sheet order.Sheet) {
	if sheet.Name == order.Parts {
		columns := []column{{"Part", 62, "L"}, {"Size", 62, "L"}, {"Code", 30, "L"}, {"Pieces", 26, "R"}}
		p.titles(columns)
		for _, l := range sheet.Lines {
			p.row(columns, []string{l.Title, l.What, l.Code, strconv.Itoa(l.Count)}, "")
		}
		return
	}
	columns := []column{{"", 6, "L"}, {"Where", 36, "L"}, {"What", 62, "L"}, {"Rough", 26, "R"}, {"Finished", 50, "R"}}
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
