package words

import (
	"github.com/nicksnyder/go-i18n/v2/i18n"

	"ledge/internal/core/order"
	"ledge/internal/core/schedule"
)

// Sheet gives a sheet its words: title, lines and notes. One that was issued keeps those that it
// went out with.
func (s Speaker) Sheet(sheet *order.Sheet) {
	sheet.Title = SheetName(sheet.Name)
	for i := range sheet.Lines {
		s.line(&sheet.Lines[i])
	}
	for i := range sheet.Steps {
		sheet.Steps[i].Title = Operation(sheet.Steps[i].Operation)
	}
	sheet.Notes = []string{}
	for i := range sheet.Remarks {
		sheet.Remarks[i].Text = s.Say(sheet.Remarks[i])
		sheet.Notes = append(sheet.Notes, sheet.Remarks[i].Text)
	}
}

// SheetName is a sheet in words.
func SheetName(n order.Name) string { return word("sheet_name", string(n)) }

// Operation is an operation in words.
func Operation(o schedule.Operation) string { return word("operation", string(o)) }

// Bought is a part that is bought, in words.
func Bought(p schedule.Part) string { return word("bought", string(p)) }

// Proofs gives what is wrong with what came back its words.
func (s Speaker) Proofs(proofs []order.Proof) {
	for i := range proofs {
		s.Fill(proofs[i].Problems)
	}
}

func (s Speaker) line(l *order.Line) {
	switch {
	case l.Named != nil:
		l.Title = s.Say(*l.Named)
	case l.Feature != nil:
		l.Title = Part(*l.Feature)
	default:
		l.Title = Bought(l.Part)
	}
	if l.Why != nil {
		l.Note = s.Say(*l.Why)
	}
	l.What = s.what(l)
}

// what is asked for, out of the facts of a line.
func (s Speaker) what(l *order.Line) string {
	if l.Work == order.DoBuy {
		return s.bought(l)
	}
	data := map[string]string{}
	if l.Amount != nil {
		data["amount"] = s.Length(*l.Amount)
	}
	if l.Metal != nil {
		data["mass"] = s.Mass(*l.Metal)
	}
	if l.Min != nil {
		data["sized"] = "yes"
	}
	return told("work."+string(l.Work), data)
}

// bought is the size in which a part is bought.
func (s Speaker) bought(l *order.Line) string {
	goods := l.Part.Goods()
	switch {
	case !goods.Sized:
		return word("work", string(order.DoBuy))
	case l.Part == schedule.ThrustParts && l.Shell != nil:
		return told("buy.thrust", map[string]string{"amount": s.Length(-*l.Shell)})
	case l.Step == nil:
		return word("work", string(order.DoBuy))
	}
	id := "class.standard"
	if *l.Step != 0 && goods.Over {
		id = "class.over"
	} else if *l.Step != 0 {
		id = "class.under"
	}
	size := told(id, map[string]string{"step": s.Step(*l.Step)})
	switch {
	case l.Shell == nil || *l.Shell == 0:
		return size
	case *l.Shell < 0:
		return told("buy.less", map[string]string{"size": size, "amount": s.Length(-*l.Shell)})
	}
	return told("buy.more", map[string]string{"size": size, "amount": s.Length(*l.Shell)})
}

// told is a message that is known to be there; a test holds that.
func told(id string, data map[string]string) string {
	text, err := localizer.Localize(&i18n.LocalizeConfig{MessageID: id, TemplateData: data})
	if err != nil {
		return id
	}
	return text
}

// word is told without arguments.
func word(of, one string) string {
	text, err := Word(of, one)
	if err != nil {
		return of + "." + one
	}
	return text
}
