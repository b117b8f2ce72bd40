import { describe, expect, it } from "vitest";
import type { DecisionSet } from "../../api/client";
import { featureOf } from "../../api/view";
import { rangeScale } from "../../drawing/Ranges";
import { jobs } from "../../testdata/server";
import { deckLines, drawnOf } from "./rows-of";

const view = jobs[6];
const set = (name: string): DecisionSet => {
	const found = view.decided.sets.find((s) => s.set === name);
	if (!found) throw new Error(`the demo decides no ${name}`);
	return found;
};
const drawn = (name: string) => drawnOf(view, set(name));

describe("what a board draws of a set without a ladder", () => {
	it("puts every bore of a tunnel in its range, with its height and what the work makes of it, and the edge laid in it", () => {
		const [sizes, ...others] = drawn("main_housings");
		expect(sizes?.rows).toHaveLength(5);
		for (const row of sizes?.rows ?? []) {
			expect(row.low).toBeLessThan(row.high ?? 0);
			expect(row.marks?.map((m) => m.text)).toContain("height");
			expect(row.finished).toBeDefined();
			expect(row.outcome).toBe("line-honed");
		}
		expect(sizes?.rows[0]?.standing).toBe("beyond");
		expect(others.map((d) => d.title)).toEqual(["Taper", "Out-of-round", "Straight edge in the tunnel, line by line"]);
	});
	it("says of each piston what happens to it, and files each ring into its window", () => {
		expect(drawn("pistons")[0]?.rows.map((r) => r.outcome)).toEqual(["stays", "another one", "stays", "stays"]);
		const gaps = drawn("rings");
		expect(gaps.map((d) => d.rows.length)).toEqual([4, 4, 4]);
		expect(gaps[0]?.rows.every((r) => r.outcome === "stays" && r.standing === "within")).toBe(true);
		expect(gaps[2]?.rows.every((r) => r.min < (r.low ?? 0) && (r.finished?.min ?? 0) > (r.low ?? 0))).toBe(true);
	});
	it("tells what each cap needs", () => {
		const caps = drawn("main_housings")[0]?.rows.map((r) => r.note) ?? [];
		expect(caps.every((note) => note?.endsWith("off its cap"))).toBe(true);
		expect(new Set(caps).size).toBeGreaterThan(2);
	});
	it("shows both turns of the crank in the range of its end play, and a deck line by line", () => {
		expect(drawn("thrust")[0]?.rows[0]?.marks?.map((m) => m.text)).toEqual(["0°", "180°"]);
		const deck = featureOf(view, "deck", 1);
		expect(deck && deckLines(deck).length).toBeGreaterThan(5);
	});
	it("begins at nought where a limit has one side, and near the sizes where parts have sizes", () => {
		const row = { label: "1", standing: "within" as const, outcome: "" };
		expect(rangeScale([{ ...row, min: 3, max: 5, high: 10 }]).domain()[0]).toBe(0);
		expect(rangeScale([{ ...row, min: 1003, max: 1005, low: 1000, high: 1010 }]).domain()[0]).toBeGreaterThan(990);
	});
});
