export const matchWords = {
	// MatchPlace.tsx
	whichPartGoesWhere: "Which part goes where",
	nothingToMatchYet:
		"Nothing to match yet: it takes at least two measured cylinders and pistons, or rod journals and big ends, with a clearance in {limits}; rod weights; or ring gaps.",
	theLimits: "the limits",
	to: (value: string, value2: string) => `${value} to ${value2}`,
	targetFrom: "Target {target}. Calculated from {basis}.",
	spread: "Spread",
	furthestFromTarget: "Furthest from target",
	asNumbered: "As numbered",
	asBelow: "As below",
	for: (one: string | undefined, one2: string | undefined, place: number) => `${one} for ${one2} ${place}`,
	clearanceOfEachInItsWindow: "Clearance of each in its window",
	useTheBestMatch: "Use the best match",
	saveThisMatching: "Save this matching",
	savedBy: (settledBy: string) => `saved by ${settledBy}`,
	rodsByWeight: "Rods by weight",
	twoRodsShareACrankpin: "Two rods share a crankpin. As numbered the pairs differ by {numbered}, paired like this by {best}:",
	crankpin: (number: number) => `Rod journal ${number}`,
	pair: (one: number | undefined, other: number | undefined) => `rods ${one} and ${other}`,
	toWithinTolerance: (rods: string) =>
		rods === "" ? "Alike within the tolerance: nothing comes off." : `Pair first, then take off the least, at its end: ${rods}.`,
	ringGaps: "Ring gaps",
	cylinder: "Cylinder",
	ring: "Ring",
	gap: "Gap",
	target2: "Target",
	file: "File",
	whatToDo: "What to do",
	aGapGrowsBy314TimesWhat:
		"A gap grows by 3.14 times what the bore grows: a ring that suddenly gaps wider than its neighbours tells of a bore measured wrong. Where each gap points on the piston: keep the engine's own pattern.",
	takeOff: (rod: number, end: string, metal: string) => `rod ${rod}, ${end} −${metal}`,
};
