package exchange

import (
	"fmt"
	"strings"
)

// A Problem is one reason why a document cannot be evaluated, at its JSON pointer.
type Problem struct {
	Pointer string
	Text    string
}

func (p Problem) String() string {
	if p.Pointer == "" {
		return "/: " + p.Text
	}
	return p.Pointer + ": " + p.Text
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

func (r *reader) problem(at, format string, args ...any) {
	if len(r.problems) < maxProblems {
		r.problems = append(r.problems, Problem{at, fmt.Sprintf(format, args...)})
	}
}
