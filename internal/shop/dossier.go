package shop

import (
	"bytes"
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/exchange"
	"ledge/internal/report"
	"ledge/internal/shop/cabinet"
	"ledge/internal/store"
	"ledge/internal/words"
)

// jobAddress is where a job is found from outside this machine; empty where the shop has said no
// such address.
func (a *Application) jobAddress(ctx context.Context, id int64) (string, error) {
	public, err := a.Public(ctx)
	if err != nil || public == "" {
		return "", err
	}
	return fmt.Sprintf("%s/jobs/%d", public, id), nil
}

// InspectionPaper is the whole inspection as a PDF.
func (a *Application) InspectionPaper(ctx context.Context, job int64) (exchange.File, error) {
	dossier, err := a.dossier(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	text, err := dossier.Inspection()
	return exchange.FileOf(dossier.In.Job.Number, ".inspection.pdf", report.PDF, text), err
}

// SummaryPaper is the customer's summary as a PDF.
func (a *Application) SummaryPaper(ctx context.Context, job int64) (exchange.File, error) {
	dossier, err := a.dossier(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	return summary(dossier)
}

func summary(dossier report.Job) (exchange.File, error) {
	text, err := dossier.Summary()
	return exchange.FileOf(dossier.In.Job.Number, ".summary.pdf", report.PDF, text), err
}

// Workbook is a job as a spreadsheet, of every component, also of those that do not stand in the engine.
func (a *Application) Workbook(ctx context.Context, job int64) (exchange.File, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	view, err := a.view(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	in, _ := record.Inspection()
	result, err := disposition.EvaluateWithin(ctx, in)
	if err != nil {
		return exchange.File{}, err
	}
	words.In(in.Unit).Result(&result)
	var book bytes.Buffer
	err = exchange.WriteXLSX(&book, in, result, rowsOf(&record), signedTable(view), orderTable(view))
	return exchange.FileOf(record.Job.Number, ".xlsx", exchange.XLSX, book.Bytes()), err
}

// SheetPaper is a sheet that was issued as a PDF.
func (a *Application) SheetPaper(ctx context.Context, id int64, sheet string) (exchange.File, error) {
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return exchange.File{}, err
	}
	i := slices.IndexFunc(record.Orders, func(o store.Order) bool { return o.ID == sheet })
	if i < 0 {
		return exchange.File{}, noSheet
	}
	o, job := record.Orders[i], record.Job
	address, err := a.jobAddress(ctx, id)
	if err != nil {
		return exchange.File{}, err
	}
	if address != "" {
		address += "/orders"
	}
	local, err := a.Papers(ctx)
	if err != nil {
		return exchange.File{}, err
	}
	text, err := report.OrderPaper{Local: local, Address: address, Number: job.Number,
		Customer: job.Customer, Name: job.Engine, Unit: job.Unit,
		Issue: o.Issue, IssuedBy: who(o.IssuedBy, o.FromFile), IssuedAt: moment(o.IssuedAt),
		Struck: o.Has(store.Struck), Body: o.Body}.PDF()
	return exchange.FileOf(job.Number, fmt.Sprintf(".%s-%d.pdf", o.Sheet, o.Issue), report.PDF, text), err
}

// signedTable is every decision ever signed.
func signedTable(view JobView) exchange.Table {
	units := " (" + string(view.Job.Unit) + ")"
	t := exchange.Table{Name: "Signed", Head: []string{"Set", "Action", "Step" + units, "Shell" + units,
		"Method", "Overruled", "Reason", "Signed by", "Signed at"}}
	for _, d := range view.Decided.Decisions {
		t.Rows = append(t.Rows, []any{string(d.Set), string(d.Action), &d.Step, &d.Shell, string(d.Method),
			d.Overruled, d.Reason, who(d.DecidedBy, d.FromFile), d.DecidedAt})
	}
	return t
}

// orderTable is every line of every sheet issued, with what came back.
func orderTable(view JobView) exchange.Table {
	units := " (" + string(view.Job.Unit) + ")"
	t := exchange.Table{Name: "Orders", Head: []string{"Sheet", "Issue", "Struck", "Line", "What", "From" +
		units, "To" + units, "Rough" + units, "Count", "Code", "Proof", "Came back, smallest" + units,
		"Came back, largest" + units}}
	for _, o := range view.Orders.Issued {
		for _, l := range o.Body.Lines {
			row := []any{string(o.Sheet), o.Issue, o.Struck, l.Title, l.What, l.Min, l.Max, l.Rough, l.Count, l.Code}
			if i := slices.IndexFunc(o.Proofs, func(p order.Proof) bool { return p.Key == l.Key }); i >= 0 {
				row = append(row, o.Proofs[i].Verdict)
				if back := o.Proofs[i].Back; back != nil {
					row = append(row, &back.Min, &back.Max)
				}
			}
			t.Rows = append(t.Rows, row)
		}
	}
	return t
}

// who did something, or who a file that was taken in says did: nobody here saw that.
func who(name string, fromFile bool) string {
	if fromFile {
		return words.Told("paper.as_file_says", "name", name)
	}
	return name
}

func moment(at string) time.Time {
	t, _ := time.Parse(time.RFC3339Nano, at) // as the store wrote it
	return t
}

// dossier gathers what the papers of a job say.
func (a *Application) dossier(ctx context.Context, id int64) (report.Job, error) {
	whole, err := a.store.Record(ctx, id)
	if err != nil {
		return report.Job{}, err
	}
	record := whole.With(store.StandIn{})
	view, err := a.view(ctx, id)
	if err != nil {
		return report.Job{}, err
	}
	costs, err := a.weigh(ctx, id, store.StandIn{}, nil)
	if err != nil {
		return report.Job{}, err
	}
	address, err := a.jobAddress(ctx, id)
	if err != nil {
		return report.Job{}, err
	}
	made, err := a.store.LastChange(ctx, id)
	if err != nil {
		return report.Job{}, err
	}
	local, err := a.Papers(ctx)
	if err != nil {
		return report.Job{}, err
	}
	in, index := record.Inspection()
	job := report.Job{Local: local, Address: address, Made: moment(made), In: in,
		Result: disposition.Result{Features: view.Evaluation.Features, Fits: view.Evaluation.Fits}}
	if on := record.Job.PromisedOn; on != nil && *on != "" {
		job.Promised = local.Day(*on)
	}
	job.Components = componentLines(whole, local)
	if job.Gauges, err = a.gaugeLines(ctx, id, local, words.In(in.Unit)); err != nil {
		return report.Job{}, err
	}
	for _, i := range index {
		job.Taken = append(job.Taken, takenOf(&record, &record.Features[i], local))
	}
	for _, f := range view.Walk.Findings {
		job.Findings = append(job.Findings, f.Text)
		if plain := words.Plain(f); plain != "" {
			job.Seen = append(job.Seen, plain)
		}
	}
	if costs.Entered && len(costs.Choices) == len(view.result.Sets) {
		job.Cost, job.Ready = local.Money(int64(costs.Cost), costs.Currency), local.Day(costs.Ready)
	}
	for _, set := range view.result.Sets {
		job.Decisions = append(job.Decisions, decisionOf(view, set, local))
	}
	for i, set := range view.result.Sets {
		d := job.Decisions[i]
		d.Advice, d.Reasons = "", nil
		for _, r := range set.Letter(d.Way) {
			d.Reasons = append(d.Reasons, words.In(in.Unit).Letter(r))
		}
		job.Letter = append(job.Letter, d)
	}
	for _, o := range view.Orders.Issued {
		if o.Struck || len(o.Proofs) == 0 {
			continue
		}
		p := report.Proof{Sheet: o.Body, Proofs: o.Proofs, Accepted: map[string]string{}}
		for _, l := range o.Body.Lines {
			if e := o.Last(l.Key, store.Accepted, store.SentBack); e != nil && e.What == store.Accepted {
				p.Accepted[l.Key] = e.Reason
			}
		}
		job.Proofs = append(job.Proofs, p)
	}
	return job, nil
}

// componentLines say what the job is made of, where that is more than what came.
func componentLines(r store.Record, local words.Local) (lines []string) {
	stands := r.Stands()
	several := false
	for _, c := range r.Components {
		name := c.Name()
		if c.Stamp != "" {
			name = words.Told("paper.stamped", "component", name, "stamp", c.Stamp)
		}
		standing, in := stands[c.Of]
		switch {
		case c.Retired != nil:
			lines = append(lines, words.Told("paper.retired", "component", name, "who",
				who(c.Retired.SaidBy, c.Retired.FromFile),
				"when", local.Moment(moment(c.Retired.SaidAt)), "other", inPlaceOf(r, c), "reason", c.Retired.Reason))
		case in && standing == c.Tag:
			lines = append(lines, words.Told("paper.in_engine", "component", name))
		default:
			lines = append(lines, words.Told("paper.beside", "component", name))
		}
		several = several || c.Tag != "" || c.Retired != nil
	}
	if !several {
		return nil
	}
	return lines
}

// inPlaceOf names what took the place of a retired component; empty where nothing did.
func inPlaceOf(r store.Record, c store.Component) string {
	for _, other := range r.Components {
		if c.Retired.For != nil && other.ID == *c.Retired.For {
			return other.Name()
		}
	}
	return ""
}

// decisionOf is a set as signed, or as advised.
func decisionOf(view JobView, set disposition.Set, local words.Local) report.Decision {
	d := report.Decision{Set: set.Set, Way: set.Way}
	var told []say.Reason
	for _, r := range words.In(view.Job.Unit).Gather(set.Reasons) {
		if r.Row().Role != say.Remark && !slices.ContainsFunc(told, r.Same) {
			told = append(told, r)
			d.Reasons = append(d.Reasons, r.Text)
		}
	}
	speak := words.In(view.Job.Unit)
	for _, m := range set.Members {
		if m.Action != set.Action && set.Action.Decides() {
			d.Reasons = append(d.Reasons, speak.Member(m))
		}
	}
	var unseen []say.Reason
	for _, u := range set.NotSeen {
		unseen = append(unseen, u.Says)
	}
	for _, r := range speak.Gather(unseen) {
		d.NotSeen = append(d.NotSeen, r.Text)
	}
	for _, s := range view.Decided.Signed {
		if s.Set != set.Set {
			continue
		}
		d.Signed, d.Reason = words.Told("paper.signature", "who", who(s.DecidedBy, s.FromFile), "when",
			local.Moment(moment(s.DecidedAt))), s.Reason
		if s.Overruled {
			d.Advice = words.In(view.Job.Unit).Way(set.Set, set.Way)
		}
		d.Way = s.Way
	}
	return d
}

// gaugeLines are the shop's instruments that a job was read with, each with its due day, its last check and what it
// repeats to.
func (a *Application) gaugeLines(ctx context.Context, id int64, local words.Local,
	speak words.Speaker) (lines [][]string, err error) {
	shelf, err := a.store.Shelf(ctx, id)
	if err != nil {
		return nil, err
	}
	for _, e := range shelf.Instruments {
		o := e.Owned()
		var parts []string
		for _, kind := range shelf.With(e.ID) {
			parts = append(parts, words.Kind(part.Kind(kind)).Plural)
		}
		due, checked, repeats := "", words.Told("paper.gauge_unchecked"), ""
		if o.Facts.Due != "" {
			due = local.ShortDay(o.Facts.Due)
		}
		if n := len(o.Checks); n > 0 {
			checked = words.Told("paper.gauge_found", "on", local.Date(moment(o.Checks[n-1].At)), "off",
				speak.Length(o.Checks[n-1].Found))
		}
		if u := o.Repeatability("", cabinet.Today()); u != nil {
			repeats = speak.Length(*u)
		}
		name := strings.TrimSpace(o.Facts.Name + " " + o.Facts.Tag)
		lines = append(lines, []string{name, strings.Join(parts, ", "), due, checked, repeats})
	}
	return lines, nil
}

// gaugesOf names the gauges of the readings that hold.
func gaugesOf(record *store.Record, f *store.Feature) (names []string) {
	for _, r := range f.Tape {
		if r.SupersededBy != nil || r.Value == nil {
			continue
		}
		name := words.Told("paper.gauge_unknown")
		if instrument := record.InstrumentOf(f, r); instrument != "" {
			name = strings.ToLower(words.Gauge(instrument))
		}
		division := f.GaugeDivision
		if g := record.GaugeOf(r); g != nil {
			division = &g.Division
			if g.Named != "" {
				name = g.Named
			}
		}
		if division != nil {
			name = words.Told("paper.gauge", "gauge", name, "division", words.In(record.Job.Unit).Length(*division))
		}
		if !slices.Contains(names, name) {
			names = append(names, name)
		}
	}
	return names
}

// takenOf says who measured a feature, when, and with what.
func takenOf(record *store.Record, f *store.Feature, local words.Local) report.Taken {
	var t report.Taken
	var names []string
	for _, r := range f.Tape {
		if name := who(r.TakenBy, r.FromFile); r.SupersededBy == nil && !slices.Contains(names, name) {
			names = append(names, name)
		}
		t.On = local.Date(moment(r.TakenAt))
	}
	t.By = strings.Join(names, ", ")
	if f.Kind.Quantity() != part.Weight {
		t.Gauge = strings.Join(gaugesOf(record, f), "; ")
	}
	return t
}
