import { describe, expect, it } from "vitest";
import { parse, type System, show } from "./length";
import { feelerMeaning, smallMeaning, stripMeaning, vernierMeaning, weightMeaning } from "./readouts";

const length = (text: string, system: System = "in") => {
	const p = parse(text, system);
	if (!p.ok) throw new Error(p.sentence);
	return p.length;
};
const said = (m: ReturnType<typeof smallMeaning>, system: System = "in") => (m.kind === "size" ? show(m.length, system) : m.kind);

describe("gaps and indications", () => {
	it.each([
		["3", "in", "0.0030"],
		["-12", "in", "−0.0120"],
		["0", "in", "0.0000"],
		[".0005", "in", "0.0005"],
		["0.004", "in", "0.0040"],
		["5", "mm", "0.050"],
		["-2", "mm", "−0.020"],
		["0,03", "mm", "0.030"],
		["", "in", "empty"],
		["-", "in", "wrong"],
		["1-2", "in", "wrong"],
		["1.2.3", "in", "wrong"],
	] as const)("%s in %s is %s", (typed, system, want) => {
		expect(said(smallMeaning(typed, system), system)).toBe(want);
	});
	it("takes weights in grams, whatever the job's unit", () => {
		expect(weightMeaning("512.5")).toEqual({ kind: "size", length: 5_125_000_000 });
		expect(weightMeaning("half").kind).toBe("wrong");
	});
});

describe("vernier micrometer", () => {
	// Common practice: 2 in frame, 4 tenths showing, 2 quarter marks, thimble 18, vernier 3.
	it("adds up what its parts show", () => {
		expect(said(vernierMeaning("4 2 18 3", length("2"), "in"))).toBe("2.4683");
		expect(said(vernierMeaning("0 0 0", length("1"), "in"))).toBe("1.0000");
		expect(said(vernierMeaning("4 1 23 6", length("50", "mm"), "mm"), "mm")).toBe("54.736");
	});
	it("asks for what is missing and refuses what no scale shows", () => {
		const half = vernierMeaning("4 2", length("2"), "in");
		expect(half.kind === "more" && half.sentence).toMatch(/thimble, vernier/);
		for (const typed of ["4 4 18 3", "4 2 25 3", "10 0 0", "4 2 18 3 1", "4 2 x 3", "4 2 -1 3", "4 2 18.5"]) {
			expect(vernierMeaning(typed, length("2"), "in").kind, typed).toBe("wrong");
		}
	});
});

describe("plastic strip", () => {
	const steps = ["0.001", "0.0015", "0.002", "0.003"].map((s) => length(s));
	it("lies on a step or between two", () => {
		expect(said(stripMeaning("2", steps))).toBe("0.0015");
		expect(said(stripMeaning("2.5", steps))).toBe("0.00175");
		expect(said(stripMeaning("3,5", steps))).toBe("0.0025");
		expect(said(stripMeaning("4", steps))).toBe("0.0030");
	});
	it("is refused off its scale", () => {
		for (const typed of ["0", "4.1", "x"]) expect(stripMeaning(typed, steps).kind, typed).toBe("wrong");
	});
});

describe("feelers", () => {
	const half = length("0.0005");
	it("lie between the leaf that enters and the one that does not", () => {
		expect(said(feelerMeaning("2 3", half, "in"))).toBe("0.0025");
		expect(said(feelerMeaning("2", half, "in"))).toBe("0.00225");
		expect(said(feelerMeaning("0.010 0.012", half, "in"))).toBe("0.0110");
		expect(said(feelerMeaning("0", half, "in"))).toBe("0.00025");
	});
	it("must be in order", () => {
		for (const typed of ["3 2", "3 3", "1 2 3", "x", "2 x"]) expect(feelerMeaning(typed, half, "in").kind, typed).toBe("wrong");
	});
});
