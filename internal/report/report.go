// Package report writes the papers of a job as PDF: the inspection, the customer's summary and the
// order sheets. The same input gives the same bytes.
package report

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"time"

	"codeberg.org/go-pdf/fpdf"
	"github.com/go-fonts/dejavu/dejavusans"
	"github.com/go-fonts/dejavu/dejavusansbold"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// PDF is the type of the papers.
const PDF = "application/pdf"

// A Job is what the papers of a job are made from.
type Job struct {
	// Address is where the job is found in Ledge; the papers carry it as a QR code, none where it is empty.
	Address string
	Made    time.Time
	In      *inspection.Inspection
	Result  disposition.Result
	// Taken says for each feature of In who measured it, when and with what.
	Taken     []Taken
	Decisions []Decision
	Findings  []string
	// Components say what the job is made of, where that is more than what came.
	Components []string `json:",omitempty"`
	// Letter is what the customer is told of each set, Seen of what was seen before measuring.
	Letter []Decision
	Seen   []string
	// Cost and Ready are empty without a rate card; Promised where nothing was promised.
	Cost, Ready, Promised string
	Proofs                []Proof
	// Gauges are the shop's instruments that read it: name, parts, due day, last check, what they repeat to.
	Gauges [][]string `json:",omitempty"`
	// Local writes dates and times as the shop does.
	Local words.Local `json:"-"`
}

// Taken is how a feature was measured.
type Taken struct {
	By, On, Gauge, Condition string
}

// A Decision is what was signed for a set, or what is advised where nobody signed.
type Decision struct {
	Set     part.Set
	Way     disposition.Way
	Signed  string // by whom and when; empty for mere advice
	Reason  string
	Advice  string // what Ledge advises, where it was overruled
	Reasons []string
	// NotSeen is what nobody looked at, or the plan cannot see.
	NotSeen []string
	Cost    string
}

// A Proof is a sheet that was verified.
type Proof struct {
	Sheet    order.Sheet
	Proofs   []order.Proof
	Accepted map[string]string
}

// An OrderPaper is one issue of an order sheet.
type OrderPaper struct {
	Address                string
	Number, Customer, Name string
	Unit                   unit.System
	Issue                  int
	IssuedBy               string
	IssuedAt               time.Time
	Struck                 bool
	Body                   order.Sheet
	// Local writes dates and times as the shop does.
	Local words.Local `json:"-"`
}

// id is short and the same for the same content, whatever address it was asked under.
func id(number, kind string, content any) (string, error) {
	text, err := json.Marshal(content)
	if err != nil {
		return "", fmt.Errorf("id of a paper: %w", err)
	}
	sum := sha256.Sum256(text)
	return fmt.Sprintf("%s-%s-%s", number, kind, hex.EncodeToString(sum[:4])), nil
}

// A page is a PDF being written.
type page struct {
	*fpdf.Fpdf
	unit unit.System
	// speak writes sentences in that unit.
	speak words.Speaker
}

// A head is what stands at the top and the foot of every page.
type head struct {
	title, number, engine, customer string
	id, address, foot               string
	made                            time.Time
	local                           words.Local
}

const (
	margin = 15.0
	width  = 210 - 2*margin
)

// newPage starts a paper with its head, its QR code and its foot.
func newPage(h head, s unit.System) (*page, error) {
	p := &page{fpdf.New("P", "mm", "A4", ""), s, words.In(s)}
	p.SetCatalogSort(true)
	p.SetCreationDate(h.made)
	p.SetModificationDate(h.made)
	p.SetTitle(drawable(h.title+" "+h.number), true)
	p.SetMargins(margin, margin, margin)
	p.SetAutoPageBreak(true, 22)
	p.AddUTF8FontFromBytes("sans", "", dejavusans.TTF)
	p.AddUTF8FontFromBytes("sans", "B", dejavusansbold.TTF)
	if h.address != "" {
		code, err := qrCode(h.address)
		if err != nil {
			return nil, err
		}
		p.RegisterImageOptionsReader("qr", fpdf.ImageOptions{ImageType: "PNG"}, bytes.NewReader(code))
	}
	p.AliasNbPages("{total}")
	p.SetHeaderFunc(func() {
		if h.address != "" {
			p.ImageOptions("qr", 210-margin-20, 10, 20, 20, false, fpdf.ImageOptions{ImageType: "PNG"}, 0, "")
		}
		p.SetXY(margin, 12)
		p.font("B", 16)
		p.CellFormat(width-24, 8, h.title, "", 2, "L", false, 0, "")
		p.font("", 10)
		p.CellFormat(width-24, 5, h.engine+"  ·  "+h.customer, "", 2, "L", false, 0, "")
		p.CellFormat(width-24, 5, words.Told("paper.job", "number", h.number, "date", h.local.Date(h.made)),
			"", 2, "L", false, 0, "")
		p.SetLineWidth(0.5)
		p.Line(margin, 32, 210-margin, 32)
		p.SetLineWidth(0.2)
		p.SetY(36)
	})
	p.SetFooterFunc(func() {
		p.SetY(-18)
		p.font("", 7.5)
		p.SetTextColor(90, 90, 100)
		p.MultiCell(width, 3.6, h.foot, "", "L", false)
		p.SetXY(margin, -10)
		p.CellFormat(width/2, 4, "Ledge · "+h.id, "", 0, "L", false, 0, "")
		p.CellFormat(width/2, 4, words.Told("paper.page", "page", p.PageNo(), "total", "{total}"), "", 0, "R",
			false, 0, "")
		p.SetTextColor(0, 0, 0)
	})
	p.AddPage()
	return p, nil
}

func (p *page) font(style string, size float64) { p.SetFont("sans", style, size) }

func (p *page) heading(text string) {
	p.room(18)
	p.Ln(3)
	p.font("B", 12)
	p.MultiCell(width, 6, text, "", "L", false)
	p.Ln(1)
}

func (p *page) text(text string) {
	p.font("", 9.5)
	p.MultiCell(width, 4.8, text, "", "L", false)
}

func (p *page) bullet(text string) {
	p.font("", 9.5)
	p.CellFormat(5, 4.8, "•", "", 0, "R", false, 0, "")
	p.MultiCell(width-5, 4.8, text, "", "L", false)
}

// room begins another page where less than that many millimetres are left.
func (p *page) room(mm float64) {
	if p.GetY()+mm > 297-24 {
		p.AddPage()
	}
}

// named gives columns their heads: title is the name of a message before.
func named(columns ...column) []column {
	for i := range columns {
		if columns[i].title != "" {
			columns[i].title = words.Told("paper." + columns[i].title)
		}
	}
	return columns
}

// A column of a table.
type column struct {
	title string
	width float64
	align string
}

// row writes one line of a table; cells wrap.
func (p *page) row(columns []column, cells []string, style string) {
	p.font(style, 8.5)
	lines := 1
	for i, c := range columns {
		lines = max(lines, len(p.SplitText(cells[i], c.width-2)))
	}
	height := 4.4 * float64(lines)
	p.room(height + 2)
	x, y := p.GetX(), p.GetY()
	for i, c := range columns {
		p.SetXY(x, y+0.6)
		p.MultiCell(c.width, 4.4, cells[i], "", c.align, false)
		x += c.width
	}
	p.SetXY(margin, y+height+1.2)
	p.SetDrawColor(190, 188, 180)
	p.Line(margin, p.GetY(), margin+width, p.GetY())
	p.SetDrawColor(0, 0, 0)
}

func (p *page) titles(columns []column) {
	cells := make([]string, len(columns))
	for i, c := range columns {
		cells[i] = c.title
	}
	p.row(columns, cells, "B")
}

func (p *page) bytes() ([]byte, error) {
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, fmt.Errorf("write the PDF: %w", err)
	}
	return out.Bytes(), nil
}

// deferral is said at the foot of every paper.
func deferral() string { return words.Told("paper.deferral") }
