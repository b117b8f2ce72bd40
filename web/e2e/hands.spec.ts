import { expect, type Locator, test } from "@playwright/test";
import { as, crank, partByPart, ready, take } from "./hands";

/** The server of the group "places". */
const port = Number(process.env.LEDGE_PORT ?? 8271) + 2;

test("a gauge that types is believed with its unit, by Enter or Tab; Ctrl+Z takes the last reading back", async ({
	page,
	request,
}) => {
	await as(page);
	const job = await crank(request, "Cooper's lathe four");
	await page.goto(`${job}/bench/main_journal/1`);
	const tape = page.getByRole("region", { name: "Tape" }).getByRole("listitem");
	await take(page, "2.4985in", 1);
	await ready(page);
	await page.keyboard.type("63.459 mm", { delay: 2 });
	await page.keyboard.press("Tab");
	await expect(tape).toHaveCount(2);
	await expect(page.getByRole("button", { name: /^front, 60°: 2\.498/ })).toBeVisible();
	// A slip is typed over the first, and taken back: the first holds again.
	await page.keyboard.press("ArrowLeft");
	await page.keyboard.press("ArrowLeft");
	await take(page, "89", 3);
	await expect(page.getByRole("button", { name: "front, 0°: 2.4989" })).toBeVisible();
	await page.keyboard.press("Control+z");
	await expect(page.getByRole("button", { name: "front, 0°: 2.4985" })).toBeVisible();
	await expect(tape).toHaveCount(4);
});

test("a telephone on the shop's network: a journal is read, graded and left by touch alone", async ({ browser, request }) => {
	const job = await crank(request, "Maltings four");
	const context = await browser.newContext({ hasTouch: true, isMobile: true, viewport: { width: 390, height: 844 } });
	const page = await context.newPage();
	await as(page);
	await partByPart(page);
	await page.goto(`http://bench.lan:${port}${job}/bench/main_journal/1`);
	const pad = page.getByRole("region", { name: "Number pad" });
	const key = (name: string): Locator => pad.getByRole("button", { name, exact: true });
	let taps = 0;
	const tap = async (what: Locator) => {
		await what.tap();
		taps++;
	};
	const tape = page.getByRole("region", { name: "Tape" }).getByRole("listitem");
	for (const [i, digits] of ["2.4985", "85", "84", "85", "85", "86", "85", "85", "84"].entries()) {
		for (const digit of digits) await tap(key(digit));
		await expect(key("Take (Enter)")).toBeInViewport();
		await tap(key("Take (Enter)"));
		await expect(tape).toHaveCount(i + 1);
	}
	await expect(page.getByText("every place read")).toBeVisible();
	await tap(page.getByRole("button", { name: "Take back" }));
	await expect(tape).toHaveCount(10);
	for (const digit of "84") await tap(key(digit));
	await tap(key("Take (Enter)"));
	await expect(tape).toHaveCount(11);
	await tap(page.getByRole("button", { name: "Look", exact: true }));
	await tap(page.getByRole("dialog").getByRole("button", { name: /^1 / }));
	await expect(page.getByRole("button", { name: "Visual: smooth" })).toBeVisible();
	expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
	expect(taps).toBeLessThan(45);
	const camera = page.locator('input[type="file"]');
	await camera.setInputFiles({
		name: "IMG_7.heic",
		mimeType: "image/heic",
		buffer: Buffer.from("\0\0\0\x18ftypheic\0\0\0\0mif1heic", "latin1"),
	});
	await expect(page.getByText(/IMG_7.heic: This is a HEIC picture/)).toBeVisible();
	await camera.setInputFiles({ name: "groove.png", mimeType: "image/png", buffer: await page.screenshot() });
	await expect(page.getByRole("button", { name: "Add a photograph" })).toHaveText("1");
	await tap(page.getByRole("button", { name: "Next part" }));
	await expect(page.getByRole("heading", { name: /^Rod journal 1:/ })).toBeVisible();
	await context.close();
});
