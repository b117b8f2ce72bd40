package report

import (
	"bytes"
	"fmt"
	"time"

	"codeberg.org/go-pdf/fpdf"
	"github.com/go-fonts/dejavu/dejavusans"
	"github.com/go-fonts/dejavu/dejavusansbold"

	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// A Label is what goes on a part that was measured and wrapped.
type Label struct {
	// Piece is the part with its number and its tag, Lines its sizes, Job the job with its engine.
	Piece, State, Job, On string
	Lines                 []string
	// Code is what its QR code holds: where it is found in Ledge, or its name.
	Code string
}

// Sizes of labels in millimetres: one on the roll of a small label printer, or 24 on a page.
const (
	rollWide, rollHigh   = 62.0, 29.0
	cellWide, cellHigh   = 70.0, 37.125
	labelsWide, labelsIn = 3, 24
)

// Labels writes labels as PDF: each a page of its own for a label printer, or a page of them.
func Labels(labels []Label, roll bool, made time.Time, s unit.System) ([]byte, error) {
	p := &page{fpdf.NewCustom(&fpdf.InitType{OrientationStr: "P", UnitStr: "mm", SizeStr: "A4"}), s, words.In(s)}
	if roll {
		// A page that is wider than high is laid across.
		p.Fpdf = fpdf.NewCustom(&fpdf.InitType{OrientationStr: "L", UnitStr: "mm",
			Size: fpdf.SizeType{Wd: rollHigh, Ht: rollWide}})
	}
	p.SetCatalogSort(true)
	p.SetCreationDate(made)
	p.SetModificationDate(made)
	p.SetMargins(0, 0, 0)
	p.SetCellMargin(0)
	p.SetAutoPageBreak(false, 0)
	p.AddUTF8FontFromBytes("sans", "", dejavusans.TTF)
	p.AddUTF8FontFromBytes("sans", "B", dejavusansbold.TTF)
	for i, l := range labels {
		if roll {
			p.AddPage()
			if err := p.label(i, l, 0, 0, rollWide, rollHigh); err != nil {
				return nil, err
			}
			continue
		}
		at := i % labelsIn
		if at == 0 {
			p.AddPage()
		}
		x, y := float64(at%labelsWide)*cellWide, float64(at/labelsWide)*cellHigh
		p.SetDrawColor(200, 200, 200)
		p.Rect(x, y, cellWide, cellHigh, "D")
		if err := p.label(i, l, x, y, cellWide, cellHigh); err != nil {
			return nil, err
		}
	}
	return p.bytes()
}

// label draws one: the piece large, its sizes, whose it is; the code at the right.
func (p *page) label(i int, l Label, x, y, wide, high float64) error {
	const edge, square = 2.5, 19.0
	code, err := qrCode(l.Code)
	if err != nil {
		return err
	}
	name := fmt.Sprintf("qr%d", i)
	p.RegisterImageOptionsReader(name, fpdf.ImageOptions{ImageType: "PNG"}, bytes.NewReader(code))
	p.ImageOptions(name, x+wide-square-edge, y+edge, square, square, false, fpdf.ImageOptions{ImageType: "PNG"}, 0, "")
	room := wide - square - 3*edge
	p.SetXY(x+edge, y+edge)
	p.font("B", 11)
	p.CellFormat(room, 5, l.Piece, "", 2, "L", false, 0, "")
	p.font("", 7)
	p.CellFormat(room, 3.4, l.State, "", 2, "L", false, 0, "")
	p.font("", 7.5)
	for _, line := range l.Lines[:min(len(l.Lines), int((high-20)/3.5)+1)] {
		p.CellFormat(room, 3.5, line, "", 2, "L", false, 0, "")
	}
	p.font("", 6.5)
	p.SetXY(x+edge, y+high-edge-3)
	p.CellFormat(wide-2*edge, 3, l.Job+"  ·  "+l.On, "", 0, "L", false, 0, "")
	return nil
}
