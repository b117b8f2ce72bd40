import { count } from "./intl";

export const recordWords = {
	// Finder.tsx
	findAJob: "Find a job: words, “grind 0.010”, or a size such as 2.2479",
	jobsHere: "Jobs",
	places: "Places",
	nothingFits: "Nothing fits.",
	newJob: "New job",
	theShop: "The shop",
	guide: "Guide",

	// HistoryPlace.tsx
	whatHappenedAndWhoDidIt: "What happened, and who did it",
	nothingHereCanBeChangedOr: "Nothing here can be changed or taken away.",
	of: "Of",
	theWholeJob: "the whole job",
	theWholeJob2: "The whole job",
	nothingIsRecordedOfItYet: "Nothing is recorded of it yet.",
	onlyTheLatestAreShownHere: (most: number) => `Only the latest ${most} are shown here; the full job archive holds them all.`,

	// LearnedPlace.tsx
	wearHistory: "Wear history",
	typicalWearOf: (engine: string) => `Typical wear of ${engine}`,
	noJobOfAnEngineBy: "No job of an engine by this name.",
	noneOfItsJobsHasBoth: "None of its jobs has both readings and a size when new to calculate wear from.",
	search: "Search",
	asFoundAndOfStandardSize: (jobs: number) =>
		`${jobs === 1 ? "One job" : `The latest ${jobs} jobs`}, as found and of standard size. A short line is one job's worst place, the bar is the median of all.`,
	numberWearsMostMedianOverAll: (number: number, median: string, unit: string) =>
		`Number ${number} wears most; median over all jobs: ${median} ${unit}.`,
	allWearAlikeMedianOverAll: (median: string, unit: string) => `All wear alike; median over all jobs: ${median} ${unit}.`,
	wearOfByNumber: (kind: string) => `Wear of ${kind} by number`,

	// SearchPlace.tsx
	jobArchive: "Job archive",
	engineCustomerOrNumber: "Engine, customer or number",
	decided: "Decided",
	set: "Set",
	anySet: "any set",
	decision: "Decision",
	anyWay: "any way",
	step: "Step",
	step2: "step",
	measured: "Measured",
	part: "Part",
	anyPart: "any part",
	fromSize: "From size",
	from: "from",
	toSize: "To size",
	to: "to",
	unit: "Unit",
	noJobFits: "No job fits.",
	theLatestThatFitMoreWords: (most: number) => `The latest ${most} that fit; more words narrow it.`,
	theLatestFirst: (foundCount: number) => `${count(foundCount, "job fits", "jobs fit")}, the latest first.`,
	showAll: "Show all",
	job: "Job",
	engine: "Engine",
	customer: "Customer",
	signed: "Signed",
	status: "Status",
	wearHistoryOfIt: "wear history",
	nothingYet: "nothing yet",
	inTheShopPromised: (promisedOn: string) => `in the shop, promised ${promisedOn}`,
	closed: (day: string) => `closed ${day}`,
};
