package store

import (
	"encoding/json"
	"maps"
	"slices"

	"ledge/internal/core/assembly"
	"ledge/internal/core/instrument"
	"ledge/internal/store/db"
)

// A bodied is what is known of the events of a type: what a body is read into, and what is wrong with one; "" where
// nothing is.
type bodied struct {
	into  func() any
	wrong func(body any) string
}

// bodies are the types of events. What the API refuses, nothing brings in.
var bodies = map[MomentType]bodied{
	looked: into(func(l *Look) string {
		return wrong(l.What == Grade != (l.Look != nil), "look")
	}),
	gaugeSet: into(func(g *GaugeSetup) string {
		set := !g.Mating && slices.Contains([]instrument.Mode{instrument.Divisions, instrument.Deviation,
			instrument.Vernier}, g.Mode)
		return wrong(g.Division <= 0, "division") + wrong(set != (g.Setting != nil), "setting") +
			wrong(g.Sense != 1 && g.Sense != -1, "sense") +
			wrong(g.Expansion != nil && (*g.Expansion <= 0 || *g.Expansion >= 100), "expansion") +
			wrong(g.Counts != nil && *g.Counts <= 0, "counts") +
			wrong(g.Repeatability != nil && *g.Repeatability < 0, "repeatability") +
			wrong(g.SettingU != nil && *g.SettingU < 0, "setting_u")
	}),
	zeroChecked: into(func(*GaugeCheck) string { return "" }),
	conditionTold: into(func(c *Condition) string {
		return wrong((c.GaugeC == nil) != (c.Material == "") || c.GaugeC != nil && c.PartC == nil, "material")
	}),
	unwornRead:   into(func(*unworn) string { return "" }),
	answered:     into(func(*Answer) string { return "" }),
	photographed: into(func(*Photo) string { return "" }),
	noted: into(func(*struct {
		Note
		withdrawal
	}) string {
		return ""
	}),
	decided: into(func(d *decision) string {
		return wrong(d.Overruled && d.Reason == "", "reason")
	}),
	issued: into(func(o *Order) string { return wrong(o.Issue <= 0, "issue") }),
	orderSaid: into(func(o *OrderEvent) string {
		return wrong((o.What == Accepted || o.What == SentBack) && o.Reason == "", "reason")
	}),
	matched: into(func(*matching) string { return "" }),
	logged:  into(func(*change) string { return "" }),
	linked:  into(func(*change) string { return "" }),
	closing: into(func(*Closing) string { return "" }),
	built:   into(func(*assembly.Event) string { return "" }),
}

func into[T any](is func(*T) string) bodied {
	return bodied{func() any { return new(T) }, func(body any) string { return is(body.(*T)) }}
}

// wrong names a field where something is wrong with it.
func wrong(is bool, field string) string {
	if is {
		return field
	}
	return ""
}

// sound is an [db.UnsoundError] where a body is not one that its type has.
func (e *event) sound() error {
	kind, known := bodies[e.What]
	if !known {
		return db.Unsound("unsound.text", "name", "what")
	}
	said := map[string]any{}
	body := kind.into()
	if json.Unmarshal([]byte(e.Body), &said) != nil || json.Unmarshal([]byte(e.Body), body) != nil {
		return db.Unsound("unsound.text", "name", "body")
	}
	needsPart := e.What == looked || e.What == unwornRead
	if needsPart != (e.FeatureID != nil) {
		return db.Unsound("unsound.text", "name", "feature_id")
	}
	if e.What == orderSaid && e.Of == nil {
		return db.Unsound("unsound.text", "name", "of_id")
	}
	for _, name := range slices.Sorted(maps.Keys(said)) {
		if text, is := said[name].(string); is && !admits(string(e.What), name, text) {
			return db.Unsound("unsound.text", "name", name)
		}
	}
	if field := kind.wrong(body); field != "" {
		return db.Unsound("unsound.text", "name", field)
	}
	return nil
}
