package instrument

import "ledge/internal/core/unit"

// A Shelf is what the readings of a job were taken with, as it leaves the shop: the instruments, with what was done
// with each, and how gauges were set up. Nothing is judged by it.
type Shelf struct {
	Instruments []Entry `json:"instruments,omitempty"`
	Setups      []SetUp `json:"setups,omitempty"`
}

// An Entry is an instrument with what was done with it, in its order; how it is connected stays in its shop.
type Entry struct {
	ID    string `json:"id" maxLength:"36"`
	Deeds []Deed `json:"deeds,omitempty"`
}

// Owned is the instrument as its deeds make it.
func (e Entry) Owned() Owned { return OwnedOf(e.ID, e.Deeds) }

// A SetUp is how a gauge was set up for the parts of a kind.
type SetUp struct {
	// Parts is their kind, Instrument the id of an instrument, Named what it was called.
	Parts         string       `json:"parts" maxLength:"40"`
	Instrument    string       `json:"instrument,omitempty" maxLength:"36"`
	Named         string       `json:"named,omitempty" maxLength:"121"`
	Kind          Kind         `json:"kind"`
	Division      unit.Length  `json:"division,omitempty"`
	Mode          Mode         `json:"mode"`
	Setting       *unit.Length `json:"setting,omitempty"`
	Mating        bool         `json:"mating,omitempty"`
	Sense         int          `json:"sense,omitempty" minimum:"-1" maximum:"1"`
	Repeatability *unit.Length `json:"repeatability,omitempty"`
	SettingU      *unit.Length `json:"setting_u,omitempty"`
	By            string       `json:"by,omitempty" maxLength:"80"`
	At            string       `json:"at,omitempty" maxLength:"30"`
}

// With are the kinds of parts that an instrument was set up for, each once, in the order of its setups.
func (s Shelf) With(id string) (parts []string) {
	for _, one := range s.Setups {
		known := false
		for _, p := range parts {
			known = known || p == one.Parts
		}
		if one.Instrument == id && !known {
			parts = append(parts, one.Parts)
		}
	}
	return parts
}
