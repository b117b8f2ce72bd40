// Package disposition decides: from the findings of an inspection it makes one decision for every set
// of parts, with its reasons and every other option, feasible or why not.
package disposition

import (
	"reflect"
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/fit"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// An Action is what is done with a set. The zero Action is undecided.
type Action string

// The actions.
const (
	Reuse     Action = "reuse"
	Polish    Action = "polish"
	Hone      Action = "hone"
	Bore      Action = "bore"
	Sleeve    Action = "sleeve"
	Grind     Action = "grind"
	LineHone  Action = "line_hone"
	Resize    Action = "resize"
	Skim      Action = "skim"
	Replace   Action = "replace"
	Measure   Action = "measure"
	Remeasure Action = "remeasure"
)

// Decides reports whether an action settles what becomes of a set; the others ask for measuring.
func (a Action) Decides() bool { return a != Measure && a != Remeasure && a != "" }

// Actions are what can be decided for a set.
var Actions = closed.New(
	Reuse, Polish, Hone, Bore, Sleeve, Grind, LineHone, Resize, Skim, Replace, Measure, Remeasure,
).Said("action", "does")

// A Ref points to a feature.
type Ref = part.Ref

// A Result is everything Ledge says of an inspection.
type Result struct {
	Features []inspection.Finding `json:"features"`
	Fits     []Fit                `json:"fits"`
	Sets     []Set                `json:"sets"`
}

// A Fit is the clearance of one journal or piston, on one basis.
type Fit struct {
	Kind   part.Fit `json:"kind"`
	Number int      `json:"number"`
	Basis  Basis    `json:"basis"`
	// Used marks the one that decides.
	Used bool `json:"used"`
	// Void marks a clearance in a housing that will be machined, and one of used shells that decides nothing.
	Void bool `json:"void,omitempty"`
	// Stale marks one that was taken before a part of it was worked on.
	Stale     bool          `json:"stale,omitempty"`
	Clearance fit.Clearance `json:"clearance"`
	Window    *limit.Range  `json:"window,omitempty"`
	// UsedShells marks one that was measured with shells that were not new.
	UsedShells bool `json:"used_shells,omitempty"`
	// Shell is the change of the shells fitted when it was measured, against standard ones.
	Shell   unit.Length   `json:"shell"`
	Verdict limit.Verdict `json:"verdict"`
	// Component is the tag of the shaft, or of the pistons, that it is of; empty for those that came.
	Component string `json:"component,omitempty"`
	// Journal is the crankpin that a rod runs on, Mate what a piston pin runs in.
	Journal int       `json:"journal,omitempty"`
	Mate    part.Kind `json:"mate,omitempty"`

	u float64
	// own tells that it is void since its own set is cut for other causes.
	own bool
	// thumbed tells that no clearance is known: its window is the rule of thumb's.
	thumbed bool
	// journal is the part that it is judged with, shared with other rods or not.
	journal Ref
	shared  bool
}

// twiceU is the uncertainty of the clearance, k = 2.
func (f *Fit) twiceU() unit.Length { return unit.Round(2 * f.u) }

// joint names the journal, with the rod where it has several.
func (f *Fit) joint() say.Arg { return say.Joint("part", &f.journal, f.rod()) }

// Same reports whether two fits are the same to whoever reads them; how certain they are is not among it.
func (f Fit) Same(other Fit) bool {
	f.u, other.u, f.own, other.own = 0, 0, false, false
	return reflect.DeepEqual(f, other)
}

// WhyVoid says why the clearance does not count.
func (f *Fit) WhyVoid() Reason {
	r := say.Of("fit_void", f.journal, f.joint(), say.Word("basis", "basis", f.Basis))
	switch {
	case f.own:
		return r.As("own")
	case f.UsedShells:
		return r.As("used_shells")
	case f.Kind == part.PinFit:
		return r.As("pin")
	case f.journal.Kind.Row().Joint == nil:
		return r.As("piston")
	case f.journal.Kind.Row().Joint.Housing == "":
		return r.As("bush")
	}
	return r
}

// rod is the number of the rod where a journal has several, else 0.
func (f *Fit) rod() int {
	if f.shared {
		return f.Number
	}
	return 0
}

// A Basis is where a clearance comes from.
type Basis string

// The bases, the most trusted first.
const (
	BasisMeasured Basis = "measured"
	// BasisCalculated is housing − both shell walls − journal.
	BasisCalculated Basis = "calculated"
	BasisStrip      Basis = "strip"
	BasisPredicted  Basis = "predicted"
)

// A Set is the decision for one set of parts.
type Set struct {
	Set part.Set `json:"set"`
	// Component is the tag of the one that its members belong to; empty for the one that came.
	Component string `json:"component,omitempty"`
	// Way is the one chosen; Says is how it reads, made when it is shown.
	Way
	Says        string      `json:"says,omitempty"`
	SizeClass   unit.Length `json:"size_class"`
	Provisional bool        `json:"provisional"`
	Mixed       bool        `json:"mixed,omitempty"`
	// Bend is how the shaft of the mains is bent; empty where it is straight, or nobody turned it.
	Bend    form.Course   `json:"bend,omitempty"`
	Checks  []limit.Check `json:"checks,omitempty"`
	Reasons []Reason      `json:"reasons"`
	Options []Option      `json:"options"`
	// Ladder says for each member at which size it cleans up.
	Ladder []Rung `json:"ladder,omitempty"`
	// Asks are what would settle the set, part by part.
	Asks []Ask `json:"asks,omitempty"`
	// Members say what happens to each part.
	Members []Treatment `json:"members"`
	// Rings say of each ring how its gap stands, where the set is of rings.
	Rings []RingAdvice `json:"rings,omitempty"`
	// NotSeen are limits that nothing measured could judge, or not fully.
	NotSeen []Unseen `json:"not_seen,omitempty"`
	// Unmeasured lists members that the engine has and nobody measured.
	Unmeasured []Ref `json:"unmeasured,omitempty"`
}

// A Treatment is what happens to one member of a set.
type Treatment struct {
	Feature Ref    `json:"feature"`
	Action  Action `json:"action"`
	// Step and Shell are as those of a [Way].
	Step  unit.Length `json:"step"`
	Shell unit.Length `json:"shell"`
	// Finished bounds the size after the work, where it is machined.
	Finished *limit.Range `json:"finished,omitempty"`
	// Cut is what is taken off its own cap, where it is closed and honed.
	Cut *unit.Length `json:"cut,omitempty"`
}

// A UnseenCause says why a limit could not be judged.
type UnseenCause string

// Why a limit was not judged.
const (
	Unmeasured UnseenCause = "unmeasured" // nothing was measured that it could judge
	ByPlan     UnseenCause = "plan"       // the plan cannot see all of it
)

// UnseenCauses are all of them.
var UnseenCauses = closed.New(Unmeasured, ByPlan)

// An UnseenCheck is a limit that was not judged, by what it is of.
type UnseenCheck string

// The limits that may stand unjudged.
const (
	UnseenTaper      UnseenCheck = "taper"
	UnseenShape      UnseenCheck = "shape"
	UnseenOutOfRound UnseenCheck = "out_of_round"
	UnseenOval       UnseenCheck = "oval"
	UnseenOvalAtEnd  UnseenCheck = "oval_at_end"
	UnseenWear       UnseenCheck = "wear"
	UnseenRunout     UnseenCheck = "runout"
	UnseenClearance  UnseenCheck = "clearance"
	UnseenAlignment  UnseenCheck = "alignment"
	// UnseenLobes are three lobes or five, which have one diameter all round.
	UnseenLobes UnseenCheck = "odd_lobes"
	// UnseenSize is that of a part which no limit judges.
	UnseenSize UnseenCheck = "size"
	// UnseenWarmth is how much of a size is warmth.
	UnseenWarmth UnseenCheck = "temperature"
)

// UnseenChecks are all of them.
var UnseenChecks = closed.New(
	UnseenTaper, UnseenShape, UnseenOutOfRound, UnseenOval, UnseenOvalAtEnd, UnseenWear, UnseenRunout, UnseenClearance,
	UnseenAlignment, UnseenLobes, UnseenSize, UnseenWarmth)

// An Unseen is a limit of which nothing, or not all, was seen.
type Unseen struct {
	Check UnseenCheck `json:"check"`
	// Feature is the part; nil where it is of the set as a whole.
	Feature *Ref        `json:"feature,omitempty"`
	Why     UnseenCause `json:"why"`
	Says    Reason      `json:"says"`
}

// A Way is one way to treat a set. Two are the same exactly where they are equal, so a choice, an
// option, a signature and a sheet all hold one.
type Way struct {
	Action Action `json:"action"`
	// Step is the whole departure from standard after the work, Shell what the shells add to the clearance.
	Step   unit.Length `json:"step"`
	Shell  unit.Length `json:"shell"`
	Method Method      `json:"method,omitempty"`
}

// A Reason is one thing that says why, with the feature it speaks of.
type Reason = say.Reason

// A Method tells apart options of one action.
type Method string

// The methods beside the plain action.
const (
	Straighten Method = "straighten"
	LineBore   Method = "line_bore"
	BuildUp    Method = "build_up"
	SleeveOne  Method = "sleeve_one"
	SleeveSome Method = "sleeve_some"
	Accept     Method = "accept"    // as it is, on the clearance measured, signed
	Dress      Method = "dress"     // the thrust faces
	CleanCut   Method = "clean_cut" // only what cleans a scored deck
	ByHand     Method = "by_hand"   // polished in the shop, pass by pass
	MixedHalf  Method = "mixed_halves"
	MixedShell Method = "mixed_shells"
)

// Methods are all of them, the plain action first.
var Methods = closed.New(
	"", Straighten, LineBore, BuildUp, SleeveOne, SleeveSome, Accept, Dress, CleanCut, ByHand, MixedHalf,
	MixedShell,
)

// Bases are all of them.
var Bases = closed.New(BasisMeasured, BasisCalculated, BasisStrip, BasisPredicted).Said("basis")

// An Option is one way to treat a set.
type Option struct {
	// Way is the one; Says is how it reads, made when it is shown.
	Way
	Says     string   `json:"says,omitempty"`
	Feasible bool     `json:"feasible"`
	Reasons  []Reason `json:"reasons"`
	// Each says what happens to every member, where they are treated one by one.
	Each []Treatment `json:"each,omitempty"`
	// Sizes are the finished sizes to order, for options that machine.
	Sizes []FinishedSize `json:"sizes,omitempty"`
	// Cut is the most that is taken off a cap, where caps are cut.
	Cut *unit.Length `json:"cut,omitempty"`
	// Clearances are the fits after the work, where they can be said.
	Clearances []After `json:"clearances,omitempty"`
}

// A FinishedSize is a finished size to order for one feature.
type FinishedSize struct {
	Feature Ref         `json:"feature"`
	Size    unit.Length `json:"size"`
	// Cut is what is taken off its cap, where it is closed and honed.
	Cut *unit.Length `json:"cut,omitempty"`
	// Kept marks a member that stays as it is, Sleeved one that gets a sleeve.
	Kept    bool `json:"kept,omitempty"`
	Sleeved bool `json:"sleeved,omitempty"`
	// Window bounds the size where more than the width of a new range decides it: a hone's.
	Window *limit.Range `json:"window,omitempty"`
	// MateNew tells that it is made for a new part that takes the place of its mate.
	MateNew bool `json:"mate_new,omitempty"`
	// Play is the clearance that the work must leave, where a mating part is measured.
	Play *limit.Range `json:"play,omitempty"`
}

// An After is a clearance after the work, in its window.
type After struct {
	Feature   Ref           `json:"feature"`
	Clearance fit.Clearance `json:"clearance"`
	Window    *limit.Range  `json:"window,omitempty"`
	Shell     unit.Length   `json:"shell"`
	Verdict   limit.Verdict `json:"verdict"`
	// Rod is the one that it is of, where its journal has several.
	Rod int `json:"rod,omitempty"`
	// Walls tells that its bearing is calculated from the walls of new shells, which nobody has fitted yet.
	Walls bool `json:"walls,omitempty"`
}

// lies reports whether the clearance lies in its window, plainly.
func (a After) lies() bool {
	return a.Window == nil || a.Window.Holds(limit.Range{Min: a.Clearance.Min, Max: a.Clearance.Max})
}

// A Rung is one member on the ladder of sizes.
type Rung struct {
	Feature  Ref         `json:"feature"`
	Smallest unit.Length `json:"smallest"`
	Largest  unit.Length `json:"largest"`
	// Middle is the middle of its standard new range.
	Middle unit.Length `json:"middle"`
	// Bend is what the bend takes, twice the throw; Allowance the stock to clean up.
	Bend      unit.Length `json:"bend"`
	Allowance unit.Length `json:"allowance"`
	// Cleans is the size at which the surface is new all round: at most for shafts, at least for bores.
	Cleans unit.Length `json:"cleans"`
	// OtherSchool is the same under the other clean-up policy, where there are two.
	OtherSchool *unit.Length `json:"other_school,omitempty"`
}

// Option returns the set's option for a way, or nil where it is not listed.
func (s *Set) Option(w Way) *Option {
	if i := optionAt(s.Options, w); i >= 0 {
		return &s.Options[i]
	}
	return nil
}

// OptionAt is the index of the set's option for a way; -1 where it is not listed.
func (s Set) OptionAt(w Way) int { return optionAt(s.Options, w) }

func optionAt(options []Option, w Way) int {
	for i := range options {
		if options[i].Way == w {
			return i
		}
	}
	return -1
}

// Cracked reports whether a crack decided the set.
func (s *Set) Cracked() bool {
	return slices.ContainsFunc(s.Reasons, func(r Reason) bool { return r.Code == "cracked" })
}
