import { expect, type Page } from "@playwright/test";

export async function as(page: Page, name = "Wanda Pell") {
	await page.addInitScript((person) => localStorage.setItem("ledge.person", JSON.stringify(person)), name);
}

/** Waits until the bench takes digits, as a person does. */
export async function ready(page: Page) {
	await expect(page.getByRole("textbox", { name: /Reading at/ })).toBeFocused();
}

/** Types as a person does: digits, then Enter, then a look at what happened. */
export async function take(page: Page, digits: string, cells: number) {
	await ready(page);
	await page.keyboard.type(digits);
	await page.keyboard.press("Enter");
	await expect(page.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(cells);
}
