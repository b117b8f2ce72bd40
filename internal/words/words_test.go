package words_test

import (
	"bytes"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/demo"
	"ledge/internal/exchange"
	"ledge/internal/varied"
	"ledge/internal/words"
)

// formed are the core's own functions that are called with a form.
var formed = []string{"miss", "add", "at", "notSeen", "leave", "whole"}

// called finds what the core says: the codes, the forms and the names of arguments that stand in its source.
func called(t *testing.T) (codes, forms, args map[string]bool) {
	t.Helper()
	codes, forms, args = map[string]bool{}, map[string]bool{},
		map[string]bool{"part": true, "parts": true, "a_check": true, "Check": true, "step": true}
	literal := func(c *ast.CallExpr) string {
		if len(c.Args) > 0 {
			if l, ok := c.Args[0].(*ast.BasicLit); ok && l.Kind == token.STRING {
				text, _ := strconv.Unquote(l.Value)
				return text
			}
		}
		return ""
	}
	err := filepath.WalkDir("../core", func(path string, _ fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		if err != nil {
			return err
		}
		ast.Inspect(file, func(n ast.Node) bool {
			c, ok := n.(*ast.CallExpr)
			if !ok {
				return true
			}
			if own, ok := c.Fun.(*ast.Ident); ok && slices.Contains(formed, own.Name) {
				forms[literal(c)] = true // what came back, or cannot be
				for i := 1; (own.Name == "add" || own.Name == "at") && i < min(len(c.Args), 3); i++ {
					forms[literal(&ast.CallExpr{Args: c.Args[i:]})] = true
				}
			}
			f, ok := c.Fun.(*ast.SelectorExpr)
			if !ok {
				return true
			}
			from, _ := f.X.(*ast.Ident)
			switch said := literal(c); {
			case f.Sel.Name == "As":
				forms[said] = true
			case from == nil || from.Name != "say":
			case f.Sel.Name == "New" || f.Sel.Name == "Of":
				codes[said] = true
			default:
				args[said] = true
			}
			return true
		})
		return nil
	})
	require.NoError(t, err)
	return codes, forms, args
}

// Every code that the core says has a sentence, every sentence is one that it says, and no sentence
// asks for an argument that nothing gives.
func TestEveryCodeHasItsSentence(t *testing.T) {
	all := everyMessage(t, "reasons.en.toml")
	require.Greater(t, len(all), 100)
	codes, forms, args := called(t)
	require.Greater(t, len(codes), 60)
	of := map[string]bool{"beyond": true, "unsure": true, "fit_out": true, "fit_unsure": true,
		"gap_wide": true, "gap_tight": true}
	for id, text := range all {
		code, form, _ := strings.Cut(id, ".")
		for _, name := range regexp.MustCompile(`\{\{(?:with )?\.([A-Za-z_0-9]+)`).FindAllStringSubmatch(text, -1) {
			assert.True(t, args[name[1]], "%s asks for %s", id, name[1])
		}
		if codes[code] || of[code] {
			of[code] = true
			assert.True(t, form == "" || forms[form] || form == "above" || form == "below" ||
				strings.HasSuffix(form, "many") || form == "narrower_than_bore" || part.Set(form).Row().Set != "" ||
				part.Kind(form).Known() || strings.HasPrefix(code, "edge") || strings.HasPrefix(code,
				"uneven_shell"), "%s is a form that nothing says", id)
		}
	}
	for _, row := range say.Rows() {
		assert.True(t, codes[row.Code] || of[row.Code], "nothing says %s", row.Code)
	}
	for code := range codes {
		r := say.Reason{Code: code}
		assert.Equal(t, strings.HasPrefix(code, "caution") || code == "crush", r.Row().Role == say.Caution, code)
		// those of the walk have a test of their own
		assert.True(t, of[code] || slices.Contains([]string{"", "found", "told", "refused", "build"}, code),
			"%s has no sentence", code)
	}
}

// Whatever Ledge says of 300 inspections reads as a sentence: none without its words, no empty
// argument, every figure with its unit.
func TestEverythingSaidIsASentence(t *testing.T) {
	seen := map[string]bool{}
	figure := regexp.MustCompile(`[0-9]\.[0-9]+( (in|mm)\b|:| to [0-9])`)
	bare := regexp.MustCompile(`[0-9]+\.[0-9]+`)
	system := unit.In
	check := func(s words.Speaker, rs ...say.Reason) {
		for _, r := range rs {
			text := s.Say(r)
			id := words.ID(r)
			seen[id] = true
			require.NotEqual(t, r.Code, text, "%s %+v", id, r)
			require.NotRegexp(t, `<no value>|  |\ba (out|oil|even)|%!|\{\{|\( |: \.`, text, id)
			for _, a := range r.Args {
				if one, other := unit.ShowApart(unit.Length(a.N), unit.Length(a.M),
					system); a.Is == say.IsApart && a.N != a.M {
					require.NotEqual(t, one, other, "%s: a figure that reads like its limit", id)
					require.Contains(t, text, one, id)
				}
			}
			if id == "ring.thumb" || id == "doubt.unit" || strings.HasPrefix(id, "matching") ||
				id == "overruled" || strings.HasPrefix(id, "gap_") {
				continue
			}
			require.Regexp(t, `[.?)]$`, text, id)
			if stamp := id == "stamp"; !stamp && !strings.Contains(text, "line ") {
				require.LessOrEqual(t, len(bare.FindAllString(text, -1)),
					len(figure.FindAllString(text, -1))+strings.Count(text, " to "),
					"%s: a figure without its unit: %s", id, text)
			}
		}
	}
	var inspections []*inspection.Inspection
	for seed := range uint64(300) {
		in, err := exchange.Read(bytes.NewReader(varied.Document(seed)))
		require.NoError(t, err)
		inspections = append(inspections, in)
	}
	for _, name := range demo.Names() {
		in, _, err := demo.Read(name)
		require.NoError(t, err, name)
		inspections = append(inspections, in)
	}
	for _, in := range inspections {
		system = in.Unit
		s := words.In(in.Unit)
		result := disposition.Evaluate(in)
		for i := range result.Features {
			check(s, result.Features[i].Notes...)
		}
		for i := range result.Sets {
			check(s, result.Sets[i].Reasons...)
			for _, r := range result.Sets[i].Letter(result.Sets[i].Way) {
				require.Regexp(t, `^[A-Z].*\.$`, s.Letter(r))
				require.NotRegexp(t, `<no value>|  |%!|\{\{|\( |Gap each|clean up`, s.Letter(r), words.ID(r))
			}
			onBoard := map[string]string{}
			for _, r := range s.Gather(result.Sets[i].Reasons) {
				text := s.Say(r)
				require.Empty(t, onBoard[text], "said twice on %s of %q: %s", result.Sets[i].Set, in.Job.Number, text)
				onBoard[text] = r.Code
				if slices.Contains([]string{"no_look", "unmeasured"}, r.Code) {
					kind := ""
					if r.Feature != nil {
						kind = string(r.Feature.Kind)
					}
					require.Empty(t, onBoard[r.Code+kind], "%s: said of one part after the other", text)
					onBoard[r.Code+kind] = text
				}
			}
			for _, o := range result.Sets[i].Options {
				check(s, o.Reasons...)
			}
		}
		build := disposition.BuildOf(in, result)
		for _, m := range build.Matchings {
			check(s, m.Basis)
		}
		for _, ring := range build.Rings {
			check(s, ring.Says...)
		}
		for _, last := range []bool{false, true} {
			for _, sheet := range sheets(in, result, last) {
				check(s, sheet.Remarks...)
				for _, p := range order.Verify(in, result, sheet) {
					check(s, p.Problems...)
				}
				s.Sheet(&sheet)
				for _, l := range sheet.Lines {
					require.NotRegexp(t, `<no value>|  |^$|\.[a-z]`, l.Title+"|"+l.What, "%+v", l)
					require.NotEmpty(t, l.What)
					require.NotRegexp(t, `<no value>|^[a-z_.]+$`, l.Note)
				}
			}
		}
		if bend, ok := inspection.BendOf(in, result.Features); ok {
			check(s, bend.Says)
		}
		for i := range in.Features {
			f := &in.Features[i]
			for _, size := range []unit.Length{-1, unit.Inch / 50, unit.Inch, 46 * unit.Inch} {
				if d := in.Doubt(f.Kind, f.Number, f.State, part.OfLength(size)); d != nil {
					check(s, d.Why)
				}
			}
		}
	}
	assert.Greater(t, len(seen), 80, "of so many sentences")
}

// Every question, answer and refusal of the walk has its words, and what follows from an answer
// reads as a sentence, for the shop and for whom the engine belongs to.
func TestTheWalkHasItsWords(t *testing.T) {
	items := words.Items(walk.Items(engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete(),
		part.Components.All(), func(string, string) bool { return false }))
	for _, item := range items {
		require.NotContains(t, item.Title, "ask.")
		for _, c := range item.Choices {
			require.NotContains(t, c.Word, "answer.")
			for _, place := range item.Places {
				for _, f := range words.Findings(walk.Find(items,
					[]walk.Answer{{Topic: item.Topic, Place: place, Value: c.Value, Note: "seen by Ida"}})) {
					require.Regexp(t, `^[A-Z].*[.)]$`, f.Text, "%s %s", item.Topic, c.Value)
					require.NotRegexp(t, `<no value>|^found`, f.Text)
					if plain := words.Plain(f); plain != "" {
						require.Regexp(t, `^[A-Z].*\.$`, plain)
						require.NotContains(t, plain, "Ida", "a note is the shop's")
					}
				}
			}
		}
	}
	caps := words.Findings(walk.Find(items,
		[]walk.Answer{{Topic: "main_cap", Place: "main 3", Value: "misplaced", Note: "found on 4"}}))
	assert.Equal(t, "Main 3's cap stands in another's place: "+
		"the tunnel is only round with every cap in its own. (found on 4)", caps[0].Text)
	assert.Equal(t, "Main 3 had its cap from another place.", words.Plain(caps[0]))
	assert.Equal(t, "Main caps: this is not asked at “main 9”.",
		words.In(unit.In).Say(*walk.Refuses(items, walk.Answer{Topic: "main_cap", Place: "main 9", Value: "marked"})))
}

// sheets are those of the advised ways, or of the last possible one of each set.
func sheets(in *inspection.Inspection, result disposition.Result, last bool) []order.Sheet {
	var decided []order.Decided
	for _, s := range result.Sets {
		var one *order.Decided
		for _, o := range s.Options {
			if o.Way == s.Way || last && o.Feasible {
				one = &order.Decided{Set: s, Option: o, By: "Ida", Reason: "So it is."}
			}
		}
		if one != nil {
			decided = append(decided, *one)
		}
	}
	return order.Sheets(in, result, decided, order.CountsOf(in), nil)
}

// Plural, the article, one size for two, a figure that would read like its limit, and what was kept
// of an older Ledge.
func TestHowThingsAreSaid(t *testing.T) {
	in := words.In(unit.In)
	l := func(text string) unit.Length { return unit.MustParse(text, unit.In) }
	main3 := part.Ref{Kind: part.MainJournal, Number: 3}
	for want, r := range map[string]say.Reason{
		"1 reading at each place would tell with this gauge.":                                say.New("settle", say.Count("count", 1)).As("repeat"),
		"6 readings at each place would tell with this gauge.":                               say.New("settle", say.Count("count", 6)).As("repeat"),
		"A gauge that reads 0.0010 in cannot judge an out-of-round limit of 0.0005 in.":      say.Of("coarse_gauge", main3, say.Length("division", l("0.001")), say.Word("check", "check", "out_of_round"), say.Length("limit", l("0.0005"))),
		"Main 3 would be 2.23851 in and cleans up only at 2.23849 in or below.":              say.Of("not_clean", main3, say.Apart("size", l("2.23851"), l("2.23849")), say.Apart("cleans", l("2.23849"), l("2.23851"))),
		"Main 3: measured clearance 0.0040 in is outside its window of 0.0010 to 0.0030 in.": say.Of("fit_out", main3, say.Word("basis", "basis", "measured"), say.Range("clearance", l("0.004"), l("0.004")), say.Range("window", l("0.001"), l("0.003"))),
		"Main 3 is stamped STD and measures as 0.010 in under.": say.Of("stamp",
			main3, say.Text("stamp", "STD"), say.Class("class", l("0.010"))),
		"Main 3 is stamped 10 and measures as standard size.": say.Of("stamp",
			main3, say.Text("stamp", "10"), say.Class("class", 0)),
		"Mains, within limits: wear, taper and out-of-round.": say.New("within", say.Word("set", "set", part.MainJournals), say.Words("checks", "check", "wear", "taper", "out_of_round")),
		"What an older Ledge said.":                           {Code: "step", Text: "What an older Ledge said."},
	} {
		assert.Equal(t, want, in.Say(r))
	}
}
