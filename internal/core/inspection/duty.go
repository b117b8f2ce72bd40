package inspection

import "ledge/internal/core/closed"

// A Duty is what an engine has to do. A file may name others, which count as standard.
type Duty string

// The duties.
const (
	StandardDuty Duty = "standard"
	PowerDuty    Duty = "power"
	HeavyDuty    Duty = "heavy"
)

// Duties are all of them.
var Duties = closed.New(StandardDuty, PowerDuty, HeavyDuty).Said("duty")

// Hard reports whether an engine has more to do than the usual.
func (d Duty) Hard() bool { return d == PowerDuty || d == HeavyDuty }
