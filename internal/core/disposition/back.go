package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
)

// A Doubtful is a check of a part that came back which is too near its limit to call, with what is read again for it.
type Doubtful struct {
	Check limit.Check
	Ask   Ask
}

// Back judges one part that came back, by its own readings, by the clearances that were measured with it since, and by
// the checks of its set that it takes part in: the checks that stand against leaving it, those that are read again
// first, and what was beyond when it came and was not taken again since: a turn, a line. It is the judgement that
// decides the part, so that no work is proved that would be ordered again.
func Back(in *inspection.Inspection, result Result, at int) (beyond []limit.Check, near []Doubtful,
	overtaken []part.Kind) {
	findings := result.Features
	f, out := &in.Features[at], &findings[at]
	s := &scene{in: in, findings: findings, fits: result.Fits}
	m := member{ref: refOf(out), feature: f, finding: out}
	for _, c := range out.Checks {
		if c.Verdict == limit.NoLimit || c.Limit == nil || c.Name == limit.CheckClearance {
			continue
		}
		if c.Name == limit.CheckRunout {
			if c.Verdict == limit.Beyond && !s.overtakenTurn(f) {
				beyond = append(beyond, c)
			}
			continue
		}
		if in.Policy.Confirm && f.Kind.Grid() {
			switch standing, again := in.Confirm(f, out, c); standing {
			case inspection.Near:
				near = append(near, Doubtful{c, askAgain(m, again)})
				continue
			case inspection.Clear:
				continue
			}
		}
		if c.Verdict == limit.Beyond {
			beyond = append(beyond, c)
		}
	}
	for i := range s.fits {
		if fit := &s.fits[i]; fit.Used && fit.Basis != BasisPredicted && fit.of(m.ref) && !fit.insideWindow() {
			c := clearanceCheck(s.rule(), fit)
			if q, again := (&subject{scene: s}).confirmFit(fit); again && in.Policy.Confirm {
				near = append(near, Doubtful{c, q.asks[0]})
			} else {
				beyond = append(beyond, c)
			}
		}
	}
	if row := f.Kind.Row().Set.Row(); row.Bend != "" {
		if i, ok := in.Latest(row.Bend, f.Number); ok && s.overtakenTurn(f) && findings[i].Beyond() {
			overtaken = append(overtaken, row.Bend)
		}
	}
	if f.Kind.Housing() {
		if sub := gatherHousings(s, f.Kind.Row().Set); sub != nil {
			stands, again, lines := sub.takesPart(m.ref)
			beyond, near, overtaken = append(beyond, stands...), append(near, again...), append(overtaken, lines...)
		}
	}
	return beyond, near, overtaken
}

// of reports whether a clearance is that of a journal, or in a bush.
func (f *Fit) of(ref Ref) bool {
	joint := f.journal.Kind.Row().Joint
	return joint != nil && (f.journal == ref || joint.Bearing == ref.Kind && f.Number == ref.Number)
}

// overtakenTurn reports whether a shaft was worked on since it was turned.
func (s *scene) overtakenTurn(f *inspection.Feature) bool {
	i, ok := s.in.Latest(f.Kind.Row().Set.Row().Bend, f.Number)
	return ok && s.in.Features[i].State != f.State
}

// takesPart are the checks of a set of housings that one of them takes part in.
func (s *subject) takesPart(ref Ref) (beyond []limit.Check, near []Doubtful, overtaken []part.Kind) {
	small, large := s.apart()
	for _, c := range s.checks {
		switch {
		case c.Verdict != limit.Beyond:
		case c.Name != limit.CheckBoreToBore:
			beyond = append(beyond, c)
		case ref == small.ref || ref == large.ref:
			asks, _, _ := s.confirmSet(c)
			i := slices.IndexFunc(asks, func(a Ask) bool { return a.Feature == ref })
			if s.in.Policy.Confirm && i >= 0 {
				near = append(near, Doubtful{c, asks[i]})
			} else {
				beyond = append(beyond, c)
			}
		}
	}
	for _, i := range s.alignments() {
		if f := &s.findings[i]; f.Stale && f.Beyond() {
			overtaken = append(overtaken, f.Kind)
		}
	}
	return beyond, near, overtaken
}

// Places name what is read again for a doubtful check.
func (d Doubtful) Places() string { return d.Ask.said() }
