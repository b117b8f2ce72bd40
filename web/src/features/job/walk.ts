import type { FeatureView, JobView } from "../../api/client";
import { journalKind, taken } from "../../api/view";

export interface Step {
	name: string;
	to: string;
	says: string;
	open: boolean;
	beyond: boolean;
}

const JOURNALS = ["main_journal", "rod_journal"];

/** The next journal along the shaft that still has cells to read. */
export function nextOpen(view: JobView): FeatureView | undefined {
	for (const place of view.shaft) {
		const f = view.features.filter((one) => one.kind === journalKind(place) && one.number === place.number).pop();
		if (f && taken(f) < f.by_station.length) return f;
	}
	return undefined;
}

function count(n: number, what: string): string {
	return n === 0 ? `every ${what} done` : `${n} ${n === 1 ? what : `${what}s`} open`;
}

/** The order of work on the crankshaft, each step with what is still open at it. Any order will do. */
export function steps(view: JobView): Step[] {
	const base = `/jobs/${view.job.id}`;
	const journals = view.features.filter((f) => JOURNALS.includes(f.kind));
	const bearings = view.features.filter((f) => f.kind === "main_bearing" || f.kind === "rod_bearing");
	const unread = journals.filter((f) => taken(f) < f.by_station.length);
	const unseen = journals.filter((f) => f.look === "");
	const unfitted = bearings.filter((f) => taken(f) < f.by_station.length);
	const beyond = journals.filter((f) => f.standing === "beyond");
	const unsigned = view.evaluation.sets.filter((s) => !view.signed.some((d) => d.set === s.set));
	const bench = (f: FeatureView | undefined) => (f ? `${base}/bench/${f.kind}/${f.number}` : base);
	return [
		{
			name: "Look",
			to: bench(unseen[0] ?? journals[0]),
			says: count(unseen.length, "journal"),
			open: unseen.length > 0,
			beyond: false,
		},
		{
			name: "Crank",
			to: bench(unread[0] ?? journals[0]),
			says: count(unread.length, "journal") + (beyond.length > 0 ? `, ${beyond.length} beyond` : ""),
			open: unread.length > 0,
			beyond: beyond.length > 0,
		},
		{
			name: "Fits",
			to: bench(unfitted[0] ?? bearings[0]),
			says: `${count(unfitted.length, "bearing")}; without them clearance is predicted`,
			open: unfitted.length > 0,
			beyond: false,
		},
		{
			name: "Decide",
			to: `${base}/decide`,
			says: view.evaluation.sets.length === 0 ? "needs limits" : count(unsigned.length, "set"),
			open: unsigned.length > 0 || view.evaluation.sets.length === 0,
			beyond: false,
		},
	];
}
