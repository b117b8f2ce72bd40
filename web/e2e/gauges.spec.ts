import { expect, test } from "@playwright/test";
import { as, rest } from "./hands";

test("an instrument is told, checked, used at the bench, found off, and taken out of service", async ({ page }) => {
	await as(page);
	await page.goto("/gauges");
	await rest(page);
	await page.getByRole("button", { name: "Add an instrument" }).click();
	await page.getByRole("textbox", { name: "Name" }).fill("Micrometer 2 to 3");
	await page.getByRole("textbox", { name: "Tag" }).fill("M-7");
	await page.getByRole("button", { name: "Save" }).click();
	await expect(page.getByText("This is needed.")).toBeVisible();
	await page.getByRole("textbox", { name: "Division" }).fill("0.0001");
	await page.getByRole("textbox", { name: "Standards" }).fill("Bar 2; 2.0000; 0.00002");
	await page.getByRole("button", { name: "Save" }).click();
	await expect(page.getByRole("heading", { level: 1, name: "Micrometer 2 to 3 M-7" })).toBeVisible();
	const checks = page.getByRole("region", { name: "Zero checks" });
	await checks.getByRole("textbox", { name: /Found off by/ }).fill("0");
	await checks.getByRole("button", { name: "Take the check" }).click();
	await expect(checks.getByText("good")).toBeVisible();
	const spread = page.getByRole("region", { name: "One hand's own spread" });
	await spread
		.getByRole("textbox", { name: /Readings/ })
		.fill("2.0000 2.0001 2.0000 1.9999 2.0000 2.0001 2.0000 2.0000 1.9999 2.0000");
	await expect(spread.getByText("Nothing in an open job would be judged otherwise with this.")).toBeVisible();
	await spread.getByRole("button", { name: "Take the readings" }).click();
	await expect(spread.getByText(/Wanda Pell repeats to 0.0001/)).toBeVisible();
	const place = page.url();

	// At the bench it is picked, and its readings carry its name.
	await page.goto("/jobs/1/bench/main_journal/1");
	await rest(page);
	await page.keyboard.press("g");
	const dialog = page.getByRole("dialog");
	await dialog.getByRole("combobox", { name: "From the cabinet" }).click();
	await page.getByRole("option", { name: "Micrometer 2 to 3 M-7" }).click();
	await dialog.getByRole("button", { name: "Use this gauge" }).click();
	await expect(dialog).toHaveCount(0);
	await expect(page.getByRole("button", { name: /Micrometer 2 to 3 M-7/ })).toBeVisible();
	await page.keyboard.press("Enter"); // a repeat of what was read there
	await expect(page.locator("[data-waiting]")).toHaveCount(0);

	await page.goto(place);
	await rest(page);
	await checks.getByRole("textbox", { name: /Found off by/ }).fill("0.0006");
	await checks.getByRole("button", { name: "Take the check" }).click();
	await expect(page.getByText("off by more than is allowed")).toBeVisible();
	await page.getByRole("textbox", { name: "Why" }).last().fill("Dropped.");
	await page.getByRole("button", { name: "Take out of service" }).click();
	await expect(page.getByText("out of service: Dropped.").first()).toBeVisible();
});

test("a study is read blind in an order drawn at random, outlives its page, and says what it cannot know", async ({ page }) => {
	await as(page);
	await page.goto("/gauges");
	await rest(page);
	await page.getByRole("button", { name: "Add an instrument" }).click();
	await page.getByRole("textbox", { name: "Name" }).fill("Bore gauge 2");
	await page.getByRole("textbox", { name: "Division" }).fill("0.0001");
	// How its lines are read is tried on pasted ones while it is typed.
	await page.getByRole("textbox", { name: "Lines to try it on" }).fill("A 2.5003 in\nBAT 87%");
	await page.getByRole("textbox", { name: "Pattern of a line" }).fill("A (?P<value");
	await expect(page.getByText("This is no regular expression.")).toBeVisible();
	await page.getByRole("textbox", { name: "Pattern of a line" }).fill("^A (?P<value>[0-9.]+) (?P<unit>in|mm)$");
	const tried = page.getByRole("list", { name: "What it makes of them" });
	await expect(tried).toContainText("A 2.5003 in → 2.5003 in");
	await expect(tried).toContainText("BAT 87% → The line does not match.");
	await page.getByRole("button", { name: "Save" }).click();
	await page.getByRole("link", { name: "Begin a study" }).click();
	await page.getByRole("textbox", { name: "Hands, by name" }).fill("Ida Lorn, Wanda Pell");
	await page.getByRole("textbox", { name: "Parts" }).fill("3");
	await page.getByRole("textbox", { name: "Trials" }).fill("2");
	await page.getByRole("button", { name: "Begin" }).click();
	const now = page.getByTestId("study");
	for (let n = 0; n < 12; n++) {
		const text = (await now.textContent()) ?? "";
		const part = Number(/(\d+)$/.exec(text)?.[1]);
		if (n === 5) {
			await page.reload();
			await expect(page.getByText("5 of 12")).toBeVisible();
			await expect(now).toHaveText(text);
			await page.getByRole("textbox", { name: text }).focus();
		}
		await page.keyboard.type((2 + part / 1000 + (n % 2) / 10000).toFixed(4));
		await page.keyboard.press("Enter");
		await expect(page.getByText(`${n + 1} of 12`)).toBeVisible();
	}
	await page.getByRole("button", { name: "Take the last one back" }).click();
	await expect(page.getByText("11 of 12")).toBeVisible();
	// A misread figure poisons no gauge: what it cannot be is asked about, any reading is taken out again, and a spread that no
	// hand has is asked about before it is kept.
	const last = Number(/(\d+)$/.exec((await now.textContent()) ?? "")?.[1]);
	const again = page.getByRole("textbox", { name: / reads part / });
	await again.fill("83.5001");
	await page.keyboard.press("Enter");
	await expect(page.getByText(/far from the others/)).toBeVisible();
	await again.fill((2 + last / 1000 + 0.015).toFixed(4));
	await page.keyboard.press("Enter");
	await expect(page.getByText(/differ by \d+ divisions/)).toBeVisible();
	await expect(page.getByRole("button", { name: "Save the study" })).toHaveCount(0);
	await page.getByRole("button", { name: `Remove ${(2 + last / 1000 + 0.015).toFixed(4)}` }).click();
	await again.fill((2 + last / 1000 + 0.0001).toFixed(4));
	await page.keyboard.press("Enter");
	await expect(page.getByText("Nothing in an open job would be judged otherwise with this.")).toBeVisible();
	await page.getByRole("button", { name: "Save the study" }).click();
	const study = page.getByRole("region", { name: "Repeatability study" });
	await expect(study.getByRole("row", { name: /^Repeatability/ })).toBeVisible();
	await expect(study.getByText(/Under five parts/)).toBeVisible();
	await study.getByRole("textbox", { name: /Of a tolerance of/ }).fill("0.0010");
	await expect(study.getByText(/% of the tolerance/)).toBeVisible();
});
