import { expect, type Page, test } from "@playwright/test";
import type { FeatureView, JobView } from "../src/api/client";
import { Hands, type Truth } from "./door";
import { by } from "./hands";

/** The shop on its first day stands two doors on. */
const empty = (base: string | undefined) => (base ?? "").replace(/\d+$/, (port) => String(Number(port) + 2));

/** What the demo's sawmill engine reads, place by place; where nobody read it, what is usual. */
async function sawmill(page: Page, base: string): Promise<{ truth: Truth; table: string }> {
	const model: JobView = await (await page.request.get(`${base}/api/v1/jobs/6`)).json();
	const truth: Truth = (part, station, direction) => {
		const of = (f: FeatureView) =>
			f.tape.filter((r) => r.superseded_by === undefined && r.station === station && r.direction === direction).at(-1)?.value;
		const one = model.features.find((f) => f.kind === part.kind && f.number === part.number);
		return (one && of(one)) ?? 0;
	};
	const written = await page.request.post(`${base}/api/v1/limit-tables/write`, {
		...by(),
		data: { limits: model.job.limits, unit: "in", block: "book" },
	});
	return { truth, table: ((await written.json()) as { text: string }).text };
}

/** Sets a dial that shows tenths up for the turning shaft, before its first reading. */
const tenthsDial = (hands: Hands) => async (part: FeatureView) => {
	if (part.kind !== "runout" || hands.division.has(part.kind)) return;
	hands.division.set(part.kind, 25_400);
	await hands.press("g");
	await expect(hands.page.getByRole("textbox", { name: /One division/ })).toBeFocused();
	await hands.press("Control+a");
	await hands.type(".0001");
	await hands.page.getByText("Divisions", { exact: true }).click();
	await hands.page.getByText(/Clockwise is larger/i).click();
	hands.keys += 2;
	await hands.page.getByRole("textbox", { name: /One division/ }).focus();
	await hands.press("Enter");
	await expect(hands.page.getByRole("button", { name: /Indicator 0.0001/ })).toBeVisible();
	await expect(hands.page.getByRole("textbox", { name: /Reading at/ })).toBeFocused();
};

test("from an empty shop to a proved order in at most 1 000 keys", async ({ page, baseURL }) => {
	test.setTimeout(100_000);
	const base = empty(baseURL);
	const { truth, table } = await sawmill(page, baseURL ?? "");
	const hands = new Hands(page, base, page.request);
	await page.goto(base);
	await page.getByLabel("Your name").waitFor();
	await hands.type("Wanda Pell");
	await hands.press("Enter");
	await hands.click("link", "Start a job");
	await expect(page.getByRole("textbox", { name: "Engine" })).toBeFocused();
	await hands.type("Sawmill four");
	await hands.click("switch", "Look at journals quickly first");
	await hands.click("button", "Start the job");
	await page.locator('input[name="book.main_journal.new"]').click();
	hands.keys++;
	await hands.paste(table);
	await expect(page.getByRole("button", { name: /^Take \d+ values/ })).toBeFocused();
	await hands.press("Enter");
	await hands.click("button", "Save the limits");
	await expect(page.getByText("The limits are saved.")).toBeVisible();
	const card = hands.keys;
	await hands.press("n");
	await expect(page).toHaveURL(/\/bench\//);
	// By set-up the bench goes on by itself.
	for (let n = 0; n < 4 && !(await page.evaluate(() => localStorage.getItem("ledge.path")?.includes("setup"))); n++)
		await hands.press("p");
	await hands.measure(truth, tenthsDial(hands));
	const measured = hands.keys;
	for (let n = 0; n < 12 && page.url().includes("/decide"); n++) {
		const url = page.url();
		await hands.press("s");
		await expect(page.getByRole("button", { name: /^Signed/ })).toBeVisible();
		await hands.press("n");
		await expect(page).not.toHaveURL(url);
	}
	await expect(page).toHaveURL(/\/orders/);
	await hands.press("i");
	await expect(
		page.getByRole("button", { name: /^Prove .* n$/ }).or(page.getByRole("link", { name: /^Prove .* n$/ })),
	).toBeVisible();
	const ordered = hands.keys;
	await hands.press("n");
	const { orders } = await hands.view();
	const lines = orders.issued.flatMap((o) => o.body.lines);
	await hands.measure((part) => {
		const line = lines.find((l) => l.state === part.state && l.feature?.kind === part.kind && l.feature.number === part.number);
		if (part.quantity !== "size") return 0;
		return Math.floor(((line?.min ?? 0) + (line?.max ?? 0)) / 2 / 25_400) * 25_400;
	});
	await expect(page).toHaveURL(/\/report/);
	const proofs = (await hands.view()).orders.issued.flatMap((o) => o.proofs);
	console.log(
		`from the door: ${hands.keys} keys: to the card saved ${card}, ${hands.readings} readings, measured ${measured - card}, signed and ordered ${ordered - measured}, proved ${hands.keys - ordered}`,
	);
	expect(proofs.length).toBeGreaterThan(5);
	expect(proofs.filter((p) => p.verdict !== "within")).toEqual([]);
	expect(hands.keys).toBeLessThanOrEqual(1000);
});
