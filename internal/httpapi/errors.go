package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"log/slog"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/photo"
	"ledge/internal/store"
	"ledge/internal/words"
)

// problem is an RFC 9457 problem document as huma writes it.
func problem(status int, detail string, places ...*huma.ErrorDetail) error {
	return &huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail, Errors: places}
}

func writeProblem(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail})
}

// answerTo is the one map from errors to what is answered; places are within the body.
func answerTo(err error) (status int, sentence string, places []*huma.ErrorDetail) {
	var conflict *store.ConflictError
	var made *huma.ErrorModel
	var spoiled *unreadableError
	switch {
	case errors.As(err, &spoiled):
		return http.StatusConflict, words.Told("refuse.job_spoiled"), nil
	case errors.As(err, &made):
		return made.Status, made.Detail, made.Errors
	case errors.Is(err, store.ErrNotFound):
		return http.StatusNotFound, words.Told("refuse.no_job"), nil
	case errors.As(err, &conflict):
		if conflict.Code != "" || conflict.Place != "" {
			place := &huma.ErrorDetail{Location: "body", Message: conflict.Error()}
			if conflict.Place != "" {
				place.Location += "." + conflict.Place
			}
			if conflict.Code != "" {
				place.Value = conflict.Code
			}
			return http.StatusConflict, conflict.Error(), []*huma.ErrorDetail{place}
		}
		return http.StatusConflict, conflict.Error(), nil
	case errors.Is(err, store.ErrNobody):
		return http.StatusUnprocessableEntity, words.Told("refuse.nobody"), nil
	case errors.Is(err, store.ErrGone), store.Unopened(err):
		return http.StatusServiceUnavailable, words.Told("refuse.gone"), nil
	case store.DiskFull(err):
		return http.StatusInsufficientStorage, words.Told("trouble.full"), nil
	case store.DiskFailed(err):
		return http.StatusInsufficientStorage, words.Told("trouble.failed"), nil
	case errors.Is(err, photo.Busy):
		return http.StatusServiceUnavailable, photo.Busy.Error(), nil
	case errors.Is(err, context.DeadlineExceeded):
		return http.StatusServiceUnavailable, words.Told("refuse.too_long"), nil
	case errors.Is(err, context.Canceled):
		return statusGone, words.Told("refuse.went_away"), nil
	}
	return http.StatusInternalServerError, words.Told("refuse.unexpected"), nil
}

// statusGone is answered to nobody: its asker went away. It is no fault of Ledge's.
const statusGone = 499

// fail maps an error to its answer; what is not expected is logged and not shown.
func (a resources) fail(ctx context.Context, err error) error {
	status, sentence, places := answerTo(err)
	if status == http.StatusInternalServerError {
		a.log.LogAttrs(ctx, slog.LevelError, "unexpected", slog.Any("error", err))
	}
	return problem(status, sentence, places...)
}

// answer is fail for a handler that is no operation.
func (a resources) answer(w http.ResponseWriter, r *http.Request, err error) {
	status, sentence, _ := answerTo(err)
	if status == http.StatusInternalServerError {
		a.log.LogAttrs(r.Context(), slog.LevelError, "unexpected", slog.Any("error", err))
	}
	writeProblem(w, status, sentence)
}

// refuse is a 422 at one place of the body.
func refuse(location, sentence string) error {
	return problem(http.StatusUnprocessableEntity, sentence,
		&huma.ErrorDetail{Location: "body." + location, Message: sentence})
}
