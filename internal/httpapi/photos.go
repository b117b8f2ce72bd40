package httpapi

import (
	"bytes"
	"context"
	"image"
	_ "image/jpeg" // the formats that are taken
	_ "image/png"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/disintegration/imaging"

	"ledge/internal/store"
)

const (
	maxPhotoBody   = 12 << 20
	maxPhotoPixels = 60 << 20 // what is decoded takes four bytes each
	photoSide      = 1600
	smallSide      = 320
)

// A pictureError is an error that is shown to the user as it stands.
type pictureError string

func (e pictureError) Error() string { return string(e) }

const (
	errNoPicture pictureError = "This is not a JPEG or PNG picture."
	errTooLarge  pictureError = "The picture has too many pixels; a smaller one will do."
	errDamaged   pictureError = "The picture is damaged and cannot be read."
)

func (a resources) photos(api huma.API) {
	register(api, store.Inspector, huma.Operation{OperationID: "add-photo", Method: http.MethodPost, Path: "/api/v1/jobs/{id}/photos", MaxBodyBytes: maxPhotoBody,
		Summary: "Keep a photograph with a job", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID      int64  `path:"id"`
			Photo   string `query:"photo" format:"uuid" required:"true" doc:"an id made by the client"`
			Caption string `query:"caption" maxLength:"200"`
			RawBody []byte `contentType:"application/octet-stream"`
		}) (*jobOutput, error) {
			p := store.Photo{ID: in.Photo, JobID: in.ID, Caption: in.Caption}
			picture, small, err := reencode(in.RawBody, &p)
			if err != nil {
				return nil, refuse("photo", err.Error())
			}
			return a.changed(ctx, in.ID, a.store.AddPhoto(ctx, p, picture, small))
		})
	register(api, store.Viewer, huma.Operation{OperationID: "get-photo", Method: http.MethodGet, Path: "/api/v1/jobs/{id}/photos/{photo}", Summary: "A photograph as JPEG"},
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
	register(api, store.Inspector, huma.Operation{OperationID: "restore-photo", Method: http.MethodPost, Path: "/api/v1/jobs/{id}/photos/{photo}/restored",
		Summary: "Bring a photograph back that was taken away", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID    int64  `path:"id"`
			Photo string `path:"photo"`
		}) (*jobOutput, error) {
			return a.changed(ctx, in.ID, a.store.RestorePhoto(ctx, in.ID, in.Photo))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "remove-photo", Method: http.MethodDelete, Path: "/api/v1/jobs/{id}/photos/{photo}",
		Summary: "Take a photograph out of sight", DefaultStatus: http.StatusOK},
		func(ctx context.Context, in *struct {
			ID    int64  `path:"id"`
			Photo string `path:"photo"`
		}) (*jobOutput, error) {
			return a.changed(ctx, in.ID, a.store.RemovePhoto(ctx, in.ID, in.Photo))
		})
}

// reencode turns a JPEG or PNG upright and makes it anew at two sizes, so that nothing of the original file but
// its picture is kept.
func reencode(body []byte, p *store.Photo) (picture, small []byte, err error) {
	config, format, err := image.DecodeConfig(bytes.NewReader(body))
	if err != nil || format != "jpeg" && format != "png" {
		return nil, nil, errNoPicture
	}
	if config.Width*config.Height > maxPhotoPixels {
		return nil, nil, errTooLarge
	}
	decoded, err := imaging.Decode(bytes.NewReader(body), imaging.AutoOrientation(true))
	if err != nil {
		return nil, nil, errDamaged
	}
	fit := func(side int) ([]byte, error) {
		fitted := imaging.Fit(decoded, side, side, imaging.Lanczos)
		if side == photoSide {
			p.Width, p.Height = fitted.Bounds().Dx(), fitted.Bounds().Dy()
		}
		var out bytes.Buffer
		err := imaging.Encode(&out, fitted, imaging.JPEG, imaging.JPEGQuality(82))
		return out.Bytes(), err
	}
	if picture, err = fit(photoSide); err != nil {
		return nil, nil, err
	}
	small, err = fit(smallSide)
	return picture, small, err
}
