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
	startAJob: "Start a job",
	sayWhoYouAre: "Say who you are",
	readTheGuide: "Read the guide",
	crankshaftOf: (engine: string) => `Crankshaft of ${engine}`,
	rodJournal: "Rod journal",
};
