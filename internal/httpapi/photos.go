package httpapi

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/photo"
	"ledge/internal/store"
)

func (a resources) photos(api huma.API) {
	register(api, store.Inspector, huma.Operation{OperationID: "add-photo", Method: http.MethodPost,
		Path:        "/api/v1/jobs/{id}/photos",
		RequestBody: fileBody(), Middlewares: huma.Middlewares{a.spool(photo.MaxFile)},
		Summary: "Keep a photograph with a job", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID      int64  `path:"id"`
			Photo   string `query:"photo" format:"uuid" required:"true" doc:"an id made by the client"`
			Caption string `query:"caption" maxLength:"200"`
		}) (*jobOutput, error) {
			made, err := a.pictures.Make(ctx, spooledFrom(ctx))
			var refused photo.Refusal
			if errors.As(err, &refused) && refused != photo.Busy {
				return nil, refuse("photo", refused.Error())
			}
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			p := store.Photo{ID: in.Photo, JobID: in.ID, Caption: in.Caption, Width: made.Width, Height: made.Height}
			return a.changed(ctx, in.ID, a.store.AddPhoto(ctx, p, made.Picture, made.Small))
		})
	register(api, store.Viewer, huma.Operation{OperationID: "get-photo", Method: http.MethodGet,
		Path: "/api/v1/jobs/{id}/photos/{photo}", Summary: "A photograph as JPEG", Responses: files("image/jpeg")},
		func(ctx context.Context, in *struct {
			ID    int64  `path:"id"`
			Photo string `path:"photo"`
			Small bool   `query:"small"`
		}) (*struct {
			ContentType  string `header:"Content-Type"`
			CacheControl string `header:"Cache-Control"`
			Body         []byte
		}, error) {
			picture, err := a.store.Picture(ctx, in.ID, in.Photo, in.Small)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &struct {
				ContentType  string `header:"Content-Type"`
				CacheControl string `header:"Cache-Control"`
				Body         []byte
			}{"image/jpeg", "private, max-age=31536000, immutable", picture}, nil
		})
	register(api, store.Inspector, huma.Operation{OperationID: "restore-photo", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/photos/{photo}/restored",
		Summary: "Bring a photograph back that was taken away", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID    int64  `path:"id"`
			Photo string `path:"photo"`
		}) (*jobOutput, error) {
			return a.changed(ctx, in.ID, a.store.RestorePhoto(ctx, in.ID, in.Photo))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "remove-photo", Method: http.MethodDelete,
		Path:    "/api/v1/jobs/{id}/photos/{photo}",
		Summary: "Take a photograph out of sight", DefaultStatus: http.StatusOK},
		func(ctx context.Context, in *struct {
			ID    int64  `path:"id"`
			Photo string `path:"photo"`
		}) (*jobOutput, error) {
			return a.changed(ctx, in.ID, a.store.RemovePhoto(ctx, in.ID, in.Photo))
		})
}
