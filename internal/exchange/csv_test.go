package exchange

import (
	"bytes"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// Whatever rows are written read back the same: all kinds, both units, repeats, reasons, and texts that a
// spreadsheet would run.
func TestCSVReadsBackTheSame(t *testing.T) {
	source := rand.New(rand.NewPCG(3, 5))
	texts := []string{"", "plain", "=HYPERLINK(\"x\")", "+1", "-1", "@sum", "'quoted", "a \"b\", c",
		"line\nbreak", "<b>", "Ünïcode °"}
	pick := func() string { return texts[source.IntN(len(texts))] }
	kinds := append(part.Grids(), part.Lists()...)
	for range 200 {
		var rows []Row
		for line := range source.IntN(20) + 1 {
			row := Row{Line: line + 2, Kind: kinds[source.IntN(len(kinds))], Number: source.IntN(8) + 1,
				State: "after_grind", Station: "A" + pick(),
				Repeat: source.IntN(3) + 1, Unit: "in", Instrument: "micrometer", TakenAt: "2024-05-31T14:05:00Z",
				TakenBy: pick(), Note: strings.TrimSpace(pick())}
			if !row.Kind.Known() {
				row.Kind = part.MainStrip
			}
			if row.Kind.Quantity() == part.Weight {
				row.Unit = part.Grams
			}
			if row.Kind.Row().Counted() {
				row.Column = source.IntN(5)
			} else {
				angle := unit.AngleOf(float64(source.IntN(720)) / 2)
				row.Direction = &angle
			}
			value := part.OfLength(unit.Length(source.IntN(1_000_000)) * unit.Tenth / 10)
			if row.Unit == part.Grams {
				value = part.OfMass(unit.Mass(source.IntN(1_000_000)) * unit.Gram / 1000)
			}
			row.Value = &value
			if source.IntN(5) == 0 {
				row.Value, row.Note = nil, "counterweight"
			}
			rows = append(rows, row)
		}
		var out bytes.Buffer
		require.NoError(t, WriteCSV(&out, rows))
		again, err := ReadCSV(bytes.NewReader(out.Bytes()))
		require.NoError(t, err, out.String())
		for i := range again {
			again[i].Line = rows[i].Line // a text may hold line breaks
		}
		require.Equal(t, rows, again)
		for _, cell := range strings.FieldsFunc(out.String(), func(r rune) bool { return r == ',' || r == '\n' }) {
			cell = strings.Trim(cell, `"`)
			assert.NotContains(t, []string{"=", "@"}, cell[:min(1, len(cell))], "a spreadsheet would run %q", cell)
		}
	}
}

// Every line that cannot be taken is named with its number and why, all at once.
func TestCSVRefusesLineByLine(t *testing.T) {
	head := "kind,number,state,station,direction,repeat,reading,unit,note\n"
	_, err := ReadCSV(strings.NewReader(head + `main_journal,1,as_found,A,0,1,2.2483,in,
main_jornal,1,,A,0,1,2.2483,in,
main_journal,x,,A,0,1,2.2483,in,
main_journal,1,,A,north,1,2.2483,in,
main_journal,1,,A,0,0,2.2483,in,
main_journal,1,,A,0,1,two,in,
main_journal,1,,A,0,1,2.2483,inch,
rod_weight,1,,big end,0,1,512,in,
main_journal,1,,A,0,1,,in,
main_journal,1,,A,0,1,,in,counterweight
`))
	var problems RowProblems
	require.ErrorAs(t, err, &problems)
	var lines []int
	for _, p := range problems {
		lines = append(lines, p.Line)
	}
	assert.Equal(t, []int{3, 4, 5, 6, 7, 8, 9, 10}, lines)
	for text, want := range map[string]string{
		"":              "no header",
		"kind,number\n": `"station" is missing`,
		"kind,kind,number,station,reading,unit\n":                         "stands there twice",
		head + "main_journal,1,\"as_found\n":                              "quotes",
		head + strings.Repeat("main_journal,1,,A,0,1,2,in,\n", MaxRows+1): "not taken at once",
	} {
		_, err := ReadCSV(strings.NewReader(text))
		require.ErrorAs(t, err, &problems)
		assert.Contains(t, err.Error(), want)
	}
}

// A byte order mark, other orders of columns and spaces do not matter.
func TestCSVAsSpreadsheetsWriteIt(t *testing.T) {
	rows, err := ReadCSV(strings.NewReader("\ufeffunit, reading,station,number,kind\r\nmm,79.996,A,2,main_journal\r\n"))
	require.NoError(t, err)
	require.Len(t, rows, 1)
	assert.Equal(t, part.AsFound, rows[0].State)
	assert.Equal(t, 79_996*unit.Micrometre, rows[0].Value.Length())
	assert.True(t, slices.Contains(Columns, "taken_at"))
}

func FuzzReadCSV(f *testing.F) {
	f.Add("kind,number,station,reading,unit\nmain_journal,1,A,2.5,in\n")
	f.Add("kind,number,station,reading,unit\n\"")
	f.Fuzz(func(t *testing.T, text string) {
		rows, err := ReadCSV(strings.NewReader(text))
		if err != nil {
			return
		}
		var out bytes.Buffer
		require.NoError(t, WriteCSV(&out, rows))
		again, err := ReadCSV(bytes.NewReader(out.Bytes()))
		require.NoError(t, err, out.String())
		require.Len(t, again, len(rows))
	})
}
