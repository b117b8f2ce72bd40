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

/** A line of a list as it is named on the page. */
const line = (name: string): string => ({ at_0: "0°", at_180: "180°" })[name] ?? name;

/** What is asked for of a part with a title, in a line. */
export function askText(a: Ask, of: string, system: System): string {
	switch (a.what) {
		case "cells":
			if (a.lines && a.lines.length > 0)
				return `${of}: measure ${(a.readings ?? 0) > 1 ? "once more" : "it"} (${a.lines.map(line).join(", ")})`;
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
			return (a.readings ?? 0) > 1 ? `${of}: turn the shaft once more under the dial` : "Turn the shaft and measure its runout";
		case "limit":
			return `${of}: give a limit for its wear, measure its clearance, or say which shells are to be had`;
		case "depth":
			return `${of}: measure how deep the damage is`;
		case "strip":
			return (a.readings ?? 0) > 1 ? `${of}: lay a second plastic strip` : `${of}: lay a plastic strip`;
		case "torque":
			return `${of}: torque its caps and read it again`;
		case "test":
			return `${of}: crack test and hardness`;
		case "stamp":
			return `${of}: look what is stamped on it; enter 0 where nothing is`;
		case "temperature":
			return `${of}: say how warm the part and the gauge were`;
	}
}
