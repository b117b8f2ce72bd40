package shop

import (
	"context"
	"strings"

	"ledge/internal/core/part"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ComponentBody is another component beside its like.
type ComponentBody struct {
	ID     string         `json:"id" format:"uuid"`
	Of     part.Component `json:"of"`
	Tag    string         `json:"tag" minLength:"1" maxLength:"40" pattern:"\\S" doc:"tells it from its like: spare, no. 2"`
	Origin store.Origin   `json:"origin" doc:"spare or bought: what came is there already"`
	Stamp  string         `json:"stamp,omitempty" maxLength:"40" doc:"what is stamped on it"`
}

// RetirementBody takes a component out of the engine, or takes that back.
type RetirementBody struct {
	ID      string  `json:"id" format:"uuid"`
	Retired bool    `json:"retired"`
	For     *string `json:"for,omitempty" format:"uuid" doc:"the id of the one that takes its place"`
	Reason  string  `json:"reason,omitempty" maxLength:"1000"`
}

// AddComponent puts another component beside its like, to be measured as that one was planned.
func (a *Application) AddComponent(ctx context.Context, job int64, b ComponentBody) (JobView, error) {
	if b.Origin == store.Came {
		return JobView{}, refuse("origin", words.Told("refuse.spare"))
	}
	tag := strings.TrimSpace(b.Tag)
	return a.changedOf(ctx, job, b.Of, tag, a.store.AddComponent(ctx, store.Component{ID: b.ID, JobID: job,
		Of: b.Of, Tag: tag, Origin: b.Origin, Stamp: strings.TrimSpace(b.Stamp)}))
}

// RetireComponent takes a component out of the engine with everything measured of it, or takes that
// back; the record keeps it.
func (a *Application) RetireComponent(ctx context.Context, job int64, component string,
	b RetirementBody) (JobView, error) {
	r := store.Retirement{ID: b.ID, ComponentID: strings.ToLower(component), For: b.For,
		Reason: strings.TrimSpace(b.Reason)}
	switch {
	case !b.Retired:
		return a.changed(ctx, job, a.store.ReturnComponent(ctx, job, r))
	case r.Reason == "":
		return JobView{}, refuse("reason", words.Told("refuse.why_retired"))
	}
	return a.changed(ctx, job, a.store.RetireComponent(ctx, job, r))
}
