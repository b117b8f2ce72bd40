package exchange

import (
	"reflect"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/instrument"
)

// Every member of every list that an event of building or a deed of an instrument may hold is written to a file, read
// from it again and named by the schema; anything else is a problem.
func TestEveryMemberInAFile(t *testing.T) {
	lists := map[reflect.Type]closed.Any{}
	seen := map[reflect.Type]bool{}
	var walk func(of reflect.Type)
	walk = func(of reflect.Type) {
		if seen[of] {
			return
		}
		seen[of] = true
		if list := closed.Of(of); list != nil {
			lists[of] = list
		}
		switch of.Kind() {
		case reflect.Pointer, reflect.Slice:
			walk(of.Elem())
		case reflect.Map:
			walk(of.Key())
		case reflect.Struct:
			for i := range of.NumField() {
				walk(of.Field(i).Type)
			}
		}
	}
	walk(reflect.TypeFor[assembly.Event]())
	walk(reflect.TypeFor[instrument.Deed]())
	require.Greater(t, len(lists), 8)
	for of := range lists {
		named := schemaOfType(of, "")["enum"]
		for _, name := range members(of) {
			value := reflect.New(of).Elem()
			value.SetString(name)
			written := writer{}.plainly(value)
			assert.EqualValues(t, name, reflect.ValueOf(written).String(), "%v", of)
			read, problems := readMember(t, of, name)
			assert.Empty(t, problems, "%v %s", of, name)
			assert.Equal(t, value.Interface(), read, "%v", of)
			assert.Contains(t, named, name, "%v", of)
		}
		_, problems := readMember(t, of, "strange")
		assert.Len(t, problems, 1, "%v", of)
	}
}

func readMember(t *testing.T, of reflect.Type, name string) (any, Problems) {
	t.Helper()
	n, err := parse(strings.NewReader(strconv.Quote(name)))
	require.NoError(t, err)
	var r reader
	value := reflect.New(of).Elem()
	r.into(&n, "/x", value, "")
	return value.Interface(), r.problems
}
