package exchange

import (
	"maps"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

func readIn(t *testing.T, text string, fix Settled) map[part.Kind]limit.Limits {
	t.Helper()
	read := ReadTable(text, unit.In, fix)
	for _, c := range read.Cells {
		if !c.Left {
			assert.Empty(t, c.Says, "%s %s %s", c.Text, c.Kind, c.Field)
		}
	}
	require.Empty(t, read.Heads)
	require.NotNil(t, read.Limits)
	return read.Limits
}

func in(text string) unit.Length { return unit.MustParse(text, unit.In) }

// The same card as a row a part, turned, and as a limit a row; points or commas, tabs or semicolons. Figures invented.
func TestATableOfLimitsIsReadHoweverItLies(t *testing.T) {
	want := map[part.Kind]limit.Limits{}
	taper, oval := in("0.0005"), in("0.0004")
	want[part.MainJournal] = limit.Limits{New: &limit.Range{Min: in("2.1645"), Max: in("2.1655")}, TaperMax: &taper,
		Undersizes: []unit.Length{in("0.010"), in("0.020")}}
	want[part.RodJournal] = limit.Limits{New: &limit.Range{Min: in("1.8745"), Max: in("1.8755")}, OutOfRoundMax: &oval}
	for name, text := range map[string]string{
		"a row a part": "Part (in)\tSize new\tTaper\tOut-of-round\tUndersizes\n" +
			"Main journals\t2.1645-2.1655\t.0005\t\t0.010, 0.020\nCrankpins\t1.8745 to 55\t\t0.0004\t",
		"commas": "Bauteil\tNew\tMax. taper\tOOR\tUndersizes\n" +
			"Mains\t2,1645 – 2,1655\t0,0005\t\t0,010; 0,020\nCrankpin\t1,875 ± 0,0005\t\t0,0004\t\n",
		"min and max": "part;new min;new max;taper max;out of round;undersize\n" +
			"main journal;2.1645;2.1655;0.0005;;.010 .020\nrod journal;1.8745;1.8755;;0.0004;",
		"turned": "\tMain journal\tCrankpin\nDiameter\t2.1645/2.1655\t1.8745/1.8755\nTaper\t0.0005\t\nOvality\t\t0.0004\n" +
			"Regrinds\t0.010,0.020\t",
		"a limit a row": "Main journal diameter\t2.1645\t2.1655\nMain journal taper\t0.0005\n" +
			"Main journal undersizes\t0.010 0.020\nCrankpin\t1.8745 – 1.8755\nOut of round\t0.0004",
		"its own unit": "Part\tNew\tTaper\tOvality\tUndersizes\nMains\t54.9783 - 54.9783 mm\t0.0127 mm\t\t.254mm\n",
	} {
		got := readIn(t, text, Settled{})
		if name == "its own unit" {
			assert.Equal(t, in("0.0005"), *got[part.MainJournal].TaperMax)
			assert.Equal(t, []unit.Length{in("0.01")}, got[part.MainJournal].Undersizes)
			continue
		}
		assert.Equal(t, want, got, name)
	}
}

// Of the other end only the last digits may be written, unless it is a size near the first as it stands.
func TestTheOtherEndOfARange(t *testing.T) {
	for text, want := range map[string]string{"1.999 - 2": "2", "2.1645-55": "2.1655", "54.98-99": "54.99", "0.002-7": "0.007",
		"0.998–1": "1", "8.5-9": "9", "2.1645-2.165": "2.165", "2.1645-3": "3"} {
		first, second, _ := strings.Cut(strings.ReplaceAll(strings.ReplaceAll(text, "–", "-"), " ", ""), "-")
		assert.Equal(t, in(want), in(completed(first, second, unit.In)), text)
	}
}

// Sixty values, some of which nobody understands: each is named, and none is taken until all are settled.
func TestNothingIsTakenWhileAnythingIsOpen(t *testing.T) {
	text := "\tNew\tWear limit\tTaper\tOut of round\tGlaze\n" +
		"Main journals\t2.1645-2.1655\t.001\t.0005\tabout .0005\t\n" +
		"Crankpins\t1.8745\t1.8735\t.0005\t.0005\t7\n" +
		"Flywheel\t11.5\t\t\t\t\n" +
		"Cylinders\t3.1875-3.1885\t5\t.001.2\t.0005\t\n"
	read := ReadTable(text, unit.In, Settled{})
	assert.Nil(t, read.Limits)
	open := map[string]string{}
	for _, h := range read.Heads {
		open[h.At] = h.Text
	}
	for _, c := range read.Cells {
		if c.Says != "" {
			open[c.At] = c.Text
		}
	}
	assert.Equal(t, map[string]string{"column 6": "Glaze", "row 4": "Flywheel", "2,5": "about .0005", "3,2": "1.8745",
		"3,3": "1.8735", "5,3": "5", "5,4": ".001.2"}, open)
	assert.Equal(t, len(open), read.Open)

	fix := Settled{Heads: map[string]string{"column 6": "-", "row 4": "-"},
		Cells: map[string]string{"2,5": ".0005", "3,2": "1.8745-55", "5,3": ".005", "5,4": "-"}}
	read = ReadTable(text, unit.In, fix)
	require.Equal(t, 1, read.Open, "the size at which the crankpins are worn out")
	for _, c := range read.Cells {
		if c.Says != "" && !c.Left {
			assert.Equal(t, "3,3", c.At)
			assert.Equal(t, "0.002", c.Likely)
			fix.Cells[c.At] = c.Likely
		}
	}
	got := readIn(t, text, fix)
	assert.Equal(t, in(".005"), *got[part.Cylinder].WearMax)
	assert.Nil(t, got[part.Cylinder].TaperMax)
	assert.Equal(t, in(".002"), *got[part.RodJournal].WearMax)

	// What is as odd as it looks is taken when somebody says so.
	odd := "\tUndersizes\nMains\t10,20,30\n"
	asked := ReadTable(odd, unit.In, Settled{})
	require.Equal(t, 1, asked.Open)
	assert.Equal(t, "0.01; 0.02; 0.03", asked.Cells[0].Likely)
	assert.Equal(t, []unit.Length{in("10"), in("20"), in("30")},
		readIn(t, odd, Settled{Sure: []string{"2,2"}})[part.MainJournal].Undersizes)
}

// What is written for a spreadsheet is read again as the same limits, whatever they are.
func TestATableComesBackAsItWent(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 9))
	for range 200 {
		system := []unit.System{unit.In, unit.MM}[random.IntN(2)]
		limits := map[part.Kind]limit.Limits{}
		for _, row := range part.All() {
			l := limit.Limits{}
			for _, name := range row.Limits {
				f := limit.FieldNamed(name)
				if random.IntN(3) == 0 {
					continue
				}
				small := unit.Length(1+random.IntN(90)) * system.Pick(unit.Tenth, unit.Micrometre)
				switch f.Form {
				case limit.Most:
					f.Set(&l, limit.Value{Most: &small})
				case limit.Span:
					f.Set(&l, limit.Value{Span: &limit.Range{Min: small, Max: 2 * small}})
				default:
					f.Set(&l, limit.Value{List: []unit.Length{small, 2 * small}})
				}
			}
			if l.Max != nil && l.New != nil && *l.Max < l.New.Min {
				l.Max = &l.New.Max
			}
			if l.WearMax != nil && l.New != nil && *l.WearMax > l.New.Min/2 {
				l.WearMax = nil
			}
			if c := l.Clearance; c != nil && c.New != nil && c.Max != nil && *c.Max < c.New.Min {
				c.Max = &c.New.Max
			}
			if l.Count() > 0 {
				limits[row.Kind] = l
			}
		}
		text := WriteTable(limits, system)
		read := ReadTable(text, system, Settled{})
		require.Zero(t, read.Open, "%s\n%+v", text, read)
		require.Equal(t, len(limits), len(read.Limits))
		for kind, l := range maps.All(limits) {
			require.Equal(t, l, read.Limits[kind], "%s: %s", kind, text)
		}
	}
}

// Whatever is pasted gets an answer.
func FuzzReadTable(f *testing.F) {
	f.Add("\tNew\nMains\t1-2", "row 2", "main_journal")
	f.Add("a;b;c\n\"", "column 1", "new/min")
	f.Fuzz(func(t *testing.T, text, at, names string) {
		read := ReadTable(text, unit.MM, Settled{Heads: map[string]string{at: names},
			Cells: map[string]string{"2,2": names}})
		if (read.Open == 0) == (read.Limits == nil) || strings.Contains(text, "\x00\x00\x00") &&
			read.Limits == nil && read.Open == 0 {
			t.Errorf("%+v", read)
		}
	})
}
