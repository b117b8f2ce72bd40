import type { FeatureView, GaugeSetup } from "../../api/client";
import { isBore } from "../../api/view";
import { type System, show } from "../../quantity/length";

export const INSTRUMENTS: Record<string, string> = {
	micrometer: "Micrometer",
	bore_gauge: "Bore gauge",
	telescoping_gauge: "Telescoping gauge",
	indicator: "Indicator",
	caliper: "Caliper",
	plastic_strip: "Plastic strip",
	feeler: "Feelers",
};

/** What is no shaft and is still taken between anvils. */
const MIKED = /_shell$|^(rod_length|cam_lobe)$/;

/** The instrument a kind is usually taken with. */
export function usualInstrument(feature: Pick<FeatureView, "kind" | "quantity">): string {
	if (feature.kind.endsWith("_strip")) return "plastic_strip";
	if (feature.quantity === "gap") return "feeler";
	if (feature.quantity === "dial") return "indicator";
	if (feature.kind === "pin_height") return "indicator";
	return isBore(feature.kind) && !MIKED.test(feature.kind) ? "bore_gauge" : "micrometer";
}

/** The gauge and its setting in a line: "Bore gauge 0.0005 in, set at 3.4500". */
export function gaugeText(feature: FeatureView, setup: GaugeSetup | undefined, system: System): string {
	if (feature.quantity === "weight") return "Scale, grams";
	const instrument = setup?.instrument ?? feature.gauge_kind ?? usualInstrument(feature);
	const name = INSTRUMENTS[instrument] ?? instrument;
	const division = setup?.division ?? feature.gauge_division;
	if (!setup && division === undefined && feature.quantity === "dial")
		return `${name}, division not said: ${system === "in" ? "0.0005 in" : "0.01 mm"} assumed`;
	const shown = division === undefined ? "" : ` ${show(division, system)} ${system}`;
	if (setup?.mode === "strip") return `${name}, ${setup.steps.length} steps`;
	if (setup?.mode === "feeler") return `${name},${shown} apart`;
	if (setup?.mode === "vernier") return `${name}${shown}, frame from ${show(setup.setting ?? 0, system)}`;
	if (setup?.mating)
		return `${name}${shown}, set on ${feature.mating ? feature.mating.title.toLowerCase() : "the part it runs with"}`;
	const zero = setup?.setting === undefined || feature.quantity !== "size" ? "" : `, set at ${show(setup.setting, system)}`;
	return `${name}${shown}${zero}`;
}
