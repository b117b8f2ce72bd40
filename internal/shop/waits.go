package shop

import (
	"cmp"
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/store"
)

// Wait is what a job waits for.
type Wait string

// What a job can wait for, in the order in which it is done; what is out of the house comes first.
const (
	ForShop    Wait = "shop"    // a sheet is with a machine or another shop
	ForMeasure Wait = "measure" // parts to be read
	ForAgain   Wait = "again"   // places to be read again
	ForLimits  Wait = "limits"  // nothing can be decided without any
	ForDecide  Wait = "decide"  // sets to be signed
	ForIssue   Wait = "issue"   // sheets to be issued
	ForProof   Wait = "prove"   // what came back, to be measured
	ForBuild   Wait = "build"   // it is begun to be built
	ForReport  Wait = "report"  // nothing more than to be handed over
)

// Waits are all of them.
var Waits = closed.New(ForShop, ForMeasure, ForAgain, ForLimits, ForDecide, ForIssue, ForProof, ForBuild, ForReport)

// Waiting is one thing that a job waits for, in short.
type Waiting struct {
	For Wait `json:"for"`
	// Kind is what is measured next, Left how many readings all parts still lack.
	Kind part.Kind `json:"kind,omitempty"`
	Left int       `json:"left,omitempty"`
	// Many counts sets to be signed, sheets to be issued or lines to be proved.
	Many int `json:"many,omitempty"`
	// Set is the first to be signed, Line the key of the first line to be proved.
	Set  part.Set `json:"set,omitempty"`
	Line string   `json:"line,omitempty"`
	// Sheet is what the one is called that is out, Since when.
	Sheet string `json:"sheet,omitempty"`
	Since string `json:"since,omitempty"`
}

// waiting is everything that a job waits for, in the order in which it is done: the one answer to what is next, for the
// shop's list and for whoever has finished something. What to measure next depends on how somebody goes.
func (v *JobView) waiting() (open []Waiting) {
	prove, issued := Waiting{For: ForProof}, false
	for _, o := range v.Orders.Issued {
		if o.Struck {
			continue
		}
		issued = true
		if since := out(o.Events); since != "" {
			open = append(open, Waiting{For: ForShop, Sheet: o.Body.Title, Since: since})
		}
		for _, p := range o.Proofs {
			if p.Verdict == order.ProofOpen && !o.Closed {
				prove.Many++
				prove.Line = cmp.Or(prove.Line, p.Key)
			}
		}
	}
	if kind, left := v.unread(); left > 0 && !issued {
		open = append(open, Waiting{For: ForMeasure, Kind: kind, Left: left})
	}
	if len(v.Asked) > 0 {
		open = append(open, Waiting{For: ForAgain})
	}
	sign := Waiting{For: ForDecide}
	for _, s := range v.Said {
		if !s.Signed {
			sign.Many++
			if sign.Set == "" && s.Action.Decides() {
				sign.Set = s.Set
			}
		}
	}
	switch {
	case len(v.Said) == 0:
		open = append(open, Waiting{For: ForLimits})
	case sign.Many > 0:
		open = append(open, sign)
	}
	if sheets := len(v.Orders.Drafts) + len(v.Orders.Unwanted); sheets > 0 {
		open = append(open, Waiting{For: ForIssue, Many: sheets})
	}
	if prove.Many > 0 {
		open = append(open, prove)
	}
	if v.Building != nil && v.Building.Begun && !v.Building.Signed {
		open = append(open, Waiting{For: ForBuild})
	}
	return append(open, Waiting{For: ForReport})
}

// out is since when a sheet is out; empty where it is not.
func out(events []store.OrderEvent) (since string) {
	for _, e := range events {
		switch {
		case e.Line != "":
		case e.What == store.Sent:
			since = e.SaidAt
		case e.What == store.Unsent, e.What == store.Returned:
			since = ""
		case e.What == store.Unreturned:
			since = e.SaidAt
		}
	}
	return since
}

// unread is the first kind in the order of work that parts of are not read whole, and how many readings all lack.
func (v *JobView) unread() (first part.Kind, left int) {
	at := len(part.Steps.All())
	for i := range v.Features {
		f := &v.Features[i]
		step := part.Steps.Rank(f.Kind.Row().Step)
		if f.Kind.Row().Step == part.AtFits && !slices.Contains(v.Job.Came, f.Kind.Row().Component) {
			continue
		}
		read := map[[2]int]bool{}
		for _, r := range f.Tape {
			if r.SupersededBy == nil && r.What != store.Clear {
				read[[2]int{r.Station, r.Direction}] = true
			}
		}
		lacks := 0
		for _, cell := range f.ByStation {
			if !read[[2]int{cell.Station, cell.Direction}] {
				lacks++
			}
		}
		if lacks > 0 && step < at {
			first, at = f.Kind, step
		}
		left += lacks
	}
	return first, left
}
