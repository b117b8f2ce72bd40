package httpapi

import (
	"path"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"
)

func init() { huma.DefaultArrayNullable = false }

// schemaName tells types of one name apart by their package: fit.Clearance and limit.Clearance.
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	name := huma.DefaultSchemaNamer(t, hint)
	if pkg := path.Base(t.PkgPath()); t.Name() != "" && pkg != "httpapi" && strings.HasPrefix(t.PkgPath(), "ledge/") {
		name = strings.ToUpper(pkg[:1]) + pkg[1:] + name
	}
	return name
}
