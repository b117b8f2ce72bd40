import type { FeatureView, GaugeSetup } from "../../api/client";
import type { Entry } from "../../api/queue";
import { liveReadings, placeOf } from "../../api/view";
import { deviationMeaning } from "../../quantity/deviation";
import { type Meaning, meaning } from "../../quantity/digits";
import type { System } from "../../quantity/length";
import { feelerMeaning, smallMeaning, stripMeaning, vernierMeaning, weightMeaning } from "../../quantity/readouts";
import { splitUnit } from "../../quantity/typed";
import { benchWords } from "../../words/bench";

type Measured = Pick<FeatureView, "quantity" | "expected" | "mating">;

/** What typed text means at a feature, by what is read there and how the gauge shows it. */
export function meaningOn(feature: Measured, entered: string, gauge: GaugeSetup | undefined, shown: System): Meaning {
	const { text: typed, unit } = splitUnit(entered);
	const system = unit ?? shown;
	// A unit makes it a whole figure: no last digits have one.
	if (unit && feature.quantity === "size" && (gauge?.mode ?? "direct") === "direct") return meaning(typed, undefined, system);
	if (feature.quantity === "weight") return weightMeaning(typed);
	const mode = gauge?.mode ?? "direct";
	if (gauge && mode === "strip") return stripMeaning(typed, gauge.steps);
	if (gauge && mode === "feeler") return feelerMeaning(typed, gauge.division, system);
	if (feature.quantity !== "size") {
		// A dial is zeroed where the measuring begins.
		if (!gauge || mode !== "divisions") return smallMeaning(typed, system, gauge?.counts);
		return deviationMeaning(typed, { mode, division: gauge.division, setting: 0, sense: gauge.sense }, system);
	}
	if (gauge && mode === "vernier") return vernierMeaning(typed, gauge.setting ?? 0, system);
	if (!gauge || mode === "direct") return meaning(typed, feature.expected, system);
	const setting = gauge.mating ? feature.mating?.size : gauge.setting;
	if (setting === undefined) {
		return typed === "" ? { kind: "empty" } : { kind: "wrong", sentence: benchWords.thePartThisGaugeIsSet };
	}
	return deviationMeaning(
		typed,
		{
			mode: mode === "divisions" ? "divisions" : "length",
			division: gauge.division,
			setting,
			sense: gauge.sense,
			counts: gauge.counts,
			clears: gauge.mating,
		},
		system,
	);
}

/** What a part should read about, entries that wait to be sent included: each is read as its person saw it. */
export function expectedWith(feature: FeatureView, waiting: Entry[]): FeatureView["expected"] {
	if (feature.expected?.own || feature.quantity !== "size") return feature.expected;
	const sizes = waiting.flatMap((e) => (e.reading?.value === undefined ? [] : [e.reading.value]));
	if (sizes.length === 0) return feature.expected;
	return { size: Math.round(sizes.reduce((a, b) => a + b, 0) / sizes.length), own: true };
}

type Frozen = NonNullable<Entry["reading"]>;

/** A reading as its person sees it now: the size, where it belongs by name, what held there, the gauge's setup. */
export function freeze(
	feature: FeatureView,
	entered: Pick<Entry, "cell" | "typed" | "byLine" | "repeat" | "unusual" | "reason" | "depth" | "gauge">,
	value: number | undefined,
	waiting: Entry[],
): Frozen {
	const { cell, typed, repeat, gauge, reason } = entered;
	const here = waiting.filter((e) => e.cell.station === cell.station && e.cell.direction === cell.direction);
	return {
		...placeOf(feature),
		...cell,
		station_name: feature.stations[cell.station],
		direction_at: feature.directions[cell.direction],
		seen: [...liveReadings(feature, cell), ...here].map((r) => r.id),
		typed,
		...(entered.byLine ? { by_line: true } : {}),
		repeat,
		gauge: gauge?.id,
		unusual: entered.unusual,
		...(reason !== undefined
			? { what: "skip" as const, reason, depth: entered.depth }
			: value === undefined
				? { what: "clear" as const }
				: { what: "size" as const, value }),
	};
}
