package store

import "ledge/internal/core/closed"

// A MomentType says what happened to a job.
type MomentType string

// What can happen. Events are of all types but the first three: a job begins, readings are kept apart, and a crack test
// is a look.
const (
	begun         MomentType = "job"
	readingTaken  MomentType = "reading"
	crackTested   MomentType = "crack_test"
	looked        MomentType = "look"
	gaugeSet      MomentType = "gauge"
	zeroChecked   MomentType = "zero"
	conditionTold MomentType = "condition"
	unwornRead    MomentType = "unworn"
	answered      MomentType = "answer"
	photographed  MomentType = "photo"
	noted         MomentType = "note"
	decided       MomentType = "decision"
	issued        MomentType = "order"
	orderSaid     MomentType = "order_event"
	matched       MomentType = "match"
	logged        MomentType = "change"
	linked        MomentType = "share"
	closing       MomentType = "closing"
	built         MomentType = "build"
)

// MomentTypes are all of them.
var MomentTypes = closed.New(begun, readingTaken, crackTested, looked, gaugeSet, zeroChecked, conditionTold, unwornRead,
	answered, photographed, noted, decided, issued, orderSaid, matched, logged, linked, closing, built)

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
