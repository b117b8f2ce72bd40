package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/shop"
	"ledge/internal/store/office"
)

// notes registers what is noted of parts and jobs.
func (a resources) notes(api huma.API) {
	serve(a, api, office.Inspector, creating("add-note", "/jobs/{id}/notes",
		"Note something of a part, or of the job"), withBody(a.shop.AddNote))
	serve(a, api, office.Inspector, replacing("withdraw-note", "/jobs/{id}/notes/{note}",
		"Take a note out of sight, or bring it back"),
		func(ctx context.Context, in *struct {
			JobPath
			Note string `path:"note" format:"uuid"`
			Body struct {
				Withdrawn bool `json:"withdrawn"`
			}
		}) (shop.JobView, error) {
			return a.shop.WithdrawNote(ctx, in.ID, in.Note, in.Body.Withdrawn)
		})
}
