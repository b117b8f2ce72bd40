package report

import (
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// alongHeight is how high a set is drawn along its length, in millimetres.
const alongHeight = 24.0

// along draws the parts of one kind along their length, as on the screen: each station's smallest and largest size in
// the range of new parts of its class, one scale by the limit of the form for all, so that what is far inside looks so.
// It draws nothing of a kind without such a range, or that is read at one station.
func (j Job) along(p *page, from, to int) {
	var parts []*inspection.Finding
	var bands []unit.Length
	low, high, margins := unit.Length(0), unit.Length(0), unit.Length(0)
	for i := from; i < to; i++ {
		found := &j.Result.Features[i]
		limits, _ := j.In.LimitsFor(found.Kind, found.Number)
		if limits.New == nil || found.Min == nil || found.SizeClass == nil || len(found.Grid.Sizes) < 2 {
			continue
		}
		bottom := limits.New.Min + *found.SizeClass
		if found.Kind.Shaft() {
			bottom = limits.New.Min - *found.SizeClass
		}
		parts, bands = append(parts, found), append(bands, bottom)
		wide := limits.New.Max - limits.New.Min
		if limits.TaperMax != nil {
			margins = max(margins, *limits.TaperMax)
		}
		low, high = min(low, *found.Min-bottom), max(high, wide, *found.Max-bottom)
	}
	if len(parts) < 2 || high == low {
		return
	}
	low, high = low-margins/4, high+margins/4
	p.room(alongHeight + 12)
	top, column := p.GetY()+1, width/float64(len(parts))
	at := func(off unit.Length) float64 { return top + alongHeight*float64(high-off)/float64(high-low) }
	for n, found := range parts {
		limits, _ := j.In.LimitsFor(found.Kind, found.Number)
		left, wide := margin+float64(n)*column+2, column-4
		p.SetFillColor(232, 230, 246)
		p.Rect(left, at(limits.New.Max-limits.New.Min), wide, at(0)-at(limits.New.Max-limits.New.Min), "F")
		p.SetFillColor(58, 47, 166)
		for s := range found.Grid.Sizes {
			least, most, ok := form.Range(form.Grid{Directions: found.Grid.Directions,
				Sizes: found.Grid.Sizes[s : s+1]}.All())
			if !ok {
				continue
			}
			x := left + wide*(float64(s)+0.5)/float64(len(found.Grid.Sizes))
			p.Rect(x-0.7, at(most-bands[n])-0.3, 1.4, at(least-bands[n])-at(most-bands[n])+0.6, "F")
		}
		p.font("", 7)
		p.SetXY(left, top+alongHeight+0.5)
		p.CellFormat(wide, 3.5, words.Numbered(found.Kind, found.Number), "", 0, "C", false, 0, "")
	}
	p.SetFillColor(0, 0, 0)
	p.SetXY(margin, top+alongHeight+4.5)
	p.SetTextColor(90, 90, 100)
	p.MultiCell(width, 3.5, words.Told("paper.along"), "", "L", false)
	p.SetTextColor(0, 0, 0)
	p.Ln(1.5)
}
