package httpapi

import (
	"go/ast"
	"go/parser"
	"go/token"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// This package decodes, names who asks, calls the shop and encodes: that is short.
func TestHandlersAreShort(t *testing.T) {
	const most = 40
	names, err := filepath.Glob("*.go")
	require.NoError(t, err)
	files, functions := token.NewFileSet(), 0
	for _, name := range names {
		if strings.HasSuffix(name, "_test.go") {
			continue
		}
		file, err := parser.ParseFile(files, name, nil, 0)
		require.NoError(t, err)
		for _, d := range file.Decls {
			if f, ok := d.(*ast.FuncDecl); ok {
				functions++
				lines := files.Position(f.End()).Line - files.Position(f.Pos()).Line + 1
				assert.LessOrEqual(t, lines, most, "%s: %s", name, f.Name.Name)
			}
		}
	}
	assert.Greater(t, functions, 50)
}
