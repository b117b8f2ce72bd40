package inspection

import (
	"math"

	"ledge/internal/core/form"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Hand is how closely the readings of one kind of part repeat, learned from themselves.
type Hand struct {
	// Repeats is the standard deviation of one reading.
	Repeats unit.Length
	// Loose tells that it is more than half as much again as is known of the gauge.
	Loose bool
}

// enoughFreedom is how many degrees of freedom it takes to say how a hand repeats.
const enoughFreedom = 8

// looseFrom is the ratio from which a hand is told to be looser than its gauge, in halves.
const looseFrom = 1.5

// Learn returns in with what its readings say of the hand that took them: wherever that is looser than is known of the
// gauge, it counts in its place. Two-way residuals of each grid, station and direction means taken off; common
// practice. A cylinder teaches nothing: it wears most at the top of its thrust side, which no sum of a station and a
// direction says.
func Learn(in *Inspection) *Inspection {
	learned := *in
	learned.hands = map[part.Kind]Hand{}
	learned.index()
	learned.grids = make([]form.Grid, len(in.Features))
	for i := range in.Features {
		if f := &in.Features[i]; f.Kind.Grid() {
			learned.grids[i] = f.counted()
		}
	}
	for kind, members := range learned.members {
		if !kind.Grid() || kind.Bore() {
			continue
		}
		if hand, ok := learned.handOf(members); ok {
			learned.hands[kind] = hand
		}
	}
	learned.keep(in)
	return &learned
}

// keep works out what is asked for again and again: what stands where, limits by part, and the gauge of each feature.
// bare is the same without what was learned.
func (in *Inspection) keep(bare *Inspection) {
	limits := make(map[part.Kind]*held, 2*len(in.members))
	all := make([]gauged, len(in.Features))
	gauges := make(map[*Feature]*gauged, len(in.Features))
	var last instrument.Gauge
	for i := range in.Features {
		f := &in.Features[i]
		named, own := bare.Named(f), in.gaugeOr(f, f.Gauge)
		all[i] = gauged{judging: in.gauge(f), bare: bare.gauge(f), stated: named != nil && named.Division > 0}
		if i > 0 && own == last {
			all[i].means = all[i-1].means
		} else {
			for n := range all[i].means {
				all[i].means[n] = own.Uncertainty(n)
			}
		}
		last = own
		gauges[f] = &all[i]
		for _, kind := range [...]part.Kind{f.Kind, f.Kind.Row().JudgedBy, f.List.Journal} {
			if kind != "" && limits[kind] == nil {
				limits[kind] = in.hold(kind)
			}
		}
	}
	in.limits, in.gauges, in.looking = limits, gauges, in.whatIsLookedAt()
}

// hold works out the limits of a kind, and of each number that has its own.
func (in *Inspection) hold(kind part.Kind) *held {
	limits, known := in.workLimits(kind, 0)
	all := &held{limits: limits, known: known}
	for _, book := range [...]limit.Limits{in.Limits[kind], in.LimitsClose[kind]} {
		for number := range book.ByNumber {
			if all.own == nil {
				all.own = map[int]*held{}
			}
			own, known := in.workLimits(kind, number)
			all.own[number] = &held{limits: own, known: known}
		}
	}
	return all
}

// index keeps where each part's latest state stands, and the parts of each kind.
func (in *Inspection) index() {
	in.latest, in.members = nil, nil // of other features, where they were kept before
	latest, members := make(map[part.Ref]int, len(in.Features)), make(map[part.Kind][]int, 8)
	for i := range in.Features {
		if kind := in.Features[i].Kind; members[kind] == nil {
			members[kind] = in.Members(kind)
			for _, at := range members[kind] {
				latest[part.Ref{Kind: kind, Number: in.Features[at].Number}] = at
			}
		}
	}
	in.latest, in.members = latest, members
}

// HandOf is what was learned of the hand that read the parts of a kind; ok is false where it is no looser than the
// gauge, or too little was read.
func (in *Inspection) HandOf(kind part.Kind) (hand Hand, ok bool) {
	hand, ok = in.hands[kind]
	return hand, ok
}

// handOf is the spread of the first readings of parts of one kind, where that is larger than is known of the gauge.
func (in *Inspection) handOf(members []int) (Hand, bool) {
	squares, divisions, stated := 0.0, 0.0, 0.0
	freedom := 0
	for _, i := range members {
		f := &in.Features[i]
		if f.look().WorseThan(Marked) {
			continue // its damage is no fault of the hand
		}
		if step, ok := in.grids[i].Step(); ok && step.Height > in.Policy.StepLimit {
			continue
		}
		sum, own := f.residuals()
		if own == 0 {
			continue
		}
		gauge := in.gauge(f)
		squares, freedom = squares+sum, freedom+own
		divisions += float64(own) * float64(gauge.Division) * float64(gauge.Division) / 12
		stated = max(stated, gauge.Spread())
	}
	if freedom < enoughFreedom {
		return Hand{}, false
	}
	spread := math.Sqrt(max(0, (squares-divisions)/float64(freedom)))
	if spread <= stated {
		return Hand{}, false
	}
	return Hand{unit.Round(spread), spread > looseFrom*stated}, true
}

// residuals are the sum of squares of what is left of the first readings of a whole grid when the means of its stations
// and of its directions are taken off, and their degrees of freedom; none of a grid with a gap.
func (f *Feature) residuals() (squares float64, freedom int) {
	rows, columns := len(f.Cells), len(f.Directions)
	if rows < 2 || columns < 2 {
		return 0, 0
	}
	values, mean := make([]float64, rows*columns+rows+columns), 0.0
	first, means := values[:rows*columns], values[rows*columns:]
	across, along := means[:rows], means[rows:]
	for s, row := range f.Cells {
		if len(row) != columns {
			return 0, 0
		}
		for d := range row {
			cell := &row[d]
			sizes, _ := f.counting(cell)
			if len(sizes) == 0 {
				return 0, 0
			}
			v := float64(sizes[0])
			first[s*columns+d] = v
			across[s] += v / float64(columns)
			along[d] += v / float64(rows)
			mean += v / float64(rows*columns)
		}
	}
	for i, v := range first {
		r := v - across[i/columns] - along[i%columns] + mean
		squares += r * r
	}
	return squares, (rows - 1) * (columns - 1)
}
