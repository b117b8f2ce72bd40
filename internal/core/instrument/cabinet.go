package instrument

import (
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// A Standard is what a gauge is checked and set on, with what its certificate says.
type Standard struct {
	Name string      `json:"name" minLength:"1" maxLength:"60"`
	Size unit.Length `json:"size"`
	// U is the expanded uncertainty of its size (k = 2).
	U unit.Length `json:"u,omitempty" minimum:"0"`
}

// Facts are what is told of an instrument of the shop's own.
type Facts struct {
	Name string      `json:"name" minLength:"1" maxLength:"80"`
	Tag  string      `json:"tag" maxLength:"40"`
	Kind Kind        `json:"kind"`
	Unit unit.System `json:"unit"`
	// From and To are its range, Division one scale division.
	From     unit.Length `json:"from,omitempty" minimum:"0"`
	To       unit.Length `json:"to,omitempty" minimum:"0"`
	Division unit.Length `json:"division" minimum:"1"`
	// Sense is −1 where clockwise past zero means smaller.
	Sense     int        `json:"sense" enum:"-1,1" minimum:"-1" maximum:"1"`
	Standards []Standard `json:"standards,omitempty" maxItems:"20"`
	// Expansion is its own per kelvin, in millionths; steel's where left out.
	Expansion string `json:"expansion,omitempty" maxLength:"10"`
	Owner     string `json:"owner,omitempty" maxLength:"80"`
	// Due is the day by which it is to be checked outside; empty where nobody said.
	Due string `json:"due,omitempty" maxLength:"10"`
	// Allowed is how far its zero may be found off before what it read is in doubt.
	Allowed unit.Length `json:"allowed,omitempty" minimum:"0"`
	// Line says how the lines are read that it sends; nil where it sends none.
	Line *Pattern `json:"line,omitempty"`
}

// Expands is the coefficient that is told, in millionths per kelvin; nil where none is, or what is told is none.
func (f Facts) Expands() *float64 {
	own, err := strconv.ParseFloat(strings.Replace(f.Expansion, ",", ".", 1), 64)
	if err != nil || own <= 0 || own >= 100 {
		return nil
	}
	return &own
}

// A DeedType says what was done with an instrument.
type DeedType string

// What is done with instruments.
const (
	Told    DeedType = "told"    // its facts
	Zeroed  DeedType = "zeroed"  // checked on a standard: what was found, what was left
	OutOf   DeedType = "out"     // out of service
	BackIn  DeedType = "back"    // in service again
	Spread  DeedType = "spread"  // one hand's own spread on a standard
	Studied DeedType = "studied" // a repeatability study
	Passed  DeedType = "passed"  // what it read before it was found off is accepted
	Wired   DeedType = "wired"   // how it is connected
)

// DeedTypes are all of them.
var DeedTypes = closed.New(Told, Zeroed, OutOf, BackIn, Spread, Studied, Passed, Wired)

// A Deed is one thing that was done with an instrument. Only the fields of its sort are used.
type Deed struct {
	ID   string   `json:"id" format:"uuid"`
	What DeedType `json:"what"`
	By   string   `json:"by,omitempty" readOnly:"true"`
	At   string   `json:"at,omitempty" readOnly:"true"`
	// Facts are the ones told, After the deed of those that they change.
	Facts *Facts `json:"facts,omitempty"`
	After string `json:"after,omitempty" maxLength:"36"`
	// Standard is what it was checked on, Found what it showed beyond that, Left what it was left at.
	Standard string      `json:"standard,omitempty" maxLength:"60"`
	Found    unit.Length `json:"found,omitempty"`
	Left     unit.Length `json:"left,omitempty"`
	// Reason says why it is out of service, or why what it read is accepted.
	Reason string `json:"reason,omitempty" maxLength:"400"`
	// Hand is whose readings they are, Readings those of one standard.
	Hand     string        `json:"hand,omitempty" maxLength:"80"`
	Readings []unit.Length `json:"readings,omitempty" maxItems:"100"`
	// Hands name the hands of a study, Study its readings by part, hand and trial.
	Hands []string          `json:"hands,omitempty" maxItems:"10"`
	Study [][][]unit.Length `json:"study,omitempty" maxItems:"10"`
	// Until is the day to which its result holds.
	Until string `json:"until,omitempty" maxLength:"10"`
	// Of is the check whose readings are accepted.
	Of string `json:"of,omitempty" maxLength:"36"`
	// Link says how it is connected.
	Link *Link `json:"link,omitempty"`
}

// A ZeroCheck is one check on a standard.
type ZeroCheck struct {
	Deed
	// Failed tells that it was further off than is allowed.
	Failed bool `json:"failed"`
	// Since is the check before it that left it right; empty where there is none. What was read in between is in doubt.
	Since string `json:"since,omitempty"`
	// Accepted is who accepted what it read meanwhile.
	Accepted *Deed `json:"accepted,omitempty"`
}

// An OwnRepeat is one hand's spread with an instrument.
type OwnRepeat struct {
	Hand   string      `json:"hand"`
	Spread unit.Length `json:"spread"`
	Off    unit.Length `json:"off"`
	Count  int         `json:"count"`
	At     string      `json:"at"`
	Until  string      `json:"until,omitempty"`
}

// A StudyResult is what a study found.
type StudyResult struct {
	Deed   Deed        `json:"deed"`
	Range  Variation   `json:"range"`
	Anova  *Anova      `json:"anova,omitempty"`
	Ranges [][]float64 `json:"ranges"`
	// Unknown is what a study of so few parts, hands or trials cannot say.
	Unknown []StudyLack `json:"unknown"`
}

// A StudyLack is what a study cannot know.
type StudyLack string

// What a study lacks.
const (
	OneHand   StudyLack = "one_hand"   // what hands differ by
	OnePart   StudyLack = "one_part"   // how many groups of parts it tells apart
	FewParts  StudyLack = "few_parts"  // under five parts the spread of parts is a guess
	FewTrials StudyLack = "few_trials" // two trials leave the repeatability uncertain by a third and more
)

// StudyLacks are all of them.
var StudyLacks = closed.New(OneHand, OnePart, FewParts, FewTrials).Said("study_lacks")

// An Owned is an instrument of the shop as its deeds make it.
type Owned struct {
	ID    string `json:"id"`
	Facts Facts  `json:"facts"`
	// FactsID is the deed that told them.
	FactsID string       `json:"facts_id"`
	Checks  []ZeroCheck  `json:"checks"`
	Out     *Deed        `json:"out,omitempty"`
	Repeats []OwnRepeat  `json:"repeats"`
	Study   *StudyResult `json:"study,omitempty"`
	// Link is how it is connected; nil where it is not.
	Link *Link `json:"link,omitempty"`
}

// OwnedOf is an instrument after what was done with it.
func OwnedOf(id string, deeds []Deed) Owned {
	o := Owned{ID: id, Checks: []ZeroCheck{}, Repeats: []OwnRepeat{}}
	for _, d := range deeds {
		switch d.What {
		case Told:
			if d.Facts != nil {
				o.Facts, o.FactsID = *d.Facts, d.ID
			}
		case Zeroed:
			c := ZeroCheck{Deed: d, Failed: d.Found.Abs() > o.allowed()}
			for i := range slices.Backward(o.Checks) {
				if o.Checks[i].Left.Abs() <= o.allowed() {
					c.Since = o.Checks[i].At
					break
				}
			}
			o.Checks = append(o.Checks, c)
		case OutOf:
			o.Out = &d
		case BackIn:
			o.Out = nil
		case Spread:
			o.repeat(d)
		case Studied:
			o.Study = studyOf(d)
		case Wired:
			if o.Link = d.Link; d.Link != nil && d.Link.Port == "" {
				o.Link = nil
			}
		case Passed:
			for i := range o.Checks {
				if o.Checks[i].ID == d.Of {
					o.Checks[i].Accepted = &d
				}
			}
		}
	}
	return o
}

// allowed is how far a zero may be off: as told, else a division. Common practice.
func (o *Owned) allowed() unit.Length {
	if o.Facts.Allowed > 0 {
		return o.Facts.Allowed
	}
	return o.Facts.Division
}

func (o *Owned) repeat(d Deed) {
	if len(d.Readings) < 2 {
		return
	}
	var standard unit.Length
	for _, s := range o.Facts.Standards {
		if s.Name == d.Standard {
			standard = s.Size
		}
	}
	spread, off := OwnSpread(d.Readings, standard)
	one := OwnRepeat{d.Hand, unit.Round(spread), off, len(d.Readings), d.At, d.Until}
	o.Repeats = append(slices.DeleteFunc(o.Repeats, func(r OwnRepeat) bool { return r.Hand == d.Hand }), one)
}

// studyOf is what a study found; nil where it is none.
func studyOf(d Deed) *StudyResult {
	s := Study{d.Study}
	if !s.Sound() {
		return nil
	}
	r := &StudyResult{Deed: d, Range: s.AverageRange(), Ranges: s.Ranges(), Unknown: []StudyLack{}}
	if s.Hands() > 1 && s.Parts() > 1 {
		a := s.Anova()
		r.Anova = &a
	}
	for lacks, is := range map[StudyLack]bool{OneHand: s.Hands() == 1, OnePart: s.Parts() == 1,
		FewParts: s.Parts() > 1 && s.Parts() < 5, FewTrials: s.Trials() == 2 && s.Parts()*s.Hands() < 15} {
		if is {
			r.Unknown = append(r.Unknown, lacks)
		}
	}
	slices.Sort(r.Unknown)
	return r
}

// Repeatability is the standard deviation of one reading of a hand with the instrument, as it was found, on a day:
// the hand's own, else that of the study; nil where nobody found any, or where what was found holds no more.
func (o *Owned) Repeatability(hand, day string) *unit.Length {
	for _, r := range o.Repeats {
		if r.Hand == hand && (r.Until == "" || day <= r.Until) {
			return &r.Spread
		}
	}
	if s := o.Study; s != nil && (s.Deed.Until == "" || day <= s.Deed.Until) {
		spread := unit.Round(s.Range.Gauge)
		if s.Anova != nil {
			spread = unit.Round(s.Anova.Gauge)
		}
		return &spread
	}
	return nil
}

// SettingU is the standard uncertainty of a zero on a standard: half of what its certificate says; nil where it says
// nothing.
func (o *Owned) SettingU(standard string) *unit.Length {
	for _, s := range o.Facts.Standards {
		if s.Name == standard && s.U > 0 {
			u := unit.DivHalfEven(s.U, 2)
			return &u
		}
	}
	return nil
}
