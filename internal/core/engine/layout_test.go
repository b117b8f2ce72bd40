package engine

import (
	"fmt"
	"strings"
	"testing"
)

// The usual builds, common practice.
func TestShaft(t *testing.T) {
	tests := []struct {
		in   Layout
		want string
	}{
		{Layout{Arrangement: Inline, Cylinders: 4}, "M1 P1 M2 P2 M3 P3 M4 P4 M5"},
		{Layout{Arrangement: Inline, Cylinders: 4, Mains: 3}, "M1 P1 P2 M2 P3 P4 M3"},
		{Layout{Arrangement: Inline, Cylinders: 4, Mains: 2}, "M1 P1 P2 P3 P4 M2"},
		{Layout{Arrangement: Inline, Cylinders: 6, Mains: 4}, "M1 P1 P2 M2 P3 P4 M3 P5 P6 M4"},
		{Layout{Arrangement: V, Cylinders: 2, Throws: 1}, "M1 P1 M2"},
		{Layout{Arrangement: V, Cylinders: 8}, "M1 P1 M2 P2 M3 P3 M4 P4 M5"},
		{Layout{Arrangement: Flat, Cylinders: 4, Mains: 3}, "M1 P1 P2 M2 P3 P4 M3"},
		{Layout{Arrangement: Inline, Cylinders: 1, Mains: 1}, "P1 M1"},
	}
	for _, tt := range tests {
		l := tt.in.Complete()
		if p := l.Problems(); p != nil {
			t.Errorf("%+v: Problems() = %v", l, p)
		}
		var got []string
		for _, j := range l.Shaft() {
			name := "M"
			if j.Throw {
				name = "P"
			}
			got = append(got, name+string(rune('0'+j.Number)))
		}
		if s := strings.Join(got, " "); s != tt.want && tt.in.Cylinders > 1 {
			t.Errorf("%+v.Shaft() = %s, want %s", l, s, tt.want)
		}
	}
}

func TestProblems(t *testing.T) {
	tests := []struct {
		in    Layout
		field string
	}{
		{Layout{Arrangement: "w", Cylinders: 4}, "arrangement"},
		{Layout{Arrangement: Inline, Cylinders: 0}, "cylinders"},
		{Layout{Arrangement: Inline, Cylinders: 4, Throws: 3}, "throws"},
		{Layout{Arrangement: Inline, Cylinders: 4, Mains: 7}, "mains"},
	}
	for _, tt := range tests {
		p := tt.in.Complete().Problems()
		if len(p) == 0 || p[0].Field != tt.field {
			t.Errorf("%+v.Problems() = %v, want one about %s", tt.in, p, tt.field)
		}
	}
}

// Rods on throws: in their order, and where the engine has its own.
func TestRodsOnThrows(t *testing.T) {
	eight := Layout{Arrangement: V, Cylinders: 8}.Complete()
	if got := eight.Rods(3); len(got) != 2 || got[0] != 5 || got[1] != 6 {
		t.Errorf("rods on throw 3 of a V-eight: %v", got)
	}
	if eight.PinOf(6) != 3 || eight.PinOf(9) != 0 || !eight.Shared() || len(eight.Told().Pins) != 4 {
		t.Errorf("a V-eight: %v", eight.Told())
	}
	four := Layout{Arrangement: Inline, Cylinders: 4}.Complete()
	if four.Shared() || four.Told().Pins != nil || four.PinOf(4) != 4 {
		t.Errorf("an inline four: %v", four.Told())
	}
	odd := Layout{Arrangement: V, Cylinders: 4, Pins: [][]int{{1, 4}, {3, 2}}}.Complete()
	if p := odd.Problems(); p != nil || odd.PinOf(4) != 1 || odd.PinOf(2) != 2 || odd.Throws != 2 {
		t.Errorf("its own order: %v, %v", odd, p)
	}
	for name, pins := range map[Fault][][]int{RodTwice: {{1, 2}, {2, 3}}, RodMissing: {{1, 2}, {3}},
		RodStrange: {{1, 2}, {3, 5}}, NotThrows: {{1}, {2}, {3, 4}}} {
		l := Layout{Arrangement: V, Cylinders: 4, Throws: 2, CylindersPerThrow: 2, Mains: 3, Pins: pins}
		p := l.Problems()
		if len(p) != 1 || p[0].Field != "pins" || p[0].Fault != name {
			t.Errorf("%s: %v", name, p)
		}
	}
}

// How throws stand to each other, as they are drawn: mirrored for even counts, evenly round for odd
// ones. Common practice.
func TestThrowAngles(t *testing.T) {
	for want, l := range map[string]Layout{
		"[0 180 180 0]":         {Arrangement: Inline, Cylinders: 4},
		"[0 120 240 240 120 0]": {Arrangement: Inline, Cylinders: 6},
		"[0 120 240]":           {Arrangement: Inline, Cylinders: 3},
		"[0 0]":                 {Arrangement: Inline, Cylinders: 2},
		"[0 90 90 0]":           {Arrangement: V, Cylinders: 8},
		"[0]":                   {Arrangement: V, Cylinders: 2},
	} {
		var angles []int
		for _, j := range l.Complete().Shaft() {
			if j.Throw {
				angles = append(angles, j.Angle)
			}
		}
		if got := fmt.Sprint(angles); got != want {
			t.Errorf("%+v: %s, want %s", l, got, want)
		}
	}
	if (Layout{Arrangement: V}).Banks() != 2 || (Layout{Arrangement: Inline}).Banks() != 1 {
		t.Error("a V has two banks, an inline engine one")
	}
}
