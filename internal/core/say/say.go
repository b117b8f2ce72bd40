// Package say holds what is said of an inspection as data: a code and typed arguments, no sentence.
// internal/words makes sentences of it.
package say

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Reason is one thing said, with the part it speaks of.
type Reason struct {
	Code string `json:"code"`
	// Form tells apart the sentences of one code; empty for the plain one.
	Form    string    `json:"form,omitempty"`
	Feature *part.Ref `json:"feature,omitempty"`
	Args    []Arg     `json:"args,omitempty"`
	// Text is what it read like where it was shown: to who signed, or in a file. The core leaves it empty.
	Text string `json:"text"`
}

// A Sort is what an argument is.
type Sort string

// The sorts.
const (
	IsPart    Sort = "part"    // a feature; N is the rod, where its journal has several
	IsLength  Sort = "length"  // N in 0.1 nm
	IsChange  Sort = "change"  // a length with its sign
	IsStep    Sort = "step"    // a step between sizes, 0 for standard
	IsClass   Sort = "class"   // a size class, over or under by the kind of the part
	IsLengths Sort = "lengths" // Ns in 0.1 nm
	IsRange   Sort = "range"   // N to M; Ns are the ends of a range that they must not read like
	IsApart   Sort = "apart"   // a length that must not read like another, M
	IsAngle   Sort = "angle"   // N in microdegrees
	IsCount   Sort = "count"   // N of something; a sentence has one that its plural goes by
	IsNumber  Sort = "number"  // a number that names something
	IsWord    Sort = "word"    // a word of a closed list, Of that list
	IsWords   Sort = "words"   // several of them
	IsText    Sort = "text"    // what a person wrote, or the name of a station
	IsNumbers Sort = "numbers" // numbers that name things
	IsReasons Sort = "reasons" // other things said
)

// Sorts are all of them.
var Sorts = closed.New(
	IsPart, IsLength, IsChange, IsStep, IsClass, IsLengths, IsRange, IsApart, IsAngle, IsCount, IsNumber, IsWord,
	IsWords, IsText, IsNumbers, IsReasons,
)

// An Arg is one argument of a reason.
type Arg struct {
	Name    string    `json:"name"`
	Is      Sort      `json:"is"`
	N       int64     `json:"n,omitempty"`
	M       int64     `json:"m,omitempty"`
	Of      string    `json:"of,omitempty"`
	Text    string    `json:"text,omitempty"`
	Words   []string  `json:"words,omitempty"`
	Ns      []int64   `json:"ns,omitempty"`
	Part    *part.Ref `json:"part,omitempty"`
	Reasons []Reason  `json:"reasons,omitempty"`
}

// New says something of no single part.
func New(code string, args ...Arg) Reason { return Reason{Code: code, Args: args} }

// Of says something of a part.
func Of(code string, ref part.Ref, args ...Arg) Reason {
	return Reason{Code: code, Feature: &ref, Args: args}
}

// About says something of a part whose name is kept elsewhere.
func About(code string, ref *part.Ref, args ...Arg) Reason {
	return Reason{Code: code, Feature: ref, Args: args}
}

// As is the reason in another form of its code.
func (r Reason) As(form string) Reason {
	r.Form = form
	return r
}

// And is the reason with more arguments.
func (r Reason) And(args ...Arg) Reason {
	r.Args = append(slices.Clip(r.Args), args...)
	return r
}

// Same reports whether two reasons say the same, however it is worded.
func (r Reason) Same(other Reason) bool {
	if r.Code != other.Code || r.Form != other.Form || (r.Feature == nil) != (other.Feature == nil) ||
		r.Feature != nil && *r.Feature != *other.Feature {
		return false
	}
	if len(r.Args) == 0 && len(other.Args) == 0 {
		return r.Text == other.Text // of before there were arguments
	}
	return slices.EqualFunc(r.Args, other.Args, func(a, b Arg) bool {
		return a.Name == b.Name && a.Is == b.Is && a.N == b.N && a.M == b.M && a.Of == b.Of &&
			a.Text == b.Text && slices.Equal(a.Words, b.Words) && slices.Equal(a.Ns, b.Ns) &&
			(a.Part == nil) == (b.Part == nil) && (a.Part == nil || *a.Part == *b.Part) &&
			slices.EqualFunc(a.Reasons, b.Reasons, Reason.Same)
	})
}

// Part names a feature.
func Part(name string, ref part.Ref) Arg { return Arg{Name: name, Is: IsPart, Part: &ref} }

// Joint names a journal, with the rod where it has several; rod is 0 where it has one.
func Joint(name string, ref *part.Ref, rod int) Arg {
	return Arg{Name: name, Is: IsPart, Part: ref, N: int64(rod)}
}

// Length is a length.
func Length(name string, l unit.Length) Arg { return Arg{Name: name, Is: IsLength, N: int64(l)} }

// Lengths are several lengths.
func Lengths(name string, ls []unit.Length) Arg {
	a := Arg{Name: name, Is: IsLengths}
	for _, l := range ls {
		a.Ns = append(a.Ns, int64(l))
	}
	return a
}

// Change is a length that is added or taken off.
func Change(name string, l unit.Length) Arg { return Arg{Name: name, Is: IsChange, N: int64(l)} }

// Step is a step between sizes.
func Step(name string, l unit.Length) Arg { return Arg{Name: name, Is: IsStep, N: int64(l)} }

// Class is the size class of the part that is spoken of.
func Class(name string, l unit.Length) Arg { return Arg{Name: name, Is: IsClass, N: int64(l)} }

// Apart is a length beside another that it must not read like where they differ.
func Apart(name string, l, other unit.Length) Arg {
	return Arg{Name: name, Is: IsApart, N: int64(l), M: int64(other)}
}

// Range are lengths from min to max.
func Range(name string, low, high unit.Length) Arg {
	return Arg{Name: name, Is: IsRange, N: int64(low), M: int64(high)}
}

// Against is a range beside another whose ends its own must not read like.
func (a Arg) Against(low, high unit.Length) Arg {
	a.Ns = []int64{int64(low), int64(high)}
	return a
}

// Angle is a direction.
func Angle(name string, a unit.Angle) Arg { return Arg{Name: name, Is: IsAngle, N: int64(a)} }

// Count is how many.
func Count(name string, n int) Arg { return Arg{Name: name, Is: IsCount, N: int64(n)} }

// Number names something by its number.
func Number(name string, n int) Arg { return Arg{Name: name, Is: IsNumber, N: int64(n)} }

// Numbers names several things.
func Numbers(name string, ns []int) Arg {
	a := Arg{Name: name, Is: IsNumbers}
	for _, n := range ns {
		a.Ns = append(a.Ns, int64(n))
	}
	return a
}

// Word is a word of a closed list.
func Word[W ~string](name, of string, word W) Arg {
	return Arg{Name: name, Is: IsWord, Of: of, Text: string(word)}
}

// Words are several words of a closed list.
func Words(name, of string, words ...string) Arg {
	return Arg{Name: name, Is: IsWords, Of: of, Words: words}
}

// Text is what a person wrote.
func Text(name, text string) Arg { return Arg{Name: name, Is: IsText, Text: text} }

// Then are other things said.
func Then(name string, rs ...Reason) Arg { return Arg{Name: name, Is: IsReasons, Reasons: rs} }
