export const shopWords = {
	// ImportDialog.tsx
	importAJob: "Import a job",
	anOpenFileJsonOrA: "an open file (.json), or a full job archive (.zip)",
	featuresReadings: (value: string, features: number, readings: number) =>
		`${value}: ${features} features, ${readings} readings.`,
	withItsReadingsSignaturesOrdersAnd:
		", with its readings, signatures, orders and photographs. It becomes a job of its own; nothing here is overwritten.",
	takeItAsANewJob: "Take it as a new job",

	// ShopPlace.tsx
	jobArchive: "Job archive",
	rates: "Rates",
	jobs: "Jobs",
	searchJobs: "Search jobs",
	search: "Search",
	import: "Import",
	newJob: "New job",
	jobsShown: (shown: number, total: number) => `${shown} of ${total} jobs`,
	showMore: "Show more",
	noJobFits: (asked: string) => `No job fits “${asked}”.`,
	cannotBeRead: (number: string) => `${number} cannot be read`,
	saveItsRecord: "Save its record",
	noCustomerNamed: "No customer named",
	promised: (day: string) => `promised ${day}`,
	ready: (readyOn: string) => `ready ${readyOn}`,
	late: "late:",
	out: (parts: number) => `${parts} out`,
	allWithin: "all within",
	soFar: "so far",

	// Empty.tsx
	noOpenJobs: "No open jobs.",
	theOthersAreInTheArchive: "The others are in the job archive.",
	welcome: "No jobs yet",
	whatLedgeDoes:
		"A job begins with what came in: an engine's layout takes less than a minute. Then each reading is a line typed at the bench; Ledge does the arithmetic, keeps the record and says what to do with each set of parts.",
	yourUnit: "Your unit",
	inches: "inches",
	millimetres: "millimetres",
	eachJobCanHaveItsOwn: "New jobs and cards begin in it; each can have its own.",
	yourName: "Your name",
	itStandsOnEveryReading: "It stands on every reading, decision and sheet.",
	lookRound: "Look round",
	fillWithASample: "Fill the shop with a sample",
	whatTheSampleIs: "The jobs of an invented workshop at every step, to try everything on. One click takes them away again.",
	begin: "Begin",
	typeACard: "Type an engine card",
	aJobTakesAMinute: "A job takes less than a minute; its limits are typed as the book prints them, or pasted.",
	help: "Help",
	theGuideIsOneKeyAway:
		"The guide is inside Ledge, one click on the question mark of every place; at the bench the ? key shows the keys and where the gauge goes.",

	// SampleNote.tsx
	theSampleIsHere: "The jobs of the sample shop are here.",
	takeTheSampleAway: "Take the sample away",
	areYouSure: "Everything of the sample goes, with what you tried on it. Jobs of your own stay.",
	takeItAway: "Take it away",
	keepIt: "Keep it",

	// Empty.tsx, a job
	startAJob: "Start a job",
	sayWhoYouAre: "Say who you are",
	readTheGuide: "Read the guide",
	crankshaftOf: (engine: string) => `Crankshaft of ${engine}`,
	rodJournal: "Rod journal",
};
