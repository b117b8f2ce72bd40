package demo

import (
	"context"
	"math/rand/v2"
	"time"

	"github.com/google/uuid"

	"ledge/internal/core/instrument"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// cabinet puts the workshop's instruments in, with what was done with them in the months before.
func cabinet(ctx context.Context, s *store.Store, today time.Time) error {
	source := rand.New(rand.NewPCG(seed, 21))
	at := func(text string) unit.Length { return unit.MustParse(text, unit.In) }
	u := at("0.00002")
	for _, f := range []instrument.Facts{
		{Name: "Micrometer 2 to 3", Tag: "M-2", Kind: instrument.Micrometer, From: at("2"), To: at("3"),
			Standards: []instrument.Standard{{Name: "Bar 2 in", Size: at("2.0000"), U: u}},
			Due:       today.AddDate(0, 5, 0).Format(time.DateOnly)},
		{Name: "Bore gauge 2 to 6", Tag: "B-1", Kind: instrument.BoreGauge, From: at("2"), To: at("6"), Sense: -1,
			Standards: []instrument.Standard{{Name: "Ring 3.5 in", Size: at("3.50002"), U: u},
				{Name: "Ring 2.5 in", Size: at("2.49998"), U: u}},
			Due: today.AddDate(0, 5, 0).Format(time.DateOnly)},
		{Name: "Dial on a stand", Tag: "D-3", Kind: instrument.Indicator, To: at("0.5"), Owner: bench,
			Due: today.AddDate(0, -1, 0).Format(time.DateOnly)},
	} {
		f.Unit, f.Division = unit.In, at("0.0001")
		if f.Sense == 0 {
			f.Sense = 1
		}
		if f.Kind != instrument.Indicator {
			f.Line = &instrument.Pattern{Expression: simulate.LinePattern, Unit: f.Unit, Good: []string{"OK"}}
		}
		id := uuid.NewString()
		deeds := []instrument.Deed{{ID: id, What: instrument.Told, Facts: &f}}
		for range 6 {
			drifts := unit.Length(source.IntN(3)-1) * f.Division / 2
			d := instrument.Deed{What: instrument.Zeroed, Found: drifts}
			if len(f.Standards) > 0 {
				d.Standard = f.Standards[0].Name
			}
			deeds = append(deeds, d)
		}
		switch f.Kind {
		case instrument.BoreGauge:
			deeds = append(deeds, studied(source, f, today), wired("tcp://127.0.0.1:9401", instrument.Shows))
		case instrument.Micrometer:
			deeds = append(deeds, wired("tcp://127.0.0.1:9400", instrument.Pressed))
		}
		for i := range deeds {
			if i > 0 {
				deeds[i].ID = uuid.NewString()
			}
			deeds[i].By = bench
			deeds[i].At = today.AddDate(0, 0, -29*(len(deeds)-i)).UTC().Format("2006-01-02T15:04:05.000Z")
		}
		if err := s.LoadDeeds(ctx, id, deeds); err != nil {
			return err
		}
	}
	return nil
}

// studied is a study of two hands, five bores and three trials.
func studied(source *rand.Rand, f instrument.Facts, today time.Time) instrument.Deed {
	d := instrument.Deed{What: instrument.Studied, Hands: []string{bench, "Ida Lorn"},
		Until: today.AddDate(1, 0, 0).Format(time.DateOnly)}
	for range 5 {
		bore := f.Standards[0].Size + unit.Length(source.IntN(30))*f.Division
		hands := make([][]unit.Length, len(d.Hands))
		for h := range hands {
			for range 3 {
				off := unit.Round(float64(f.Division) * (source.NormFloat64()*0.7 + 0.5*float64(h)))
				hands[h] = append(hands[h], unit.DivHalfEven(bore+off, int64(f.Division))*f.Division)
			}
		}
		d.Study = append(d.Study, hands)
	}
	return d
}

// wired is how an instrument is connected: where the stand-in plays it (ledge gauge).
func wired(port string, sends instrument.SendMode) instrument.Deed {
	return instrument.Deed{What: instrument.Wired, Link: &instrument.Link{Port: port, Sends: sends,
		Switch: "^" + simulate.FootLine + "$", Debounce: 50}}
}
