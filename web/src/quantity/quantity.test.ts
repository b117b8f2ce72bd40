import { describe, expect, it } from "vitest";
import cases from "../../../internal/core/unit/testdata/typed.json";
import { deviationMeaning } from "./deviation";
import { meaning } from "./digits";
import { parse, plain, show, showApart, showSigned } from "./length";
import { splitList } from "./list";
import { goesOnWithUnit, splitUnit } from "./typed";

const inch = (text: string) => {
	const parsed = parse(text, "in");
	if (!parsed.ok) throw new Error(parsed.sentence);
	return parsed.length;
};

describe("what is typed", () => {
	const system = (unit: string) => (unit === "in" ? "in" : "mm");
	it("is read and shown as the server does, on the same cases", () => {
		for (const c of cases.read) {
			expect(parse(c.typed, system(c.unit)), c.typed).toEqual({ ok: true, length: c.length });
			expect(show(c.length, system(c.unit)).replace("−", "-")).toBe(c.shown);
		}
		for (const c of cases.refused) expect(parse(c.typed, system(c.unit)).ok, c.typed).toBe(false);
		for (const { typed, size, ...gauge } of cases.deviations)
			expect(
				deviationMeaning(typed.replace("-", ""), { mode: "divisions", ...gauge, sense: gauge.sense * sign(typed) }, "in"),
				typed,
			)
				// A figure with a sign of its own would be the deviation itself, whatever the instrument's sense.
				.toEqual({ kind: "size", length: size });
	});
});

const sign = (typed: string) => (typed.startsWith("-") ? -1 : 1);

describe("lengths", () => {
	it("reads exactly where floats are wrong", () => {
		for (let k = 0; k <= 20000; k += 7) {
			const text = `${Math.floor(k / 10000)}.${String(k % 10000).padStart(4, "0")}`;
			expect(inch(text)).toBe(k * 25400);
			expect(show(inch(text), "in")).toBe(text);
		}
	});
	it("shows half tenths, the other unit and signs", () => {
		expect(show(inch("2.24815"), "in")).toBe("2.24815");
		expect(show(inch("1.8113"), "mm")).toBe("46.007");
		expect(showSigned(inch("-0.0010"), "in")).toBe("−0.0010");
		expect(show(inch("-0.00001"), "in")).toBe("0.0000");
		expect(plain(inch("-0.0010"), "in")).toBe("-0.0010");
		expect(plain(inch("2.24815"), "in")).toBe("2.24815");
		expect(plain(250_000, "mm")).toBe("0.025");
	});
	it("says why a text is no length", () => {
		for (const text of ["", ".", "1.2.3", "abc", "1e3", "0.0000000001", "12345678"]) {
			expect(parse(text, "in").ok, text).toBe(false);
		}
		expect(parse("2,248", "in")).toEqual({ ok: true, length: inch("2.248") });
	});
});

describe("last digits", () => {
	const own = { size: inch("2.4583"), own: true };
	const set = { size: inch("2.4583"), own: false };
	const cases: [string, { size: number; own: boolean } | undefined, string][] = [
		["83", own, "2.4583"],
		["81", own, "2.4581"],
		["579", own, "2.4579"],
		["99", { size: inch("2.4501"), own: true }, "2.4499"],
		["83", set, "more"], // two digits span exactly one undersize: 2.4583 or 2.4683
		["583", set, "2.4583"],
		["4583", set, "2.4583"],
		["24583", set, "2.4583"],
		["2.4583", undefined, "2.4583"],
		["583", undefined, "more"],
		["33", own, "more"], // half the span away
		["25", { size: inch("2.4583"), own: true }, "more"], // more than a third of it
		["483", own, "2.4483"],
		["283", own, "more"], // further than 0.02
		["83.5", own, "2.45835"],
		["8x", own, "wrong"],
		["+2.4583", own, "2.4583"], // as gauges that type send it
		["-0.0003", own, "wrong"], // one that shows deviations
	];
	it.each(cases)("%s", (typed, expected, want) => {
		const got = meaning(typed, expected, "in");
		expect(got.kind === "size" ? show(got.length, "in") : got.kind).toBe(want);
	});
	it("works in millimetres", () => {
		const got = meaning("996", { size: 799_980_000, own: false }, "mm");
		expect(got).toEqual({ kind: "size", length: 799_960_000 });
	});
});

describe("deviations", () => {
	const gauge = { mode: "divisions", division: inch("0.0005"), setting: inch("3.4500"), sense: -1 } as const;
	const size = (typed: string, g: Parameters<typeof deviationMeaning>[1] = gauge) => {
		const m = deviationMeaning(typed, g, "in");
		return m.kind === "size" ? show(m.length, "in") : m.kind;
	};
	// Common practice: set at 3.4500, the needle past zero by 0.0235, is 3.4265 (87.03 mm).
	it("knows that past zero means smaller on a plunger gauge", () => {
		expect(size("47")).toBe("3.4265");
		expect(size("-2")).toBe("3.4490"); // a sign makes it the deviation itself
		expect(size("+2")).toBe("3.4510");
		expect(size("0")).toBe("3.4500");
		expect(size("0.0235", { ...gauge, mode: "length" })).toBe("3.4265");
		expect(size("47", { ...gauge, sense: 1 })).toBe("3.4735");
	});
	it("takes parts of a division exactly, and says what is no number", () => {
		expect(size("1.5")).toBe("3.44925");
		expect(size("1.0000001")).toBe("wrong");
		expect(size("x")).toBe("wrong");
		expect(size("")).toBe("empty");
	});
});

describe("lists", () => {
	it("takes commas, spaces and semicolons, and a comma as a point where it is one", () => {
		expect(splitList("0.25, 0.50")).toEqual(["0.25", "0.50"]);
		expect(splitList("0.010,0.020")).toEqual(["0.010", "0.020"]);
		expect(splitList("-.001, +.001")).toEqual(["-.001", "+.001"]);
		expect(splitList(" 0.010  0.020 ")).toEqual(["0.010", "0.020"]);
		expect(splitList("0,25; 0,50")).toEqual(["0,25", "0,50"]);
		expect(splitList("0,25 0,50")).toEqual(["0,25", "0,50"]);
		expect(splitList("")).toEqual([]);
	});
});

describe("figures beside one another", () => {
	it("read apart where they are apart", () => {
		expect(showApart(132_000, 127_000, "in")).toEqual(["0.00052", "0.00050"]);
		expect(showApart(127_000, 127_000, "in")).toEqual(["0.0005", "0.0005"]);
		expect(showApart(12_001, 12_000, "mm")).toEqual(["0.0012001", "0.0012000"]);
	});
});

describe("a gauge that types", () => {
	it("sends figures with a unit, which is believed, and no letter of it is a key", () => {
		expect(splitUnit("54.983 mm")).toEqual({ text: "54.983", unit: "mm" });
		expect(splitUnit("2.4683in")).toEqual({ text: "2.4683", unit: "in" });
		expect(splitUnit('+2.4683"')).toEqual({ text: "2.4683", unit: "in" });
		expect(splitUnit("54,985")).toEqual({ text: "54,985", unit: undefined });
		const burst = (text: string) => [...text].every((key, i) => /[\d., +-]/.test(key) || goesOnWithUnit(text.slice(0, i), key));
		for (const text of ["54.983 mm", "2.4683in", '2.4683"']) expect(burst(text)).toBe(true);
		for (const [typed, key] of [
			["", "n"],
			["84", "n"],
			["84", "s"],
			["2.4683i", "m"],
		] as const)
			expect(goesOnWithUnit(typed, key)).toBe(false);
	});
});
