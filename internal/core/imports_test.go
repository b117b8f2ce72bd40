// Package core_test holds the import rules of the core and of the layers around it.
package core_test

import (
	"os/exec"
	"slices"
	"strings"
	"testing"
)

// lists is the package that closed lists are made with, which any package may import.
const lists = "internal/core/closed"

// rules: what a package of this project may import of it. A name ending in / allows everything below.
var rules = map[string][]string{
	lists:                      {},
	"internal/core/unit":       {},
	"internal/core/engine":     {"internal/core/unit"},
	"internal/core/plan":       {"internal/core/unit"},
	"internal/core/instrument": {"internal/core/unit"},
	"internal/core/part":       {"internal/core/unit", "internal/core/engine", "internal/core/instrument"},
	"internal/core/form":       {"internal/core/unit"},
	"internal/core/limit":      {"internal/core/unit", "internal/core/instrument", "internal/core/say"},
	"internal/core/fit":        {"internal/core/unit", "internal/core/limit"},
	"internal/core/say":        {"internal/core/unit", "internal/core/part"},
	"internal/core/inspection": {"internal/core/unit", "internal/core/engine", "internal/core/part",
		"internal/core/say", "internal/core/plan", "internal/core/instrument", "internal/core/form",
		"internal/core/limit", "internal/core/fit", "internal/core/assembly"},
	"internal/core/disposition": {"internal/core/"},
	"internal/core/assembly": {"internal/core/unit", "internal/core/engine", "internal/core/part",
		"internal/core/say", "internal/core/limit", "internal/core/fit"},
	"internal/core/walk": {"internal/core/engine", "internal/core/part", "internal/core/say"},
	"internal/core/schedule": {"internal/core/unit", "internal/core/part", "internal/core/say",
		"internal/core/disposition"},
	"internal/core/order": {"internal/core/"},
	"internal/core/simulate": {"internal/core/unit", "internal/core/engine", "internal/core/plan",
		"internal/core/instrument", "internal/core/assembly", "internal/core/limit", "internal/core/part"},
	"internal/words":    {"internal/core/"},
	"internal/exchange": {"internal/core/", "internal/words"},
	"internal/report":   {"internal/core/", "internal/words"},
	"internal/store":    {"internal/core/", "internal/words", "internal/store/"},
	// The handle knows nothing of what is in the tables; the shop's room nothing of the jobs'.
	"internal/store/db":     {"internal/words"},
	"internal/store/tables": {"internal/core/", "internal/store/db"},
	"internal/store/office": {"internal/core/", "internal/words", "internal/store/db"},
	"internal/varied":       {},
	"internal/truth":        {"internal/core/"},
	"internal/photo":        {"internal/words"},
	"internal/gaugelink":    {"internal/core/"},
	"internal/archive": {"internal/core/", "internal/exchange", "internal/store", "internal/store/", "internal/photo",
		"internal/words"},
	// The shop's own rooms know nothing of how a job is shown.
	"internal/shop/refuse":   {"internal/words"},
	"internal/shop/people":   {"internal/store/", "internal/words", "internal/shop/refuse"},
	"internal/shop/settings": {"internal/core/", "internal/store/", "internal/words", "internal/shop/refuse"},
	"internal/shop/judge":    {"internal/core/", "internal/store", "internal/store/", "internal/words"},
	"internal/shop/cabinet": {"internal/core/", "internal/exchange", "internal/gaugelink", "internal/report",
		"internal/store", "internal/store/", "internal/words", "internal/shop/refuse", "internal/shop/settings",
		"internal/shop/judge"},
	"internal/shop": {"internal/shop/", "internal/core/", "internal/archive", "internal/exchange", "internal/gaugelink", "internal/photo",
		"internal/report", "internal/store", "internal/store/", "internal/truth", "internal/words"},
	"internal/demo/demotest": {"internal/demo", "internal/store", "internal/store/"},
	"internal/demo":          {"internal/core/", "internal/exchange", "internal/shop", "internal/store", "internal/store/", "internal/words"},
	// What is judged, said in papers or read from files is the shop's: here are only the types that travel.
	"internal/httpapi": {"internal/help", "internal/shop", "internal/shop/", "internal/exchange", "internal/store", "internal/store/", "internal/words", "internal/archive",
		"internal/photo", "internal/core/assembly",
		"internal/core/disposition", "internal/core/engine", "internal/core/form", "internal/core/inspection",
		"internal/core/instrument", "internal/core/limit", "internal/core/order", "internal/core/part",
		"internal/core/plan", "internal/core/say", "internal/core/schedule", "internal/core/unit", "internal/core/walk",
		"internal/gaugelink"},
	"docs":           {},
	"internal/help":  {"docs", "internal/words"},
	"internal/webui": {},
	"cmd/ledge":      {"internal/"},
}

// Of the world outside, the core takes the standard library's pure parts and gonum.
var coreForbids = []string{"net", "net/http", "database/sql", "log/slog", "log", "time", "math/rand",
	"math/rand/v2", "crypto/rand", "os", "io"}

func TestImports(t *testing.T) {
	out, err := exec.Command("go", "list", "-f", `{{.ImportPath}} {{join .Imports " "}}`, "ledge/...").Output()
	if err != nil {
		t.Fatal(err)
	}
	lines := strings.Split(strings.TrimSpace(string(out)), "\n")
	if len(lines) < len(rules) {
		t.Fatalf("only %d packages listed", len(lines))
	}
	for _, line := range lines {
		fields := strings.Fields(line)
		name := strings.TrimPrefix(fields[0], "ledge/")
		if name == "internal/core" {
			continue
		}
		allowed, known := rules[name]
		if !known {
			t.Errorf("%s has no import rule yet: add one", name)
		}
		for _, imported := range fields[1:] {
			own, ours := strings.CutPrefix(imported, "ledge/")
			switch {
			case own == lists:
			case ours && !slices.ContainsFunc(allowed,
				func(a string) bool { return own == a || strings.HasSuffix(a, "/") && strings.HasPrefix(own, a) }):
				t.Errorf("%s must not import %s", name, own)
			case ours || !strings.HasPrefix(name, "internal/core/"):
			case slices.Contains(coreForbids, imported), strings.Contains(imported, ".") &&
				!strings.HasPrefix(imported, "gonum.org/"):
				t.Errorf("%s is core and must not import %s", name, imported)
			}
		}
	}
}
