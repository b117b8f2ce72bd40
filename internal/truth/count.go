package truth

import (
	"math/rand/v2"
	"runtime"
	"slices"
	"sync"
)

// A Tally counts how sets came out.
type Tally struct {
	Good, Machined int // sets without a fault, and those of them that were sent to a machine
	Bad, Passed    int // sets with a fault that the plan can see, and those of them that were passed
	Hidden, Missed int // sets with a fault that it cannot see
	Open, Black    int
	Extra, Rounds  int
	Most           int // rounds of one set
	ByFault        map[Fault][2]int
	ByOver         [3][2]int // up to 1.2, to 1.4, above
}

// Count plays so many sets of a case: half of them good, half with one fault each, the faults in equal number.
func (c Case) Count(sets int, seed uint64) Tally {
	played := make([]Played, sets)
	var wait sync.WaitGroup
	workers := runtime.GOMAXPROCS(0)
	for w := range workers {
		wait.Go(func() {
			for i := w; i < sets; i += workers {
				source := rand.New(rand.NewPCG(seed, uint64(i)))
				fault := None
				if i%2 == 1 {
					fault = c.Faults[i/2%len(c.Faults)]
				}
				played[i] = c.Play(source, fault)
			}
		})
	}
	wait.Wait()
	return c.tally(played)
}

func (c Case) tally(played []Played) Tally {
	t := Tally{ByFault: map[Fault][2]int{}}
	for _, p := range played {
		t.Extra, t.Rounds, t.Most = t.Extra+p.Extra, t.Rounds+p.Rounds, max(t.Most, p.Rounds)
		if p.Open {
			t.Open++
		}
		if p.Black {
			t.Black++
		}
		if p.Fault == None {
			t.Good++
			if !p.Passed && !p.Open {
				t.Machined++
			}
			continue
		}
		by := t.ByFault[p.Fault]
		by[0]++
		hidden := slices.Contains(c.Unseen, p.Fault)
		over := &t.ByOver[min(2, int((p.Over-1)/0.2))]
		switch {
		case hidden:
			t.Hidden++
		default:
			t.Bad++
			over[0]++
		}
		if p.Passed {
			by[1]++
			if hidden {
				t.Missed++
			} else {
				t.Passed++
				over[1]++
			}
		}
		t.ByFault[p.Fault] = by
	}
	return t
}
