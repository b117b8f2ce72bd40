import { describe, expect, it } from "vitest";
import { meant } from "./meant";

describe("what is searched for", () => {
	it("is a decision, a size, or only words", () => {
		expect(meant("grind 0.010")).toMatchObject([{ action: "grind", step: "0.010" }]);
		expect(meant("bore 0.50")).toMatchObject([{ action: "bore", step: "0.50", unit: "mm" }]);
		expect(meant("Line-hone")).toMatchObject([{ action: "line_hone", step: "" }]);
		expect(meant("2,2479").map((q) => [q.kind, q.from, q.unit])).toEqual([
			["main_journal", "2.2479", "in"],
			["rod_journal", "2.2479", "in"],
			["cylinder", "2.2479", "in"],
		]);
		expect(meant("54.983")[0]?.unit).toBe("mm");
		for (const words of ["", "winch", "L-0006", "0.5", "Sawmill four 2"]) expect(meant(words)).toEqual([]);
	});
});
