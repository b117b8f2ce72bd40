package shop

import (
	"context"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// LookBody grades a feature, or records a test of it for cracks or hardness.
type LookBody struct {
	ID     string    `json:"id" format:"uuid"`
	Kind   part.Kind `json:"kind" minLength:"1"`
	Number int       `json:"number" minimum:"1"`
	State  string    `json:"state" minLength:"1"`
	// Component is the tag of the one it belongs to.
	Component string          `json:"component,omitempty" maxLength:"40"`
	What      store.LookType  `json:"what"`
	Look      inspection.Look `json:"look,omitempty"`
	Note      string          `json:"note" maxLength:"400" doc:"for a test: the method and who made it"`
}

// AddLook grades a feature or records a crack test.
func (a *Application) AddLook(ctx context.Context, job int64, b LookBody) (JobView, error) {
	look := store.Look{ID: b.ID, What: b.What, Note: b.Note}
	switch {
	case (b.What == store.Grade) != (b.Look != ""):
		return JobView{}, refuse.At("look", words.Told("refuse.grade"))
	case b.What != store.Grade && b.Note == "":
		return JobView{}, refuse.At("note", words.Told("refuse.crack_test"))
	case b.What == store.Grade:
		look.Look = &b.Look
	}
	at := store.Place{Kind: b.Kind, Number: b.Number, State: b.State, Component: b.Component}
	return a.changedPart(ctx, job, b.Kind, b.Component, a.store.AddLook(ctx, job, at, look))
}
