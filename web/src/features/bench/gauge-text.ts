import type { FeatureView, GaugeSetup } from "../../api/client";
import { isBore } from "../../api/view";
import { type System, show } from "../../quantity/length";

export const INSTRUMENTS: Record<string, string> = {
	micrometer: "Micrometer",
	bore_gauge: "Bore gauge",
	telescoping_gauge: "Telescoping gauge",
	indicator: "Indicator",
	caliper: "Caliper",
};

/** The gauge and its setting in a line: "Bore gauge 0.0005 in, set at 3.4500". */
export function gaugeText(feature: FeatureView, setup: GaugeSetup | undefined, system: System): string {
	const name =
		INSTRUMENTS[setup?.instrument ?? feature.gauge_kind ?? ""] ??
		(feature.kind === "runout" ? "Indicator" : isBore(feature.kind) ? "Bore gauge" : "Micrometer");
	const division = setup?.division ?? feature.gauge_division;
	const shown = division === undefined ? (system === "in" ? "0.0001" : "0.002") : show(division, system);
	const zero = setup?.setting === undefined || feature.kind === "runout" ? "" : `, set at ${show(setup.setting, system)}`;
	return `${name} ${shown} ${system}${zero}`;
}
