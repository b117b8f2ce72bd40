package httpapi

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"ledge/internal/shop"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"github.com/xuri/excelize/v2"
)

// second runs a program of another make, which `make test` installs; elsewhere it may be missing.
func second(t *testing.T, name string, args ...string) string {
	t.Helper()
	if _, err := exec.LookPath(name); err != nil && os.Getenv("LEDGE_TOOLS") == "" {
		t.Skip(name + " is not installed")
	}
	out, err := exec.Command(name, args...).CombinedOutput()
	require.NoError(t, err, string(out))
	return string(out)
}

func fetched(t *testing.T, url string) string {
	t.Helper()
	status, body, _ := call(t, "GET", url, nil)
	require.Equal(t, 200, status, string(body))
	path := filepath.Join(t.TempDir(), "paper")
	require.NoError(t, os.WriteFile(path, body, 0o600))
	return path
}

// The papers, read by a program that knows nothing of Ledge: each says what it must, page by page.
func TestPapersAsAnotherProgramReadsThem(t *testing.T) {
	base := serveDemo(t).URL
	text := func(path string) string { return second(t, "pdftotext", "-layout", fetched(t, base+path), "-") }
	inspected := text("/api/v1/jobs/9/inspection.pdf")
	for _, want := range []string{"L-0009", "Chapel blower twin", "book", "Wanda Pell", "Ida Lorn", "Main 1",
		"Cylinder 2", "page 1 of", "hold", "bore gauge, division 0.0001 in"} {
		assert.Contains(t, strings.ToLower(inspected), strings.ToLower(want), "inspection")
	}
	pages := strings.Count(inspected, "\f")
	assert.Contains(t, inspected, fmt.Sprintf("age %d of %d", pages, pages))
	summary := text("/api/v1/jobs/9/summary.pdf")
	assert.Contains(t, summary, "Chapel blower twin")
	assert.NotContains(t, summary, "out_of_round", "plain words only")
	view := bench9(t, base)
	require.NotEmpty(t, view.Orders.Issued)
	for _, o := range view.Orders.Issued {
		raw := second(t, "pdftotext", "-raw", fetched(t, base+"/api/v1/jobs/9/orders/"+o.ID+"/pdf"), "-")
		sheet := strings.Join(strings.Fields(raw), " ")
		for _, l := range o.Body.Lines {
			assert.Contains(t, sheet, l.Title, o.Sheet)
			if l.Min != nil {
				assert.Contains(t, sheet, l.Min.Format(view.Job.Unit), o.Sheet)
			}
		}
		assert.Regexp(t, regexp.MustCompile(`(?i)issue\s+1`), sheet)
	}
}

func bench9(t *testing.T, base string) shop.JobView {
	t.Helper()
	status, body, _ := call(t, "GET", base+"/api/v1/jobs/9", nil)
	require.Equal(t, 200, status)
	return jobIn(t, base, body)
}

// Names that are pages or formulas to some program stay names in every paper, and real numbers stay numbers.
func TestHostileNamesAreHarmlessInEveryPaper(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	for _, by := range []string{`=cmd|'/c calc'!A1`, `+1+1`, `<img src=x onerror=alert(1)>`, "@SUM(A1)"} {
		r := reading("2.4985")
		r.Unusual, r.Repeat = true, true
		b.postAs(by, "/api/v1/jobs/1/readings", r, 201)
	}
	scored := shop.LookBody{ID: uuid.NewString(), Kind: "main_journal", Number: 1, State: "as_found",
		What: "grade", Look: "scored", Note: "=1+1"}
	b.post("/api/v1/jobs/1/looks", scored, 201)
	status, text, _ := call(t, "GET", base+"/api/v1/jobs/1/readings.csv", nil)
	require.Equal(t, 200, status)
	rows, err := csv.NewReader(bytes.NewReader(text)).ReadAll()
	require.NoError(t, err)
	for _, row := range rows {
		for i, cell := range row {
			if cell != "" && rows[0][i] != "reading" {
				assert.NotContains(t, "=+@", cell[:1], "%q", row)
			}
		}
	}
	path := fetched(t, base+"/api/v1/jobs/1/workbook.xlsx")
	book, err := excelize.OpenFile(path)
	require.NoError(t, err)
	defer book.Close()
	formulas, names := 0, 0
	for _, sheet := range book.GetSheetList() {
		panes, err := book.GetPanes(sheet)
		require.NoError(t, err)
		assert.True(t, panes.Freeze, sheet)
		cells, err := book.GetRows(sheet)
		require.NoError(t, err)
		for y, row := range cells {
			for x, text := range row {
				at, err := excelize.CoordinatesToCellName(x+1, y+1)
				require.NoError(t, err)
				if formula, err := book.GetCellFormula(sheet, at); err != nil || formula != "" {
					formulas++
				}
				if strings.HasPrefix(text, "=cmd") {
					names++
				}
			}
		}
	}
	assert.Zero(t, formulas)
	assert.NotZero(t, names, "the name is there, as text")
	out := filepath.Join(t.TempDir(), "readings.csv")
	second(t, "ssconvert", "--import-type=Gnumeric_Excel:xlsx", "--export-file-per-sheet", path,
		filepath.Join(filepath.Dir(out), "%s.csv"))
	opened, err := os.ReadFile(out[:len(out)-len("readings.csv")] + "Readings.csv")
	require.NoError(t, err)
	assert.Contains(t, string(opened), "2.4985")
	assert.Contains(t, string(opened), "=cmd|")
}

// What is too much is refused with a sentence, before it takes the machine with it.
func TestHugeFilesAreRefused(t *testing.T) {
	base := serveDemo(t).URL
	row := "main_journal,1,A,2.4985,in\n"
	for name, tt := range map[string]struct {
		path, text string
		status     int
		want       string
	}{
		"a million rows": {"/api/v1/jobs/1/readings-files", "kind,number,station,reading,unit\n" +
			strings.Repeat(row, 1_000_000), 413, "too large"},
		"rows beyond most": {"/api/v1/jobs/1/readings-files", "kind,number,station,reading,unit\n" +
			strings.Repeat(row, 60_000), 422, "more than 50000"},
		"deep": {"/api/v1/imports", strings.Repeat(`{"job":`, 100_000), 422, "nested deeper"},
		"many features": {"/api/v1/imports", `{"format":"ledge.inspection/1","unit":"in","features":[` +
			strings.Repeat(`{},`, 900_000) + `{}]}`, 422, ""},
		"a number too long": {"/api/v1/imports",
			`{"format":"ledge.inspection/1","unit":"in","features":[],"job":{"engine":1e999999999}}`, 422, ""},
	} {
		status, said, _ := call(t, http.MethodPost, base+tt.path, map[string]string{"text": tt.text})
		assert.Equal(t, tt.status, status, name)
		assert.Contains(t, string(said), tt.want, name)
		assert.Less(t, len(said), 1<<20, "%s: the answer is for a person", name)
	}
}
