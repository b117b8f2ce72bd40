package httpapi

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
)

// A Table is what Ledge knows of parts, sets and gauges, for pages to draw from.
type Table struct {
	Kinds  []part.Row       `json:"kinds" doc:"in the order of work"`
	Sets   []part.SetRow    `json:"sets" doc:"in the order in which they are decided"`
	Gauges []instrument.Row `json:"gauges"`
	// Limits and Policy are the fields that a job is judged by.
	Limits []limit.Field            `json:"limits"`
	Policy []inspection.PolicyField `json:"policy"`
}

func (a resources) table(api huma.API) {
	register(api, anyone, huma.Operation{OperationID: "table", Method: http.MethodGet, Path: "/api/v1/table", Summary: "What can be measured and decided"},
		func(context.Context, *struct{}) (*struct{ Body Table }, error) {
			return &struct{ Body Table }{Table{part.All(), part.Sets(), instrument.All(), limit.Fields, inspection.PolicyFields}}, nil
		})
}
