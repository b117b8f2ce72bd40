import type { FeatureView } from "../../api/client";
import { PATH_ORDERS, type PathOrder } from "../../api/path";
import { rowOf } from "../../api/table";
import { other } from "../../quantity/length";
import { goesOnWithUnit } from "../../quantity/typed";
import type { KeyHint } from "../../ui/KeyBar";
import { benchWords } from "../../words/bench";
import type { DialogName } from "./BenchDialogs";
import { stepCell } from "./moves";
import type { EntryState } from "./use-entry";
import type { BenchLine } from "./use-line";

/** What of the bench a part has. */
export function benchOf(feature: FeatureView) {
	const turning = feature.kind === "runout";
	const listed = feature.columns !== undefined;
	return {
		turning,
		/** A list of lines, not a grid of directions. */
		listed,
		/** Its cells stand beside the picture, for want of room below. */
		beside: listed && !turning,
		wears: ["journal", "bore"].includes(rowOf(feature.kind).role),
	};
}

/** What takes the last reading back. */
export const UNDO = "Ctrl Z";

export interface KeyActions {
	entry: EntryState;
	feature: FeatureView;
	open: (dialog: DialogName) => void;
	/** Goes to the next part, or to the decisions where none is open. */
	onward: () => void;
	/** The line of the gauge that reads here; none where it has none. */
	line: BenchLine | undefined;
}

const nextOrder = (order: PathOrder): PathOrder =>
	PATH_ORDERS[(PATH_ORDERS.indexOf(order) + 1) % PATH_ORDERS.length] ?? "station";

/** Does what a key means; false where it is a digit of an entry. */
export function pressed(key: string, { entry, feature, open, onward, line }: KeyActions): boolean {
	const { listed, wears } = benchOf(feature);
	if (goesOnWithUnit(entry.typed, key)) return false;
	if (key === "Enter" && line?.enter()) return true;
	if (key === "Enter" || (key === "Tab" && entry.typed !== "")) entry.enter();
	else if (key === "Tab") return false;
	else if (key === UNDO) entry.undo();
	else if (key === "Escape") entry.move(entry.at);
	else if (key === "Backspace" && entry.typed === "") entry.back();
	else if (key.startsWith("Arrow")) entry.move(stepCell(feature, entry.at, key));
	else if (key === "s" || key === "/") open("skip");
	else if (key === "l" || key === "*") open("look");
	else if (key === "u") entry.setSystem(other(entry.system));
	else if (key === "p") entry.setOrder(nextOrder(entry.order));
	else if (key === "n") onward();
	else if (key === "g") open("gauge");
	else if (key === "z") open("zero");
	else if (key === "c") open("condition");
	else if (key === "e") open("state");
	else if (key === "a" && !listed) open("place");
	else if (key === "w" && wears) open("unworn");
	else if (key === "t" && line) line.turn();
	else if (key === "?") open("help");
	else return key.length === 1 && !/[\d., +-]/.test(key);
	return true;
}

/** The keys that are used most, and the way to the others: one line. */
export const mostUsed = (keys: KeyHint[]): KeyHint[] =>
	keys.filter(([key]) => ["digits ⏎", "⏎", "⌫", "s", "l", "n", "?"].includes(key));

/** The keys that do something here. */
export function keyHints(entry: EntryState, feature: FeatureView, line?: BenchLine): KeyHint[] {
	const { listed, wears } = benchOf(feature);
	return [
		["digits ⏎", benchWords.take],
		["⏎", line?.ready ? benchWords.takeWhatItShows.toLowerCase() : benchWords.repeat],
		["⌫", benchWords.stepBack],
		["← → ↑ ↓", benchWords.move],
		["s", benchWords.skip],
		["l", benchWords.look2],
		["g", benchWords.gauge],
		["z", benchWords.zeroChecked],
		["c", benchWords.conditions],
		["e", benchWords.state],
		["a", benchWords.addAPlace, !listed],
		["w", benchWords.unwornSize, wears],
		["u", other(entry.system)],
		["p", benchWords.goBy[nextOrder(entry.order)], !listed],
		[UNDO, benchWords.takeBack],
		["n", benchWords.nextPart],
		["?", benchWords.help],
	];
}
