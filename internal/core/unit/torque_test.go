package unit

import "testing"

// Torques in different units compare exactly: a pound-foot is 12 pound-inches, and
// 1.355 817 948 331 400 4 N·m by the definitions of pound, foot and standard gravity.
func TestTorque(t *testing.T) {
	must := func(text string, u TorqueUnit) Torque {
		torque, err := ParseTorque(text, u)
		if err != nil {
			t.Fatal(err)
		}
		return torque
	}
	if must("12", PoundInch).Cmp(must("1", PoundFoot)) != 0 {
		t.Error("12 lb·in is not 1 lb·ft")
	}
	if must("1.355", NewtonMetre).Cmp(must("1", PoundFoot)) != -1 || must("1.356", NewtonMetre).Cmp(must("1",
		PoundFoot)) != 1 {
		t.Error("1 lb·ft lies between 1.355 and 1.356 N·m")
	}
	for _, tt := range []struct {
		text     string
		from, to TorqueUnit
		want     string
	}{{"47", PoundFoot, NewtonMetre, "63.723"}, {"100", NewtonMetre, PoundFoot, "73.756"}, {"100", NewtonMetre,
		PoundInch, "885.075"},
		{"0.001", PoundInch, NewtonMetre, "0"}, {"62.5", PoundFoot, PoundFoot, "62.5"}} {
		if got := must(tt.text, tt.from).In(tt.to).Format(); got != tt.want {
			t.Errorf("%s %s is %s %s, want %s", tt.text, tt.from, got, tt.to, tt.want)
		}
	}
	for text, want := range map[string]int{"85": 0, "84.999": -1, "115": 0, "115.001": 1} {
		if got := must(text, PoundFoot).Beyond(must("100", PoundFoot), 15); got != want {
			t.Errorf("%s is %d beyond 15%% of 100, want %d", text, got, want)
		}
	}
	for _, text := range []string{"-1", "1.0001", "x", "1e9", ""} {
		if _, err := ParseTorque(text, PoundFoot); err == nil {
			t.Errorf("%q is taken", text)
		}
	}
}
