package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"log/slog"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/store"
)

const unexpected = "Something went wrong inside Ledge. Nothing that was saved is lost; the details are in the log."

// problem is an RFC 9457 problem document as huma writes it.
func problem(status int, detail string, places ...*huma.ErrorDetail) error {
	return &huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail, Errors: places}
}

func writeProblem(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail})
}

// fail maps an error of the store to its answer; what is not expected is logged and not shown.
func (a resources) fail(ctx context.Context, err error) error {
	var conflict *store.ConflictError
	switch {
	case errors.Is(err, store.ErrNotFound):
		return problem(http.StatusNotFound, "There is no such job or feature.")
	case errors.As(err, &conflict):
		if conflict.Code != "" {
			return problem(http.StatusConflict, conflict.Sentence, &huma.ErrorDetail{Location: "body", Message: conflict.Sentence, Value: conflict.Code})
		}
		return problem(http.StatusConflict, conflict.Sentence)
	}
	a.log.LogAttrs(ctx, slog.LevelError, "unexpected", slog.Any("error", err))
	return problem(http.StatusInternalServerError, unexpected)
}

// refuse is a 422 at one place of the body.
func refuse(location, sentence string) error {
	return problem(http.StatusUnprocessableEntity, sentence, &huma.ErrorDetail{Location: "body." + location, Message: sentence})
}
