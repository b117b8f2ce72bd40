import type { Cell, FeatureView, JobView } from "./client";
import { featureOf, liveReadings } from "./view";

export type Ask = JobView["asked"][number]["asks"][number];

/** What is asked of one part before its set can be decided, as it stands now. */
export function asksOf(view: JobView, feature: Pick<FeatureView, "kind" | "number" | "component">): Ask[] {
	return view.asked
		.filter((s) => (s.component ?? "") === (feature.component ?? ""))
		.flatMap((s) => s.asks)
		.filter((a) => a.feature.kind === feature.kind && a.feature.number === feature.number);
}

/** How many readings more each asked place of a part takes; places with a size to take anew take one. */
export function wantedOf(view: JobView, feature: FeatureView, waiting: Cell[]): (Cell & { more: number; repeat: boolean })[] {
	const wanted = asksOf(view, feature).filter((a) => a.what === "cells" || a.what === "zero");
	return wanted.flatMap((a) =>
		(a.cells ?? []).flatMap((cell) => {
			const sent = waiting.filter((w) => w.station === cell.station && w.direction === cell.direction).length;
			const held = liveReadings(feature, cell).filter((r) => r.what === "size").length;
			const repeat = (a.readings ?? 1) > 1;
			const more = repeat ? (a.readings ?? 1) - held - sent : 1 - sent;
			return more > 0 ? [{ ...cell, more, repeat }] : [];
		}),
	);
}

/** The parts that are asked about, each once, in the order asked. */
export function askedParts(view: JobView): FeatureView[] {
	const found = view.asked.flatMap((s) => s.asks.flatMap((a) => featureOf(view, a.feature.kind, a.feature.number) ?? []));
	return [...new Set(found)];
}
