export const decideWords = {
	// Board.tsx, a spare
	measureASpare: "Put a spare in its place and measure that",

	// rows-of.ts
	sizesOfBores: "Sizes, in the range of new bores",
	sizes: "Sizes",
	height: "height",
	width: "width",
	gapsOf: (label: string) => `${label}, line by line`,
	eachIn: (title: string) => `${title}: every part in its range`,
	rangesMean: "Bar: as found. Wash with red ends: what is allowed. Outlined: what the work makes of it.",

	// OverruleDialog.tsx
	decideOtherwise: "Decide otherwise",
	ledgeAdvisesToYouDecide: (advice: string) => `Ledge advises to ${advice}. You decide:`,
	why: "Why",
	itStaysOnRecordBesideLedges: "It stays on record beside Ledge's advice.",
	overruleAndSign: "Overrule and sign",

	// Total.tsx
	costsAndDatesAppearOnceThe: "Costs and dates appear once the shop has a {card}.",
	rateCard: "rate card",
	theWholeJob: "The whole job",
	ready: "ready {day}",
	readyAndPromised: "ready {day}, promised {promised}",
	laterThanPromisedTellTheCustomer: "Later than promised: tell the customer, or choose another way.",
	unpriced: "Without {work}: the {card} has no price for it.",
	withoutStillToBeMeasured: (open: number) => `Without ${open === 1 ? "one set" : `${open} sets`} still to be measured.`,
	backToWhatIsSignedOr: "Back to what is signed or advised",
	combinationsCostAgainstWorkingDays: (combosCount: number) => `${combosCount} combinations: cost against working days`,
	bestCombinationsOf: (combosCount: number, tried: number, pruned: number) =>
		`${combosCount} best combinations, of ${tried}${pruned > 0 ? `; ${pruned} left out: worse in everything, or too many` : ""}`,
	comboReady: "{cost}, ready {day}",
	whatIsDoneWhen: "What is done when",

	// DecidePlace.tsx
	nothingToDecideYet: "Nothing to decide yet",
	aDecisionNeedsLimits: "A decision needs limits. {enter}, or copy them from another job.",
	enterThem: "Enter them",
	sets: "Sets",
	by: (overruled: boolean, decidedBy: string, decidedAt: string, value: string) =>
		`${overruled ? "Overruled" : "Signed"} by ${decidedBy}, ${decidedAt}${value}`,
	ledgeAdvises: (set: string) => `Ledge advises: ${set}.`,
	signed: "Signed",
	sign: (way: string) => `Sign: ${way}`,
	theReadingsOrLimitsChangedSince: "The readings or limits changed since it was signed: look at it again.",
	theWorkIsOrdered: "The work is ordered; what came back stands under {verify}.",
	verify: "Verify",
	sizesTheCouldHave: (set: string) => `Sizes the ${set} could have`,
	capCut: (cut: string) => `${cut} off its cap`,
	fileOff: (file: string) => `file ${file}`,
	ringGaps: (ring: string) => `End gaps: ${ring} rings`,
	pistonsThen: "Pistons at the top of their travel, above the deck: now, and then",
	alongItsLength: (set: string) => `${set} along their length`,
	alongSays:
		"Along their length, each from end to end in its range when new, all on one scale: the line joins its stations, a bar is what their directions differ by, the shade what the gauge leaves open, the grey bar beside it the taper that is allowed.",
	ladderOfJournals:
		"White box: smallest to largest reading. Dashed: what bend and clean-up add. A rung at or below the line cleans every journal.",
	ladderOfCylinders:
		"White box: smallest to largest reading. Dashed: what clean-up adds. A rung at or above the line cleans every cylinder.",
	onWhatWasNotJudged: (remarksCount: number) =>
		`${remarksCount === 1 ? "1 remark" : `${remarksCount} remarks`} on what was not judged`,
	reachingTheAim: (cost: string, days: string) =>
		`Grinding for what is aimed at would cost ${cost} more; it takes ${days} longer.`,
	notSeen: (many: number) => `${many === 1 ? "1 thing" : `${many} things`} that nobody looked at`,
	waysToDoIt: "Ways to do it",
	goAndMeasure: "Go and measure",
	measureWhatIsMissingFirstNothing: "Measure what is missing first; nothing can be promised of a part half measured.",
	notPossibleAndWhy: (impossibleCount: number) => `${impossibleCount} not possible, and why`,
	clearanceAfterwards: "Clearance afterwards",
	clearanceOfEachJournalInIts: "Clearance of each journal in its window",
	aCrackIsNotOverruledA:
		"A crack is not overruled: a recorded crack test by a trained person clears it, at the bench under Look.",
	limitsOfThisJobsOwnCard: (limits: string) => `Limits: “${limits}” of this job's own card. The maker's data decide over them.`,
	signedBeforeItChanged: "· signed before it changed",
	overruledBy: (decidedBy: string) => `· overruled by ${decidedBy}`,
	signedBy: (decidedBy: string) => `· signed by ${decidedBy}`,
	advised: "advised",
	overrule: "Overrule…",
	overrule2: (option: string) => `Overrule: ${option}`,
	try: (option: string) => `Try: ${option}`,
	because: (possible: boolean, why: string, more: number) =>
		`${possible ? "" : "Not possible: "}${why}${more > 0 ? ` And ${more} more.` : ""}`,
	comes: (day: string) => `comes ${day}`,
	slot: (outside: boolean | undefined, begins: string, ends: string) =>
		`${outside ? "outside, " : ""}${begins === ends ? begins : `${begins} to ${ends}`}`,
};
