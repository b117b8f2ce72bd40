import { type ChildProcessWithoutNullStreams, spawn } from "node:child_process";
import { randomUUID } from "node:crypto";
import { mkdtempSync, readFileSync } from "node:fs";
import { type AddressInfo, createServer, type Socket } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type APIRequestContext, expect, type Page, test } from "@playwright/test";
import type { JobView } from "../src/api/client";
import type { Facts, Link } from "../src/api/gauges";
import { as, by, crank, ready, rest } from "./hands";

const PATTERN = "^G1 (?P<sign>[+-])(?P<value>[0-9.]+) (?P<unit>mm|in) (?P<status>OK|LOW)$";

/** An instrument of the shop's whose lines are read, connected where it is said how. */
async function instrument(request: APIRequestContext, facts: Partial<Facts>, link?: Partial<Link>): Promise<string> {
	const id = randomUUID();
	const base = { name: "Micrometer", tag: id.slice(0, 4), kind: "micrometer", unit: "in", division: 25400, sense: 1 };
	const line = { expression: PATTERN, unit: "in" };
	const told = { id, what: "told", facts: { ...base, line, ...facts } };
	expect((await request.post("/api/v1/instruments", { ...by(), data: told })).ok()).toBe(true);
	if (link) {
		const data = { id: randomUUID(), what: "wired", link: { sends: "pressed", ...link } };
		expect((await request.post(`/api/v1/instruments/${id}/link`, { ...by(), data })).ok()).toBe(true);
	}
	return id;
}

/** Sets an instrument up for a kind. */
async function setUp(request: APIRequestContext, job: string, kind: string, cabinet: string, more = {}) {
	const data = { id: randomUUID(), kind, instrument: "micrometer", division: 25400, mode: "direct", sense: 1, cabinet, ...more };
	expect((await request.post(`/api/v1${job}/gauges`, { ...by(), data })).ok()).toBe(true);
}

const jobOf = async (request: APIRequestContext, job: string): Promise<JobView> => (await request.get(`/api/v1${job}`)).json();
const sizes = (view: JobView, kind: string) =>
	view.features
		.filter((f) => f.kind === kind)
		.flatMap((f) => f.tape.filter((r) => r.superseded_by === undefined).map((r) => ({ number: f.number, ...r })));

/** The stand-in, and the port on which it plays. */
async function standIn(...more: string[]): Promise<{ gauge: ChildProcessWithoutNullStreams; port: string; truth: string }> {
	const truth = join(mkdtempSync(join(tmpdir(), "ledge-")), "truth.json");
	const gauge = spawn("../bin/ledge", ["gauge", "--listen", "127.0.0.1:0", "--truth", truth, ...more]);
	const port = await new Promise<string>((resolve) => {
		gauge.stdout.on("data", (text: Buffer) => {
			const found = /tcp:\/\/\S+/.exec(String(text))?.[0];
			if (found) resolve(found);
		});
	});
	return { gauge, port, truth };
}

interface Place {
	kind: string;
	number: number;
	station: number;
	direction: number;
	truth: number;
	shown: number;
}

/** A gauge of one's own: what is said goes to whoever listens. */
async function played() {
	const heard = new Set<Socket>();
	const server = createServer((socket) => {
		heard.add(socket);
		socket.on("close", () => heard.delete(socket));
		socket.on("error", () => heard.delete(socket));
	});
	await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
	let last = "";
	let shows: ReturnType<typeof setInterval> | undefined;
	return {
		port: `tcp://127.0.0.1:${(server.address() as AddressInfo).port}`,
		say: (line: string) => {
			last = line;
			for (const socket of heard) socket.write(`${line}\r\n`);
		},
		/** From now on it goes on saying what it said last, as a gauge does that shows all the time. */
		showing: () => {
			shows ??= setInterval(() => {
				for (const socket of heard) if (last) socket.write(`${last}\r\n`);
			}, 250);
		},
		listeners: () => heard.size,
		unplug: () => {
			for (const socket of heard) socket.destroy();
			heard.clear();
		},
		end: () => {
			clearInterval(shows);
			server.close();
		},
	};
}

/** Takes the line of the gauge that is set up. */
async function takeLine(page: Page) {
	await expect(page.getByRole("button", { name: /Take its line/ })).toBeVisible();
	await page.keyboard.press("t");
}

const live = (page: Page) =>
	page.getByRole("status").filter({ has: page.getByRole("button", { name: /Take its line|Let go|Take it over/ }) });

test("a whole crank is measured through a gauge that is told, connected and taken at the bench, by its line alone", async ({
	page,
}) => {
	const gauge = await standIn(
		...["--wait", "--unit", "in", "--plan", "3x3", "--kinds", "main_journal:5:2.4998,rod_journal:4:2.1248,runout:5:0.0012"],
		...["--division", "0.0001", "--looseness", "0.00008", "--sends", "shows", "--rate", "100", "--at", "120ms", "--seed", "4"],
	);
	try {
		await as(page);
		await page.addInitScript(() => localStorage.setItem("ledge.path", JSON.stringify("setup")));
		const job = await crank(page.request, "Orchard pump by line");
		const id = await instrument(page.request, {});
		await page.goto(`/gauges/${id}`);
		await rest(page);
		const link = page.getByRole("region", { name: "How it is connected" });
		await link.getByRole("button", { name: "Connect" }).click();
		await link.getByRole("combobox", { name: "Port" }).fill("/etc/passwd");
		await link.getByRole("button", { name: "Save" }).click();
		await expect(link.getByText(/Write tcp:\/\/ADDRESS:PORT/)).toBeVisible();
		await link.getByRole("combobox", { name: "Port" }).fill(gauge.port);
		await link.getByRole("combobox", { name: "A line is" }).click();
		await page.getByRole("option", { name: "what it shows now" }).click();
		await link.getByRole("textbox", { name: "Foot switch says" }).fill("^TAKE$");
		await link.getByRole("textbox", { name: "Bounces for" }).fill("20");
		await link.getByRole("button", { name: "Save" }).click();
		await expect(link.getByText(`Its line is ${gauge.port}.`)).toBeVisible();

		await setUp(page.request, job, "main_journal", id);
		await setUp(page.request, job, "rod_journal", id);
		await setUp(page.request, job, "runout", id, { instrument: "indicator", mode: "length" });
		await page.goto(`${job}/bench/main_journal/1`);
		await rest(page);
		await ready(page);
		await takeLine(page);
		await expect(page.getByRole("button", { name: /Let go/ })).toBeVisible();
		gauge.gauge.stdin.write("\n");
		await expect(page).toHaveURL(/main_journal\/5/, { timeout: 90_000 });
		await expect(page.getByText("every place read")).toBeVisible({ timeout: 90_000 });
		await page.goto(`${job}/bench/rod_journal/1`);
		await ready(page);
		// The line is held again by itself: the page was only left for another part.
		await expect(page.getByRole("button", { name: /Let go/ })).toBeVisible();
		gauge.gauge.stdin.write("\n");
		await expect(page).toHaveURL(/rod_journal\/4/, { timeout: 90_000 });
		await expect(page.getByText("every place read")).toBeVisible({ timeout: 90_000 });
		await page.goto(`${job}/bench/runout/1`);
		await ready(page);
		await expect(page.getByRole("button", { name: /Let go/ })).toBeVisible();
		gauge.gauge.stdin.write("\n");
		await expect(page).toHaveURL(/runout\/5/, { timeout: 90_000 });
		await expect(page.getByText("every place read")).toBeVisible({ timeout: 90_000 });
		await rest(page);

		const places = JSON.parse(readFileSync(gauge.truth, "utf8")) as Place[];
		const view = await jobOf(page.request, job);
		const read = [...sizes(view, "main_journal"), ...sizes(view, "rod_journal"), ...sizes(view, "runout")];
		expect(read).toHaveLength(121);
		for (const [i, place] of places.entries()) {
			const { number, station, direction } = place;
			expect(read[i], `reading ${i}`).toMatchObject({ number, station, direction, value: place.shown, by_line: true });
			expect(read[i]?.typed).toMatch(/^G1 [+-][02]\.\d+ in OK$/);
			expect(Math.abs((read[i]?.value ?? 0) - place.truth)).toBeLessThan(4.5 * 25400 * 0.8 + 12700);
		}
	} finally {
		gauge.gauge.kill();
	}
});

test("what a line says is asked about as fingers are, is shown where it is no reading, and never keeps anybody from typing", async ({
	page,
	browser,
}) => {
	const gauge = await played();
	await as(page);
	const job = await crank(page.request, "Orchard pump, loose pattern");
	// A careless pattern: it takes any figure for a size.
	const line: Facts["line"] = { expression: "(?P<value>[0-9.]+)", unit: "in" };
	const id = await instrument(page.request, { line }, { port: gauge.port, debounce: 20 });
	await setUp(page.request, job, "main_journal", id);
	const tape = page.getByRole("region", { name: "Tape" }).getByRole("listitem");
	await page.goto(`${job}/bench/main_journal/1`);
	await ready(page);
	await takeLine(page);
	await expect.poll(gauge.listeners).toBe(1);
	gauge.say("2.4985");
	await expect(tape).toHaveCount(1);

	// A battery's level is a size to this pattern, and an unlikely one to the bench; said again it confirms nothing.
	gauge.say("BAT 87%");
	await expect(page.getByText(/Enter takes it as it is/)).toBeVisible();
	gauge.say("BAT 87%");
	await page.waitForTimeout(300);
	await expect(page.getByText(/Enter takes it as it is/)).toBeVisible();
	await expect(tape).toHaveCount(1);
	gauge.say("2.4986");
	await expect(tape).toHaveCount(2);
	gauge.say("no figure here");
	await expect(page.getByText(/It sends what is no reading: “no figure here”/)).toBeVisible();

	// Who types types: the line takes no digits away, and waits for nobody.
	await page.keyboard.type("2.49");
	gauge.say("2.4987");
	await expect(page.getByText(/Digits are being typed/)).toBeVisible();
	await page.keyboard.type("84");
	await page.keyboard.press("Enter");
	await expect(tape).toHaveCount(3);
	await expect(page.locator("[data-waiting]")).toHaveCount(0);

	// Another bench is told who has the line, and may take it over.
	const other = await (await browser.newContext()).newPage();
	await as(other, "Otto Reed");
	await other.goto(`${page.url().replace(/\/1$/, "/2")}`);
	await ready(other);
	await takeLine(other);
	await expect(other.getByText(/Wanda Pell has the line/)).toBeVisible();
	await other.getByRole("button", { name: "Take it over" }).click();
	await expect(other.getByRole("button", { name: /Let go/ })).toBeVisible();
	await expect(page.getByText(/Otto Reed has the line/)).toBeVisible();
	gauge.say("2.4981");
	await expect(other.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(1);
	await expect(tape).toHaveCount(3);

	// Unplugged and plugged in again it comes back by itself; a reload takes it again.
	gauge.unplug();
	await expect.poll(gauge.listeners).toBe(1);
	gauge.say("2.4982");
	await expect(other.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(2);
	await other.reload();
	await expect(other.getByRole("button", { name: /Let go/ })).toBeVisible();
	await expect.poll(gauge.listeners).toBe(1);
	// In one piece, as a gauge sends it: a busy machine that writes line by line would play a slow hand.
	const flood = Array(40).fill("2.4983").join("\r\n");
	let floods = 0;
	await expect(async () => {
		gauge.say(flood); // it is told until the line is quiet, which a slow page may come too late for
		floods++;
		await expect(other.getByText(/more than any gauge does/)).toBeVisible({ timeout: 1500 });
	}).toPass();
	// The first of a flood may have been a reading; what follows is none.
	const few = await other.getByRole("region", { name: "Tape" }).getByRole("listitem").count();
	expect(few).toBeLessThanOrEqual(2 + floods);
	gauge.say(flood);
	await other.waitForTimeout(500);
	await expect(other.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(few);
	await other.context().close();
	gauge.end();
});

test("a bore gauge is rocked: its trace and turning point are seen, Enter takes the turning point, and its zero comes by line, too", async ({
	page,
}) => {
	const gauge = await played();
	gauge.showing(); // one that shows nothing for two seconds is silent, however slow the machine is
	await as(page);
	const id = await instrument(
		page.request,
		{ name: "Bore gauge", kind: "bore_gauge", sense: -1 },
		{ port: gauge.port, sends: "shows", debounce: 20 },
	);
	const swing = (at: number) => {
		for (let k = -6; k <= 6; k++)
			gauge.say(`G1 ${at - k * k * 3 < 0 ? "-" : "+"}0.${String(Math.abs(at - k * k * 3)).padStart(4, "0")} in OK`);
	};
	const job = await crank(page.request, "Orchard pump, rocked", 4, ["crankshaft", "block"]);
	await setUp(page.request, job, "cylinder", id, {
		instrument: "bore_gauge",
		mode: "length",
		setting: 889_000_000,
		sense: -1,
	});
	await page.goto(`${job}/bench/cylinder/1`);
	await ready(page);
	await page.getByRole("button", { name: /Take its line/ }).click();
	await expect.poll(gauge.listeners).toBe(1);
	await page.getByRole("textbox", { name: /Reading at/ }).focus();

	await page.keyboard.press("z");
	const dialog = page.getByRole("dialog");
	gauge.say("G1 +0.0002 in OK");
	await expect(dialog.getByText("rock it through the turning point")).toBeVisible();
	swing(2);
	await expect(dialog.getByText("The gauge shows 0.0002 in")).toBeVisible();
	await dialog.getByRole("button", { name: "Take what it shows" }).click();
	// More on its dial is less of a bore.
	await expect(dialog.getByRole("textbox")).toHaveValue("-0.0002");
	await page.keyboard.press("Escape");
	await expect(dialog).toHaveCount(0);
	await ready(page);
	await page.keyboard.press("Enter");
	await expect(page.getByText(/has not turned back yet/)).toBeVisible();
	swing(-12);
	await expect(live(page)).toContainText("turned back at −0.0012 = 3.5012 in");
	await expect(live(page).locator("svg path")).toBeVisible();
	await page.keyboard.press("Enter");
	await expect(page.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveText(/3\.5012/);
	gauge.end();
});

test("a gauge at a port of the bench's own machine is read through the browser", async ({ page }) => {
	await as(page);
	await page.addInitScript(() => {
		let send: ((text: string) => void) | undefined;
		const port = {
			readable: undefined as ReadableStream | undefined,
			writable: null,
			async open() {
				port.readable = new ReadableStream({
					start(c) {
						send = (text) => c.enqueue(new TextEncoder().encode(text));
					},
				});
			},
			async close() {},
		};
		Object.assign(window, { sendFromPort: (text: string) => send?.(text), portIsOpen: () => send !== undefined });
		let granted = false;
		Object.defineProperty(navigator, "serial", {
			value: {
				getPorts: async () => (granted ? [port] : []),
				requestPort: async () => {
					granted = true;
					return port;
				},
			},
		});
	});
	const job = await crank(page.request, "Orchard pump by browser");
	const id = await instrument(page.request, {}, { port: "browser", debounce: 20 });
	await setUp(page.request, job, "main_journal", id);
	await page.goto(`${job}/bench/main_journal/1`);
	await ready(page);
	await takeLine(page);
	await page.waitForFunction(() => (window as unknown as { portIsOpen(): boolean }).portIsOpen());
	await expect(live(page)).toContainText("Press its key");
	const tape = page.getByRole("region", { name: "Tape" }).getByRole("listitem");
	for (const [n, size] of ["2.4985", "2.4984"].entries()) {
		await page.evaluate(
			(text) => (window as unknown as { sendFromPort(t: string): void }).sendFromPort(text),
			`G1 +${size} in OK\r\n`,
		);
		await expect(tape).toHaveCount(n + 1);
	}
	await rest(page);
	await expect(page.locator("[data-waiting]")).toHaveCount(0);
	expect(sizes(await jobOf(page.request, job), "main_journal").map((r) => r.typed)).toEqual([
		"G1 +2.4985 in OK",
		"G1 +2.4984 in OK",
	]);
});

test("presses that come while the page is busy, and while parts change, each find their place in their order", async ({
	page,
}) => {
	const gauge = await played();
	await as(page);
	const job = await crank(page.request, "Orchard pump, pressed in a burst");
	const id = await instrument(page.request, {}, { port: gauge.port, sends: "shows", switch: "^TAKE$", debounce: 20 });
	await setUp(page.request, job, "main_journal", id);
	await page.goto(`${job}/bench/main_journal/1`);
	await rest(page);
	await ready(page);
	await takeLine(page);
	await expect.poll(gauge.listeners).toBe(1);
	const shown = Array.from({ length: 45 }, (_, i) => `G1 +2.49${80 + (i % 9)} in OK`);
	// Nobody draws anything while these come.
	const stalled = page.evaluate(() => {
		const until = performance.now() + 3000;
		while (performance.now() < until);
	});
	for (const line of shown) {
		gauge.say(line);
		gauge.say("TAKE");
		await new Promise((resolve) => setTimeout(resolve, 40));
	}
	await stalled;
	await expect(page).toHaveURL(/main_journal\/5/);
	await expect(page.getByText("every place read")).toBeVisible();
	await expect(page.locator("[data-waiting]")).toHaveCount(0);
	await rest(page);
	const read = sizes(await jobOf(page.request, job), "main_journal");
	expect(read.map((r) => `${r.number}: ${r.typed}`)).toEqual(shown.map((line, i) => `${Math.floor(i / 9) + 1}: ${line}`));
	gauge.end();
});
