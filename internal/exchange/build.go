package exchange

import (
	"encoding/json"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// What was done to build an engine stands in the file as the core has it, field by field: lengths in the
// document's unit, a torque as its value with its unit, and money with its decimals. Reader, writer and schema
// walk the same types.

// mostBuilt bounds the events of a file.
const mostBuilt = 5000

// members are those of a closed list; nil for a type that has none.
func members(t reflect.Type) []string {
	switch l := closed.Of(t); {
	case l == nil:
		return nil
	case t == kindType: // strips have a kind for each sort of journal here
		return slices.DeleteFunc(l.Names(), func(name string) bool { return part.Kind(name).AnyStrip() })
	default:
		return l.Names()
	}
}

var (
	lengthType = reflect.TypeFor[unit.Length]()
	torqueType = reflect.TypeFor[unit.Torque]()
	kindType   = reflect.TypeFor[part.Kind]()
)

// money reports whether a field holds hundredths.
func money(f reflect.StructField) bool { return nameOf(f) == "price" }

func nameOf(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name
}

// build writes what was done.
func (w writer) build(events []assembly.Event) []any {
	list := make([]any, len(events))
	for i, e := range events {
		list[i] = w.plainly(reflect.ValueOf(e))
	}
	return list
}

func (w writer) plainly(v reflect.Value) any {
	switch t := v.Type(); {
	case t == lengthType:
		return w.length(unit.Length(v.Int()))
	case t == torqueType:
		torque, _ := reflect.TypeAssert[unit.Torque](v)
		return map[string]any{"value": decimal(torque.Format()), "unit": torque.Unit}
	case t.Kind() == reflect.Pointer:
		return w.plainly(v.Elem())
	case t.Kind() == reflect.Slice:
		list := make([]any, v.Len())
		for i := range list {
			list[i] = w.plainly(v.Index(i))
		}
		return list
	case t.Kind() == reflect.Map:
		doc := map[string]any{}
		for _, key := range v.MapKeys() {
			doc[key.String()] = w.plainly(v.MapIndex(key))
		}
		return doc
	case t.Kind() == reflect.Struct:
		doc := map[string]any{}
		for i := range t.NumField() {
			f := t.Field(i)
			if value := v.Field(i); !value.IsZero() {
				doc[nameOf(f)] = w.plainly(value)
				if money(f) {
					hundredth := unit.Length(value.Elem().Int()) * unit.Millimetre / 100
					doc[nameOf(f)] = decimal(hundredth.Format(unit.MM))
				}
			}
		}
		return doc
	}
	return v.Interface()
}

// build reads what was done.
func (r *reader) build(n *node, at string) (events []assembly.Event) {
	for i, item := range r.arrayOf(n, at, mostBuilt) {
		var e assembly.Event
		here := pointer(at, i)
		before := len(r.problems)
		if _, ok := r.object(&item, here); !ok || !r.require(&item, here, "what") {
			continue
		}
		r.into(&item, here, reflect.ValueOf(&e).Elem(), "")
		if e.Plan != nil && len(r.problems) == before {
			if field, why := e.Plan.Problem(); why != nil {
				where := strings.ReplaceAll(field, ".", "/")
				r.refused(here+"/"+where, r.said(*why))
			}
		}
		events = append(events, e)
	}
	return events
}

// into reads a value of any of the types there are; tag is that of its field.
func (r *reader) into(n *node, at string, v reflect.Value, tag reflect.StructTag) {
	t := v.Type()
	switch list := members(t); {
	case list != nil:
		v.SetString(choice(r, n, at, "", list...))
	case t == lengthType:
		v.SetInt(int64(r.length(n, at)))
	case t == torqueType:
		r.torque(n, at, v)
	case t.Kind() == reflect.Pointer:
		v.Set(reflect.New(t.Elem()))
		r.into(n, at, v.Elem(), tag)
	case t.Kind() == reflect.String:
		v.SetString(r.text(n, at))
		if most, err := strconv.Atoi(tag.Get("maxLength")); err == nil && len(v.String()) > 4*most {
			r.problem(at, "file.text_long", "most", most)
		}
	case t.Kind() == reflect.Bool:
		v.SetBool(r.truth(n, at))
	case t.Kind() == reflect.Int:
		least, _ := strconv.Atoi(tag.Get("minimum"))
		most, err := strconv.Atoi(tag.Get("maximum"))
		if err != nil {
			most = 1000
		}
		v.SetInt(int64(r.integer(n, at, least, most)))
	case t.Kind() == reflect.Int64: // hundredths
		v.SetInt(int64(exactly(r, n, at, "file.number", unit.ParseMass)) / int64(unit.Gram/100))
	case t.Kind() == reflect.Slice:
		items := r.array(n, at)
		v.Set(reflect.MakeSlice(t, len(items), len(items)))
		for i := range items {
			r.into(&items[i], pointer(at, i), v.Index(i), tag)
		}
	case t.Kind() == reflect.Map:
		v.Set(reflect.MakeMap(t))
		allowed := members(t.Key())
		if _, ok := r.object(n, at, allowed...); ok {
			for i := range n.fields {
				f := &n.fields[i]
				v.SetMapIndex(reflect.ValueOf(f.name).Convert(t.Key()),
					reflect.ValueOf(r.integer(&f.value, pointer(at, f.name), 0, 359)))
			}
		}
	default:
		r.structure(n, at, v)
	}
}

func (r *reader) structure(n *node, at string, v reflect.Value) {
	t := v.Type()
	if _, ok := r.object(n, at, fieldNames(t)...); !ok {
		return
	}
	for i := range t.NumField() {
		f := t.Field(i)
		if value := n.get(nameOf(f)); value != nil {
			r.into(value, pointer(at, nameOf(f)), v.Field(i), f.Tag)
		}
	}
}

func fieldNames(t reflect.Type) []string {
	names := make([]string, t.NumField())
	for i := range names {
		names[i] = nameOf(t.Field(i))
	}
	return names
}

func (r *reader) torque(n *node, at string, v reflect.Value) {
	if _, ok := r.object(n, at, "value", "unit"); !ok || !r.require(n, at, "value", "unit") {
		return
	}
	u := choice(r, n.get("unit"), pointer(at, "unit"), unit.NewtonMetre, unit.TorqueUnits.All()...)
	v.Set(reflect.ValueOf(exactly(r, n.get("value"), pointer(at, "value"), "file.number",
		func(text string) (unit.Torque, error) { return unit.ParseTorque(text, u) })))
}

// buildSchema describes what was done.
func buildSchema() any {
	return object{"type": "array", "maxItems": mostBuilt, "items": schemaOfType(reflect.TypeFor[assembly.Event](), "", "what"),
		"description": "what was done to build the engine, in its order; nothing is judged by it"}
}

func schemaOfType(t reflect.Type, tag reflect.StructTag, required ...string) object {
	switch list := members(t); {
	case list != nil:
		return object{"enum": list}
	case t == lengthType:
		return lengthSchema
	case t == torqueType:
		return objectOf(object{"value": object{"type": "number", "minimum": 0}, "unit": object{"enum": unit.TorqueUnits.All()}},
			"value", "unit")
	case t.Kind() == reflect.Pointer:
		return schemaOfType(t.Elem(), tag)
	case t.Kind() == reflect.String:
		return object{"type": "string"}
	case t.Kind() == reflect.Bool:
		return object{"type": "boolean"}
	case t.Kind() == reflect.Int:
		o := object{"type": "integer"}
		for _, bound := range []string{"minimum", "maximum"} {
			if value := tag.Get(bound); value != "" {
				o[bound] = json.Number(value)
			}
		}
		return o
	case t.Kind() == reflect.Int64:
		return object{"type": "number", "minimum": 0}
	case t.Kind() == reflect.Slice:
		return object{"type": "array", "items": schemaOfType(t.Elem(), tag)}
	case t.Kind() == reflect.Map:
		return object{"type": "object", "propertyNames": object{"enum": members(t.Key())},
			"additionalProperties": object{"type": "integer", "minimum": 0, "maximum": 359}}
	}
	properties := object{}
	for i := range t.NumField() {
		f := t.Field(i)
		properties[nameOf(f)] = schemaOfType(f.Type, f.Tag)
	}
	slices.Sort(required)
	return objectOf(properties, required...)
}
