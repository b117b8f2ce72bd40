package instrument

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"

	"ledge/internal/core/unit"
)

// A Study holds how often several hands read several parts with one gauge: readings by part, hand and
// trial. Every hand reads every part as often.
type Study struct {
	Readings [][][]unit.Length
}

// Parts, Hands and Trials are how many there are.
func (s Study) Parts() int { return len(s.Readings) }

// Hands are how many read each part.
func (s Study) Hands() int {
	if len(s.Readings) == 0 {
		return 0
	}
	return len(s.Readings[0])
}

// Trials are how often each hand read each part.
func (s Study) Trials() int {
	if s.Hands() == 0 {
		return 0
	}
	return len(s.Readings[0][0])
}

// Sound reports whether every hand read every part as often, twice at least.
func (s Study) Sound() bool {
	for _, hands := range s.Readings {
		if len(hands) != s.Hands() {
			return false
		}
		for _, trials := range hands {
			if len(trials) != s.Trials() {
				return false
			}
		}
	}
	return s.Parts() > 0 && s.Hands() > 0 && s.Trials() > 1 && s.Trials() <= len(perRange) &&
		s.Parts() <= len(perSpread) &&
		s.Hands() <= len(perSpread)
}

// perRange are 1/d₂ by the number of trials from one on, and perSpread 1/d₂* of one range by the number
// of hands or of parts, as the average and range method prints them. Source: MSA reference manual,
// fourth edition, from memory; computed anew from the distribution of the range.
var (
	perRange  = []float64{0, 0.8862, 0.5908, 0.4857, 0.4299, 0.3946, 0.3698, 0.3512, 0.3367, 0.3249}
	perSpread = []float64{0, 0.7071, 0.5231, 0.4467, 0.403, 0.3742, 0.3534, 0.3375, 0.3249, 0.3146}
)

// A Variation is what a study finds, in 0.1 nm, each a standard deviation.
type Variation struct {
	// Repeatability is that of one hand, Reproducibility what hands differ by; the latter is unknown with one hand.
	Repeatability   float64 `json:"repeatability"`
	Reproducibility float64 `json:"reproducibility"`
	// Gauge is both together, Parts what the parts differ by, Total all of it.
	Gauge float64 `json:"gauge"`
	Parts float64 `json:"parts"`
	Total float64 `json:"total"`
	// Interaction is what hands and parts do together, where that was told apart.
	Interaction float64 `json:"interaction,omitempty"`
	// Categories is how many groups of parts the gauge tells apart, at least one; 0 with one part.
	Categories int `json:"categories"`
}

// close works out what follows from the others.
func (v *Variation) close(manyParts bool) {
	v.Gauge = math.Hypot(v.Repeatability, v.Reproducibility)
	v.Total = math.Hypot(v.Gauge, v.Parts)
	if manyParts && v.Gauge > 0 {
		v.Categories = max(1, int(math.Sqrt2*v.Parts/v.Gauge))
	}
}

// OfTolerance is the gauge's share of a tolerance in per cent, six standard deviations wide.
func (v Variation) OfTolerance(tolerance unit.Length) float64 {
	return 100 * 6 * v.Gauge / float64(tolerance)
}

func meanOf(values []float64) float64 {
	sum := 0.0
	for _, v := range values {
		sum += v
	}
	return sum / float64(len(values))
}

func rangeOf(values []float64) float64 {
	least, most := values[0], values[0]
	for _, v := range values {
		least, most = min(least, v), max(most, v)
	}
	return most - least
}

// means are those of each part, of each hand, of each hand on each part, and of all.
func (s Study) means() (parts, hands []float64, cells [][]float64, all float64) {
	parts, hands = make([]float64, s.Parts()), make([]float64, s.Hands())
	cells = make([][]float64, s.Parts())
	for p, of := range s.Readings {
		cells[p] = make([]float64, s.Hands())
		for h, trials := range of {
			for _, r := range trials {
				cells[p][h] += float64(r) / float64(s.Trials())
			}
			parts[p] += cells[p][h] / float64(s.Hands())
			hands[h] += cells[p][h] / float64(s.Parts())
		}
	}
	return parts, hands, cells, meanOf(parts)
}

// Ranges are those of each hand on each part: rows are parts.
func (s Study) Ranges() [][]float64 {
	ranges := make([][]float64, s.Parts())
	for p, of := range s.Readings {
		for _, trials := range of {
			values := make([]float64, len(trials))
			for i, r := range trials {
				values[i] = float64(r)
			}
			ranges[p] = append(ranges[p], rangeOf(values))
		}
	}
	return ranges
}

// AverageRange is what the average and range method makes of a sound study.
func (s Study) AverageRange() (v Variation) {
	parts, hands, _, _ := s.means()
	sum := 0.0
	for _, of := range s.Ranges() {
		for _, r := range of {
			sum += r
		}
	}
	v.Repeatability = sum / float64(s.Parts()*s.Hands()) * perRange[s.Trials()-1]
	between := rangeOf(hands) * perSpread[s.Hands()-1]
	// What hands seem to differ by holds some of each hand's own spread; less than nothing is nothing.
	v.Reproducibility = math.Sqrt(max(0, between*between-v.Repeatability*v.Repeatability/float64(s.Parts()*s.Trials())))
	v.Parts = rangeOf(parts) * perSpread[s.Parts()-1]
	v.close(s.Parts() > 1)
	return v
}

// pooled is from which probability on hands and parts are taken not to act together. Common practice.
const pooled = 0.25

// An Anova is an analysis of variance of hands and parts, both crossed.
type Anova struct {
	Variation
	// SumsHands, SumsParts, SumsBoth and SumsError are the sums of squares, P how likely it is that hands and
	// parts act together by chance alone, Pooled that they are taken not to.
	SumsHands float64 `json:"sums_hands"`
	SumsParts float64 `json:"sums_parts"`
	SumsBoth  float64 `json:"sums_both"`
	SumsError float64 `json:"sums_error"`
	P         float64 `json:"p"`
	Pooled    bool    `json:"pooled"`
}

// Anova is the analysis of variance of a sound study with several parts and several hands.
func (s Study) Anova() (a Anova) {
	parts, hands, cells, all := s.means()
	np, nh, nt := float64(s.Parts()), float64(s.Hands()), float64(s.Trials())
	for _, m := range hands {
		a.SumsHands += np * nt * (m - all) * (m - all)
	}
	for _, m := range parts {
		a.SumsParts += nh * nt * (m - all) * (m - all)
	}
	for p := range cells {
		for h, cell := range cells[p] {
			both := cell - parts[p] - hands[h] + all
			a.SumsBoth += nt * both * both
			for _, r := range s.Readings[p][h] {
				a.SumsError += (float64(r) - cell) * (float64(r) - cell)
			}
		}
	}
	freeBoth, freeError := (np-1)*(nh-1), np*nh*(nt-1)
	msHands, msParts := a.SumsHands/(nh-1), a.SumsParts/(np-1)
	msBoth, msError := a.SumsBoth/freeBoth, a.SumsError/freeError
	a.P = 1
	if msError > 0 {
		a.P = distuv.F{D1: freeBoth, D2: freeError}.Survival(msBoth / msError)
	}
	if a.Pooled = a.P > pooled; a.Pooled {
		msError = (a.SumsBoth + a.SumsError) / (freeBoth + freeError)
		msBoth = msError
	}
	a.Repeatability = math.Sqrt(msError)
	a.Interaction = math.Sqrt(max(0, (msBoth-msError)/nt))
	ofHands := max(0, (msHands-msBoth)/(np*nt))
	a.Reproducibility = math.Sqrt(ofHands + a.Interaction*a.Interaction)
	a.Parts = math.Sqrt(max(0, (msParts-msBoth)/(nh*nt)))
	a.close(true)
	return a
}

// OwnSpread is the standard deviation of readings of one standard by one hand, and how far their mean lies from what
// the standard is. It takes two readings.
func OwnSpread(readings []unit.Length, standard unit.Length) (spread float64, off unit.Length) {
	mean := unit.Mean(readings)
	sum := 0.0
	for _, r := range readings {
		sum += float64(r-mean) * float64(r-mean)
	}
	return math.Sqrt(sum / float64(len(readings)-1)), mean - standard
}
