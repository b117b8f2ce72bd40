package demo

import "ledge/internal/core/schedule"

// Rates is the invented workshop's rate card, in its own crowns.
func Rates() schedule.Card {
	const hour = 60
	own := func(setup, each schedule.Money, setupMinutes, eachMinutes int) schedule.Rate {
		return schedule.Rate{Setup: setup * 100, Each: each * 100, SetupMinutes: setupMinutes,
			EachMinutes: eachMinutes}
	}
	return schedule.Card{Currency: "crowns", DayMinutes: 7 * hour,
		Operations: map[schedule.Operation]schedule.Rate{
			schedule.Straighten: own(60, 40, 45, 2*hour),
			schedule.BuildUp:    {Setup: 90_00, Each: 120_00, Outside: true, LeadDays: 15},
			schedule.GrindMains: own(80, 28, hour, 25),
			schedule.GrindRods:  own(60, 30, 40, 30),
			schedule.GrindCam:   own(55, 24, 40, 25),
			schedule.Polish:     own(15, 6, 15, 8),
			schedule.PolishHand: own(0, 4, 10, 10),
			schedule.LineHone:   {Setup: 110_00, Each: 35_00, Outside: true, LeadDays: 6},
			schedule.LineBore:   {Setup: 240_00, Each: 60_00, Outside: true, LeadDays: 12},
			schedule.Skim:       own(70, 20, hour, 45),
			schedule.Sleeve:     own(60, 110, 45, 2*hour),
			schedule.Bore:       own(50, 34, 40, 45),
			schedule.Hone:       own(20, 14, 20, 25),
			schedule.GrindLobes: {Setup: 60_00, Each: 9_00, Outside: true, LeadDays: 10},
			schedule.BushCam:    own(35, 18, 40, 25),
			schedule.ReamCam:    own(20, 9, 30, 15),
			schedule.BushLifter: own(35, 22, 40, 30),
			schedule.Resize:     own(30, 26, 30, 30),
			schedule.BushRods:   own(20, 18, 20, 25),
			schedule.FitRings:   own(0, 9, 10, 15),
		},
		Parts: map[schedule.Part]schedule.PartRate{
			schedule.MainShells: {Each: 19_00, LeadDays: 1}, schedule.RodShells: {Each: 16_00, LeadDays: 1},
			schedule.SelectShells: {Each: 24_00, LeadDays: 2},
			schedule.Rings:        {Each: 22_00, LeadDays: 1}, schedule.Pistons: {Each: 85_00, LeadDays: 5},
			schedule.Sleeves:     {Each: 48_00, LeadDays: 4},
			schedule.ThrustParts: {Each: 14_00, LeadDays: 3},
			schedule.Crankshaft:  {Each: 780_00, LeadDays: 20}, schedule.Block: {Each: 1150_00, LeadDays: 25},
			schedule.RodSet: {Each: 120_00, LeadDays: 12}, schedule.Gasket: {Each: 31_00, LeadDays: 2},
			schedule.Pins:     {Each: 12_00, LeadDays: 2},
			schedule.Camshaft: {Each: 340_00, LeadDays: 15}, schedule.CamBushes: {Each: 11_00, LeadDays: 2},
			schedule.LifterBushes: {Each: 7_00, LeadDays: 3},
		}}
}
