import type { FeatureView, JobView, ReadingAnswer } from "./client";

type Change = ReadingAnswer["features"][number];

/** A job with what the answer to a reading says that changed. */
export function patched(view: JobView, answer: ReadingAnswer): JobView {
	const changes = new Map(answer.features.map((c) => [c.id, c]));
	const findings = [...view.evaluation.features];
	const features = view.features.map((f) => {
		const change = changes.get(f.id);
		return change ? part(f, change, findings) : f;
	});
	const { bend, ...rest } = view;
	const [bent] = answer.bend ?? (bend ? [bend] : []);
	return {
		...rest,
		...(bent && { bend: bent }),
		change: answer.change,
		said: answer.anew ? (answer.said ?? []) : view.said.map((line) => answer.said?.find((s) => s.set === line.set) ?? line),
		asked: answer.asked ?? view.asked,
		next: answer.next ?? view.next,
		ordered: answer.ordered ?? view.ordered,
		walk: answer.walk ?? view.walk,
		...(answer.building && { building: answer.building }),
		features,
		evaluation: { ...view.evaluation, features: findings, fits: fits(view, answer) },
	};
}

type Checks = JobView["evaluation"]["features"][number]["checks"];

/** A part's checks with those that changed, in the order they have now. */
function checks(held: Checks, { checks: changed = [], order = held.map((c) => c.name), u }: Change): Checks {
	return order.flatMap((name, i) => {
		const check = changed.find((c) => c.name === name) ?? held.find((c) => c.name === name);
		return check ? [{ ...check, u: u?.[i] ?? check.u }] : [];
	});
}

function part(f: FeatureView, change: Change, findings: JobView["evaluation"]["features"]): FeatureView {
	const tape = f.tape.map((line) => {
		const by = change.superseded?.[line.id];
		return by === undefined ? line : { ...line, superseded_by: by };
	});
	let finding = change.recorded ? f.finding : -1;
	if (change.finding) {
		if (finding < 0) finding = findings.length;
		findings[finding] = change.finding;
	}
	const held = findings[finding];
	if (held && !change.finding) findings[finding] = { ...held, checks: checks(held.checks, change) };
	const judged = findings[finding];
	if (change.notes && judged) findings[finding] = { ...judged, notes: change.notes };
	const looked = findings[finding];
	if (change.quick && looked) {
		const { quick: _, missing: __, ...found } = looked;
		findings[finding] = { ...found, ...change.quick };
	}
	const { expected: _, mating: __, ...rest } = f;
	return {
		...rest,
		...(change.expected && { expected: change.expected }),
		...(change.mating && { mating: change.mating }),
		...(change.by_station && { by_station: cells(change.by_station) }),
		...(change.by_direction && { by_direction: cells(change.by_direction) }),
		standing: change.standing,
		finding,
		tape: [...tape, ...(change.lines ?? [])],
	};
}

const cells = (pairs: number[][]) => pairs.map(([station = 0, direction = 0]) => ({ station, direction }));

function fits(view: JobView, answer: ReadingAnswer) {
	const same = (a: { kind: string; number: number; component?: string }, b: typeof a) =>
		a.kind === b.kind && a.number === b.number && (a.component ?? "") === (b.component ?? "");
	const others = view.evaluation.fits.filter((f) => !answer.fits.some((c) => same(c, f)));
	return [...others, ...answer.fits.flatMap((c) => c.fits)];
}
