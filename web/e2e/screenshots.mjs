// Takes the pictures of docs/screenshots: node screenshots.mjs BASE FOLDER [NAME…], all where none is named. Each waits for what it pictures, and fails where that does
// not come, or comes with an error.
import { chromium } from "@playwright/test";

const [base, folder, ...named] = process.argv.slice(2);
const patience = Number(process.env.PATIENCE_MS ?? 30_000);
/** Name, path, what must be seen, what is typed, the ground. */
const views = [
	["shop", "/", "Orchard pump"],
	["job-engine", "/jobs/6", "Sawmill four"],
	["intake", "/jobs/6/intake", "What it went through"],
	["strip", "/jobs/6/strip", "Main caps"],
	["look", "/jobs/1/look", "Main shells laid out"],
	["limits", "/jobs/1/limits", "Save the limits"],
	["bench", "/jobs/4/bench/main_journal/2", "Tape", "86"],
	["bench-night", "/jobs/4/bench/main_journal/2", "Tape", "86", "dark"],
	["bench-cylinder", "/jobs/5/bench/cylinder/3", "Tape"],
	["bench-runout", "/jobs/1/bench/runout/3", "Tape"],
	["feature", "/jobs/1/features/main_journal/3", "Verdicts"],
	["decide-grind", "/jobs/1/decide/main_journals", "Ways to do it"],
	["match", "/jobs/6/match", "Cylinder"],
	["decide-bore", "/jobs/5/decide/cylinders", "Ways to do it"],
	["orders", "/jobs/9/orders/bore", "Sheet history"],
	["verify", "/jobs/9/verify", "Came back"],
	["report", "/jobs/9/report", "What is done, and why"],
	["history", "/jobs/9/history", "signed"],
	["learned", "/learned?engine=Sawmill+four", "wears most"],
];
const BROKEN = /could not be loaded|This page broke|Page not found|has no such part|does not answer|Something went wrong/;
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: ["--no-sandbox", "--disable-gpu"] });
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
