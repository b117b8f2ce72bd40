import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { alongScale } from "./along";
import { BendPicture } from "./BendPicture";
import { Crank } from "./Crank";
import { crankGeometry } from "./crank";
import { edgeOnDeck } from "./deck";
import { ladderGeometry } from "./ladder";
import { profileGeometry } from "./profile";
import { Section } from "./Section";
import { ShellRow } from "./ShellRow";
import { Spot } from "./Spot";
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
			"J3: out of limits",
		]);
	});
});

describe("section", () => {
	const ring = (diameters: (number | null)[]) => ({ directions: [0, 45, 90, 135], diameters });
	const endsOf = (path: string | null | undefined) =>
		(path?.match(/(?:M|,)(-?[\d.]+),(-?[\d.]+)(?=C|Z|$)/g) ?? []).map((at) => {
			const [x = 0, y = 0] = at.replace(/^[M,]/, "").split(",").map(Number);
			return Math.hypot(x, y);
		});

	it("goes by the limit, not by the deviations: what is far inside looks round, what is at its limit fills the band", () => {
		const limit = 20;
		const far = sectionGeometry([ring([100_000, 100_001, 100_002, 100_001])], 100, { limit });
		const at = sectionGeometry([ring([99_990, 100_000, 100_010, 100_000])], 100, { limit });
		expect(far.exaggeration).toBe(1000);
		expect(at.exaggeration).toBe(1000);
		expect(far.band?.inner).toBeCloseTo(90, 1);
		expect(far.band?.outer).toBeCloseTo(110, 1);
		// The ends of its pieces, not what bends them.
		for (const r of endsOf(far.paths[0])) expect(Math.abs(r - 100)).toBeLessThan(2);
		expect(Math.max(...endsOf(at.paths[0]))).toBeCloseTo(110, 0);
		const three = { directions: [0, 60, 120], diameters: [100_010, 99_995, 99_995] };
		expect(Math.max(...endsOf(sectionGeometry([three], 100, { limit }).paths[0]))).toBeCloseTo(110, 0);
	});
	it("draws smaller only what would not fit, and by a usual limit what has none", () => {
		const wreck = sectionGeometry([ring([99_800, 100_000, 100_200, 100_000])], 100, { limit: 20 });
		expect(wreck.exaggeration).toBe(150);
		expect(sectionGeometry([ring([100_000, 100_001, 100_000, 99_999])], 100).exaggeration).toBe(800);
		expect(sectionGeometry([ring([1000, null, null, null])], 100).paths).toEqual([null]);
	});
	it("blurs a line by what the gauge leaves open", () => {
		expect(sectionGeometry([ring([100_000, 100_000, 100_000, 100_000])], 100, { limit: 20, u: 5 }).blur).toBeCloseTo(5);
	});
	it("puts 0° to the right and 90° up", () => {
		expect(onCircle(0, 10)).toEqual({ x: 10, y: -0 });
		expect(onCircle(90, 10).y).toBe(-10);
	});
});

describe("along a shaft", () => {
	const part = (min: number, max: number) => ({
		label: "",
		stations: [{ min, max, mean: (min + max) / 2 }],
		band: { min: 1000, max: 1010 },
	});
	it("is drawn by its limit: parts that are nearly perfect look so, one that is not makes the others no larger", () => {
		const perfect = alongScale([part(1004, 1005), part(1005, 1005)], 130, 5);
		expect(perfect.pixels * 5).toBeGreaterThan(30);
		expect(perfect.pixels * 1).toBeLessThan(10);
		const worn = alongScale([part(1004, 1005), part(960, 970)], 130, 5);
		expect(worn.pixels).toBeLessThan(perfect.pixels);
		expect(worn.y(part(0, 0), 960)).toBeLessThanOrEqual(130);
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

describe("what is read line by line", () => {
	it("lays the straight edge where its name says, within the deck", () => {
		for (const name of [
			"long left",
			"long_middle",
			"long right",
			"cross front",
			"cross middle",
			"cross rear",
			"diagonal 1",
			"diagonal 2",
		]) {
			const line = edgeOnDeck(name, 440, 170);
			expect(line, name).not.toBeNull();
			for (const x of [line?.x1, line?.x2]) expect(x).toBeGreaterThanOrEqual(0);
			for (const y of [line?.y1, line?.y2]) expect(y).toBeLessThanOrEqual(170);
		}
		const [left, right] = [edgeOnDeck("long left", 440, 170), edgeOnDeck("long right", 440, 170)];
		expect(left?.y1).toBeLessThan(right?.y1 ?? 0);
		expect(edgeOnDeck("by eye", 440, 170)).toBeNull();
	});
	it("draws every kind of it, with its name for those who cannot see it", () => {
		const kinds = [
			"deck",
			"deck_heights",
			"tunnel_edge",
			"main_alignment",
			"end_float",
			"ring_gap",
			"ring_groove",
			"protrusion",
		].concat(["main_shell", "rod_shell", "cam_lobe", "pin_height", "main_strip", "rod_weight", "rod_length", "rod_bend"]);
		const drawn = kinds.map((kind) =>
			renderToStaticMarkup(
				<Spot
					kind={kind}
					shape="rod"
					lines={["top", "second", "oil"]}
					line={1}
					column={0}
					count={4}
					title={`where for ${kind}`}
				/>,
			),
		);
		for (const [i, svg] of drawn.entries()) {
			expect(svg).toContain(`<title>where for ${kinds[i]}</title>`);
			expect(svg).not.toMatch(/NaN|undefined/);
		}
		// Two ends of a rod are not the same picture.
		const end = (lines: string[]) =>
			renderToStaticMarkup(<Spot kind="rod_weight" shape="rod" lines={lines} line={0} column={0} count={1} title="" />);
		expect(end(["big end"])).not.toBe(end(["small end"]));
	});
	it("shows the worn patch of each shell growing with its grade, and none where it was not graded", () => {
		const svg = renderToStaticMarkup(
			<ShellRow wear={[0, 3, undefined]} labels={["main 1", "main 2", "main 3"]} title="shells" />,
		);
		expect(svg.match(/<path/g)).toHaveLength(5);
		expect(svg).toContain("var(--beyond)");
	});
	it("points the bend's arrows clockwise from 0° at the top, the longest to the edge", () => {
		const svg = renderToStaticMarkup(
			<BendPicture
				mains={[1, 2, 3]}
				off={[
					{ x: 0, y: 0 },
					{ x: 0, y: 200 },
					{ x: 100, y: 0 },
				]}
				label={(v) => String(Math.hypot(v.x, v.y))}
				title="bend"
			/>,
		);
		expect(svg).toContain('x2="235"'); // main 2: 90° is to the right, 40 from its centre at 195
		expect(svg).toContain('y2="36"'); // main 3: 0° is up, half as long
	});
	it("lays the form of another state behind, moved to the same mean", () => {
		const ring = (d: number) => ({ directions: [0, 45, 90, 135], diameters: [d, d + 100, d, d - 100] });
		const svg = renderToStaticMarkup(
			<Section rings={[ring(600_000)]} behind={[ring(500_000)]} stations={["A"]} bore={false} title="section" />,
		);
		const paths = [...svg.matchAll(/<path d="([^"]+)" stroke="(var[^"]+|[^"]+)" stroke-width="(?:2|1\.2)"/g)].map((m) => m[1]);
		expect(paths).toHaveLength(2);
		expect(paths[0]).toBe(paths[1]);
	});
});
