package core_test

import (
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
)

// unspoken are the parts of the core whose words still stand in them: tables of names, questions, and what readers refuse.
var unspoken = []string{"part", "limit", "engine", "unit", "inspection/policy.go"}

// stored are names that shops have in their files.
var stored = []string{"water in the oil"}

// What is judged, decided and ordered is said as data: no text of three words stands in the core's source.
func TestTheCoreWritesNoSentence(t *testing.T) {
	word := regexp.MustCompile(`[A-Za-z%]+`)
	err := filepath.WalkDir(".", func(path string, _ fs.DirEntry, err error) error {
		folder, _, _ := strings.Cut(filepath.ToSlash(path), "/")
		if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") || slices.Contains(unspoken, folder) || slices.Contains(unspoken, filepath.ToSlash(path)) {
			return err
		}
		files := token.NewFileSet()
		file, err := parser.ParseFile(files, path, nil, 0)
		if err != nil {
			return err
		}
		ast.Inspect(file, func(n ast.Node) bool {
			if field, ok := n.(*ast.Field); ok && field.Tag != nil {
				field.Tag = nil
			}
			if l, ok := n.(*ast.BasicLit); ok && l.Kind == token.STRING {
				if text, _ := strconv.Unquote(l.Value); strings.Contains(text, " ") && !slices.Contains(stored, text) && len(word.FindAllString(text, -1)) >= 3 {
					t.Errorf("%s: %q is a sentence", files.Position(l.Pos()), text)
				}
			}
			return true
		})
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
}
