package unit

import (
	"math/big"

	"ledge/internal/core/closed"
)

// A TorqueUnit is what a torque wrench is marked in.
type TorqueUnit string

// The units, by their names in the open file.
const (
	NewtonMetre TorqueUnit = "N_m"
	PoundFoot   TorqueUnit = "lb_ft"
	PoundInch   TorqueUnit = "lb_in"
)

// TorqueUnits are all of them.
var TorqueUnits = closed.New(NewtonMetre, PoundFoot, PoundInch).Said("torque")

// Valid reports whether u is a known unit.
func (u TorqueUnit) Valid() bool { return TorqueUnits.Has(u) }

// factor is the unit in 10⁻¹⁶ N·m: a pound-force is 0.453 592 37 kg × 9.806 65 m/s² and a foot
// 0.3048 m, both by definition, so a pound-foot is 1.355 817 948 331 400 4 N·m exactly.
func (u TorqueUnit) factor() *big.Int {
	switch u {
	case PoundFoot:
		return big.NewInt(13_558_179_483_314_004)
	case PoundInch:
		return big.NewInt(1_129_848_290_276_167)
	}
	return big.NewInt(10_000_000_000_000_000)
}

// A Torque is a count of thousandths of its own unit: it stays as it was read, and compares exactly
// with one in another unit.
type Torque struct {
	Milli int64      `json:"milli"`
	Unit  TorqueUnit `json:"unit"`
}

// MaxTorque bounds a torque that is entered: more than any wrench of a shop, in any unit.
const MaxTorque = 100_000_000

// ParseTorque reads a decimal number of units; finer than a thousandth, below zero or beyond
// [MaxTorque] is refused.
func ParseTorque(text string, u TorqueUnit) (Torque, error) {
	l, err := Parse(text, MM) // a millimetre is 10⁷ counts
	if err != nil || l < 0 || l%10_000 != 0 || l/10_000 > MaxTorque {
		return Torque{}, &ParseError{text, NotTorque}
	}
	return Torque{int64(l / 10_000), u}, nil
}

func (t Torque) exact() *big.Int { return new(big.Int).Mul(big.NewInt(t.Milli), t.Unit.factor()) }

// Cmp compares two torques exactly: −1, 0 or 1.
func (t Torque) Cmp(other Torque) int { return t.exact().Cmp(other.exact()) }

// In is the torque in another unit, rounded half to even to a thousandth of it.
func (t Torque) In(u TorqueUnit) Torque {
	if t.Unit == u {
		return t
	}
	whole, rest := new(big.Int).QuoRem(t.exact(), u.factor(), new(big.Int))
	twice := rest.Lsh(rest, 1).Cmp(u.factor())
	if twice > 0 || twice == 0 && whole.Bit(0) == 1 {
		whole.Add(whole, big.NewInt(1))
	}
	return Torque{whole.Int64(), u}
}

// Beyond reports whether t differs from a middle by more than so many per cent of it: −1 below, 1
// above, 0 within. The edge is within.
func (t Torque) Beyond(middle Torque, percent int) int {
	hundred := new(big.Int).Mul(t.exact(), big.NewInt(100))
	edge := func(by int) *big.Int { return new(big.Int).Mul(middle.exact(), big.NewInt(int64(100+by))) }
	switch {
	case hundred.Cmp(edge(-percent)) < 0:
		return -1
	case hundred.Cmp(edge(percent)) > 0:
		return 1
	}
	return 0
}

// Format writes the number without its unit and without trailing zeros.
func (t Torque) Format() string { return Length(t.Milli * 10_000).Format(MM) }
