export const drawingWords = {
	// Crank.tsx
	ofReadings: (taken: number, value: number) => `${taken} of ${value} readings`,

	// Ranges.tsx
	out: "out",

	// Section.tsx
	formDrawn: (exaggeration: number, band: boolean) => `form drawn ×${exaggeration}${band ? "; the band is its limit" : ""}`,

	// SideView.tsx
	ledge: "ledge",
	ringTravel: "ring travel",

	// Spot.tsx
	front: "front",
	rear: "rear",
	straightEdgeAlongTheBottomThe: "straight edge along the bottom: the largest leaf that enters at each bearing",
	centreOfEachBoreAgainstThe: "centre of each bore against the line of the end ones",
	leafBetweenTheThrustFaceAnd: "leaf between the thrust face and its bearing",
	letGoDoesTheDialCome: "let go: does the dial come back to zero?",
	leverLightlyBothWaysFingersClear: "lever lightly both ways, fingers clear of the webs",
	crankAt0: "crank at 0°",
	crankTurnedHalfATurn: "crank turned half a turn",
	ring: (line: string | undefined) => `${line} ring`,
	squaredWithAPiston: "squared with a piston,",
	atRingTravel: "at ring travel",
	grooveANewRingInIt: (line: string | undefined) => `${line} groove, a new ring in it`,
	overThePinAtTheTop: (line: string | undefined) => `${line}, over the pin, at the top of its travel`,
	ofTheCentre: (line: string | undefined) => `${line} of the centre`,
	ballAnvilOnTheInside: "ball anvil on the inside",
	acrossTheBaseCircle: "across the base circle",
	crankpinAtThe: (line: string | undefined) => `crankpin at the ${line}`,
	stripUnderTheCap: "strip under the cap",
	aSecondStripAQuarterTurn: "a second strip, a quarter turn on",
	torqueTheCapDoNotTurn: "torque the cap, do not turn the shaft",

	// Dial.tsx
	clockwisePastZeroTheBoreIs: (smaller: boolean) =>
		`Clockwise past zero the bore is ${smaller ? "smaller" : "larger"} than the setting`,
	thanSet: "than set",

	// Ladder.tsx
	cleansUpAt: (label: string, cleans: string, bend: number, bend2: string) =>
		`${label} cleans up at ${cleans}${bend > 0 ? `, ${bend2} of it for the bend` : ""}`,

	// Tradeoff.tsx
	workingDays: "working days",

	// Profile.tsx
	new: "new",

	// BendPicture.tsx
	main: (main: number) => `Main ${main}`,
	n0Up: "0° up",

	// WearByPlace.tsx
	numberInTheMiddleOf: (number: number, median: string, wearCount: number) =>
		`Number ${number}: ${median} in the middle of ${wearCount}`,
	wearLimit: (limit: string) => `wear limit ${limit}`,
	journal: (onThrow: boolean, number: number) => `${onThrow ? "Rod" : "Main"} ${number}`,
};
