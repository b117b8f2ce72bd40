package simulate_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/engine"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
)

func source() *rand.Rand { return rand.New(rand.NewPCG(5, 8)) }

var directions = []unit.Angle{0, 45 * unit.Degree, 90 * unit.Degree, 135 * unit.Degree}

// A form is what its parts say: taper from end to end, a barrel in the middle, an oval across its axis.
func TestFormIsWhatItSays(t *testing.T) {
	const mean = 50 * unit.Millimetre
	tapered := simulate.Form{Mean: mean, Taper: 20 * unit.Micrometre}
	assert.Equal(t, 20*unit.Micrometre, tapered.At(1, 0)-tapered.At(0, 0), "larger at the last station")
	assert.Equal(t, mean, tapered.At(0.5, 0))
	assert.Equal(t, tapered.At(0.5, 0), tapered.At(0.5, 90*unit.Degree), "a round part is alike in all directions")
	oval := simulate.Form{Mean: mean, Oval: 12 * unit.Micrometre, Axis: 30 * unit.Degree}
	assert.Equal(t, 12*unit.Micrometre, oval.At(0.5, 30*unit.Degree)-oval.At(0.5, 120*unit.Degree),
		"its size lies between its axes")
	assert.Equal(t, oval.At(0, 10*unit.Degree), oval.At(0, 190*unit.Degree), "a diameter is the same from behind")
	for turn := range 360 {
		size := oval.At(0.5, unit.Angle(turn)*unit.Degree)
		assert.LessOrEqual(t, size, oval.At(0.5, 30*unit.Degree))
		assert.GreaterOrEqual(t, size, oval.At(0.5, 120*unit.Degree))
	}
	barrel := simulate.Form{Mean: mean, Barrel: 8 * unit.Micrometre}
	ends, middle := (barrel.At(0, 0)+barrel.At(1, 0))/2, barrel.At(0.5, 0)
	assert.Equal(t, 8*unit.Micrometre, middle-ends, "larger in the middle")
	assert.Equal(t, mean+6*unit.Micrometre, oval.At(0.5, 30*unit.Degree), "half the oval above its mean")
}

// A gauge reads whole divisions, repeats as it says, and is off by what it is off.
func TestGaugeReadsAsItSays(t *testing.T) {
	truth := 50*unit.Millimetre + 1234*unit.Nanometre
	sharp := simulate.Gauge{Division: unit.Micrometre}
	assert.Equal(t, 50*unit.Millimetre+unit.Micrometre, sharp.Read(truth, source()), "the nearest division")
	random := source()
	off := simulate.Gauge{Division: unit.Micrometre, Zero: -7 * unit.Micrometre}
	assert.Equal(t, 50*unit.Millimetre-6*unit.Micrometre, off.Read(truth, source()),
		"a zero that is off is off in every reading")
	coarse := simulate.Gauge{Division: unit.Micrometre, Hand: 3 * unit.Micrometre}
	readings := simulate.Repeats(truth, 4000, coarse, random)
	var sum, squares float64
	for _, r := range readings {
		assert.Zero(t, r%unit.Micrometre)
		off := float64(r - truth)
		sum, squares = sum+off, squares+off*off
	}
	n := float64(len(readings))
	assert.InDelta(t, 0, sum/n, float64(300*unit.Nanometre), "on average it is right")
	assert.InEpsilon(t, float64(3*unit.Micrometre), math.Sqrt(squares/n), 0.06,
		"its repeatability is its standard deviation")
}

// Parts of a set wear alike but not the same; the same seed makes the same set.
func TestPartsWearAlike(t *testing.T) {
	worn := simulate.Wearing{New: 50 * unit.Millimetre, Tolerance: 5 * unit.Micrometre,
		Worn: -40 * unit.Micrometre, Oval: 10 * unit.Micrometre}
	grid := simulate.Grid{Stations: []string{"A", "B"}, Directions: directions}
	gauge := simulate.Gauge{Division: unit.Micrometre}
	parts := simulate.Parts("main_journal", 200, worn, grid, gauge, source())
	assert.Equal(t, parts, simulate.Parts("main_journal", 200, worn, grid, gauge, source()))
	sizes, mean := map[unit.Length]bool{}, 0.0
	for i, p := range parts {
		assert.Equal(t, i+1, p.Number)
		assert.Len(t, p.Readings, 2)
		assert.Len(t, p.Readings[0], 4)
		assert.Less(t, p.Truth.Mean, worn.New+worn.Tolerance, "a shaft wears smaller")
		sizes[p.Truth.Mean] = true
		mean += float64(worn.New-p.Truth.Mean) / float64(len(parts))
		for s, row := range p.Readings {
			for d, r := range row {
				assert.LessOrEqual(t, (r - p.Truth.At(float64(s), directions[d])).Abs(), unit.Micrometre/2+1,
					"a gauge without noise reads the truth")
			}
		}
	}
	assert.Greater(t, len(sizes), 150)
	assert.InEpsilon(t, float64(45*unit.Micrometre), mean, 0.1, "the mean wear, one in four half as much again")
}

// A bent shaft runs true at its ends, most in the middle, and towards the bend.
func TestABentShaft(t *testing.T) {
	layout := engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete()
	bend := simulate.Bend{Throw: 50 * unit.Micrometre, Direction: 90 * unit.Degree}
	turns := simulate.Turns(layout, bend, 0, directions, simulate.Gauge{Division: unit.Tenth / 100}, source())
	assert.Len(t, turns, layout.Mains)
	tir := func(turn []unit.Length) unit.Length {
		least, most := turn[0], turn[0]
		for _, r := range turn {
			least, most = min(least, r), max(most, r)
		}
		return most - least
	}
	middle := layout.Mains / 2
	assert.Zero(t, tir(turns[0]))
	assert.Less(t, tir(turns[layout.Mains-1]), unit.Micrometre)
	for main := range turns {
		assert.LessOrEqual(t, tir(turns[main]), tir(turns[middle]))
		assert.Zero(t, turns[main][0], "zeroed where it starts")
	}
	assert.Equal(t, turns[middle][2], max(turns[middle][0], turns[middle][1], turns[middle][2],
		turns[middle][3]), "it shows most towards the bend")
}
