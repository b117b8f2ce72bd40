import type { System } from "./length";

/** What a gauge that types sends after its figure, or a person who wants no doubt. */
const SUFFIX = /\s*(mm|in|")$/;

/** The text of an entry without its unit, and the unit where it names one: that one is believed. */
export function splitUnit(typed: string): { text: string; unit: System | undefined } {
	const unit = SUFFIX.exec(typed)?.[1];
	if (unit === undefined) return { text: typed, unit: undefined };
	return { text: typed.replace(SUFFIX, "").replace(/^\+/, ""), unit: unit === "mm" ? "mm" : "in" };
}

/** Whether a key goes on with a unit after a figure: "54.983 mm", "2.4683in", 2.4683". */
export function goesOnWithUnit(typed: string, key: string): boolean {
	if (!/\d\s*[mi]?$/.test(typed)) return false;
	if (typed.endsWith("m")) return key === "m";
	if (typed.endsWith("i")) return key === "n";
	return key === "m" || key === "i" || key === '"';
}
