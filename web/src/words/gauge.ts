import type { FeatureView, GaugeSetup } from "../api/client";
import { gaugeRows, type Instrument, rowOf } from "../api/table";
import { type System, show } from "../quantity/length";

/** An instrument in words. */
const instrumentName = (kind: Instrument): string => gaugeRows().find((row) => row.kind === kind)?.title ?? kind;

/** The instrument a kind is usually taken with. */
export const usualInstrument = (feature: Pick<FeatureView, "kind">): Instrument => rowOf(feature.kind).gauge ?? "micrometer";

/** The gauge and its setting in a line: "Bore gauge 0.0005 in, set at 3.4500". */
export function gaugeText(feature: FeatureView, setup: GaugeSetup | undefined, system: System): string {
	if (feature.quantity === "weight") return "Scale, grams";
	if (setup?.named && setup.setting === undefined) return setup.named;
	if (setup?.named && setup.setting !== undefined && feature.quantity === "size") {
		return `${setup.named}, set at ${show(setup.setting, system)}`;
	}
	const instrument = setup?.instrument ?? feature.gauge_kind ?? usualInstrument(feature);
	const name = instrumentName(instrument);
	const division = setup?.division ?? feature.gauge_division;
	if (!setup && division === undefined && feature.quantity === "dial")
		return `${name}, division unknown: ${system === "in" ? "0.0005 in" : "0.01 mm"} assumed`;
	const shown = division === undefined ? "" : ` ${show(division, system)} ${system}`;
	if (setup?.mode === "strip") return `${name}, ${setup.steps.length} steps`;
	if (setup?.mode === "feeler") return `${name},${shown} apart`;
	if (setup?.mode === "vernier") return `${name}${shown}, frame from ${show(setup.setting ?? 0, system)}`;
	if (setup?.mating)
		return `${name}${shown}, set on ${feature.mating ? feature.mating.title.toLowerCase() : "the part it runs with"}`;
	const zero = setup?.setting === undefined || feature.quantity !== "size" ? "" : `, set at ${show(setup.setting, system)}`;
	return `${name}${shown}${zero}`;
}
