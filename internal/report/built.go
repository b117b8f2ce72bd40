package report

import (
	"time"

	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// A BuiltPaper is the sheet of an engine that was put together.
type BuiltPaper struct {
	Address                string
	Number, Customer, Name string
	Unit                   unit.System
	// Signed says who signed it and when, Note why where something was open; empty while nobody did.
	Signed, Note string
	// Open is how much is not done or not as it should be.
	Open int
	// Finals, Cards, Rings, Pistons and Parts are the lines of its tables, Warnings what stands above them.
	Finals, Cards, Rings, Pistons, Parts [][]string
	Warnings                             []string
	// StillOpen are the things that are open, each with the reason for which it was signed.
	StillOpen [][]string `json:",omitempty"`
	Made      time.Time
	// Local writes dates and times as the shop does.
	Local words.Local `json:"-"`
}

// PDF is the sheet as it is printed or sent.
func (b BuiltPaper) PDF() ([]byte, error) {
	shown := b
	shown.Address = ""
	name, err := id(b.Number, "built", shown)
	if err != nil {
		return nil, err
	}
	p, err := newPage(head{title: words.Told("paper.built"), number: b.Number, engine: b.Name, customer: b.Customer,
		id: name, address: b.Address, foot: words.Told("paper.sizes."+string(b.Unit)) + " " + deferral(),
		made: b.Made, local: b.Local}, b.Unit)
	if err != nil {
		return nil, err
	}
	if b.Signed == "" {
		p.text(words.Told("paper.built_unsigned"))
	} else {
		p.text(words.Told("paper.built_signed", "who", b.Signed))
	}
	if b.Note != "" {
		p.text(words.Told("paper.quoted", "note", b.Note))
	}
	if b.Open > 0 {
		p.text(words.Told("paper.built_open", "count", b.Open))
	}
	p.table("paper.built_still_open", b.StillOpen, named(column{"open_thing", 100, "L"},
		column{"signed_because", 80, "L"}))
	for _, w := range b.Warnings {
		p.bullet(w)
	}
	p.table("paper.built_finals", b.Finals, named(column{"where", 62, "L"}, column{"back", 28, "R"},
		column{"window", 46, "R"}, column{"status", 22, "L"}, column{"by", 22, "L"}))
	p.table("paper.built_cards", b.Cards, named(column{"where", 52, "L"}, column{"steps", 52, "L"},
		column{"status", 40, "L"}, column{"by", 36, "L"}))
	p.table("paper.built_rings", b.Rings, named(column{"cylinder", 24, "L"}, column{"top", 34, "R"},
		column{"second", 34, "R"}, column{"rail_upper", 34, "R"}, column{"rail_lower", 34, "R"}, column{"by", 20, "L"}))
	p.table("paper.built_pistons", b.Pistons, named(column{"cylinder", 24, "L"}, column{"part", 62, "L"},
		column{"gaps", 64, "L"}, column{"by", 30, "L"}))
	p.table("paper.built_parts", b.Parts, named(column{"part", 54, "L"}, column{"size", 56, "L"},
		column{"supplier", 46, "L"}, column{"status", 24, "L"}))
	return p.bytes()
}

// table writes a heading and its lines; nothing where there are none.
func (p *page) table(heading string, rows [][]string, columns []column) {
	if len(rows) == 0 {
		return
	}
	p.heading(words.Told(heading))
	p.titles(columns)
	for _, r := range rows {
		p.row(columns, r, "")
	}
}
