import { randomUUID } from "node:crypto";
import { type APIRequestContext, expect, type Page, test } from "@playwright/test";
import type { FeatureView, JobView, OrderedView } from "../src/api/client";
import { meaning } from "../src/quantity/digits";
import { show } from "../src/quantity/length";
import { by } from "./hands";
import { job } from "./job";

/** What a simulated engine of the demo reads; the run measures it again in a new job. */
const MODEL = 6;

/**
 * With LEDGE_SOAK the device takes every reading. Without, it takes one part of each way of reading, and another bench the others: the
 * places and the hands are the same.
 */
const WHOLE = process.env.LEDGE_SOAK !== undefined;
/** Kinds that are read as another one is. */
const ALIKE = /^(main_journal|rod_journal|pin_height|deck_heights|small_end|pin|pin_bore|rod_bearing)$/;
const byDevice = (f: { kind: string; number: number }) => WHOLE || (f.number === 1 && !ALIKE.test(f.kind));

/** How a person enters: each digit, Enter and letter counts as one. */
export interface Hand {
	text: (text: string) => Promise<void>;
	enter: () => Promise<void>;
	next: () => Promise<void>;
}

export interface Device {
	name: string;
	hand: (page: Page) => Hand;
	/** Where the bench is reached, and what it is. */
	base?: string;
	options?: Parameters<typeof test.use>[0];
}

/** The readings of a feature by cell, in the order they are taken. */
function readings(feature: FeatureView): { cell: string; values: number[] }[] {
	return feature.by_station.map((cell) => ({
		cell: `${cell.station} ${cell.direction}`,
		values: feature.tape
			.filter((r) => r.superseded_by === undefined && r.station === cell.station && r.direction === cell.direction)
			.flatMap((r) => (r.value === undefined ? [] : [r.value])),
	}));
}

/** The fewest digits a person has to type for a size, given what was read so far; the whole size where nothing is known. */
function fewest(size: number, expected: { size: number; own: boolean } | undefined): string {
	const text = show(size, "in");
	const digits = text.replace(".", "");
	for (let n = expected?.own ? 2 : 3; n < digits.length; n++) {
		const typed = digits.slice(-n);
		const m = meaning(typed, expected, "in");
		if (m.kind === "size" && m.length === size) return typed;
	}
	return text;
}

/** What a person types for a value of a part, given what was read of it so far. */
function typedFor(f: FeatureView, value: number, expected: FeatureView["expected"]): string {
	if (f.quantity === "size") return fewest(value, expected);
	if (f.kind === "runout") return String(value / 25_400); // its dial's divisions
	const thousandths = value / 254_000;
	const plain = thousandths === 0 || (Math.abs(thousandths) >= 1 && Number.isInteger(thousandths * 10));
	return plain ? String(thousandths) : show(value, "in").replace("0.", ".");
}

/** Enters what is left of a part as another bench does: all that the core asks about is so. */
async function enterElsewhere(request: APIRequestContext, id: number, now: FeatureView, values: number[][]) {
	const gauge = (await job(request, id)).gauges.filter((g) => g.kind === now.kind).at(-1)?.id;
	for (const [i, cell] of now.by_station.entries()) {
		for (const value of values[i] ?? []) {
			const { kind, number, state, component } = now;
			const { station, direction } = cell;
			const data = {
				id: randomUUID(),
				kind,
				number,
				state,
				component,
				station,
				direction,
				what: "size",
				value,
				typed: "",
				gauge,
			};
			const sent = await request.post(`/api/v1/jobs/${id}/readings`, { ...by(), data: { ...data, repeat: true, unusual: true } });
			expect(sent.ok(), await sent.text()).toBe(true);
		}
	}
}

/** What a part reads after its work: a good shop hits the middle of what was ordered, a tenth here or there. */
function asOrdered(view: OrderedView, now: FeatureView): number[][] | undefined {
	const line = view.orders.issued
		.filter((o) => !o.struck)
		.flatMap((o) => o.body.lines)
		.find((l) => l.state === now.state && l.feature?.kind === now.kind && l.feature.number === now.number);
	if (!line) return undefined;
	const [low, high] = [line.min ?? 0, line.max ?? 0];
	const middle = Math.floor((low + high) / 2 / 25_400) * 25_400;
	const off = high - low > 4 * 25_400 ? 25_400 : 0;
	return now.by_station.map((_, i) => [now.quantity === "size" ? middle + (i === 1 ? off : 0) : 0]);
}

/** Proves what another bench proves; one part of each kind is left to the device. */
async function proveElsewhere(request: APIRequestContext, id: number) {
	const lines = (await job(request, id)).orders.issued.flatMap((o) => o.body.lines);
	for (const { feature, state } of lines) {
		if (!feature || !state || byDevice(feature)) continue;
		const find = async () =>
			(await job(request, id)).features.find((f) => f.kind === feature.kind && f.number === feature.number && f.state === state);
		if (!(await find())) await request.post(`/api/v1/jobs/${id}/states`, { ...by(), data: { kind: feature.kind, state } });
		const now = await find();
		const values = now && asOrdered(await job(request, id), now);
		if (now && values) await enterElsewhere(request, id, now, values);
	}
}

/** The order of work by kind and number, in sittings of a minute at most. */
const SITTINGS = [
	["before the strip and the tunnel", /^(end_float|main_housing|tunnel_edge|main_alignment) /],
	["cylinders and deck", /^(cylinder|deck|deck_heights) /],
	["mains", /^main_journal /],
	["rod journals", /^rod_journal /],
	["runout", /^(runout|pin_height) /],
	["rods, big ends", /^rod_housing /],
	["rods", /^(rod_|small_end)/],
	["pistons", /^(piston|pin|pin_bore|ring_groove|protrusion) /],
	["shells in", /_(bearing|shell|strip) /],
] as const;

const named = (f: { kind: string; number: number }) => `${f.kind} ${f.number}`;

/**
 * A complete inline four measured by one device alone, going by set-up, its work ordered and proved by the same: every key or tap is
 * counted, part by part, and what was entered is what the model reads.
 */
export function wholeEngine({ name, hand, base = "", options = {} }: Device) {
	test.describe
		.serial(`a complete inline four is measured and proved by ${name} alone`, () => {
			test.use(options);
			let id = 0;
			const counted = new Map<string, { keys: number; readings: number }>();
			const done = new Set<string>();
			const count = (where: string, keys: number, readings = 0) => {
				const so = counted.get(where) ?? { keys: 0, readings: 0 };
				counted.set(where, { keys: so.keys + keys, readings: so.readings + readings });
			};
			const told = () => {
				const all = [...counted.values()];
				const keys = all.reduce((n, c) => n + c.keys, 0);
				const taken = all.reduce((n, c) => n + c.readings, 0);
				const parts = [...counted].map(([kind, c]) => `${kind} ${c.readings}: ${c.keys}`).join(", ");
				console.log(`by ${name}: ${taken} readings, ${keys} in all, ${(keys / taken).toFixed(2)} each (${parts})`);
				return { keys, taken };
			};

			test("a job is started", async ({ request }) => {
				const made = await request.post("/api/v1/jobs", {
					...by(),
					data: {
						id: randomUUID(),
						engine: `Sawmill four, by ${name}`,
						customer: "",
						duty: "heavy",
						came: ["block", "crankshaft", "rods", "pistons"],
						unit: "in",
						arrangement: "inline",
						cylinders: 4,
						copy_from: MODEL,
					},
				});
				id = ((await made.json()) as JobView).job.id;
			});

			/** Enters what a part reads, cell by cell, and returns once all of it is with the server. */
			async function enter(page: Page, how: Hand, now: FeatureView, values: number[][]) {
				let expected = now.expected;
				const own: number[] = [];
				for (const cell of values) {
					for (const [i, value] of cell.entries()) {
						if (i > 0) {
							await how.enter(); // once more at the cell just read
							count(now.kind, 1);
						}
						const typed = typedFor(now, value, expected);
						await how.text(typed);
						await how.enter();
						count(now.kind, typed.length + 1, 1);
						own.push(value);
						expected = { size: Math.round(own.reduce((a, b) => a + b, 0) / own.length), own: true };
					}
				}
				await expect(page.getByText("saved", { exact: true })).toBeVisible();
			}

			const start = async (page: Page) => {
				await page.addInitScript(() => {
					localStorage.setItem("ledge.person", JSON.stringify("Wanda Pell"));
					localStorage.setItem("ledge.bench.known", "true");
					localStorage.setItem("ledge.path", JSON.stringify("setup"));
				});
				return hand(page);
			};
			const here = (page: Page) => new URL(page.url()).pathname.split("/").slice(-2).join(" ");

			for (const [sitting, parts] of SITTINGS) {
				test(sitting, async ({ page, request }) => {
					const model = await job(request, MODEL);
					const how = await start(page);
					const lacking = async () =>
						(await job(request, id)).features.filter((f) => parts.test(named(f)) && !done.has(named(f)));
					const open = async () => (await lacking()).find(byDevice);
					for (;;) {
						const [kind = "", number] = here(page).split(" ");
						const at = { kind, number: Number(number) };
						if (done.has(here(page)) || !parts.test(here(page)) || !byDevice(at)) {
							const next = await open();
							if (!next) break;
							await page.goto(`${base}/jobs/${id}/bench/${next.kind}/${next.number}`);
						}
						await expect(page.getByRole("textbox", { name: /Reading at/ })).toBeFocused();
						const url = page.url();
						const part = here(page);
						done.add(part);
						const source = model.features.find((f) => named(f) === part);
						const now = (await job(request, id)).features.find((f) => named(f) === part);
						if (!source || !now) throw new Error(`nothing to enter for ${part}`);
						if (part === "runout 1") {
							// A dial that shows tenths: its divisions are typed.
							const gauge = { kind: "runout", instrument: "indicator", division: 25_400, mode: "divisions", sense: 1 };
							await request.post(`/api/v1/jobs/${id}/gauges`, { ...by(), data: { id: randomUUID(), ...gauge } });
							await expect(page.getByRole("button", { name: /Indicator 0.0001/ })).toBeVisible();
						}
						await enter(
							page,
							how,
							now,
							readings(source).map((r) => r.values),
						);
						// By set-up the bench went on to the next of its kind by itself.
						if (page.url() !== url) continue;
						await expect(page.getByText("every place read")).toBeVisible();
						await how.next();
						count(now.kind, 1);
						await expect(page).not.toHaveURL(url);
					}
					for (const left of await lacking()) {
						const source = model.features.find((f) => named(f) === named(left));
						await enterElsewhere(request, id, left, source ? readings(source).map((r) => r.values) : []);
						done.add(named(left));
					}
				});
			}

			// The first part of a kind is entered with a digit more than those after it.
			const most = WHOLE ? 3.2 : 3.4;
			test(`what was entered is what the model reads, in at most ${most} each`, async ({ request }) => {
				const model = await job(request, MODEL);
				const after = await job(request, id);
				const { keys, taken } = told();
				expect(taken).toBeGreaterThanOrEqual(WHOLE ? 150 : 40);
				expect(keys / taken).toBeLessThanOrEqual(most);
				for (const f of model.features) {
					if (f.kind === "ring_gap") continue; // taken up on demand only
					const again = after.features.find((g) => named(g) === named(f));
					expect(again && readings(again), named(f)).toEqual(readings(f));
				}
				expect(after.decided.sets.every((s) => s.action !== "measure")).toBe(true);
				expect(after.bend?.course).toBe(model.bend?.course);
				counted.clear();
			});

			test("its work is signed and ordered; what came back is proved by at most 200", async ({ page, request }) => {
				for (const set of (await job(request, id)).decided.sets) {
					const { action, step, shell, method } = set;
					const data = { id: randomUUID(), set: set.set, action, step, shell, method, reason: "", after: 0 };
					expect((await request.post(`/api/v1/jobs/${id}/decisions`, { ...by(), data })).ok(), set.set).toBe(true);
				}
				await request.post(`/api/v1/jobs/${id}/orders`, { ...by(), data: { sheets: [], sure: true } });
				const how = await start(page);
				if (!WHOLE) await proveElsewhere(request, id);
				await page.goto(`${base}/jobs/${id}/verify`);
				for (let parts = 0; parts < 40; parts++) {
					await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
					const before = page.url();
					if (!before.includes("/bench/")) {
						if (before.endsWith("/report")) break;
						await how.next();
						count("ways", 1);
						await expect(page).toHaveURL(/\/bench\//);
					}
					await expect(page.getByRole("textbox", { name: /Reading at/ })).toBeFocused();
					const url = page.url();
					const view = await job(request, id);
					const now = view.features.filter((f) => named(f) === here(page)).at(-1);
					const values = now && asOrdered(view, now);
					if (!values) throw new Error(`nothing is ordered of ${here(page)}`);
					await enter(page, how, now, values);
					if (page.url() !== url) continue;
					await how.next();
					count("ways", 1);
					await expect(page).not.toHaveURL(url);
				}
				const { keys } = told();
				const proofs = (await job(request, id)).orders.issued.filter((o) => !o.struck).flatMap((o) => o.proofs);
				expect(proofs.length).toBeGreaterThan(10);
				expect(proofs.filter((p) => p.verdict !== "within")).toEqual([]);
				expect(keys).toBeLessThanOrEqual(200);
			});
		});
}
