package shop

import (
	"context"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ReadingBody is one reading as taken at the bench. The client makes the id: sending it twice stores it once.
type ReadingBody struct {
	ID        string    `json:"id" format:"uuid"`
	Kind      part.Kind `json:"kind" minLength:"1"`
	Number    int       `json:"number" minimum:"1"`
	State     string    `json:"state" minLength:"1"`
	Component string    `json:"component,omitempty" maxLength:"40" doc:"the tag of the one it belongs to"`
	Station   int       `json:"station" minimum:"0"`
	Direction int       `json:"direction" minimum:"0"`
	// StationName and DirectionAt say by name where it was read, whatever the plan is by now.
	StationName *string     `json:"station_name,omitempty" maxLength:"40"`
	DirectionAt *unit.Angle `json:"direction_at,omitempty" doc:"in microdegrees"`
	// Seen are the readings that held there when it was entered; where somebody else's came since,
	// it is refused with the code cell_changed.
	Seen    *[]string   `json:"seen,omitempty" maxItems:"200"`
	What    string      `json:"what" enum:"size,skip,clear"`
	Value   *part.Value `json:"value,omitempty" doc:"in 0.1 nm; of what is weighed in 0.1 µg"`
	Reason  *string     `json:"reason,omitempty" maxLength:"200"`
	Typed   string      `json:"typed" maxLength:"40" doc:"what the person typed"`
	Gauge   *string     `json:"gauge,omitempty" doc:"the id of the gauge's setup"`
	Repeat  bool        `json:"repeat" doc:"join the readings of the cell instead of superseding them"`
	Unusual bool        `json:"unusual" doc:"the person has confirmed a size far from its neighbours"`
}

// ReadingAnswer carries the reading and the job as it stands with it: one commit, one evaluation.
type ReadingAnswer struct {
	Reading store.Reading `json:"reading"`
	View    JobView       `json:"view"`
}

// TakeReading takes a reading as it was seen at the bench.
func (a *Application) TakeReading(ctx context.Context, job int64, b ReadingBody) (ReadingAnswer, error) {
	if err := a.checkReading(ctx, job, b); err != nil {
		return ReadingAnswer{}, err
	}
	reading, err := a.store.AddReadingAsSeen(ctx, job,
		store.Place{Kind: b.Kind, Number: b.Number, State: b.State, Component: b.Component},
		store.Reading{ID: b.ID, Station: b.Station, Direction: b.Direction, What: b.What,
			Value: b.Value, Reason: b.Reason, Typed: b.Typed, GaugeID: b.Gauge}, b.Repeat,
		store.Seen{Station: b.StationName, Direction: b.DirectionAt, Live: b.Seen})
	view, err := a.changedPart(ctx, job, b.Kind, b.Component, err)
	return ReadingAnswer{reading, view}, err
}

// checkReading refuses what cannot be, and asks about what is unlikely.
func (a *Application) checkReading(ctx context.Context, job int64, b ReadingBody) error {
	switch {
	case (b.What == store.Size) != (b.Value != nil):
		return refuse("value", words.Told("refuse.value"))
	case (b.What == store.Skip) != (b.Reason != nil && *b.Reason != ""):
		return refuse("reason", words.Told("refuse.skip"))
	case b.Value == nil:
		return nil
	}
	view, err := a.viewWith(ctx, job, b.Kind.Row().Component, b.Component)
	if err != nil {
		return err
	}
	if doubt := view.in.Doubt(b.Kind, b.Number, b.State, *b.Value); doubt != nil && (doubt.Impossible || !b.Unusual) {
		code := "unusual"
		if doubt.Impossible {
			code = "impossible"
		}
		says := words.In(view.Job.Unit).Say(doubt.Why)
		return &Refusal{Says: says, Places: []Place{{Field: "value", Says: says, Marks: code}}}
	}
	return nil
}
