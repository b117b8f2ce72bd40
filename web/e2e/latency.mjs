// From Enter to the reading painted, and to what it means painted, in a real browser: node latency.mjs BASE
import { spawn } from "node:child_process";
import { chromium } from "@playwright/test";

const [base] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: ["--no-sandbox", "--disable-gpu"] });
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await page.addInitScript(() => {
	localStorage.setItem("ledge.person", JSON.stringify("Wanda Pell"));
	localStorage.setItem("ledge.path", JSON.stringify("station")); // the hands stay with one part
	window.times = { painted: [], judged: [] };
	let pressed = 0;
	let waits = 0;
	addEventListener(
		"keydown",
		(e) => {
			if (e.key === "Enter") pressed = waits = performance.now();
		},
		true,
	);
	// Two frames after a change of the page it is on the screen.
	const paint = (from, into) => requestAnimationFrame(() => requestAnimationFrame(() => into.push(performance.now() - from)));
	const line = (n) => n instanceof HTMLLIElement;
	addEventListener("DOMContentLoaded", () =>
		new MutationObserver((changes) => {
			// The tape grows by what was typed; once the answer is there, that line waits no more.
			const grown = changes.some((c) => [...c.addedNodes].some(line));
			const answered = changes.some(
				(c) => c.type === "attributes" || [...c.removedNodes].some((n) => line(n) && "waiting" in n.dataset),
			);
			if (grown && pressed > 0) {
				paint(pressed, window.times.painted);
				pressed = 0;
			}
			if (answered && waits > 0) {
				paint(waits, window.times.judged);
				waits = 0;
			}
		}).observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ["data-waiting"] }),
	);
});
const session = await page.context().newCDPSession(page);
await session.send("Network.enable");

/** How many readings are typed at each place; a few only show that it works. */
const MANY = Number(process.env.LEDGE_TYPED ?? 60);

/** Readings typed where the bench stands, each in a place that was chosen, and how long each took to be painted and judged. */
async function typed(link, path, digits) {
	await page.evaluate(() => Object.assign(window.times, { painted: [], judged: [] }));
	for (let i = 0; i < MANY; i++) {
		await page.keyboard.press("ArrowRight");
		await page.keyboard.type(digits);
		await page.keyboard.press("Enter");
		await page.waitForFunction((n) => window.times.judged.length > n, i, { timeout: 20_000 });
	}
	const of = async (what) => {
		const times = (await page.evaluate((w) => window.times[w], what)).sort((a, b) => a - b);
		const at = (share) => times[Math.floor(times.length * share)].toFixed(0);
		return `${what} ${at(0.5)} ms at the median, ${at(0.95)} for nineteen in twenty`;
	};
	console.log(`${link}, ${path}: ${await of("painted")}; ${await of("judged")}`);
}
const free = { offline: false, latency: 0, downloadThroughput: -1, uploadThroughput: -1 };
for (const [link, conditions] of [
	["on loopback", {}],
	["through 20 ms and 2 Mbit/s", { latency: 20, downloadThroughput: 250_000, uploadThroughput: 250_000 }],
]) {
	for (const [path, digits] of [
		["/jobs/6/bench/main_journal/3", "84"],
		["/jobs/7/bench/cylinder/5", "096.05"],
	]) {
		await session.send("Network.emulateNetworkConditions", free);
		await page.goto(base + path);
		await page.getByRole("textbox", { name: /Reading at/ }).waitFor();
		await page.waitForTimeout(1000);
		await session.send("Network.emulateNetworkConditions", { ...free, ...conditions });
		await typed(link, path, digits);
	}
}
await session.send("Network.emulateNetworkConditions", free);

/** The same beside the line of a gauge that shows two hundred readings a second; only what is typed is stored. */
async function besideALine() {
	const post = async (path, data) => {
		const answer = await page.request.post(base + path, { headers: { "Ledge-Person": "Wanda Pell" }, data });
		if (!answer.ok()) throw new Error(await answer.text());
		return answer.json();
	};
	const ledge = new URL("../../bin/ledge", import.meta.url).pathname;
	const gauge = spawn(ledge, [
		..."gauge --listen 127.0.0.1:0 --unit in --kinds main_journal:1:2.4984".split(" "),
		..."--division 0.0001 --looseness 0.0001 --sends shows --rate 200 --rock 0.002 --at 1h".split(" "),
	]);
	const port = await new Promise((resolve) => {
		gauge.stdout.on("data", (text) => /tcp:\S+/.test(text) && resolve(/tcp:\S+/.exec(text)[0]));
	});
	const id = crypto.randomUUID();
	const line = { expression: "^G1 (?P<sign>[+-])(?P<value>[0-9.]+) (?P<unit>mm|in) OK$", unit: "in" };
	const facts = { name: "Two hundred a second", tag: "", kind: "micrometer", unit: "in", division: 25400, sense: 1, line };
	await post("/api/v1/instruments", { id, what: "told", facts });
	const link = { port, sends: "shows" };
	await post(`/api/v1/instruments/${id}/link`, { id: crypto.randomUUID(), what: "wired", link });
	const setup = { kind: "main_journal", instrument: "micrometer", division: 25400, mode: "direct", sense: 1, cabinet: id };
	await post("/api/v1/jobs/6/gauges", { id: crypto.randomUUID(), ...setup });
	const path = "/jobs/6/bench/main_journal/3";
	const stored = async () =>
		(await (await page.request.get(`${base}/api/v1/jobs/6`)).json()).features.reduce((n, f) => n + f.tape.length, 0);
	const before = await stored();
	await page.goto(base + path);
	await page.getByRole("button", { name: /Take its line/ }).click();
	await page.locator('[data-standing="live"] svg').waitFor();
	await page.getByRole("textbox", { name: /Reading at/ }).focus();
	await typed("beside a line of 200 readings a second", path, "84");
	console.log(`stored meanwhile: ${(await stored()) - before} readings, all of them typed`);
	gauge.kill();
}
await besideALine();

/** What the scripts of a page weigh as they are sent. */
async function weight(path) {
	const fresh = await browser.newContext();
	const page = await fresh.newPage();
	const session = await fresh.newCDPSession(page);
	await session.send("Network.enable");
	const scripts = new Set();
	let bytes = 0;
	session.on("Network.responseReceived", ({ requestId, response }) => response.url.endsWith(".js") && scripts.add(requestId));
	session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
		if (scripts.has(requestId)) bytes += encodedDataLength;
	});
	const kB = () => `${(bytes / 1000).toFixed(1)} kB`;
	await page.goto(base + path);
	await page.locator("h1").first().waitFor({ state: "attached" });
	const first = kB();
	await page.waitForTimeout(6000); // the other places come once this one rests
	console.log(
		`${path.replace(/r\/.*/, "r/…")}: ${first} of JavaScript as sent when it is there, ${kB()} once the other places are`,
	);
	await fresh.close();
}
const made = await page.request.post(`${base}/api/v1/jobs/1/shares`, {
	headers: { "Ledge-Person": "Wanda Pell" },
	data: { id: crypto.randomUUID(), for: "the orchard" },
});
await weight(`/r/${(await made.json()).token}`);
await weight("/");
await browser.close();
