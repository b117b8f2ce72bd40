import { expect, it } from "vitest";
import { show } from "../../quantity/length";
import { readingOf, unlikely, wild } from "./entry";

const micrometer = { unit: "in", division: 25_400, from: 508_000_000, to: 762_000_000, kind: "micrometer", sense: 1 } as const;
const indicator = { unit: "in", division: 127_000, kind: "indicator", sense: 1 } as const;
const inches = (text: string) => Math.round(Number(text) * 254_000_000);
const said = (typed: string, before: string[], i: typeof micrometer | typeof indicator = micrometer) => {
	const m = readingOf(typed, i, before.map(inches));
	return m.kind === "size" ? show(m.length, "in") : m.kind;
};

it("reads last digits of what was read before, and wants the first figure whole", () => {
	expect(said("2.4983", [])).toBe("2.4983");
	expect(said("83", [])).toBe("more");
	expect(said("83", ["2.4985"])).toBe("2.4983");
	expect(said("83.0", ["2.4985"])).toBe("83.0000"); // a point makes it whole: then it is asked about
	expect(said("1.5", [], indicator)).toBe("0.0015");
	expect(said("-1.5", [], indicator)).toBe("−0.0015");
});

it("asks about what the instrument cannot read, and about what is far from the others", () => {
	expect(unlikely(inches("83"), micrometer, [])).toMatch(/83\.0000 in .* 2\.0000–3\.0000 in/);
	expect(unlikely(inches("2.4983"), micrometer, [inches("2.4985")])).toBeUndefined();
	expect(unlikely(inches("2.5983"), micrometer, [inches("2.4985")])).toMatch(/far from/);
	expect(unlikely(inches("0.0005"), indicator, [])).toBeUndefined();
});

it("tells a spread that no hand has", () => {
	const group = (...sizes: string[]) => sizes.map(inches);
	expect(wild(micrometer, [group("2.4983", "2.4985", "2.4990"), group("2.1")])).toBeUndefined();
	expect(wild(micrometer, [group("2.4983", "2.4995")])).toBe(12);
});
