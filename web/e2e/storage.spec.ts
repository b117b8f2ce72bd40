import { type APIRequestContext, expect, type Page, test } from "@playwright/test";
import type { JobView } from "../src/api/client";
import { as, crank, ready, rest, take } from "./hands";
import { lineOf } from "./line";

/** What a browser may do to a bench: its clock goes back, its storage is full, or it gives none. */

const sizes = async (request: APIRequestContext, job: string) => {
	const view: JobView = await (await request.get(`/api/v1${job}`)).json();
	return view.features
		.filter((f) => f.kind === "main_journal")
		.flatMap((f) => f.tape.filter((r) => r.superseded_by === undefined && r.value).map((r) => r.value));
};

const enter = async (page: Page, digits: string) => {
	await ready(page);
	await page.keyboard.type(digits);
	await page.keyboard.press("Enter");
};

test("a clock that goes back between a reading and its correction loses no correction", async ({ page, request }) => {
	await as(page);
	await page.addInitScript(() => {
		const now = Date.now;
		let back = 0;
		Object.assign(window, {
			goBack: () => {
				back += 3_600_000;
			},
		});
		Date.now = () => now() - back;
	});
	const job = await crank(request, "Cider press four");
	const line = await lineOf(page, "**/readings");
	await page.goto(`${job}/bench/main_journal/1`);
	await take(page, "2.4985", 1);
	await rest(page);
	line.away = true;
	await enter(page, "86");
	await expect(page.getByText("not connected: 1 reading waits here")).toBeVisible();
	await page.evaluate(() => (window as unknown as { goBack: () => void }).goBack());
	await page.keyboard.press("Backspace"); // back to the place before
	await enter(page, "84");
	line.away = false;
	await expect(page.getByText("saved", { exact: true })).toBeVisible();
	await expect.poll(() => sizes(request, job)).toEqual([634_619_000, 634_593_600]); // 2.4985, 2.4984
});

for (const [what, spoil] of [
	[
		"full",
		() => {
			Storage.prototype.setItem = () => {
				throw new DOMException("full", "QuotaExceededError");
			};
		},
	],
	[
		"blocked",
		() => {
			Object.defineProperty(window, "localStorage", {
				get() {
					throw new DOMException("blocked", "SecurityError");
				},
			});
		},
	],
] as const) {
	test(`with its storage ${what} a browser still takes and sends readings, and claims nothing that is not so`, async ({
		page,
		request,
	}) => {
		const job = await crank(request, `Threshing four, ${what}`);
		await page.addInitScript(spoil);
		const line = await lineOf(page, "**/readings");
		await page.goto(`${job}/bench/main_journal/1`);
		await page.getByLabel("Your name").fill("Wanda Pell");
		await page.keyboard.press("Enter");
		await enter(page, "2.4985");
		await expect.poll(() => sizes(request, job)).toEqual([634_619_000]);
		line.away = true;
		await enter(page, "84");
		await expect(page.getByText(/not connected/)).toBeVisible();
		await expect(page.getByText(/This browser keeps no data.*Leave the page open until all is saved/)).toBeVisible();
		line.away = false;
		await expect.poll(() => sizes(request, job), { timeout: 40_000 }).toEqual([634_619_000, 634_593_600]);
	});
}
