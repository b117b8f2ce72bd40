package db

import (
	"errors"

	"modernc.org/sqlite"
)

// RefusedBy is the code with which the database refused something; ok is false for an error that is
// not the database's.
func RefusedBy(err error) (code int, ok bool) {
	var theirs *sqlite.Error
	if errors.As(err, &theirs) {
		return theirs.Code(), true
	}
	return 0, false
}
