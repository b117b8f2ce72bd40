package demo

import (
	"io/fs"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// everyJob reads the demo's jobs with what is decided of each.
func everyJob(t *testing.T, check func(name string, in *inspection.Inspection, result disposition.Result)) {
	t.Helper()
	names, err := fs.Glob(jobs, "jobs/*.json")
	require.NoError(t, err)
	for _, name := range names {
		in, _, err := Read(name)
		require.NoError(t, err)
		check(name, in, disposition.Evaluate(in))
	}
}

func sheetsOf(in *inspection.Inspection, result disposition.Result, decided []order.Decided) []order.Sheet {
	sheets := order.Sheets(in, result, decided, order.CountsOf(in), nil)
	for i := range sheets {
		words.In(in.Unit).Sheet(&sheets[i])
	}
	return sheets
}

// Whichever way is signed, the sheets that come of it can be worked from: every size is a range
// that a gauge can read, on a part that the engine has, at a place where it can be proved; every
// part to buy has a code and a count.
func TestEveryWayMakesSheetsToWorkFrom(t *testing.T) {
	sheets, lines := map[order.Name]int{}, 0
	everyJob(t, func(name string, in *inspection.Inspection, result disposition.Result) {
		for _, set := range result.Sets {
			for _, option := range set.Options {
				at := name + " " + string(set.Set) + " " + string(option.Action) + " " +
					option.Step.Format(in.Unit) + " " + string(option.Method)
				for _, s := range sheetsOf(in, result,
					[]order.Decided{{Set: set, Option: option, By: "Ida", Reason: "because"}}) {
					sheets[s.Name]++
					assert.NotEmpty(t, s.Title, at)
					assert.NotEmpty(t, s.Notes, "%s: %s says nothing to mind", at, s.Name)
					keys := map[string]bool{}
					for _, l := range s.Lines {
						lines++
						where := at + ": " + l.Title
						assert.False(t, keys[l.Key], "%s stands there twice", where)
						keys[l.Key] = true
						assert.NotEmpty(t, l.Title, at)
						assert.NotEmpty(t, l.What, where)
						if l.Feature != nil {
							_, known := in.Latest(l.Feature.Kind, l.Feature.Number)
							assert.True(t, known || in.Has(l.Feature.Kind, 0) || l.Work == order.DoAlign,
								"%s: the engine has no such part", where)
						}
						if l.Min != nil && l.Max != nil {
							assert.LessOrEqual(t, *l.Min, *l.Max, where)
							assert.Positive(t, *l.Min, where)
							if !l.Kept && option.Action != disposition.Polish && !remarks(option, "hone_narrow") {
								assert.GreaterOrEqual(t, *l.Max-*l.Min,
									in.Unit.Pick(unit.Tenth, unit.Micrometre), "%s: nobody can hit that", where)
							}
						}
						if l.Rough != nil && l.Min != nil {
							assert.Less(t, *l.Rough, *l.Min, "%s: nothing is left to hone", where)
						}
						if s.Name == order.Parts {
							assert.Regexp(t, `^`+l.Part.Goods().Prefix+`(-STD|-[0-9]+)?(-[MP][0-9]+)?$`, l.Code, where)
							assert.Positive(t, l.Count, where)
						}
					}
					if s.Name != order.Parts && s.Name != order.Balance {
						assert.NotEmpty(t, s.Steps, "%s: %s has no operation", at, s.Name)
						assert.Contains(t, strings.Join(s.Notes, " "), "Overruled by Ida: because", at)
					}
				}
			}
		}
	})
	for _, name := range []order.Name{order.Grind, order.Tunnel, order.Deck, order.Bore, order.Rods,
		order.Rings, order.Parts} {
		assert.NotZero(t, sheets[name], "%s was never made", name)
	}
	assert.Greater(t, lines, 300)
}

// Work done exactly as ordered is proved, whatever of the range it came out at; a tenth outside it is not.
func TestWorkDoneAsOrderedIsProved(t *testing.T) {
	random, proved := rand.New(rand.NewPCG(3, 9)), 0
	everyJob(t, func(name string, in *inspection.Inspection, result disposition.Result) {
		var decided []order.Decided
		for _, set := range result.Sets {
			for _, o := range set.Options {
				if o.Way == set.Way {
					decided = append(decided, order.Decided{Set: set, Option: o, By: "Ida"})
					break
				}
			}
		}
		for _, s := range sheetsOf(in, result, decided) {
			for _, off := range []unit.Length{0, -1, 1} {
				after := *in
				after.Features = append([]inspection.Feature{}, in.Features...)
				want := map[string]bool{}
				for _, l := range s.Lines {
					i, known := in.Latest(part.Kind(""), 0)
					if l.Feature != nil {
						i, known = in.Latest(l.Feature.Kind, l.Feature.Number)
					}
					if !known || !l.Proven() || l.Min == nil || l.Max == nil || !in.Features[i].Kind.Grid() {
						continue
					}
					size := *l.Min + unit.Length(random.Int64N(int64(*l.Max-*l.Min)+1))
					if off < 0 {
						size = *l.Min - unit.Tenth
					} else if off > 0 {
						// beyond what a housing may keep across its parting line
						size = *l.Max + in.Unit.Pick(50*unit.Tenth, 100*unit.Micrometre)
					}
					done := in.Features[i]
					done.State, done.Look, done.Cells = l.State, inspection.Smooth, nil
					for range done.Stations {
						row := make([]inspection.Cell, len(done.Directions))
						for d := range row {
							row[d] = inspection.Cell{Sizes: []unit.Length{size}}
						}
						done.Cells = append(done.Cells, row)
					}
					after.Features = append(after.Features, done)
					want[l.Key] = off == 0
					if bend := done.Kind.Row().Set.Row().Bend; bend != "" { // the shaft is turned again
						after.Features = append(after.Features, inspection.Feature{Kind: bend, Number: done.Number,
							State: done.State, List: inspection.List{TIR: []unit.Length{0}}})
					}
				}
				judged := disposition.Evaluate(&after)
				for _, p := range order.Verify(&after, judged, s) {
					fits, measured := want[p.Key]
					if !measured {
						continue
					}
					proved++
					verdict := "missed"
					if fits {
						verdict = "within"
					}
					assert.EqualValues(t, verdict, p.Verdict, "%s %s %s: %v", name, s.Name, p.Key, p.Problems)
				}
			}
		}
	})
	assert.Greater(t, proved, 20)
}

func remarks(o disposition.Option, code string) bool {
	return slices.ContainsFunc(o.Reasons, func(r disposition.Reason) bool { return r.Code == code })
}
