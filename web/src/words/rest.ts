import type { FeatureView, GaugeSetup, JobView } from "../api/client";
import { rowOf } from "../api/table";
import { findingOf, isBore } from "../api/view";
import { type System, show } from "../quantity/length";

/** What to type now, where nothing is typed yet. */
export function restWord(
	feature: FeatureView,
	filled: boolean,
	repeat: boolean,
	done: boolean,
	gauge: GaugeSetup | undefined,
	system: System,
): string {
	if (repeat) return "A repeat joins the readings here; their mean counts.";
	if (filled) return "Typing replaces the reading here; Enter on nothing repeats it.";
	if (done) return "Every place has been read.";
	switch (gauge?.mode) {
		case "vernier":
			return system === "in"
				? "Type tenths, quarter marks, thimble and vernier, with spaces."
				: "Type whole millimetres, half mark, thimble and vernier, with spaces.";
		case "strip":
			return `Type its place on the printed scale, 1 to ${gauge.steps.length}; 2.5 lies between two steps.`;
		case "feeler":
			return "Type the leaf that enters; after a space the one that does not.";
		case "divisions":
		case "length": {
			if (feature.quantity !== "size") return rowOf(feature.kind).types ?? "Type what the dial shows, with its sign.";
			const what = gauge.mode === "divisions" ? "the divisions past zero" : "what the dial shows";
			return `Type ${what}: clockwise without a sign (${gauge.sense < 0 ? "smaller" : "larger"}), or the deviation itself with + or −.`;
		}
	}
	const small = feature.quantity === "gap" || feature.quantity === "dial";
	const own = rowOf(feature.kind).types;
	if (small)
		return `${own ?? "Type what it shows."} ${system === "in" ? "3 is 0.003 in, 6.5 is 0.0065." : "5 is 0.05 mm, 6.5 is 0.065."}`;
	return own ?? "Type the last digits, or the whole size, then Enter.";
}

/** How a size stands to what was ordered: how far inside its nearer end, or how far beyond it. */
function againstOrder(length: number, { min, max }: { min: number; max: number }, system: System): string {
	const by = (d: number) => show(d, system);
	if (length < min) return `${by(min - length)} below the order`;
	if (length > max) return `${by(length - max)} above the order`;
	return `${by(Math.min(length - min, max - length))} inside the order`;
}

/** How the size stands to what is known: the mating part the gauge is set on, or its size when new. */
export function deviation(
	view: JobView,
	feature: FeatureView,
	length: number,
	system: System,
	gauge: GaugeSetup | undefined,
): string {
	if (feature.kind === "runout") return "from where the turn began";
	if (feature.quantity !== "size") return "";
	if (gauge?.mating && feature.mating) {
		return `clearance ${show(length - feature.mating.size, system)} on ${feature.mating.title.toLowerCase()}`;
	}
	if (feature.ordered) return againstOrder(length, feature.ordered, system);
	const bore = isBore(feature.kind);
	const limits = view.job.limits.book[feature.kind]?.new;
	const reference = findingOf(view, feature)?.wear?.reference ?? (bore ? limits?.min : limits?.max);
	if (reference === undefined) return `${show(length, system)} ${system}`;
	const d = length - reference;
	const end =
		view.job.policy.wear_reference === "middle" ? "the middle of the new range" : bore ? "the new min." : "the new max.";
	return d === 0 ? `exactly ${end}` : `${show(Math.abs(d), system)} ${d < 0 ? "under" : "over"} ${end}`;
}
