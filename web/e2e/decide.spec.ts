import { execFileSync } from "node:child_process";
import { expect, test } from "@playwright/test";
import { as, ready } from "./hands";

test("the total and the ready date move with the choice; a dearer rate moves them, too", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/6/decide/cylinders");
	const whole = page.getByRole("region", { name: "The whole job" });
	await expect(whole.getByText(/ready/).first()).toBeVisible();
	const total = () => whole.locator("b").first().innerText();
	const before = await total();
	await page.getByRole("button", { name: "Try: Bore 0.020 in over" }).click();
	await expect.poll(total).not.toBe(before);
	await page.getByRole("link", { name: /^Mains/ }).click();
	await expect(page.getByRole("heading", { name: /^Mains: / })).toBeVisible();
	await expect(page.getByRole("button", { name: "Back to what is signed or advised" })).toBeVisible();
	await page.getByRole("button", { name: "Back to what is signed or advised" }).click();
	await expect.poll(total).toBe(before);
	await whole.getByText(/best combinations/).click();
	await whole
		.getByRole("button", { name: /crowns, ready/ })
		.last()
		.click();
	await expect.poll(total).not.toBe(before);
	// A combination is a choice to look at: nothing is signed by it.
	await page.reload();
	await expect.poll(total).toBe(before);

	await page.goto("/rates");
	const hone = page.getByLabel("Hone: price for each");
	await hone.fill("a lot");
	await page.getByRole("button", { name: "Save the rates" }).click();
	await expect(page.getByText("An amount, with two decimals at most.")).toBeVisible();
	await hone.fill("214");
	await page.getByRole("button", { name: "Save the rates" }).click();
	await expect(page.getByText("The rates are saved.")).toBeVisible();
	await page.goto("/jobs/6/decide/cylinders");
	await expect.poll(total).not.toBe(before);
	await page.goto("/");
	await expect(page.getByRole("link", { name: /Sawmill four.*L-0006/ }).getByText(/ready /)).toBeVisible();
});

test("Ctrl K finds a job from every place, by words, by what was decided and by a size; the bench has its keys back", async ({
	page,
}) => {
	await as(page);
	await page.goto("/jobs/4/bench/main_journal/1");
	await ready(page);
	const box = page.getByRole("searchbox", { name: /^Find a job/ }).or(page.getByPlaceholder(/^Find a job/));
	const found = page.getByRole("dialog").getByRole("button");
	await page.keyboard.press("Control+k");
	await expect(box).toBeFocused();
	await page.keyboard.type("grind 0.25");
	await expect(found.filter({ hasText: "Railcar six diesel" })).toBeVisible();
	await box.fill("winch");
	await expect(found.first()).toHaveText(/Winch V-twinL-0003/);
	await page.keyboard.press("Escape");
	await ready(page);
	await page.keyboard.press("Control+k");
	await box.fill("winch");
	await expect(found.first()).toHaveText(/Winch V-twinL-0003/);
	await page.keyboard.press("Enter");
	await expect(page).toHaveURL(/\/jobs\/3$/);
});

test("another policy says what it would change before it is kept", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/2/limits");
	const changes = page.getByRole("region", { name: "What saving would change" });
	await expect(changes.getByText("No decision changes.")).toBeVisible();
	await page.getByRole("textbox", { name: "Main journals: max. wear" }).fill("0.001");
	await expect(changes.getByText("Saving would change:")).toBeVisible();
	await expect(changes.getByText(/Mains: grind .*; before: (keep as they are|polish)/)).toBeVisible();
	await page.reload();
	await page.getByRole("button", { name: "Start from what is saved" }).click();
	await expect(changes.getByText("No decision changes.")).toBeVisible();
	await page.getByLabel("Clean-up allowance").fill("some");
	await expect(page.getByText("“some” is not a number.")).toBeVisible();
	await page.getByLabel("Clean-up allowance").fill("0.03");
	await page.getByRole("button", { name: "Let new jobs in millimetres start with this" }).click();
	await expect(page.getByText("New jobs start with it from now on.")).toBeVisible();
});

test("parts are matched, swapped by hand and settled; rings say what to file", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/6/match");
	const pistons = page.getByRole("region", { name: "Pistons to cylinders" });
	await pistons.getByRole("button", { name: "Use the best match" }).click();
	await pistons.getByRole("combobox", { name: "piston for cylinder 1" }).click();
	await page.getByRole("option", { name: "piston 2" }).click();
	await pistons.getByRole("button", { name: "Save this matching" }).click();
	await expect(pistons.getByText("saved by Wanda Pell")).toBeVisible();
	await page.reload();
	await expect(pistons.getByRole("combobox", { name: "piston for cylinder 1" })).toHaveValue("piston 2");
	await expect(
		page
			.getByRole("region", { name: "Ring gaps" })
			.getByText(/off one end only/)
			.first(),
	).toBeVisible();
	await page.goto("/jobs/7/match");
	await expect(
		page
			.getByRole("region", { name: "Rods by weight" })
			.getByText(/rods \d and \d/)
			.first(),
	).toBeVisible();
});

test("an engine's card is compared, saved and read back; a broken one is refused place by place", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/6/limits");
	await page.getByRole("combobox", { name: "Another card, or another job's" }).click();
	await page.getByRole("option", { name: /Threshing four/ }).click();
	await expect(page.getByRole("cell", { name: "Main journals: new", exact: true })).toBeVisible();
	const [download] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("link", { name: "Save as a file" }).click(),
	]);
	expect(download.suggestedFilename()).toBe("Sawmill_four.card.json");
	const path = await download.path();
	await page.goto("/jobs/5/limits");
	await page.getByRole("button", { name: "Import" }).click();
	const chooser = page.locator('input[type="file"]');
	await chooser.setInputFiles({
		name: "broken.json",
		mimeType: "application/json",
		buffer: Buffer.from('{"format": "ledge.inspection/1"}'),
	});
	await expect(page.getByText("/unit: is required")).toBeVisible();
	await chooser.setInputFiles(path);
	await expect(page.getByText(/Sawmill four: limits for \d+ kinds/)).toBeVisible();
	await page.getByRole("button", { name: "Load this card" }).click();
	const size = page.getByRole("textbox", { name: "Main journals: new" });
	await expect(size).toHaveValue("2.2480–2.2490");
	await size.focus();
	await expect(page.getByRole("combobox", { name: "Where this comes from" })).not.toHaveValue("not specified");
	// Nothing is kept before it is saved.
	await page.reload();
	await page.getByRole("button", { name: "Start from what is saved" }).click();
	await expect(size).not.toHaveValue("2.2480–2.2490");
});

test("the screen says what the command line says of the same document", async ({ page }) => {
	await as(page);
	const file = await (await page.request.get("/api/v1/jobs/7/file")).text();
	const result = JSON.parse(execFileSync("../bin/ledge", ["evaluate", "-"], { input: file, encoding: "utf8" }));
	expect(result.sets.length).toBeGreaterThan(5);
	const verbs: Record<string, RegExp> = {
		reuse: /keep/,
		polish: /polish/,
		hone: /hone/,
		bore: /bore/,
		grind: /grind/,
		line_hone: /line-hone/,
		resize: /resize|file/,
		skim: /skim/,
		replace: /replace|fit new/,
		sleeve: /sleeve/,
		measure: /measure/,
		remeasure: /measured again/,
	};
	for (const set of result.sets) {
		await page.goto(`/jobs/7/decide/${set.set}`);
		await expect(page.getByRole("heading", { level: 1 })).toHaveText(verbs[set.action] ?? /never/);
		// What holds of several parts in the same words is one line on the board.
		const alone = set.reasons.filter((r: { code: string }) => !/^(unsure_|no_limit|no_look|coarse_gauge)/.test(r.code));
		for (const reason of alone.slice(0, 3)) await expect(page.getByText(reason.text).first()).toBeAttached();
	}
});
