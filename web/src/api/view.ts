import type { Cell, FeatureView, Finding, JobView, Journal, Reading } from "./client";
import { type Kind, type KindRow, rowOf } from "./table";

export type Standing = "within" | "unsure" | "beyond" | "open" | "no_limit";

/** A feature in one state, or in its latest. */
export function featureOf(view: JobView, kind: string, number: number, state?: string): FeatureView | undefined {
	return view.features.filter((f) => f.kind === kind && f.number === number && (state === undefined || f.state === state)).pop();
}

/** Where a reading, a grade or a change of a feature goes. */
export const placeOf = ({ kind, number, state, component }: FeatureView) => ({ kind, number, state, component });

/** The tag of the component that new parts of a kind go to. */
export const tagOf = (view: JobView, kind: Kind): string | undefined => {
	const of = rowOf(kind).component;
	if (view.stand_in?.of === of) return view.stand_in.tag;
	return view.components.find((c) => c.of === of && !c.retired)?.tag || undefined;
};

/** A page of a job; of a component beside it, where that is what is looked at. */
export function pathIn(view: JobView, page = "", query: Record<string, string> = {}): string {
	const search = new URLSearchParams({ ...query, ...view.stand_in }).toString();
	return `/jobs/${view.job.id}${page ? `/${page}` : ""}${search ? `?${search}` : ""}`;
}

/** How the gauge for a kind of part is set up now. */
export const gaugeFor = (view: JobView, kind: Kind) => view.gauges.filter((g) => g.kind === kind).at(-1);

/** What Ledge finds of a feature; undefined where nothing was recorded. */
export function findingOf(view: JobView, feature: FeatureView): Finding | undefined {
	return feature.finding < 0 ? undefined : view.evaluation.features[feature.finding];
}

/** What the form of a feature is judged by, for drawing it: the limit of its out-of-round, and what the gauge leaves open. */
export function formScale(finding: Finding | undefined): { limit?: number | undefined; u?: number | undefined } {
	const check = finding?.checks.find((c) => c.name === "out_of_round");
	return { limit: check?.limit, u: check?.u };
}

/** The readings of a cell that hold, in the order taken. */
export function liveReadings(feature: FeatureView, cell: Cell): Reading[] {
	return feature.tape.filter(
		(r) => r.superseded_by === undefined && r.what !== "clear" && r.station === cell.station && r.direction === cell.direction,
	);
}

/** The cells of a part that are read and on their way to the server. */
export type Sent = (feature: FeatureView) => Cell[];

/** Whether two cells are the same. */
export const sameCell = (a: Cell, b: Cell) => a.station === b.station && a.direction === b.direction;

/** Whether a cell has a reading, stored or on its way. */
export const isRead = (feature: FeatureView, cell: Cell, sent: Cell[]): boolean =>
	liveReadings(feature, cell).length > 0 || sent.some((s) => sameCell(s, cell));

/** How many cells of a feature have a reading or a reason. */
export function taken(feature: FeatureView): number {
	return feature.by_station.filter((cell) => liveReadings(feature, cell).length > 0).length;
}

/** The mean of a cell's sizes, or null. For drawing only: every verdict is the server's. */
export function cellSize(feature: FeatureView, cell: Cell): number | null {
	const sizes = liveReadings(feature, cell).flatMap((r) => (r.what === "size" && r.value !== undefined ? [r.value] : []));
	return sizes.length > 0 ? sizes.reduce((a, b) => a + b, 0) / sizes.length : null;
}

/** In how many columns a feature is read; not all of them are directions. */
export const columnCount = (feature: FeatureView): number => feature.columns?.length ?? feature.directions.length;

/** Directions in degrees. */
export const degrees = (feature: FeatureView): number[] => feature.directions.map((d) => d / 1e6);

/** One ring of diameters a station, for drawing. */
export const rings = (feature: FeatureView) =>
	feature.stations.map((_, station) => ({
		directions: degrees(feature),
		diameters: feature.directions.map((_, direction) => cellSize(feature, { station, direction })),
	}));

export const journalKind = (place: Journal): Kind => (place.throw ? "rod_journal" : "main_journal");
export const bearingKind = (place: Journal): Kind => (place.throw ? "rod_bearing" : "main_bearing");

/** What there is of a kind at a place along the crankshaft: of rods, those that run on the throw. */
export function partsAt(view: JobView, kind: Kind, place: Journal): FeatureView[] {
	const numbers = rowOf(kind).each === "rod" && place.throw ? (place.rods ?? []) : [place.number];
	return numbers.flatMap((number) => featureOf(view, kind, number) ?? []);
}

/** Whether 0° is drawn upwards: it is the vertical of a housing or bearing. */
export const zeroUp = (kind: Kind): boolean => ["housing", "bearing"].includes(rowOf(kind).role);

export const isBore = (kind: Kind): boolean => !rowOf(kind).shaft;

/** The shape in which parts of a kind are drawn in a row; the crankshaft's own are drawn on it. */
export function shapeOf(kind: Kind): PartShape | undefined {
	const { place, shape } = rowOf(kind);
	return place === "row" && shape !== "shaft" && shape !== "deck" ? shape : undefined;
}

type PartShape = Exclude<KindRow["shape"], "shaft" | "deck">;

/** Whether parts of a kind belong to places along the crankshaft. */
export const onCrank = (kind: Kind): boolean => ["main", "throw"].includes(rowOf(kind).place);

/** The component that must be clean before parts of a kind are measured; none for what is taken before the strip. */
export const componentOf = (kind: Kind): KindRow["component"] | undefined =>
	rowOf(kind).bare ? rowOf(kind).component : undefined;

/** What was answered under a topic at a place. */
export const answerOf = (view: JobView, topic: string, place = "") =>
	view.walk.answers.find((a) => a.topic === topic && a.place === place);

/** The parts of one kind in their latest state, by number. */
export function partsOf(view: JobView, kind: Kind) {
	const numbers = [...new Set(view.features.filter((f) => f.kind === kind).map((f) => f.number))].sort((a, b) => a - b);
	return numbers.flatMap((number) => {
		const f = featureOf(view, kind, number);
		return f ? [{ feature: f, number, label: f.title, standing: f.standing, taken: taken(f), of: f.by_station.length }] : [];
	});
}

/** What a drawing of the crankshaft needs to know of one journal. */
export function crankJournal(view: JobView, place: Journal) {
	const feature = featureOf(view, journalKind(place), place.number);
	return {
		standing: feature?.standing ?? ("open" as const),
		taken: feature ? taken(feature) : 0,
		of: feature ? feature.by_station.length : 0,
		label: feature?.title ?? `${place.throw ? "Rod journal" : "Main"} ${place.number}`,
	};
}

/** The new range of the class it belongs to. */
export function classRange(view: JobView, feature: FeatureView, finding: Finding | undefined) {
	const fresh = view.job.limits.book[feature.kind]?.new;
	if (!fresh) return undefined;
	const shift = (finding?.size_class ?? 0) * (isBore(feature.kind) ? 1 : -1);
	return { min: fresh.min + shift, max: fresh.max + shift };
}
