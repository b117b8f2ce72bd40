package limit

import (
	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// Clearance holds the clearances of a fit: of new parts, the largest in service, and the builder's
// own window.
type Clearance struct {
	New    *Range       `json:"new,omitempty"`
	Max    *unit.Length `json:"max,omitempty"`
	Target *Range       `json:"target,omitempty"`
}

// Rings are ranges for the rings of a piston, by their place.
type Rings struct {
	Top    *Range `json:"top,omitempty"`
	Second *Range `json:"second,omitempty"`
	Oil    *Range `json:"oil,omitempty"`
}

// ShellsFor are the changes on offer for parts of a size class; none where nobody knows them, 0 alone where none but
// standard shells are to be had.
func (l *Limits) ShellsFor(class unit.Length) []unit.Length {
	if class == 0 {
		return l.Shells
	}
	var changes []unit.Length
	for i := 0; i+1 < len(l.ShellsAt); i += 2 {
		if l.ShellsAt[i] == class {
			changes = append(changes, l.ShellsAt[i+1])
		}
	}
	return changes
}

// RangeOf is the range of the i-th ring of a piston: its own, else that of all.
func (l *Limits) RangeOf(ring int) *Range {
	if l.Rings != nil && ring < 3 {
		if own := []*Range{l.Rings.Top, l.Rings.Second, l.Rings.Oil}[ring]; own != nil {
			return own
		}
	}
	return l.New
}

// Limits are the limits of one kind of feature. A nil field is a limit that nobody has entered.
type Limits struct {
	New           *Range       `json:"new,omitempty"`
	WearMax       *unit.Length `json:"wear_max,omitempty"`
	TaperMax      *unit.Length `json:"taper_max,omitempty"`
	OutOfRoundMax *unit.Length `json:"out_of_round_max,omitempty"`
	RunoutMax     *unit.Length `json:"runout_max,omitempty"`
	BoreToBoreMax *unit.Length `json:"bore_to_bore_max,omitempty"`
	AlignmentMax  *unit.Length `json:"alignment_max,omitempty"`
	// Max is the largest value in service of a kind that is no size: a gap, an end float.
	Max *unit.Length `json:"max,omitempty"`
	// SkimMax is how much may come off a deck in all.
	SkimMax    *unit.Length  `json:"skim_max,omitempty"`
	Undersizes []unit.Length `json:"undersizes,omitempty"`
	Oversizes  []unit.Length `json:"oversizes,omitempty"`
	Clearance  *Clearance    `json:"clearance,omitempty"`
	// Shells are the changes on offer against standard shells; positive gives more clearance.
	Shells []unit.Length `json:"shells,omitempty"`
	// ShellsAt are those on offer for other size classes, in pairs: the class, and a change.
	ShellsAt []unit.Length `json:"shells_at,omitempty"`
	// Rings are the gaps of single rings, where one range does not serve all.
	Rings *Rings `json:"rings,omitempty"`
	// Sources say where fields come from, by the field's name: "taper_max", "new", "clearance.max".
	Sources map[string]Source `json:"sources,omitempty"`
	// ByNumber overrides any field for one number.
	ByNumber map[int]Limits `json:"by_number,omitempty"`
}

// A FieldForm is what a field of limits holds.
type FieldForm string

// The forms.
const (
	Most FieldForm = "most" // one length that must not be exceeded
	Span FieldForm = "span" // a range
	List FieldForm = "list" // several lengths on offer
	Rise FieldForm = "rise" // several lengths that rise one by one from above zero
	// Pairs are several lengths on offer for each of several sizes: a size and a length, one after the other.
	Pairs FieldForm = "pairs"
)

// Forms are all of them.
var Forms = closed.New(Most, Span, List, Rise, Pairs)

// A Value is what a field holds; nothing where nobody entered it.
type Value struct {
	Most *unit.Length
	Span *Range
	List []unit.Length
}

// Empty reports whether nothing is held.
func (v Value) Empty() bool { return v.Most == nil && v.Span == nil && v.List == nil }

// Lengths are those of v in order: one, both ends, or all.
func (v Value) Lengths() []unit.Length {
	switch {
	case v.Most != nil:
		return []unit.Length{*v.Most}
	case v.Span != nil:
		return []unit.Length{v.Span.Min, v.Span.Max}
	}
	return v.List
}

// A Field is one that limits may have. The file, the store, the report, the screens and the checks
// of what is entered walk this table: a new limit is a field of [Limits] and a row here.
type Field struct {
	// Name is its place in the open file; a point stands before what lies inside another.
	Name string    `json:"name"`
	Form FieldForm `json:"form"`
	// Stored begins the names of its rows in the store.
	Stored string `json:"-"`
	// Printed tells that it stands on a report.
	Printed bool `json:"-"`
	// Small tells that its lengths are small, so that a large one looks mistyped; Step that it is a
	// step between sizes, and larger than other limits.
	Small bool `json:"-"`
	Step  bool `json:"-"`
	// Signed tells that one length may be below zero.
	Signed bool `json:"-"`
	// Checks are those that it is the limit of, by name.
	Checks []CheckName `json:"-"`

	get func(*Limits) Value
	set func(*Limits, Value)
}

// Get returns what l holds in the field.
func (f *Field) Get(l *Limits) Value { return f.get(l) }

// Set puts a value into the field.
func (f *Field) Set(l *Limits, v Value) { f.set(l, v) }

func most(at func(*Limits) **unit.Length) (func(*Limits) Value, func(*Limits, Value)) {
	return func(l *Limits) Value { return Value{Most: *at(l)} }, func(l *Limits, v Value) { *at(l) = v.Most }
}

func list(at func(*Limits) *[]unit.Length) (func(*Limits) Value, func(*Limits, Value)) {
	return func(l *Limits) Value { return Value{List: *at(l)} }, func(l *Limits, v Value) { *at(l) = v.List }
}

// clearance is that of l, made where it has none yet.
func clearance(l *Limits) *Clearance {
	if l.Clearance == nil {
		l.Clearance = &Clearance{}
	}
	return l.Clearance
}

// Fields is the table, in the order in which limits are written and entered.
var Fields = func() []Field {
	one := func(name string, small, printed bool, at func(*Limits) **unit.Length, checks ...CheckName) Field {
		f := Field{Name: name, Form: Most, Stored: name, Printed: printed, Small: small, Checks: checks}
		f.get, f.set = most(at)
		return f
	}
	several := func(name, stored string, form FieldForm, step bool, at func(*Limits) *[]unit.Length) Field {
		f := Field{Name: name, Form: form, Stored: stored, Small: true, Step: step}
		f.get, f.set = list(at)
		return f
	}
	play := func(name, stored string, printed bool, of func(*Clearance) **Range) Field {
		return Field{Name: name, Form: Span, Stored: stored, Printed: printed, Small: true,
			get: func(l *Limits) (v Value) {
				if l.Clearance != nil {
					v.Span = *of(l.Clearance)
				}
				return v
			},
			set: func(l *Limits, v Value) { *of(clearance(l)) = v.Span }}
	}
	ring := func(name string, of func(*Rings) **Range) Field {
		return Field{Name: "rings." + name, Form: Span, Stored: "ring_" + name, Small: true,
			get: func(l *Limits) (v Value) {
				if l.Rings != nil {
					v.Span = *of(l.Rings)
				}
				return v
			},
			set: func(l *Limits, v Value) {
				if l.Rings == nil {
					l.Rings = &Rings{}
				}
				*of(l.Rings) = v.Span
			}}
	}
	return []Field{
		{Name: "new", Form: Span, Stored: "new", Printed: true,
			Checks: []CheckName{CheckSizeLow, CheckSizeHigh},
			get:    func(l *Limits) Value { return Value{Span: l.New} },
			set:    func(l *Limits, v Value) { l.New = v.Span }},
		one("wear_max", true, true, func(l *Limits) **unit.Length { return &l.WearMax }, CheckWear),
		one("taper_max", true, true, func(l *Limits) **unit.Length { return &l.TaperMax }, CheckTaper),
		one("out_of_round_max", true, true, func(l *Limits) **unit.Length { return &l.OutOfRoundMax },
			CheckOutOfRound, CheckOval),
		one("runout_max", true, true, func(l *Limits) **unit.Length { return &l.RunoutMax }, CheckRunout),
		one("bore_to_bore_max", true, true, func(l *Limits) **unit.Length { return &l.BoreToBoreMax },
			CheckBoreToBore),
		one("alignment_max", true, true, func(l *Limits) **unit.Length { return &l.AlignmentMax }, CheckAlignment),
		one("max", false, true, func(l *Limits) **unit.Length { return &l.Max }),
		one("skim_max", true, false, func(l *Limits) **unit.Length { return &l.SkimMax }),
		play("clearance.new", "clearance_new", true, func(c *Clearance) **Range { return &c.New }),
		{Name: "clearance.max", Form: Most, Stored: "clearance_max", Small: true, Signed: true,
			get: func(l *Limits) (v Value) {
				if l.Clearance != nil {
					v.Most = l.Clearance.Max
				}
				return v
			},
			set: func(l *Limits, v Value) { clearance(l).Max = v.Most }},
		play("clearance.target", "clearance_target", false, func(c *Clearance) **Range { return &c.Target }),
		several("undersizes", "undersize", Rise, true, func(l *Limits) *[]unit.Length { return &l.Undersizes }),
		several("oversizes", "oversize", Rise, true, func(l *Limits) *[]unit.Length { return &l.Oversizes }),
		several("shells", "shell", List, false, func(l *Limits) *[]unit.Length { return &l.Shells }),
		several("shells_at", "shell_at", Pairs, false, func(l *Limits) *[]unit.Length { return &l.ShellsAt }),
		ring("top", func(r *Rings) **Range { return &r.Top }),
		ring("second", func(r *Rings) **Range { return &r.Second }),
		ring("oil", func(r *Rings) **Range { return &r.Oil }),
	}
}()

// FieldNamed returns a field by its name in the open file, or nil.
func FieldNamed(name string) *Field {
	for i := range Fields {
		if Fields[i].Name == name {
			return &Fields[i]
		}
	}
	return nil
}

// FieldNames are the names under which sources are told.
func FieldNames() []string {
	names := make([]string, len(Fields))
	for i := range Fields {
		names[i] = Fields[i].Name
	}
	return names
}

// Count is how many fields hold something, for single numbers too.
func (l Limits) Count() (n int) {
	for i := range Fields {
		if !Fields[i].get(&l).Empty() {
			n++
		}
	}
	for _, own := range l.ByNumber {
		n += own.Count()
	}
	return n
}
