// Takes the pictures of docs/screenshots: node screenshots.mjs BASE FOLDER [NAME…], all where none is named. Each waits for what it pictures, and fails where that does
// not come, or comes with an error.
import { chromium } from "@playwright/test";

const [base, folder, ...named] = process.argv.slice(2);
const patience = Number(process.env.PATIENCE_MS ?? 30_000);
/** Name, path, what must be seen, what is typed, the ground. */
const views = [
	["shop", "/", "Orchard pump"],
	["job-engine", "/jobs/6", "Sawmill four"],
	["look", "/jobs/1/look", "Main shells laid out"],
	["limits", "/jobs/1/limits", "Save the limits"],
	["new-job", "/jobs/new", "What came in"],
	["card", "/cards/5a3d1a52-9a0b-4a7e-8f39-0d2f6f0f6c11", "Engine cards"],
	["components", "/jobs/6/components", "side by side"],
	["bench", "/jobs/4/bench/main_journal/2", "Tape", "86"],
	["feature", "/jobs/1/features/main_journal/3", "Verdicts"],
	["decide-grind", "/jobs/1/decide/main_journals", "Ways to do it"],
	["match", "/jobs/6/match", "Cylinder"],
	["orders", "/jobs/9/orders/bore", "Sheet history"],
	["verify", "/jobs/9/verify", "Came back"],
	["torque", "/jobs/9/torque/rod/1", "Bolt 1"],
	["assembly", "/jobs/9/assembly", "Expander on piston"],
	["report", "/jobs/9/report", "What is done, and why"],
	["history", "/jobs/9/history", "signed"],
	["gauges", "/gauges", "Zero checks"],
	["learned", "/learned?engine=Sawmill+four", "wears most"],
];
const BROKEN = /could not be loaded|This page broke|Page not found|has no such part|does not answer|Something went wrong/;
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: ["--no-sandbox", "--disable-gpu"] });

/** A spare crankshaft from the shed beside the sawmill's, a little less worn: so that there are two to compare. */
async function besides() {
	const headers = { "Ledge-Person": "Wanda%20Pell", "Content-Type": "application/json" };
	const post = async (path, body) => {
		const answer = await fetch(`${base}/api/v1/jobs/6${path}`, { method: "POST", headers, body: JSON.stringify(body) });
		if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`);
	};
	await post("/components", { id: crypto.randomUUID(), of: "crankshaft", tag: "from the shed", origin: "spare", stamp: "K2" });
	const [head, ...rows] = (await (await fetch(`${base}/api/v1/jobs/6/readings.csv`)).text()).trim().split(/\r?\n/);
	const names = head.split(",");
	const at = (name) => names.indexOf(name);
	const spare = rows
		.map((row) => row.split(","))
		.filter((row) => /^(main_journal|rod_journal|runout)$/.test(row[at("kind")]))
		.map((row) => {
			if (/journal/.test(row[at("kind")])) row[at("reading")] = (Number(row[at("reading")]) + 0.0006).toFixed(4);
			return [...row, "from the shed"].join(",");
		});
	const text = [`${head}${at("component") < 0 ? ",component" : ""}`, ...spare].join("\n");
	await post("/readings-files?take=true", { text });
}

if (named.length === 0 || named.includes("components")) await besides();
for (const [name, path, seen, typed, colorScheme = "light"] of views) {
	if (named.length > 0 && !named.includes(name)) continue;
	const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme });
	await context.addInitScript(() => {
		localStorage.setItem("ledge.person", JSON.stringify("Wanda Pell"));
		localStorage.setItem("ledge.bench.known", "true");
	});
	const page = await context.newPage();
	page.setDefaultTimeout(patience);
	try {
		await page.goto(base + path);
		await page.getByText(seen).first().waitFor();
		if (typed) await page.keyboard.type(typed);
		await page.waitForFunction(
			() =>
				document.documentElement.dataset.busy === "0" &&
				document.documentElement.dataset.live === "open" &&
				document.querySelector('.mantine-Skeleton-root, [aria-busy="true"]') === null &&
				document.fonts.status === "loaded",
		);
		const broken = BROKEN.exec(await page.locator("body").innerText());
		if (broken) throw new Error(`it says “${broken[0]}”`);
	} catch (error) {
		throw new Error(`${name} (${path}): ${error.message}`);
	}
	await page.screenshot({ path: `${folder}/${name}.png` });
	await context.close();
}
await browser.close();
