import { describe, expect, it } from "vitest";
import type { GaugeSetup } from "../../api/client";
import type { Instrument } from "../../api/gauges";
import { offOf } from "./FromLine";
import { lineMeaning } from "./line-meaning";

const TENTH = 25_400;
const setup = (more: Partial<GaugeSetup>) => ({ mode: "direct", sense: 1, division: TENTH, ...more }) as GaugeSetup;
const size = { quantity: "size" as const, mating: undefined };
const says = (
	of: typeof size | { quantity: "dial" | "gap" | "weight"; mating: undefined },
	value: number,
	gauge?: GaugeSetup,
) => {
	const m = lineMeaning(of, { size: value }, gauge);
	return m.kind === "size" ? m.length : m.kind;
};

describe("what a line says", () => {
	it("is a size where the gauge shows sizes, or where none was set up", () => {
		expect(says(size, 635_000_000)).toBe(635_000_000);
		expect(says(size, 635_000_000, setup({}))).toBe(635_000_000);
		expect(says(size, -635_000_000, setup({}))).toBe("wrong");
		expect(says(size, 0, setup({}))).toBe("wrong");
	});
	it("is a deviation in the gauge's own sense, also where divisions are typed", () => {
		for (const mode of ["length", "divisions"] as const) {
			expect(says(size, 3 * TENTH, setup({ mode, setting: 889_000_000, sense: -1 }))).toBe(889_000_000 - 3 * TENTH);
			expect(says(size, -3 * TENTH, setup({ mode, setting: 889_000_000, sense: -1 }))).toBe(889_000_000 + 3 * TENTH);
		}
		expect(says(size, 3 * TENTH, setup({ mode: "length", mating: true }))).toBe("wrong");
		expect(
			lineMeaning(
				{ quantity: "size", mating: { size: 500_000_000, title: "Main 1" } },
				{ size: TENTH },
				setup({ mode: "length", mating: true }),
			),
		).toEqual({ kind: "size", length: 500_000_000 + TENTH });
	});
	it("is what an indicator shows, with its sign", () => {
		expect(says({ quantity: "dial", mating: undefined }, -5 * TENTH, setup({ mode: "length", sense: -1 }))).toBe(-5 * TENTH);
		expect(says({ quantity: "dial", mating: undefined }, 5 * TENTH, setup({ mode: "divisions", sense: -1 }))).toBe(-5 * TENTH);
	});
	it("is nothing for a scale of grams, a strip, feelers or a vernier", () => {
		expect(says({ quantity: "weight", mating: undefined }, 5)).toBe("wrong");
		for (const mode of ["strip", "feeler", "vernier"] as const) expect(says(size, 5, setup({ mode }))).toBe("wrong");
	});
});

describe("a zero by line", () => {
	const instrument = { facts: { standards: [{ name: "Bar 2", size: 508_000_000 }] } } as unknown as Instrument;
	it("is what a dial shows, in the sense of sizes", () => {
		expect(offOf(2 * TENTH, setup({ mode: "length", sense: -1 }), instrument)).toEqual({ off: -2 * TENTH, standard: undefined });
	});
	it("is what a micrometer is away from the nearest of its standards, or from closed", () => {
		expect(offOf(508_000_000 - TENTH, setup({}), instrument)).toEqual({ off: -TENTH, standard: 508_000_000 });
		expect(offOf(TENTH, setup({}), instrument)).toEqual({ off: TENTH, standard: 0 });
	});
});
