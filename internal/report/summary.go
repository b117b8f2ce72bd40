package report

import (
	"ledge/internal/core/order"
	"ledge/internal/words"
)

// Summary is what the customer gets, in plain words.
func (j Job) Summary() ([]byte, error) {
	p, err := j.page("summary", "S")
	if err != nil {
		return nil, err
	}
	p.text(words.Told("letter.measured", "count", j.measured(), "engine", j.In.Job.Engine))
	if len(j.Seen) > 0 {
		p.heading(words.Told("letter.seen"))
		for _, f := range j.Seen {
			p.bullet(f)
		}
	}
	p.heading(words.Told("letter.parts"))
	for _, d := range j.Letter {
		p.room(14)
		p.font("B", 10.5)
		p.MultiCell(width, 5.4, words.Told("paper.set", "set", words.Set(d.Set).Title, "way",
			p.speak.Plain(d.Set, d.Way)), "", "L", false)
		for _, why := range d.Reasons {
			p.text(why)
		}
		if d.Reason != "" {
			p.text(d.Reason)
		}
		p.Ln(2)
	}
	if j.Cost != "" {
		p.heading(words.Told("letter.cost"))
		p.text(words.Told("letter.price", "cost", j.Cost, "ready", j.Ready))
		if j.Promised != "" {
			p.text(words.Told("letter.promised", "day", j.Promised))
		}
	}
	if open := j.missed(); open != "" {
		p.heading(words.Told("letter.came_back"))
		p.text(open)
	}
	p.Ln(6)
	p.text(words.Told("letter.record", "number", j.In.Job.Number))
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

// missed sums up the proofs.
func (j Job) missed() string {
	within, missed, open := 0, 0, 0
	for _, sheet := range j.Proofs {
		for _, p := range sheet.Proofs {
			switch {
			case p.Verdict == order.ProofWithin || sheet.Accepted[p.Key] != "":
				within++
			case p.Verdict == order.ProofMissed:
				missed++
			default:
				open++
			}
		}
	}
	if within+missed+open == 0 {
		return ""
	}
	return words.Told("letter.proofs", "within", within, "missed", missed, "open", open)
}
