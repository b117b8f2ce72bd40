package httpapi

import (
	"bytes"
	"context"
	"crypto/sha256"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/archive"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ImportAnswer says what an open file holds and, once it is taken, which job it became.
type ImportAnswer struct {
	Engine   string `json:"engine"`
	Customer string `json:"customer"`
	Features int    `json:"features"`
	Readings int    `json:"readings"`
	// Job is the new job; 0 for a preview.
	Job int64 `json:"job"`
}

// CardAnswer is what a card says.
type CardAnswer struct {
	Engine string      `json:"engine"`
	Unit   unit.System `json:"unit"`
	JudgementBody
}

// An attachment is a file to save.
type attachment struct {
	ContentType        string `header:"Content-Type"`
	ContentDisposition string `header:"Content-Disposition"`
	Body               []byte
}

func attach(contentType, name string, body []byte) *attachment {
	return &attachment{contentType, fmt.Sprintf("attachment; filename=%q", name), body}
}

func (a resources) files(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "get-file", Method: http.MethodGet,
		Path: "/api/v1/jobs/{id}/file", Summary: "The job as an open file", Responses: files("application/json")},
		func(ctx context.Context, in *struct {
			ID int64 `path:"id"`
		}) (*attachment, error) {
			record, err := a.store.Record(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			inspected, _ := record.Inspection()
			var text bytes.Buffer
			if err := exchange.WriteInspection(&text, inspected); err != nil {
				return nil, a.fail(ctx, err)
			}
			return attach("application/json", fileName(record.Job.Number)+".ledge.json", text.Bytes()), nil
		})
	register(api, store.Viewer, huma.Operation{OperationID: "get-card", Method: http.MethodGet,
		Path:      "/api/v1/jobs/{id}/card",
		Summary:   "The engine's card: layout, limits and policy as an open file without features",
		Responses: files("application/json")},
		func(ctx context.Context, in *struct {
			ID int64 `path:"id"`
		}) (*attachment, error) {
			record, err := a.store.Record(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			inspected, _ := record.Inspection()
			inspected.Features, inspected.Job = nil, inspection.Job{Engine: record.Job.Engine, Duty: record.Job.Duty}
			var text bytes.Buffer
			if err := exchange.WriteInspection(&text, inspected); err != nil {
				return nil, a.fail(ctx, err)
			}
			return attach("application/json", fileName(record.Job.Engine)+".card.json", text.Bytes()), nil
		})
	register(api, store.Viewer, huma.Operation{OperationID: "read-card", Method: http.MethodPost,
		Path: "/api/v1/cards", MaxBodyBytes: maxBody, DefaultStatus: http.StatusOK,
		Middlewares: huma.Middlewares{a.inTurn},
		Summary:     "Read limits and policy out of a card or an open file; nothing is stored"},
		func(_ context.Context, in *struct {
			Body struct {
				Text string `json:"text" doc:"the ledge.inspection/1 document"`
			}
		}) (*struct{ Body CardAnswer }, error) {
			read, err := exchange.Read(strings.NewReader(in.Body.Text))
			var problems exchange.Problems
			if errors.As(err, &problems) {
				return nil, refuseAll(problems)
			}
			limits := store.LimitSet{Book: read.Limits, Close: read.LimitsClose}
			if limits.Book == nil {
				limits.Book = map[part.Kind]limit.Limits{}
			}
			if limits.Close == nil {
				limits.Close = map[part.Kind]limit.Limits{}
			}
			return &struct{ Body CardAnswer }{CardAnswer{read.Job.Engine, read.Unit,
				JudgementBody{limits, read.Policy}}}, nil
		})
	register(api, store.Inspector, huma.Operation{OperationID: "import-file", Method: http.MethodPost,
		Path: "/api/v1/imports", MaxBodyBytes: maxBody, Middlewares: huma.Middlewares{a.inTurn},
		Summary: "Look into an open file, or take it as a new job"}, a.importFile)
}

// archives are jobs with everything on record of them, photographs included.
func (a resources) archives(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "get-archive", Method: http.MethodGet,
		Path: "/api/v1/jobs/{id}/archive", Summary: "The job with its whole record and photographs as one file",
		Responses: files("application/zip"), Middlewares: huma.Middlewares{a.inTurn}},
		func(ctx context.Context, in *struct {
			ID int64 `path:"id"`
		}) (*huma.StreamResponse, error) {
			number, err := a.store.JobNumber(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			file, err := os.CreateTemp("", "ledge-archive-")
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			if err := archive.Write(ctx, a.store, in.ID, file); err != nil {
				return nil, a.fail(ctx, errors.Join(err, file.Close(), os.Remove(file.Name())))
			}
			return &huma.StreamResponse{Body: func(ctx huma.Context) {
				defer func() {
					_ = file.Close()
					_ = os.Remove(file.Name())
				}()
				ctx.SetHeader("Content-Type", "application/zip")
				ctx.SetHeader("Content-Disposition",
					fmt.Sprintf("attachment; filename=%q", fileName(number)+".ledge.zip"))
				if _, err := file.Seek(0, io.SeekStart); err == nil {
					_, _ = io.Copy(ctx.BodyWriter(), file) // whoever asked may be gone
				}
			}}, nil
		})
	register(api, store.Inspector, huma.Operation{OperationID: "take-archive", Method: http.MethodPost,
		Path: "/api/v1/archives", DefaultStatus: http.StatusCreated,
		RequestBody: fileBody(), Middlewares: huma.Middlewares{a.spool(archive.MaxFile), a.inTurn},
		Summary: "Take in a job's file, as a job of its own"},
		func(ctx context.Context, in *struct {
			ID string `query:"id" format:"uuid" required:"true" doc:"an id made by the client: sending it twice makes one job"`
		}) (*struct{ Body ImportAnswer }, error) {
			file := spooledFrom(ctx)
			digest := sha256.New()
			if _, err := io.Copy(digest, file); err != nil {
				return nil, a.fail(ctx, err)
			}
			job, err := archive.Read(ctx, a.store, file, file.size, a.pictures,
				store.Made{ID: in.ID, Of: digest.Sum(nil)})
			var refused *archive.Refusal
			var unsound *store.UnsoundError
			switch {
			case errors.As(err, &refused):
				return nil, refuse("file", refused.Error())
			case errors.As(err, &unsound):
				return nil, refuse("file", unsound.Error())
			case err != nil:
				return nil, a.fail(ctx, err)
			}
			return &struct{ Body ImportAnswer }{ImportAnswer{Engine: job.Engine, Customer: job.Customer,
				Job: job.ID}}, nil
		})
}

// fileName keeps letters, digits and dashes of a job's number.
func fileName(number string) string {
	return strings.Map(func(r rune) rune {
		if r == '-' || r >= '0' && r <= '9' || r >= 'A' && r <= 'Z' || r >= 'a' && r <= 'z' {
			return r
		}
		return '_'
	}, number)
}

func (a resources) importFile(ctx context.Context, in *struct {
	Take bool   `query:"take" doc:"store it; otherwise it is only looked into"`
	ID   string `query:"id" format:"uuid" doc:"needed to take it, an id made by the client: sending it twice makes one job"`
	Body struct {
		Text string `json:"text" doc:"the ledge.inspection/1 document"`
	}
}) (*struct{ Body ImportAnswer }, error) {
	read, err := exchange.Read(strings.NewReader(in.Body.Text))
	var problems exchange.Problems
	if errors.As(err, &problems) {
		return nil, refuseAll(problems)
	}
	if err != nil {
		return nil, a.fail(ctx, err)
	}
	if more := unstorable(read); len(more) > 0 {
		return nil, refuseAll(more)
	}
	answer := ImportAnswer{Engine: read.Job.Engine, Customer: read.Job.Customer, Features: len(read.Features)}
	scope := store.CrankOnly
	for _, f := range read.Features {
		if f.Kind == part.Cylinder || f.Kind.Housing() || f.Kind == part.Piston {
			scope = store.WholeEngine
		}
		if !f.Kind.Grid() && read.Engine != nil {
			f = f.Sheet(*read.Engine)
		}
		for _, row := range f.Cells {
			for _, cell := range row {
				answer.Readings += len(cell.Sizes) + len(cell.Weights)
			}
		}
	}
	if in.Take && in.ID == "" {
		return nil, problem(http.StatusUnprocessableEntity, words.Told("refuse.job_id"),
			&huma.ErrorDetail{Location: "query.id", Message: words.Told("refuse.job_id")})
	}
	if in.Take {
		duty := read.Job.Duty
		if duty != "power" && duty != "heavy" {
			duty = "standard"
		}
		answer.Job, err = a.store.ImportJob(ctx,
			store.NewJob{Made: store.Made{ID: in.ID, Of: []byte(in.Body.Text)}, Customer: read.Job.Customer,
				Engine: read.Job.Engine, Duty: duty, Scope: scope, Unit: read.Unit,
				Layout: *read.Engine, Policy: read.Policy,
				Limits: store.LimitSet{Book: read.Limits, Close: read.LimitsClose}}, read)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
	}
	return &struct{ Body ImportAnswer }{answer}, nil
}

// unstorable lists what a job needs and the file lacks, or has twice.
func unstorable(in *inspection.Inspection) exchange.Problems {
	var problems exchange.Problems
	add := func(pointer, id string) {
		problems = append(problems, exchange.Problem{Pointer: pointer, Why: words.New(id)})
	}
	if in.Engine == nil {
		add("/engine", "file.needs_layout")
	}
	if strings.TrimSpace(in.Job.Engine) == "" {
		add("/job/engine", "file.needs_name")
	}
	seen := map[store.Place]bool{}
	for i, f := range in.Features {
		at := fmt.Sprintf("/features/%d", i)
		place := store.Place{Kind: f.Kind, Number: max(f.Number, 1), State: f.State, Component: f.Component}
		if f.Kind == part.Strip {
			place.Kind = part.StripFor(f.List.Of)
		}
		if seen[place] {
			add(at, "file.twice_in_state")
		}
		seen[place] = true
	}
	return problems
}

func refuseAll(problems exchange.Problems) error {
	places := make([]*huma.ErrorDetail, len(problems))
	for i, p := range problems {
		places[i] = &huma.ErrorDetail{Location: p.Pointer, Message: p.Text()}
	}
	return problem(http.StatusUnprocessableEntity, words.Told("file.refused", "count", len(problems)), places...)
}
