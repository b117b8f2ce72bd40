package words_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"path/filepath"
	"regexp"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Whatever is refused while an engine is built has its sentence, told with all that it asks for; and no
// sentence is there for nothing.
func TestEveryRefusalOfABuildHasItsSentence(t *testing.T) {
	all := everyMessage(t, "build.en.toml")
	asked := regexp.MustCompile(`\{\{(?:if )?\.([A-Za-z_0-9]+)`)
	told := map[string]bool{}
	files, err := filepath.Glob("../core/assembly/*.go")
	require.NoError(t, err)
	for _, name := range files {
		file, err := parser.ParseFile(token.NewFileSet(), name, nil, 0)
		require.NoError(t, err)
		ast.Inspect(file, func(n ast.Node) bool {
			c, ok := n.(*ast.CallExpr)
			if f, is := callee(c, ok); !is || f != "refused" && f != "wrong" {
				return true
			}
			form, ok := literal(c.Args[1])
			require.True(t, ok, "a form is a literal")
			told["build."+form] = true
			given := map[string]bool{}
			for _, arg := range c.Args[2:] {
				switch arg := arg.(type) {
				case *ast.CallExpr:
					name, _ := literal(arg.Args[0])
					given[name] = true
				case *ast.Ident: // a variable is called like what it tells
					given[map[string]string{"name": "card"}[arg.Name]+arg.Name] = true
					given[map[string]string{"name": "card"}[arg.Name]] = true
					if arg.Name == "number" {
						given["bolt"] = true
					}
				}
			}
			for _, name := range asked.FindAllStringSubmatch(all["build."+form], -1) {
				assert.True(t, given[name[1]], "build.%s asks for %s", form, name[1])
			}
			return true
		})
	}
	require.Greater(t, len(told), 40)
	for id := range all {
		assert.True(t, told[id], "%s is told nowhere", id)
	}
	for id := range told {
		assert.Contains(t, all, id)
	}
}

func callee(c *ast.CallExpr, ok bool) (string, bool) {
	if !ok || len(c.Args) < 2 {
		return "", false
	}
	f, ok := c.Fun.(*ast.Ident)
	if !ok {
		return "", false
	}
	return f.Name, true
}
