package store

import (
	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/office"
)

// listed are the columns that hold a closed list. What the program stores in them is checked by its type
// ([statement.CheckNamedValue]), what an archive brings by its column.
var listed = map[string]closed.Any{
	"jobs.duty":             inspection.Duties,
	"jobs.unit":             unit.Systems,
	"jobs.arrangement":      engine.Arrangements,
	"shop_policies.unit":    unit.Systems,
	"card_versions.unit":    unit.Systems,
	"card_events.what":      office.CardEventTypes,
	"limits.block":          inspection.LimitBlocks,
	"limit_sources.block":   inspection.LimitBlocks,
	"limit_sources.source":  limit.Sources,
	"features.kind":         part.Kinds,
	"readings.what":         ReadingTypes,
	"components.component":  part.Components,
	"components.origin":     Origins,
	"component_events.what": RetirementTypes,
	"events.what":           MomentTypes,
	"cabinet_deeds.what":    instrument.DeedTypes,
	"people.role":           office.Roles,
}

// listedIn are what holds a closed list in the body of an event, by the event's type.
var listedIn = map[string]closed.Any{
	"look.what":          LookTypes,
	"look.look":          inspection.Looks,
	"gauge.instrument":   instrument.Kinds,
	"gauge.mode":         instrument.Modes,
	"condition.material": instrument.Materials,
	"order_event.what":   OrderEventTypes,
	"closing.outcome":    Outcomes,
	"build.what":         assembly.EventTypes,
	"change.change":      ChangeTypes,
}

// orNothing is a value for a column that may hold nothing instead of a member.
func orNothing[T ~string](value T) any {
	if value == "" {
		return ""
	}
	return value
}
