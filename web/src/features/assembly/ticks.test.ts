import { describe, expect, it } from "vitest";
import type { AssemblyTask, AssemblyView, TorqueCard } from "../../api/client";
import { isDone } from "./ticks";
import type { Doing } from "./use-build";

const card = { key: "rod", group: "rod", rows: 2, columns: 1, unit: "lb_ft", steps: [{}, {}] } as TorqueCard;
const run = { card: "rod", of: 2, stays: true, ticks: [["tick", "tick"], ["tick"]] };
const view = (runs: unknown[]) =>
	({
		plan: { cards: [card] },
		runs,
		card_runs: [{ card: "rod", sequence: [1, 2], runs: [{ of: 2, standing: runs.length - 1 }] }],
	}) as unknown as AssemblyView;
const task = { what: "tighten", card: "rod", number: 2, done: false } as AssemblyTask;
const tick = (step: number, bolt: number, more: Partial<Doing> = {}): Doing => ({
	what: "tighten",
	card: "rod",
	run: 2,
	step,
	bolt,
	final: true,
	...more,
});

describe("what is on its way counts", () => {
	it("a card whose last bolt waits to be sent is done; one of another rod, or under half of its steps, is not", () => {
		expect(isDone(view([run]), [], task)).toBe(false);
		expect(isDone(view([run]), [tick(2, 2)], task)).toBe(true);
		expect(isDone(view([run]), [tick(2, 2, { run: 3 })], task)).toBe(false);
		expect(isDone(view([]), [tick(1, 1), tick(1, 2)], task)).toBe(false);
	});
	it("a card tightened without the server is done where it stays in the engine, not where it is measured under", () => {
		const all = (final: boolean) => [tick(1, 1), tick(1, 2), tick(2, 1), tick(2, 2)].map((e) => ({ ...e, final }));
		expect(isDone(view([]), all(true), task)).toBe(true);
		expect(isDone(view([]), all(false), task)).toBe(false);
		expect(isDone(view([{ ...run, stays: false }]), [tick(2, 2)], task)).toBe(false);
	});
	it("a cap, a ring and a piston are done by the event of their own number", () => {
		const cap = { what: "cap", number: 3, done: false } as AssemblyTask;
		expect(isDone(view([]), [{ what: "cap", number: 3, cap: 3 }], cap)).toBe(true);
		expect(isDone(view([]), [{ what: "cap", number: 2, cap: 2 }], cap)).toBe(false);
	});
});
