import type { DecisionSet, JobView } from "../../api/client";
import { showStep } from "../../quantity/length";

/** The rungs: the class as found, and every step on offer. */
export function rungsOf(view: JobView, set: DecisionSet, way: { action: string; step: number }) {
	const machined = set.options.filter((o) => (o.action === "grind" || o.action === "bore") && !o.method);
	const kept = set.options.filter((o) => o.action === "reuse" || o.action === "polish" || o.action === "hone");
	const word = set.set === "cylinders" ? "over" : "under";
	const name = (step: number) => (step === 0 ? "Standard" : `${showStep(step, view.job.unit)} ${word}`);
	const asFound = {
		step: set.size_class,
		label: name(set.size_class),
		feasible: kept.some((o) => o.feasible),
		chosen: ["reuse", "polish", "hone"].includes(way.action),
	};
	return [
		asFound,
		...machined
			.filter((o) => o.step !== set.size_class)
			.map((o) => ({
				step: o.step,
				label: name(o.step),
				feasible: o.feasible,
				chosen: way.action === o.action && way.step === o.step,
			})),
	];
}
