package shop

import (
	"context"
	"net/url"
	"slices"
	"strings"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/report"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// A piece is what is wrapped and labelled as one: a component, or of rods and pistons one of them.
type piece struct {
	of     part.Component
	tag    string
	number int
}

// pieceOf is the piece that a part belongs to.
func pieceOf(f *store.Feature) piece {
	row := f.Kind.Row()
	p := piece{of: row.Component, tag: f.Component}
	if (p.of == part.Rods || p.of == part.Pistons) && row.Step != part.AtFits {
		p.number = f.Number
	}
	return p
}

// name is the piece in words: "Rod 3", "Crankshaft (spare)".
func (p piece) name() string {
	if p.number > 0 {
		return words.Told("label."+string(p.of), "number", p.number) + store.Tagged(p.tag)
	}
	return words.Component(p.of) + store.Tagged(p.tag)
}

// Labels are labels for what was measured, each a page of its own for a label printer or a page of them;
// of one component, or of one rod or piston, where it is named.
func (a *Application) Labels(ctx context.Context, job int64, of part.Component, tag string, number int,
	roll bool) (exchange.File, error) {
	view, err := a.view(ctx, job)
	if of != "" && err == nil {
		view, err = a.viewWith(ctx, job, of, tag)
	}
	if err != nil {
		return exchange.File{}, err
	}
	address, err := a.jobAddress(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	local, err := a.Papers(ctx)
	if err != nil {
		return exchange.File{}, err
	}
	changed, err := a.store.LastChange(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	made := moment(changed)
	var labels []report.Label
	for _, one := range view.pieces() {
		if of != "" && one.of != of || number > 0 && one.number != number {
			continue
		}
		l := view.label(one)
		l.On, l.Code = local.Date(made), view.Job.Number+" "+l.Piece
		if address != "" {
			if l.Code = address; one.tag != "" {
				l.Code += "?" + url.Values{"of": {string(one.of)}, "tag": {one.tag}}.Encode()
			}
		}
		labels = append(labels, l)
	}
	if len(labels) == 0 {
		return exchange.File{}, refuse.Conflict(words.Told("conflict.no_labels"))
	}
	text, err := report.Labels(labels, roll, made, view.Job.Unit)
	return exchange.FileOf(view.Job.Number, ".labels.pdf", report.PDF, text), err
}

// pieces are those of which anything was measured, in the order of work.
func (v JobView) pieces() (all []piece) {
	for i := range v.Features {
		f := &v.Features[i]
		if p := pieceOf(&f.Feature); f.Finding >= 0 && f.Kind.Row().Step != part.AtFits && !slices.Contains(all, p) {
			all = append(all, p)
		}
	}
	return all
}

// label is what stands on a piece: the sizes of its parts as they are now, a line a kind.
func (v JobView) label(p piece) report.Label {
	l := report.Label{Piece: p.name(), Job: v.Job.Number + " " + v.Job.Engine}
	var states []string
	for _, row := range part.All() {
		if row.Quantity != part.Size || row.Step == part.AtFits {
			continue
		}
		var sizes []unit.Length
		parts := 0
		for _, f := range v.latest(row.Kind, p) {
			found := &v.Evaluation.Features[f.Finding]
			if found.Min == nil || found.Max == nil {
				continue
			}
			sizes = append(sizes, *found.Min, *found.Max)
			parts++
			if state := words.State(f.State); !slices.Contains(states, state) {
				states = append(states, state)
			}
		}
		if parts == 0 {
			continue
		}
		name, least, most := words.Plural(row.Kind), slices.Min(sizes), slices.Max(sizes)
		if parts == 1 {
			name = words.Title(row.Kind)
		}
		size := most.Show(v.Job.Unit)
		if low := least.Show(v.Job.Unit); low != size {
			size = low + " – " + size
		}
		l.Lines = append(l.Lines, size+" "+string(v.Job.Unit)+"  "+name) // a long name may be cut off, a size not
	}
	l.State = strings.Join(states, ", ")
	return l
}

// latest are the parts of a kind that belong to a piece, each as it was measured last.
func (v JobView) latest(kind part.Kind, p piece) []*FeatureView {
	var all []*FeatureView
	for i := range v.Features {
		f := &v.Features[i]
		if f.Kind != kind || f.Finding < 0 || pieceOf(&f.Feature) != p {
			continue
		}
		if at := slices.IndexFunc(all, func(o *FeatureView) bool { return o.Number == f.Number }); at >= 0 {
			all[at] = f
			continue
		}
		all = append(all, f)
	}
	return all
}
