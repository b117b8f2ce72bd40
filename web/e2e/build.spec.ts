import { randomUUID } from "node:crypto";
import { type APIRequestContext, expect, type Page, test } from "@playwright/test";
import type { AssemblyView } from "../src/api/client";
import { show } from "../src/quantity/length";
import { as, by, rest } from "./hands";
import { job } from "./job";
import { lineOf } from "./line";

/** The demo's job that an engine to be built is a copy of. */
const MODEL = { keyboard: 6, touch: 9 };

const assembly = async (request: APIRequestContext, id: number): Promise<AssemblyView> =>
	(await request.get(`/api/v1/jobs/${id}/assembly`)).json();

/** A copy of a job, every set signed: as advised, but for the mains, which are polished where they can be kept. */
async function signed(request: APIRequestContext, model: number): Promise<number> {
	const text = await (await request.get(`/api/v1/jobs/${model}/file`)).text();
	const doc = JSON.parse(text);
	// The copy is built from its first cap on: only the cards come along.
	doc.build = (doc.build ?? []).filter((e: { what: string }) => e.what === "plan");
	doc.decisions = undefined;
	const made = await request.post(`/api/v1/imports?take=true&id=${randomUUID()}`, {
		...by(),
		data: { text: JSON.stringify(doc) },
	});
	const id = ((await made.json()) as { job: number }).job;
	for (const { set } of (await job(request, id)).said) {
		const view = await job(request, id);
		const one = view.decided.sets.find((s) => s.set === set);
		const polish = one?.options.find((o) => o.action === "polish" && !o.method && o.feasible);
		const way = set === "main_journals" && polish ? polish : one;
		if (!way || way.action === "measure" || way.action === "remeasure") continue;
		const { action, step, shell, method } = way;
		const data = { id: randomUUID(), set, action, step, shell, method, reason: "As the trust asks.", after: 0 };
		await request.post(`/api/v1/jobs/${id}/decisions`, { ...by("Ida Lorn"), data });
	}
	return id;
}

/** What stands large on the page: the next thing to do. */
const large = (page: Page, id: string) => page.getByTestId(id);

/** What a hand does on any device: a key, or what it means to a finger. */
interface Hands {
	type: (page: Page, text: string) => Promise<void>;
	/** Enter, or the button of that name. */
	press: (page: Page, key: string, button: RegExp) => Promise<void>;
}

const keys: Hands = {
	type: (page, text) => page.keyboard.type(text),
	press: (page, key) => page.keyboard.press(key),
};

const fingers: Hands = {
	type: (page, text) => page.keyboard.type(text), // the tablet's own pad
	press: (page, _, button) =>
		page
			.getByRole("main")
			.getByRole("button", { name: button })
			.or(page.getByRole("main").getByRole("link", { name: button }))
			.first()
			.tap(),
};

/** Every run of a card until all is tight; the torque at an angle is read. */
async function tighten(page: Page, hands: Hands, reached: (bolt: string) => string) {
	for (;;) {
		const next = await large(page, "next").textContent();
		if (next === "All tight") {
			// One key never undoes a card: it asks, and what was asked is left again.
			await page.getByRole("button", { name: /^Loosen all/ }).focus();
			await page.keyboard.press("x");
			await expect(page.getByRole("alert").filter({ hasText: "Loosen every bolt of this card?" })).toBeVisible();
			await page.keyboard.press("Escape");
			await expect(page.getByText("Loosen every bolt of this card?")).toHaveCount(0);
			await expect(large(page, "next")).toHaveText("All tight");
			// Loosened for good it is undone with one key, as long as nothing was tightened since.
			await page.keyboard.press("x");
			await page.keyboard.press("x");
			await expect(page.getByRole("button", { name: /^Undo the loosening/ })).toBeVisible();
			await page.keyboard.press("Backspace");
			await expect(large(page, "next")).toHaveText("All tight");
		}
		if (!next || next === "All tight") return;
		if (await page.getByRole("textbox", { name: /Torque reached/ }).isVisible()) {
			await page.getByRole("textbox", { name: /Torque reached/ }).focus();
			await hands.type(page, reached(next));
		}
		await hands.press(page, "Enter", /^Bolt \d+ done/);
		await expect(large(page, "next")).not.toHaveText(next);
	}
}

/** What stands large once every task is done. */
const ALL_DONE = "Everything is done: look at the built engine and sign it.";

/** The task that stands large, or that all are done. */
const standing = (page: Page) => large(page, "task").or(page.getByText(ALL_DONE));

/** Does the task that stands large, and gives back what it was. */
async function task(page: Page, hands: Hands, marked: (ring: string) => boolean): Promise<string | undefined> {
	const text = await standing(page).textContent();
	if (!text || text === ALL_DONE) return undefined;
	const number = /(\d+)$/.exec(text)?.[1] ?? "";
	if (text.startsWith("Put the cap")) {
		await page.getByRole("textbox", { name: "Number on the cap" }).focus();
		await hands.type(page, number);
		await hands.press(page, "Enter", /^Put on/);
	} else if (text.startsWith("Tighten")) {
		await hands.press(page, "Enter", /^Open the torque card/);
		await expect(large(page, "next")).toBeVisible();
		await tighten(page, hands, () => "90");
		await hands.press(page, "n", /^Back to assembly/);
	} else if (text.startsWith("Turn the crank")) {
		await page.getByRole("textbox", { name: /What it took/ }).focus();
		await hands.type(page, "4");
		await hands.press(page, "Enter", /^Turns freely/);
	} else if (/on piston of cylinder/.test(text)) {
		await hands.press(page, marked(text) ? "u" : "Enter", marked(text) ? /^Mark up/ : /^No mark/);
	} else if (text.startsWith("Piston and rod")) {
		await page.getByRole("textbox", { name: "Number on the piston" }).focus();
		await hands.type(page, number.repeat(3)); // piston, rod and cap: the fields lead on
		await hands.press(page, "f", /^To the front/);
		await hands.press(page, "Enter", /^Put in/);
	} else {
		const field = page.getByRole("textbox", { name: /^Measured/ });
		const range = (await field.getAttribute("placeholder")) ?? "";
		const [least, most] = range.split(" to ").map(Number);
		await field.focus();
		await hands.type(page, least !== undefined && most !== undefined ? ((least + most) / 2).toFixed(4) : "0.0040");
		await hands.press(page, "Enter", /^Take/);
	}
	await expect(standing(page)).not.toHaveText(text);
	return text;
}

const marked = (text: string) => /^(Top|Second) ring/.test(text);

async function build(page: Page, request: APIRequestContext, id: number, hands: Hands) {
	await page.goto(`/jobs/${id}/assembly`);
	await rest(page);
	const wanted = (await assembly(request, id)).tasks.length;
	let done = 0;
	while (await task(page, hands, marked)) done++;
	expect(done).toBe(wanted);
	await hands.press(page, "n", /^Built engine/);
	await expect(page.getByRole("heading", { level: 1, name: "The built engine" })).toBeVisible();
	await hands.press(page, "s", /^Sign the built engine/);
	await sayWhy(page, request, id, hands);
	await expect(page.getByText(/signed by Wanda Pell/).first()).toBeVisible();
	const view = await assembly(request, id);
	expect(view.tasks.filter((t) => !t.done || t.wrong)).toEqual([]);
	expect(view.still_open.map((o) => o.reason)).toEqual(view.still_open.map(() => WHY));
	expect(view.signed?.by).toBe("Wanda Pell");
}

const WHY = "The trust saw to it.";

/** What is still open is signed with a reason for each sort of it, and with none left out. */
async function sayWhy(page: Page, request: APIRequestContext, id: number, hands: Hands) {
	const { still_open } = await assembly(request, id);
	expect(still_open.map((o) => o.sort)).toContain("sheet"); // what was decided is proved by nothing
	const fields = page.getByRole("textbox", { name: /^Reason for signing without/ });
	const sorts = new Set(still_open.map((o) => o.sort)).size;
	await expect(fields).toHaveCount(sorts);
	await expect(page.getByText("Do it, or give a reason for signing without it.")).toHaveCount(sorts);
	for (let i = 0; i < sorts; i++) {
		await fields.nth(i).focus();
		await hands.type(page, WHY);
	}
	// What was said outlives the way to a place and back.
	await page.reload();
	await rest(page);
	await expect(fields.first()).toHaveValue(WHY);
	await page.getByRole("heading", { level: 1 }).click();
	await hands.press(page, "s", /^Sign the built engine/);
}

/** Rings to their gaps: what is tight is filed and tried again. */
async function rings(page: Page, id: number, hands: Hands) {
	await page.goto(`/jobs/${id}/fitting`);
	await rest(page);
	const field = page.getByRole("textbox", { name: /^Gap of the/ });
	const range = (await field.getAttribute("placeholder")) ?? "";
	const least = Number(range.split(" ")[0]);
	await field.focus();
	await hands.type(page, (least - 0.002).toFixed(4));
	await hands.press(page, "Enter", /^Take the gap/);
	await expect(page.getByText("file 0.0020")).toBeVisible();
	for (;;) {
		const lit = await field.getAttribute("aria-label");
		const [low, high] = ((await field.getAttribute("placeholder")) ?? "").split(" to ").map(Number);
		await hands.type(page, (((low ?? 0) + (high ?? 0)) / 2).toFixed(4));
		await hands.press(page, "Enter", /^Take the gap/);
		await expect(page.getByRole("textbox", { name: lit ?? "", exact: true })).toHaveCount(0);
		if ((await page.getByText("good").count()) >= (await page.getByRole("row").count()) * 4 - 4) return;
	}
}

/** Parts are ordered and come in; pistons are measured as new ones. */
async function parts(page: Page, request: APIRequestContext, id: number, hands: Hands) {
	await page.goto(`/jobs/${id}/parts`);
	await rest(page);
	for (const [key, button, waits] of [
		["o", /^Order /, "to order"],
		["a", /arrived$/, "ordered"],
	] as const) {
		for (let left = await page.getByRole("cell", { name: waits, exact: true }).count(); left > 0; left--) {
			await hands.press(page, key, button);
			await expect(page.getByRole("cell", { name: waits, exact: true })).toHaveCount(left - 1);
		}
	}
	const view = await assembly(request, id);
	expect(view.parts.every((p) => p.stands === "arrived")).toBe(true);
}

/** A pass at a time until the page says to stop. */
async function polish(page: Page, request: APIRequestContext, id: number, hands: Hands) {
	await page.goto(`/jobs/${id}/polish`);
	await rest(page);
	const journals = (await assembly(request, id)).polish.length;
	expect(journals).toBeGreaterThan(0);
	for (let n = journals; n > 0; n--) {
		const p = (await assembly(request, id)).polish.find((one) => !["stop", "dip", "below"].includes(one.says));
		if (!p) return;
		await page.goto(`/jobs/${id}/polish/${p.kind}.${p.number}`);
		if (n === journals) {
			// A pass half typed outlives its page.
			await page.getByRole("textbox", { name: `Size, ${p.stations[0]}` }).fill("55");
			await page.reload();
			await expect(page.getByRole("textbox", { name: `Size, ${p.stations[0]}` })).toHaveValue("55");
			await page.getByRole("textbox", { name: `Size, ${p.stations[0]}` }).fill("");
		}
		const sizes = p.before.map((size) => size - Math.max(0, Math.min(...p.before) - p.stop));
		for (const [i, size] of sizes.entries()) {
			await page.getByRole("textbox", { name: `Size, ${p.stations[i]}` }).focus();
			await hands.type(page, show(size, "in"));
		}
		await hands.press(page, "Enter", /^Take the pass/);
		await expect(large(page, "says")).toHaveText(/^Stop/);
	}
}

test("an engine is built by keyboard: from signed decisions to its signed sheet", async ({ page, request }) => {
	test.setTimeout(240_000);
	const id = await signed(request, MODEL.keyboard);
	await as(page);
	await page.goto(`/jobs/${id}/orders`);
	await rest(page);
	await page.keyboard.press("i");
	// What rests on nothing measured is asked about, and issued as it is with the same key.
	await expect(page.getByText(/No new piston is measured|No bearing of this step/).first()).toBeVisible();
	await page.keyboard.press("i");
	await expect(page.getByText("Not issued yet")).toHaveCount(0);
	await parts(page, request, id, keys);
	await polish(page, request, id, keys);
	await rings(page, id, keys);
	await build(page, request, id, keys);
	const pdf = await request.get(`/api/v1/jobs/${id}/built.pdf`);
	expect(pdf.headers()["content-type"]).toContain("pdf");
});

test.describe("by touch", () => {
	test.use({ hasTouch: true, isMobile: true, viewport: { width: 820, height: 1180 } });

	test("an engine is built by touch", async ({ page, request }) => {
		test.setTimeout(240_000);
		const id = await signed(request, MODEL.touch);
		await as(page);
		await parts(page, request, id, fingers);
		await rings(page, id, fingers);
		await build(page, request, id, fingers);
	});
});

test("two people on one card see each other's ticks, and a card half done outlives its page", async ({ browser, request }) => {
	const id = await signed(request, MODEL.touch);
	const bench = async (name: string) => {
		const page = await (await browser.newContext()).newPage();
		const line = await lineOf(page, "**/api/v1/jobs/*/assembly");
		await as(page, name);
		await page.goto(`/jobs/${id}/torque/main/0`);
		await rest(page);
		return { page, line };
	};
	const { page: one, line } = await bench("Wanda Pell");
	const { page: other } = await bench("Ida Lorn");
	await one.keyboard.press("Enter");
	await expect(large(one, "next")).toHaveText(/^Bolt 4 /);
	await expect(large(other, "next")).toHaveText(/^Bolt 4 /);
	await other.keyboard.press("Enter");
	await expect(large(one, "next")).not.toHaveText(/^Bolt 4 /);
	const next = (await large(one, "next").textContent()) ?? "";
	await one.reload();
	await rest(one);
	await expect(large(one, "next")).toHaveText(next);
	// While the server is away the ticks wait in the browser, over a reload, too; and go on when it is back.
	line.away = true;
	await one.keyboard.press("Enter");
	await expect(large(one, "next")).not.toHaveText(next);
	await expect(one.getByText(/Not connected/)).toBeVisible();
	await one.reload();
	await expect(one.getByText(/Not connected/)).toBeVisible();
	await expect(one.getByText("3 of 18 ticks")).toBeVisible();
	await expect(other.getByText("2 of 18 ticks")).toBeVisible();
	line.away = false;
	await expect(one.getByText("3 of 18 ticks")).toBeVisible();
	await expect(other.getByText("3 of 18 ticks")).toBeVisible();
});

test("a bolt that yielded is loosened and replaced alone, and its cap after it", async ({ page, request }) => {
	const id = await signed(request, MODEL.touch);
	await as(page);
	await page.goto(`/jobs/${id}/torque/main/0`);
	await rest(page);
	await tighten(page, keys, () => "90");
	const bolt = (n: number) => page.getByRole("button", { name: new RegExp(`^Bolt ${n}: `) });
	await bolt(3).click();
	await expect(page.getByText("Loosen bolt 3 alone?")).toBeVisible();
	await page.keyboard.press("Escape");
	await bolt(3).click();
	await page.getByRole("button", { name: "Loosen it and fit a new bolt 3" }).click();
	await expect(large(page, "next")).toHaveText(/^Bolt 3 · step 1/);
	await expect(page.getByRole("button", { name: /^Undo the loosening/ })).toHaveCount(0); // another bolt is in
	await tighten(page, keys, () => "90");
	await bolt(3).click();
	await page.getByRole("button", { name: "Loosen cap 2" }).click();
	await expect(page.getByText("Bolts 3, 4 loosened.")).toBeVisible();
	await page.keyboard.press("Backspace");
	await expect(large(page, "next")).toHaveText("All tight");
	const view = await assembly(request, id);
	expect(view.bolts.map((b) => b.uses)).toEqual(view.bolts.map(() => 1));
});

test("a cap of another rod is refused in words, and a ring upside down", async ({ page, request }) => {
	const id = await signed(request, MODEL.touch);
	await as(page);
	await page.goto(`/jobs/${id}/assembly`);
	await rest(page);
	await page.getByRole("textbox", { name: "Number on the cap" }).focus();
	await page.keyboard.type("2");
	await page.keyboard.press("Enter");
	await expect(page.getByRole("alert")).toContainText("Cap 2 does not belong on main 1");
	await page.getByRole("textbox", { name: "Number on the cap" }).focus();
	await page.keyboard.type("1");
	await page.keyboard.press("Enter");
	await expect(page.getByRole("alert")).toHaveCount(0);
	await page.getByRole("button", { name: "Expander on piston of cylinder 1" }).click();
	await page.keyboard.press("d");
	await expect(page.getByRole("alert")).toContainText("the ring is upside down");
});

test("a torque card is told as the book prints it, its order tapped", async ({ page, request }) => {
	const id = await signed(request, MODEL.touch);
	await as(page);
	await page.goto(`/jobs/${id}/torque`);
	await rest(page);
	await page.getByRole("button", { name: "New card" }).click();
	await page.getByRole("combobox", { name: "Bolts of" }).click();
	await page.getByRole("option", { name: "Other bolts" }).click();
	await page.getByRole("textbox", { name: "Name", exact: true }).fill("Flywheel");
	await page.getByRole("textbox", { name: "Steps" }).fill("20, tight");
	await page.getByRole("textbox", { name: "Bolts in a column" }).fill("2");
	await page.getByRole("textbox", { name: "Columns" }).fill("2");
	await page.getByRole("button", { name: "Save the card" }).click();
	await expect(page.getByText("A step is a torque or an angle with a degree sign")).toBeVisible();
	await page.getByRole("textbox", { name: "Steps" }).fill("20, 45, 90°");
	for (const bolt of [1, 4, 2, 3]) await page.getByRole("button", { name: new RegExp(`^Bolt ${bolt}:`) }).click();
	await page.getByRole("button", { name: "Save the card" }).click();
	await page.getByRole("link", { name: "Flywheel" }).click();
	for (const bolt of [1, 4, 2]) {
		await expect(large(page, "next")).toHaveText(`Bolt ${bolt} · step 1 of 3`);
		await page.keyboard.press("Enter");
	}
	// What is next is tapped on the part, too.
	await page.getByRole("button", { name: "Bolt 3: next" }).click();
	await expect(large(page, "next")).toHaveText("Bolt 1 · step 2 of 3");
	const card = (await assembly(request, id)).plan.cards.find((c) => c.name === "Flywheel");
	expect(card?.order).toEqual([1, 4, 2, 3]);
});
