package exchange

import "strings"

// A File is something to save or to look at.
type File struct {
	Name, Type string
	Body       []byte
}

// XLSX is the type of a spreadsheet.
const XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"

// FileOf is a file that bears a job's number or another name with an ending.
func FileOf(of, ending, kind string, body []byte) File {
	return File{FileName(of) + ending, kind, body}
}

// FileName keeps letters, digits and dashes of a job's number.
func FileName(number string) string {
	return strings.Map(func(r rune) rune {
		if r == '-' || r >= '0' && r <= '9' || r >= 'A' && r <= 'Z' || r >= 'a' && r <= 'z' {
			return r
		}
		return '_'
	}, number)
}
