import { expect, test } from "@playwright/test";
import { as, crank, partByPart, take } from "./hands";

test("a quick look first: four places on every main, then the rest of the one that could be out", async ({ page, request }) => {
	await as(page);
	await partByPart(page);
	const job = await crank(request, "Cider press twin", 2);
	await page.goto(job);
	await page.getByRole("button", { name: "Plans: how they are measured" }).click();
	const quick = page.getByRole("switch", { name: "Quick look first" }).first();
	await quick.focus();
	await expect(page.getByText(/^passes \d+ in 100 with some \d+ readings each, the whole plan/)).toBeVisible();
	await quick.press("Space");
	await expect(quick).toBeChecked();
	await page.goto(`${job}/bench/main_journal/1`);
	for (let main = 1; main <= 3; main++) {
		await expect(page.getByRole("heading", { name: `Main ${main}: Front, 0°` })).toBeVisible();
		const sizes = main === 1 ? ["2.4985", "85", "85", "85"] : ["985", main === 2 ? "77" : "85", "85", "85"];
		for (const [i, digits] of sizes.entries()) await take(page, digits, i + 1);
		await expect(page.getByText("every place read")).toBeVisible();
		if (main < 3) await page.keyboard.press("n");
	}
	await page.getByRole("link", { name: /^Measure Main 2/ }).click();
	await expect(page.getByText("reading 5 of 9")).toBeVisible();
	for (let i = 5; i <= 9; i++) await take(page, "85", i);
	await expect(page.getByText("every place read")).toBeVisible();
	await page.goto(`${job}/decide/main_journals`);
	await expect(
		page.getByText("Mains 1 and 3 are far inside by a quick look, 4 of 9 places each: the rest was left."),
	).toBeVisible();
	await expect(page.getByText("read at a few places only, so a barrel or a waist was seen in part").first()).toBeAttached();
	await page.goto(`${job}/history`);
	await expect(page.getByText("Main journals: looked at quickly first")).toBeVisible();
});
