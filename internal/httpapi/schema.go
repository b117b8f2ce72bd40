package httpapi

import (
	"path"
	"reflect"
	"slices"
	"strings"

	"ledge/internal/words"

	"github.com/danielgtaylor/huma/v2"
)

func init() {
	huma.DefaultArrayNullable = false
	plain := huma.NewError
	huma.NewError = func(status int, msg string, errs ...error) huma.StatusError {
		made := plain(status, msg, errs...)
		if model, ok := made.(*huma.ErrorModel); ok {
			for _, e := range model.Errors {
				if e != nil {
					e.Message = spoken(e.Message)
				}
			}
			model.Errors = slices.DeleteFunc(model.Errors, func(e *huma.ErrorDetail) bool { return e == nil })
			model.Detail = spoken(model.Detail)
		}
		return made
	}
}

// spoken is a sentence of the libraries beneath without the names of their types.
func spoken(sentence string) string {
	for _, mark := range []string{"json:", "Go value", "Go struct", "strconv.", "httpapi.", "shop.", "people.",
		"settings.", "cabinet.",
		"invalid character", "unexpected end of JSON", "unexpected EOF", "http: "} {
		if strings.Contains(sentence, mark) {
			return words.Told("refuse.not_readable")
		}
	}
	return sentence
}

// schemaName tells types of one name apart by their package: fit.Clearance and limit.Clearance.
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	name := huma.DefaultSchemaNamer(t, hint)
	pkg := path.Base(t.PkgPath())
	ofShop := strings.HasPrefix(t.PkgPath(), "ledge/internal/shop")
	if t.Name() != "" && pkg != "httpapi" && !ofShop && strings.HasPrefix(t.PkgPath(), "ledge/") {
		name = strings.ToUpper(pkg[:1]) + pkg[1:] + name
	}
	return name
}
