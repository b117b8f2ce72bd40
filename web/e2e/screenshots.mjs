// Takes the pictures of docs/screenshots: node screenshots.mjs BASE FOLDER
import { chromium } from "@playwright/test";

const [base, folder] = process.argv.slice(2);
const views = [
	["shop", "/"],
	["new-job", "/jobs/new"],
	["job", "/jobs/1"],
	["job-engine", "/jobs/6"],
	["intake", "/jobs/6/intake"],
	["strip", "/jobs/6/strip"],
	["look", "/jobs/1/look"],
	["limits", "/jobs/1/limits"],
	["bench", "/jobs/4/bench/main_journal/2", "86"],
	["bench-night", "/jobs/4/bench/main_journal/2", "86", "dark"],
	["bench-bearing", "/jobs/3/bench/rod_bearing/1"],
	["bench-cylinder", "/jobs/5/bench/cylinder/3"],
	["bench-deck", "/jobs/6/bench/deck/1"],
	["bench-runout", "/jobs/1/bench/runout/3"],
	["feature", "/jobs/1/features/main_journal/3"],
	["decide-grind", "/jobs/1/decide/main_journals"],
	["decide-shell", "/jobs/3/decide/rod_journals"],
	["match", "/jobs/6/match"],
	["decide-bore", "/jobs/5/decide/cylinders"],
];
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: ["--no-sandbox", "--disable-gpu"] });
for (const [name, path, typed, colorScheme = "light"] of views) {
	const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme });
	await context.addInitScript(() => localStorage.setItem("ledge.person", JSON.stringify("Wanda Pell")));
	const page = await context.newPage();
	await page.goto(base + path);
	await page.waitForTimeout(1200);
	if (typed) await page.keyboard.type(typed);
	await page.waitForTimeout(300);
	await page.screenshot({ path: `${folder}/${name}.png` });
	await context.close();
}
await browser.close();
