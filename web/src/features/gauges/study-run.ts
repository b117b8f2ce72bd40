/** A study under way: who reads which part when, and what was read so far. */
export interface Run {
	/** Of the deed that will tell it: sent again, it is stored once. */
	id: string;
	hands: string[];
	parts: number;
	trials: number;
	order: { hand: number; part: number }[];
	/** What was read of each, in the order; a gap where a reading was taken back. */
	taken: (number | null)[];
}

/** A study with its order drawn: each trial goes through all hands and parts, in another order each time. */
export function drawn(id: string, hands: string[], parts: number, trials: number, random = Math.random): Run {
	const order: Run["order"] = [];
	for (let trial = 0; trial < trials; trial++) {
		const round = hands.flatMap((_, hand) => Array.from({ length: parts }, (_, part) => ({ hand, part })));
		for (let i = round.length - 1; i > 0; i--) {
			const j = Math.floor(random() * (i + 1));
			[round[i], round[j]] = [round[j] as (typeof round)[0], round[i] as (typeof round)[0]];
		}
		order.push(...round);
	}
	return { id, hands, parts, trials, order, taken: [] };
}

/** What was read, by part, hand and trial. */
export function readings(run: Run): number[][][] {
	const data = Array.from({ length: run.parts }, () => run.hands.map((): number[] => []));
	run.taken.forEach((size, i) => {
		const at = run.order[i];
		if (at && size !== null) data[at.part]?.[at.hand]?.push(size);
	});
	return data;
}

/** Which reading comes next: the first that is open; none once all are read. */
export function nextOf(run: Run): number | undefined {
	const at = run.order.findIndex((_, i) => (run.taken[i] ?? null) === null);
	return at < 0 ? undefined : at;
}

/** A run with a reading taken, or taken back. */
export function withReading(run: Run, at: number, size: number | null): Run {
	return { ...run, taken: run.order.map((_, i) => (i === at ? size : (run.taken[i] ?? null))) };
}

/** What was read so far, each with its place in the order. */
export const soFar = (run: Run): { at: number; part: number; size: number }[] =>
	run.order.flatMap((o, at) => {
		const size = run.taken[at] ?? null;
		return size === null ? [] : [{ at, part: o.part, size }];
	});

/** What was read of a part so far, by all hands. */
export const ofPart = (run: Run, part: number): number[] => soFar(run).flatMap((one) => (one.part === part ? [one.size] : []));
