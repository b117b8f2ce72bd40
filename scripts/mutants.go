//go:build ignore

// Mutants changes folders at random, one place at a time, and says which changes no test notices:
//
//	go run scripts/mutants.go -n 100 -seed 1
//	go run scripts/mutants.go -n 40 -of internal/core,internal/shop,internal/store -more "./internal/shop …"
//
// A comparison is turned or moved by its edge, a sum becomes a difference, a condition its
// opposite, a number one more.
package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"go/ast"
	"go/format"
	"go/parser"
	"go/token"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

// turned are the operators that take the place of one.
var turned = map[token.Token][]token.Token{
	token.LSS: {token.LEQ, token.GTR}, token.LEQ: {token.LSS, token.GTR}, token.GTR: {token.GEQ, token.LSS},
	token.GEQ: {token.GTR, token.LSS},
	token.EQL: {token.NEQ}, token.NEQ: {token.EQL}, token.LAND: {token.LOR}, token.LOR: {token.LAND},
	token.ADD: {token.SUB}, token.SUB: {token.ADD}, token.MUL: {token.QUO},
}

// A mutant is one change of one file.
type mutant struct {
	file string
	line int
	what string
	make func()
}

func main() {
	count := flag.Int("n", 100, "how many mutants")
	seed := flag.Uint64("seed", 1, "of what is drawn")
	roots := flag.String("of", "internal/core", "folders whose files are changed, with commas between")
	tests := flag.String("tests", "./internal/core/... ./internal/exchange ./internal/varied",
		"packages whose tests must notice")
	more := flag.String("more", "./internal/report ./internal/demo ./internal/store ./internal/httpapi",
		"packages that are asked where those do not")
	from := flag.Int("from", 1, "the draw to begin with, to go on where a run of the same seed and tree ended")
	flag.Parse()
	var files []string
	for _, root := range strings.Split(*roots, ",") {
		_ = filepath.WalkDir(root, func(path string, d os.DirEntry, err error) error {
			if err == nil && strings.HasSuffix(path, ".go") && !strings.HasSuffix(path, "_test.go") {
				files = append(files, path)
			}
			return err
		})
	}
	random := rand.New(rand.NewPCG(*seed, 7))
	folder, err := os.MkdirTemp("", "mutants")
	check(err)
	defer os.RemoveAll(folder)
	alive, tried, drawn := 0, 0, 0
	for tried < *count {
		path := files[random.IntN(len(files))]
		fset := token.NewFileSet()
		tree, err := parser.ParseFile(fset, path, nil, parser.ParseComments)
		check(err)
		all := mutants(path, fset, tree, random)
		if len(all) == 0 {
			continue
		}
		m := all[random.IntN(len(all))]
		if drawn++; drawn < *from {
			continue
		}
		m.make()
		var text bytes.Buffer
		check(format.Node(&text, fset, tree))
		changed := filepath.Join(folder, "changed.go")
		check(os.WriteFile(changed, text.Bytes(), 0o600))
		full, err := filepath.Abs(path)
		check(err)
		overlay, err := json.Marshal(map[string]any{"Replace": map[string]string{full: changed}})
		check(err)
		check(os.WriteFile(filepath.Join(folder, "overlay.json"), overlay, 0o600))
		run := func(packages string) ([]byte, error) {
			args := append([]string{"test", "-overlay", filepath.Join(folder, "overlay.json"), "-timeout",
				"180s", "-failfast"}, strings.Fields(packages)...)
			return exec.Command("go", args...).CombinedOutput()
		}
		// The tests beside it are the soonest built and the likeliest to notice.
		var out []byte
		for _, packages := range []string{"./" + filepath.Dir(path), *tests, *more} {
			if out, err = run(packages); err != nil {
				break
			}
		}
		if bytes.Contains(out, []byte("[build failed]")) && !bytes.Contains(out, []byte("--- FAIL")) {
			continue // no change that compiles
		}
		tried++
		if err == nil {
			alive++
			fmt.Printf("alive: %s:%d %s\n", m.file, m.line, m.what)
		}
		if tried%5 == 0 {
			fmt.Printf("%d tried, %d alive; the next draw is %d\n", tried, alive, drawn+1)
		}
	}
	fmt.Printf("of %d mutants %d survive: %.1f %%\n", tried, alive, 100*float64(alive)/float64(tried))
}

func mutants(path string, fset *token.FileSet, tree *ast.File, random *rand.Rand) (all []mutant) {
	add := func(at token.Pos, what string, make func()) {
		all = append(all, mutant{file: path, line: fset.Position(at).Line, what: what, make: make})
	}
	ast.Inspect(tree, func(n ast.Node) bool {
		switch n := n.(type) {
		case *ast.GenDecl:
			return n.Tok != token.CONST && n.Tok != token.IMPORT && n.Tok != token.TYPE
		case *ast.BinaryExpr:
			if to := turned[n.Op]; to != nil && !text(n.X) && !text(n.Y) {
				op := to[random.IntN(len(to))]
				add(n.OpPos, n.Op.String()+" becomes "+op.String(), func() { n.Op = op })
			}
		case *ast.IfStmt:
			add(n.Pos(), "if becomes if not",
				func() { n.Cond = &ast.UnaryExpr{Op: token.NOT, X: &ast.ParenExpr{X: n.Cond}} })
		case *ast.BasicLit:
			if value, err := strconv.Atoi(n.Value); n.Kind == token.INT && err == nil {
				add(n.Pos(), n.Value+" becomes one more", func() { n.Value = strconv.Itoa(value + 1) })
			}
		case *ast.UnaryExpr:
			if n.Op == token.SUB {
				add(n.Pos(), "- becomes +", func() { n.Op = token.ADD })
			}
		case *ast.BranchStmt:
			if n.Label == nil && slices.Contains([]token.Token{token.BREAK, token.CONTINUE}, n.Tok) {
				to := token.BREAK
				if n.Tok == token.BREAK {
					to = token.CONTINUE
				}
				add(n.Pos(), n.Tok.String()+" becomes "+to.String(), func() { n.Tok = to })
			}
		}
		return true
	})
	return all
}

func text(e ast.Expr) bool {
	lit, ok := e.(*ast.BasicLit)
	return ok && lit.Kind == token.STRING
}

func check(err error) {
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}
