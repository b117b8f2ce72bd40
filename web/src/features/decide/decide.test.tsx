import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { CostsView } from "../../api/client";
import { tradeoffGeometry } from "../../drawing/tradeoff";
import costs from "../../testdata/costs-6.json";
import { serve, visit } from "../../testdata/server";
import { days, money } from "../../words/intl";
import { DecidePlace } from ".";

beforeEach(() => localStorage.setItem("ledge.person", '"Wanda Pell"'));
afterEach(() => {
	document.body.innerHTML = "";
	localStorage.clear();
});

const asked = (calls: ReturnType<typeof serve>) =>
	calls.filter((c) => c.path.endsWith("/costs")).map((c) => (c.body as { options: Record<string, number> }).options);

describe("the whole job", () => {
	it("shows cost and date, each way's own, and asks anew for what is tried", async () => {
		const calls = serve();
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/6/decide/cylinders");
		const whole = await screen.findByRole("region", { name: "The whole job" });
		expect(within(whole).getAllByText(money(costs.cost, costs.currency)).length).toBeGreaterThan(0);
		const bore = screen.getByRole("button", { name: "Try: Bore 0.020 in over" });
		fireEvent.click(bore);
		await waitFor(() => expect(asked(calls)).toHaveLength(2));
		const [option] = Object.entries(asked(calls)[1] ?? {});
		expect(option?.[0]).toBe("cylinders");
		fireEvent.click(await screen.findByRole("button", { name: "Back to what is signed or advised" }));
		await waitFor(() => expect(screen.queryByRole("button", { name: "Back to what is signed or advised" })).toBeNull());
	});
	it("says which sizes clean: above the line for a bore, below it for a journal", async () => {
		serve();
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/6/decide/cylinders");
		expect(await screen.findByText(/at or above the line cleans every cylinder/)).toBeTruthy();
		document.body.innerHTML = "";
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/1/decide/main_journals");
		expect(await screen.findByText(/at or below the line cleans every journal/)).toBeTruthy();
	});
	it("takes a combination from the picture's list, a way for every set", async () => {
		const calls = serve();
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/6/decide/cylinders");
		const whole = await screen.findByRole("region", { name: "The whole job" });
		const last = (costs as CostsView).combos.length - 1;
		fireEvent.click(within(whole).getAllByRole("button", { name: /ready/, hidden: true })[last] as HTMLElement);
		await waitFor(() => expect(asked(calls)).toHaveLength(2));
		expect(Object.values(asked(calls)[1] ?? {})).toEqual((costs as CostsView).combos[last]?.options);
	});
	it("says so where it would be late, and where the shop has no rates", async () => {
		serve((call) => (call.path.endsWith("/costs") ? { status: 200, body: { ...costs, late: true } } : undefined));
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/6/decide/cylinders");
		expect(await screen.findByText(/Later than promised/)).toBeTruthy();
		document.body.innerHTML = "";
		serve();
		visit(<DecidePlace />, "/jobs/:id/decide/:set?", "/jobs/1/decide/main_journals");
		expect(await screen.findByRole("link", { name: "rate card" })).toBeTruthy();
	});
});

it("draws cost upwards, days to the right, and what is nearer to its target larger", () => {
	const g = tradeoffGeometry(
		[
			{ cost: 100, days: 9, off: 1000 },
			{ cost: 300, days: 2, off: 0 },
		],
		200,
		100,
	);
	const [cheap, quick] = g.points;
	expect(cheap?.x).toBeGreaterThan(quick?.x ?? 0);
	expect(cheap?.y).toBeGreaterThan(quick?.y ?? 0);
	expect(quick?.r).toBeGreaterThan(cheap?.r ?? 0);
	const one = tradeoffGeometry([{ cost: 0, days: 0, off: 0 }], 200, 100);
	expect(Number.isFinite(one.points[0]?.x) && Number.isFinite(one.points[0]?.y)).toBe(true);
});

it("writes money and days as people do", () => {
	expect(money(123_400, "crowns")).toBe("1,234 crowns");
	expect(money(50, "")).toBe("0.50");
	expect([0, 1, 12].map(days)).toEqual(["at once", "1 day", "12 days"]);
});
