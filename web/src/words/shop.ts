import { count } from "./intl";

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
	noJobsYetStartOneFrom: "No jobs yet. Start one from an engine's layout: it takes less than a minute.",
	cannotBeRead: (number: string) => `${number} cannot be read`,
	saveItsRecord: "Save its record",
	noCustomerNamed: "No customer named",
	promised: (day: string) => `promised ${day}`,
	lateReady: (readyOn: string) => `late: ready ${readyOn}`,
	ready: (readyOn: string) => `ready ${readyOn}`,
	crankshaftOf: (engine: string) => `Crankshaft of ${engine}`,
	rodJournal: "Rod journal",
	ofJournalsMeasured: (measured: number, places: number) => `${measured} of ${places} journals measured`,
	noLimitsEnteredNothingIsDecided: "No limits entered: nothing is decided yet",
	outOfLimits: (parts: number) => `${count(parts, "part")} out of limits`,
	allMeasuredWithinLimits: "all measured, all within limits",
	soFarWithinLimits: "within limits so far",
};
