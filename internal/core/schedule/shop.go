package schedule

import "slices"

// A Day counts days from Thursday 1 January 1970.
type Day int

// working reports whether the shop works on d: Monday to Friday.
func (d Day) working() bool {
	weekday := ((int(d)+3)%7 + 7) % 7 // Monday is 0
	return weekday < 5
}

// After returns the working day that lies n working days after d; for 0 the first working day from d on.
func (d Day) After(n int) Day {
	for !d.working() {
		d++
	}
	for ; n > 0; n-- {
		d++
		for !d.working() {
			d++
		}
	}
	return d
}

// A Slot is one operation of a job, or the coming of a part, as placed on the calendar.
type Slot struct {
	// Operation is empty for the coming of a part.
	Operation Operation `json:"operation,omitempty"`
	// What is the part that comes.
	What Part `json:"what,omitempty"`
	// Title is its words, made when it is shown.
	Title   string `json:"title"`
	Machine string `json:"machine"`
	Outside bool   `json:"outside,omitempty"`
	Part    bool   `json:"part,omitempty"`
	Count   int    `json:"count"`
	Cost    Money  `json:"cost"`
	// From and To are working minutes from the start of the calendar.
	From int `json:"from"`
	To   int `json:"to"`
}

// A Shop is what its machines are busy with: one machine of each kind, shared by all jobs.
type Shop struct {
	card Card
	// free is when each machine has finished what is placed on it, in working minutes from the start.
	free map[string]int
}

// NewShop returns a shop with nothing to do.
func NewShop(c Card) *Shop {
	if c.DayMinutes <= 0 {
		c.DayMinutes = 480
	}
	return &Shop{c, map[string]int{}}
}

// Clone returns a copy to try a job on.
func (s *Shop) Clone() *Shop {
	free := make(map[string]int, len(s.free))
	for machine, minute := range s.free {
		free[machine] = minute
	}
	return &Shop{s.card, free}
}

// waits: what an operation cannot begin without, since the size is made to the measured part.
var waits = map[Operation][]Part{
	GrindMains: {MainShells}, GrindRods: {RodShells}, Bore: {Pistons}, Sleeve: {Sleeves},
}

// Place puts the works of one job on the calendar, behind what is there: operations in their order,
// each when its component is back, its machine is free and the parts it is made to have come. It
// returns the slots in time order, and when all is done, in working minutes.
func (s *Shop) Place(works []Work) (slots []Slot, done int) {
	works = Merged(works)
	arrives, component := map[Part]int{}, map[string]int{}
	for _, w := range works {
		for _, p := range w.Parts {
			rate := s.card.Parts[p.What]
			at := 0
			if rate.LeadDays > 0 { // with the morning's post of that day
				at = rate.LeadDays*s.card.DayMinutes + 1
			}
			arrives[p.What] = max(arrives[p.What], at)
			done = max(done, at)
			slots = append(slots, Slot{What: p.What, Part: true, Count: p.Count,
				Cost: Money(p.Count) * rate.Each, To: at})
		}
	}
	for _, f := range facts {
		for _, w := range works {
			for _, p := range w.Operations {
				if p.What != f.operation {
					continue
				}
				rate, _ := s.card.rate(f.operation)
				from := component[f.component]
				for _, part := range waits[f.operation] {
					from = max(from, arrives[part])
				}
				length := rate.SetupMinutes + p.Count*rate.EachMinutes
				if rate.Outside {
					length = rate.LeadDays * s.card.DayMinutes
				} else {
					from = max(from, s.free[f.machine])
					s.free[f.machine] = from + length
				}
				component[f.component] = from + length
				done = max(done, from+length)
				slots = append(slots, Slot{Operation: f.operation, Machine: f.machine, Outside: rate.Outside,
					Count: p.Count,
					Cost:  rate.Setup + Money(p.Count)*rate.Each, From: from, To: from + length})
			}
		}
	}
	slices.SortStableFunc(slots, func(a, b Slot) int { return a.From - b.From })
	return slots, done
}

// Ready is the day on which work done by a working minute can be fetched, in a calendar that starts
// on a day: the same day where it ends within the day's hours.
func (s *Shop) Ready(start Day, minute int) Day {
	days := 0
	if minute > 0 {
		days = (minute - 1) / s.card.DayMinutes
	}
	return start.After(days)
}

// Days is how many working days a job takes on an empty shop.
func Days(c Card, works ...Work) int {
	s := NewShop(c)
	_, done := s.Place(works)
	return (done + s.card.DayMinutes - 1) / s.card.DayMinutes
}
