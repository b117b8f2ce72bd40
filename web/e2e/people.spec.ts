import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import { rest } from "./hands";

const base = `http://127.0.0.1:${Number(process.env.LEDGE_PORT ?? 8271) + 1}`;

test("the first person becomes the owner, lets others in, and each may do what the role allows", async ({ page, browser }) => {
	const code = /code: (\S+)/.exec(readFileSync("test-results/people.log", "utf8"))?.[1] ?? "";
	await page.goto(`${base}/jobs/1/decide/rod_journals`);
	await page.getByLabel("Code").fill("guess");
	await page.getByLabel("Name").fill("Ida Lorn");
	await page.getByRole("textbox", { name: "Password" }).fill("three plain words");
	await page.keyboard.press("Enter");
	await expect(page.getByText("This is not the code that Ledge printed")).toBeVisible();
	await page.getByLabel("Code").fill(code);
	await page.keyboard.press("Enter");
	// The place asked for opens at once.
	await page.getByRole("button", { name: /^Sign: / }).click();
	await expect(page.getByText(/Signed by Ida Lorn/).first()).toBeVisible();
	await page.getByRole("button", { name: "Ida Lorn" }).click();
	await page.getByRole("menuitem", { name: "People" }).click();
	const add = page.getByRole("region", { name: "Add a person" });
	await add.getByLabel("Name").fill("Wanda Pell");
	await add.getByRole("textbox", { name: "First password" }).fill("short");
	await add.getByRole("button", { name: "Add" }).click();
	await expect(add.getByText("A password has at least 10 characters")).toBeVisible();
	await add.getByRole("textbox", { name: "First password" }).fill("gauge in both hands");
	await add.getByRole("button", { name: "Add" }).click();
	await expect(page.getByRole("row", { name: /Wanda Pell/ })).toBeVisible();

	const context = await browser.newContext();
	const wanda = await context.newPage();
	await wanda.goto(`${base}/jobs/4/bench/main_journal/3`);
	await wanda.getByLabel("Name").fill("wanda pell");
	await wanda.getByRole("textbox", { name: "Password" }).fill("not this one");
	await wanda.keyboard.press("Enter");
	await expect(wanda.getByText("Name or password is wrong.")).toBeVisible();
	await wanda.getByRole("textbox", { name: "Password" }).fill("gauge in both hands");
	await wanda.keyboard.press("Enter");
	// What an owner set opens nothing until it is changed.
	const own = wanda.getByRole("dialog", { name: "Choose your password" });
	await own.getByRole("textbox", { name: "First password" }).fill("gauge in both hands");
	await own.getByRole("textbox", { name: "New password" }).fill("crankshaft1");
	await wanda.keyboard.press("Enter");
	await expect(own.getByText(/This password is too common/)).toBeVisible();
	await own.getByRole("textbox", { name: "New password" }).fill("feeler by lamplight");
	await wanda.keyboard.press("Enter");
	const tape = wanda.getByRole("region", { name: "Tape" }).getByRole("listitem");
	await expect(wanda.getByRole("textbox", { name: /Reading at/ })).toBeFocused();
	const before = await tape.count();
	await wanda.keyboard.type("54.98");
	await wanda.keyboard.press("Enter");
	await expect(tape).toHaveCount(before + 1);

	// Her session ends while she types: the reading waits, the page asks, and then it is sent, once.
	// Her page has heard of her own reading and looked again: nothing is on its way that would ask before she has typed.
	await expect(wanda.locator("html")).toHaveAttribute("data-heard", "1");
	await rest(wanda);
	await context.clearCookies();
	await wanda.keyboard.type("54.97");
	await wanda.keyboard.press("Enter");
	await expect(wanda.getByRole("dialog")).toBeVisible();
	await wanda.getByLabel("Name").fill("Wanda Pell");
	await wanda.getByRole("textbox", { name: "Password" }).fill("feeler by lamplight");
	await wanda.keyboard.press("Enter");
	await expect(wanda.getByRole("dialog")).toBeHidden();
	await expect(wanda.getByText("saved", { exact: true })).toBeVisible();
	await expect(tape).toHaveCount(before + 2);
	// The bench stood still under the question: the next place is still the next.
	await expect(wanda.getByRole("heading", { name: "Main 3: End A, 90°" })).toBeVisible();

	await wanda.goto(`${base}/jobs/2/decide/main_journals`);
	await wanda.getByRole("button", { name: /^Sign: / }).click();
	await expect(wanda.getByText("That takes the role decider; you are signed in as inspector.")).toBeVisible();

	// Barred, she is out at once.
	await page.getByRole("button", { name: "Deactivate Wanda Pell" }).click();
	await expect(page.getByRole("row", { name: /Wanda Pell/ }).getByText("deactivated")).toBeVisible();
	await wanda.reload();
	await expect(wanda.getByRole("dialog").getByText("Sign in to Ledge")).toBeVisible();
	await page.getByRole("button", { name: "Ida Lorn", exact: true }).click();
	await page.getByRole("menuitem", { name: "Sign out" }).click();
	await expect(page.getByRole("dialog").getByText("Sign in to Ledge")).toBeVisible();
});
