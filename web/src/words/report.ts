export const reportWords = {
	// CloseJob.tsx
	theJobItself: "The job itself",
	thisJobLeftTheShop: "This job left the shop",
	searchStillFindsItNothingMore: (outcome: string, at: string, who: string | undefined, why: string) =>
		`${outcome}, ${at}${who ? ` by ${who}` : ""}${why} Search still finds it. Nothing more is entered into it.`,
	takeItBackIntoTheShop: "Take it back into the shop",
	whenItLeavesTheShop: "When it leaves the shop",
	notEverythingIsDone: "Not everything is done:",
	closingTakesItOutOfThe: "Closing takes it out of the shop's list. Search still finds it.",
	howItEnds: "How it ends",
	why: "Why",
	itStaysOnRecordWithYour: "It stays on record with your name.",
	signAndCloseTheJob: "Sign and close the job",
	closeTheJob: "Close the job",

	// Letter.tsx
	theReportInPlainWords: "The report in plain words",
	promisedFor: (promised: string) => `promised for ${promised}`,
	itComesTo: "It comes to {cost}.",
	costAndReady: "It comes to {cost} and is ready on {ready}.",
	itIsReady: "It is ready on {ready}.",
	allSizesThatWereOrderedCame: (all: number) => `All ${all} sizes that were ordered came back as ordered.`,
	ofOrderedSizesAreProvedBy: (proved: number, all: number) => `${proved} of ${all} ordered sizes are proved by measuring so far.`,
	whatWeFound: "What we found",
	whatIsDoneAndWhy: "What is done, and why",
	nothingIsDecidedYet: "Nothing is decided yet.",
	signedBy: (signed: string) => `Signed by ${signed}`,
	advisedNobodyHasSignedItYet: "Advised; nobody has signed it yet",

	// Links.tsx
	linksForTheCustomer: "Links for the customer",
	forWhom: "For whom",
	makeALink: "Make a link",
	shownOnceLedgeKeepsNoCopy: "Shown once: Ledge keeps no copy. It shows this report and nothing else.",
	by: (value: string, madeAt: string, madeBy: string) => `${value}, ${madeAt} by ${madeBy}`,
	revokedBy: (revokedBy: string) => `revoked by ${revokedBy}`,
	revoke: "Revoke",
	revokeTheLinkFor: (value: string) => `Revoke the link for ${value}`,

	// PublicAddress.tsx
	codesOnPapersLeadTo: (address: string) => `Codes on papers lead to ${address}.`,
	change: "change",
	sayTheAddress: "say the address",
	papersCarryNoCodeYetLedge: "Papers carry no code yet: Ledge does not know under which address others reach it.",
	addressOfThisShopsLedge: "Address of this shop's Ledge",
	httpsLedgeExampleOrg: "https://ledge.example.org",
	save: "Save",

	// ReportPlace.tsx
	print: "Print",
	report: "Report",
	papersAsPdf: "Papers, as PDF",
	customersSummary: "Customer's summary",
	theBuiltEngine: "The built engine: fasteners, gaps, last measurements",
	labels: "Labels for what was measured:",
	aPageOfThem: "a page of them",
	forALabelPrinter: "for a label printer (62 × 29 mm)",
	inspectionWithEveryReadingAnd: "Inspection, with every reading and drawing",
	issue: (issue: number) => `issue ${issue}`,
	sheetsComeHereOnceTheyAre: "Sheets come here once they are issued:",
	orders: "Orders",
	workbookXlsx: "Workbook (.xlsx)",
	everyFigureAsARealNumber: "every figure as a real number",
	readingsCsv: "Readings (.csv)",
	oneLineAReading: "one line a reading",
	openFileJson: "Open file (.json)",
	whatOtherProgramsEvaluate: "what other programs evaluate",
	fullJobArchiveZip: "Full job archive (.zip)",
	photographsAndSignaturesTooAnother: "photographs and signatures too; another Ledge imports it",
	filesToKeep: "Files to keep",
	whatHappenedToThisJobAnd: "What happened to this job, and who did it",

	// SharedPlace.tsx
	noReportHere: "No report here",
	asPdf: "As PDF",

	// PapersLocal.tsx
	papersWrite: (example: string) => `Papers write dates and times so: ${example}.`,
	changeHowTheyWrite: "change",
	datesAndMoneyAsIn: "Dates and money as in",
	timeZone: "Time zone",
	thatOfTheMachine: "the machine's own",
};
