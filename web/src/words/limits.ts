import { count } from "./intl";

export const limitsWords = {
	// card.ts
	aRangeNeedsBothItsEnds: "A range needs both its ends.",

	// Cards.tsx
	engineCards: "Engine cards",
	anotherJobsCard: "Another job's card",
	toCompareOrCopy: "to compare or copy",
	loadIntoTheForm: "Load into the form",
	import: "Import",
	saveAsACard: "Save as a card",
	bothCardsSayTheSame: "Both cards say the same.",
	whereTheyDiffer: "Where they differ",
	importACard: "Import a card",
	aCardOrAnyOpenFile: "a card, or any open file",
	limitsForKindsOfParts: (kinds: number) => `{engine}: limits for ${count(kinds, "kind")} of parts.`,
	aCardWithoutAName: "A card without a name",
	loadThisCard: "Load this card",

	// Changes.tsx
	whatSavingWouldChange: "What saving would change",
	noDecisionChanges: "No decision changes.",
	notJudged: "not judged",
	savingWouldChange: "Saving would change:",
	change: "{set}: {after} instead of {before}",
	changeAnd: "{set}: {after} instead of {before}, {how}",
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
	whereTheseComeFrom: "Where these come from",
	theOtherSetOfLimitsHas: "The other set of limits has a field to mend too.",
	notSpecified: "not specified",
	severalSources: "several sources",
	ofKind: (kind: string, sentence: string) => `${kind}: ${sentence}`,
	someLimitsLookMistyped: "Some limits look mistyped",
	yesTakeWhatWasMeant: "Yes, take what was meant",
	noTheyAreSoSaveThem: "No, they are so: save them",
	saveTheLimits: "Save the limits",
};
