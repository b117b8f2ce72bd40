package exchange

import (
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// harshness orders the decisions of one set from mildest to harshest; a larger step is harsher.
func harshness(s disposition.Set) unit.Length {
	rank := map[disposition.Action]unit.Length{disposition.Reuse: 0, disposition.Polish: 1, disposition.Hone: 1,
		disposition.Grind: 3, disposition.Bore: 3, disposition.Sleeve: 4, disposition.LineHone: 3,
		disposition.Resize: 3, disposition.Replace: 5}
	return rank[s.Action]*unit.Inch + s.Step
}

// crankOf makes a crank of three journals somewhere between new and worn out.
func crankOf(random *rand.Rand) *inspection.Inspection {
	var features []string
	for n := 1; n <= 3; n++ {
		sizes := make([]string, 8)
		wear := unit.Length(random.IntN(25)) * unit.Tenth
		for i := range sizes {
			sizes[i] = (unit.MustParse("1.8122",
				unit.In) - wear - unit.Length(random.IntN(6))*unit.Tenth).Format(unit.In)
		}
		features = append(features, eight("main_journal", n, `"look": "`+[]string{"smooth", "smooth",
			"marked"}[random.IntN(3)]+`",`, strings.Join(sizes, " ")))
	}
	in, err := Read(strings.NewReader(document("", journalLimits, features...)))
	if err != nil {
		panic(err)
	}
	return in
}

// A reading moved further from new never gets the set a milder decision. The exception is a journal
// worn so far that it could be of the next class: the rule then takes it for one, so the walk ends
// before that.
func TestFurtherOutIsNeverMilder(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 5))
	for range 300 {
		in := crankOf(random)
		f := &in.Features[random.IntN(3)]
		cell := &f.Cells[random.IntN(2)][random.IntN(4)]
		before := harshness(disposition.Evaluate(in).Sets[0])
		for range 12 {
			cell.Sizes[0] -= unit.Length(1+random.IntN(20)) * unit.Tenth / 2
			result := disposition.Evaluate(in)
			after := harshness(result.Sets[0])
			require.GreaterOrEqual(t, after, before, "%v", result.Sets[0].Reasons)
			before = after
		}
	}
}

// A stricter limit never turns a beyond into a within.
func TestStricterIsNeverMilder(t *testing.T) {
	random := rand.New(rand.NewPCG(8, 13))
	for range 200 {
		in := crankOf(random)
		loose := disposition.Evaluate(in)
		tight := *in
		limits := in.Limits[part.MainJournal]
		shrink := func(l *unit.Length) *unit.Length {
			smaller := *l - unit.Length(random.IntN(8))*unit.Tenth
			return &smaller
		}
		limits.TaperMax, limits.OutOfRoundMax, limits.WearMax = shrink(limits.TaperMax),
			shrink(limits.OutOfRoundMax), shrink(limits.WearMax)
		tight.Limits = map[part.Kind]limit.Limits{part.MainJournal: limits}
		strict := disposition.Evaluate(&tight)
		for i := range loose.Features {
			for j, c := range loose.Features[i].Checks {
				if c.Verdict == limit.Beyond {
					assert.Equal(t, limit.Beyond, strict.Features[i].Checks[j].Verdict, c.Name)
				}
			}
		}
		assert.GreaterOrEqual(t, harshness(strict.Sets[0]), harshness(loose.Sets[0]))
	}
}

// Every decision stands among its options as feasible, says why, and machines only to sizes that clean up.
func TestDecisionsAreConsistent(t *testing.T) {
	random := rand.New(rand.NewPCG(21, 34))
	for range 300 {
		result := disposition.Evaluate(crankOf(random))
		set := result.Sets[0]
		require.NotEmpty(t, set.Reasons)
		found := false
		for _, o := range set.Options {
			chosen := o.Way == set.Way
			found = found || chosen && o.Feasible
			assert.True(t, o.Feasible || len(o.Reasons) > 0, "%+v is not possible and does not say why", o)
			if o.Action != disposition.Grind || !o.Feasible {
				continue
			}
			for i, size := range o.Sizes {
				assert.LessOrEqual(t, size.Size, set.Ladder[i].Cleans)
			}
		}
		assert.True(t, found, "%s %s is not among the feasible options", set.Action, set.Step.Format(unit.In))
		used := map[int]int{}
		for _, f := range result.Fits {
			if f.Used {
				used[f.Number]++
			}
		}
		assert.Equal(t, map[int]int{1: 1, 2: 1, 3: 1}, used, "exactly one fit decides for each journal")
	}
}
