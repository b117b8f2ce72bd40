package exchange

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

type inspectionDoc struct {
	Format      string                       `json:"format"`
	Unit        unit.System                  `json:"unit"`
	Job         map[string]string            `json:"job,omitempty"`
	Engine      *engine.Layout               `json:"engine,omitempty"`
	Policy      map[string]any               `json:"policy"`
	Limits      map[part.Kind]map[string]any `json:"limits,omitempty"`
	LimitsClose map[part.Kind]map[string]any `json:"limits_close,omitempty"`
	Features    []map[string]any             `json:"features"`
	Decisions   []decisionDoc                `json:"decisions,omitempty"`
	Build       []any                        `json:"build,omitempty"`
	Gauges      any                          `json:"gauges,omitempty"`
	AtHand      []map[string]any             `json:"gauges_at_hand,omitzero"`
}

type decisionDoc struct {
	Set    string  `json:"set"`
	Action string  `json:"action"`
	Step   decimal `json:"step"`
	Shell  decimal `json:"shell"`
	Method string  `json:"method,omitempty"`
	By     string  `json:"by,omitempty"`

	Component string `json:"component,omitempty"`
}

// WriteInspection writes an inspection as a ledge.inspection/1 document that [Read] gives back unchanged:
// in its own unit, or in millimetres where a length read in millimetres has no end in inches. Deviations are
// written as the sizes they gave.
func WriteInspection(out io.Writer, in *inspection.Inspection) error {
	var text bytes.Buffer
	if err := writeInspection(&text, in); err != nil {
		return err
	}
	if _, err := Read(bytes.NewReader(text.Bytes())); err != nil && in.Unit == unit.In {
		metric := *in
		metric.Unit = unit.MM
		text.Reset()
		if err := writeInspection(&text, &metric); err != nil {
			return err
		}
	}
	_, err := text.WriteTo(out)
	return err
}

func writeInspection(out io.Writer, in *inspection.Inspection) error {
	w := newWriter(in)
	doc := inspectionDoc{Format: InspectionFormat, Unit: in.Unit, Job: map[string]string{}, Engine: in.Engine,
		Policy: w.policy(in.Policy),
		Limits: w.limitsByKind(in.Limits), LimitsClose: w.limitsByKind(in.LimitsClose),
		Features: make([]map[string]any, len(in.Features)), Build: w.build(in.Built), Gauges: w.gauges(in.Shelf)}
	for _, d := range in.Decisions {
		doc.Decisions = append(doc.Decisions,
			decisionDoc{d.Set, d.Action, w.length(d.Step), w.length(d.Shell), d.Method, d.By, d.Component})
	}
	if in.AtHand != nil {
		doc.AtHand = each(in.AtHand, func(g instrument.Gauge) map[string]any {
			return map[string]any{"kind": g.Kind, "division": w.length(g.Division)}
		})
	}
	for name, text := range map[string]string{"number": in.Job.Number, "customer": in.Job.Customer,
		"engine": in.Job.Engine, "duty": string(in.Job.Duty)} {
		if text != "" {
			doc.Job[name] = text
		}
	}
	for i := range in.Features {
		doc.Features[i] = w.inspected(&in.Features[i])
	}
	encoder := json.NewEncoder(out)
	encoder.SetIndent("", " ")
	encoder.SetEscapeHTML(false)
	if err := encoder.Encode(doc); err != nil {
		return fmt.Errorf("write %s: %w", InspectionFormat, err)
	}
	return nil
}

func (w writer) policy(p inspection.Policy) map[string]any {
	doc := map[string]any{}
	for i := range inspection.PolicyFields {
		f := &inspection.PolicyFields[i]
		switch held := f.At(&p).(type) {
		case *string:
			doc[f.Name] = *held
		case *bool:
			doc[f.Name] = *held
		case *unit.Length:
			doc[f.Name] = w.length(*held)
		case *unit.Mass:
			doc[f.Name] = decimal(held.Format())
		}
	}
	return doc
}

func (w writer) lengths(ls []unit.Length) []decimal {
	if ls == nil {
		return nil
	}
	return each(ls, w.length)
}

func (w writer) limitsByKind(all map[part.Kind]limit.Limits) map[part.Kind]map[string]any {
	docs := map[part.Kind]map[string]any{}
	for kind, l := range all {
		docs[kind] = w.limits(l)
	}
	return docs
}

func (w writer) limits(l limit.Limits) map[string]any {
	doc := map[string]any{}
	for i := range limit.Fields {
		f := &limit.Fields[i]
		v := f.Get(&l)
		if v.Empty() {
			continue
		}
		into := doc
		outer, inner, nested := strings.Cut(f.Name, ".")
		if nested {
			if into[outer] == nil {
				into[outer] = map[string]any{}
			}
			into, outer = into[outer].(map[string]any), inner
		}
		switch f.Form {
		case limit.Most:
			into[outer] = w.pointer(v.Most)
		case limit.Span:
			into[outer] = w.window(v.Span)
		case limit.Pairs:
			into[outer] = w.paired(v.List)
		default:
			into[outer] = w.lengths(v.List)
		}
	}
	if len(l.Sources) > 0 {
		doc["sources"] = l.Sources
	}
	if len(l.ByNumber) > 0 {
		numbers := map[int]any{}
		for number, own := range l.ByNumber {
			numbers[number] = w.limits(own)
		}
		doc["by_number"] = numbers
	}
	return doc
}

// inspected writes a feature; fields that hold nothing are left out.
func (w writer) inspected(f *inspection.Feature) map[string]any {
	doc := map[string]any{"kind": f.Kind, "state": f.State}
	put := func(name string, there bool, value func() any) {
		if there {
			doc[name] = value()
		}
	}
	put("number", f.Number != 0, func() any { return f.Number })
	put("component", f.Component != "", func() any { return f.Component })
	put("look", f.Look != "", func() any { return f.Look })
	gauge := w.in.Named(f)
	put("gauge", gauge != nil, func() any {
		doc := w.gauge(gauge)
		if zeros := f.ZerosTold(); zeros > 0 {
			doc["zeros"] = zeros
		}
		return doc
	})
	held := f.Condition
	held.Inset = 0
	put("condition", held != inspection.Condition{}, func() any { return condition(held) })
	put("inset", f.Condition.Inset > 0, func() any { return f.Condition.Inset })
	put("stamp", f.Stamp != nil, func() any { return f.Stamp.Text })
	put("unworn", f.Unworn != nil, func() any { return w.pointer(f.Unworn) })
	put("fitted", f.Fitted != nil, func() any {
		fitted := map[string]any{"shell": w.length(f.Fitted.Shell)}
		if f.Fitted.Used {
			fitted["condition"] = "used"
		}
		if f.Fitted.Step != nil {
			fitted["step"] = w.length(*f.Fitted.Step)
		}
		return fitted
	})
	put("tests", f.Tests != nil, func() any {
		return each(f.Tests, func(t inspection.Test) any {
			doc := map[string]any{"what": t.What, "passed": t.Passed}
			if t.By != "" {
				doc["by"] = t.By
			}
			return doc
		})
	})
	if f.Kind.Grid() {
		put("quick", f.Quick, func() any { return true })
		put("added_stations", f.Added > 0, func() any { return f.Added })
		doc["stations"], doc["directions"] = f.Stations, each(f.Directions, angle)
		doc["readings"] = each(f.Cells, func(row []inspection.Cell) []any { return each(row, w.cell) })
		return doc
	}
	l := &f.List
	put("tir", len(l.TIR) > 0, func() any {
		if len(l.TIR) == 1 {
			return w.length(l.TIR[0])
		}
		return w.lengths(l.TIR)
	})
	put("angles", l.Angles != nil, func() any { return each(l.Angles, angle) })
	put("big_end", l.BigEnd != nil, func() any { return decimal(l.BigEnd.Format()) })
	put("small_end", l.SmallEnd != nil, func() any { return decimal(l.SmallEnd.Format()) })
	put("rows", l.Rows != nil, func() any { return each(l.Rows, w.lengths) })
	put("of", l.Journal != "", func() any { return l.Journal })
	put("lines", l.Lines != nil, func() any {
		return each(l.Lines, func(line inspection.Line) any {
			doc := map[string]any{"line": line.Name, "gap": w.length(line.Gap)}
			if line.Depth != nil {
				doc["depth"] = w.length(*line.Depth)
			}
			return doc
		})
	})
	for name, list := range map[string][]unit.Length{"indicator": l.Indicator, "at_0": l.At0,
		"at_180": l.At180, "return": l.Return, "feeler": l.Feeler, "readings": l.Readings,
		"vertical": l.Vertical, "sideways": l.Sideways, "positions": l.Positions} {
		put(name, list != nil, func() any { return w.lengths(list) })
	}
	return doc
}

func angle(a unit.Angle) decimal { return decimal(a.Format()) }

func (w writer) cell(c inspection.Cell) any {
	switch {
	case c.Depth != nil:
		return map[string]any{"reason": c.Reason, "depth": w.length(*c.Depth)}
	case c.Confirmed:
		return map[string]any{"size": w.lengths(c.Sizes), "confirmed": true}
	case c.Reason != "":
		return c.Reason
	case len(c.Sizes) == 0:
		return nil
	case len(c.Sizes) == 1:
		return w.length(c.Sizes[0])
	}
	return w.lengths(c.Sizes)
}

func (w writer) gauge(g *instrument.Gauge) map[string]any {
	doc := map[string]any{}
	if g.Kind != "" {
		doc["kind"] = g.Kind
	}
	if g.Division > 0 {
		doc["division"] = w.length(g.Division)
	}
	for name, value := range map[string]*unit.Length{"repeatability": g.Repeatability,
		"setting_u": g.SettingU, "setting": g.Setting} {
		if value != nil {
			doc[name] = w.length(*value)
		}
	}
	if g.Sense != 0 {
		doc["sense"] = g.Sense
	}
	if g.Finest {
		doc["finest"] = true
	}
	return doc
}

func condition(c inspection.Condition) map[string]any {
	doc := map[string]any{}
	for name, value := range map[string]*bool{"torqued": c.Torqued, "deck_plate": c.DeckPlate,
		"shells_in": c.ShellsIn, "studs": c.Studs} {
		if value != nil {
			doc[name] = *value
		}
	}
	if c.TemperatureC != "" {
		doc["temperature_c"] = decimal(c.TemperatureC)
	}
	if c.Corrected {
		doc["corrected"] = true
	}
	if c.Alike {
		doc["alike"] = true
	}
	return doc
}

// paired writes lists by the size that they are for.
func (w writer) paired(pairs []unit.Length) map[decimal][]decimal {
	lists := map[decimal][]decimal{}
	for i := 0; i+1 < len(pairs); i += 2 {
		size := w.length(pairs[i])
		lists[size] = append(lists[size], w.length(pairs[i+1]))
	}
	return lists
}
