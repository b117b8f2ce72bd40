package shop

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/part"
	"ledge/internal/store"
)

// Wait is what a job waits for.
type Wait string

// What a job can wait for, in the order of work; what is out of the house comes first.
const (
	ForShop    Wait = "shop"    // a sheet is with a machine or another shop
	ForMeasure Wait = "measure" // parts to be read
	ForAgain   Wait = "again"   // places to be read again
	ForLimits  Wait = "limits"  // nothing can be decided without any
	ForDecide  Wait = "decide"  // sets to be signed
	ForIssue   Wait = "issue"   // sheets to be issued
	ForProof   Wait = "prove"   // what came back, to be measured
	ForReport  Wait = "report"  // nothing more than to be handed over
)

// Waits are all of them.
var Waits = closed.New(ForShop, ForMeasure, ForAgain, ForLimits, ForDecide, ForIssue, ForProof, ForReport)

// Waiting is what a job waits for, in short.
type Waiting struct {
	For Wait `json:"for"`
	// Kind is what is measured next, Left how many readings all parts still lack.
	Kind part.Kind `json:"kind,omitempty"`
	Left int       `json:"left,omitempty"`
	// Many counts sets to be signed, sheets to be issued or lines to be proved.
	Many int `json:"many,omitempty"`
	// Sheet is what the one is called that is out, Since when.
	Sheet string `json:"sheet,omitempty"`
	Since string `json:"since,omitempty"`
}

// waits is what a job waits for.
func (v *JobView) waits() Waiting {
	open, issued := 0, false
	for _, o := range v.Orders.Issued {
		if o.Struck {
			continue
		}
		issued = true
		if since := out(o.Events); since != "" {
			return Waiting{For: ForShop, Sheet: o.Body.Title, Since: since}
		}
		for _, p := range o.Proofs {
			if p.Verdict == "open" && !o.Closed {
				open++
			}
		}
	}
	if open > 0 {
		return Waiting{For: ForProof, Many: open}
	}
	if kind, left := v.unread(); left > 0 && !issued {
		return Waiting{For: ForMeasure, Kind: kind, Left: left}
	}
	if len(v.Asked) > 0 {
		return Waiting{For: ForAgain}
	}
	unsigned := 0
	for _, s := range v.Said {
		if !s.Signed {
			unsigned++
		}
	}
	switch sheets := len(v.Orders.Drafts) + len(v.Orders.Unwanted); {
	case len(v.Said) == 0:
		return Waiting{For: ForLimits}
	case unsigned > 0:
		return Waiting{For: ForDecide, Many: unsigned}
	case sheets > 0:
		return Waiting{For: ForIssue, Many: sheets}
	}
	return Waiting{For: ForReport}
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
