import type { StandIn } from "../api/client";
import { type SetName, setRows, titleOf } from "../api/table";
import type { Way } from "../api/way";
import { type System, show, showSigned, showStep } from "../quantity/length";

export const setName = (set: SetName): string => setRows().find((row) => row.set === set)?.short ?? set;

/** A state of a part by itself: "After grinding", "As found, plate on". */
export function stateWord(state: string): string {
	const [base = state, held] = state.split("_with_");
	const said = titleOf("state", base);
	const plain = said.charAt(0).toUpperCase() + said.slice(1);
	return held ? `${plain}, ${titleOf("held", held)}` : plain;
}

/** A component in words: "Crankshaft", "Crankshaft (spare)". */
export const componentName = ({ of, tag }: StandIn): string => titleOf("component", of) + (tag ? ` (${tag})` : "");

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

/** Which shells go with a way; empty where they are standard. */
function shellsName(shell: number, method: Way["method"], system: System): string {
	if (method === "mixed_shells") return "each journal's own select shells";
	if (shell === 0) return "";
	const change = showSigned(shell, system);
	if (method === "mixed_halves") return `half shells of two sizes (${change} clearance)`;
	return `${change} select shells (${shell < 0 ? "less" : "more"} clearance)`;
}
