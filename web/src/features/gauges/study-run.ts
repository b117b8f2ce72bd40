/** A study under way: who reads which part when, and what was read so far. */
export interface Run {
	/** Of the deed that will tell it: sent again, it is stored once. */
	id: string;
	hands: string[];
	parts: number;
	trials: number;
	order: { hand: number; part: number }[];
	taken: number[];
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
		if (at) data[at.part]?.[at.hand]?.push(size);
	});
	return data;
}
