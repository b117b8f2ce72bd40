import type { FeatureView, JobView } from "../../api/client";
import { journalKind, partsOf, taken } from "../../api/view";

export interface Step {
	name: string;
	to: string;
	says: string;
	open: boolean;
	beyond: boolean;
}

const unread = (f: FeatureView) => taken(f) < f.by_station.length;

const of = (view: JobView, ...kinds: string[]) => kinds.flatMap((kind) => partsOf(view, kind).map((p) => p.feature));

/** The journals in the order they stand along the shaft. */
function journals(view: JobView): FeatureView[] {
	return view.shaft.flatMap((place) => of(view, journalKind(place)).filter((f) => f.number === place.number));
}

/** The next part in the order of work that still has places to read; bearings last, since a prediction can stand in for them. */
export function nextOpen(view: JobView): FeatureView | undefined {
	return [...of(view, "main_housing", "cylinder"), ...journals(view), ...of(view, "rod_housing", "piston")].find(unread);
}

function count(n: number, one: string, many = `${one}s`): string {
	return n === 0 ? `every ${one} done` : `${n} ${n === 1 ? one : many} open`;
}

/** The order of work, each step with what is still open at it. Any order will do. */
export function steps(view: JobView): Step[] {
	const base = `/jobs/${view.job.id}`;
	const bench = (f: FeatureView | undefined) => (f ? `${base}/bench/${f.kind}/${f.number}` : base);
	const measuring = (name: string, features: FeatureView[], what: string, many?: string): Step[] => {
		if (features.length === 0) return [];
		const open = features.filter(unread);
		const beyond = features.filter((f) => f.standing === "beyond").length;
		return [
			{
				name,
				to: bench(open[0] ?? features[0]),
				says: count(open.length, what, many) + (beyond > 0 ? `, ${beyond} beyond` : ""),
				open: open.length > 0,
				beyond: beyond > 0,
			},
		];
	};
	const block = of(view, "main_housing", "cylinder");
	const rods = of(view, "rod_housing", "piston");
	const looked = [...block, ...journals(view), ...rods];
	const unseen = looked.filter((f) => f.look === "");
	const bearings = of(view, "main_bearing", "rod_bearing");
	const unsigned = view.evaluation.sets.filter((s) => !view.signed.some((d) => d.set === s.set));
	const fits = measuring("Fits", bearings, "bearing").map((s) => ({
		...s,
		says: s.open ? `${s.says}; without them clearance is predicted` : s.says,
	}));
	return [
		{
			name: "Look",
			to: bench(unseen[0] ?? looked[0]),
			says: count(unseen.length, "part"),
			open: unseen.length > 0,
			beyond: false,
		},
		...measuring("Block", block, "bore"),
		...measuring("Crank", journals(view), "journal"),
		...measuring("Runout", of(view, "runout"), "main"),
		...measuring("Rods & pistons", rods, "part"),
		...fits,
		{
			name: "Decide",
			to: `${base}/decide`,
			says: view.evaluation.sets.length === 0 ? "needs limits" : count(unsigned.length, "set"),
			open: unsigned.length > 0 || view.evaluation.sets.length === 0,
			beyond: false,
		},
	];
}
