package words

import (
	"strconv"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/unit"
)

// Ring is what a ring is called within a sentence.
func Ring(r assembly.Ring) string { return word("ring", string(r)) }

// Torque is a torque with its unit.
func Torque(t unit.Torque) string { return t.Format() + " " + word("torque", string(t.Unit)) }

// TorqueCard is what a torque card is called: by its own name, or by what its bolts hold.
func TorqueCard(c *assembly.Card) string {
	if c.Name != "" {
		return c.Name
	}
	return word("card_group", string(c.Group))
}

// TorqueSteps are the steps of a card: "40 lb·ft, 90°".
func TorqueSteps(c *assembly.Card) string {
	texts := make([]string, len(c.Steps))
	for i, s := range c.Steps {
		if s.Torque != nil {
			texts[i] = Torque(*s.Torque)
		} else {
			texts[i] = strconv.Itoa(*s.Angle) + "°"
		}
	}
	return strings.Join(texts, ", ")
}
