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
)

// Inspection is the whole record as a PDF: decisions with their reasons, every feature with its drawing, strips and verdicts, every
// reading, the gauges, who and when.
func (j Job) Inspection() ([]byte, error) {
	j.Cost, j.Ready, j.Letter, j.Seen = "", "", nil, nil // the summary's
	p, err := j.page("Inspection", "I")
	if err != nil {
		return nil, err
	}
	if len(j.Components) > 0 {
		p.heading("Components")
		for _, line := range j.Components {
			p.text(line)
		}
	}
	p.heading("Decisions")
	for _, d := range j.Decisions {
		p.decision(d)
	}
	j.proofs(p)
	j.fits(p)
	for i := 0; i < len(j.In.Features); {
		last := i
		for last < len(j.In.Features) && j.In.Features[last].Kind == j.In.Features[i].Kind && j.In.Features[last].State == j.In.Features[i].State {
			last++
		}
		j.group(p, i, last)
		i = last
	}
	p.heading("Limits and policy used")
	for _, line := range j.judgedBy() {
		p.text(line)
	}
	return p.bytes()
}

func (j Job) page(title, kind string) (*page, error) {
	shown := j
	shown.Address, shown.Made = "", time.Time{}
	name, err := id(j.In.Job.Number, kind, shown)
	if err != nil {
		return nil, err
	}
	foot := fmt.Sprintf("Judged by the %s limits of the job, decision rule %s. ", j.In.Policy.Limits, j.In.Policy.DecisionRule) + deferral
	return newPage(title, j.In.Job.Number, j.In.Job.Engine, j.In.Job.Customer, name, j.Address, foot, j.Made, j.In.Unit)
}

func (p *page) decision(d Decision) {
	p.room(16)
	p.font("B", 10)
	p.MultiCell(width, 5, SetName(d.Set)+": "+Way(d.Set, d.Way, p.unit), "", "L", false)
	p.font("", 8.5)
	signed := "Advised, not signed."
	if d.Signed != "" {
		signed = "Signed by " + d.Signed + "."
	}
	if d.Advice != "" {
		signed = "Overruled by " + d.Signed + ": “" + d.Reason + "” Advised was: " + d.Advice + "."
	}
	if d.Cost != "" {
		signed += " " + d.Cost
	}
	p.MultiCell(width, 4.4, signed, "", "L", false)
	for _, r := range d.Reasons {
		p.bullet(r)
	}
	p.Ln(1.5)
}

// proofs lists what came back against what was ordered.
func (j Job) proofs(p *page) {
	if len(j.Proofs) == 0 {
		return
	}
	p.heading("What came back")
	columns := []column{{"Where", 36, "L"}, {"As found", 38, "R"}, {"Ordered", 38, "R"}, {"Came back", 38, "R"}, {"Stands", 30, "L"}}
	p.titles(columns)
	span := func(r *limit.Range) string {
		if r == nil {
			return "–"
		}
		return between(r.Min, r.Max, p.unit)
	}
	words := map[string]string{"within": "as ordered", "missed": "MISSED", "open": "not measured"}
	for _, one := range j.Proofs {
		for _, proof := range one.Proofs {
			for _, l := range one.Sheet.Lines {
				if l.Key != proof.Key {
					continue
				}
				stands := words[proof.Verdict]
				if reason := one.Accepted[l.Key]; reason != "" {
					stands += ", accepted: " + reason
				}
				p.row(columns, []string{l.Title, span(proof.Found), p.ordered(l), span(proof.Back), stands}, "")
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
	columns := []column{{"Joint", 40, "L"}, {"Clearance", 46, "R"}, {"Window", 46, "R"}, {"Basis", 26, "L"}, {"Verdict", 22, "L"}}
	for i, f := range j.Result.Fits {
		if i == 0 {
			p.heading("Clearances")
			p.titles(columns)
		}
		if !f.Used {
			continue
		}
		window := "–"
		if f.Window != nil {
			window = between(f.Window.Min, f.Window.Max, p.unit)
		}
		p.row(columns, []string{fmt.Sprintf("%s %d", strings.ToUpper(string(f.Kind[:1]))+string(f.Kind[1:]), f.Number), between(f.Clearance.Min, f.Clearance.Max, p.unit),
			window, string(f.Basis), verdictWords[f.Verdict]}, "")
	}
}

var verdictWords = map[limit.Verdict]string{limit.Within: "within", limit.Beyond: "BEYOND", limit.Unsure: "unsure", limit.NoLimit: "no limit"}

// group writes the features of one kind in one state.
func (j Job) group(p *page, from, to int) {
	first := &j.In.Features[from]
	state := strings.ReplaceAll(first.State, "_", " ")
	p.heading(first.Kind.Title() + "s, " + state)
	for i := from; i < to; i++ {
		j.feature(p, i)
	}
}

// checkNames are checks in words.
var checkNames = map[string]string{"out_of_round": "out-of-round", "size_low": "smallest", "size_high": "largest", "end_float": "end play", "end_float_low": "min. end play"}

func checkName(name string) string {
	if w := checkNames[name]; w != "" {
		return w
	}
	return strings.ReplaceAll(name, "_", " ")
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
	title := f.Name()
	if found.Min != nil {
		title += "   " + between(*found.Min, *found.Max, p.unit)
	} else if found.Largest != nil {
		title += "   " + found.Largest.Show(p.unit)
	}
	if found.Look != "" && found.Look != inspection.Smooth {
		title += "   " + string(found.Look)
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
			known = "a size is known to ± " + unit.Round(2*found.U).Show(p.unit) + " (k = 2)"
		}
		p.MultiCell(width, 3.8, strings.Join(nonEmpty(t.By, t.On, t.Gauge, known, t.Condition), " · "), "", "L", false)
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
	scale := 500.0
	departure := float64(f.Oval.Size) / 2 / (float64(*f.Mean) / 2) * radius * scale
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
	p.CellFormat(34, 5, checkName(c.Name), "", 0, "L", false, 0, "")
	value, limited := c.Value.Show(p.unit), ""
	if c.Limit != nil {
		value, limited = unit.ShowApart(c.Value, *c.Limit, p.unit)
	}
	p.CellFormat(20, 5, value, "", 0, "R", false, 0, "")
	if c.Limit != nil {
		p.line(left+56, y+2.5, 30, c)
		p.SetXY(left+88, y)
		p.CellFormat(210-margin-left-88, 5, "limit "+limited+"  "+verdictWords[c.Verdict]+sourceOf(c), "", 0, "L", false, 0, "")
	} else {
		p.SetXY(left+58, y)
		p.CellFormat(50, 5, "no limit", "", 0, "L", false, 0, "")
	}
	p.SetXY(left, y+5.2)
}

func sourceOf(c limit.Check) string {
	if c.Source == "" {
		return ""
	}
	return " (" + c.Source.Words() + ")"
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
	show := func(name string, lengths []unit.Length) {
		if len(lengths) > 0 {
			texts := make([]string, len(lengths))
			for i, l := range lengths {
				texts[i] = l.Show(p.unit)
			}
			p.text(name + strings.Join(texts, ", "))
		}
	}
	l := f.List
	show("Read: ", l.Readings)
	show("Round the turn: ", l.Indicator)
	show("At 0°: ", l.At0)
	show("At 180°: ", l.At180)
	show("Feeler: ", l.Feeler)
	show("Up and down: ", l.Vertical)
	show("Sideways: ", l.Sideways)
	for i, row := range l.Rows {
		show(fmt.Sprintf("Row %d: ", i+1), row)
	}
	for _, line := range l.Lines {
		p.text(line.Name + ": " + line.Gap.Show(p.unit))
	}
	for _, end := range []struct {
		name   string
		weight *unit.Mass
	}{{"Big end", l.BigEnd}, {"Small end", l.SmallEnd}} {
		if end.weight != nil {
			p.text(end.name + " " + end.weight.Format() + " g")
		}
	}
}

// judgedBy says by which limits and which policy everything was judged.
func (j Job) judgedBy() []string {
	var chosen []string
	for i := range inspection.PolicyFields {
		f := &inspection.PolicyFields[i]
		if word, ok := f.At(&j.In.Policy).(*string); ok && f.Printed != "" {
			chosen = append(chosen, fmt.Sprintf("%s “%s”", f.Printed, *word))
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
			case f.Printed == "":
			case v.Most != nil:
				parts = append(parts, f.Printed+" "+v.Most.Show(j.In.Unit))
			case v.Span != nil:
				parts = append(parts, f.Printed+" "+between(v.Span.Min, v.Span.Max, j.In.Unit))
			}
		}
		lines = append(lines, kind.Title()+": "+strings.Join(parts, "; ")+".")
	}
	return lines
}
