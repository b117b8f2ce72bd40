import { expect, it } from "vitest";
import type { Matching } from "../../api/client";
import { clearancesOf, insideOf, numbersOf, spreadOf, swapped } from "./order";

const m: Matching = {
	of: "cylinder",
	with: "piston",
	places: [1, 2, 3],
	parts: [1, 2, 3],
	clearances: [
		[10, 20, 30],
		[15, 25, 35],
		[5, 15, 25],
	],
	inside: [
		[false, true, true],
		[true, true, false],
		[false, true, true],
	],
	target: 20,
	best: [1, 0, 2],
	as_numbered: [0, 1, 2],
	basis: { code: "matching", text: "" },
};

it("swaps parts, so that each stands in one place", () => {
	expect(swapped([1, 2, 3], 0, 3)).toEqual([3, 2, 1]);
	expect(swapped([3, 2, 1], 1, 2)).toEqual([3, 2, 1]);
});

it("looks clearances up by place and part", () => {
	expect(numbersOf(m, m.best)).toEqual([2, 1, 3]);
	expect(clearancesOf(m, [2, 1, 3])).toEqual([20, 15, 25]);
	expect(insideOf(m, [2, 1, 3])).toEqual([true, true, true]);
	expect(insideOf(m, m.parts)).toEqual([false, true, true]);
	expect(spreadOf([20, 15, 25], 20)).toEqual({ spread: 10, worst: 5 });
});
