import { describe, expect, it } from "vitest";
import type { FeatureView, GaugeSetup, JobView } from "../../api/client";
import { nextStep } from "../../api/next-step";
import { ahead, nextInRound, nextPart, type PathOrder } from "../../api/path";
import type { Entry } from "../../api/queue";
import { featureOf, liveReadings } from "../../api/view";
import { show } from "../../quantity/length";
import { jobs } from "../../testdata/server";
import { gaugeText } from "../../words/gauge";
import { deviation, restWord } from "../../words/rest";
import { built, modesFor } from "./gauge-form";
import { expectedWith, freeze, meaningOn } from "./meaning-on";
import { cellName, columnName, handMove } from "./moves";

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
		expect(means(part("main_bearing"), "+16", gauge({ mating: true }))).toBe(show(journal + 16 * 25_400, "in"));
		// Without a sign it is the clearance: nobody reads an interference off a dial by leaving a sign out.
		expect(means(part("main_bearing"), "16", gauge({ mating: true }))).toBe(show(journal + 16 * 25_400, "in"));
		expect(means(part("main_bearing"), "2.3", gauge({ mating: true, mode: "length" }))).toBe(show(journal + 584_200, "in"));
		expect(means(part("main_bearing"), "-2.3", gauge({ mating: true, mode: "length" }))).toBe(show(journal - 584_200, "in"));
		expect(means({ ...part("main_bearing"), mating: undefined }, "-16", gauge({ mating: true }))).toBe("wrong");
		expect(means(part("main_bearing"), "-2", gauge({ setting: 571_500_000 }))).toBe("2.2498");
		expect(means(part("runout"), "-3", gauge({ sense: 1, division: 25_400 }))).toBe("−0.0003");
		expect(means(part("deck"), "2 3", gauge({ mode: "feeler", division: 127_000 }))).toBe("0.0025");
		expect(means(part("main_journal"), "2 1 23 5", gauge({ mode: "vernier", setting: 508_000_000 }))).toBe("2.2485");
	});
	it("is frozen as its person sees it: size, place by name, what holds there, gauge", () => {
		const f = part("main_journal");
		const entered = {
			cell: { station: 0, direction: 1 },
			typed: "79",
			repeat: false,
			unusual: true,
			gauge: gauge({ mode: "direct" }),
		};
		const reading = freeze(f, entered, 570_966_600, []);
		expect(reading).toMatchObject({ what: "size", value: 570_966_600, gauge: "g", unusual: true, direction: 1 });
		expect(reading).toMatchObject({ station_name: f.stations[0], direction_at: f.directions[1] });
		expect(reading.seen).toEqual(liveReadings(f, entered.cell).map((r) => r.id));
		expect(freeze(f, { ...entered, typed: "", reason: "oil hole" }, undefined, [])).toMatchObject({
			what: "skip",
			reason: "oil hole",
		});
	});
	it("is read against what waits to be sent, too", () => {
		const f = { ...part("main_journal"), expected: { size: 570_000_000, own: false } };
		const waiting = [{ reading: { value: 571_000_000 } }, { reading: { value: 571_000_200 } }, { reason: "oil hole" }] as Entry[];
		expect(expectedWith(f, waiting)).toEqual({ size: 571_000_100, own: true });
		expect(expectedWith(f, [])).toEqual(f.expected);
	});
	it("takes signs as the deviation itself and bare figures as the needle shows them", () => {
		const at = (typed: string, g: Partial<GaugeSetup> = {}) =>
			means(part("main_bearing"), typed, gauge({ setting: 571_500_000, mode: "length", ...g }));
		expect(at("+0.003")).toBe("2.2530");
		expect(at("-.003")).toBe("2.2470");
		expect(at(".003")).toBe("2.2470"); // clockwise is smaller on this one
		expect(at("3")).toBe("2.2470");
		expect(at("+3")).toBe("2.2530");
		expect(at("3", { counts: 25_400 })).toBe("2.2497");
		expect(at("+3", { mode: "divisions" })).toBe("2.2503");
		expect(means(part("runout"), "+3")).toBe("0.0030");
		expect(means(part("end_float"), "6.5")).toBe("0.0065");
		expect(means(part("end_float"), "6")).toBe("0.0060");
		expect(means(part("main_journal"), ".8660")).toBe("0.8660");
		expect(means(part("main_journal"), ".0945")).toBe("0.0945");
	});
	it("reads an inch gauge on a millimetre job", () => {
		// A 0.0005 in bore gauge set at 3.3850 in: two divisions clockwise are 3.3840 in.
		const m = meaningOn(part("cylinder"), "2", gauge({ kind: "cylinder", setting: 859_790_000, division: 127_000 }), "mm");
		expect(m).toEqual({ kind: "size", length: 859_536_000 });
	});
});

describe("words at the bench", () => {
	it("names places by direction or by line", () => {
		expect(cellName(part("deck"), { station: 5, direction: 0 })).toBe("Diagonal 1");
		expect(cellName(part("end_float"), { station: 0, direction: 1 })).toBe("First, turned 180°");
		expect(columnName(part("main_journal"), 1)).toBe("60°");
		expect(handMove(part("end_float"), { station: 0, direction: 0 }, { station: 1, direction: 0 })).toBe(
			"next: second, crank at 0°",
		);
	});
	it("says what to type, by part and gauge", () => {
		expect(restWord(part("deck"), false, false, false, undefined, "in")).toMatch(
			/straight edge on its own edge first.*3 is 0.003 in/,
		);
		expect(restWord(part("main_journal"), false, false, false, gauge({ mode: "vernier" }), "mm")).toMatch(/half mark/);
		expect(restWord(part("main_bearing"), false, false, false, gauge({}), "in")).toMatch(/clockwise without a sign .smaller/);
		expect(restWord(part("main_journal"), true, false, false, undefined, "in")).toMatch(/replaces/);
	});
	it("holds a size against the mating part where the gauge is set on it, else against new", () => {
		const f = part("main_bearing");
		const journal = f.mating?.size ?? 0;
		expect(deviation(view, f, journal + 406_400, "in", gauge({ mating: true }))).toBe("clearance 0.0016 on main 1");
		expect(deviation(view, part("main_journal"), 571_246_000, "in", undefined)).toBe("exactly the new max.");
		expect(deviation(view, part("deck"), 1, "in", undefined)).toBe("");
	});
	it("holds what came back against its order, not against new", () => {
		const ground = { ...part("main_journal"), ordered: { min: 568_452_000, max: 568_579_000 } };
		expect(deviation(view, ground, 568_503_000, "in", undefined)).toBe("0.0002 inside the order");
		expect(deviation(view, ground, 568_579_000, "in", undefined)).toBe("0.0000 inside the order");
		expect(deviation(view, ground, 568_426_600, "in", undefined)).toBe("0.0001 below the order");
		expect(deviation(view, ground, 568_604_400, "in", undefined)).toBe("0.0001 above the order");
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
		const from = (kind: string, number: number, order: PathOrder = "station") => {
			const next = nextPart(some, order, featureOf(some, kind, number) as FeatureView);
			return next && `${next.kind} ${next.number}`;
		};
		expect(from("main_journal", 1)).toBe("rod_journal 2");
		expect(from("rod_journal", 2)).toBe("main_journal 4");
		expect(from("cylinder", 4)).toBe("deck 1");
		expect(from("piston", 3)).toBe("deck 1");
		expect(from("end_float", 1)).toBe("deck 1");
		expect(from("main_journal", 1, "setup")).toBe("main_journal 4");
		expect(nextPart(some, "station")?.kind).toBe("deck");
	});
	it("is none where everything is read and nothing asked for: then comes the decision", () => {
		expect(nextPart(view, "station", part("cylinder", 1))).toBeUndefined();
	});
	it("says what lies ahead, in the order of work, and how long it takes at this job's pace", () => {
		const some = unread("main_journal 4", "deck 1", "piston 3");
		const paced: JobView = {
			...some,
			features: some.features.map((f, i) => ({
				...f,
				tape: f.tape.map((r, j) => ({ ...r, taken_at: new Date(i * 3_600_000 + j * 15_000).toISOString() })),
			})),
		};
		const { kinds, readings, minutes } = ahead(paced, "station");
		expect(kinds).toEqual(["deck", "main_journal", "piston"]);
		expect(minutes).toBe(Math.round(readings / 4));
		expect(ahead(view, "station").readings).toBe(0);
	});
	it("leads from the last reading to the signatures, the orders, the proof and the report", () => {
		const whole = jobs[9];
		const at = (v: JobView) => {
			const next = nextStep(v, "station");
			return [next.does, next.to];
		};
		expect(at(whole)).toEqual(["prove", "/jobs/9/bench/cylinder/2"]);
		const read = { ...whole, features: whole.features.filter((f) => f.state === "as_found") };
		expect(nextStep(read, "station")).toMatchObject({ does: "prove", makes: { state: expect.any(String) } });
		type Next = JobView["next"];
		const then = (...next: Next) => ({ ...read, next });
		expect(at(then({ for: "shop" }, { for: "build" }, { for: "report" })), "what is out is no work here").toEqual([
			"build",
			"/jobs/9/assembly",
		]);
		expect(at(then({ for: "report" }))).toEqual(["report", "/jobs/9/report"]);
		expect(at(then({ for: "issue", many: 1 }, { for: "report" }))).toEqual(["issue", "/jobs/9/orders"]);
		expect(at(then({ for: "decide", set: "cylinders" }, { for: "issue" }))).toEqual(["sign", "/jobs/9/decide/cylinders"]);
		expect(at(then({ for: "decide", many: 1 }))).toEqual(["decide", "/jobs/9/decide"]);
		expect(at(then({ for: "limits" }, { for: "report" }))).toEqual(["decide", "/jobs/9/decide"]);
	});
	it("goes in rounds over all parts of a kind in one direction, then on to the next", () => {
		const cleared = (f: FeatureView, kept: number): FeatureView => ({
			...f,
			tape:
				f.kind === "main_journal" ? f.tape.filter((r) => r.direction < kept || (f.number < 3 && r.direction === kept)) : f.tape,
		});
		const half: JobView = { ...view, features: view.features.map((f) => cleared(f, 1)) };
		const main = (n: number) => featureOf(half, "main_journal", n) as FeatureView;
		expect(nextInRound(half, main(2), 1)?.number).toBe(3);
		expect(nextInRound(half, main(5), 0)?.number).toBe(1);
	});
});
