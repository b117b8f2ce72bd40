import { randomUUID } from "node:crypto";
import { type APIRequestContext, expect, type Page } from "@playwright/test";
import type { JobView } from "../src/api/client";

/** Says who sends a request that no page sends. */
export const by = (name = "Wanda Pell") => ({ headers: { "Ledge-Person": encodeURIComponent(name) } });

export async function as(page: Page, name = "Wanda Pell") {
	await page.addInitScript((person) => {
		localStorage.setItem("ledge.person", JSON.stringify(person));
		localStorage.setItem("ledge.bench.known", "true"); // it explained itself before
	}, name);
}

/** Somebody who goes part by part, and says when to go on. */
export async function partByPart(page: Page) {
	await page.addInitScript(() => localStorage.setItem("ledge.path", JSON.stringify("station")));
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
	await expect(page.locator("[data-waiting]")).toHaveCount(0);
}

/** Waits until a page has come to rest: nothing asked for, nothing on its way, the line for other benches' changes open. */
export async function rest(page: Page, live = true) {
	if (live) await expect(page.locator("html")).toHaveAttribute("data-live", "open");
	await expect(page.locator('.mantine-Skeleton-root, [aria-busy="true"]')).toHaveCount(0);
	await expect(page.locator("html")).toHaveAttribute("data-busy", "0");
}

/** A crankshaft of one's own to work on, with the limits of the orchard pump. */
export async function crank(request: APIRequestContext, engine: string, cylinders = 4, came = ["crankshaft"]): Promise<string> {
	const data = {
		id: randomUUID(),
		engine,
		customer: "",
		duty: "standard",
		came,
		unit: "in",
		arrangement: "inline",
		cylinders,
		copy_from: 1,
	};
	const made = await request.post("/api/v1/jobs", { ...by(), data });
	return `/jobs/${((await made.json()) as JobView).job.id}`;
}
