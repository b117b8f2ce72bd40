import type { FeatureView, GaugeSetup, ReadingBody } from "../../api/client";
import type { Entry } from "../../api/queue";
import { deviationMeaning } from "../../quantity/deviation";
import { type Meaning, meaning } from "../../quantity/digits";
import type { System } from "../../quantity/length";
import { feelerMeaning, smallMeaning, stripMeaning, vernierMeaning, weightMeaning } from "../../quantity/readouts";

type Measured = Pick<FeatureView, "quantity" | "expected" | "mating">;

/** What typed text means at a feature, by what is read there and how the gauge shows it. */
export function meaningOn(feature: Measured, typed: string, gauge: GaugeSetup | undefined, system: System): Meaning {
	if (feature.quantity === "weight") return weightMeaning(typed);
	const mode = gauge?.mode ?? "direct";
	if (gauge && mode === "strip") return stripMeaning(typed, gauge.steps);
	if (gauge && mode === "feeler") return feelerMeaning(typed, gauge.division, system);
	if (feature.quantity !== "size") {
		// A dial is zeroed where the measuring begins, and clockwise is more.
		if (!gauge || mode !== "divisions") return smallMeaning(typed, system);
		return deviationMeaning(typed, { mode, division: gauge.division, setting: 0, sense: gauge.sense }, system);
	}
	if (gauge && mode === "vernier") return vernierMeaning(typed, gauge.setting ?? 0, system);
	if (!gauge || mode === "direct") return meaning(typed, feature.expected, system);
	const setting = gauge.mating ? feature.mating?.size : gauge.setting;
	if (setting === undefined) {
		return typed === ""
			? { kind: "empty" }
			: { kind: "wrong", sentence: "The part this gauge is set on has not been measured yet." };
	}
	return deviationMeaning(
		typed,
		{ mode: mode === "divisions" ? "divisions" : "length", division: gauge.division, setting, sense: gauge.sense },
		system,
	);
}

/** What is sent for an entry, or why it cannot be. */
export function readEntry(entry: Entry, feature: FeatureView): ReadingBody | string {
	const { id, kind, number, state, by, cell, typed, repeat, gauge } = entry;
	const base = { id, kind, number, state, ...cell, typed, by, repeat, gauge: gauge?.id };
	if (entry.reason !== undefined) return { ...base, what: "skip", reason: entry.reason, unusual: false };
	const m = meaningOn(feature, typed, gauge, entry.system);
	switch (m.kind) {
		case "size":
			return { ...base, what: "size", value: m.length, unusual: entry.unusual };
		case "empty":
			return "Nothing was typed.";
		default:
			return m.sentence;
	}
}
