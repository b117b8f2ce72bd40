package report

import (
	"sort"
	"strings"
	"unicode"
)

// drawable is a text with what the paper's font cannot draw shown as a box: signs beyond the first
// 65536, and control signs.
func drawable(text string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r == '\n':
			return r
		case unicode.IsSpace(r):
			return ' '
		case r > 0xFFFF || r == unicode.ReplacementChar || unicode.IsControl(r):
			return '□'
		}
		return r
	}, strings.ToValidUTF8(text, "□"))
}

// CellFormat writes a text into a cell; what does not fit is cut off with an ellipsis, never drawn
// over what stands beside it.
func (p *page) CellFormat(w, h float64, text, border string, ln int, align string, fill bool, link int,
	address string) {
	text = strings.ReplaceAll(drawable(text), "\n", " ")
	if room := w - 2*p.GetCellMargin(); p.GetStringWidth(text) > room {
		signs := []rune(text)
		over := sort.Search(len(signs), func(n int) bool { return p.GetStringWidth(string(signs[:n+1])+"…") > room })
		text = string(signs[:over]) + "…"
	}
	p.Fpdf.CellFormat(w, h, text, border, ln, align, fill, link, address)
}

// MultiCell writes a text over as many lines as it needs.
func (p *page) MultiCell(w, h float64, text, border, align string, fill bool) {
	p.Fpdf.MultiCell(w, h, drawable(text), border, align, fill)
}

// SplitText returns the lines that [page.MultiCell] makes of a text.
func (p *page) SplitText(text string, w float64) []string {
	return p.Fpdf.SplitText(drawable(text), w)
}
