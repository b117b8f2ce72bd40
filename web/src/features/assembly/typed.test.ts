import { describe, expect, it } from "vitest";
import sequences from "../../../../internal/core/assembly/testdata/sequences.json";
import { middleOut, nextTick } from "../../api/assembly";
import { stepsText } from "../../words/assembly";
import { countOf, gapOf, maybeAngle, moneyOf, stepsOf, torqueOf } from "./typed";

describe("what is typed while an engine is built", () => {
	it("reads steps as the book prints them, and writes them so that they read the same", () => {
		const steps = stepsOf("20, 62.5; 90°", "lb_ft");
		expect(steps).toEqual([
			{ torque: { milli: 20_000, unit: "lb_ft" } },
			{ torque: { milli: 62_500, unit: "lb_ft" } },
			{ angle: 90 },
		]);
		expect(stepsOf(stepsText(steps ?? []), "lb_ft")).toEqual(steps);
		const three = stepsOf("20, 45, 90°", "lb_ft");
		for (const same of ["20,45,90°", "20 45 90d", "20; 45; 90 deg", "20, 45,90 °", "20  45  +90D"])
			expect(stepsOf(same, "lb_ft"), same).toEqual(three);
		expect(stepsOf("62,5 90°", "N_m")).toEqual(stepsOf("62.5, 90°", "N_m"));
		expect(maybeAngle(stepsOf("20 45 90", "lb_ft") ?? [])).toBe(90);
		for (const sure of ["20 45 90°", "20 45 62", "90", "20 45 90° 90°"])
			expect(maybeAngle(stepsOf(sure, "lb_ft") ?? []), sure).toBeUndefined();
		for (const wrong of ["", "90°", "20, tight", "20, -5"]) expect(stepsOf(wrong, "N_m"), wrong).toBeNull();
	});

	it("takes whole numbers as thousandths or hundredths, a point in full, and a comma for a point", () => {
		expect(gapOf("12", "in")).toBe(12 * 254_000);
		expect(gapOf("0.0125", "in")).toBe(12.5 * 254_000);
		expect(gapOf("35", "mm")).toBe(3_500_000);
		expect(gapOf("0,35", "mm")).toBe(3_500_000);
		expect([gapOf("x", "in"), gapOf("-1", "in"), gapOf("", "in")]).toEqual([null, null, null]);
	});

	it("keeps a torque, a count and a price exactly, and says what is none", () => {
		expect(torqueOf("62,125", "N_m")).toEqual({ milli: 62_125, unit: "N_m" });
		expect([torqueOf("-3", "N_m"), torqueOf("1.2345", "N_m")]).toEqual([null, null]);
		expect([countOf("4"), countOf(" "), countOf("4.5")]).toEqual([4, undefined, null]);
		expect([moneyOf("12.5"), moneyOf(""), moneyOf("free")]).toEqual([1250, undefined, null]);
	});
});

describe("the order over the bolts", () => {
	it.each(sequences)("goes from the middle out, crosswise: $rows × $columns", ({ rows, columns, bolts }) => {
		expect(middleOut(rows, columns)).toEqual(bolts);
	});

	it("leads to the next bolt, a whole step before the one after it", () => {
		const done: string[] = [];
		const gone: string[] = [];
		for (
			let n = nextTick(2, middleOut(1, 3), (s, b) => done.includes(`${s} ${b}`));
			n;
			n = nextTick(2, middleOut(1, 3), (s, b) => done.includes(`${s} ${b}`))
		) {
			done.push(`${n.step} ${n.bolt}`);
			gone.push(`${n.step}.${n.bolt}`);
		}
		expect(gone).toEqual(["1.2", "1.1", "1.3", "2.2", "2.1", "2.3"]);
	});
});
