import { count } from "./intl";

export const jobWords = {
	// NewJobFields.tsx
	startFrom: "Start from",
	aCardBringsItsLayout: "A card brings layout and limits; an engine that comes back brings its sizes, too.",
	anEngineNobodyKnows: "an engine nobody has a card of yet",
	engineCards: "Engine cards",
	itComesBack: "It comes back",
	limitsOfAJob: "Limits of a job in the shop",
	theShaftIsTurned: "The shaft is turned",
	journalsQuickFirst: "Look at journals quickly first",
	aLookAtFourPlaces: "Four places of nine; the rest is asked for where it could matter.",

	// PastDay.tsx
	thePromisedDayIsOverAlready: "The promised day is over already. Is the year right?",

	// Photos.tsx
	isLargerThan12MbASmaller: (name: string) => `${name} is larger than 12 MB; a smaller picture will do.`,
	couldNotBeKept: "could not be kept.",
	photographs: "Photographs",
	whatItShows: "What it shows",
	theDeckAsItCame: "the deck, as it came",
	addAPhotograph: "Add a photograph",
	jpegOrPngUpTo12Mb: "JPEG or PNG up to 12 MB, or drop it here. Only the picture is kept.",
	takenAway: (goneCount: number) => `${goneCount === 1 ? "A photograph was" : `${goneCount} photographs were`} taken away.`,
	bringBack: "bring back",
	takeAway: "take away",

	// WalkItems.tsx
	yes: (likely: string) => `Yes, ${likely}`,
	noItIsStampedSo: "No, it is stamped so",
	frontToRear: (title: string) => `${title}, front to rear`,
	theOthers: "The others",
	n0010Or0: "0.010, or 0",
	n025Or0: "0.25, or 0",
	aSizeAsANumber0For: "A size as a number, 0 for standard.",
	noteOn: (title: string, place: string) => `Note on ${title} ${place}`,
	note: "note",

	// Findings.tsx
	beforeMeasuring: "Before measuring",
	toPutRight: "To put right",
	toKnow: "To know",

	// walk.ts
	measuring: (open: number, beyond: number, one: string, many?: string) =>
		`${open === 0 ? `every ${one} done` : `${count(open, one, many)} open`}${beyond > 0 ? `, ${beyond} out of limits` : ""}`,
	rodsAndPistons: (of: string[]) =>
		[of.includes("rods") ? "Rods" : "", of.includes("pistons") ? "Pistons" : ""]
			.filter(Boolean)
			.join(" & ")
			.replace("& P", "& p"),
	setsOpen: (open: number) => (open === 0 ? "every set done" : `${count(open, "set")} open`),
	needsLimits: "needs limits",
	papersAndFiles: "papers and files",
	building: (open: number, signed: boolean) => (signed ? "signed" : `${open} open`),
	partsCardsAssembly: "parts, torque cards, assembly",
	asking: (open: number, grave: number) =>
		`${open === 0 ? "all answered" : `${open} to answer`}${grave > 0 ? `, ${grave} to see to` : ""}`,
	withoutThemClearanceIsPredicted: (says: string) => `${says}; without them clearance is predicted`,
	whichPartGoesWhere: "which part goes where",
	toIssue: (waiting: number) => `${waiting} to issue`,
	issued: (liveCount: number) => `${liveCount} issued`,
	toProve: (open: number) => `${open} to prove`,

	// WalkRail.tsx
	jobSteps: "Job steps",

	// WalkPlace.tsx
	next: (name: string) => `Next: ${name}`,

	// IntakePlace.tsx
	whoWhatUntilWhenWhatThe: "Who, what, until when; what the engine went through and what is stamped on it.",
	whichEngineIsItAShort: "Which engine is it? A short name will do.",
	theJob: "The job",
	engine: "Engine",
	customer: "Customer",
	promised: "Promised",
	duty: "Duty",
	save: "Save",
	saved: "saved",
	notSaved: "not saved yet",

	// AddParts.tsx
	measureSomethingElse: "Measure something else",
	measureSomethingElseToo: "Measure something else, too",
	what: "What",
	rodWeightsRingGapsCamLobes: "rod weights, ring gaps, cam lobes…",
	howMany: "How many",
	add: "Add",

	// BendPanel.tsx
	bendOfTheCrankshaft: "Bend of the crankshaft",
	bend: "Bend",
	throwOfEachMainOffThe: (text: string) => `Throw of each main off the line of the end ones: ${text}`,

	// Components.tsx
	components: "Components",
	onlyTheIsShownHere: (value: string, tag: string) => `Only the ${value} (${tag}) is shown here`,
	moreThanOneOfASort: "More than one of a sort",
	stamped: (stamp: string) => `stamped ${stamp}`,
	sideBySide: "side by side, with prices",
	takeItBack: "Take it back",
	retire: "Retire…",
	replaceIt: "Replace by a spare…",
	takeItOff: "Take it off",
	actOn: (act: string, c: string) => `${act.replace("…", "")}: ${c}`,

	// ComponentsPlace.tsx
	cameInLater: "Came in, too:",
	itsName: "Its name",
	tellsItFromItsLike: "tells it from its like",
	itsOrigin: "Origin",
	stampedOnIt: "Stamped on it",
	anotherBesideIt: "Another beside it",
	putItBeside: "Put it beside, to be measured",
	replaceBy: (c: string) => `Another in the place of: ${c}`,
	whatReplacingDoes: (c: string) =>
		`${c} is retired with everything measured of it and decided for it; the record keeps it. The other one is measured from the beginning, by the same plans.`,
	putInItsPlace: "Put it in its place",
	compared: (sort: string) => `${sort}: side by side`,
	measured: "Measured",
	partsMeasured: (measured: number, parts: number, beyond: number) =>
		`${measured} of ${count(parts, "part")}${beyond > 0 ? `, ${beyond} out of limits` : ""}`,
	whatItIsMadeOf: "What it is made of: spares, what came later",
	addReplaceOrCompare: "Add, replace, compare with prices, take off",
	notes: (n: number) => (n > 0 ? `Notes (${n})` : "Notes"),
	itComesBackFrom: (closed: string) =>
		`It was here before: {job}${closed ? `, left ${closed}` : ""}. Each part shows the size it left with.`,
	itComesBackNow: "It comes back",
	aNewerCard: (version: number) => `Its card is now at version ${version}; the differences are on the {limits} page.`,
	itsCost: "Work on it",
	notSettled: "known when every set is measured",
	noRates: "no rate card yet",
	readyOn: (on: string, late: boolean) => `ready ${on}${late ? ": late" : ""}`,
	withoutPrice: (those: string[]) => `without price: ${those.join(", ")}`,

	retiredBy: (who: string, at: string, instead: string | undefined, why: string) =>
		`Retired by ${who}, ${at}${instead ? `; in its place: ${instead}` : ""}${why}`,
	inTheEngine: "In the engine",
	besideItJudgedOnItsOwn: "Beside it, judged on its own",
	retire3: (component: string) => `Retire: ${component}`,
	everythingMeasuredOfItAndDecided: (instead: string | undefined) =>
		`Everything measured of it and decided for it stays on record and counts no more. ${instead ? `In its place: ${instead}.` : "Nothing is there to take its place."}`,
	why: "Why",
	cancel: "Cancel",
	retireIt: "Retire it",

	// ReadingsDialog.tsx
	readingsAsCsv: "Readings as CSV",
	saveTheReadingsOf: (number: string) => `Save the readings of ${number}`,
	aCsvFileOneReadingA: "a .csv file, one reading a row",
	nothingNewAllReadingsAreHere: (known: number) => `Nothing new: all ${known} readings are here already.`,
	readings: (rows: number, replaced: number, known: number) =>
		`${count(rows, "reading")}${replaced > 0 ? `; at ${count(replaced, "place")} they replace what is there, which stays on the tape` : ""}${known > 0 ? `; ${known} are here already` : ""}.`,
	takeTheReadings: "Take the readings",

	// JobPlace.tsx
	saveAsFile: "Save as file",
	history: "History",
	limits: "Limits",
	layoutAndDuty: (cylinders: number, mains: number | undefined, throws: number | undefined, duty: string) =>
		` · ${[count(cylinders, "cylinder"), mains && count(mains, "main"), throws && count(throws, "throw")].filter(Boolean).join(", ")} · ${duty} duty`,
	ahead: (kinds: string[], readings: number, minutes: number | undefined) =>
		[
			kinds.length > 0
				? `then ${kinds.slice(0, 3).join(", ").toLowerCase()}${kinds.length > 3 ? ` and ${count(kinds.length - 3, "kind")} more` : ""}`
				: "",
			`${count(readings, "reading")}${minutes === undefined ? "" : `, some ${count(minutes, "minute")}`}`,
		]
			.filter(Boolean)
			.join(" · "),
	planPasses: (name: string, power: { passes: number; readings: number } | undefined) =>
		power === undefined ? name : `${name} · passes ${power.passes} in 100, ${count(power.readings, "reading")}`,
	quickLookFirst: "Quick look first",
	quickPasses: (quick: { passes: number; readings: number }, whole: { passes: number; readings: number }) =>
		`passes ${quick.passes} in 100 with some ${quick.readings} readings each, the whole plan ${whole.passes} with ${whole.readings}`,
	whatPassesMeans:
		"“Passes” is how many of a hundred sets with one part over its limit a plan lets through, played with these limits and this gauge. After a quick look only the parts that could be out are read whole.",
	howOftenItIsRight: "How often is it right?",
	thisJobLeftTheShopOn: (closedAt: string, value: string, value2: string) =>
		`This job left the shop on ${closedAt}${value}${value2}.`,
	itsReport: "Its report",
	youCanMeasureAlready: "You can measure already; Ledge judges and decides once this engine's {limits} are entered.",
	noLimitsYet: "No limits yet",
	limits2: "limits",
	crankshaftOfSideViewFromThe: (engine: string) => `Crankshaft of ${engine}, side view from the nose`,
	measure2: (label: string) => `Measure ${label}`,
	mains: "Mains",
	rodJournals: "Rod journals",
	takeNumberOutAgain: (number: number) => `take number ${number} out again`,
	of: (kind: string, engine: string) => `${kind} of ${engine}`,
	journal: "Journal",
	read: "Read",
	status: "Status",
	shellsIn: "Shells in",
	of2: (n: number, byStationCount: number) => `${n} of ${byStationCount}`,
	howTheyAreMeasured: "Plans: how they are measured",
	whatIsDecided: "What is decided",
	provisional: "provisional",
	howThePartsStand: "How the parts stand",
	sizesJournalByJournal: "Sizes, journal by journal",
	cannotSee: (blind: string) => `Cannot see ${blind}.`,
	sees: (sees: string) => `Sees ${sees}.`,
	whatIsReadStays: "What is read stays; a part read whole keeps its plan while others are open.",
	asItCame: (stationsCount: number, f: number) => `${stationsCount} × ${f}, as it came`,
	twoPointGaugesNeverSeeOdd:
		"Two-point gauges never see odd lobes (3, 5…); only a V-block with an indicator does. A plan is changed before the first reading.",
	signed: "signed",

	// LookPlace.tsx
	runAFingernailOverEveryJournal:
		"Run a fingernail over every running surface. One look can spare an hour of careful measuring on a part that is scrap.",
	notGraded: "not graded",
	everyPartGraded: "every part graded",
	looks: "Looks",
	crankshaftSideViewFromTheNose: "Crankshaft, side view from the nose",
	toGo: (unseen: number) => `${unseen} to go`,
	leaveItAsItWas: "Leave it as it was",
	notConnectedGradesWaitHere: (waitingCount: number) => `not connected: ${waitingCount} grades wait here`,
	keys1To5GradeAndGoOn:
		"Keys 1 to 5 grade and go on, the arrows choose. Scored: the fingernail catches. A crack is only cleared by a recorded crack test.",

	// NewJobPlace.tsx
	newJob: "New job",
	theJobWasNotStarted: "The job was not started",
	journalsAreReadAt: "Journals are read at",
	thePlanCanBeChangedUntil: "the plan can be changed until the first reading",
	startTheJob: "Start the job",

	// StripPlace.tsx
	whatCanOnlyBeSeenWhile: "What can only be seen while it is still together, and what must go back where it came from.",
	dirtBetweenCapAndBlockOr: "Dirt between cap and block, or under an anvil, fails a good part.",
	endPlay: "End play",
	endPlayEndFloat: "End play (end float)",
	anIndicatorOnTheEndOf:
		"An indicator on the end of the crankshaft, levered lightly both ways, several times; then again with the crank turned half a turn. Two different answers: suspect a bend.",
	measureTheEndPlay: "Measure the end play",
	ofTaken: (f: number, byStationCount: number) => `${f} of ${byStationCount} taken`,
	endPlayAt0: "{at0} at 0°",
	endPlayAtBoth: "{at0} at 0°, {at180} turned half a turn",
	grade: (look: string) => look.charAt(0).toUpperCase() + look.slice(1),
};
