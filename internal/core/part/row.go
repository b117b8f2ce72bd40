package part

import (
	"regexp"
	"slices"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/instrument"
)

// A Row is what is the same of all parts of a kind.
type Row struct {
	Kind Kind `json:"kind"`
	// Spot names the place on it where the gauge goes. Heavy tells that it is lifted or turned to
	// be measured.
	Spot      string    `json:"-"`
	Heavy     bool      `json:"heavy"`
	Component Component `json:"component"`
	// Step is where it is measured in the order of work, Place along what it stands.
	Step     Step     `json:"step"`
	Place    Place    `json:"place"`
	Shape    Shape    `json:"shape"`
	Quantity Quantity `json:"quantity"`
	// Shaft tells that it is an outside size that wears smaller.
	Shaft bool `json:"shaft"`
	Role  Role `json:"role"`
	// Mate is what it runs with, Set the one that it is a member of.
	Mate Kind `json:"mate,omitempty"`
	Set  Set  `json:"set,omitempty"`
	// Fit is the joint that it has a share in; Joint what a journal runs in.
	Fit   Fit    `json:"fit,omitempty"`
	Joint *Joint `json:"joint,omitempty"`
	// In are the bores that it runs in, with what it goes with: a piston has the class of its own.
	In []Kind `json:"-"`
	// OvertakenBy are kinds whose machining overtakes what was measured of it; with Unsettled so does whatever moved
	// them since.
	OvertakenBy []Kind `json:"-"`
	Unsettled   bool   `json:"-"`
	// Across is the same at the other journals of the crankshaft.
	Across Kind `json:"across,omitempty"`
	// JudgedBy is the kind whose limits judge it, where it has none of its own.
	JudgedBy Kind `json:"judged_by,omitempty"`
	// Each is how many an engine has of it. Start are the components that must all have come for it to be
	// measured without being asked for; none where it always is asked for.
	Each  Count       `json:"each"`
	Start []Component `json:"start,omitempty"`
	// Looked tells that it is graded by eye before it is measured, Bare that its component must be
	// clean for it.
	Looked bool `json:"looked"`
	Bare   bool `json:"bare"`
	// Plan is the usual plan of a grid, Gauge the usual instrument.
	Plan  string          `json:"plan,omitempty"`
	Gauge instrument.Kind `json:"gauge,omitempty"`
	// Limits are the fields of limits that are asked for it; a file may hold others.
	Limits []string `json:"limits"`
	// States are those it is measured in after work; as new parts all are.
	States []string `json:"states"`
	// List says how it is taken where it is no grid; nil for grids.
	List *List `json:"list,omitempty"`
	// StripOf is the journal that a bench's plastic strip is laid on.
	StripOf Kind `json:"strip_of,omitempty"`
}

// Counted tells that the columns in which a kind is read are no directions.
func (r *Row) Counted() bool { return r.List != nil && r.List.Angles == nil }

// Needed are the fields of limits that the usual measuring of a kind is judged by; without the others a set is
// decided, too. Common practice.
func (r *Row) Needed() []string {
	needed := []string{}
	for _, field := range r.Limits {
		switch field {
		case "new", "taper_max", "out_of_round_max", "runout_max", "clearance.new", "undersizes", "oversizes":
			needed = append(needed, field)
		case "max":
			if !slices.Contains(r.Limits, "new") {
				needed = append(needed, field)
			}
		}
	}
	return needed
}

// Count is how many an engine of a layout has.
func (r *Row) Count(l engine.Layout) int { return r.Each.Of(l) }

// A Quantity says what a reading of a kind is.
type Quantity string

// The quantities.
const (
	Size   Quantity = "size"   // a length above zero, much the same all over its set
	Gap    Quantity = "gap"    // a small length, zero or more
	Dial   Quantity = "dial"   // a small length with a sign
	Weight Quantity = "weight" // grams
)

// Quantities are all of them.
var Quantities = closed.New(Size, Gap, Dial, Weight)

// A Role says how a grid is judged.
type Role string

// The roles.
const (
	Plain    Role = "plain"
	Journals Role = "journal" // runs in a bearing
	Housings Role = "housing" // holds bearing shells
	Bearings Role = "bearing" // the inside of shells or of a bush
	Bores    Role = "bore"
)

// Roles are all of them.
var Roles = closed.New(Plain, Journals, Housings, Bearings, Bores)

// A Joint is what a journal runs in, what holds that, and the shells between; both are empty for a bush.
type Joint struct {
	Bearing Kind `json:"bearing"`
	Housing Kind `json:"housing,omitempty"`
	Shell   Kind `json:"shell,omitempty"`
}

// Holder is what the clearance of a joint rests on beside its journal: the housing, or the bush where none holds it.
func (j *Joint) Holder() Kind {
	if j.Housing == "" {
		return j.Bearing
	}
	return j.Housing
}

// A Fit says which joint a clearance is of.
type Fit string

// The fits.
const (
	MainFit   Fit = "main"
	RodFit    Fit = "rod"
	CamFit    Fit = "cam"
	PistonFit Fit = "piston"
	PinFit    Fit = "pin" // in its piston, and in its rod
)

// Component is the one that a fit is decided with: a journal's shaft, or the pistons.
func (f Fit) Component() Component {
	switch f {
	case CamFit:
		return Camshaft
	case PistonFit, PinFit:
		return Pistons
	}
	return Crankshaft
}

// Fits are all of them.
var Fits = closed.New(MainFit, RodFit, CamFit, PistonFit, PinFit).Said("joint")

// A Component is what is taken off an engine as one piece, or as one lot.
type Component string

// The components.
const (
	Block      Component = "block"
	Crankshaft Component = "crankshaft"
	Rods       Component = "rods"
	Pistons    Component = "pistons"
	Camshaft   Component = "camshaft"
)

// Components are all of them, in the order in which they are cleaned and measured.
var Components = closed.New(Block, Crankshaft, Rods, Pistons, Camshaft).Said("component")

// WholeEngine is what an engine that comes in one piece is taken as; its camshaft is named where it is measured.
func WholeEngine() []Component { return []Component{Block, Crankshaft, Rods, Pistons} }

// Ordered are components once each, in their order.
func Ordered(came []Component) []Component {
	ordered := []Component{}
	for _, c := range Components.All() {
		if slices.Contains(came, c) {
			ordered = append(ordered, c)
		}
	}
	return ordered
}

// Names writes components as one text.
func Names(came []Component) string {
	names := make([]string, len(came))
	for i, c := range came {
		names[i] = string(c)
	}
	return strings.Join(names, ",")
}

// Named reads what [Names] wrote.
func Named(text string) []Component {
	var came []Component
	for _, name := range strings.Split(text, ",") {
		came = append(came, Component(name))
	}
	return slices.Clip(Ordered(came))
}

// A Step is a place in the order of work.
type Step string

// The steps at which parts are measured, in their order.
const (
	AtStrip  Step = "strip" // before it is taken apart
	AtBlock  Step = "block"
	AtCrank  Step = "crank"
	AtRunout Step = "runout"
	AtRods   Step = "rods"
	AtCam    Step = "cam"
	AtFits   Step = "fits" // a prediction can stand in for them
)

// Steps are all of them, in their order.
var Steps = closed.New(AtStrip, AtBlock, AtCrank, AtRunout, AtRods, AtCam, AtFits)

// A Place is along what the parts of a kind stand.
type Place string

// The places.
const (
	Alone    Place = "alone"
	AtMain   Place = "main"  // along the crankshaft, one at each main
	AtThrow  Place = "throw" // one at each throw
	InRow    Place = "row"   // in a row of their own
	AlongCam Place = "cam"
)

// Places are all of them.
var Places = closed.New(Alone, AtMain, AtThrow, InRow, AlongCam)

// A Shape is how parts of a kind are drawn.
type Shape string

// The shapes.
const (
	ShapeShaft  Shape = "shaft"
	ShapeTunnel Shape = "tunnel"
	ShapeBore   Shape = "bore"
	ShapeRod    Shape = "rod"
	ShapePiston Shape = "piston"
	ShapeDeck   Shape = "deck"
)

// Shapes are all of them.
var Shapes = closed.New(ShapeShaft, ShapeTunnel, ShapeBore, ShapeRod, ShapePiston, ShapeDeck)

// Count is how many of a kind an engine has.
type Count string

// The counts.
const (
	One          Count = "one"
	PerMain      Count = "main"
	PerThrow     Count = "throw"
	PerRod       Count = "rod"
	PerCylinder  Count = "cylinder"
	PerBank      Count = "bank"
	TwoACylinder Count = "two_a_cylinder"
)

// Counts are all of them.
var Counts = closed.New(One, PerMain, PerThrow, PerRod, PerCylinder, PerBank, TwoACylinder)

// Of is how many an engine of a layout has.
func (e Count) Of(l engine.Layout) int {
	switch e {
	case PerMain:
		return l.Mains
	case PerThrow:
		return l.Throws
	case PerRod, PerCylinder:
		return l.Cylinders
	case TwoACylinder:
		return 2 * l.Cylinders
	case PerBank:
		return l.Banks()
	}
	return 1
}

// Starts reports whether parts of a kind are measured without being asked for where these components came.
func (r *Row) Starts(came []Component) bool {
	return len(r.Start) > 0 && Among(came, r.Start)
}

// Among reports whether all that is needed is there.
func Among(there, needed []Component) bool {
	return !slices.ContainsFunc(needed, func(c Component) bool { return !slices.Contains(there, c) })
}

// States that parts are measured in; any other text is one, too.
const (
	AsFound            = "as_found"
	AfterClean         = "after_clean"
	AfterPolish        = "after_polish"
	AfterStraightening = "after_straightening"
	AfterStraighten    = "after_straighten" // as files from elsewhere may name it
	AfterGrind         = "after_grind"
	AfterLineHone      = "after_line_hone"
	AfterResize        = "after_resize"
	AfterBore          = "after_bore"
	AfterHone          = "after_hone"
	AfterSkim          = "after_skim"
	NewPart            = "new_part"
)

// A KnownState is a state that has words of its own.
type KnownState string

// KnownStates are all of them, in the order of work.
var KnownStates = closed.New[KnownState](
	AsFound, AfterClean, AfterPolish, AfterStraightening, AfterStraighten, AfterGrind, AfterLineHone, AfterResize,
	AfterBore, AfterHone, AfterSkim, NewPart).Said("state")

// statePattern is how states are named; the API's description has the same.
const statePattern = `^[a-z][a-z0-9_]{0,30}$`

var stateName = regexp.MustCompile(statePattern)

// StateName reports whether a text is a state's name, wherever it comes from.
func StateName(text string) bool { return stateName.MatchString(text) }
