package demo

import (
	"testing"

	"ledge/internal/core/disposition"
)

// A complete V-eight with every option of every set.
func BenchmarkDecideEight(b *testing.B) {
	in, _, err := Read("jobs/7-ferry-v-eight.json")
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		disposition.Evaluate(in)
	}
}
