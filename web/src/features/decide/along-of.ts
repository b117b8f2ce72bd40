import type { DecisionSet, JobView } from "../../api/client";
import { cellSize, classRange, featureOf, findingOf } from "../../api/view";
import type { AlongProps } from "../../drawing/Along";
import { shortName } from "./words-of";

/** The members of a set along its axis, and the limit of their form; those without a range of new parts are left out. */
export function alongOf(view: JobView, set: DecisionSet): Pick<AlongProps, "parts" | "limit"> {
	let limit: number | undefined;
	const parts = set.members.flatMap(({ feature: { kind, number } }) => {
		const feature = featureOf(view, kind, number);
		const finding = feature && findingOf(view, feature);
		const band = feature && classRange(view, feature, finding);
		if (!feature || !finding || !band || finding.min === undefined) return [];
		const taper = finding.checks.find((c) => c.name === "taper");
		limit ??= taper?.limit;
		const stations = feature.stations.slice(0, feature.stations.length - feature.added).map((_, station) => {
			const sizes = feature.directions
				.map((_, direction) => cellSize(feature, { station, direction }))
				.filter((size) => size !== null);
			if (sizes.length === 0) return null;
			return {
				min: Math.min(...sizes),
				max: Math.max(...sizes),
				mean: sizes.reduce((a, b) => a + b, 0) / sizes.length,
			};
		});
		return [
			{
				label: shortName(kind, number),
				stations,
				band,
				u: finding.checks.find((c) => c.name === "wear")?.u ?? taper?.u,
				standing: feature.standing,
			},
		];
	});
	return { parts, limit };
}
