import type { FeatureView, GaugeSetup } from "../../api/client";
import type { Took } from "../../api/line";
import type { Meaning } from "../../quantity/digits";
import { benchWords } from "../../words/bench";

type Measured = Pick<FeatureView, "quantity" | "mating">;

/** What a gauge's line means at a feature: a size, or a deviation from what the gauge was set on; what the dial shows, its sense believed. */
export function lineMeaning(feature: Measured, said: Pick<Took, "size">, gauge: GaugeSetup | undefined): Meaning {
	const mode = gauge?.mode ?? "direct";
	const deviates = mode === "divisions" || mode === "length";
	if (feature.quantity === "weight" || (mode !== "direct" && !deviates)) {
		return { kind: "wrong", sentence: benchWords.thisGaugeSendsNoLengths };
	}
	const sense = gauge?.sense ?? 1;
	if (feature.quantity !== "size") return { kind: "size", length: mode === "divisions" ? sense * said.size : said.size };
	if (!deviates) {
		return said.size > 0 ? { kind: "size", length: said.size } : { kind: "wrong", sentence: benchWords.theLineSaysNoSize };
	}
	const setting = gauge?.mating ? feature.mating?.size : gauge?.setting;
	if (setting === undefined) return { kind: "wrong", sentence: benchWords.thePartThisGaugeIsSet };
	return { kind: "size", length: setting + sense * said.size };
}
