// Package closed holds closed lists: the values that a type may have, each list in one table. The API's description,
// the store's check, the open file and the words on screens and papers are made from the table.
package closed

import (
	"reflect"
	"slices"
)

// A List is every value that a T may have, in an order of its own.
type List[T ~string] struct {
	members []T
	has     map[T]bool
	words   []string
	none    bool
}

// An Any is a list of whatever type.
type Any interface {
	// Type is that of the members.
	Type() reflect.Type
	// Names are the members as texts.
	Names() []string
	// OrNone reports whether nothing may stand in its place.
	OrNone() bool
	// Lists reports whether a text is a member, or may be nothing.
	Lists(text string) bool
	// Words begin the names of the messages that say the members, "look" for "look.smooth": none where nobody
	// reads them, several where they are said in several ways.
	Words() []string
}

// Both are filled while packages are initialized and only read after that.
var (
	every  []Any
	byType = map[reflect.Type]Any{}
)

// New makes the list of a type. It panics where the type has one, or a member stands twice.
func New[T ~string](members ...T) *List[T] {
	l := &List[T]{members: members, has: make(map[T]bool, len(members))}
	for _, m := range members {
		if l.has[m] {
			panic("closed: twice: " + string(m))
		}
		l.has[m] = true
	}
	if Of(l.Type()) != nil {
		panic("closed: twice: " + l.Type().String())
	}
	every = append(every, l)
	byType[l.Type()] = l
	return l
}

// From makes the list of a type from the rows of a table.
func From[T ~string, Row any](table []Row, member func(*Row) T) *List[T] {
	members := make([]T, len(table))
	for i := range table {
		members[i] = member(&table[i])
	}
	return New(members...)
}

// Said names the messages that say the members.
func (l *List[T]) Said(words ...string) *List[T] {
	l.words = words
	return l
}

// OrNothing allows nothing, too: a value that nobody told.
func (l *List[T]) OrNothing() *List[T] {
	l.none = true
	return l
}

// All are the members, in their order.
func (l *List[T]) All() []T { return slices.Clone(l.members) }

// Where are the members for which is holds.
func (l *List[T]) Where(is func(T) bool) []T {
	return slices.DeleteFunc(l.All(), func(m T) bool { return !is(m) })
}

// Has reports whether m is a member; nothing is none.
func (l *List[T]) Has(m T) bool { return l.has[m] }

// Rank is the place of m in the order; −1 for what is no member.
func (l *List[T]) Rank(m T) int { return slices.Index(l.members, m) }

// Type implements [Any].
func (l *List[T]) Type() reflect.Type { return reflect.TypeFor[T]() }

// Names implements [Any].
func (l *List[T]) Names() []string {
	names := make([]string, len(l.members))
	for i, m := range l.members {
		names[i] = string(m)
	}
	return names
}

// OrNone implements [Any].
func (l *List[T]) OrNone() bool { return l.none }

// Lists implements [Any].
func (l *List[T]) Lists(text string) bool { return l.has[T(text)] || l.none && text == "" }

// Words implements [Any].
func (l *List[T]) Words() []string { return l.words }

// Every is every list of the program.
func Every() []Any { return slices.Clone(every) }

// Of is the list of a type; nil where it has none.
func Of(t reflect.Type) Any { return byType[t] }
