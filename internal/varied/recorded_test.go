package varied_test

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/demo"
	"ledge/internal/exchange"
	"ledge/internal/varied"
	"ledge/internal/words"
)

const (
	documents = 300
	recorded  = "testdata/recorded.txt"
)

var (
	update = flag.Bool("update", false, "write the record anew")
	texts  = flag.String("texts", "", "a folder to write every text to")
)

// impossible is what asks for a gauge finer than any that a shop has: below a tenth of a thousandth, or two
// micrometres.
var impossible = regexp.MustCompile(`(gauge that|with one that) reads (0\.0000\d* in|0\.000\d* mm|0\.001 mm)|"division": [25]e-05`)

// What the core says of 300 inspections drawn at random, in and beyond the open file. The record has a line for each
// set, with the way chosen, what is asked for and what is not sure, and for each inspection the sums of every text in
// full. Where the rules are to change, -update writes it anew, and -texts=folder every text, to compare those of
// before and after.
func TestWhatIsSaidStays(t *testing.T) {
	var lines []string
	for seed := range uint64(documents) {
		in, err := exchange.Read(bytes.NewReader(varied.Document(seed)))
		require.NoError(t, err, "document %d", seed)
		result := disposition.Evaluate(in)
		words.In(in.Unit).Result(&result)
		for i := range result.Sets {
			lines = append(lines, fmt.Sprint(seed, " ", decided(in.Unit, &result.Sets[i])))
		}
		lines = append(lines, fmt.Sprint(seed, " in full ", sums(t, seed, in, result)))
	}
	if *update {
		require.NoError(t, os.MkdirAll("testdata", 0o700))
		require.NoError(t, os.WriteFile(recorded, []byte(strings.Join(lines, "\n")+"\n"), 0o600))
	}
	record, err := os.ReadFile(recorded)
	require.NoError(t, err)
	before := strings.Split(strings.TrimSpace(string(record)), "\n")
	gone, came := without(before, lines), without(lines, before)
	assert.Empty(t, gone[:min(len(gone), 5)], "%d lines are no longer said", len(gone))
	assert.Empty(t, came[:min(len(came), 5)], "%d lines are said now", len(came))
}

// without are the lines that others lack.
func without(lines, others []string) (left []string) {
	known := make(map[string]bool, len(others))
	for _, line := range others {
		known[line] = true
	}
	for _, line := range lines {
		if !known[line] {
			left = append(left, line)
		}
	}
	return left
}

// decided is the decision for a set in one line.
func decided(u unit.System, s *disposition.Set) string {
	line := strings.TrimSpace(fmt.Sprint(s.Set, " ", s.Component)) + ": " + string(s.Action)
	if s.Method != "" {
		line += " " + string(s.Method)
	}
	if s.Step != 0 {
		line += " step " + s.Step.Show(u)
	}
	if s.Shell != 0 {
		line += " shell " + s.Shell.Show(u)
	}
	if s.Provisional {
		line += ", provisional"
	}
	if s.Mixed {
		line += ", mixed"
	}
	if len(s.Asks) > 0 {
		var asks []string
		for _, a := range s.Asks {
			asks = append(asks, fmt.Sprint(a.What, " of ", a.Feature.Kind, " ", a.Feature.Number))
		}
		line += ", asks " + strings.Join(asks, " + ")
	}
	return line
}

// sums are those of each text that is said of an inspection.
func sums(t *testing.T, seed uint64, in *inspection.Inspection, result disposition.Result) string {
	var all []string
	for _, section := range []struct {
		name string
		of   any
	}{
		{"result", document(t, in, result)}, {"letters", letters(t, in)}, {"build", build(in, result)},
		{"bend", bend(in, result)},
		{"sheets", sheets(in, result)}, {"costs", costs(in, result)}, {"bench", bench(in, result)},
	} {
		text, raw := section.of.([]byte)
		if !raw {
			var err error
			text, err = json.MarshalIndent(section.of, "", " ")
			require.NoError(t, err)
		}
		if *texts != "" {
			file := fmt.Sprintf("%03d-%s.json", seed, section.name)
			require.NoError(t, os.WriteFile(filepath.Join(*texts, file), text, 0o600))
		}
		assert.NotRegexp(t, impossible, string(text), "%d %s: a gauge that no shop has", seed, section.name)
		sum := sha256.Sum256(text)
		all = append(all, section.name+" "+hex.EncodeToString(sum[:8]))
	}
	return strings.Join(all, " ")
}

// document is the result as the open file has it.
func document(t *testing.T, in *inspection.Inspection, result disposition.Result) []byte {
	var out bytes.Buffer
	require.NoError(t, exchange.WriteResult(&out, in, result))
	return out.Bytes()
}

func build(in *inspection.Inspection, result disposition.Result) any {
	b := disposition.BuildOf(in, result)
	words.In(in.Unit).Build(&b)
	return b
}

// letters are the reasons that a customer is told of each set.
func letters(t *testing.T, in *inspection.Inspection) (all [][]string) {
	result := disposition.Evaluate(in)
	for _, s := range result.Sets {
		for _, way := range []disposition.Way{s.Way, {Action: disposition.Replace}} {
			var texts []string
			for _, r := range s.Letter(way) {
				texts = append(texts, words.In(in.Unit).Say(r))
			}
			all = append(all, texts)
		}
	}
	return all
}

func bend(in *inspection.Inspection, result disposition.Result) any {
	if b, ok := inspection.BendOf(in, result.Features); ok {
		b.Says.Text = words.In(in.Unit).Say(b.Says)
		return b
	}
	return nil
}

// sheets are those of the advised ways, and of the last possible way of each set, with the proof of
// what is measured.
func sheets(in *inspection.Inspection, result disposition.Result) any {
	type proved struct {
		Sheet  order.Sheet
		Proofs []order.Proof
	}
	var all []proved
	for _, last := range []bool{false, true} {
		var decided []order.Decided
		for _, s := range result.Sets {
			for _, o := range s.Options {
				if o.Way == s.Way || last && o.Feasible {
					one := order.Decided{Set: s, Option: o, By: "Ida"}
					if n := len(decided); n > 0 && decided[n-1].Set.Set == s.Set {
						decided[n-1] = one
					} else {
						decided = append(decided, one)
					}
				}
			}
		}
		for _, s := range order.Sheets(in, result, decided, order.CountsOf(in), nil) {
			words.In(in.Unit).Sheet(&s)
			proofs := order.Verify(in, result, s)
			words.In(in.Unit).Proofs(proofs)
			all = append(all, proved{s, proofs})
		}
	}
	return all
}

func costs(in *inspection.Inspection, result disposition.Result) any {
	card := demo.Rates()
	choices := schedule.Choices(result, order.CountsOf(in), card)
	weighed := schedule.NewShop(card).Weigh(choices)
	var totals []schedule.Money
	for _, s := range result.Sets {
		for _, o := range s.Options {
			work := schedule.WorkOf(s.Set, o, order.CountsOf(in))
			totals = append(totals, work.Cost(card))
		}
	}
	return []any{choices, weighed, totals}
}

// bench is what is said while readings are taken: what a part should read, and which sizes are doubted.
func bench(in *inspection.Inspection, result disposition.Result) any {
	type line struct {
		Expected inspection.Expectation
		Known    bool
		Doubts   []string
		Standing string
		Settle   []string
	}
	var lines []line
	for i := range in.Features {
		f := &in.Features[i]
		var l line
		l.Expected, l.Known = in.Expect(f.Kind, f.Number, f.State, nil)
		for _, off := range []unit.Length{0, in.Unit.Pick(unit.Thou, 20*unit.Micrometre),
			in.Unit.Pick(30*unit.Thou, unit.Millimetre), -in.Unit.Pick(150*unit.Thou, 4*unit.Millimetre), unit.Inch} {
			if d := in.Doubt(f.Kind, f.Number, f.State, part.OfLength(l.Expected.Size+off)); d != nil {
				l.Doubts = append(l.Doubts, fmt.Sprint(d.Impossible, " ", words.In(in.Unit).Say(d.Why)))
			}
		}
		l.Standing = string(result.Features[i].Worst())
		for _, c := range result.Features[i].Checks {
			if c.Verdict == limit.Unsure {
				l.Settle = append(l.Settle, words.In(in.Unit).Say(in.Settle(f, c)))
			}
		}
		lines = append(lines, l)
	}
	for _, k := range part.AtBench() {
		if limits, ok := in.LimitsFor(k, 2); ok {
			for _, d := range limits.Doubts(in.Unit, k.Quantity() != part.Size) {
				lines = append(lines, line{Doubts: []string{words.In(in.Unit).Say(d.Why)}})
			}
		}
	}
	return lines
}
