package shop_test

import (
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// A housing just beyond its range, all of it read with one zero: the zero is set anew before it is read again. Once a
// place holds readings of two zeros it is read again as ever. A check at the bench sets the zero anew, and stands in
// the cabinet; what leaves as a file asks for the same.
func TestTheZeroIsSetAnewBeforeAHousingIsCutFor(t *testing.T) {
	a, ctx := opened(t)
	const doc = `{"format": "ledge.inspection/1", "unit": "mm", "job": {"number": "Z-1", "engine": "Pump"}, "engine": {"arrangement": "inline", "cylinders": 1, "mains": 2}, "limits": {"main_housing": {"new": {"min": 54.000, "max": 54.010}}},
		"features": [{"kind": "main_housing", "number": 1, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[null, null]]},
		{"kind": "main_housing", "number": 2, "look": "smooth", "stations": ["m"], "directions": [0, 90], "readings": [[54.005, 54.005]]}]}`
	made, err := a.ImportFile(ctx, uuid.NewString(), doc, true)
	require.NoError(t, err)
	job := made.Job
	facts := instrument.Facts{Name: "Bore gauge", Kind: instrument.BoreGauge, Unit: unit.MM,
		Division: unit.Micrometre, Sense: 1}
	cabinet := uuid.NewString()
	_, err = a.DoInstrument(ctx, "", instrument.Deed{ID: cabinet, What: instrument.Told, Facts: &facts})
	require.NoError(t, err)
	gauge := uuid.NewString()
	_, err = a.SetGauge(ctx, job, shop.GaugeBody{ID: gauge, Kind: part.MainHousing, Instrument: instrument.BoreGauge,
		Division: unit.Micrometre, Mode: instrument.Direct, Sense: 1, Cabinet: &cabinet})
	require.NoError(t, err)
	reads := func(direction int, size string) {
		t.Helper()
		value := part.OfLength(unit.MustParse(size, unit.MM))
		_, err := a.TakeReading(ctx, job, shop.ReadingBody{ID: uuid.NewString(), Kind: part.MainHousing, Number: 1,
			State: part.AsFound, Direction: direction, What: store.TookSize, Value: &value, Unusual: true, Repeat: true,
			Gauge: &gauge})
		require.NoError(t, err)
	}
	asks := func(job int64) (what []disposition.AskKind) {
		t.Helper()
		view, err := a.View(ctx, job, "", "")
		require.NoError(t, err)
		for _, s := range view.Asked {
			for _, ask := range s.Asks {
				what = append(what, ask.What)
			}
		}
		return what
	}
	reads(0, "54.011")
	reads(1, "54.005")
	assert.Equal(t, []disposition.AskKind{disposition.AskZero}, asks(job))
	file, err := a.OpenFile(ctx, job)
	require.NoError(t, err)
	assert.Contains(t, string(file.Body), `"zeros": 1`)
	assert.Contains(t, string(file.Body), `"name": "Bore gauge"`, "what it was read with goes along")
	again, err := a.ImportFile(ctx, uuid.NewString(), string(file.Body), true)
	require.NoError(t, err)
	assert.Equal(t, []disposition.AskKind{disposition.AskZero}, asks(again.Job), "a file's readings have one zero, too")

	sheet, err := a.ReadingsFile(ctx, job)
	require.NoError(t, err)
	assert.Contains(t, string(sheet.Body), "note,gauge\n")
	assert.Contains(t, string(sheet.Body), ",Bore gauge\n")
	list, err := a.CabinetFile(ctx)
	require.NoError(t, err)
	assert.Contains(t, string(list.Body), "\nBore gauge,,bore_gauge,mm,,,0.001,1,")
	paper, err := a.InspectionPaper(ctx, again.Job)
	require.NoError(t, err)
	assert.NotEmpty(t, paper.Body)
	second, err := a.OpenFile(ctx, again.Job)
	require.NoError(t, err)
	assert.Contains(t, string(second.Body), `"name": "Bore gauge"`, "and on from there")

	_, err = a.CheckGauge(ctx, job, shop.GaugeCheckBody{ID: uuid.NewString(), Kind: part.MainHousing, Gauge: &gauge,
		Off: 2 * unit.Micrometre})
	require.NoError(t, err)
	owned, err := a.Cabinet(ctx)
	require.NoError(t, err)
	checks := owned[len(owned)-1].Checks
	require.Len(t, checks, 1)
	assert.Equal(t, 2*unit.Micrometre, checks[0].Found)
	assert.True(t, checks[0].Failed, "what it read before is in doubt")
	assert.Equal(t, 2, owned[len(owned)-1].Doubts[0].Readings)

	reads(0, "54.0105")
	assert.Equal(t, []disposition.AskKind{disposition.AskTemperature}, asks(job),
		"a few degrees move it by as much as it is beyond")
	_, err = a.SetCondition(ctx, job, shop.ConditionBody{ID: uuid.NewString(), Kind: part.MainHousing, Alike: true})
	require.NoError(t, err)
	assert.Equal(t, []disposition.AskKind{disposition.AskCells}, asks(job),
		"with two zeros the mean is still beyond: once more")
	reads(0, "54.008")
	assert.Empty(t, asks(job), "the mean of all three lies inside")
}
