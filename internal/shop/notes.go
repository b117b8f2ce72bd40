package shop

import (
	"context"
	"strings"

	"ledge/internal/core/part"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// NoteBody is a note of a part, or of the job where no kind is named.
type NoteBody struct {
	ID        string    `json:"id" format:"uuid"`
	Kind      part.Kind `json:"kind,omitempty"`
	Number    int       `json:"number,omitempty" minimum:"0"`
	Component string    `json:"component,omitempty" maxLength:"40"`
	Text      string    `json:"text" minLength:"1" maxLength:"2000"`
}

// AddNote keeps a note.
func (a *Application) AddNote(ctx context.Context, job int64, b NoteBody) (JobView, error) {
	text := strings.TrimSpace(b.Text)
	if text == "" {
		return JobView{}, refuse.At("text", words.Told("refuse.note"))
	}
	n := store.Note{ID: b.ID, JobID: job, Kind: b.Kind, Number: b.Number, Component: b.Component, Text: text}
	err := a.store.AddNote(ctx, n)
	if b.Kind == "" {
		return a.changed(ctx, job, err)
	}
	return a.changedPart(ctx, job, b.Kind, b.Component, err)
}

// WithdrawNote takes a note out of sight, or brings it back.
func (a *Application) WithdrawNote(ctx context.Context, job int64, id string, withdrawn bool) (JobView, error) {
	return a.changed(ctx, job, a.store.WithdrawNote(ctx, job, strings.ToLower(id), withdrawn))
}
