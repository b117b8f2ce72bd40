// From Enter to the reading painted with its new evaluation, in a real browser: node latency.mjs BASE
import { chromium } from "@playwright/test";

const [base] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: ["--no-sandbox", "--disable-gpu"] });
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await page.addInitScript(() => {
	localStorage.setItem("ledge.person", JSON.stringify("Wanda Pell"));
	window.painted = [];
	let pressed = 0;
	addEventListener(
		"keydown",
		(e) => {
			if (e.key === "Enter") pressed = performance.now();
		},
		true,
	);
	// The tape grows once the answer is in the page; two frames later it is on the screen.
	addEventListener("DOMContentLoaded", () =>
		new MutationObserver((changes) => {
			const grown = changes.some((c) => [...c.addedNodes].some((n) => n instanceof HTMLLIElement));
			if (!grown || pressed === 0) return;
			const from = pressed;
			pressed = 0;
			requestAnimationFrame(() => requestAnimationFrame(() => window.painted.push(performance.now() - from)));
		}).observe(document.body, { childList: true, subtree: true }),
	);
});
for (const [path, digits] of [
	["/jobs/6/bench/main_journal/3", "84"],
	["/jobs/7/bench/cylinder/5", "096.05"],
]) {
	await page.goto(base + path);
	await page.getByRole("textbox", { name: /Reading at/ }).waitFor();
	await page.evaluate(() => window.painted.splice(0));
	for (let i = 0; i < 60; i++) {
		const before = await page.evaluate(() => window.painted.length);
		await page.keyboard.type(digits);
		await page.keyboard.press("Enter");
		await page.waitForFunction((n) => window.painted.length > n, before, { timeout: 5000 });
		await page.keyboard.press("ArrowRight");
	}
	const times = (await page.evaluate(() => window.painted)).sort((a, b) => a - b);
	const at = (share) => times[Math.floor(times.length * share)].toFixed(0);
	console.log(`${path}: median ${at(0.5)} ms, nine in ten under ${at(0.9)} ms, of ${times.length} readings`);
}
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
