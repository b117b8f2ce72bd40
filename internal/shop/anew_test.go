package shop_test

import (
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// A gauge that was zeroed on the wrong size is found late: its readings are worked out anew, those as taken stay on the
// tape, and the gauge that was set up since is still the one in use.
func TestReadingsAreWorkedOutAnew(t *testing.T) {
	a, ctx := opened(t)
	mm := func(text string) unit.Length { return unit.MustParse(text, unit.MM) }
	setting := func(text string) *unit.Length { l := mm(text); return &l }
	setUp := func(text string) shop.GaugeBody {
		return shop.GaugeBody{ID: uuid.NewString(), Kind: part.RodJournal, Instrument: instrument.Indicator,
			Division: mm("0.01"), Mode: instrument.Divisions, Setting: setting(text), Sense: -1}
	}
	wrong := setUp("48.000")
	view, err := a.SetGauge(ctx, 4, wrong)
	require.NoError(t, err)
	f := pins(view)[2]
	for i, r := range []struct {
		typed, size string
		line        bool
	}{{"3", "47.970", false}, {"+2", "48.020", false}, {"0", "48.000", false}, {"+0.020 mm", "47.980", true}} {
		value := part.Value(mm(r.size))
		_, err := a.TakeReading(ctx, 4, shop.ReadingBody{ID: uuid.NewString(), Kind: f.Kind, Number: f.Number,
			State: f.State, Station: 0, Direction: i, What: store.TookSize, Value: &value, Typed: r.typed,
			ByLine: r.line,
			Gauge:  &wrong.ID, Unusual: true})
		require.NoError(t, err)
	}
	since := setUp("48.010")
	_, err = a.SetGauge(ctx, 4, since)
	require.NoError(t, err)

	right := setUp("47.490")
	right.Sense = 1
	anew := shop.AnewBody{ID: uuid.NewString(), Kind: f.Kind, Gauge: &wrong.ID, Right: &right}
	seen, err := a.PreviewAnew(ctx, 4, anew)
	require.NoError(t, err)
	require.Len(t, seen.Readings, 4)
	assert.NotEmpty(t, seen.Changes.Sets, "an undersize among standard pins")
	var is []unit.Length
	for _, r := range seen.Readings {
		is = append(is, r.Is.Length())
	}
	assert.Equal(t, []unit.Length{mm("47.520"), mm("47.510"), mm("47.490"), mm("47.510")}, is,
		"three divisions are larger now; a typed sign alone said so before, a line's sign is its dial's")
	for range 2 { // a second time it is stored already
		view, err = a.WorkOutAnew(ctx, 4, anew)
		require.NoError(t, err)
		tape := pins(view)[2].Tape
		require.Len(t, tape, 8)
		for i, r := range tape {
			assert.Equal(t, i < 4, r.SupersededBy != nil, i)
		}
		assert.Equal(t, []string{"3", right.ID, "Wanda Pell"},
			[]string{tape[4].Typed, *tape[4].GaugeID, tape[4].TakenBy})
	}
	assert.Equal(t, since.Setting, view.Gauges[len(view.Gauges)-1].Setting)

	// What a zero was off counts since it last stood there.
	off := shop.AnewBody{ID: uuid.NewString(), Kind: f.Kind, Gauge: &right.ID, Off: mm("0.004")}
	seen, err = a.PreviewAnew(ctx, 4, off)
	require.NoError(t, err)
	require.Len(t, seen.Readings, 4)
	assert.Equal(t, mm("47.516"), seen.Readings[0].Is.Length())
	_, err = a.CheckGauge(ctx, 4, shop.GaugeCheckBody{ID: uuid.NewString(), Kind: f.Kind, Gauge: &right.ID})
	require.NoError(t, err)
	seen, err = a.PreviewAnew(ctx, 4, off)
	require.NoError(t, err)
	assert.Empty(t, seen.Readings)
	assert.NotEmpty(t, seen.Since)

	direct := right
	direct.Mode, direct.Setting = instrument.Direct, nil
	_, err = a.PreviewAnew(ctx, 4, shop.AnewBody{ID: uuid.NewString(), Kind: f.Kind, Gauge: &right.ID, Right: &direct})
	assert.ErrorContains(t, err, "read them again")
}
