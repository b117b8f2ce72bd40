package httpapi

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// GaugeBody sets a gauge up for the parts of a kind.
type GaugeBody struct {
	ID         string          `json:"id" format:"uuid"`
	Kind       inspection.Kind `json:"kind" minLength:"1"`
	Instrument instrument.Kind `json:"instrument" enum:"micrometer,bore_gauge,telescoping_gauge,indicator,caliper"`
	Division   unit.Length     `json:"division"`
	Mode       string          `json:"mode" enum:"direct,divisions,length"`
	Setting    *unit.Length    `json:"setting,omitempty" doc:"what the gauge was zeroed on; for deviations only"`
	Sense      int             `json:"sense" enum:"-1,1" doc:"-1 where clockwise past zero means smaller"`
	By         string          `json:"by" minLength:"1" maxLength:"100"`
}

func (a resources) gauges(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "set-gauge", Method: http.MethodPost, Path: "/api/v1/jobs/{id}/gauges",
		Summary: "Set a gauge up for the parts of a kind", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body GaugeBody
		}) (*jobOutput, error) {
			b := in.Body
			switch {
			case !b.Kind.Grid() && b.Kind != inspection.Runout:
				return nil, refuse("kind", "This kind of part is not measured on a grid.")
			case b.Division <= 0:
				return nil, refuse("division", "A division must be more than zero.")
			case b.Mode == "direct":
				b.Setting = nil
			case b.Kind == inspection.Runout:
				b.Setting = new(unit.Length) // zeroed where the turn begins
			case b.Setting == nil || *b.Setting <= 0:
				return nil, refuse("setting", "Say what the gauge was zeroed on.")
			}
			return a.changed(ctx, in.ID, a.store.AddGauge(ctx, store.GaugeSetup{ID: b.ID, JobID: in.ID, Kind: b.Kind, Instrument: b.Instrument,
				Division: b.Division, Mode: b.Mode, Setting: b.Setting, Sense: b.Sense, SetBy: b.By}))
		})
}
