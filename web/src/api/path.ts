import { askedParts } from "./asks";
import type { FeatureView, JobView } from "./client";
import { type Kind, type KindRow, kindRows, rowOf } from "./table";
import { isRead, journalKind, partsOf, type Sent, taken } from "./view";

/**
 * How the hands go over parts and places: a part at a time by its stations or by its directions; all parts of a kind in one
 * direction before the shaft is turned; or all that one gauge and setting can read, part by part.
 */
export type PathOrder = "station" | "direction" | "round" | "setup";
export const PATH_ORDERS: PathOrder[] = ["station", "direction", "round", "setup"];

/** Nothing is on its way. */
const none: Sent = () => [];

/** Whether a part has places that nobody read yet. */
export const unread = (f: FeatureView, sent: Sent = none): boolean => {
	const onItsWay = sent(f);
	return f.by_station.some((cell) => !isRead(f, cell, onItsWay));
};

const of = (view: JobView, ...kinds: Kind[]) => kinds.flatMap((kind) => partsOf(view, kind).map((p) => p.feature));

/** The parts that are measured at a step, in the order of work. */
export const partsAtStep = (view: JobView, step: KindRow["step"]): FeatureView[] =>
	of(view, ...kindRows().flatMap((row) => (row.step === step ? [row.kind] : [])));

/** The journals in the order they stand along the shaft. */
export const journalsAlong = (view: JobView): FeatureView[] =>
	view.shaft.flatMap((place) => of(view, journalKind(place)).filter((f) => f.number === place.number));

/**
 * All parts in the order of work, in groups that the hands stay with. What a prediction can stand in for comes last, and not at all
 * where the shaft came alone: there is nothing to measure its bearings in.
 */
function groups(view: JobView, order: PathOrder): FeatureView[][] {
	const crank = partsAtStep(view, "crank");
	const others = crank.filter((f) => rowOf(f.kind).role !== "journal");
	// One gauge and setting reads all mains, then all pins; a quick look goes over one kind, too.
	const byKind = order === "round" || order === "setup" || crank.some((f) => f.quick);
	const journals = byKind ? crank.filter((f) => rowOf(f.kind).role === "journal") : journalsAlong(view);
	// A component beside the engine is not in it: nothing of it is taken before the strip.
	const steps = [view.stand_in ? [] : partsAtStep(view, "strip"), partsAtStep(view, "block")];
	const after = (["runout", "rods", "cam"] as const).map((step) => partsAtStep(view, step));
	// What lies with a part that stays away is not asked for.
	const fits = [partsAtStep(view, "fits").filter((f) => view.job.came.includes(rowOf(f.kind).component))];
	return [...steps, [...journals, ...others], ...after, ...fits];
}

const from = <T>(all: T[], at: number): T[] => [...all.slice(at + 1), ...all.slice(0, Math.max(0, at))];

/**
 * The next part to measure: after one, first what is like it, then what is left of its group, then the first in the order of
 * work that is open; when all is read, what is asked for again. One answer for the job's page, its steps and the bench.
 */
export function nextPart(view: JobView, order: PathOrder, after?: FeatureView, sent?: Sent): FeatureView | undefined {
	const open = (f: FeatureView) => unread(f, sent);
	const all = groups(view, order);
	const group = after && all.find((g) => g.some((f) => f.id === after.id));
	if (after && group) {
		const rest = from(
			group,
			group.findIndex((f) => f.id === after.id),
		);
		const alongShaft = rowOf(after.kind).role === "journal" && order !== "round" && order !== "setup" && !after.quick;
		const next = (alongShaft ? undefined : rest.find((f) => f.kind === after.kind && open(f))) ?? rest.find(open);
		if (next) return next;
	}
	return all.flat().find((f) => f.id !== after?.id && open(f)) ?? askedParts(view).find((f) => f.id !== after?.id);
}

/** Where a round goes when a direction is read on one part: to the next of its kind that lacks it, else to the next turn. */
export function nextInRound(view: JobView, feature: FeatureView, direction: number, sent: Sent = none): FeatureView | undefined {
	const kin = of(view, feature.kind).filter((f) => f.state === feature.state);
	const lacks = (f: FeatureView) => f.by_station.some((cell) => cell.direction === direction && !isRead(f, cell, sent(f)));
	const rest = from(
		kin,
		kin.findIndex((f) => f.id === feature.id),
	);
	return rest.find(lacks) ?? kin.find((f) => f.id !== feature.id && unread(f, sent));
}

/** Longer than this between two readings, the hands did something else. */
const BREAK_MS = 120_000;

/** How long a reading usually takes, in milliseconds, by kind. */
export type Pace = Partial<Record<Kind, number>>;

/**
 * What is still to be read: the kinds in the order of work, how many readings, and the minutes they take: at this job's own pace, else
 * at the shop's for each kind.
 */
export function ahead(
	view: JobView,
	order: PathOrder,
	shop: Pace = {},
): { kinds: Kind[]; readings: number; minutes: number | undefined } {
	const open = groups(view, order)
		.flat()
		.filter((f) => unread(f));
	const left = (f: FeatureView) => f.by_station.length - taken(f);
	const readings = open.reduce((n, f) => n + left(f), 0);
	const own = ownPace(view);
	const others = Object.values(shop).sort((a, b) => a - b);
	const usual = others[Math.floor(others.length / 2)];
	const takes = (f: FeatureView) => own ?? shop[f.kind] ?? usual;
	const time = open.reduce((t, f) => t + left(f) * (takes(f) ?? 0), 0);
	return {
		kinds: [...new Set(open.map((f) => f.kind))],
		readings,
		minutes: time > 0 ? Math.max(1, Math.round(time / 60_000)) : undefined,
	};
}

/** The middle of the gaps between this job's readings; undefined where there are too few. */
function ownPace(view: JobView): number | undefined {
	const at = view.features
		.flatMap((f) => f.tape.filter((r) => r.what === "size").map((r) => Date.parse(r.taken_at)))
		.sort((a, b) => a - b);
	const gaps = at
		.slice(1)
		.map((t, i) => t - (at[i] ?? t))
		.filter((gap) => gap > 1000 && gap < BREAK_MS)
		.sort((a, b) => a - b);
	return gaps.length >= 10 ? gaps[Math.floor(gaps.length / 2)] : undefined;
}
