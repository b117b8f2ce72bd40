// Package refuse is how people are told that they cannot have what they asked for.
package refuse

import (
	"errors"
	"slices"
	"time"

	"ledge/internal/words"
)

// A Kind says what sort of refusal something is.
type Kind int

const (
	// Wrong is something that cannot be as it was entered.
	Wrong Kind = iota
	// Conflicts is something that cannot be as things stand.
	Conflicts
	// Missing is something that is not there.
	Missing
	// Unproven is somebody who did not prove who they are.
	Unproven
)

// A Refusal is what a person asked for and cannot have, in words, with the places that are to blame.
type Refusal struct {
	Kind   Kind
	Says   string
	Places []Place
}

func (r *Refusal) Error() string { return r.Says }

// A Place is a field of what was entered, or a line or pointer of a file, and what is wrong there.
type Place struct {
	// Field is the field's name; File a place in a file that was read, Asked a field of a search.
	Field, File, Asked string
	Says               string
	// Marks are for the page: the code of a question, and what was likely meant.
	Marks any
}

// At is a refusal at one field.
func At(field, says string) error {
	return &Refusal{Says: says, Places: []Place{{Field: field, Says: says}}}
}

// All is a refusal at several fields; nil where there are none.
func All(places []Place) error {
	if len(places) == 0 {
		return nil
	}
	return &Refusal{Says: places[0].Says, Places: places}
}

// Within is a refusal whose fields lie inside another.
func Within(at string, err error) error {
	var refusal *Refusal
	if !errors.As(err, &refusal) {
		return err
	}
	inside := *refusal
	inside.Places = slices.Clone(refusal.Places)
	for i := range inside.Places {
		inside.Places[i].Field = at + inside.Places[i].Field
	}
	return &inside
}

// Conflict is something that cannot be as things stand.
func Conflict(says string) error { return &Refusal{Kind: Conflicts, Says: says} }

// UnlessDay refuses a date that no calendar has.
func UnlessDay(field, day string) error {
	if _, err := time.Parse(time.DateOnly, day); err != nil {
		return At(field, words.Told("refuse.no_day", "day", day))
	}
	return nil
}
