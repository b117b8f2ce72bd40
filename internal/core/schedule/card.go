// Package schedule works out what a decision costs and when its work is done: operations on a
// shop's machines, one of each kind, work sent outside, and parts to be waited for.
package schedule

import (
	"fmt"

	"ledge/internal/core/closed"
	"ledge/internal/core/say"
)

// Money is an amount in hundredths of the shop's currency.
type Money int64

// An Operation is one sort of work.
type Operation string

// The operations, in the order in which an engine goes through them.
const (
	Straighten Operation = "straighten"
	BuildUp    Operation = "build_up"
	GrindMains Operation = "grind_mains"
	GrindRods  Operation = "grind_rods"
	GrindCam   Operation = "grind_cam"
	GrindLobes Operation = "grind_lobes"
	Polish     Operation = "polish"
	PolishHand Operation = "polish_hand"
	LineHone   Operation = "line_hone"
	LineBore   Operation = "line_bore"
	Skim       Operation = "skim"
	Sleeve     Operation = "sleeve"
	Bore       Operation = "bore"
	Hone       Operation = "hone"
	BushCam    Operation = "bush_cam"
	ReamCam    Operation = "ream_cam"
	BushLifter Operation = "bush_lifters"
	Resize     Operation = "resize"
	BushRods   Operation = "bush_rods"
	FitRings   Operation = "fit_rings"
)

// A fact is on which machine an operation runs and which component it occupies.
type fact struct {
	operation Operation
	machine   string
	component string
}

var facts = []fact{
	{Straighten, "press", "crankshaft"},
	{BuildUp, "welding", "crankshaft"},
	{GrindMains, "crank grinder", "crankshaft"},
	{GrindRods, "crank grinder", "crankshaft"},
	{GrindCam, "crank grinder", "camshaft"},
	{GrindLobes, "cam grinder", "camshaft"},
	{Polish, "polisher", "crankshaft"},
	{PolishHand, "bench", "crankshaft"},
	{LineHone, "line hone", "block"},
	{LineBore, "line bore", "block"},
	{Skim, "surface grinder", "block"},
	{Sleeve, "boring bar", "block"},
	{Bore, "boring bar", "block"},
	{Hone, "cylinder hone", "block"},
	{BushCam, "reamers", "block"},
	{ReamCam, "reamers", "block"},
	{BushLifter, "reamers", "block"},
	{Resize, "rod hone", "rods"},
	{BushRods, "rod hone", "rods"},
	{FitRings, "bench", "rings"},
}

// Operations are all of them, in their order.
var Operations = closed.From(facts, func(f *fact) Operation { return f.operation }).Said("operation")

func (o Operation) rank() int {
	for i, f := range facts {
		if f.operation == o {
			return i
		}
	}
	return -1
}

// Machine is what it runs on in the shop.
func (o Operation) Machine() string { return facts[o.rank()].machine }

// A Rate is what one operation costs. Minutes are the shop's own work; an operation done outside
// has a lead time in working days instead.
type Rate struct {
	Setup        Money `json:"setup"`
	Each         Money `json:"each"`
	SetupMinutes int   `json:"setup_minutes"`
	EachMinutes  int   `json:"each_minutes"`
	Outside      bool  `json:"outside"`
	LeadDays     int   `json:"lead_days"`
}

// A PartRate is what one piece, or one set for a journal or a cylinder, costs, and how long it takes to come.
type PartRate struct {
	Each     Money `json:"each"`
	LeadDays int   `json:"lead_days"`
}

// A Card is a shop's rate card.
type Card struct {
	Currency   string             `json:"currency"`
	DayMinutes int                `json:"day_minutes"`
	Operations map[Operation]Rate `json:"operations"`
	Parts      map[Part]PartRate  `json:"parts"`
}

// byHand is how long a journal takes by hand: five are an hour's work. Common practice.
const byHand = 12

// rate is what an operation costs, and whether the card says so: a card of before polishing by hand had a
// price of its own asks for it what it asks for a journal that is polished.
func (c Card) rate(o Operation) (rate Rate, known bool) {
	if rate, known = c.Operations[o]; known || o != PolishHand {
		return rate, known
	}
	machine, known := c.Operations[Polish]
	return Rate{Each: machine.Each, EachMinutes: byHand}, known
}

// A CardProblem says what cannot be in a card, and where.
type CardProblem struct {
	Field string
	Why   say.Reason
}

// Problems lists what cannot be in c.
func (c Card) Problems() []CardProblem {
	var problems []CardProblem
	add := func(field, form string) { problems = append(problems, CardProblem{field, say.New("rates").As(form)}) }
	if c.DayMinutes < 60 || c.DayMinutes > 24*60 {
		add("day_minutes", "day")
	}
	const most = 1_000_000_00
	for o, r := range c.Operations {
		at := fmt.Sprintf("operations.%s", o)
		switch {
		case o.rank() < 0:
			add(at, "operation")
		case r.Setup < 0 || r.Each < 0 || r.Setup > most || r.Each > most:
			add(at, "price")
		case r.SetupMinutes < 0 || r.EachMinutes < 0 || r.SetupMinutes > 10_000 || r.EachMinutes > 10_000:
			add(at, "minutes")
		case r.LeadDays < 0 || r.LeadDays > 365:
			add(at, "lead")
		}
	}
	for p, r := range c.Parts {
		at := fmt.Sprintf("parts.%s", p)
		switch {
		case !Parts.Has(p):
			add(at, "part")
		case r.Each < 0 || r.Each > most:
			add(at, "price")
		case r.LeadDays < 0 || r.LeadDays > 365:
			add(at, "lead")
		}
	}
	return problems
}
