package report

import (
	"fmt"
	"math"
	"strings"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// Inspection is the whole record as a PDF: decisions with their reasons, every feature with its
// drawing, strips and verdicts, every reading, the gauges, who and when.
func (j Job) Inspection() ([]byte, error) {
	j.Cost, j.Ready, j.Letter, j.Seen = "", "", nil, nil // the summary's
	p, err := j.page(inspected, "I")
	if err != nil {
		return nil, err
	}
	if len(j.Components) > 0 {
		p.heading(words.Told("paper.components"))
		for _, line := range j.Components {
			p.text(line)
		}
	}
	p.heading(words.Told("paper.decisions"))
	for _, d := range j.Decisions {
		p.decision(d)
	}
	j.proofs(p)
	j.fits(p)
	for i := 0; i < len(j.In.Features); {
		last := i
		for last < len(j.In.Features) && j.In.Features[last].Kind == j.In.Features[i].Kind &&
			j.In.Features[last].State == j.In.Features[i].State {
			last++
		}
		j.group(p, i, last)
		i = last
	}
	p.table("paper.gauges", j.Gauges, named(column{"gauge_name", 46, "L"}, column{"gauge_parts", 52, "L"},
		column{"gauge_due", 24, "L"}, column{"gauge_checked", 36, "L"}, column{"gauge_repeats", 22, "R"}))
	p.heading(words.Told("paper.judged_by"))
	for _, line := range j.judgedBy() {
		p.text(line)
	}
	return p.bytes()
}

// inspected names the paper that is for the shop; the customer's tells nothing of its rules.
const inspected = "inspection"

// chosen is a choice of the policy in words, as it stands within a sentence.
func (j Job) chosen(field string) string {
	f := inspection.PolicyFieldNamed(field)
	word, _ := f.At(&j.In.Policy).(*string)
	return strings.ToLower(words.PolicyChoice(f, *word))
}

func (j Job) page(title, kind string) (*page, error) {
	shown := j
	shown.Address, shown.Made = "", time.Time{}
	name, err := id(j.In.Job.Number, kind, shown)
	if err != nil {
		return nil, err
	}
	foot := deferral()
	if title == inspected {
		foot = words.Told("paper.judged", "limits", j.chosen("limits"), "rule", j.chosen("decision_rule")) + " " + foot
	}
	return newPage(head{title: words.Told("paper." + title), number: j.In.Job.Number, engine: j.In.Job.Engine,
		customer: j.In.Job.Customer,
		id:       name, address: j.Address, foot: foot, made: j.Made, local: j.Local}, j.In.Unit)
}

func (p *page) decision(d Decision) {
	p.room(16)
	p.font("B", 10)
	p.MultiCell(width, 5, words.Told("paper.set", "set", words.Set(d.Set).Title, "way",
		p.speak.Way(d.Set, d.Way)), "", "L", false)
	p.font("", 8.5)
	signed := words.Told("paper.advised")
	if d.Signed != "" {
		signed = words.Told("paper.signed", "who", d.Signed)
	}
	if d.Advice != "" {
		signed = words.Told("paper.overruled", "who", d.Signed, "reason", d.Reason, "advice", d.Advice)
	}
	if d.Cost != "" {
		signed += " " + d.Cost
	}
	p.MultiCell(width, 4.4, signed, "", "L", false)
	for _, r := range d.Reasons {
		p.bullet(r)
	}
	if len(d.NotSeen) > 0 {
		p.MultiCell(width, 4.4, words.Told("paper.not_seen", "what", strings.Join(d.NotSeen, " ")), "", "L", false)
	}
	p.Ln(1.5)
}

// proofs lists what came back against what was ordered.
func (j Job) proofs(p *page) {
	if len(j.Proofs) == 0 {
		return
	}
	p.heading(words.Told("paper.came_back"))
	columns := named(column{"where", 36, "L"}, column{"found", 38, "R"}, column{"ordered", 38, "R"},
		column{"back", 38, "R"}, column{"status", 30, "L"})
	p.titles(columns)
	span := func(r *limit.Range) string {
		if r == nil {
			return "–"
		}
		return between(r.Min, r.Max, p.unit)
	}
	for _, one := range j.Proofs {
		for _, proof := range one.Proofs {
			for _, l := range one.Sheet.Lines {
				if l.Key != proof.Key {
					continue
				}
				status := words.Told("paper." + string(proof.Verdict))
				if reason := one.Accepted[l.Key]; reason != "" {
					status = words.Told("paper.accepted", "status", status, "reason", reason)
				}
				p.row(columns, []string{l.Title, span(proof.Found), p.ordered(l), span(proof.Back), status}, "")
			}
		}
	}
}

func between(least, most unit.Length, s unit.System) string {
	if least == most {
		return least.Show(s)
	}
	return least.Show(s) + " – " + most.Show(s)
}

// fits lists the clearance of every joint, on the basis that decides.
func (j Job) fits(p *page) {
	columns := named(column{"joint", 40, "L"}, column{"clearance", 46, "R"}, column{"window", 46, "R"},
		column{"basis", 24, "L"}, column{"verdict", 24, "L"})
	for i, f := range j.Result.Fits {
		if i == 0 {
			p.heading(words.Told("paper.clearances"))
			p.titles(columns)
		}
		if !f.Used {
			continue
		}
		window := "–"
		if f.Window != nil {
			window = between(f.Window.Min, f.Window.Max, p.unit)
		}
		p.row(columns, []string{words.Joint(f), between(f.Clearance.Min, f.Clearance.Max, p.unit),
			window, words.Basis(f.Basis), words.Verdict(f.Verdict)}, "")
	}
}

// group writes the features of one kind in one state.
func (j Job) group(p *page, from, to int) {
	first := &j.In.Features[from]
	p.heading(words.Told("paper.group", "kinds", words.Plural(first.Kind), "state", words.State(first.State)))
	j.along(p, from, to)
	for i := from; i < to; i++ {
		j.feature(p, i)
	}
}

// feature writes one feature: its shape, its checks as strips, its readings.
func (j Job) feature(p *page, i int) {
	f, found := &j.In.Features[i], &j.Result.Features[i]
	height := 6 + 5.2*float64(len(found.Checks))
	if f.Kind.Grid() {
		height = max(height, 24)
	}
	p.room(height + 5*float64(len(f.Stations)+2))
	top := p.GetY()
	left := margin
	if f.Kind.Grid() {
		p.outline(found, margin+11, top+13)
		left += 26
	}
	p.SetXY(left, top)
	p.font("B", 9.5)
	title := words.Numbered(f.Kind, f.Number)
	if found.Min != nil {
		title += "   " + between(*found.Min, *found.Max, p.unit)
	} else if found.Largest != nil {
		title += "   " + found.Largest.Show(p.unit)
	}
	if found.Look != "" && found.Look != inspection.Smooth {
		title += "   " + words.Look(found.Look)
	}
	p.CellFormat(width-(left-margin), 5, title, "", 2, "L", false, 0, "")
	for _, c := range found.Checks {
		p.strip(left, c)
	}
	p.SetXY(margin, max(p.GetY(), top+height))
	if f.Kind.Grid() {
		p.readings(f)
	} else {
		p.list(f)
	}
	if i < len(j.Taken) {
		t := j.Taken[i]
		p.font("", 7.5)
		p.SetTextColor(90, 90, 100)
		known := ""
		if found.U > 0 && found.Min != nil {
			known = words.Told("paper.known", "size", p.speak.Length(unit.Round(2*found.U)))
		}
		p.MultiCell(width, 3.8, strings.Join(nonEmpty(t.By, t.On, t.Gauge, known, t.Condition), " · "), "",
			"L", false)
		p.SetTextColor(0, 0, 0)
	}
	for _, n := range found.Notes {
		p.bullet(n.Text)
	}
	p.Ln(2)
}

func nonEmpty(texts ...string) []string {
	var kept []string
	for _, t := range texts {
		if t != "" {
			kept = append(kept, t)
		}
	}
	return kept
}

// outline draws the fitted oval, its departure from round enlarged; the enlargement stands beside it.
func (p *page) outline(f *inspection.Finding, x, y float64) {
	const radius = 9.0
	p.SetDrawColor(190, 188, 180)
	p.Circle(x, y, radius, "D")
	p.SetDrawColor(58, 47, 166)
	if f.Oval == nil || f.Mean == nil || *f.Mean == 0 {
		p.SetDrawColor(0, 0, 0)
		return
	}
	// By the limit, as on the screen: a form at its limit takes a tenth of the radius to either side.
	scale := 800.0
	if c := f.Check(limit.CheckOutOfRound); c != nil && c.Limit != nil && *c.Limit > 0 {
		scale = 0.2 * float64(*f.Mean) / float64(*c.Limit)
		p.SetDrawColor(230, 228, 222)
		p.Circle(x, y, radius*0.9, "D")
		p.Circle(x, y, radius*1.1, "D")
		p.SetDrawColor(58, 47, 166)
	}
	departure := float64(f.Oval.Size) / 2 / float64(*f.Mean) * radius * scale
	if departure > 3 {
		scale, departure = scale*3/departure, 3
	}
	var points []fpdf.PointType
	for step := range 72 {
		turn := float64(step) * math.Pi / 36
		r := radius + departure*math.Cos(2*(turn-float64(f.Oval.Angle)/1e6*math.Pi/180))
		points = append(points, fpdf.PointType{X: x + r*math.Sin(turn), Y: y - r*math.Cos(turn)})
	}
	p.SetLineWidth(0.4)
	p.Polygon(points, "D")
	p.SetLineWidth(0.2)
	p.SetDrawColor(0, 0, 0)
	p.font("", 6)
	p.SetXY(x-10, y+radius+0.6)
	p.CellFormat(20, 3, fmt.Sprintf("× %.0f", scale), "", 0, "C", false, 0, "")
}

// strip is one check on a number line: the value, the limit and what the gauge cannot tell.
func (p *page) strip(left float64, c limit.Check) {
	y := p.GetY()
	p.SetXY(left, y)
	p.font("", 8)
	p.CellFormat(34, 5, words.Check(c.Name), "", 0, "L", false, 0, "")
	value, limited := c.Value.Show(p.unit), ""
	if c.Limit != nil {
		value, limited = unit.ShowApart(c.Value, *c.Limit, p.unit)
	}
	p.CellFormat(20, 5, value, "", 0, "R", false, 0, "")
	if c.Limit != nil {
		p.line(left+56, y+2.5, 30, c)
		p.SetXY(left+88, y)
		p.CellFormat(210-margin-left-88, 5,
			words.Told("paper.limit", "limit", limited, "verdict", words.Verdict(c.Verdict), "source",
				words.Source(c.Source)), "", 0, "L", false, 0, "")
	} else {
		p.SetXY(left+58, y)
		p.CellFormat(50, 5, words.Told("paper.no_limit"), "", 0, "L", false, 0, "")
	}
	p.SetXY(left, y+5.2)
}

func (p *page) line(x, y, length float64, c limit.Check) {
	least, most := min(c.Value, *c.Limit), max(c.Value, *c.Limit)
	from, to := float64(least), float64(most)
	if from > 0 && from < 0.5*to {
		from = 0
	}
	pad := max((to-from)*0.25, float64(c.U)*1.5, 1)
	at := func(v unit.Length) float64 { return x + length*(float64(v)-from+pad)/(to-from+2*pad) }
	p.SetDrawColor(190, 188, 180)
	p.Line(x, y, x+length, y)
	p.SetDrawColor(60, 60, 75)
	p.SetLineWidth(0.6)
	p.Line(at(*c.Limit), y-2, at(*c.Limit), y+2)
	p.SetLineWidth(0.2)
	switch c.Verdict {
	case limit.Beyond:
		p.SetFillColor(191, 58, 18)
	case limit.Unsure:
		p.SetFillColor(138, 90, 11)
	default:
		p.SetFillColor(31, 95, 168)
	}
	half := max(0.7, length*float64(c.U)/(to-from+2*pad)/2)
	p.Rect(at(c.Value)-half, y-1.1, 2*half, 2.2, "F")
	p.SetDrawColor(0, 0, 0)
}

// readings is the table of a grid.
func (p *page) readings(f *inspection.Feature) {
	columns := []column{{"", 22, "L"}}
	each := min(24, (width-22)/float64(max(1, len(f.Directions))))
	for _, d := range f.Directions {
		columns = append(columns, column{strings.TrimSuffix(d.Format(), ".0") + "°", each, "R"})
	}
	p.titles(columns)
	for s, row := range f.Cells {
		cells := []string{f.Stations[s]}
		for _, c := range row {
			cells = append(cells, cellText(c, p.unit))
		}
		p.row(columns, cells, "")
	}
}

func cellText(c inspection.Cell, s unit.System) string {
	if len(c.Sizes) == 0 {
		if c.Reason == "" {
			return "–"
		}
		return c.Reason
	}
	texts := make([]string, len(c.Sizes))
	for i, size := range c.Sizes {
		texts[i] = size.Show(s)
	}
	return strings.Join(texts, ", ")
}

// list is what was read of a kind that has no grid.
func (p *page) list(f *inspection.Feature) {
	show := func(name string, lengths []unit.Length, more ...any) {
		if len(lengths) > 0 {
			p.text(words.Told("paper."+name, append(more, "values", p.speak.Lengths(lengths))...))
		}
	}
	l := f.List
	show("read", l.Readings)
	show("turn", l.Indicator)
	show("at_0", l.At0)
	show("at_180", l.At180)
	show("return", l.Return)
	show("feeler", l.Feeler)
	show("vertical", l.Vertical)
	show("sideways", l.Sideways)
	for i, row := range l.Rows {
		show("row", row, "row", i+1)
	}
	for _, line := range l.Lines {
		show("line", []unit.Length{line.Gap}, "line", line.Name)
	}
	for _, end := range []struct {
		name   string
		weight *unit.Mass
	}{{"big_end", l.BigEnd}, {"small_end", l.SmallEnd}} {
		if end.weight != nil {
			p.text(words.Told("paper."+end.name, "values", p.speak.Mass(*end.weight)))
		}
	}
}

// judgedBy says by which limits and which policy everything was judged.
func (j Job) judgedBy() []string {
	var chosen []string
	for i := range inspection.PolicyFields {
		f := &inspection.PolicyFields[i]
		if word, ok := f.At(&j.In.Policy).(*string); ok {
			chosen = append(chosen, words.Told("paper.policy", "field", words.Policy(f).Label, "choice",
				words.PolicyChoice(f, *word)))
		}
	}
	lines := []string{strings.Join(chosen, "; ") + "."}
	for _, kind := range part.AsDecided() {
		limits, ok := j.In.LimitsFor(kind, 0)
		if !ok {
			continue
		}
		var parts []string
		for i := range limit.Fields {
			f := &limit.Fields[i]
			switch v := f.Get(&limits); {
			case !f.Printed:
			case v.Most != nil:
				parts = append(parts, words.LimitPrinted(f)+" "+v.Most.Show(j.In.Unit))
			case v.Span != nil:
				parts = append(parts, words.LimitPrinted(f)+" "+between(v.Span.Min, v.Span.Max, j.In.Unit))
			}
		}
		lines = append(lines, words.Plural(kind)+": "+strings.Join(parts, "; ")+".")
	}
	return lines
}
