package httpapi

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/photo"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
)

// A PhotoPath names a photograph.
type PhotoPath struct {
	JobPath
	Photo string `path:"photo"`
}

// A shownPhoto is a photograph; it never changes, but may be taken out of sight: browsers ask whether it is still
// there.
type shownPhoto struct {
	Status       int
	ETag         string `header:"ETag"`
	ContentType  string `header:"Content-Type"`
	CacheControl string `header:"Cache-Control"`
	Body         []byte
}

func (a resources) photos(api huma.API) {
	add := creating("add-photo", "/jobs/{id}/photos", "Keep a photograph with a job")
	add.RequestBody, add.Middlewares = fileBody(), huma.Middlewares{a.spool(photo.MaxFile)}
	serve(a, api, office.Inspector, add, func(ctx context.Context, in *struct {
		JobPath
		Photo   string `query:"photo" format:"uuid" required:"true" doc:"an id made by the client"`
		Caption string `query:"caption" maxLength:"200"`
		// Kind, Number and Component name the part that it shows.
		Kind   part.Kind `query:"kind" doc:"of the part that it shows; of the job where left out"`
		Number int       `query:"number" minimum:"0"`
		TagQuery
	}) (shop.JobView, error) {
		p := store.Photo{ID: in.Photo, JobID: in.ID, Caption: in.Caption, Kind: in.Kind, Number: in.Number,
			Component: in.Component}
		return a.shop.AddPhoto(ctx, p, spooledFrom(ctx))
	})
	a.pictures(api)
	serve(a, api, office.Inspector, creating("restore-photo", "/jobs/{id}/photos/{photo}/restored",
		"Bring a photograph back that was taken away"),
		func(ctx context.Context, in *PhotoPath) (shop.JobView, error) {
			return a.shop.RestorePhoto(ctx, in.ID, in.Photo)
		})
	taken := removing("remove-photo", "/jobs/{id}/photos/{photo}", "Take a photograph out of sight")
	taken.DefaultStatus = 200
	serve(a, api, office.Inspector, taken, func(ctx context.Context, in *PhotoPath) (shop.JobView, error) {
		return a.shop.RemovePhoto(ctx, in.ID, in.Photo)
	})
}

// pictures registers the photographs themselves.
func (a resources) pictures(api huma.API) {
	show := fetching("get-photo", "/jobs/{id}/photos/{photo}", "A photograph as JPEG")
	show.Responses = files("image/jpeg")
	register(api, office.Viewer, show, func(ctx context.Context, in *struct {
		PhotoPath
		Small bool   `query:"small"`
		Known string `header:"If-None-Match"`
	}) (*shownPhoto, error) {
		shown, err := a.shop.Picture(ctx, in.ID, in.Photo, in.Small)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		out := &shownPhoto{Status: http.StatusOK, ETag: fmt.Sprintf(`"%s %t"`, in.Photo, in.Small),
			ContentType:  "image/jpeg",
			CacheControl: "private, no-cache", Body: shown}
		if in.Known == out.ETag {
			out.Status, out.Body = http.StatusNotModified, nil
		}
		return out, nil
	})
}
