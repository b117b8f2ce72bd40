package httpapi

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/archive"
	"ledge/internal/shop"
	"ledge/internal/store/office"
)

// An OpenFileBody is a document that was sent as text.
type OpenFileBody struct {
	Text string `json:"text" doc:"the ledge.inspection/1 document"`
}

// openFiles registers open files and engines' cards, both ways.
func (a resources) openFiles(api huma.API) {
	const kind = "application/json"
	serveFile(a, api, fetching("get-file", "/jobs/{id}/file", "The job as an open file"), kind, office.Viewer,
		ofJob(a.shop.OpenFile))
	serveFile(a, api, fetching("get-card", "/jobs/{id}/card",
		"The engine's card: layout, limits and policy as an open file without features"), kind, office.Viewer,
		ofJob(a.shop.Card))
	serve(a, api, office.Viewer, a.large(asking("read-card", "/cards/read",
		"Read limits and policy out of a card or an open file; nothing is stored")),
		func(_ context.Context, in *struct{ Body OpenFileBody }) (shop.CardAnswer, error) {
			return a.shop.ReadCard(in.Body.Text)
		})
	serve(a, api, office.Inspector, a.large(operation("POST", "import-file", "/imports",
		"Look into an open file, or take it as a new job", 0)),
		func(ctx context.Context, in *struct {
			Take bool   `query:"take" doc:"store it; otherwise it is only looked into"`
			ID   string `query:"id" format:"uuid" doc:"needed to take it, an id made by the client: sending it twice makes one job"`
			Body OpenFileBody
		}) (shop.ImportAnswer, error) {
			return a.shop.ImportFile(ctx, in.ID, in.Body.Text, in.Take)
		})
}

// archives registers jobs with everything on record of them, photographs included.
func (a resources) archives(api huma.API) {
	whole := fetching("get-archive", "/jobs/{id}/archive", "The job with its whole record and photographs as one file")
	whole.Responses, whole.Middlewares = files("application/zip"), huma.Middlewares{a.inTurn}
	register(api, office.Viewer, whole, func(ctx context.Context, in *JobPath) (*huma.StreamResponse, error) {
		file, err := os.CreateTemp("", "ledge-archive-")
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		name, err := a.shop.Archive(ctx, in.ID, file)
		if err != nil {
			return nil, a.fail(ctx, errors.Join(err, file.Close(), os.Remove(file.Name())))
		}
		return &huma.StreamResponse{Body: func(ctx huma.Context) { sendFile(ctx, file, name) }}, nil
	})
	take := creating("take-archive", "/archives", "Take in a job's file, as a job of its own")
	take.RequestBody = fileBody()
	take.Middlewares = huma.Middlewares{a.spool(archive.MaxFile), a.inTurn}
	serve(a, api, office.Inspector, take, func(ctx context.Context, in *struct {
		ID string `query:"id" format:"uuid" required:"true" doc:"an id made by the client: sending it twice makes one job"`
	}) (shop.ImportAnswer, error) {
		file := spooledFrom(ctx)
		return a.shop.TakeArchive(ctx, in.ID, file, file.size)
	})
}

// sendFile sends a file of the disk to be saved under a name, and removes it.
func sendFile(ctx huma.Context, file *os.File, name string) {
	defer func() {
		_ = file.Close()
		_ = os.Remove(file.Name())
	}()
	ctx.SetHeader("Content-Type", "application/zip")
	ctx.SetHeader("Content-Disposition", fmt.Sprintf("attachment; filename=%q", name))
	if _, err := file.Seek(0, io.SeekStart); err == nil {
		_, _ = io.Copy(ctx.BodyWriter(), file) // whoever asked may be gone
	}
}
