import { describe, expect, it } from "vitest";
import type { FeatureView, GaugeSetup } from "../../api/client";
import { featureOf } from "../../api/view";
import { show } from "../../quantity/length";
import { jobs } from "../../testdata/server";
import { built, modesFor } from "./gauge-form";
import { gaugeText } from "./gauge-text";
import { meaningOn, readEntry } from "./meaning-on";
import { cellName, columnName, handMove } from "./moves";
import { nextFeature } from "./next-feature";
import { deviation, restWord } from "./rest-word";

const view = jobs[6];
const part = (kind: string, number = 1): FeatureView => {
	const f = featureOf(view, kind, number);
	if (!f) throw new Error(`the demo has no ${kind} ${number}`);
	return f;
};
const gauge = (more: Partial<GaugeSetup>): GaugeSetup => ({
	seq: 1,
	id: "g",
	kind: "main_bearing",
	instrument: "bore_gauge",
	division: 25_400,
	mode: "divisions",
	mating: false,
	sense: -1,
	steps: [],
	built: "",
	set_by: "Wanda Pell",
	set_at: "",
	...more,
});
const means = (f: FeatureView, typed: string, g?: GaugeSetup) => {
	const m = meaningOn(f, typed, g, "in");
	return m.kind === "size" ? show(m.length, "in") : m.kind;
};

describe("what typed text means at a part", () => {
	it("goes by what is read there", () => {
		expect(means(part("main_journal"), "79")).toBe("2.2479");
		expect(means(part("runout", 3), "-3")).toBe("−0.0030");
		expect(means(part("deck"), "3")).toBe("0.0030");
		expect(means(part("end_float"), ".0045")).toBe("0.0045");
	});
	it("goes by how the gauge shows it", () => {
		const journal = part("main_bearing").mating?.size ?? 0;
		expect(means(part("main_bearing"), "-16", gauge({ mating: true }))).toBe(show(journal + 16 * 25_400, "in"));
		expect(means({ ...part("main_bearing"), mating: undefined }, "-16", gauge({ mating: true }))).toBe("wrong");
		expect(means(part("main_bearing"), "-2", gauge({ setting: 571_500_000 }))).toBe("2.2502");
		expect(means(part("runout"), "-3", gauge({ sense: 1, division: 25_400 }))).toBe("−0.0003");
		expect(means(part("deck"), "2 3", gauge({ mode: "feeler", division: 127_000 }))).toBe("0.0025");
		expect(means(part("main_journal"), "2 1 23 5", gauge({ mode: "vernier", setting: 508_000_000 }))).toBe("2.2485");
	});
	it("becomes a reading with its gauge, or says why it cannot", () => {
		const f = part("main_journal");
		const entry = {
			id: "e",
			at: 1,
			job: 6,
			kind: f.kind,
			number: 1,
			state: f.state,
			by: "Wanda",
			cell: { station: 0, direction: 1 },
			system: "in" as const,
			repeat: false,
			unusual: true,
		};
		expect(readEntry({ ...entry, typed: "79", gauge: gauge({ mode: "direct" }) }, f)).toMatchObject({
			what: "size",
			value: 570_966_600,
			gauge: "g",
			unusual: true,
			direction: 1,
		});
		expect(readEntry({ ...entry, typed: "", reason: "oil hole" }, f)).toMatchObject({ what: "skip", reason: "oil hole" });
		expect(readEntry({ ...entry, typed: "" }, f)).toBe("Nothing was typed.");
		expect(readEntry({ ...entry, typed: "9" }, f)).toBe("Type two digits at least.");
	});
});

describe("words at the bench", () => {
	it("names places by direction or by line", () => {
		expect(cellName(part("deck"), { station: 5, direction: 0 })).toBe("Diagonal 1");
		expect(cellName(part("end_float"), { station: 0, direction: 1 })).toBe("First, turned 180°");
		expect(columnName(part("main_journal"), 1)).toBe("45°");
		expect(handMove(part("end_float"), { station: 0, direction: 0 }, { station: 1, direction: 0 })).toBe(
			"next: second, crank at 0°",
		);
	});
	it("says what to type, by part and gauge", () => {
		expect(restWord(part("deck"), false, false, false, undefined, "in")).toMatch(
			/straight edge on its own edge first.*3 is 0.003 in/,
		);
		expect(restWord(part("main_journal"), false, false, false, gauge({ mode: "vernier" }), "mm")).toMatch(/half mark/);
		expect(restWord(part("main_bearing"), false, false, false, gauge({}), "in")).toMatch(/Clockwise is smaller/);
		expect(restWord(part("main_journal"), true, false, false, undefined, "in")).toMatch(/replaces/);
	});
	it("holds a size against the mating part where the gauge is set on it, else against new", () => {
		const f = part("main_bearing");
		const journal = f.mating?.size ?? 0;
		expect(deviation(view, f, journal + 406_400, "in", gauge({ mating: true }))).toBe("clearance 0.0016 on main 1");
		expect(deviation(view, part("main_journal"), 571_246_000, "in", undefined)).toBe("exactly the top of new");
		expect(deviation(view, part("deck"), 1, "in", undefined)).toBe("");
	});
	it("says how the gauge is set", () => {
		expect(gaugeText(part("main_bearing"), gauge({ mating: true }), "in")).toBe("Bore gauge 0.0001 in, set on main 1");
		expect(gaugeText(part("deck"), gauge({ instrument: "feeler", mode: "feeler", division: 127_000 }), "in")).toBe(
			"Feelers, 0.0005 in apart",
		);
		expect(gaugeText({ ...part("deck"), quantity: "weight" }, undefined, "in")).toBe("Scale, grams");
	});
});

describe("gauge setups", () => {
	it("offers what fits the part", () => {
		expect(modesFor(part("main_journal")).map((m) => m.value)).toContain("vernier");
		expect(modesFor(part("cylinder")).map((m) => m.value)).not.toContain("vernier");
		expect(modesFor(part("deck")).map((m) => m.value)).toEqual(["direct", "feeler"]);
		expect(modesFor({ ...part("deck"), kind: "main_strip" }).map((m) => m.value)).toEqual(["strip", "direct"]);
	});
	it("adds anvil and shims up", () => {
		// Arithmetic only, common practice: 3.2 + 0.05 + 0.02.
		expect(show(built("3.2 + 0.05 + 0.02", "in") ?? 0, "in")).toBe("3.2700");
		expect(built("3.2", "in")).toBeUndefined();
		expect(built("3.2 + x", "in")).toBeUndefined();
	});
});

describe("the next part", () => {
	const unread = (...names: string[]) => ({
		...view,
		features: view.features.map((f) => (names.includes(`${f.kind} ${f.number}`) ? { ...f, tape: [] } : f)),
	});
	it("is of the same sort, along the shaft, then the next in the order of work", () => {
		const some = unread("main_journal 4", "rod_journal 2", "deck 1", "piston 3");
		const from = (kind: string, number: number) => {
			const next = nextFeature(some, featureOf(some, kind, number) as FeatureView);
			return next && `${next.kind} ${next.number}`;
		};
		expect(from("main_journal", 1)).toBe("rod_journal 2");
		expect(from("rod_journal", 2)).toBe("main_journal 4");
		expect(from("cylinder", 4)).toBe("deck 1");
		expect(from("piston", 3)).toBe("deck 1");
		expect(from("end_float", 1)).toBe("deck 1");
	});
	it("is the neighbour where everything is read", () => {
		expect(nextFeature(view, part("cylinder", 1))?.number).toBe(2);
	});
});
