import { count } from "./intl";

export const limitsWords = {
	// card.ts
	aRangeNeedsBothItsEnds: "A range needs both its ends: 2.1645-2.1655, or 2.1645-55.",

	// sheet.ts
	columnNew: "New",
	columnWear: "Max. wear, or in service",
	columnTaper: "Taper",
	columnOutOfRound: "Out-of-round",
	columnLine: "Runout, bore to bore, skim",
	columnAlignment: "Alignment",
	columnClearance: "Clearance new",
	columnClearanceMax: "Clearance max.",
	columnTarget: "Shop target",
	columnSteps: "Under- or oversizes",
	columnShells: "Select shells",

	// Sheet.tsx
	theSheet: "Limits, a row a part",
	fieldOf: (kind: string, label: string) => `${kind}: ${label.toLowerCase()}`,
	howToType:
		"2.1645-55 is a range; lists with commas. Enter: the next needed field (tinted). A quote mark copies from above. A whole block pastes.",
	whereThisComesFrom: "Where this comes from",

	// PasteDialog.tsx
	fromASpreadsheet: "From a spreadsheet",
	pasteHere: "Paste here what was copied in the spreadsheet",
	aRowAPart: "A row a part and a column a limit, or the other way round, or a limit a row; points or commas.",
	understood: (values: number) => `${count(values, "value")} understood.`,
	toSettle: (open: number) => `${open} to settle first: nothing is taken until then.`,
	at: (place: string) => place,
	leaveItOut: "Leave it out",
	whichPart: "which part?",
	whichLimit: "which limit?",
	valueOf: (text: string) => `In place of ${text}`,
	yesIt: (likely: string) => `Yes, ${likely}`,
	noAsItStands: "No, as it stands",
	cancel: "Cancel",
	takeThem: (values: number) => `Take ${count(values, "value")}`,

	// LimitsEditor.tsx
	theRestComesFrom: "Source of all the others…",
	copyForASpreadsheet: "Copy for a spreadsheet",
	copied: "Copied",

	// Cards.tsx
	engineCards: "Engine cards",
	cards: "Cards",
	jobs: "Jobs",
	anotherCard: "Another card, or another job's",
	toCompareOrCopy: "to compare or copy",
	loadIntoTheForm: "Load into the form",
	import: "Import",
	keepAsACard: "Keep as a card…",
	saveAsAFile: "Save as a file",
	version: (engine: string, version: number) => `${engine}, version ${version}`,
	takenFrom: "Taken from {card}.",
	aNewerVersion: (version: number) => `The card is now at version ${version}`,
	takenFromAndKeeps: "This job took {card} and keeps it. In the newer one:",
	differs: (kind: string, label: string, here: string, there: string, close: boolean) =>
		`${kind}${close ? " (close)" : ""}: ${label.toLowerCase()} ${there || "blank"} instead of ${here || "blank"}`,
	loadVersion: (version: number) => `Load version ${version} into the form`,
	bothCardsSayTheSame: "Both cards say the same.",
	whereTheyDiffer: "Where they differ",
	importACard: "Import a card",
	aCardOrAnyOpenFile: "a card, or any open file",
	limitsForKindsOfParts: (kinds: number) => `{engine}: limits for ${count(kinds, "kind")} of parts.`,
	aCardWithoutAName: "A card without a name",
	loadThisCard: "Load this card",

	// CardsPlace.tsx
	findACard: "Find a card",
	newCard: "New card",
	goOnWithTheDraft: "Go on with the draft",
	noCardsYet:
		"No cards yet. A card holds an engine's layout and limits: type it once as the book prints it, paste it from a spreadsheet, or make it of a job.",
	aDraft: "a draft is not saved",
	withdrawn: "withdrawn",
	withdrawnToo: "Show withdrawn cards, too",
	values: (n: number) => count(n, "value"),
	versionBy: (version: number, who: string, at: string) => `Version ${version} by ${who}, ${at}`,
	startAJobFromIt: "Start a job",
	jobsWithLimits: "Jobs that a card can be made of",
	left: (at: string) => `left ${at}`,
	inTheShop: "in the shop",
	makeACard: "Make a card",

	// CardPlace.tsx
	whichEngine: "Which engine is it? A short name will do.",
	engine: "Engine",
	book: "Where the figures come from",
	bookExample: "workshop manual, page 214",
	whatIsNew: "What is new in this version",
	whatIsNewExample: "out-of-round of the rod journals mended",
	theCardIsSaved: (version: number) => `Saved as version ${version}. Jobs that took an earlier one keep it.`,
	saveTheCard: "Save the card",
	saveVersion: (version: number) => `Save as version ${version}`,
	offerItNoMore: "Offer it no more",
	offerItAgain: "Offer it again",
	versions: "Versions",
	versionNumber: (version: number) => `Version ${version}`,
	whatChanged: "What changed",
	isWithdrawn: "This card is withdrawn: it is offered no more.",

	// Changes.tsx
	whatSavingWouldChange: "What saving would change",
	noDecisionChanges: "No decision changes.",
	notJudged: "not judged",
	savingWouldChange: "Saving would change:",
	change: "{set}: {after}; before: {before}",
	changeAnd: "{set}: {after}; before: {before}, {how}",
	nowProvisional: "now provisional",
	noLongerProvisional: "no longer provisional",
	parts: (named: string[], more: number) => `${named.join(", ")}${more > 0 ? ` and ${more} more` : ""}`,
	part: (title: string, before: string, after: string) => `${title} ${before} → ${after}`,

	// PolicyFields.tsx
	howThisJobIsJudged: "How this job is judged",
	itCannotBeLessThanNothing: "It cannot be negative.",
	letNewJobsInStartWith: (unit: string) => `Let new jobs in ${unit === "in" ? "inches" : "millimetres"} start with this`,
	newJobsStartWithItFrom: "New jobs start with it from now on.",

	// LimitsPlace.tsx
	theLimitsAreSavedEveryVerdict: "The limits are saved. Every verdict follows them at once.",
	limitsOfThisJob: "Limits of this job",
	inAnEmptyFieldIsA: (unit: string) =>
		`In ${unit === "in" ? "inches" : "millimetres"}. A blank field is a limit nobody knows: it is never taken as met.`,
	whichSetOfLimits: "Which set of limits",
	tightStricterBlankFallsBackTo: "Tight (stricter; blank falls back to book)",
	theOtherSetOfLimitsHas: "The other set of limits has a field to mend too.",
	notSpecified: "not specified",
	ofKind: (kind: string, sentence: string) => `${kind}: ${sentence}`,
	someLimitsLookMistyped: "Some limits look mistyped",
	yesTakeWhatWasMeant: "Yes, take what was meant",
	noTheyAreSoSaveThem: "No, they are so: save them",
	saveTheLimits: "Save the limits",
};
