// Package gaugelink takes in what gauges send.
package gaugelink

import (
	"bytes"

	"ledge/internal/core/instrument"
)

// Lines cuts what a device sends into lines, ended by a carriage return, a line feed or both. A line longer than
// [instrument.MaxLine] is dropped and counted: a device that floods without an end takes no memory. The zero value is
// ready.
type Lines struct {
	rest     []byte
	dropping bool
	dropped  int
}

// Dropped is how many lines were too long.
func (l *Lines) Dropped() int { return l.dropped }

// Write takes what came and returns the lines that it ends, without their ends and without empty ones.
func (l *Lines) Write(came []byte) (lines []string) {
	for len(came) > 0 {
		end := bytes.IndexAny(came, "\r\n")
		if end < 0 {
			l.keep(came)
			return lines
		}
		l.keep(came[:end])
		if !l.dropping && len(l.rest) > 0 {
			lines = append(lines, string(l.rest))
		}
		l.rest, l.dropping = l.rest[:0], false
		came = came[end+1:]
	}
	return lines
}

func (l *Lines) keep(part []byte) {
	if l.dropping {
		return
	}
	if len(l.rest)+len(part) > instrument.MaxLine {
		l.rest, l.dropping = l.rest[:0], true
		l.dropped++
		return
	}
	l.rest = append(l.rest, part...)
}
