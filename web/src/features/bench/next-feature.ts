import { askedParts } from "../../api/asks";
import type { FeatureView, JobView, Journal } from "../../api/client";
import { type Kind, rowOf } from "../../api/table";
import { partsAt, partsOf, pathIn, taken } from "../../api/view";

export const benchPath = (view: JobView, f: Pick<FeatureView, "kind" | "number">, query?: Record<string, string>) =>
	pathIn(view, `bench/${f.kind}/${f.number}`, query);

const open = (f: FeatureView) => taken(f) < f.by_station.length;

/**
 * The next part with places to read: first of the same sort, along the shaft or by number, then on in the order of
 * work; the neighbour where nothing is open. A quick look goes over all parts of one kind, and then over those that want
 * the rest of their plan, before anything else.
 */
export function nextFeature(view: JobView, feature: FeatureView): FeatureView | undefined {
	const row = rowOf(feature.kind);
	const at = (place: Journal): Kind => (place.throw === (row.place === "throw") ? row.kind : (row.across ?? row.kind));
	const along =
		["journal", "bearing"].includes(row.role) && row.across && !feature.quick
			? view.shaft.flatMap((place) => partsAt(view, at(place), place))
			: partsOf(view, feature.kind).map((p) => p.feature);
	const here = along.findIndex((f) => f.id === feature.id);
	const same = [...along.slice(here + 1), ...along.slice(0, Math.max(0, here))].find(open);
	if (same) return same;
	const index = view.features.findIndex((f) => f.id === feature.id);
	const round = [...view.features.slice(index + 1), ...view.features.slice(0, index)];
	const asked = askedParts(view).filter((f) => f.id !== feature.id);
	return round.find((f) => f.kind !== feature.kind && open(f) && isLatest(view, f)) ?? asked[0] ?? along[here + 1];
}

const isLatest = (view: JobView, f: FeatureView) =>
	view.features.filter((o) => o.kind === f.kind && o.number === f.number).at(-1)?.id === f.id;
