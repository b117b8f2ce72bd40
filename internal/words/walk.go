package words

import (
	"cmp"

	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
)

// Items gives what is asked its words.
func Items(items []walk.Item) []walk.Item {
	for i := range items {
		item := &items[i]
		item.Title, item.Help = word("ask", item.Topic), cmp.Or(item.Help, optional("ask."+item.Topic+".help"))
		choices := make([]walk.Choice, len(item.Choices)) // several items share theirs
		for j, c := range item.Choices {
			c.Word = word("answer."+item.Topic, c.Value)
			choices[j] = c
		}
		item.Choices = choices
	}
	return items
}

// Findings gives what follows from answers its words.
func Findings(found []walk.Concern) []walk.Concern {
	for i := range found {
		found[i].Text = In(unit.MM).Say(found[i].Why) // there are no figures in them
	}
	return found
}

// Plain is what a customer is told of a finding; empty where nothing.
func Plain(f walk.Concern) string {
	if f.Plain == nil {
		return ""
	}
	return In(unit.MM).Say(*f.Plain)
}

func optional(id string) string {
	if text, known := fixedTexts.Load(id); known {
		return text.(string)
	}
	text, err := fixed(id)
	if err != nil {
		fixedTexts.Store(id, "") // it has none
	}
	return text
}
