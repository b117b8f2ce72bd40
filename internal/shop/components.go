package shop

import (
	"context"
	"strings"

	"ledge/internal/core/part"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ComponentBody is another component beside its like, or one that came in later.
type ComponentBody struct {
	ID     string         `json:"id" format:"uuid"`
	Of     part.Component `json:"of"`
	Tag    string         `json:"tag" maxLength:"40" doc:"tells it from its like: spare, no. 2; none for what came in later"`
	Origin store.Origin   `json:"origin"`
	Stamp  string         `json:"stamp,omitempty" maxLength:"40" doc:"what is stamped on it"`
}

// ReplacementBody is another component that takes the place of one in the engine.
type ReplacementBody struct {
	ComponentBody
	Retirement string `json:"retirement" format:"uuid" doc:"the id of the retirement, made by the client"`
	Reason     string `json:"reason" maxLength:"1000" doc:"why the other is not built in"`
}

// RetirementBody takes a component out of the engine, or takes that back.
type RetirementBody struct {
	ID      string  `json:"id" format:"uuid"`
	Retired bool    `json:"retired"`
	For     *string `json:"for,omitempty" format:"uuid" doc:"the id of the one that takes its place"`
	Reason  string  `json:"reason,omitempty" maxLength:"1000"`
}

// AddComponent puts another component beside its like, to be measured as that one was planned, or adds one to what
// came in.
func (a *Application) AddComponent(ctx context.Context, job int64, b ComponentBody) (JobView, error) {
	return a.addComponent(ctx, job, b, nil)
}

// ReplaceComponent puts a component in the place of another, which is retired with everything measured of it.
func (a *Application) ReplaceComponent(ctx context.Context, job int64, component string,
	b ReplacementBody) (JobView, error) {
	r := store.Retirement{ID: b.Retirement, ComponentID: strings.ToLower(component),
		Reason: strings.TrimSpace(b.Reason)}
	switch {
	case b.Origin == store.CameIn:
		return JobView{}, refuse.At("origin", words.Told("refuse.spare"))
	case r.Reason == "":
		return JobView{}, refuse.At("reason", words.Told("refuse.why_retired"))
	}
	return a.addComponent(ctx, job, b.ComponentBody, &r)
}

func (a *Application) addComponent(ctx context.Context, job int64, b ComponentBody,
	replaces *store.Retirement) (JobView, error) {
	tag := strings.TrimSpace(b.Tag)
	switch {
	case b.Origin == store.CameIn && tag != "":
		return JobView{}, refuse.At("origin", words.Told("refuse.spare"))
	case b.Origin != store.CameIn && tag == "":
		return JobView{}, refuse.At("tag", words.Told("refuse.tag"))
	}
	return a.changedOf(ctx, job, b.Of, tag, a.store.AddComponent(ctx, store.Component{ID: b.ID, JobID: job,
		Of: b.Of, Tag: tag, Origin: b.Origin, Stamp: strings.TrimSpace(b.Stamp)}, replaces))
}

// TakeOff takes a component back that was added or told by mistake, while nothing is recorded of it.
func (a *Application) TakeOff(ctx context.Context, job int64, component string) (JobView, error) {
	return a.changed(ctx, job, a.store.TakeOff(ctx, job, strings.ToLower(component)))
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
		return JobView{}, refuse.At("reason", words.Told("refuse.why_retired"))
	}
	return a.changed(ctx, job, a.store.RetireComponent(ctx, job, r))
}
