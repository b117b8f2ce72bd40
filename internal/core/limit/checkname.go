package limit

import (
	"strings"

	"ledge/internal/core/closed"
)

// A CheckName says what a check compares with a limit.
type CheckName string

// What is checked by a name of its own.
const (
	CheckSizeLow     CheckName = "size_low"
	CheckSizeHigh    CheckName = "size_high"
	CheckWear        CheckName = "wear"
	CheckTaper       CheckName = "taper"
	CheckOutOfRound  CheckName = "out_of_round"
	CheckOval        CheckName = "oval"
	CheckRunout      CheckName = "runout"
	CheckStep        CheckName = "step"
	CheckBoreToBore  CheckName = "bore_to_bore"
	CheckAlignment   CheckName = "alignment"
	CheckFlatness    CheckName = "flatness"
	CheckClearance   CheckName = "clearance"
	CheckSkirt       CheckName = "skirt"
	CheckEndFloatLow CheckName = "end_float_low"
	CheckBend        CheckName = "bend"
	CheckTwist       CheckName = "twist"
	CheckLift        CheckName = "lift"
	CheckStroke      CheckName = "stroke"
)

// CheckNames are all of them: those with a name of their own, and for each kind that is judged by a range its own
// name, with "_low" for the smaller end.
var CheckNames = closed.New(
	CheckSizeLow, CheckSizeHigh, CheckWear, CheckTaper, CheckOutOfRound, CheckOval, CheckRunout, CheckStep,
	CheckBoreToBore, CheckAlignment, CheckFlatness, CheckClearance, CheckSkirt, CheckBend, CheckTwist,
	CheckLift, CheckLift.Low(), CheckStroke, CheckStroke.Low(), "end_float", CheckEndFloatLow,
	"rod_side", "rod_side_low", "ring_groove", "ring_groove_low", "ring_gap", "ring_gap_low",
	"pin_bore_fit", "pin_bore_fit_low", "small_end_fit", "small_end_fit_low",
	"main_shell", "main_shell_low", "rod_shell", "rod_shell_low", "rod_length", "rod_length_low", "protrusion", "protrusion_low",
).Said("check")

// IsLow reports whether it is the check of the smaller end of a kind's own range.
func (n CheckName) IsLow() bool { return strings.HasSuffix(string(n), "_low") && n != CheckSizeLow }

// Low is the check of the smaller end of the same range.
func (n CheckName) Low() CheckName { return n + "_low" }
