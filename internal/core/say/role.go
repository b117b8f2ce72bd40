package say

import (
	"strings"

	"ledge/internal/core/closed"
)

// A Role is what a reason does where a decision is explained.
type Role string

// The roles. What has none of its own is a cause: what was found.
const (
	Lead    Role = "lead"    // it says in a sentence why it is this action
	Cause   Role = "cause"   // what was found that leads to it
	Caution Role = "caution" // what can hurt somebody, at the step where it can
	Remark  Role = "remark"  // what nobody judged; it stands apart, or is left out
)

// Roles are all of them.
var Roles = closed.New(Lead, Cause, Caution, Remark)

// A Row is what is known of a code.
type Row struct {
	Code string `json:"code"`
	Role Role   `json:"role"`
	// Found tells that a customer is told of it whatever is decided, Advised that only with what it advises.
	Found   bool `json:"-"`
	Advised bool `json:"-"`
}

// rows are the codes that are more than a cause of which only the shop is told.
var rows = []Row{
	{"look", Cause, true, false}, {"cracked", Cause, true, false}, {"softened", Cause, true, false}, {"mixed_set", Cause, true, false},
	{"fit_out", Cause, true, false},
	{"step", Lead, false, true}, {"within", Lead, false, true}, {"marked", Lead, false, true},
	{"tight", Lead, false, true}, {"shell", Lead, false, true}, {"no_step", Lead, false, true},
	{"hone_to_size", Lead, false, true}, {"sleeve", Lead, false, true}, {"bored", Lead, false, true},
	{"no_new_range", Lead, false, false}, {"new_pistons", Lead, false, false}, {"piston_worn", Lead, false, false},
	{"read_again", Lead, false, false}, {"mend", Lead, false, false}, {"line_bore", Lead, false, false},
	{"thrust_dress", Lead, false, false}, {"bore_sheet", Lead, false, false}, {"cap_cut", Lead, false, false},
	{"sleeve_rest", Lead, false, false}, {"sleeve_many", Lead, false, false}, {"provisional", Lead, false, false},
	{"crack_test", Lead, false, false}, {"skim", Lead, false, false}, {"thrust_parts", Lead, false, false},
	{"thrust_clean", Lead, false, false}, {"replace", Lead, false, false}, {"bush_good", Lead, false, false},
	{"bush_ground", Lead, false, true}, {"bush_needed", Lead, false, false},
	{"caution_polish", Caution, false, false}, {"caution_grind", Caution, false, false},
	{"caution_heat", Caution, false, false}, {"crush", Caution, false, false},
	{"no_limit", Remark, false, false}, {"doubt", Remark, false, false}, {"no_look", Remark, false, false},
	{"default_gauge", Remark, false, false},
}

// Rows are what is known of the codes that are more than a cause.
func Rows() []Row { return append([]Row(nil), rows...) }

// BeyondCode begins the code of a check that is beyond its limit.
const BeyondCode = "beyond_"

// Row is what is known of the code of a reason.
func (r *Reason) Row() Row {
	for _, row := range rows {
		if row.Code == r.Code {
			return row
		}
	}
	return Row{Code: r.Code, Role: Cause, Found: strings.HasPrefix(r.Code, BeyondCode)}
}
