import type { Check, Closing, Component, FeatureView, StandIn } from "../api/client";
import { isKind, plural, type SetName, setRows } from "../api/table";
import type { Way } from "../api/way";
import { type System, show, showSigned, showStep } from "../quantity/length";

export const setName = (set: SetName): string => setRows().find((row) => row.set === set)?.short ?? set;

/** States a part is measured in, by what was done to it. */
export const STATE_WORD: Record<string, string> = {
	as_found: "As found",
	after_polish: "After polishing",
	after_clean: "After cleaning",
	after_straightening: "After straightening",
	after_grind: "After grinding",
	after_hone: "After honing",
	after_bore: "After boring",
	after_line_hone: "After line-honing",
	after_resize: "After resizing",
	after_skim: "After skimming",
	new_part: "New part",
};

/** How parts are held where one state is read under several conditions. */
export const HELD_WORD: Record<string, string> = {
	bare: "bare",
	plate: "plate on",
	studs: "studs tight",
	shells: "shells in",
};

export function stateWord(state: string): string {
	const [base = state, held] = state.split("_with_");
	const word = STATE_WORD[base] ?? base.charAt(0).toUpperCase() + base.slice(1).replaceAll("_", " ");
	return held ? `${word}, ${HELD_WORD[held] ?? held}` : word;
}

/** Where a limit comes from. */
export const SOURCE_WORD: Record<NonNullable<Check["source"]>, string> = {
	maker: "maker's data",
	bearing_maker: "bearing maker's data",
	shop: "shop rule",
	thumb: "rule of thumb",
};

/** How a job leaves the shop. */
export const ORIGIN_WORD: Record<Component["origin"], string> = { came: "Came with it", spare: "A spare", bought: "Bought" };

/** A component in words: "Crankshaft", "Crankshaft (spare)". */
export const componentName = ({ of, tag }: StandIn): string =>
	of.charAt(0).toUpperCase() + of.slice(1) + (tag ? ` (${tag})` : "");

export const OUTCOME_WORD: Record<Closing["outcome"], string> = {
	finished: "Finished",
	declined: "Declined by the customer",
	scrapped: "Scrapped",
	kept_for_parts: "Kept for parts",
	mistake: "Made by mistake",
	reopened: "Taken back into the shop",
};

export const LOOK_WORD: Record<Exclude<FeatureView["look"], "">, string> = {
	smooth: "Smooth",
	marked: "Light marks",
	scored: "Scored: the fingernail catches",
	heat: "Heat marks (blued)",
	cracked: "Cracked",
};

/** A grade in a word, where there is no room for how it is told. */
export const LOOK_SHORT: Record<Exclude<FeatureView["look"], "">, string> = {
	smooth: "smooth",
	marked: "light marks",
	scored: "scored",
	heat: "heat marks",
	cracked: "cracked",
};

const CHECKS: Record<string, string> = {
	taper: "Taper",
	out_of_round: "Out-of-round",
	oval: "Oval, all stations",
	wear: "Wear",
	runout: "Runout",
	clearance: "Clearance",
	size_low: "Smallest size",
	size_high: "Largest size",
	step: "Step",
	alignment: "Out of line",
	end_float: "End play",
	end_float_low: "Min. end play",
	flatness: "Flatness",
	bend: "Bend",
	twist: "Twist",
	lift: "Lift",
	lift_low: "Min. lift",
	stroke: "Stroke",
	stroke_low: "Min. stroke",
};

export const checkName = (name: string): string => {
	const known = CHECKS[name];
	if (known) return known;
	const kind = name.replace(/_low$/, "");
	const words = isKind(kind) ? plural(kind) : name;
	return name.endsWith("_low") ? `Min. ${words.toLowerCase()}` : words;
};

/** A way to treat a set in words: "Grind 0.020 under", "Keep the size, fit −0.0010 select shells (less clearance)". */
export function wayName({ action, step, shell, method }: Way, system: System, set: SetName = "main_journals"): string {
	const row = setRows().find((one) => one.set === set);
	const away = row?.over ? "over" : "under";
	const shells = shellsName(shell, method, system);
	const fit = shells ? `, fit ${shells}` : "";
	const words: Record<Way["action"], string> = {
		reuse: step > 0 ? `Reuse at ${showStep(step, system)} ${away}${fit}` : shells ? `Keep the size${fit}` : "Reuse",
		polish: `Polish${method === "by_hand" ? " by hand" : ""}${fit}`,
		grind: `Grind ${showStep(step, system)} under${fit}`,
		bore: `Bore ${showStep(step, system)} over`,
		hone: "Hone",
		sleeve:
			method === "sleeve_one" || method === "sleeve_some"
				? `Sleeve ${method === "sleeve_some" ? "two" : "one"}, the others ${step > 0 ? `${showStep(step, system)} over` : "as they are"}`
				: "Sleeve one",
		line_hone: method === "line_bore" ? "Line-bore" : "Line-hone",
		resize: set === "rods" ? "New small-end bushes" : "Resize the big ends",
		skim: method === "clean_cut" ? `A cleaning cut of ${show(step, system)}` : `Skim ${show(step, system)} off`,
		replace: method === "build_up" ? "Weld or spray, then grind" : `Replace the ${row?.replaced ?? "shaft"}`,
		measure: "Measure what is missing",
		remeasure: "Measure again",
	};
	if (set === "rings" && action === "resize") return "File the end gaps";
	if (action === "replace" && (set === "rods" || set === "rod_housings")) return "Replace the rods that are out";
	if (set === "thrust" && action === "reuse" && shell > 0) return `Thrust parts thinner by ${show(shell, system)}`;
	if (set === "thrust" && action === "reuse" && shell !== 0) return `Thrust parts that take up ${show(-shell, system)}`;
	if (method === "accept") return "Accept as they are, signed";
	if (method === "dress") return "Dress the thrust bearing";
	const text = words[action];
	if (method === "straighten") return `Straighten, then ${text.toLowerCase()}`;
	return text;
}

/** Who did something, or who a file that was taken in says did: nobody here saw that. */
export const who = (name: string, fromFile?: boolean): string => (fromFile ? `${name}, as a file says` : name);

/** A word of a closed list: whether it is one that a record has words for. */
export const isOneOf = <K extends string>(words: Record<K, string>, word: string | undefined): word is K =>
	word !== undefined && word in words;

/** Which shells go with a way; empty where they are standard. */
function shellsName(shell: number, method: Way["method"], system: System): string {
	if (method === "mixed_shells") return "each journal's own select shells";
	if (shell === 0) return "";
	const change = showSigned(shell, system);
	if (method === "mixed_halves") return `half shells of two sizes (${change} clearance)`;
	return `${change} select shells (${shell < 0 ? "less" : "more"} clearance)`;
}

/** What happens to one part. */
export const MEMBER_WORD: Record<Way["action"], string> = {
	reuse: "stays",
	polish: "polished",
	grind: "ground",
	bore: "bored",
	hone: "honed",
	sleeve: "sleeved",
	line_hone: "line-honed",
	resize: "resized",
	skim: "skimmed",
	replace: "another one",
	measure: "to be measured",
	remeasure: "to be read again",
};
