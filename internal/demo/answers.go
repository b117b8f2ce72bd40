package demo

import (
	"slices"

	"github.com/google/uuid"

	"ledge/internal/core/walk"
	"ledge/internal/store"
)

// told: what the invented customers and inspectors said of the demo's engines before measuring.
var told = map[string][]walk.Answer{
	"L-0001": {
		{Topic: walk.CleanTopic, Place: walk.Crankshaft, Value: "yes"}, {Topic: walk.MainStamp, Value: "0"},
		{Topic: "history", Place: "seized", Value: "yes"}, {Topic: "rumble", Value: "tight"},
		{Topic: walk.MainShells, Place: "main 1", Value: "0"}, {Topic: walk.MainShells, Place: "main 2", Value: "1"},
		{Topic: walk.MainShells, Place: "main 3", Value: "2"},
		{Topic: walk.MainShells, Place: "main 4", Value: "1"}, {Topic: walk.MainShells, Place: "main 5", Value: "0"},
	},
	"L-0006": {
		{Topic: "history", Place: "low oil", Value: "yes"}, {Topic: "gearbox", Value: "none"},
		{Topic: walk.MainStamp, Value: "0"}, {Topic: walk.RodStamp, Value: "0.010"},
		{Topic: walk.BoreStamp, Value: "0"},
		{Topic: walk.CleanTopic, Place: walk.Block, Value: "yes"},
		{Topic: walk.CleanTopic, Place: walk.Crankshaft, Value: "yes"},
		{Topic: walk.CleanTopic, Place: walk.Rods, Value: "yes"},
		{Topic: walk.CleanTopic, Place: walk.Pistons, Value: "yes"},
		{Topic: "rumble", Value: "free"},
		{Topic: "main_bolt", Place: "main 4", Value: "loose", Note: "left hand one"},
		{Topic: "main_cap", Place: "main 2", Value: "unmarked"}, {Topic: "debris", Place: "rust", Value: "yes"},
		{Topic: "rod_bolt", Place: "rod 3", Value: "long", Note: "0.006 over a new one"},
		{Topic: "stud", Value: "pitted"}, {Topic: "core_plug", Value: "sound"},
	},
	"L-0007": {
		{Topic: walk.CleanTopic, Place: walk.Block, Value: "yes"},
		{Topic: walk.CleanTopic, Place: walk.Crankshaft, Value: "yes"},
		{Topic: walk.CleanTopic, Place: walk.Rods, Value: "yes"},
		{Topic: walk.CleanTopic, Place: walk.Pistons, Value: "yes"},
		{Topic: walk.MainStamp, Value: "0"}, {Topic: walk.RodStamp, Value: "0"},
		{Topic: walk.BoreStamp, Value: "0"}, {Topic: "gearbox", Value: "manual"},
	},
}

// answers are what was told of a job; of an engine that is measured throughout, everything else was
// found to be fine.
func answers(number string, items []walk.Item, whole bool) []store.Answer {
	said := told[number]
	for _, item := range items {
		for _, place := range item.Places {
			if whole && !item.Many && len(item.Choices) > 0 && !slices.ContainsFunc(said,
				func(a walk.Answer) bool { return a.Topic == item.Topic && a.Place == place }) {
				said = append(said, walk.Answer{Topic: item.Topic, Place: place, Value: item.Choices[0].Value})
			}
		}
	}
	var list []store.Answer
	for _, a := range said {
		list = append(list, store.Answer{ID: uuid.NewString(), Topic: a.Topic, Place: a.Place, Value: a.Value,
			Note: a.Note})
	}
	return list
}
