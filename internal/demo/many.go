package demo

import (
	"context"
	"fmt"
	"maps"
	"math/rand/v2"
	"time"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// Many fills the store with the jobs of many years, for measuring how Ledge bears them: the demo's
// engines again and again, each worn in its own way, most of them long closed. The same seed gives
// the same jobs; so many of them, the last ones, are still in the shop. It returns the number of readings.
func Many(ctx context.Context, s *store.Store, seed uint64, jobs, open int,
	today time.Time) (readings int, err error) {
	if err := Fill(ctx, s, today); err != nil {
		return 0, err
	}
	var models []store.Dump
	for id := int64(1); id <= 9; id++ {
		d, err := decided(ctx, s, id)
		if err != nil {
			return 0, err
		}
		// Hardly begun ones are too small to count.
		if len(d.Tables["readings"]) < 100 {
			continue
		}
		models = append(models, d)
	}
	// Whole engines are the rule.
	models = append(models, models[3], models[4], models[3])
	random := rand.New(rand.NewPCG(seed, 1))
	first := today.AddDate(-12, 0, 0)
	step := today.Sub(first) / time.Duration(jobs)
	err = s.LoadMany(ctx, func(yield func(store.Dump) bool) {
		for i := range jobs {
			d := variant(models[random.IntN(len(models))],
				func(part.Kind, int) unit.Length { return unit.Length(random.IntN(12)) * unit.Tenth }, random)
			begun := first.Add(step * time.Duration(i))
			d.Job["number"] = fmt.Sprintf("Y-%05d", i+1)
			d.Job["customer"] = customers[random.IntN(len(customers))]
			d.Job["created_at"] = begun.UTC().Format(time.RFC3339)
			d.Job["promised_on"] = begun.AddDate(0, 0, 30).Format(time.DateOnly)
			d.Job["closed_at"] = nil
			if i < jobs-open {
				d.Job["closed_at"] = begun.AddDate(0, 0, 25).UTC().Format(time.RFC3339)
			}
			readings += len(d.Tables["readings"])
			if !yield(d) {
				return
			}
		}
	})
	return readings, err
}

var customers = []string{"Hillside Chapel Trust", "Upper Orchard Commons", "Narrow Gauge Society",
	"Lifeboat Winch Fund", "Old Sawmill Friends", "Ferry Preservation Group", "Peat Railway Club",
	"Threshing Day Committee"}

// variant is a model with more wear, by kind and number of the part; a few of its readings are taken again.
func variant(model store.Dump, wear func(part.Kind, int) unit.Length, random *rand.Rand) store.Dump {
	d := store.Dump{Version: model.Version, Job: maps.Clone(model.Job), Tables: map[string][]map[string]any{},
		Picture: model.Picture}
	for name, rows := range model.Tables {
		copied := make([]map[string]any, len(rows))
		for i, row := range rows {
			copied[i] = maps.Clone(row)
		}
		d.Tables[name] = copied
	}
	readings := d.Tables["readings"]
	for i, row := range readings {
		value, measured := row["value"].(int64)
		if !measured {
			continue
		}
		feature := d.Tables["features"][row["feature_id"].(int)-1]
		text, _ := feature["kind"].(string)
		number, _ := feature["number"].(int64)
		kind := part.Kind(text)
		if !kind.Grid() {
			continue // gaps and weights stay as they are
		}
		if kind.Shaft() {
			row["value"] = value - int64(wear(kind, int(number)))
		} else {
			row["value"] = value + int64(wear(kind, int(number)))
		}
		if random.IntN(50) == 0 {
			again := maps.Clone(row)
			again["value"] = value
			readings = append(readings, again)
			d.Tables["superseded"] = append(d.Tables["superseded"],
				map[string]any{"reading_id": i + 1, "by_id": len(readings)})
		}
	}
	d.Tables["readings"] = readings
	places(d)
	return d
}

// places makes the places of rows whole numbers of the database.
func places(d store.Dump) {
	for _, rows := range d.Tables {
		for _, row := range rows {
			for column, value := range row {
				if place, ok := value.(int); ok {
					row[column] = int64(place)
				}
			}
		}
	}
}
