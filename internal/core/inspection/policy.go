package inspection

import (
	"slices"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// Values where shops differ.
const (
	Measured = "measured" // wear against the unworn part of the feature itself
	// wear against the new range's end that flatters least; also the name of the first limit set
	Book   = "book"
	Middle = "middle" // wear against the middle of the new range
	Close  = "close"  // the second, stricter limit set

	TargetRange   = "range"    // clearance window from the maker's range
	TargetPerInch = "per_inch" // clearance window from the rule of thumb

	HoldCentre = "hold_centre" // bore about the old centre
	FollowWear = "follow_wear" // let the machine follow the wear
	HoldStroke = "hold_stroke" // grind crankpins about the old centre

	GrindWhenNeeded = "when_needed"
	GrindAlways     = "always"
)

// A LimitBlock is one of the two sets of limits that a job has.
type LimitBlock string

// LimitBlocks are both.
var LimitBlocks = closed.New[LimitBlock](Book, Close)

// A LimitSet is both sets.
type LimitSet struct {
	Book  map[part.Kind]limit.Limits `json:"book"`
	Close map[part.Kind]limit.Limits `json:"close"`
}

// A Policy is how a shop judges. Lengths are stocks and allowances.
type Policy struct {
	DecisionRule    limit.Rule `json:"decision_rule"`
	WearReference   string     `json:"wear_reference"`
	ClearanceTarget string     `json:"clearance_target"`
	BoreCleanup     string     `json:"bore_cleanup"`
	PinCleanup      string     `json:"pin_cleanup"`
	Grind           string     `json:"grind"`
	RingsRenewed    bool       `json:"rings_renewed"`
	MixedHalves     bool       `json:"mixed_halves"`
	MixedShells     bool       `json:"mixed_shells"`
	// RefitShells puts shells back that look perfect and are within; otherwise they are renewed
	// with their journals.
	RefitShells bool `json:"refit_shells"`
	// Confirm asks for values near their limits to be read again before anything is cut for them.
	Confirm bool `json:"confirm"`
	// DutyClearance is added to the clearance aimed at where the duty is more than standard.
	DutyClearance    unit.Length `json:"duty_clearance"`
	Limits           string      `json:"limits"`
	CleanupAllowance unit.Length `json:"cleanup_allowance"`
	PolishStock      unit.Length `json:"polish_stock"`
	HoneStock        unit.Length `json:"hone_stock"`
	LineHoneStock    unit.Length `json:"line_hone_stock"`
	CapCutMax        unit.Length `json:"cap_cut_max"`
	StepLimit        unit.Length `json:"step_limit"`
	// SkimStock is the cut that cleans a deck below its deepest place.
	SkimStock unit.Length `json:"skim_stock"`
	// BalanceWithin is how far rods may differ at either end.
	BalanceWithin unit.Mass `json:"balance_within"`
}

// A PolicyForm is what a field of the policy holds.
type PolicyForm string

// The forms.
const (
	OneOf   PolicyForm = "one_of" // one of several words
	YesOrNo PolicyForm = "yes_or_no"
	Stock   PolicyForm = "stock" // a length, zero or more
	Grams   PolicyForm = "grams" // a weight, zero or more
)

// PolicyForms are all of them.
var PolicyForms = closed.New(OneOf, YesOrNo, Stock, Grams)

// A PolicyField is one field of the policy. The file, the store, the report, the screen and the
// checks of what is entered walk the table: a new one is a field of [Policy], a row here and its
// rule.
type PolicyField struct {
	Name string     `json:"name"`
	Form PolicyForm `json:"form"`
	// Values are the words, the usual one first.
	Values []string `json:"-"`
	// Usual are thousandths of an inch in tenths and micrometres: round figures in either unit. Yes
	// is what is usual of a yes or no.
	Usual [2]unit.Length `json:"-"`
	Yes   bool           `json:"-"`

	word   func(*Policy) *string
	truth  func(*Policy) *bool
	length func(*Policy) *unit.Length
	mass   func(*Policy) *unit.Mass
}

// PolicyFields is the table, in the order of a screen. Figures: common practice.
var PolicyFields = []PolicyField{
	{Name: "limits", Form: OneOf,
		Values: []string{Book, Close},
		word:   func(p *Policy) *string { return &p.Limits }},
	{Name: "decision_rule", Form: OneOf,
		Values: []string{string(limit.Plain), string(limit.Guarded)},
		word:   func(p *Policy) *string { return (*string)(&p.DecisionRule) }},
	{Name: "wear_reference", Form: OneOf,
		Values: []string{Book, Middle, Measured},
		word:   func(p *Policy) *string { return &p.WearReference }},
	{Name: "clearance_target", Form: OneOf,
		Values: []string{TargetRange, TargetPerInch},
		word:   func(p *Policy) *string { return &p.ClearanceTarget }},
	{Name: "bore_cleanup", Form: OneOf,
		Values: []string{HoldCentre, FollowWear},
		word:   func(p *Policy) *string { return &p.BoreCleanup }},
	{Name: "pin_cleanup", Form: OneOf,
		Values: []string{FollowWear, HoldStroke},
		word:   func(p *Policy) *string { return &p.PinCleanup }},
	{Name: "grind", Form: OneOf,
		Values: []string{GrindWhenNeeded, GrindAlways},
		word:   func(p *Policy) *string { return &p.Grind }},
	{Name: "rings_renewed", Form: YesOrNo, Yes: true, truth: func(p *Policy) *bool { return &p.RingsRenewed }},
	{Name: "mixed_halves", Form: YesOrNo, truth: func(p *Policy) *bool { return &p.MixedHalves }},
	{Name: "mixed_shells", Form: YesOrNo, truth: func(p *Policy) *bool { return &p.MixedShells }},
	{Name: "refit_shells", Form: YesOrNo, truth: func(p *Policy) *bool { return &p.RefitShells }},
	{Name: "confirm", Form: YesOrNo, Yes: true, truth: func(p *Policy) *bool { return &p.Confirm }},
	{Name: "cleanup_allowance", Form: Stock, Usual: [2]unit.Length{10, 25},
		length: func(p *Policy) *unit.Length { return &p.CleanupAllowance }},
	{Name: "polish_stock", Form: Stock, Usual: [2]unit.Length{2, 5},
		length: func(p *Policy) *unit.Length { return &p.PolishStock }},
	{Name: "hone_stock", Form: Stock, Usual: [2]unit.Length{30, 80},
		length: func(p *Policy) *unit.Length { return &p.HoneStock }},
	{Name: "line_hone_stock", Form: Stock, Usual: [2]unit.Length{20, 50},
		length: func(p *Policy) *unit.Length { return &p.LineHoneStock }},
	{Name: "cap_cut_max", Form: Stock, Usual: [2]unit.Length{60, 150},
		length: func(p *Policy) *unit.Length { return &p.CapCutMax }},
	{Name: "step_limit", Form: Stock, Usual: [2]unit.Length{30, 80},
		length: func(p *Policy) *unit.Length { return &p.StepLimit }},
	{Name: "skim_stock", Form: Stock, Usual: [2]unit.Length{10, 25},
		length: func(p *Policy) *unit.Length { return &p.SkimStock }},
	{Name: "balance_within", Form: Grams, mass: func(p *Policy) *unit.Mass { return &p.BalanceWithin }},
	{Name: "duty_clearance", Form: Stock, length: func(p *Policy) *unit.Length { return &p.DutyClearance }},
}

// PolicyFieldNamed returns a field by its name, or nil.
func PolicyFieldNamed(name string) *PolicyField {
	for i := range PolicyFields {
		if PolicyFields[i].Name == name {
			return &PolicyFields[i]
		}
	}
	return nil
}

// At returns where p keeps the field: a *string, a *bool, a *unit.Length or a *unit.Mass.
func (f *PolicyField) At(p *Policy) any {
	switch f.Form {
	case OneOf:
		return f.word(p)
	case YesOrNo:
		return f.truth(p)
	case Grams:
		return f.mass(p)
	}
	return f.length(p)
}

// Problems lists what cannot be in p.
func (p Policy) Problems() []limit.FieldProblem {
	var problems []limit.FieldProblem
	for i := range PolicyFields {
		f := &PolicyFields[i]
		switch held := f.At(&p).(type) {
		case *string:
			if !slices.Contains(f.Values, *held) {
				problems = append(problems,
					limit.FieldProblem{Field: f.Name, Place: -1,
						Why: say.New("limit", say.Text("those", strings.Join(f.Values, ", "))).As("one_of")})
			}
		case *unit.Mass:
			if *held < 0 {
				problems = append(problems,
					limit.FieldProblem{Field: f.Name, Place: -1, Why: say.New("limit").As("negative")})
			}
		case *unit.Length:
			if *held < 0 {
				problems = append(problems,
					limit.FieldProblem{Field: f.Name, Place: -1, Why: say.New("limit").As("negative")})
			}
		}
	}
	return problems
}

// DefaultPolicy is the policy of a shop that has chosen nothing; its figures are round in s. Common practice.
func DefaultPolicy(s unit.System) (p Policy) {
	for i := range PolicyFields {
		f := &PolicyFields[i]
		switch held := f.At(&p).(type) {
		case *string:
			*held = f.Values[0]
		case *bool:
			*held = f.Yes
		case *unit.Length:
			*held = s.Pick(f.Usual[0]*unit.Thou/10, f.Usual[1]*unit.Micrometre)
		case *unit.Mass:
			*held = unit.Gram // the same in either unit
		}
	}
	return p
}
