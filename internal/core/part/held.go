package part

import (
	"strings"

	"ledge/internal/core/closed"
)

// Hold is how parts are held where they are read in one state under several conditions.
type Hold string

// The conditions.
const (
	HeldPlain  Hold = "plain" // as they were read first
	HeldBare   Hold = "bare"
	HeldPlate  Hold = "plate"
	HeldStuds  Hold = "studs"
	HeldShells Hold = "shells"
)

// Holds are those that a state can be read under beside the first.
var Holds = closed.New(HeldBare, HeldPlate, HeldStuds, HeldShells).Said("held")

const with = "_with_"

// Under is a state read under a condition, by its name in the file: "as_found_with_plate".
func Under(state string, held Hold) string { return state + with + string(held) }

// HeldIn parts a state's name into the state and the condition that it is read under.
func HeldIn(state string) (base string, held Hold) {
	if !strings.Contains(state, with) {
		return state, HeldPlain
	}
	for _, h := range Holds.All() {
		if base, is := strings.CutSuffix(state, with+string(h)); is && base != "" {
			return base, h
		}
	}
	return state, HeldPlain
}
