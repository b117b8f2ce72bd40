package httpapi

import (
	"context"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/exchange"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// leastKey is where an operation keeps the least role that it takes.
const leastKey = "least"

// register registers an operation with the least role that it takes; gate asks it of every request
// that is routed to it.
func register[I, O any](api huma.API, least office.Role, o huma.Operation,
	handler func(context.Context, *I) (*O, error)) {
	o.Metadata = map[string]any{leastKey: least}
	o.Extensions = map[string]any{"x-least-role": least}
	if o.MaxBodyBytes == 0 {
		o.MaxBodyBytes = smallBody
	}
	huma.Register(api, o, handler)
}

// An output is an answer with a body.
type output[T any] struct{ Body T }

// serve registers an operation that answers with what one function of the shop gives.
func serve[I, T any](a resources, api huma.API, least office.Role, o huma.Operation,
	call func(context.Context, *I) (T, error)) {
	register(api, least, o, func(ctx context.Context, in *I) (*output[T], error) {
		body, err := call(ctx, in)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		return &output[T]{body}, nil
	})
}

// A tagged output says of which version its body is.
type tagged[T any] struct {
	ETag string `header:"ETag"`
	Body T
}

// etag is a version as a header says it.
func etag(version int64) string { return fmt.Sprintf(`"%d"`, version) }

// serveTagged is serve for what two people may edit.
func serveTagged[I, T any](a resources, api huma.API, least office.Role, o huma.Operation,
	call func(context.Context, *I) (T, int64, error)) {
	register(api, least, o, func(ctx context.Context, in *I) (*tagged[T], error) {
		body, version, err := call(ctx, in)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		return &tagged[T]{etag(version), body}, nil
	})
}

// An attachment is a file to save or to look at.
type attachment struct {
	ContentType        string `header:"Content-Type"`
	ContentDisposition string `header:"Content-Disposition"`
	Body               []byte
}

// ofJob is a handler for what is asked of a job by its id alone.
func ofJob[T any](call func(context.Context, int64) (T, error)) func(context.Context, *JobPath) (T, error) {
	return func(ctx context.Context, in *JobPath) (T, error) { return call(ctx, in.ID) }
}

// A JobBody is what is sent to a job.
type JobBody[B any] struct {
	JobPath
	Body B
}

// withBody is a handler for what is sent to a job.
func withBody[B, T any](call func(context.Context, int64, B) (T, error)) func(context.Context, *JobBody[B]) (T, error) {
	return func(ctx context.Context, in *JobBody[B]) (T, error) { return call(ctx, in.ID, in.Body) }
}

// serveFile registers an operation that answers with a file, to be shown in place where it is a PDF.
func serveFile[I any](a resources, api huma.API, o huma.Operation, contentType string, least office.Role,
	call func(context.Context, *I) (exchange.File, error)) {
	o.Responses = files(contentType)
	how := "attachment"
	if contentType == "application/pdf" {
		how = "inline"
	}
	register(api, least, o, func(ctx context.Context, in *I) (*attachment, error) {
		file, err := call(ctx, in)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		return &attachment{file.Type, fmt.Sprintf("%s; filename=%q", how, file.Name), file.Body}, nil
	})
}

// A JobPath names a job.
type JobPath struct {
	ID int64 `path:"id"`
}

// A Versioned request says which version it changes.
type Versioned struct {
	IfMatch string `header:"If-Match" required:"true" doc:"the version that was changed"`
}

// version reads the number out of the header.
func (v Versioned) version() (int64, error) {
	version, err := strconv.ParseInt(strings.Trim(v.IfMatch, `"`), 10, 64)
	if err != nil {
		return 0, problem(http.StatusPreconditionFailed, words.Told("refuse.version"))
	}
	return version, nil
}

func operation(method, id, path, summary string, status int) huma.Operation {
	return huma.Operation{OperationID: id, Method: method, Path: "/api/v1" + path, Summary: summary,
		DefaultStatus: status}
}

func fetching(id, path, summary string) huma.Operation {
	return operation(http.MethodGet, id, path, summary, 0)
}

func replacing(id, path, summary string) huma.Operation {
	return operation(http.MethodPut, id, path, summary, 0)
}

func removing(id, path, summary string) huma.Operation {
	return operation(http.MethodDelete, id, path, summary, 0)
}

// creating is what makes something new.
func creating(id, path, summary string) huma.Operation {
	return operation(http.MethodPost, id, path, summary, http.StatusCreated)
}

// asking is a request that takes a body; nothing is stored.
func asking(id, path, summary string) huma.Operation {
	return operation(http.MethodPost, id, path, summary, http.StatusOK)
}

// large lets an operation take a body of a file's size, in turn.
func (a resources) large(o huma.Operation) huma.Operation {
	o.MaxBodyBytes, o.Middlewares = maxBody, huma.Middlewares{a.inTurn}
	return o
}
