package exchange

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
)

// outline is the schema with a slot, a text that begins with $, for each thing that a table has.
//
//go:embed schema.json
var outline []byte

// Schema is the JSON Schema (2020-12) of both documents: $defs/inspection and $defs/result.
func Schema() ([]byte, error) {
	var doc any
	if err := json.Unmarshal(outline, &doc); err != nil {
		return nil, fmt.Errorf("outline of the schema: %w", err)
	}
	text, err := json.MarshalIndent(filled(doc), "", " ")
	return append(text, '\n'), err
}

// filled is a part of the outline with its slots filled.
func filled(node any) any {
	switch node := node.(type) {
	case map[string]any:
		for name, value := range node {
			node[name] = filled(value)
		}
	case []any:
		for i, value := range node {
			node[i] = filled(value)
		}
	case string:
		if slot, ok := strings.CutPrefix(node, "$"); ok {
			if fill, known := slots[slot]; known {
				return fill()
			}
		}
	}
	return node
}

var slots = map[string]func() any{
	"grids": func() any {
		return kinds(func(r part.Row) bool {
			return r.List == nil &&
				r.Role != part.Bearings
		})
	},
	"bearings": func() any { return kinds(func(r part.Row) bool { return r.Role == part.Bearings }) },
	"lists": func() any {
		return kinds(func(r part.Row) bool { return r.List != nil && r.List.Form == part.Readings && !r.List.Whole })
	},
	"lists of 2": func() any { return wholeLists(2) },
	"lists of 4": func() any { return wholeLists(4) },
	"limited":    func() any { return kinds(func(r part.Row) bool { return r.Kind.Limited() }) },
	"gauges":     func() any { return instrument.Kinds.All() },
	"sets":       func() any { return part.SetNames.All() },
	"fits":       func() any { return part.Fits.All() },
	"mates":      func() any { return part.Pins.Row().Member.Row().In },
	"actions":    func() any { return disposition.Actions.All() },
	"methods":    func() any { return disposition.Methods.All()[1:] }, // without one it is left out
	"asked":      func() any { return disposition.AskKinds.All() },
	"unseen":     func() any { return disposition.UnseenChecks.All() },
	"limits":     func() any { return limitsSchema(true) },
	"policy":     policySchema,
	"build":      buildSchema,
	"shelf":      gaugesSchema,
}

func kinds(are func(part.Row) bool) (names []part.Kind) {
	for _, row := range part.All() {
		if are(row) {
			names = append(names, row.Kind)
		}
	}
	return names
}

func wholeLists(count int) []part.Kind {
	return kinds(func(r part.Row) bool {
		return r.List != nil && r.List.Form == part.Readings && r.List.Whole && len(r.List.Lines) == count
	})
}

type object = map[string]any

func objectOf(properties object, required ...string) object {
	o := object{"type": "object", "properties": properties, "additionalProperties": false}
	if len(required) > 0 {
		o["required"] = required
	}
	return o
}

var (
	lengthSchema      = object{"$ref": "#/$defs/length"}
	notNegativeSchema = object{"allOf": []any{lengthSchema, object{"minimum": 0}}}
)

// limitsSchema describes the fields of limits; those of one number have none by number.
func limitsSchema(whole bool) object {
	properties := object{"sources": object{"type": "object", "propertyNames": object{"enum": limit.FieldNames()},
		"additionalProperties": object{"enum": limit.Sources.All()}, "description": "where each field comes from"}}
	for _, f := range limit.Fields {
		var field object
		switch {
		case f.Form == limit.Span:
			field = objectOf(object{"min": lengthSchema, "max": lengthSchema}, "min", "max")
		case f.Form == limit.Rise:
			field = object{"type": "array", "description": "positive, strictly increasing",
				"items": object{"allOf": []any{lengthSchema, object{"exclusiveMinimum": 0}}}}
		case f.Form == limit.List:
			field = object{"type": "array", "items": lengthSchema,
				"description": "changes of clearance on offer against standard shells; positive gives more"}
		case f.Form == limit.Pairs:
			field = object{"type": "object", "additionalProperties": object{"type": "array", "items": lengthSchema},
				"description": "shells on offer for other size classes than 0, by the class"}
		case f.Signed:
			field = lengthSchema
		default:
			field = notNegativeSchema
		}
		outer, inner, nested := strings.Cut(f.Name, ".")
		if !nested {
			properties[outer] = field
			continue
		}
		if properties[outer] == nil {
			properties[outer] = objectOf(object{})
		}
		properties[outer].(object)["properties"].(object)[inner] = field
	}
	if whole {
		properties["by_number"] = object{"type": "object", "propertyNames": object{"pattern": "^[0-9]+$"},
			"additionalProperties": limitsSchema(false), "description": "overrides any field for one number"}
	}
	return objectOf(properties)
}

func policySchema() any {
	properties := object{}
	for i := range inspection.PolicyFields {
		switch f := &inspection.PolicyFields[i]; f.Form {
		case inspection.OneOf:
			properties[f.Name] = object{"enum": f.Values}
		case inspection.YesOrNo:
			properties[f.Name] = object{"type": "boolean"}
		case inspection.Grams:
			properties[f.Name] = object{"type": "number", "minimum": 0, "description": "grams"}
		default:
			properties[f.Name] = notNegativeSchema
		}
	}
	return objectOf(properties)
}
