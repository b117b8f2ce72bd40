package exchange

import (
	"encoding/json"
	"fmt"
	"io"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
)

// OrdersFormat names the document that [WriteOrders] writes.
const OrdersFormat = "ledge.orders/1"

type ordersDoc struct {
	Format string      `json:"format"`
	Unit   unit.System `json:"unit"`
	Sheets []sheetDoc  `json:"sheets"`
}

type sheetDoc struct {
	Sheet      string         `json:"sheet"`
	Sets       []part.Set     `json:"sets"`
	Lines      []lineDoc      `json:"lines"`
	Operations []operationDoc `json:"operations"`
	Notes      []string       `json:"notes"`
}

type lineDoc struct {
	Feature   *disposition.Ref `json:"feature,omitempty"`
	Component string           `json:"component,omitempty"`
	State     string           `json:"state,omitempty"`
	What      order.Work       `json:"what"`
	Title     string           `json:"title"`
	Text      string           `json:"text"`
	Finished  *spanDoc         `json:"finished,omitempty"`
	Rough     *decimal         `json:"rough,omitempty"`
	Most      *decimal         `json:"most,omitempty"`
	Amount    *decimal         `json:"amount,omitempty"`
	Grams     *decimal         `json:"grams,omitempty"`
	Part      schedule.Part    `json:"part,omitempty"`
	Step      *decimal         `json:"step,omitempty"`
	Shell     *decimal         `json:"shell,omitempty"`
	Count     int              `json:"count,omitempty"`
	Notes     []string         `json:"notes"`
	CameBack  *spanDoc         `json:"came_back,omitempty"`
	Proof     string           `json:"proof,omitempty"`
	Why       []reasonDoc      `json:"why,omitempty"`
}

type operationDoc struct {
	Operation schedule.Operation `json:"operation"`
	Text      string             `json:"text"`
	Count     int                `json:"count"`
}

// proofs are the verdicts of [order.Verify] as the document has them.
var proofs = map[order.ProofVerdict]string{
	order.ProofWithin: "as_ordered", order.ProofMissed: "missed", order.ProofOpen: "to_measure"}

// WriteOrders writes the sheets of an inspection. With after, what was measured when the work came
// back, each line that is proved by measuring says how it came.
func WriteOrders(to io.Writer, in *inspection.Inspection, sheets []order.Sheet, after *inspection.Inspection,
	result disposition.Result) error {
	w := newWriter(in)
	doc := ordersDoc{Format: OrdersFormat, Unit: in.Unit, Sheets: []sheetDoc{}}
	for _, s := range sheets {
		one := w.sheet(s)
		if after != nil {
			w.proved(&one, s, order.Verify(after, result, s))
		}
		doc.Sheets = append(doc.Sheets, one)
	}
	encoder := json.NewEncoder(to)
	encoder.SetIndent("", "  ")
	encoder.SetEscapeHTML(false)
	if err := encoder.Encode(doc); err != nil {
		return fmt.Errorf("write %s: %w", OrdersFormat, err)
	}
	return nil
}

// SheetName is a sheet as the document names it.
func SheetName(n order.Name) string {
	if n == order.Grind {
		return "crankshaft"
	}
	return string(n)
}

func (w writer) sheet(s order.Sheet) sheetDoc {
	w.words.Sheet(&s)
	return sheetDoc{Sheet: SheetName(s.Name), Sets: s.Sets, Lines: each(s.Lines, w.line), Notes: s.Notes,
		Operations: each(s.Steps,
			func(o order.Step) operationDoc { return operationDoc{o.Operation, o.Title, o.Count} })}
}

func (w writer) line(l order.Line) lineDoc {
	doc := lineDoc{Feature: l.Feature, Component: l.Component, State: l.State, What: l.Work, Title: l.Title,
		Text: l.What, Finished: w.window(l.Accepts()), Rough: w.pointer(l.Rough), Most: w.pointer(l.Most),
		Amount: w.pointer(l.Amount), Part: l.Part, Step: w.pointer(l.Step), Shell: w.pointer(l.Shell),
		Count: l.Count, Notes: []string{}}
	if l.Metal != nil {
		grams := decimal(l.Metal.Format())
		doc.Grams = &grams
	}
	if l.Note != "" {
		doc.Notes = append(doc.Notes, l.Note)
	}
	return doc
}

// proved says of each line of a sheet how it came back.
func (w writer) proved(doc *sheetDoc, s order.Sheet, came []order.Proof) {
	for i, l := range s.Lines {
		at := slices.IndexFunc(came, func(p order.Proof) bool { return p.Key == l.Key })
		if at < 0 {
			continue
		}
		p, line := came[at], &doc.Lines[i]
		line.CameBack, line.Proof = w.window(p.Back), proofs[p.Verdict]
		for _, why := range p.Problems {
			line.Why = append(line.Why, reasonDoc{Code: why.Code, Text: w.words.Say(why)})
		}
	}
}
