package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"log/slog"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/photo"
	"ledge/internal/shop/judge"
	"ledge/internal/shop/refuse"
	"ledge/internal/store/db"
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
func answerTo(err error) (status int, sentence string, at []*huma.ErrorDetail) {
	var conflict *db.ConflictError
	var made *huma.ErrorModel
	var spoiled *judge.UnreadableError
	var refused *refuse.Refusal
	switch {
	case errors.As(err, &spoiled):
		return http.StatusConflict, words.Told("refuse.job_spoiled"), nil
	case errors.As(err, &refused):
		return refusedWith[refused.Kind], refused.Says, placesOf(refused)
	case errors.As(err, &made):
		return made.Status, made.Detail, made.Errors
	case errors.Is(err, db.ErrNotFound):
		return http.StatusNotFound, words.Told("refuse.no_job"), nil
	case errors.As(err, &conflict):
		return http.StatusConflict, conflict.Error(), conflicting(conflict)
	case errors.Is(err, db.ErrNobody):
		return http.StatusUnprocessableEntity, words.Told("refuse.nobody"), nil
	case errors.Is(err, db.ErrGone), db.Unopened(err):
		return http.StatusServiceUnavailable, words.Told("refuse.gone"), nil
	case db.DiskFull(err):
		return http.StatusInsufficientStorage, words.Told("trouble.full"), nil
	case db.DiskFailed(err):
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

// conflicting is the place of a conflict, where it has one.
func conflicting(c *db.ConflictError) []*huma.ErrorDetail {
	if c.Code == "" && c.Place == "" {
		return nil
	}
	place := &huma.ErrorDetail{Location: "body", Message: c.Error()}
	if c.Place != "" {
		place.Location += "." + c.Place
	}
	if c.Code != "" {
		place.Value = c.Code
	}
	return []*huma.ErrorDetail{place}
}

// refusedWith are the answers to what the shop refuses.
var refusedWith = map[refuse.Kind]int{refuse.Wrong: http.StatusUnprocessableEntity,
	refuse.Conflicts: http.StatusConflict,
	refuse.Missing:   http.StatusNotFound, refuse.Unproven: http.StatusUnauthorized}

// placesOf says where in a request what is refused stands.
func placesOf(r *refuse.Refusal) []*huma.ErrorDetail {
	var at []*huma.ErrorDetail
	for _, p := range r.Places {
		location := p.File
		switch {
		case p.Field != "":
			location = "body." + p.Field
		case p.Asked != "":
			location = "query." + p.Asked
		}
		at = append(at, &huma.ErrorDetail{Location: location, Message: p.Says, Value: p.Marks})
	}
	return at
}

// statusGone is answered to nobody: its asker went away. It is no fault of Ledge's.
const statusGone = 499

// fail maps an error to its answer; what is not expected is logged and not shown.
func (a resources) fail(ctx context.Context, err error) error {
	status, sentence, at := answerTo(err)
	if status == http.StatusInternalServerError {
		a.log.LogAttrs(ctx, slog.LevelError, "unexpected", slog.Any("error", err))
	}
	return problem(status, sentence, at...)
}

// answer is fail for a handler that is no operation.
func (a resources) answer(w http.ResponseWriter, r *http.Request, err error) {
	status, sentence, _ := answerTo(err)
	if status == http.StatusInternalServerError {
		a.log.LogAttrs(r.Context(), slog.LevelError, "unexpected", slog.Any("error", err))
	}
	writeProblem(w, status, sentence)
}
