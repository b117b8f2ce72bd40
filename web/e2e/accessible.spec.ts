import { expect, type Page, test } from "@playwright/test";
import { barriers } from "./barriers";
import { as, ready } from "./hands";

const WHOLE = process.env.LEDGE_SOAK !== undefined;

/** Each place, where most of it is to be seen. */
const PLACES = [
	"/",
	"/jobs/new",
	"/cards",
	"/cards/new",
	"/jobs/1/components",
	"/jobs/4/bench/rod_journal/1",
	"/jobs/5/limits",
	"/jobs/6",
	"/jobs/6/intake",
	"/jobs/6/strip",
	"/jobs/6/clean",
	"/jobs/6/look",
	"/rates",
	"/gauges",
	"/jobs/6/match",
	"/jobs/6/decide/main_journals",
	"/jobs/6/bench/deck/1",
	"/jobs/5/bench/runout/2",
	"/jobs/5/features/cylinder/3",
	"/jobs/9/orders/bore",
	"/jobs/9/verify",
	"/jobs/9/torque",
	"/jobs/6/torque/rod/1",
	"/jobs/9/parts",
	"/jobs/9/polish",
	"/jobs/9/fitting",
	"/jobs/9/assembly",
	"/jobs/9/built",
	"/jobs/9/report",
	"/jobs/9/history",
	"/search",
	"/learned?engine=Sawmill+four",
	"/jobs/6/nowhere",
];

/** The same places with other jobs, parts and decisions. */
const OTHERS = [
	"/jobs/1",
	"/jobs/1/limits",
	"/jobs/2/bench/main_bearing/1",
	"/jobs/1/features/main_journal/3",
	"/jobs/1/decide/main_journals",
	"/jobs/4/decide/main_journals",
	"/jobs/5",
	"/jobs/6/bench/end_float/1",
	"/jobs/7/bench/tunnel_edge/1",
	"/jobs/5/bench/cylinder/3",
	"/jobs/5/bench/rod_housing/4",
	"/jobs/5/decide/cylinders",
];

// One page goes through them all, as one person does: what it brought once it need not bring again.
let page: Page;
test.beforeAll(async ({ browser }) => {
	page = await browser.newPage();
	await as(page);
});
test.afterAll(() => page.close());

for (const place of WHOLE ? [...PLACES, ...OTHERS] : PLACES) {
	test(`${place} is accessible on either ground and fits its screen`, async () => {
		await page.setViewportSize({ width: 1280, height: 800 });
		await page.emulateMedia({ colorScheme: "light" });
		await page.goto(place);
		await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
		expect(await barriers(page)).toEqual([]);
		// The ground changes nothing but colours.
		await page.emulateMedia({ colorScheme: "dark" });
		await expect(page.locator("html")).toHaveAttribute("data-mantine-color-scheme", "dark");
		expect(await barriers(page, { runOnly: ["color-contrast"] })).toEqual([]);
		// At 200 % of its size a laptop's screen holds a quarter of what it did; its colours are the same.
		await page.setViewportSize({ width: 640, height: 400 });
		expect(await barriers(page, { rules: { "color-contrast": { enabled: false } } }), "at 200 %").toEqual([]);
		for (const [width, height] of [
			[1280, 800],
			[820, 1180],
			[390, 844],
			[320, 640],
		] as const) {
			await page.setViewportSize({ width, height });
			const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
			expect(over, `at ${width}`).toBeLessThanOrEqual(0);
		}
	});
}

test("who wants no motion sees none", async () => {
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.emulateMedia({ colorScheme: "light", reducedMotion: "reduce" });
	await page.goto("/jobs/4/bench/rod_journal/1");
	await ready(page);
	const moving = () =>
		page.evaluate(() => {
			const still = (a: Animation) => Number(a.effect?.getComputedTiming().duration ?? 0) <= 1;
			return document.getAnimations().filter((a) => !still(a)).length;
		});
	await page.keyboard.press("g");
	await expect(page.getByRole("dialog")).toBeVisible();
	expect(await moving()).toBe(0);
	await page.keyboard.press("Escape");
	await page.emulateMedia({ reducedMotion: null });
});
