import type { AssemblyEvent, PartLine, RingGap, Torque, TorqueCard } from "../api/client";
import { plural, rowOf, titleOf, wordOf } from "../api/table";
import { type System, show } from "../quantity/length";
import { count, money } from "./intl";

export const cardName = (card: Pick<TorqueCard, "group" | "name">): string => card.name || titleOf("card_group", card.group);

/** A run of a card in words: "Rod caps, rod 3". */
export const runName = (card: TorqueCard, of: number): string =>
	of === 0 ? cardName(card) : `${cardName(card)}, ${card.group === "rod" ? "rod" : "bank"} ${of}`;

const milli = (n: number): string => String(Number((n / 1000).toFixed(3)));
export const torqueWord = (t: Torque): string => `${milli(t.milli)} ${wordOf("torque", t.unit)}`;

/** A step in words: "40 lb·ft", "90° further". */
export const stepWord = (step: TorqueCard["steps"][number]): string =>
	step.torque ? torqueWord(step.torque) : `${step.angle}° further`;

/** The steps as they are typed: "20, 45, 90°". */
export const stepsText = (steps: TorqueCard["steps"]): string =>
	steps.map((s) => (s.torque ? milli(s.torque.milli) : `${s.angle}°`)).join(", ");

/** What to do with a ring; empty where its gap is not measured. */
export const gapWord = (g: RingGap, system: System): string =>
	g.says === "open"
		? ""
		: `${wordOf("gap_says", g.says)}${g.says === "file" ? ` ${show(g.to_go, system)}` : ""}${g.thumb ? " (rule of thumb)" : ""}`;

export const standsWord = (l: PartLine): string =>
	l.stands === "short" ? `${l.missing} missing` : wordOf("line_stands", l.stands);

/** A pattern's name, as it is shown. */
export const patternWord = (name: string): string =>
	({ quarters: "Quarters", opposite: "Quarters, mirrored", thirds: "Thirds" })[name] ?? name;

const cylinders = (numbers: number[]): string =>
	numbers.length === 1 ? `cylinder ${numbers[0]}` : `cylinders ${numbers.join(" and ")}`;

/** The run of a card that an event names; cards of the usual groups are called as these are. */
function runOf(e: AssemblyEvent): string {
	const name = wordOf("card_group", e.card ?? "");
	return e.run ? `${name}, ${e.run}` : name;
}

/** What was done, as the history says it. */
export function builtWord(e: AssemblyEvent, system: System): string {
	const size = e.value === undefined ? "" : show(e.value, system);
	switch (e.what) {
		case "plan":
			return "changed the torque cards or ring patterns";
		case "tighten":
			return `tightened bolt ${e.bolt} of ${runOf(e)}, step ${e.step}${e.torque ? `: reached ${torqueWord(e.torque)}` : ""}`;
		case "loosen":
			return `loosened ${e.bolt ? `bolt ${e.bolt} of ` : e.cap ? `cap ${e.cap} of ` : ""}${runOf(e)}`;
		case "bolt":
			return `said of bolt ${e.bolt} of ${runOf(e)}: ${[
				e.new ? "new" : "",
				e.length === undefined ? "" : `${show(e.length, system)} long`,
				e.uses === undefined ? "" : `tightened ${e.uses} times`,
			]
				.filter(Boolean)
				.join(", ")}`;
		case "part":
			return `parts list, ${e.part?.name ?? e.line}: ${facts(e.part)}`;
		case "pass":
			return `polished ${plural(e.kind ?? "main_journal").toLowerCase()} ${e.number}: ${(e.sizes ?? []).map((s) => show(s, system)).join(", ")}`;
		case "gap":
			return `${titleOf("ring", e.ring ?? "top")} of cylinder ${e.number} gaps ${size}`;
		case "ring":
			return `put the ${wordOf("ring", e.ring ?? "top")} on piston of cylinder ${e.number}${e.way === "up" ? ", mark up" : ""}`;
		case "cap":
			return `put cap ${e.cap} on main ${e.number}`;
		case "rod":
			return `put rod ${e.rod} with cap ${e.cap} into cylinder ${e.number}`;
		case "turn":
			return `turned the crank${e.tight ? ": it is tight" : e.torque ? `: it took ${torqueWord(e.torque)}` : ": free"}`;
		case "final":
			return `${rowOf(e.kind ?? "main_bearing").title} ${e.number ?? ""}: ${size}`;
		case "sign":
			return `signed the built engine${e.note ? `. “${e.note}”` : ""}`;
		case "unsign":
			return "opened the built engine again";
		case "take_back":
			return "took something back";
	}
}

function facts(part: AssemblyEvent["part"]): string {
	if (!part) return "";
	const told = [
		part.ordered === undefined ? "" : `${part.ordered} ordered`,
		part.arrived === undefined ? "" : `${part.arrived} arrived`,
		part.returned === undefined ? "" : `${part.returned} returned`,
		part.dropped ? "not wanted" : "",
		part.supplier ?? "",
		part.number ?? "",
		part.size ?? "",
		part.quality ?? "",
		part.price === undefined ? "" : money(part.price, ""),
	];
	return told.filter(Boolean).join(", ") || "listed";
}

export const assemblyWords = {
	// Frame.tsx
	building: "Building",
	torqueCards: "Torque cards",
	parts: "Parts",
	polishing: "Polishing",
	fitting: "Fitting",
	assembly: "Assembly",
	builtEngine: "Built engine",
	running: (n: number) => `${count(n, "card")}`,
	noCards: "no cards yet",
	toCome: (n: number) => (n === 0 ? "all here" : `${n} to come`),
	journals: (n: number) => (n === 0 ? "nothing to polish" : count(n, "journal")),
	gapsOpen: (n: number) => (n === 0 ? "gaps are good" : `${count(n, "gap")} open`),
	tasksOpen: (n: number) => (n === 0 ? "all done" : `${n} open`),
	signedBy: (by: string) => `signed by ${by}`,
	notSigned: "not signed",
	refused: "This was not taken",
	letItGo: "Let it go",
	notConnected: "Not connected: what you do waits here and is sent when the server is back.",

	// TorquePlace.tsx
	next: (bolt: number, step: number, of: number) => `Bolt ${bolt} · step ${step} of ${of}`,
	allTight: "All tight",
	backToAssembly: "Back to assembly",
	tick: (bolt: number) => `Bolt ${bolt} done`,
	reached: "Torque reached (blank where not read)",
	reachedWrong: "A torque is a number, such as 62.5.",
	loosen: "Loosen all",
	loosenAll: (ticks: number, counts: boolean) =>
		`Loosen every bolt of this card? ${ticks === 1 ? "One tick is" : `${ticks} ticks are`} undone${counts ? ", and tightening them again counts as another use" : ""}.`,
	keepTight: "Keep them tight",
	escape: "Esc",
	begunBy: (done: number, of: number) => `${done} of ${of} ticks`,
	toMeasure: "To measure under",
	toStay: "To stay in the engine",
	purpose: "These bolts are tightened",
	lubricant: "Lubricant",
	order: "Order",
	reuse: "Reuse",
	usesRule: (n: number) => `tightened at most ${count(n, "time")}`,
	longestRule: (text: string) => `none longer than ${text}`,
	newRule: "always new to stay",
	noRule: "no rule on the card",
	source: "Source",
	maker: "The maker's data and licensed practice decide over any card here: lubricant, steps, reuse, new bolts.",
	flagLow: (bolt: number, torque: string, middle: string) =>
		`Bolt ${bolt} ended low: ${torque} against ${middle}, usual for this card. It has yielded: fit another.`,
	flagHigh: (bolt: number, torque: string, middle: string) =>
		`Bolt ${bolt} ended high: ${torque} against ${middle}, usual for this card. Its thread was dry or dirty: clean it and oil it.`,
	noCard:
		"No torque card is told for this engine. A card says how each group of bolts is tightened; it belongs to the engine card.",
	newCard: "New card",
	editCard: "Edit card",
	bolts: "Bolts",
	boltRow: "Bolt",
	usesSoFar: "Tightened",
	length: "Length",
	boltLength: (bolt: number) => `Length of bolt ${bolt}`,
	fresh: (bolt: number) => `Bolt ${bolt} is new`,
	takeBackLast: "Take the last back",
	undoLoosening: "Undo the loosening",
	isLoosened: (bolts: number[]) => `${bolts.length === 1 ? "Bolt" : "Bolts"} ${bolts.join(", ")} loosened.`,
	loosenOne: (bolt: number) => `Loosen bolt ${bolt} alone?`,
	onlyItIsOpen: "Only what you loosen is open then. Tighten it through every step again.",
	loosenBolt: (bolt: number) => `Loosen bolt ${bolt}`,
	loosenAndRenew: (bolt: number) => `Loosen it and fit a new bolt ${bolt}`,
	loosenCap: (cap: number) => `Loosen cap ${cap}`,
	keepIt: "Keep it tight",
	plan: (card: string) => `Bolts of ${card}`,
	boltAt: (bolt: number, says: string) => `Bolt ${bolt}: ${says}`,
	boltDone: "tight",
	boltNext: "next",
	boltWaits: "waits",
	boltOff: "ended off",

	// CardForm.tsx
	cardOf: "Bolts of",
	ownName: "Name",
	unit: "Unit",
	rows: "Bolts in a column",
	rowsHelp: "of a cap: how many it has",
	columns: "Columns",
	columnsHelp: "for caps one each, for a rod 1",
	steps: "Steps",
	stepsHelp: "torques and angles in their order, such as 20, 45, 90°",
	torqueOrAngle: (figure: number, unit: string) =>
		`Is the last step ${figure} ${unit}, or ${figure}°? Write ${figure}° for an angle; save again for a torque.`,
	nameTaken: (name: string) => `There is a card named ${name} already. Give this one another name, or save again to keep both.`,
	stepsWrong: "A step is a torque or an angle with a degree sign, and the first is a torque.",
	where: "Where",
	mostUses: "Most tightenings",
	usesHelp: "blank where nothing is told",
	greatestLength: "Greatest length",
	spread: "Spread of final torques, %",
	alwaysNew: "Always new where they stay in",
	tapOrder: "Tap the bolts in their order, or leave it from the middle out",
	middleOut: "From the middle out",
	saveCard: "Save the card",
	removeCard: "Remove this card",
	cancel: "Cancel",
	toEngineCard: "Save to the engine card",
	savedToEngineCard: "The engine card has a new version with these.",
	cardsStandWithEngine: "Torque cards and ring patterns are the job's own copy; the engine card keeps them for the next.",

	// PartsPlace.tsx
	nothingToBuy: "Nothing is on the list yet: signed decisions and findings put parts on it, and you can add your own.",
	part: "Part",
	size: "Size",
	quality: "Quality",
	number: "Maker's number",
	supplier: "Supplier",
	price: "Price of one",
	wanted: "Wanted",
	ordered: "Ordered",
	arrived: "Arrived",
	returned: "Returned",
	status: "Status",
	coating: "Coating on one wall",
	takes: (text: string) => `its coating takes ${text} of the clearance`,
	orderIt: (title: string) => `Order ${title}`,
	tellOf: (title: string) => `Tell of ${title}`,
	cameIn: (title: string) => `${title} arrived`,
	keyOrder: (title: string) => `${title}: ordered`,
	keyArrived: (title: string) => `${title}: arrived`,
	ownLine: "Add a line",
	addPart: "Add to the list",
	what: "What",
	howMany: "How many",
	saveLine: "Save",
	notWanted: "Not wanted after all",
	noLongerAsked: "no decision asks for it any more",
	measureThem: (kind: string, done: number, of: number) => `Measure as new: ${kind} (${done} of ${of})`,
	missing: (title: string, n: number) => `${title}: ${n === 1 ? "one is missing" : `${n} are missing`}`,
	sortedByWalls: "Shells sorted by their own walls",
	sortedSays: (least: string, most: string, before: string) => `leaves ${least} to ${most}; as numbered ${before}`,
	place: "Journal",
	pair: "Pair",
	clearance: "Clearance",
	wrongNumber: "This is not a number.",

	// PolishPlace.tsx
	nothingToPolish: "No sheet asks for a polish.",
	toGo: (text: string) => `${text} to go`,
	stopAt: "Stop at",
	alreadyUnder: (under: string) => `Already ${under} under the stop: nothing may come off`,
	aboveBefore: (before: string) => `Above the ${before} before it. Read it again, or take it again as it is.`,
	least: "Not below",
	bearing: "Bearing, measured",
	aim: "Clearance wanted",
	noBearing: "No bearing is measured: stop after half of what may come off.",
	before: "Before",
	pass: (n: number) => `Pass ${n}`,
	cameOff: "Came off",
	sizesAfter: "Sizes after the pass",
	takePass: "Take the pass",
	sizeAt: (station: string) => `Size, ${station}`,
	noCloth: "Never wrap cloth or strip by hand round a crank that turns under power.",
	profile: "Sizes along the journal, pass by pass",

	// FittingPlace.tsx
	ringGaps: "Ring gaps, each squared in its own bore",
	fileRule: "File one end only, square, and deburr; try it squared in its own bore at ring travel between strokes.",
	gapOf: (ring: string, cylinder: number) => `Gap of the ${ring.toLowerCase()}, cylinder ${cylinder}`,
	cylinder: "Cylinder",
	takeGap: "Take the gap",
	passes: (n: number) => (n > 1 ? `${n} tries` : ""),
	rodsAndPistons: "Rods and pistons",
	matchThem: "Match pistons and rods",
	matchedAs: "Pistons go in as they were matched.",
	notMatched: "No piston is matched to a bore: fit them by number.",

	// AssemblyPlace.tsx
	pairs: "In their order",
	mains: "Crankshaft",
	pairName: (numbers: number[]) => `With ${cylinders(numbers)}`,
	pairAngle: (angle: number) => (angle === 0 ? "their crankpins down" : `crank turned ${angle}° further, crankpins down`),
	lastMeasurements: "Last measurements",
	fingers: "Keep fingers out from between rod, counterweight and block when the crank is turned; cover the rod bolts.",
	capNumber: "Number on the cap",
	pistonNumber: "Number on the piston",
	rodNumber: "Number on the rod",
	markPoints: "The mark points",
	markUp: "Mark up",
	markDown: "Mark down",
	noMark: "No mark",
	markFront: "To the front",
	markRear: "To the rear",
	numbersTo: (side: string) => `Numbers to the ${side}`,
	otherSide: "To the other side",
	putOn: "Put on",
	putIn: "Put in",
	turnsFree: "Turns freely",
	isTight: "It is tight",
	tookTorque: "What it took (blank where not read)",
	openCard: "Open the torque card",
	noCardFor: "There is no torque card for these bolts yet.",
	measured: "Measured",
	how: "How",
	take: "Take",
	allDone: "Everything is done: look at the built engine and sign it.",
	toBuilt: "Built engine",
	map: (cylinder: number) => `Cylinder ${cylinder} from above`,
	ringSides: "Rings: gap from the front, side",
	ringSide: (ring: string, angle: number, marked: boolean) => `${ring} ${angle}°${marked ? ", mark up" : ""}`,
	pistonFor: (cylinder: number, piston: number) => `cylinder ${cylinder}: piston ${piston}`,
	rodPairs: (pairs: string) => `Rods paired by weight: ${pairs}.`,
	front: "front",
	pattern: "Gaps stand",
	patternOwn: "Own pattern…",
	patternName: "Name of the pattern",
	angleOf: (ring: string) => `${ring}, degrees`,
	savePattern: "Save the pattern",
	marked: "Rings with a mark that goes up",
	numberSide: "Numbers of rods and caps point to",
	rodAndCap: (rod: number) => `rod ${rod}, cap ${rod}`,
	pistonMark: (piston: number) => `piston ${piston}, mark to the front`,
	inBy: (by: string) => `in, by ${by}`,
	takeBack: "Take it back",
	wrong: "not as it should be",
	jump: "twice what any pair before it added",
	within: (min: string, max: string) => `${min} to ${max}`,
	byThumb: "No limit is known: by the rule of thumb, 0.004 of the bore at least.",
	undo: "take the last back",

	// BuiltPlace.tsx
	built: "The built engine",
	sign: "Sign the built engine",
	note: "Note",
	goThere: "Do it",
	goThereOf: (what: string) => `Do it: ${what}`,
	reasonFor: (what: string) => `Reason for signing without it: ${what}`,
	reasonForAll: (n: number) => (n === 1 ? "Reason for signing without it" : `Reason for signing without these ${n}`),
	oneByOne: "A reason for each",
	giveReason: "Do it, or give a reason for signing without it.",
	becauseOf: (reason: string) => `reason: ${reason}`,
	openAgain: "Open it again",
	pdf: "PDF to print or send",
	stillOpen: (n: number) => `${count(n, "thing is", "things are")} not done or not as ${n === 1 ? "it" : "they"} should be`,
	allOf: (done: number, of: number) => `${done} of ${of}`,
	notDone: "not done",
	nothingThere: "This job holds nothing that is put together: an engine takes its block and crankshaft, rods and pistons.",
};
