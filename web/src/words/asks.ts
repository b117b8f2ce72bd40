import type { Ask } from "../api/asks";
import { type System, show } from "../quantity/length";
import { count } from "./intl";

export const askWords = {
	readAgain: "Read again, before anything is cut",
	askedFirst: "Asked first",
	more: (more: number) => `${more} more`,
	moreHere: (more: number) => `Again: ${count(more, "reading", "readings")} more here`,
	anewHere: "Far from its neighbours: read it again here, or type the same once more to stand by it",
	members: "Part by part",
};

/** When a clearance can be measured that waits for work on its housing. */
const once: Partial<Record<NonNullable<Ask["after"]>, string>> = {
	line_hone: "once the tunnel is honed, ",
	resize: "once the rod is resized, ",
};

/** What is asked for of a part with a title, in a line. */
export function askText(a: Ask, of: string, system: System): string {
	switch (a.what) {
		case "cells":
			return (a.readings ?? 0) > 1
				? `${of}: read ${count(a.cells?.length ?? 0, "place", "places")} again, to ${a.readings} readings each`
				: `${of}: read ${a.cells && a.cells.length > 0 ? count(a.cells.length, "place", "places") : "it"}`;
		case "zero":
			return `${of}: set the gauge's zero anew, then read ${count(a.cells?.length ?? 0, "place", "places")} again, to ${a.readings} readings each`;
		case "gauge":
			return `${of}: read it with a gauge that reads ${show(a.division ?? 0, system)} ${system}`;
		case "fit":
			return `${of}: ${(a.after && once[a.after]) ?? ""}fit new standard shells and measure the clearance`;
		case "runout":
			return "Turn the shaft and measure its runout";
		case "limit":
			return `${of}: give a limit for its wear, or measure its clearance`;
		case "depth":
			return `${of}: measure how deep the damage is`;
		case "strip":
			return `${of}: lay a plastic strip`;
		case "torque":
			return `${of}: torque its caps and read it again`;
		case "test":
			return `${of}: crack test and hardness`;
	}
}
