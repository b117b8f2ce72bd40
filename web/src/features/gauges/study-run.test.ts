import { describe, expect, it } from "vitest";
import { standardsOf } from "./FactsForm";
import { lineOf, patternOf } from "./LineFields";
import { drawn, readings } from "./study-run";

/** A seeded source, so that an order drawn is the same each time. */
function seeded(seed: number) {
	let state = seed;
	return () => {
		state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
		return state / 2_147_483_648;
	};
}

describe("a study under way", () => {
	const run = drawn("a", ["Ida", "Wanda"], 5, 3, seeded(7));
	it("has every hand read every part once in each trial, in another order each time", () => {
		const trials = [0, 1, 2].map((n) => run.order.slice(n * 10, n * 10 + 10).map((o) => `${o.hand} ${o.part}`));
		for (const trial of trials) expect(new Set(trial).size).toBe(10);
		expect(new Set(trials.map((t) => t.join())).size).toBe(3);
		expect(trials[0]).not.toEqual([...(trials[0] ?? [])].sort());
	});
	it("puts what was read where it was read, half a study too", () => {
		const size = (o: (typeof run.order)[0], n: number) => o.part * 1000 + o.hand * 100 + n;
		const data = readings({ ...run, taken: run.order.slice(0, 13).map(size) });
		expect(data).toHaveLength(5);
		expect(data.flat().flat()).toHaveLength(13);
		data.forEach((hands, part) => {
			hands.forEach((trials, hand) => {
				for (const taken of trials) expect(Math.floor(taken / 100)).toBe(part * 10 + hand);
			});
		});
	});
});

describe("what is typed of an instrument", () => {
	it("takes standards a line each, and none of them where one is wrong", () => {
		expect(standardsOf("Ring A; 2.5000; 0.00005\n\nBar; 3", "in")).toEqual([
			{ name: "Ring A", size: 635_000_000, u: 12_700 },
			{ name: "Bar", size: 762_000_000, u: undefined },
		]);
		for (const wrong of ["Ring A", "; 2.5", "Ring A; two", "Ring A; 2.5; little"])
			expect(standardsOf(wrong, "in"), wrong).toBeNull();
	});
	it("keeps a pattern as it was typed; a blank one is none", () => {
		const pattern = { expression: "^(?P<value>.+)$", unit: "mm", decimals: 3, good: ["A0", "A1"] } as const;
		expect(patternOf(lineOf({ ...pattern, good: [...pattern.good] }), "mm")).toEqual(pattern);
		expect(patternOf({ expression: " ", decimals: "3", good: "" }, "in")).toBeUndefined();
		expect(patternOf({ expression: "x", decimals: "", good: " , " }, "in")).toEqual({ expression: "x", unit: "in" });
	});
});
