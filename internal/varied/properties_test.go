package varied_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/varied"
)

// inspections draws those that a property is tried on: 2 000 in a soak, a fixed sample otherwise.
func inspections(t *testing.T, try func(seed uint64, in func() *inspection.Inspection)) {
	n := uint64(200)
	if os.Getenv("LEDGE_SOAK") != "" {
		n = 2000
	}
	for seed := range n {
		text := varied.Document(1_000_000 + seed)
		try(seed, func() *inspection.Inspection {
			in, err := exchange.Read(bytes.NewReader(text))
			require.NoError(t, err, "document %d", seed)
			return in
		})
	}
}

// ways are what is decided of each set, with each of its parts.
func ways(r disposition.Result) map[string]string {
	said := map[string]string{}
	for _, s := range r.Sets {
		line := fmt.Sprint(s.Way, s.Provisional)
		members := slices.Clone(s.Members)
		slices.SortFunc(members, func(a, b disposition.Treatment) int {
			return compareRefs(a.Feature, b.Feature)
		})
		for _, m := range members {
			line += fmt.Sprint(m.Feature, m.Action, m.Step, m.Shell)
			if m.Finished != nil {
				line += fmt.Sprint(*m.Finished)
			}
		}
		said[string(s.Set)+" "+s.Component] = line
	}
	return said
}

func compareRefs(a, b part.Ref) int {
	if a.Kind != b.Kind {
		return bytes.Compare([]byte(a.Kind), []byte(b.Kind))
	}
	return a.Number - b.Number
}

// The order in which parts stand in a document as they came says nothing of them.
func TestTheOrderOfPartsChangesNothing(t *testing.T) {
	tried := 0
	inspections(t, func(seed uint64, read func() *inspection.Inspection) {
		in, other := read(), read()
		if slices.ContainsFunc(in.Features, func(f inspection.Feature) bool { return f.State != part.AsFound }) {
			return // what was worked on when stands in that order
		}
		tried++
		random := rand.New(rand.NewPCG(seed, 7))
		random.Shuffle(len(other.Features), func(i, j int) {
			other.Features[i], other.Features[j] = other.Features[j], other.Features[i]
		})
		assert.Equal(t, ways(disposition.Evaluate(in)), ways(disposition.Evaluate(other)), "document %d", seed)
	})
	assert.Greater(t, tried, 50)
}

// Read once more to the mean of what was read, a part is decided as before, where nothing is asked to be read again.
func TestARepeatEqualToTheMeanChangesNothing(t *testing.T) {
	inspections(t, func(seed uint64, read func() *inspection.Inspection) {
		in, other := read(), read()
		in.Policy.Confirm, other.Policy.Confirm = false, false
		in.Policy.DecisionRule, other.Policy.DecisionRule = "plain", "plain"
		random := rand.New(rand.NewPCG(seed, 8))
		for i := range other.Features {
			f := &other.Features[i]
			for _, row := range f.Cells {
				for d := range row {
					if c := &row[d]; len(c.Sizes) == 1 && len(c.Setups) == 0 && random.IntN(4) == 0 {
						c.Sizes = append(c.Sizes, c.Sizes[0])
					}
				}
			}
		}
		plainly := func(in *inspection.Inspection) map[string]string {
			r := disposition.Evaluate(in)
			for i := range r.Sets {
				r.Sets[i].Provisional = false // a steadier mean may be surer
			}
			return ways(r)
		}
		assert.Equal(t, plainly(in), plainly(other), "document %d", seed)
	})
}

// graver are the actions from the mildest to the gravest; what is measured first stands among none.
var graver = map[disposition.Action]int{disposition.Reuse: 1, disposition.Polish: 2, disposition.Hone: 3,
	disposition.Bore: 4, disposition.Grind: 4, disposition.Resize: 4, disposition.LineHone: 4, disposition.Skim: 4,
	disposition.Sleeve: 5, disposition.Replace: 6}

// A journal that is worn more never gets a milder decision, as long as it counts as of the same size class.
func TestAWorseJournalIsTreatedNoMilder(t *testing.T) {
	tried := 0
	inspections(t, func(seed uint64, read func() *inspection.Inspection) {
		in, worse := read(), read()
		random := rand.New(rand.NewPCG(seed, 9))
		in.Policy.Confirm, worse.Policy.Confirm = false, false
		for _, each := range [][]inspection.Feature{in.Features, worse.Features} {
			for i := range each { // a stamp is read, so that nobody asks what was ground evenly
				if each[i].Kind.Journal() && each[i].Stamp == nil {
					each[i].Stamp = &inspection.Stamp{}
				}
			}
		}
		var journals []int
		for i := range worse.Features {
			if f := &worse.Features[i]; f.Kind.Journal() && f.State == part.AsFound {
				journals = append(journals, i)
			}
		}
		if len(journals) == 0 {
			return
		}
		f := &worse.Features[journals[random.IntN(len(journals))]]
		by := unit.Length(1+random.IntN(20)) * unit.Tenth
		for _, row := range f.Cells {
			for d := range row {
				for n := range row[d].Sizes {
					row[d].Sizes[n] -= by
				}
			}
		}
		before, after := disposition.Evaluate(in), disposition.Evaluate(worse)
		for _, was := range before.Sets {
			for _, is := range after.Sets {
				same := was.Set == is.Set && was.Component == is.Component && was.Set == f.Kind.Row().Set
				if !same || was.SizeClass != is.SizeClass || was.Mixed != is.Mixed ||
					graver[was.Action] == 0 || graver[is.Action] == 0 {
					continue
				}
				tried++
				assert.GreaterOrEqual(t, graver[is.Action], graver[was.Action],
					"document %d: %s %d smaller by %s: %s, then %s", seed, f.Kind, f.Number, by.Format(in.Unit), was.Action, is.Action)
			}
		}
	})
	assert.Greater(t, tried, 50)
}
