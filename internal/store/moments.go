package store

import "ledge/internal/core/closed"

// A MomentType says what happened to a job.
type MomentType string

// MomentTypes are all of them; the question that history asks of the tables names each.
var MomentTypes = closed.New[MomentType](
	"job", "reading", "look", "crack_test", "gauge", "zero", "condition", "unworn", "answer", "photo", "note",
	"decision", "order", "order_event", "match", "change", "share", "closing", "build")

// A ChangeType says what was changed of a job where no table of its own keeps it.
type ChangeType string

// What can be changed.
const (
	headChanged       ChangeType = "head"
	judgementChanged  ChangeType = "judgement"
	planChanged       ChangeType = "plan"
	workedOutAnew     ChangeType = "worked_out_anew"
	quickFirst        ChangeType = "quick"
	wholeFirst        ChangeType = "whole"
	shellsFitted      ChangeType = "fitted"
	stateAdded        ChangeType = "state"
	partsAdded        ChangeType = "parts"
	partsRemoved      ChangeType = "removed"
	takenIn           ChangeType = "taken_in"
	photoBack         ChangeType = "photo"
	noteBack          ChangeType = "note_back"
	componentAdded    ChangeType = "component_added"
	componentRetired  ChangeType = "component_retired"
	componentReturned ChangeType = "component_returned"
	componentTakenOff ChangeType = "component_taken_off"
)

// ChangeTypes are all of them.
var ChangeTypes = closed.New(
	headChanged, judgementChanged, planChanged, workedOutAnew, quickFirst, wholeFirst, shellsFitted, stateAdded,
	partsAdded, partsRemoved, takenIn, photoBack, noteBack, componentAdded, componentRetired, componentReturned,
	componentTakenOff).OrNothing()
