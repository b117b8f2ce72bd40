// Package office keeps what belongs to the shop and to no job: people and their sessions, settings, the cabinet of
// gauges, the cards of engines, rates and the policy that new jobs start with.
package office

import (
	"ledge/internal/core/schedule"
	"ledge/internal/store/db"
)

// An Office reads and changes these in one file.
type Office struct {
	file   *db.File
	signed signed
}

// In is the office in a file.
func In(file *db.File) *Office { return &Office{file: file} }

// Today is the present day on the shop's calendar.
func (s *Office) Today() schedule.Day { return schedule.Day(s.file.Now().UTC().Unix() / 86400) }
