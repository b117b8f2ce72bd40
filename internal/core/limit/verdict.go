package limit

import (
	"math"

	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// A Verdict says how a value stands to its limit. The zero Verdict was not judged.
type Verdict string

// The verdicts.
const (
	Within  Verdict = "within"
	Beyond  Verdict = "beyond"
	Unsure  Verdict = "unsure"
	NoLimit Verdict = "no_limit"
)

// Verdicts are all of them.
var Verdicts = closed.New(Within, Beyond, Unsure, NoLimit).Said("verdict")

// Worse returns the graver of two verdicts: beyond, unsure, within, no limit.
func Worse(a, b Verdict) Verdict {
	if b.gravity() > a.gravity() {
		return b
	}
	return a
}

func (v Verdict) gravity() int {
	switch v {
	case Beyond:
		return 3
	case Unsure:
		return 2
	case Within:
		return 1
	}
	return 0
}

// A Rule is the decision rule of ISO 14253-1.
type Rule string

// The rules: Plain compares the value itself; Guarded counts the gauge's expanded uncertainty against
// acceptance and against rejection alike.
const (
	Plain   Rule = "plain"
	Guarded Rule = "guarded"
)

// Rules are all of them.
var Rules = closed.New(Plain, Guarded)

// guard returns U = 2u, rounded once, under the guarded rule and 0 under the plain one.
func (r Rule) guard(u float64) unit.Length {
	if r == Guarded {
		return unit.Round(2 * u)
	}
	return 0
}

// AtMost judges v against an upper limit. u is the standard uncertainty of v in 0.1 nm.
func (r Rule) AtMost(v, limit unit.Length, u float64) Verdict {
	switch guard := r.guard(u); {
	case v+guard <= limit:
		return Within
	case v-guard > limit:
		return Beyond
	}
	return Unsure
}

// AtLeast judges v against a lower limit.
func (r Rule) AtLeast(v, limit unit.Length, u float64) Verdict { return r.AtMost(-v, -limit, u) }

// Inside judges the run from least to most against a window: both ends must be within it.
func (r Rule) Inside(least, most unit.Length, window Range, u float64) Verdict {
	return Worse(r.AtLeast(least, window.Min, u), r.AtMost(most, window.Max, u))
}

// Chance is the probability that a value measured as v with standard uncertainty u lies at or below
// the limit (JCGM 106:2012, 7.2: a normal distribution about v). With u = 0 it is 0 or 1.
func Chance(v, limit unit.Length, u float64) float64 {
	if u == 0 {
		if v <= limit {
			return 1
		}
		return 0
	}
	return math.Erfc(float64(v-limit)/u/math.Sqrt2) / 2
}

// A Check is one value held against one limit.
type Check struct {
	Name    CheckName    `json:"name"`
	Value   unit.Length  `json:"value"`
	Limit   *unit.Length `json:"limit,omitempty"`
	Verdict Verdict      `json:"verdict"`
	// U is the expanded uncertainty (k = 2) of the value.
	U unit.Length `json:"u"`
	// Source is where the limit comes from, as far as it was told.
	Source Source `json:"source,omitempty"`
	// Chance that the part is really within; only where the verdict is unsure.
	Chance *float64 `json:"chance,omitempty"`
	// AtLeast tells that the limit is a lower one.
	AtLeast bool `json:"at_least,omitempty"`
}

// Margin is how far the value lies inside its limit, which it has; less than zero where it is beyond.
func (c Check) Margin() unit.Length {
	if c.AtLeast {
		return c.Value - *c.Limit
	}
	return *c.Limit - c.Value
}

// Answer puts c within, as at its limit, or beyond: by what was read, but by no less than its uncertainty.
func (c *Check) Answer(beyond bool) {
	by := unit.Length(0)
	if beyond {
		by = max(-c.Margin(), c.U, 1)
	}
	if c.AtLeast {
		by = -by
	}
	c.Value, c.Verdict, c.Chance = *c.Limit+by, Within, nil
	if beyond {
		c.Verdict = Beyond
	}
}

// Upper makes the check of v against an upper limit, which may be nil.
func (r Rule) Upper(name CheckName, v unit.Length, limit *unit.Length, u float64) Check {
	c := Check{Name: name, Value: v, Limit: limit, Verdict: NoLimit, U: unit.Round(2 * u)}
	if limit != nil {
		c.Verdict = r.AtMost(v, *limit, u)
		if c.Verdict == Unsure {
			chance := Chance(v, *limit, u)
			c.Chance = &chance
		}
	}
	return c
}

// Lower makes the check of v against a lower limit, which may be nil.
func (r Rule) Lower(name CheckName, v unit.Length, limit *unit.Length, u float64) Check {
	if limit == nil {
		return r.Upper(name, v, nil, u)
	}
	negative := -*limit
	c := r.Upper(name, -v, &negative, u)
	c.Value, c.Limit, c.AtLeast = v, limit, true
	return c
}
