import { randomUUID } from "node:crypto";
import { type APIRequestContext, expect, type Page, test } from "@playwright/test";
import type { JobView } from "../src/api/client";
import { as, by, crank, ready, rest, take } from "./hands";
import { lineOf } from "./line";

/** The server of the group "around". */
const port = Number(process.env.LEDGE_PORT ?? 8271) + 3;

const view = async (request: APIRequestContext, job: string): Promise<JobView> => (await request.get(`/api/v1${job}`)).json();

const tape = (page: Page) => page.getByRole("region", { name: "Tape" }).getByRole("listitem");

test("a bench works over plain HTTP on a network name: readings, grades, signatures", async ({ page, request }) => {
	await as(page);
	const job = await crank(request, "Tile press four");
	const lan = `http://bench.lan:${port}`;
	await page.goto(`${lan}${job}/bench/main_journal/1`);
	expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
	await take(page, "2.4985", 1);
	await take(page, "86", 2);
	await page.keyboard.press("l");
	await page.keyboard.press("2");
	await expect(page.getByRole("button", { name: "Visual: light marks" })).toBeVisible();
	// A signature, on a job of its own that is measured already.
	const file = await (await request.get("/api/v1/jobs/3/file")).text();
	const copy = await request.post(`/api/v1/imports?take=true&id=${randomUUID()}`, { ...by(), data: { text: file } });
	const { job: id } = (await copy.json()) as { job: number };
	await page.goto(`${lan}/jobs/${id}/decide/rod_journals`);
	await page.getByRole("button", { name: /^Sign: / }).click();
	await expect(page.getByRole("button", { name: "Signed" })).toBeVisible();
});

test("what waits means what its person saw, though another bench corrects what it was read against", async ({
	page,
	request,
}) => {
	await as(page, "Wanda Pell");
	const job = await crank(request, "Kiln fan four");
	const line = await lineOf(page, "**/readings");
	await page.goto(`${job}/bench/main_journal/2`);
	await take(page, "2.4985", 1);
	await rest(page);
	line.away = true;
	await page.keyboard.type("85");
	await expect(page.getByText("2.4985").first()).toBeVisible();
	await page.keyboard.press("Enter");
	await expect(page.getByText("not connected: 1 reading waits here")).toBeVisible();
	// Meanwhile Otto finds that the first reading was one whole undersize off.
	const stations = (await view(request, job)).features.find((f) => f.kind === "main_journal" && f.number === 2);
	const answer = await request.post(`/api/v1${job}/readings`, {
		...by("Otto Brandt"),
		data: {
			id: "5f0f7d0e-52a4-4f3b-8a45-0c3d8a7d5d01",
			kind: "main_journal",
			number: 2,
			state: "as_found",
			station: 0,
			direction: 0,
			what: "size",
			value: 632_079_000, // 2.4885
			typed: "2.4885",
			repeat: false,
			unusual: true,
		},
	});
	expect(answer.status()).toBe(201);
	line.away = false;
	// It is asked about, as what it was when it was entered, and taken as that.
	await expect(page.getByText(/2.4985 in lies more than/)).toBeVisible();
	await page.keyboard.press("Enter");
	await expect(page.getByText("saved", { exact: true })).toBeVisible();
	await expect(tape(page)).toHaveCount(3);
	const after = (await view(request, job)).features.find((f) => f.id === stations?.id);
	const live = after?.tape.filter((r) => r.superseded_by === undefined) ?? [];
	expect(new Set(live.map((r) => `${r.direction}: ${r.value} by ${r.taken_by}`))).toEqual(
		new Set(["0: 632079000 by Otto Brandt", "1: 634619000 by Wanda Pell"]),
	);
});

test("two people on one cell: the second is told, and the tape names both", async ({ page, browser, request }) => {
	await as(page, "Wanda Pell");
	const job = await crank(request, "Dairy pump four");
	const other = await (await browser.newContext()).newPage();
	await as(other, "Otto Brandt");
	await other.route("**/api/v1/live", (route) => route.abort()); // his page does not hear of hers
	await page.goto(`${job}/bench/main_journal/1`);
	await other.goto(`${job}/bench/main_journal/1`);
	await ready(other);
	await take(page, "2.4985", 1);
	await other.keyboard.type("2.4990");
	await other.keyboard.press("Enter");
	await expect(other.getByText(/Wanda Pell read 2.4985 in here meanwhile/)).toBeVisible();
	await expect(other.getByRole("textbox", { name: /Reading at/ })).toHaveValue("2.4990");
	await other.keyboard.press("Enter");
	await expect(tape(other)).toHaveCount(2);
	await expect(tape(other).filter({ hasText: "Wanda Pell" })).toHaveCount(1);
	await expect(tape(other).filter({ hasText: "Otto Brandt" })).toHaveCount(1);
});

test("keys pressed while a bench opens, or while it asks who is there, are not lost", async ({ page, request }) => {
	const job = await crank(request, "Mangle engine four");
	await page.route(`**/api/v1${job}`, async (route) => {
		const answer = await route.fetch();
		await typed; // the page is still empty while the first digits come
		await route.fulfill({ response: answer });
	});
	let done = () => {};
	const typed = new Promise<void>((resolve) => {
		done = resolve;
	});
	await as(page);
	await page.goto(`${job}/bench/main_journal/1`);
	await expect(page.locator(".mantine-Skeleton-root").first()).toBeVisible();
	await page.keyboard.type("2.49");
	done();
	await ready(page);
	await page.keyboard.type("85");
	await expect(page.getByRole("textbox", { name: /Reading at/ })).toHaveValue("2.4985");

	await page.evaluate(() => localStorage.clear());
	const fresh = await page.context().browser()?.newContext();
	const newcomer = await fresh?.newPage();
	if (!newcomer) throw new Error("no browser");
	// The bench comes while the name is half typed: it does not take the rest of it.
	let come = () => {};
	const half = new Promise<void>((resolve) => {
		come = resolve;
	});
	await newcomer.route(`**/api/v1${job}`, async (route) => {
		const answer = await route.fetch();
		await half;
		await route.fulfill({ response: answer });
	});
	await newcomer.goto(`http://127.0.0.1:${port}${job}/bench/main_journal/2`);
	await expect(newcomer.getByLabel("Your name")).toBeFocused();
	await newcomer.keyboard.type("Vera");
	come();
	await expect(newcomer.locator("[data-entry]")).toBeAttached();
	await newcomer.keyboard.type(" Holm");
	await expect(newcomer.getByLabel("Your name")).toHaveValue("Vera Holm");
	await newcomer.keyboard.press("Enter");
	await expect(newcomer.getByRole("dialog")).toHaveCount(0);
	await newcomer.keyboard.type("2.4986");
	await expect(newcomer.getByRole("textbox", { name: /Reading at/ })).toHaveValue("2.4986");
});

test("grades at four a second over a slow line land on the parts that were lit", async ({ page, request }) => {
	await as(page);
	const job = await crank(request, "Rope walk four");
	await page.route("**/looks", async (route) => {
		const answer = await route.fetch();
		await page.waitForFunction(() => true);
		await route.fulfill({ response: answer });
	});
	await page.goto(`${job}/look`);
	await expect(page.getByRole("heading", { name: "Main 1" })).toBeVisible();
	const keys = ["1", "2", "1", "3", "1", "2"];
	for (const key of keys) await page.keyboard.press(key, { delay: 20 });
	const places = (await view(request, job)).shaft.slice(0, keys.length);
	await expect(async () => {
		const now = await view(request, job);
		const looks = places.map(
			(p) => now.features.find((f) => f.kind === (p.throw ? "rod_journal" : "main_journal") && f.number === p.number)?.look,
		);
		expect(looks).toEqual(["smooth", "marked", "smooth", "scored", "smooth", "marked"]);
	}).toPass();
	await page.unrouteAll({ behavior: "wait" }); // the last answer is still on its way
});

test("limits that look mistyped are asked about, and what is typed outlives Back", async ({ page, request }) => {
	await as(page);
	const job = await crank(request, "Brickworks four");
	await page.goto(`${job}/limits`);
	const steps = page.getByRole("textbox", { name: "Main journals: available undersizes" });
	await steps.fill("10, 20, 30");
	await page.getByRole("link", { name: "Brickworks four" }).click();
	await expect(page.getByRole("heading", { name: "Brickworks four", level: 1 })).toBeVisible();
	await page.goBack();
	await expect(steps).toHaveValue("10, 20, 30");
	await expect(page.getByText("is here again")).toBeVisible();
	await page.getByRole("button", { name: "Save the limits" }).click();
	await expect(page.getByText(/was 0.0100, 0.0200, 0.0300 in meant/).first()).toBeVisible();
	await page.getByRole("button", { name: "Yes, take what was meant" }).click();
	await expect(steps).toHaveValue("0.0100, 0.0200, 0.0300");
	await expect(page.getByText("The limits are saved.").first()).toBeVisible();
	await page.reload();
	await expect(steps).toHaveValue("0.01, 0.02, 0.03");
	await expect(page.getByText("is here again")).toHaveCount(0);
	await page.getByRole("textbox", { name: "Main journals: select shells available" }).fill("-.001, +.001");
	await page.getByRole("button", { name: "Save the limits" }).click();
	await expect(page.getByText("The limits are saved.").first()).toBeVisible();
});

test("a job that leaves things open closes with an outcome and a reason, and its bench takes nothing", async ({
	page,
	request,
}) => {
	await as(page, "Ida Lorn");
	const job = await crank(request, "Laundry engine four");
	await page.goto(`${job}/report`);
	await page.getByRole("combobox", { name: "How it ends" }).click();
	await page.getByRole("option", { name: "Made by mistake" }).click();
	await page.getByRole("button", { name: "Close the job" }).click();
	await expect(page.getByText("Say why: it stays on record with your name.")).toBeVisible();
	await page.getByLabel("Why").fill("It was started twice.");
	await page.getByRole("button", { name: "Close the job" }).click();
	await expect(page.getByText(/Made by mistake.*by Ida Lorn.*It was started twice/)).toBeVisible();
	await page.goto(`${job}/bench/main_journal/1`);
	await expect(page.getByText("This job is closed: nothing more is entered.")).toBeVisible();
	await expect(page.getByRole("textbox", { name: /Reading at/ })).toBeDisabled();
});

test("a printed sheet has boxes to tick", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/9/orders/grind");
	await expect(page.getByRole("checkbox").first()).toBeVisible();
	await page.emulateMedia({ media: "print" });
	await expect(page.getByRole("checkbox").first()).toBeVisible();
	await expect(page.getByRole("button", { name: "Came back" })).toBeHidden();
});
