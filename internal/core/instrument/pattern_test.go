package instrument_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
)

// plain takes a signed figure with a unit behind it, alone on its line. Lines as invented devices send them.
const plain = `^\s*(?P<status>[A-Z]\d)?\s*(?P<sign>[+-])?\s*(?P<value>\d+(?:[.,]\d+)?)\s*(?P<unit>mm|in|µm)?\s*$`

func TestLinesAreReadByTheirPattern(t *testing.T) {
	for _, one := range []struct {
		name    string
		pattern instrument.Pattern
		line    string
		size    string
		unit    unit.System
		err     error
	}{
		{"a figure alone is in the pattern's unit", instrument.Pattern{Unit: unit.In}, "2.4683", "2.4683", unit.In, nil},
		{"a unit in the line goes first", instrument.Pattern{Unit: unit.In}, "54,983 mm", "54.983", unit.MM, nil},
		{"a sign apart", instrument.Pattern{Unit: unit.MM}, "- 0.003", "-0.003", unit.MM, nil},
		{"micrometres", instrument.Pattern{Unit: unit.In}, "-12µm", "-0.012", unit.MM, nil},
		{"counts", instrument.Pattern{Unit: unit.MM, Decimals: 3}, "54983", "54.983", unit.MM, nil},
		{"few counts", instrument.Pattern{Unit: unit.MM, Decimals: 3}, "-7", "-0.007", unit.MM, nil},
		{"counts with a point are no counts", instrument.Pattern{Unit: unit.MM, Decimals: 3}, "7.5", "7.5", unit.MM, nil},
		{"a good status", instrument.Pattern{Unit: unit.MM, Good: []string{"A0"}}, "A0 1.5", "1.5", unit.MM, nil},
		{"a bad status", instrument.Pattern{Unit: unit.MM, Good: []string{"A0"}}, "A4 1.5", "", "", instrument.ErrStatus},
		{"no status", instrument.Pattern{Unit: unit.MM, Good: []string{"A0"}}, "1.5", "", "", instrument.ErrStatus},
		{"a date", instrument.Pattern{Unit: unit.MM}, "2026-03-04", "", "", instrument.ErrOther},
		{"a battery's level", instrument.Pattern{Unit: unit.MM}, "BAT 87%", "", "", instrument.ErrOther},
		{"finer than anything kept", instrument.Pattern{Unit: unit.MM}, "1.00000001", "", "", instrument.ErrNumber},
		{"too long", instrument.Pattern{Unit: unit.MM}, strings.Repeat("1", 300), "", "", instrument.ErrOther},
	} {
		t.Run(one.name, func(t *testing.T) {
			one.pattern.Expression = plain
			r, err := instrument.Compile(one.pattern)
			require.NoError(t, err)
			got, err := r.Read(one.line)
			if one.err != nil {
				require.ErrorIs(t, err, one.err)
				return
			}
			require.NoError(t, err)
			want := instrument.Sent{Size: unit.MustParse(one.size, one.unit), Unit: one.unit, Line: one.line}
			assert.Equal(t, want, got)
		})
	}
}

func TestAPatternSaysWhatIsWrongWithIt(t *testing.T) {
	for expression, want := range map[string]error{
		`(`:                            instrument.ErrExpression,
		`\d+`:                          instrument.ErrNoValue,
		`(?P<value>\d+)(?P<volts>\d+)`: instrument.ErrGroup,
	} {
		_, err := instrument.Compile(instrument.Pattern{Expression: expression, Unit: unit.MM})
		assert.ErrorIs(t, err, want, expression)
	}
}

func FuzzRead(f *testing.F) {
	for _, seed := range []string{"A0 +1.5 mm", "−3", "1,,5", "+-.", "\x00\xff", "12µm"} {
		f.Add(plain, seed, 3)
		f.Add(`(?P<value>.*)`, seed, 0)
	}
	f.Add(`(?P<value>\d+)\s*`, "A0 +1.% mm", 3) // a part of the line
	f.Fuzz(func(t *testing.T, expression, came string, decimals int) {
		r, err := instrument.Compile(instrument.Pattern{Expression: expression, Unit: unit.In, Decimals: decimals & 7})
		if err != nil {
			return
		}
		// What is kept of a line is what the pattern matched of it.
		if got, err := r.Read(came); err == nil && !strings.Contains(came, got.Line) {
			t.Fatalf("%q became %q", came, got.Line)
		}
	})
}
