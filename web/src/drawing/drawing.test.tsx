import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { Crank } from "./Crank";
import { crankGeometry } from "./crank";
import { ladderGeometry } from "./ladder";
import { profileGeometry } from "./profile";
import { onCircle, sectionGeometry } from "./section";
import { stripGeometry } from "./strip";

const main = (number: number) => ({ throw: false, number, angle: 0 });
const pin = (number: number, angle: number) => ({ throw: true, number, angle });

describe("crank", () => {
	const shaft = [main(1), pin(1, 0), main(2), pin(2, 180), main(3)];
	it("stands every journal on the shaft, throws to their sides, a web between neighbours", () => {
		const g = crankGeometry(shaft);
		const [m1, p1, m2, p2] = g.journals;
		const centre = (b: { y: number; height: number } | undefined) => (b ? b.y + b.height / 2 : Number.NaN);
		expect(g.webs).toHaveLength(4);
		expect(centre(p1)).toBeLessThan(centre(m1));
		expect(centre(p2)).toBeGreaterThan(centre(m2));
		expect(centre(m1)).toBe(centre(m2));
		for (const box of [...g.journals, ...g.webs, ...g.ends]) {
			expect(box.x).toBeGreaterThanOrEqual(0);
			expect(box.x + box.width).toBeLessThanOrEqual(g.width);
			expect(box.y).toBeGreaterThanOrEqual(0);
			expect(box.y + box.height).toBeLessThanOrEqual(g.height);
		}
	});
	it("names each journal with how it stands, in words", () => {
		const seen: string[] = [];
		renderToStaticMarkup(
			<Crank
				title="Crank"
				shaft={shaft}
				journal={(p) => ({ standing: "beyond", taken: p.number, of: 3, label: `J${p.number}` })}
				wrap={(_, inner, label) => {
					seen.push(label);
					return inner;
				}}
			/>,
		);
		expect(seen).toEqual([
			"J1: 1 of 3 readings",
			"J1: 1 of 3 readings",
			"J2: 2 of 3 readings",
			"J2: 2 of 3 readings",
			"J3: beyond",
		]);
	});
});

describe("section", () => {
	it("draws deviations larger by a round factor that fits, and says none where nothing deviates", () => {
		const ring = (diameters: (number | null)[]) => ({ directions: [0, 45, 90, 135], diameters });
		const g = sectionGeometry([ring([1000, 1001, 1000, 999])], 100);
		expect(g.exaggeration).toBe(150);
		expect(sectionGeometry([ring([1000, 1000, 1000, 1000])], 100).exaggeration).toBe(1);
		expect(sectionGeometry([ring([1000, null, null, null])], 100).paths).toEqual([null]);
	});
	it("puts 0° to the right and 90° up", () => {
		expect(onCircle(0, 10)).toEqual({ x: 10, y: -0 });
		expect(onCircle(90, 10).y).toBe(-10);
	});
});

describe("profile", () => {
	it("breaks a line at a missing reading and keeps larger sizes higher", () => {
		const g = profileGeometry(
			[
				[100, 90],
				[null, 80],
				[96, 70],
			],
			300,
			200,
			1,
		);
		expect(g.lines[0]?.match(/M/g)).toHaveLength(2);
		expect(g.lines[1]?.match(/M/g)).toHaveLength(1);
		expect(g.ticks[0]?.y).toBeGreaterThan(g.ticks[2]?.y ?? 0);
	});
});

describe("strip", () => {
	it("keeps value, uncertainty and limit in view, whichever is largest", () => {
		for (const input of [
			{ from: 2, to: 2, max: 10, u: 1 },
			{ from: 50, to: 60, max: 10, u: 5 },
			{ from: -5, to: 3, min: 1, max: 4, u: 0 },
		]) {
			const g = stripGeometry(input, 300);
			for (const run of [g.value, g.blur, g.window]) {
				expect(run?.x).toBeGreaterThanOrEqual(0);
				expect((run?.x ?? 0) + (run?.width ?? 0)).toBeLessThanOrEqual(300);
			}
		}
	});
});

describe("ladder", () => {
	const member = { label: "Main 3", smallest: 960, largest: 980, middle: 1000, bend: 10, cleans: 940 };
	const rungs = [0, 50, 100].map((step) => ({ step, label: `${step}`, feasible: step > 50, chosen: step === 100 }));
	it("draws the need of the worst between the rungs it lies between, for shafts and for bores", () => {
		const shaft = ladderGeometry([{ ...member, cleans: 990 }, member], rungs, -1, 500);
		const [standard, first, second] = shaft.rungs.map((r) => r.y);
		expect(shaft.needY).toBeGreaterThan(first ?? 0);
		expect(shaft.needY).toBeLessThan(second ?? 0);
		expect(shaft.members.map((m) => m.worst)).toEqual([false, true]);
		expect(standard).toBeLessThan(first ?? 0);
		const bore = ladderGeometry([{ ...member, smallest: 1005, largest: 1020, cleans: 1070 }], rungs, 1, 500);
		expect(bore.needY).toBeGreaterThan(bore.rungs[1]?.y ?? 0);
		expect(bore.needY).toBeLessThan(bore.rungs[2]?.y ?? 0);
	});
});
