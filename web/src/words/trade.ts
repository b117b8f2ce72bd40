import type { StandIn } from "../api/client";
import { type SetName, setRows, titleOf } from "../api/table";

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

/** A text as it begins a line. */
export const capital = (text: string | undefined): string => (text ? text.charAt(0).toUpperCase() + text.slice(1) : "");

/** Who did something, or who a file that was taken in says did: nobody here saw that. */
export const who = (name: string, fromFile?: boolean): string => (fromFile ? `${name}, as a file says` : name);
