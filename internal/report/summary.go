package report

import (
	"fmt"

	"ledge/internal/core/disposition"
	"ledge/internal/core/unit"
)

// Summary is what the customer gets, in plain words.
func (j Job) Summary() ([]byte, error) {
	p, err := j.page("What we found, and what we will do", "S")
	if err != nil {
		return nil, err
	}
	p.text(fmt.Sprintf("We measured %d parts of your engine, %s.", j.measured(), j.In.Job.Engine))
	if len(j.Seen) > 0 {
		p.heading("Seen before measuring")
		for _, f := range j.Seen {
			p.bullet(f)
		}
	}
	p.heading("Part by part")
	for _, d := range j.Letter {
		p.room(14)
		p.font("B", 10.5)
		p.MultiCell(width, 5.4, SetName(d.Set)+": "+Plainly(d, p.unit), "", "L", false)
		for _, why := range d.Reasons {
			p.text(why)
		}
		if d.Reason != "" {
			p.text(d.Reason)
		}
		p.Ln(2)
	}
	if j.Cost != "" {
		p.heading("Cost and date")
		p.text("As decided the work and parts come to " + j.Cost + " and can be ready on " + j.Ready + ".")
		if j.Promised != "" {
			p.text("We had promised " + j.Promised + ".")
		}
	}
	if open := j.missed(); open != "" {
		p.heading("What came back from the shop")
		p.text(open)
	}
	p.Ln(6)
	p.text("The full inspection with every reading is kept in the shop under job " + j.In.Job.Number + ".")
	return p.bytes()
}

func (j Job) measured() int {
	n := 0
	for i := range j.In.Features {
		if j.In.Features[i].State == "as_found" {
			n++
		}
	}
	return n
}

// Plainly says a decision as one would over the counter.
func Plainly(d Decision, s unit.System) string {
	switch d.Way.Action {
	case disposition.Reuse:
		if d.Way.Shell == 0 {
			if d.Set.Row().Single {
				return "good as it is"
			}
			return "good as they are"
		}
	case disposition.Measure, disposition.Remeasure:
		return "not decided yet, " + Way(d.Set, d.Way, s)
	}
	return Way(d.Set, d.Way, s)
}

// missed sums up the proofs.
func (j Job) missed() string {
	within, missed, open := 0, 0, 0
	for _, sheet := range j.Proofs {
		for _, p := range sheet.Proofs {
			switch {
			case p.Verdict == "within" || sheet.Accepted[p.Key] != "":
				within++
			case p.Verdict == "missed":
				missed++
			default:
				open++
			}
		}
	}
	if within+missed+open == 0 {
		return ""
	}
	return fmt.Sprintf("Everything machined is measured again before it goes back to you: %d as ordered, %d not as ordered, %d still to be measured.", within, missed, open)
}
