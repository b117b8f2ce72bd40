package exchange

import (
	"encoding/json"
	"fmt"
	"io"

	"ledge/internal/core/disposition"
	"ledge/internal/core/fit"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// ResultFormat names the document that [WriteResult] writes.
const ResultFormat = "ledge.result/1"

// A decimal is a number as it stands in the document.
type decimal string

// MarshalJSON writes the number as it is.
func (d decimal) MarshalJSON() ([]byte, error) { return []byte(d), nil }

type resultDoc struct {
	Format   string       `json:"format"`
	Unit     unit.System  `json:"unit"`
	Features []featureDoc `json:"features"`
	Fits     []fitDoc     `json:"fits"`
	Sets     []setDoc     `json:"sets"`
}

type featureDoc struct {
	Kind       part.Kind       `json:"kind"`
	Number     int             `json:"number"`
	State      string          `json:"state"`
	Component  string          `json:"component,omitempty"`
	Complete   bool            `json:"complete"`
	Missing    []cellDoc       `json:"missing,omitempty"`
	Look       inspection.Look `json:"look,omitempty"`
	Min        *decimal        `json:"min,omitempty"`
	Max        *decimal        `json:"max,omitempty"`
	Mean       *decimal        `json:"mean,omitempty"`
	Taper      *decimal        `json:"taper,omitempty"`
	OutOfRound *decimal        `json:"out_of_round,omitempty"`
	Shape      string          `json:"shape,omitempty"`
	Oval       *ovalDoc        `json:"oval,omitempty"`
	Pooled     *pooledDoc      `json:"oval_pooled,omitempty"`
	SizeClass  *decimal        `json:"size_class,omitempty"`
	Wear       *wearDoc        `json:"wear,omitempty"`
	Ledge      *decimal        `json:"ledge,omitempty"`
	TIR        *decimal        `json:"tir,omitempty"`
	TIRAxis    *decimal        `json:"tir_axis,omitempty"`
	Throw      *decimal        `json:"throw,omitempty"`
	Angle      *decimal        `json:"angle,omitempty"`
	Ovality    *decimal        `json:"ovality,omitempty"`
	Lobes      *decimal        `json:"lobes,omitempty"`
	At0        *decimal        `json:"at_0,omitempty"`
	At180      *decimal        `json:"at_180,omitempty"`
	Feeler     *decimal        `json:"feeler,omitempty"`
	Spread     *decimal        `json:"spread,omitempty"`
	Return     *decimal        `json:"return,omitempty"`
	Largest    *decimal        `json:"largest,omitempty"`
	Stale      bool            `json:"stale,omitempty"`
	Void       bool            `json:"void,omitempty"`
	Checks     []checkDoc      `json:"checks"`
	Notes      []reasonDoc     `json:"notes,omitempty"`
}

// A reasonDoc is one thing said, with its sentence.
type reasonDoc struct {
	Code    string           `json:"code"`
	Feature *disposition.Ref `json:"feature,omitempty"`
	Text    string           `json:"text"`
}

type cellDoc struct {
	Station   string  `json:"station"`
	Direction decimal `json:"direction"`
}

type ovalDoc struct {
	Size     decimal `json:"size"`
	Angle    decimal `json:"angle"`
	Station  string  `json:"station"`
	Residual decimal `json:"residual"`
}

type pooledDoc struct {
	Size  decimal `json:"size"`
	Angle decimal `json:"angle"`
}

type wearDoc struct {
	Reference decimal `json:"reference"`
	Min       decimal `json:"min"`
	Max       decimal `json:"max"`
}

type checkDoc struct {
	Name    limit.CheckName `json:"name"`
	Value   decimal         `json:"value"`
	Limit   *decimal        `json:"limit,omitempty"`
	Verdict limit.Verdict   `json:"verdict"`
	U       decimal         `json:"u"`
	Source  limit.Source    `json:"source,omitempty"`
	Chance  *float64        `json:"chance,omitempty"`
}

// An askDoc is what would settle a set; a cell is its station and its direction.
type askDoc struct {
	What     disposition.AskKind `json:"what"`
	Feature  disposition.Ref     `json:"feature"`
	Cells    [][]any             `json:"cells,omitempty"`
	Readings int                 `json:"readings,omitempty"`
	Division *decimal            `json:"division,omitempty"`
	After    disposition.Action  `json:"after,omitempty"`
}

// A memberDoc is what happens to one part of a set.
type memberDoc struct {
	Feature  disposition.Ref    `json:"feature"`
	Action   disposition.Action `json:"action"`
	Step     decimal            `json:"step"`
	Shell    decimal            `json:"shell"`
	Finished *spanDoc           `json:"finished,omitempty"`
}

type unseenDoc struct {
	Check   disposition.UnseenCheck `json:"check"`
	Feature *disposition.Ref        `json:"feature"`
	Why     disposition.UnseenCause `json:"why"`
	Text    string                  `json:"text"`
}

type spanDoc struct {
	Min decimal `json:"min"`
	Max decimal `json:"max"`
}

type fitDoc struct {
	Kind       part.Fit          `json:"kind"`
	Number     int               `json:"number"`
	Basis      disposition.Basis `json:"basis"`
	Used       bool              `json:"used"`
	Void       string            `json:"void,omitempty"`
	Stale      bool              `json:"stale,omitempty"`
	UsedShells bool              `json:"used_shells,omitempty"`
	Clearance  spanDoc           `json:"clearance"`
	Window     *spanDoc          `json:"window,omitempty"`
	Shell      decimal           `json:"shell"`
	Verdict    limit.Verdict     `json:"verdict"`
	Journal    int               `json:"journal,omitempty"`
	Mate       part.Kind         `json:"mate,omitempty"`
	Component  string            `json:"component,omitempty"`
}

type setDoc struct {
	Set         part.Set           `json:"set"`
	Component   string             `json:"component,omitempty"`
	Action      disposition.Action `json:"action"`
	SizeClass   decimal            `json:"size_class"`
	Step        decimal            `json:"step"`
	Shell       decimal            `json:"shell"`
	Method      disposition.Method `json:"method,omitempty"`
	Provisional bool               `json:"provisional"`
	Mixed       bool               `json:"mixed"`
	Checks      []checkDoc         `json:"checks,omitempty"`
	Reasons     []reasonDoc        `json:"reasons"`
	Options     []optionDoc        `json:"options"`
	Ladder      []rungDoc          `json:"ladder,omitempty"`
	Unmeasured  []disposition.Ref  `json:"unmeasured,omitempty"`
	Bend        form.Course        `json:"bend,omitempty"`
	Members     []memberDoc        `json:"members"`
	Asks        []askDoc           `json:"asks,omitempty"`
	NotSeen     []unseenDoc        `json:"not_seen,omitempty"`
}

type optionDoc struct {
	Action     disposition.Action `json:"action"`
	Step       decimal            `json:"step"`
	Shell      decimal            `json:"shell"`
	Method     disposition.Method `json:"method,omitempty"`
	Feasible   bool               `json:"feasible"`
	Reasons    []reasonDoc        `json:"reasons"`
	Sizes      []sizeDoc          `json:"sizes,omitempty"`
	Clearances []afterDoc         `json:"clearances,omitempty"`
	Each       []memberDoc        `json:"each,omitempty"`
	Cut        *decimal           `json:"cut,omitempty"`
}

type sizeDoc struct {
	Feature disposition.Ref `json:"feature"`
	Size    decimal         `json:"size"`
	Kept    bool            `json:"kept,omitempty"`
	Sleeved bool            `json:"sleeved,omitempty"`
	MateNew bool            `json:"mate_new,omitempty"`
	Window  *spanDoc        `json:"window,omitempty"`
	Play    *spanDoc        `json:"play,omitempty"`
}

type afterDoc struct {
	Feature   disposition.Ref `json:"feature"`
	Clearance spanDoc         `json:"clearance"`
	Window    *spanDoc        `json:"window,omitempty"`
	Shell     decimal         `json:"shell"`
	Verdict   limit.Verdict   `json:"verdict"`
	Rod       int             `json:"rod,omitempty"`
}

type rungDoc struct {
	Feature     disposition.Ref `json:"feature"`
	Smallest    decimal         `json:"smallest"`
	Largest     decimal         `json:"largest"`
	Middle      decimal         `json:"middle"`
	Bend        decimal         `json:"bend"`
	Allowance   decimal         `json:"allowance"`
	Cleans      decimal         `json:"cleans"`
	OtherSchool *decimal        `json:"other_school,omitempty"`
}

// WriteResult writes the result of an inspection as a ledge.result/1 document, in the inspection's unit.
func WriteResult(w io.Writer, in *inspection.Inspection, result disposition.Result) error {
	encoder := json.NewEncoder(w)
	encoder.SetIndent("", "  ")
	encoder.SetEscapeHTML(false)
	if err := encoder.Encode(newWriter(in).document(result)); err != nil {
		return fmt.Errorf("write %s: %w", ResultFormat, err)
	}
	return nil
}

// A writer turns exact lengths into decimals of the document's unit.
type writer struct {
	in    *inspection.Inspection
	words words.Speaker
}

func newWriter(in *inspection.Inspection) writer { return writer{in, words.In(in.Unit)} }

func (w writer) length(l unit.Length) decimal { return decimal(l.Format(w.in.Unit)) }

func (w writer) pointer(l *unit.Length) *decimal {
	if l == nil {
		return nil
	}
	d := w.length(*l)
	return &d
}

func (w writer) clearance(c fit.Clearance) spanDoc { return spanDoc{w.length(c.Min), w.length(c.Max)} }

func (w writer) window(r *limit.Range) *spanDoc {
	if r == nil {
		return nil
	}
	return &spanDoc{w.length(r.Min), w.length(r.Max)}
}

func each[A, B any](items []A, convert func(A) B) []B {
	out := make([]B, len(items))
	for i, item := range items {
		out[i] = convert(item)
	}
	return out
}

func (w writer) document(result disposition.Result) resultDoc {
	doc := resultDoc{Format: ResultFormat, Unit: w.in.Unit, Features: make([]featureDoc, len(result.Features))}
	for i := range result.Features {
		doc.Features[i] = w.feature(&w.in.Features[i], &result.Features[i])
	}
	doc.Fits = each(result.Fits, w.fit)
	doc.Sets = each(result.Sets, w.set)
	return doc
}

func (w writer) feature(f *inspection.Feature, found *inspection.Finding) featureDoc {
	doc := featureDoc{
		Kind: found.Kind, Number: found.Number, State: found.State, Component: found.Component,
		Complete: found.Complete, Look: f.Look,
		Min: w.pointer(found.Min), Max: w.pointer(found.Max), Mean: w.pointer(found.Mean),
		Taper: w.pointer(found.Taper), OutOfRound: w.pointer(found.OutOfRound), Shape: string(found.Shape),
		SizeClass: w.pointer(found.SizeClass), Largest: w.pointer(found.Largest), Ledge: w.pointer(found.Ledge),
		Stale: found.Stale, Void: found.Void, Checks: each(found.Checks, w.check),
	}
	for _, n := range found.Notes {
		// it stands in the feature that it is of
		doc.Notes = append(doc.Notes, reasonDoc{Code: n.Code, Text: w.words.Say(n)})
	}
	for _, cell := range found.Missing {
		doc.Missing = append(doc.Missing,
			cellDoc{f.Stations[cell.Station], decimal(f.Directions[cell.Direction].Format())})
	}
	if o := found.Oval; o != nil {
		doc.Oval = &ovalDoc{w.length(o.Size), decimal(o.Angle.Format()), f.Stations[o.Station], w.length(o.Residual)}
	}
	if o := found.Pooled; o != nil {
		doc.Pooled = &pooledDoc{w.length(o.Size), decimal(o.Angle.Format())}
	}
	if wear := found.Wear; wear != nil {
		doc.Wear = &wearDoc{w.length(wear.Reference), w.length(wear.Min), w.length(wear.Max)}
	}
	if r := found.Runout; r != nil {
		doc.TIR, doc.Throw, doc.Ovality = w.pointer(&r.TIR), w.pointer(&r.Throw), w.pointer(r.Ovality)
		doc.Lobes = w.pointer(r.Lobes)
		doc.TIRAxis = w.pointer(r.TIRAxis)
		if r.Angle != nil {
			angle := decimal(r.Angle.Format())
			doc.Angle = &angle
		}
	}
	if e := found.EndFloat; e != nil {
		doc.At0, doc.At180, doc.Feeler = w.pointer(e.At0), w.pointer(e.At180), w.pointer(e.Feeler)
		doc.Spread, doc.Return = w.pointer(&e.Spread), w.pointer(&e.Return)
	}
	return doc
}

func (w writer) check(c limit.Check) checkDoc {
	return checkDoc{c.Name, w.length(c.Value), w.pointer(c.Limit), c.Verdict, w.length(c.U), c.Source, c.Chance}
}

func (w writer) fit(f disposition.Fit) fitDoc {
	void := ""
	if f.Void {
		void = w.words.Say(f.WhyVoid())
	}
	return fitDoc{f.Kind, f.Number, f.Basis, f.Used, void, f.Stale, f.UsedShells, w.clearance(f.Clearance),
		w.window(f.Window),
		w.length(f.Shell), f.Verdict, f.Journal, f.Mate, f.Component}
}

func (w writer) set(s disposition.Set) setDoc {
	return setDoc{
		Set: s.Set, Component: s.Component, Action: s.Action, SizeClass: w.length(s.SizeClass),
		Step: w.length(s.Step), Shell: w.length(s.Shell), Method: s.Method,
		Provisional: s.Provisional, Mixed: s.Mixed, Checks: each(s.Checks, w.check),
		Reasons: each(s.Reasons, w.reason),
		Options: each(s.Options, w.option), Ladder: each(s.Ladder, w.rung), Unmeasured: s.Unmeasured,
		Asks: each(s.Asks, w.ask), Bend: s.Bend, Members: each(s.Members, w.member),
		NotSeen: each(s.NotSeen, func(u disposition.Unseen) unseenDoc {
			return unseenDoc{u.Check, u.Feature, u.Why, w.words.Say(u.Says)}
		}),
	}
}

func (w writer) ask(a disposition.Ask) askDoc {
	doc := askDoc{What: a.What, Feature: a.Feature, Readings: a.Readings, After: a.After}
	if a.Division > 0 {
		doc.Division = w.pointer(&a.Division)
	}
	for _, place := range a.Places() {
		direction := any(nil)
		if place[1] != "" {
			direction = decimal(place[1])
		}
		doc.Cells = append(doc.Cells, []any{place[0], direction})
	}
	for _, line := range a.Lines {
		doc.Cells = append(doc.Cells, []any{line})
	}
	return doc
}

func (w writer) member(t disposition.Treatment) memberDoc {
	return memberDoc{t.Feature, t.Action, w.length(t.Step), w.length(t.Shell), w.window(t.Finished)}
}

func (w writer) option(o disposition.Option) optionDoc {
	return optionDoc{
		Each:   each(o.Each, w.member),
		Cut:    w.pointer(o.Cut),
		Action: o.Action, Step: w.length(o.Step), Shell: w.length(o.Shell), Method: o.Method,
		Feasible: o.Feasible, Reasons: each(o.Reasons, w.reason),
		Sizes: each(o.Sizes, func(s disposition.FinishedSize) sizeDoc {
			return sizeDoc{s.Feature, w.length(s.Size), s.Kept, s.Sleeved, s.MateNew, w.window(s.Window),
				w.window(s.Play)}
		}),
		Clearances: each(o.Clearances, func(a disposition.After) afterDoc {
			return afterDoc{a.Feature, w.clearance(a.Clearance), w.window(a.Window), w.length(a.Shell),
				a.Verdict, a.Rod}
		}),
	}
}

func (w writer) reason(r disposition.Reason) reasonDoc {
	return reasonDoc{r.Code, r.Feature, w.words.Say(r)}
}

func (w writer) rung(r disposition.Rung) rungDoc {
	return rungDoc{r.Feature, w.length(r.Smallest), w.length(r.Largest), w.length(r.Middle), w.length(r.Bend),
		w.length(r.Allowance), w.length(r.Cleans), w.pointer(r.OtherSchool)}
}
