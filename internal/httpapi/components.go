package httpapi

import (
	"context"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

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

func (a resources) components(api huma.API) {
	register(api, store.Inspector, huma.Operation{OperationID: "add-component", Method: http.MethodPost,
		Path: "/api/v1/jobs/{id}/components", DefaultStatus: http.StatusCreated,
		Summary: "Put another component beside its like, to be measured as that one was planned"},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body ComponentBody
		}) (*jobOutput, error) {
			b := in.Body
			tag := strings.TrimSpace(b.Tag)
			if b.Origin == store.Came {
				return nil, refuse("origin", words.Told("refuse.spare"))
			}
			return a.changedPart(ctx, in.ID, b.Of, tag,
				a.store.AddComponent(ctx,
					store.Component{ID: b.ID, JobID: in.ID, Of: b.Of, Tag: tag, Origin: b.Origin,
						Stamp: strings.TrimSpace(b.Stamp)}))
		})
	register(api, store.Decider, huma.Operation{OperationID: "retire-component", Method: http.MethodPost,
		Path: "/api/v1/jobs/{id}/components/{component}/retirements", DefaultStatus: http.StatusCreated,
		Summary: "Take a component out of the engine with everything measured of it, " +
			"or take that back; the record keeps it"},
		func(ctx context.Context, in *struct {
			ID        int64  `path:"id"`
			Component string `path:"component" format:"uuid"`
			Body      RetirementBody
		}) (*jobOutput, error) {
			b := in.Body
			r := store.Retirement{ID: b.ID, ComponentID: strings.ToLower(in.Component), For: b.For,
				Reason: strings.TrimSpace(b.Reason)}
			if !b.Retired {
				return a.changed(ctx, in.ID, a.store.ReturnComponent(ctx, in.ID, r))
			}
			if r.Reason == "" {
				return nil, refuse("reason", words.Told("refuse.why_retired"))
			}
			return a.changed(ctx, in.ID, a.store.RetireComponent(ctx, in.ID, r))
		})
}
