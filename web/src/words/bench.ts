import { count } from "./intl";

export const benchWords = {
	// FirstTime.tsx
	howTheBenchWorks: "How the bench works",
	typeTheLastDigits:
		"Type the digits that the gauge shows, the last two or three will do, and Enter. What they mean stands below them.",
	typeWhatTheGaugeShows: "Type what the gauge shows, and Enter. What it means stands below it.",
	theNextPlaceLights: "The next place lights up by itself. Nothing is looked at but the part and the gauge.",
	whatIsWrongIsTypedOver: "A wrong one is taken back with Ctrl Z or typed over; ? shows every key.",
	iKnow: "I know",

	// LeftAt.tsx
	leftAt: (size: string, number: string) => `left at ${size} (${number})`,

	// ConditionDialog.tsx
	degreesCelsiusFrom40To120: "Degrees Celsius, from −40 to 120.",
	howAreHeld: (kind: string) => `How ${kind} are held`,
	capsTorquedInStepsInSequence: "Caps torqued in steps, in sequence",
	deckPlateTorquedOn: "Deck plate torqued on",
	studsTightened: "Head or studs tightened",
	studsOn: "studs tightened",
	noStuds: "studs loose",
	torqueCard: "Torque card",
	sameStateHeldOtherwise: "The same state, held otherwise: both stand beside each other",
	shellsIn: "Shells in",
	partC: "Part, °C",
	gaugeC: "Gauge, °C",
	leftTogether: "Part and gauge were left together until they were equally warm",
	equallyWarm: "part and gauge equally warm",
	partIsOf: "Part is of",
	withBothTemperaturesAndTheMaterial:
		"With both temperatures and the material, sizes read from now on count as they would be at 20 °C. Left empty, sizes count as they were read.",
	note: "Note",
	torqueLubricantStuds: "torque, lubricant, studs…",
	save: "Save",
	saving: "saving…",
	saved: "saved",

	// gauge-form.ts
	placeOnItsScale: "Place on its scale",
	theClearance: "The clearance",
	theGap: "The gap",
	entersDoesNot: "Enters, does not",
	whatTheDialShows: "What the dial shows",
	theSize: "The size",
	divisionsFromZero: "Divisions from zero",
	aDeviation: "A deviation",
	vernierInParts: "Vernier, in parts",
	n0001In: "0.001 in",
	n00001In: "0.0001 in",
	n001Mm: "0.01 mm",
	n0001Mm: "0.001 mm",
	sayWhatTheGaugeWasZeroed: "Say what the gauge was zeroed on.",
	sayWhereTheFrameBegins: "Say where its frame begins: the smallest size it reads.",
	itCannotBeNegative: "It cannot be negative.",

	// GaugeDialog.tsx
	theGaugeFor: (kind: string) => `The gauge for ${kind}`,
	instrument: "Instrument",
	leavesApart: (unit: string) => `Leaves apart, ${unit}`,
	oneDivision: (unit: string) => `One division, ${unit}`,
	whatItShows: "What it shows",
	clearancesPrintedOnIt: (unit: string) => `Clearances printed on it, ${unit}`,
	inTheirOrderWithSpacesA: "In their order, with spaces. A width between two of them lies half way or so between.",
	frameBeginsAt: (unit: string) => `Frame begins at, ${unit}`,
	aWholeNumberCounts: "A whole number counts",
	n3IsThenSoManyOf: "3 is then so many of these; .003 is a length in the unit shown.",
	clockwisePastZeroMeans: "Clockwise past zero means",
	clockwiseIsSmaller: "Clockwise is smaller",
	clockwiseIsLarger: "Clockwise is larger",
	whatTheShopFoundOfThis: "Found by the shop's own study of this gauge",
	repeatsWithin: (unit: string) => `Repeats within, ${unit}`,
	oneStandardDeviationEmptyHalfA: "one standard deviation; empty: half a division",
	zeroKnownTo: (unit: string) => `Zero known to, ${unit}`,
	standardUncertaintyEmptyHalfA: "standard uncertainty; empty: half a division",
	noFinerGaugeHere: "No finer gauge is to be had here",
	valuesNearTheirLimitAreThenDecided:
		"Values near their limit are then decided with this one, provisionally, and not asked for again.",
	usedShells: "Used shells, not new ones",
	depthOfTheDamage: (unit: string) => `How deep the damage is, ${unit}`,
	belowTheSurfaceEmptyWhere: "Below the surface; empty where it was not measured. Enter takes it as damaged.",
	hardEnough: "Hardness as the maker says",
	tooSoft: "Softened by heat",
	zeroCheckedOnItsStandardJust: "Zero checked on its standard just now, at the reversal point",
	useThisGauge: "Use this gauge",
	zeroedOn: "Zeroed on",
	zeroedOnASize: "Zeroed on a size",
	zeroedOn2: (mate: string) => `Zeroed on ${mate}`,
	theDialThenShowsTheClearance: "The dial then shows the clearance itself.",
	lockTheMicrometer: "{part} measures {size}: lock the micrometer there.",
	measureThePartThatRunsIn: "Measure the part that runs in it first.",
	zeroedOn3: (unit: string) => `Zeroed on, ${unit}`,
	aRingOrAMicrometerLocked: "A ring, or a micrometer locked at a chosen size. Anvil and shims alone are no zero.",
	anvilShims: (unit: string) => `Anvil + shims, ${unit}`,
	addsThemUpToChooseA: "Adds them up, to choose a round figure.",
	togetherSetTheMicrometerToA: (sum: string) => `together ${sum}: set the micrometer to a figure near it`,
	take: "take",

	// Pad.tsx
	pad: "Number pad",
	takeADigitBack: "Take a digit back",
	goBy: {
		station: "go part by part",
		direction: "go by direction",
		round: "go in rounds, all parts in one direction",
		setup: "go by set-up: all of one kind, on by itself",
	},
	takeBack: "take back",
	nothingToTakeBack: "There is nothing of yours to take back here.",
	notSavedYet: "The last reading is on its way: a moment, then take it back.",
	takeIt: "Take (Enter)",
	repeatIt: "Repeat (Enter)",
	showIn: (unit: string) => `Show ${unit}`,
	whatElseCanBeDone: "What else can be done here",

	// HelpDialog.tsx
	digitsEnter: "digits, Enter",
	takeTheReadingTheLastTwo: "take the reading; the last two digits are enough, for the first reading three",
	enterOnNothing: "Enter on nothing",
	repeatThePlaceJustReadThe: "repeat the place just read; the mean counts",
	backspaceOnNothing: "Backspace on nothing, −",
	stepBackTypingOverAReading: "step back; typing over a reading replaces it, the old one stays on the tape",
	takeTheLastReadingBack: "take your last reading back: what held before it holds again",
	moveOverTheGrid: "move over the grid",
	skipThisPlaceWithAReason: "skip this place with a reason",
	theGaugeInstrumentDivisionAndWhat:
		"the gauge: instrument, division, and what it was zeroed on when it shows deviations; figures with + or − are then the deviation itself",
	theGaugeWasCheckedOnIts: "the gauge was checked on its standard",
	howThePartIsHeldAnd: "how the part is held, and how warm it and the gauge are",
	theStateThatIsBeingMeasured: "the state that is being measured: as found, after grinding…",
	addAPlaceOutsideThePlan: "add a place outside the plan",
	theSizeOfTheUnwornPart: "the size of the unworn part, above a ledge or beside a shell",
	inchesOrMillimetresOnADial: "inches or millimetres; + and - before a figure are signs",
	goAlongByStationOrBy:
		"how the hands go: part by part, by direction, in rounds over all parts of a kind, or all of one kind by set-up",
	nextJournalThatIsOpen: "next journal that is open",
	clearWhatIsTyped: "clear what is typed",
	wipeThePartAndTheGauge: "Wipe the part and the gauge, and check the gauge's zero first.",
	atTheBench: "At the bench",
	machinedEdgesCut: (heavy: boolean) =>
		`${heavy ? "Crankshafts and blocks are heavy: hoist them or lift with two; a crankshaft stood on its end is chained. " : ""}Machined edges cut.`,
	n6And65CountThousandthsOfAn:
		"6 and 6.5 count thousandths of an inch or hundredths of a millimetre; a figure that begins with its point or a nought is the length itself. Key g sets up divisions, feelers or a strip's scale.",
	thisPlanCannotSee: (blind: string) => `This plan cannot see ${blind}.`,

	// LookDialog.tsx
	howDoesLook: (title: string) => `How does ${title} look?`,
	crackTestByATrainedPerson: "Crack test by a trained person",
	methodResultAndWhoMadeIt: "Method, result and who made it",
	onlyThisClearsACrackDemagnetise: "Only this clears a crack. Demagnetise the shaft afterwards.",
	noCrackFound: "No crack found",
	crackConfirmed: "Crack confirmed",

	// moves.ts
	alongTheCrank: "along the crank",
	acrossThrust: "across (thrust)",
	vertical: "vertical",
	partingLineToPartingLine: "parting line to parting line",
	place: (name: string, direction: string, meaning: string) => [name, direction, meaning].filter(Boolean).join(", "),
	nextTurnToStayAt: (direction: string, station: string | undefined) => `next: turn to ${direction}, stay at ${station}`,
	nextSlideToStayAt: (station: string | undefined, direction: string) => `next: slide to ${station}, stay at ${direction}`,

	// PlaceDialog.tsx
	aPlaceOutsideThePlan: "A place outside the plan",
	whereAlongIt: "Where along it",
	oneOfOrANameOf: (stations: string) => `One of ${stations}, or a name of its own`,
	directionDegrees: "Direction, degrees",
	from0ToBelow360: "From 0 to below 360.",
	itCountsForEverySizeAnd:
		"It counts for every size and every check of this part; the rest of its row or column need not be read.",
	addIt: "Add it",

	// SkipDialog.tsx
	noReadingAtBecauseOf: (place: string) => `No reading at ${place}, because of…`,
	countsAsScored: (reason: string) => `${reason} (counts as scored)`,
	anotherReason: "Another reason",

	// StateDialog.tsx
	whichStateIsBeingMeasured: "Which state is being measured?",
	takenByMistakeTakeOutAgain: (state: string) => `Taken by mistake: take “${state}” out again`,
	measureAllAgainBesideWhatWas: (kind: string) => `Measure all ${kind} again, beside what was found:`,

	// UnwornDialog.tsx
	sizeOfTheUnwornPart: "Size of the unworn part",
	readAboveTheLedgeWhereNo:
		"Read above the ledge, where no ring has run. It gives the ledge's depth, and the wear where the policy goes by the part itself.",
	readWhereNothingHasRunSuch: "Read where nothing has run, such as beside the oil groove or the shell's edge.",
	unworn: (unit: string) => `Unworn, ${unit}`,
	theLastDigitsOrTheWhole: "the last digits, or the whole size",
	soFar: (unworn: string) => `so far ${unworn}`,

	// ZeroDialog.tsx
	zeroCheckedOnTheStandard: "Zero checked on the standard",
	closeTheGaugeOnItsStandard: "Close the gauge on its standard, wiped clean, and read it square on.",
	putTheGaugeBackInWhat: (setting: string, unit: string) =>
		`Put the gauge back in what it was set on, ${setting} ${unit}, at the reversal point.`,
	offBy: (unit: string) => `Off by, ${unit}`,
	nothingWhereItStandsAtZero: "Nothing, where it stands at zero. Where it does not, set it again rather than note it.",
	checked: "Checked",

	// CellTable.tsx
	readingsOfThisPart: "Readings of this part",

	// FittedShells.tsx
	shellsInUndersize: "Shells in: undersize",
	asTheCrankIs: "as the crank is",
	under: (s: string) => `${s} under`,
	selectFit: "Select fit",
	standard: (show: string) => `standard (${show})`,
	clearance: (s: string) => `${s} clearance`,

	// Measures.tsx
	thrownTowards: "The shaft's centre is thrown {throw} towards {angle}°.",
	thrownAnyway: "The shaft's centre is thrown {throw}, in which direction the readings cannot tell.",
	ownOvality: "The journal's own ovality, {ovality}, is taken out of it.",
	byFeeler: "By feeler",
	repeatsDifferBy: "Repeats differ by",
	clearanceBy: (several: boolean, rod: number, basis: string, past: "void" | "stale" | undefined, used: boolean) =>
		`Clearance${several ? ` of rod ${rod}` : ""}, ${basis}${past === "void" ? " (void)" : past === "stale" ? " (before the work)" : used ? "" : " (beside)"}`,

	// meaning-on.ts
	thePartThisGaugeIsSet: "The part this gauge is set on has not been measured yet.",

	// Reminders.tsx
	beforeAnHourOfMeasuringLook: "Before an hour of measuring: look at it.",
	isItCleanConfirmCleanAnd: (component: string) => `Is it clean? Confirm: ${component} clean and dry`,
	setTheZeroAnew: "Set its zero anew first: all of this was read with one",
	zeroNotCheckedSinceTheGauge: "Zero not checked since the gauge was set",
	onItsStandardTheGaugeWas: (off: string) => `On its standard the gauge was off by ${off}.`,
	gaugeCSizesCorrectedTo20C: (gaugeC: number) => `gauge ${gaugeC} °C, sizes corrected to 20 °C`,

	// Anew.tsx
	anewAll: (n: number) => `It was so all along: work out anew the ${count(n, "reading")} taken with it`,
	anewSince: (n: number, at: string) => `Work out anew the ${count(n, "reading")} taken since it last stood at zero (${at})`,
	asTakenTheyStay: "As they were taken they stay on the tape, struck through.",
	whatThatChanges: "What that changes",
	readingAnew: (part: string, station: string, column: string | undefined) => [part, station, column].filter(Boolean).join(", "),
	wasIs: (was: string, is: string) => `${was} → ${is}`,
	andMoreAlike: (more: number) => `and ${more} more`,
	thatWouldChange: "That would change:",

	// Tape.tsx
	clear: (size: string, clearance: string) => `${size}, clear ${clearance}`,
	takenBack: "taken back",
	tape: "Tape",
	nothingYetEveryReadingStaysHere: "Nothing yet. Every reading stays here, corrected ones struck through.",
	taken: (who: string, at: string, typed: string) => `${who}, ${at}${typed ? `, typed ${typed}` : ""}`,
	waitsToBeSaved: "Taken here; it is on its way to the server.",
	allReadings: (lines: number) => `all ${count(lines, "reading")}`,

	// Bench.tsx
	reading: (part: string, place: string, repeat: boolean) => `${part}: ${repeat ? "repeat of " : ""}${place}`,
	everyPlaceRead: "every place read",
	replaceIt: (part: string, place: string) => `Replace the reading of ${part}, ${place}? Press Enter again to replace it.`,
	readingOf: (feature: number, pathCount: number) => `reading ${feature} of ${pathCount}`,
	lookAgain: "Look again",
	whereTheGaugeGoesFor: (feature: string) => `Where the gauge goes for ${feature}`,
	sectionOfWithTheGaugeAt: (title: string, feature: number | undefined) => `Section of ${title} with the gauge at ${feature}°`,
	whereAlong: (title: string) => `Where along ${title}`,
	readingAt: (feature: string) => `Reading at ${feature}`,
	thisJobIsClosedNothingMore: "This job is closed: nothing more is entered.",
	takeItBackIntoTheShop: "Take it back into the shop first.",
	enterTakesItAsItIs: "Enter takes it as it is.",
	seeItsForm: "See its form",
	whatItMeans: "What it means",
	graded: (look: string | undefined) => `Visual: ${look ?? "not graded"}`,
	skipWithReason: "Skip…",
	repeat: "repeat",
	stepBack: "step back",
	move: "move",
	skip: "skip",
	look2: "look",
	gauge: "gauge",
	zeroChecked: "zero checked",
	conditions: "conditions",
	state: "state",
	addAPlace: "add a place",
	unwornSize: "unworn size",
	nextPart: "next part",
	help: "help",
	entriesOfWaitForTheirSign: (others: string) => `entries of ${others} wait for their sign-in`,
	notConnectedHere: (waiting: number) => `not connected: ${count(waiting, "reading waits", "readings wait")} here`,

	// what a gauge's line says
	turnedAt: (size: string) => `turned back at ${size}`,
	lineShows: (size: string, standard: string | undefined) =>
		standard ? `The gauge shows ${size} on the standard of ${standard}` : `The gauge shows ${size}`,
	takeWhatItShows: "Take what it shows",
	thisGaugeSendsNoLengths: "As it is set up, this gauge shows no lengths: type the reading, or set the gauge up anew.",
	theLineSaysNoSize: "The line says a size that has a minus: look at its sign.",
	digitsAreTyped: "Digits are being typed: the line's reading was not taken. Enter takes the digits, Esc clears them.",
	dialogWasOpen: "The gauge was pressed while a dialog was open: that reading was not taken.",
	everyPlaceReadRepeat: "Every place is read: the line's reading was not taken. Enter first, to read this place again.",

	// BenchPlace.tsx
	thisEngineHasNoSuchPart: "This engine has no such part",
	backToTheCrankshaft: "Back to the crankshaft",
	crankshaft: "Crankshaft",
	crankshaftNoseUp: "Crankshaft, nose up",
	rod: (number: number) => `rod ${number}`,
	marksShowTheJournalsYouAre: (role: string, stripOf: string | undefined) =>
		`Marks show the journals; you are measuring ${role === "bearing" ? "the shells they run in" : stripOf ? "strips" : "shells"}.`,
	ofRead: (feature: number, value: number) => `${feature} of ${value} read`,

	// how a part is held
	torqued: "caps torqued",
	notTorqued: "caps not torqued",
	deckPlateOn: "deck plate on",
	noDeckPlate: "no deck plate",
	shellsAreIn: "shells in",
	noShells: "no shells",
	partAt: (celsius: number) => `part ${celsius} °C`,
	limitAt: (limit: string) => `limit ${limit}`,
	size: "Size",
	orderedAt: (span: string) => `ordered ${span}`,
	newAt: (span: string) => `new ${span}`,
	windowAt: (span: string) => `in ${span}`,
};
