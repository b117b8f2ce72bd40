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

// stored are names that shops have in their files.
var stored = []string{"water in the oil", "under the cap", "out of reach"}

// What is measured, judged, decided and ordered is said as data: no text of three words stands in
// the core's source.
func TestTheCoreWritesNoSentence(t *testing.T) {
	word := regexp.MustCompile(`[A-Za-z%]+`)
	err := filepath.WalkDir(".", func(path string, _ fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
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
				if text, _ := strconv.Unquote(l.Value); strings.Contains(text, " ") &&
					!slices.Contains(stored, text) && len(word.FindAllString(text, -1)) >= 3 {
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

// sentences are the fields that hold what people read.
var sentences = []string{"Text", "Sentence", "Title", "Detail", "Notes", "Says"}

// comparers are the functions that compare or search what they are given.
var comparers = []string{"Contains", "ContainsFunc", "HasPrefix", "HasSuffix", "EqualFold", "Index", "Cut",
	"MatchString", "TrimPrefix", "TrimSuffix", "Compare"}

// theirs are the places where a text is no sentence of ours: what is told of before it was data, a
// stamp, a field of a file, a heading.
var theirs = []string{"core/say/say.go", "core/inspection/", "store/modernize.go"}

// Nothing that Ledge does hangs on how it is worded: no code compares a sentence with another, or
// searches one.
func TestNoCodeComparesASentence(t *testing.T) {
	sentence := func(n ast.Expr) bool {
		s, ok := n.(*ast.SelectorExpr)
		return ok && slices.Contains(sentences, s.Sel.Name)
	}
	for _, folder := range []string{".", "../store", "../httpapi", "../report", "../demo", "../archive"} {
		err := filepath.WalkDir(folder, func(path string, _ fs.DirEntry, err error) error {
			name := strings.TrimPrefix(filepath.ToSlash(filepath.Join("core", path)), "core/../")
			if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") ||
				slices.ContainsFunc(theirs, func(own string) bool { return strings.HasPrefix(name, own) }) {
				return err
			}
			files := token.NewFileSet()
			file, err := parser.ParseFile(files, path, nil, 0)
			if err != nil {
				return err
			}
			ast.Inspect(file, func(n ast.Node) bool {
				switch n := n.(type) {
				case *ast.BinaryExpr:
					empty := func(e ast.Expr) bool { l, ok := e.(*ast.BasicLit); return ok && l.Value == `""` }
					if (n.Op == token.EQL || n.Op == token.NEQ) &&
						(sentence(n.X) && !empty(n.Y) || sentence(n.Y) && !empty(n.X)) {
						t.Errorf("%s compares a sentence", files.Position(n.Pos()))
					}
				case *ast.CallExpr:
					f, ok := n.Fun.(*ast.SelectorExpr)
					if ok && slices.Contains(comparers, f.Sel.Name) && slices.ContainsFunc(n.Args, sentence) {
						t.Errorf("%s searches a sentence", files.Position(n.Pos()))
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
}
