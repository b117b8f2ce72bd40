package httpapi

import (
	"reflect"
	"testing"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/closed"
	"ledge/internal/core/inspection"
	"ledge/internal/demo/demotest"
	"ledge/internal/words"
)

// unsent are types of texts on the wire that are no closed lists.
var unsent = map[reflect.Type]bool{}

func described(t *testing.T) huma.Registry {
	t.Helper()
	s := demotest.Store(t)
	t.Cleanup(func() { _ = s.Close() })
	return newResources(Options{Store: s}).mount(chi.NewMux(), "test").OpenAPI().Components.Schemas
}

// What travels of a type of texts is one of a list, and the description says which: a list that is not told to it
// would take anything.
func TestEveryTypeOfTextsIsListed(t *testing.T) {
	r := described(t)
	seen := map[reflect.Type]bool{}
	var walk func(of reflect.Type, at string)
	walk = func(of reflect.Type, at string) {
		if seen[of] {
			return
		}
		seen[of] = true
		switch of.Kind() {
		case reflect.Pointer, reflect.Slice, reflect.Array:
			walk(of.Elem(), at)
		case reflect.Map:
			walk(of.Elem(), at)
		case reflect.Struct:
			for i := range of.NumField() {
				if f := of.Field(i); f.IsExported() && f.Tag.Get("json") != "-" {
					walk(f.Type, at+"."+f.Name)
				}
			}
		case reflect.String:
			if of.PkgPath() != "" && !unsent[of] {
				assert.NotNil(t, closed.Of(of), "%s: %v has no closed list", at, of)
				assert.NotNil(t, enums[of], "%s: the description does not list %v", at, of)
			}
		}
	}
	for name := range r.Map() {
		walk(r.TypeFromRef("#/components/schemas/"+name), name)
	}
	assert.True(t, seen[reflect.TypeFor[inspection.Look]()], "types within others are walked")
}

// Every member of every list is taken by the API, and nothing else is.
func TestEveryMemberTravels(t *testing.T) {
	r := described(t)
	for _, list := range closed.Every() {
		if enums[list.Type()] == nil {
			continue // it does not travel
		}
		schema := r.Schema(list.Type(), true, "")
		takes := func(text string) bool {
			var result huma.ValidateResult
			huma.Validate(r, schema, huma.NewPathBuffer(nil, 0), huma.ModeWriteToServer, text, &result)
			return len(result.Errors) == 0
		}
		for _, name := range list.Names() {
			assert.True(t, takes(name), "%v %q", list.Type(), name)
		}
		assert.Equal(t, list.Lists(""), takes(""), "%v", list.Type())
		assert.False(t, takes("strange"), "%v", list.Type())
	}
}

// A list that people read has a word for each member.
func TestEveryMemberHasAWord(t *testing.T) {
	said := 0
	for _, list := range closed.Every() {
		for _, begin := range list.Words() {
			said++
			for _, name := range list.Names() {
				if name != "" {
					_, err := words.Word(begin, name)
					require.NoError(t, err, "%v %q has no message %s.%s", list.Type(), name, begin, name)
				}
			}
		}
	}
	assert.Greater(t, said, 20)
}
