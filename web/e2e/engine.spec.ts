import { randomUUID } from "node:crypto";
import { type APIRequestContext, expect, test } from "@playwright/test";
import type { FeatureView, JobView } from "../src/api/client";
import { meaning } from "../src/quantity/digits";
import { show } from "../src/quantity/length";
import { by } from "./hands";

/** What a simulated engine of the demo reads; the run measures it again in a new job. */
const MODEL = 6;

const job = async (request: APIRequestContext, id: number): Promise<JobView> => (await request.get(`/api/v1/jobs/${id}`)).json();

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

/** The order of work by kind and number, in sittings of a minute at most. */
const SITTINGS = [
	["before the strip and the tunnel", /^(end_float|main_housing|tunnel_edge|main_alignment) /],
	["cylinders and deck", /^(cylinder|deck|deck_heights) /],
	["journals, along the shaft", /^(main|rod)_journal [12]$/],
	["journals, its rear half", /^(main|rod)_journal [345]$/],
	["runout", /^(runout|pin_height) /],
	["rods, big ends", /^rod_housing /],
	["rods", /^(rod_|small_end)/],
	["pistons", /^(piston|pin|pin_bore|ring_groove|protrusion) /],
	["shells in", /_(bearing|shell|strip) /],
] as const;

test.describe
	.serial("a complete inline four is measured by keyboard alone", () => {
		let id = 0;
		let keys = 0;
		let taken = 0;
		const done = new Set<string>();

		test("a job is started", async ({ request }) => {
			const made = await request.post("/api/v1/jobs", {
				...by(),
				data: {
					id: randomUUID(),
					engine: "Sawmill four, again",
					customer: "",
					duty: "heavy",
					scope: "engine",
					unit: "in",
					arrangement: "inline",
					cylinders: 4,
					copy_from: MODEL,
				},
			});
			id = ((await made.json()) as JobView).job.id;
		});

		for (const [name, parts] of SITTINGS) {
			test(name, async ({ page, request }) => {
				const model = await job(request, MODEL);
				const open = async () =>
					(await job(request, id)).features.find(
						({ kind, number }) => parts.test(`${kind} ${number}`) && !done.has(`${kind} ${number}`),
					);
				await page.addInitScript(() => localStorage.setItem("ledge.person", JSON.stringify("Wanda Pell")));
				const input = page.getByRole("textbox", { name: /Reading at/ });
				const press = async (text: string, enter = true) => {
					await page.keyboard.type(text);
					if (enter) await page.keyboard.press("Enter");
					keys += text.length + (enter ? 1 : 0);
				};
				for (;;) {
					const here = new URL(page.url()).pathname.split("/").slice(-2).join(" ");
					if (done.has(here) || !parts.test(here)) {
						const next = await open();
						if (!next) break;
						await page.goto(`/jobs/${id}/bench/${next.kind}/${next.number}`);
					}
					await expect(input).toBeFocused();
					const url = page.url();
					const [kind = "", number = ""] = new URL(url).pathname.split("/").slice(-2);
					done.add(`${kind} ${number}`);
					const source = model.features.find((f) => f.kind === kind && f.number === Number(number));
					const now = (await job(request, id)).features.find((f) => f.kind === kind && f.number === Number(number));
					if (!source || !now) throw new Error(`nothing to type for ${kind} ${number}`);
					if (kind === "runout" && number === "1") {
						// A dial that shows tenths: its divisions are typed. Set up with the keyboard, too.
						await page.keyboard.press("g");
						await page.getByLabel("One division, in").fill("0.0001");
						await page.getByRole("radio", { name: "Divisions" }).press("Space");
						await page.getByRole("button", { name: "Use this gauge" }).press("Enter");
						await expect(page.getByRole("button", { name: /Indicator 0.0001/ })).toBeVisible();
						await expect(input).toBeFocused();
					}
					let expected = now.expected;
					const own: number[] = [];
					for (const { values } of readings(source)) {
						for (const [i, value] of values.entries()) {
							if (i > 0) {
								await page.keyboard.press("Enter"); // once more at the cell just read
								keys++;
							}
							const small = now.quantity !== "size";
							const thousandths = value / 254_000;
							const typed = !small
								? fewest(value, expected)
								: kind === "runout"
									? String(value / 25_400)
									: Number.isInteger(thousandths)
										? String(thousandths)
										: show(value, "in").replace("0.", ".");
							await press(typed);
							own.push(value);
							expected = { size: Math.round(own.reduce((a, b) => a + b, 0) / own.length), own: true };
							taken++;
						}
					}
					await expect(page.getByText("saved", { exact: true })).toBeVisible();
					await expect(page.getByText("every place read")).toBeVisible();
					if ((await page.locator("footer").getByText("next part").count()) === 0) continue;
					await press("n", false);
					await expect(page).not.toHaveURL(url);
				}
			});
		}

		test("what was typed is what the model reads, part by part", async ({ request }) => {
			const model = await job(request, MODEL);
			const after = await job(request, id);
			expect(taken).toBeGreaterThanOrEqual(150);
			console.log(`${taken} readings, ${(keys / taken).toFixed(2)} keystrokes a reading, going from part to part included`);
			expect(keys / taken).toBeLessThan(4);
			for (const f of model.features) {
				if (f.kind === "ring_gap") continue; // taken up on demand only
				const again = after.features.find((g) => g.kind === f.kind && g.number === f.number);
				expect(again && readings(again), `${f.kind} ${f.number}`).toEqual(readings(f));
			}
			expect(after.evaluation.sets.every((s) => s.action !== "measure")).toBe(true);
			expect(after.bend?.course).toBe(model.bend?.course);
		});
	});
