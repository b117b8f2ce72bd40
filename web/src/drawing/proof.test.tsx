import { render } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import { ProofStrip } from "./ProofStrip";
import { WearByPlace } from "./WearByPlace";

afterEach(() => {
	document.body.innerHTML = "";
});

const number = (node: Element | null | undefined, name: string) => Number(node?.getAttribute(name));

/** The window and the run of a strip, as ends along it. */
function strip(line: { min?: number; max?: number; most?: number }, back?: { min: number; max: number }) {
	document.body.innerHTML = "";
	render(<ProofStrip title="t" line={line} back={back} missed={false} />);
	const [window, run] = [...document.querySelectorAll("rect")].map(
		(r) => [number(r, "x"), number(r, "x") + number(r, "width")] as const,
	);
	return { window, run };
}

describe("The strip of a proof", () => {
	it("draws what came back where it lies in its window", () => {
		const inside = strip({ min: 100, max: 200 }, { min: 140, max: 160 });
		expect(inside.run?.[0]).toBeGreaterThan(inside.window?.[0] ?? 0);
		expect(inside.run?.[1]).toBeLessThan(inside.window?.[1] ?? 0);
		const small = strip({ min: 100, max: 200 }, { min: 60, max: 90 });
		expect(small.run?.[1]).toBeLessThanOrEqual(small.window?.[0] ?? 0);
		expect(small.run?.[0]).toBeGreaterThanOrEqual(0);
		const far = strip({ min: 100, max: 200 }, { min: 100, max: 9000 });
		expect(far.run?.[1]).toBeLessThanOrEqual(160);
	});
	it("begins at nothing where only a most is ordered, and draws no run before it is measured", () => {
		const flat = strip({ most: 100 }, { min: 50, max: 50 });
		expect(((flat.run?.[0] ?? 0) - (flat.window?.[0] ?? 0)) / ((flat.window?.[1] ?? 0) - (flat.window?.[0] ?? 0))).toBeCloseTo(
			0.5,
			1,
		);
		expect(strip({ min: 1, max: 2 }).run).toBeUndefined();
		document.body.innerHTML = "";
		render(<ProofStrip title="t" line={{}} missed={false} />);
		expect(document.querySelector("svg")).toBeNull();
	});
});

describe("Wear by position", () => {
	const parts = [
		{ number: 1, wear: [0, 254000], median: 254000, limit: 508000 },
		{ number: 2, wear: [-25400, 762000], median: 762000 },
	];
	it("puts more wear higher, the limit across, and a part under its middle one", () => {
		render(<WearByPlace title="Wear" parts={parts} unit="in" />);
		const [one, two] = [...document.querySelectorAll("rect")];
		expect(number(two, "y")).toBeLessThan(number(one, "y"));
		expect(number(two, "x")).toBeGreaterThan(number(one, "x"));
		const limit = document.querySelector('line[stroke="var(--beyond)"]');
		expect(number(limit, "y1")).toBeLessThan(number(one, "y"));
		expect(number(limit, "y1")).toBeGreaterThan(number(two, "y"));
		expect(document.body.textContent).toContain("wear limit 0.0020");
		for (const line of document.querySelectorAll("line")) {
			expect(number(line, "y1")).toBeGreaterThanOrEqual(0);
			expect(number(line, "y1")).toBeLessThanOrEqual(230);
		}
	});
	it("draws parts without any wear or limit without falling over", () => {
		render(<WearByPlace title="Wear" parts={[{ number: 1, wear: [0], median: 0 }]} unit="mm" />);
		expect(document.querySelectorAll("rect")).toHaveLength(1);
		expect(document.body.innerHTML).not.toContain("NaN");
	});
});
