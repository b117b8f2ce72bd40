package shop

import (
	"context"
	"errors"
	"io"

	"ledge/internal/photo"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
)

// AddPhoto keeps a photograph with a job, or with a part of it, made anew of what was sent. Its id is made by the
// client.
func (a *Application) AddPhoto(ctx context.Context, p store.Photo, sent io.ReadSeeker) (JobView, error) {
	made, err := a.pictures.Make(ctx, sent)
	var refused photo.Refusal
	if errors.As(err, &refused) && refused != photo.Busy {
		return JobView{}, refuse.At("photo", refused.Error())
	}
	if err != nil {
		return JobView{}, err
	}
	p.Width, p.Height = made.Width, made.Height
	return a.changed(ctx, p.JobID, a.store.AddPhoto(ctx, p, made.Picture, made.Small))
}

// Picture is a photograph as JPEG.
func (a *Application) Picture(ctx context.Context, job int64, id string, small bool) ([]byte, error) {
	return a.store.Picture(ctx, job, id, small)
}

// RemovePhoto takes a photograph out of sight.
func (a *Application) RemovePhoto(ctx context.Context, job int64, id string) (JobView, error) {
	return a.changed(ctx, job, a.store.RemovePhoto(ctx, job, id))
}

// RestorePhoto brings a photograph back that was taken away.
func (a *Application) RestorePhoto(ctx context.Context, job int64, id string) (JobView, error) {
	return a.changed(ctx, job, a.store.RestorePhoto(ctx, job, id))
}
