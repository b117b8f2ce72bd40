package inspection

import (
	"slices"
	"strings"

	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// Choices where shops differ.
const (
	Measured = "measured" // wear against the unworn part of the feature itself
	Book     = "book"     // wear against the new range's end that flatters least; also the name of the first limit set
	Middle   = "middle"   // wear against the middle of the new range
	Close    = "close"    // the second, stricter limit set

	TargetRange   = "range"    // clearance window from the maker's range
	TargetPerInch = "per_inch" // clearance window from the rule of thumb

	HoldCentre = "hold_centre" // bore about the old centre
	FollowWear = "follow_wear" // let the machine follow the wear
	HoldStroke = "hold_stroke" // grind crankpins about the old centre

	GrindWhenNeeded = "when_needed"
	GrindAlways     = "always"
)

// A Policy is how a shop judges. Lengths are stocks and allowances.
type Policy struct {
	DecisionRule    limit.Rule `json:"decision_rule"`
	WearReference   string     `json:"wear_reference" enum:"measured,book,middle"`
	ClearanceTarget string     `json:"clearance_target" enum:"range,per_inch"`
	BoreCleanup     string     `json:"bore_cleanup" enum:"hold_centre,follow_wear"`
	PinCleanup      string     `json:"pin_cleanup" enum:"follow_wear,hold_stroke"`
	Grind           string     `json:"grind" enum:"when_needed,always"`
	RingsRenewed    bool       `json:"rings_renewed"`
	MixedHalves     bool       `json:"mixed_halves"`
	MixedShells     bool       `json:"mixed_shells"`
	// RefitShells puts shells back that look perfect and are within; otherwise they are renewed with their journals.
	RefitShells bool `json:"refit_shells"`
	// DutyClearance is added to the clearance aimed at where the duty is more than standard.
	DutyClearance    unit.Length `json:"duty_clearance"`
	Limits           string      `json:"limits" enum:"book,close"`
	CleanupAllowance unit.Length `json:"cleanup_allowance"`
	PolishStock      unit.Length `json:"polish_stock"`
	HoneStock        unit.Length `json:"hone_stock"`
	LineHoneStock    unit.Length `json:"line_hone_stock"`
	CapCutMax        unit.Length `json:"cap_cut_max"`
	StepLimit        unit.Length `json:"step_limit"`
}

// choices are what a field of the policy that is a word can be.
var choices = map[string][]string{
	"decision_rule": {string(limit.Plain), string(limit.Guarded)}, "wear_reference": {Measured, Book, Middle}, "clearance_target": {TargetRange, TargetPerInch},
	"bore_cleanup": {HoldCentre, FollowWear}, "pin_cleanup": {FollowWear, HoldStroke}, "grind": {GrindWhenNeeded, GrindAlways}, "limits": {Book, Close},
}

// Choices are the words that a field of the policy can be.
func Choices(field string) []string { return choices[field] }

// Problems lists what cannot be in p.
func (p Policy) Problems() []limit.Problem {
	var problems []limit.Problem
	add := func(field, sentence string) {
		problems = append(problems, limit.Problem{Field: field, Place: -1, Sentence: sentence})
	}
	for _, one := range []struct{ field, value string }{{"decision_rule", string(p.DecisionRule)}, {"wear_reference", p.WearReference}, {"clearance_target", p.ClearanceTarget},
		{"bore_cleanup", p.BoreCleanup}, {"pin_cleanup", p.PinCleanup}, {"grind", p.Grind}, {"limits", p.Limits}} {
		if !slices.Contains(choices[one.field], one.value) {
			add(one.field, "It is one of: "+strings.Join(choices[one.field], ", ")+".")
		}
	}
	for _, one := range []struct {
		field string
		value unit.Length
	}{{"duty_clearance", p.DutyClearance}, {"cleanup_allowance", p.CleanupAllowance}, {"polish_stock", p.PolishStock}, {"hone_stock", p.HoneStock},
		{"line_hone_stock", p.LineHoneStock}, {"cap_cut_max", p.CapCutMax}, {"step_limit", p.StepLimit}} {
		if one.value < 0 {
			add(one.field, "It cannot be negative.")
		}
	}
	return problems
}

// DefaultPolicy is the policy of a shop that has chosen nothing; its figures are round in s. Common practice.
func DefaultPolicy(s unit.System) Policy {
	pick := func(thousandths, micrometres unit.Length) unit.Length {
		return s.Pick(thousandths*unit.Thou/10, micrometres*unit.Micrometre)
	}
	return Policy{
		DecisionRule: limit.Plain, WearReference: Book, ClearanceTarget: TargetRange,
		BoreCleanup: HoldCentre, PinCleanup: FollowWear, Grind: GrindWhenNeeded, RingsRenewed: true, Limits: Book,
		CleanupAllowance: pick(10, 25), PolishStock: pick(2, 5), HoneStock: pick(30, 80),
		LineHoneStock: pick(20, 50), CapCutMax: pick(60, 150), StepLimit: pick(30, 80),
	}
}
