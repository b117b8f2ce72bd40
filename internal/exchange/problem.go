package exchange

import (
	"errors"
	"strings"

	"ledge/internal/core/say"
	"ledge/internal/words"
)

// A Problem is one reason why a document cannot be evaluated, at its JSON pointer.
type Problem struct {
	Pointer string
	Why     words.Message
}

// Text is the reason in words.
func (p Problem) Text() string { return p.Why.String() }

func (p Problem) String() string {
	if p.Pointer == "" {
		return "/: " + p.Text()
	}
	return p.Pointer + ": " + p.Text()
}

// Problems is the error of a document that cannot be evaluated; it lists all of them.
type Problems []Problem

func (p Problems) Error() string {
	lines := make([]string, len(p))
	for i, problem := range p {
		lines[i] = problem.String()
	}
	return strings.Join(lines, "\n")
}

// maxProblems keeps a hostile document from asking for more lines than anyone reads.
const maxProblems = 1000

func (r *reader) problem(at, id string, args ...any) { r.refused(at, words.New(id, args...)) }

func (r *reader) refused(at string, why words.Message) {
	if len(r.problems) < maxProblems {
		r.problems = append(r.problems, Problem{at, why})
	}
}

// said is a reason of the core in the document's unit.
func (r *reader) said(why say.Reason) words.Message {
	return words.New("file.said", "why", words.In(r.unit).Say(why))
}

// messageOf is what a document that is no JSON, or cannot be read, is refused with.
func messageOf(err error) words.Message {
	var m words.Message
	if !errors.As(err, &m) {
		m = words.New("number.other", "text", err.Error())
	}
	return m
}
