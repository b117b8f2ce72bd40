// Takes the pictures of docs/screenshots: node screenshots.mjs BASE FOLDER
import { chromium } from "@playwright/test";

const [base, folder] = process.argv.slice(2);
const views = [
	["shop", "/"],
	["job-engine", "/jobs/6"],
	["intake", "/jobs/6/intake"],
	["strip", "/jobs/6/strip"],
	["look", "/jobs/1/look"],
	["limits", "/jobs/1/limits"],
	["bench", "/jobs/4/bench/main_journal/2", "86"],
	["bench-night", "/jobs/4/bench/main_journal/2", "86", "dark"],
	["bench-cylinder", "/jobs/5/bench/cylinder/3"],
	["bench-runout", "/jobs/1/bench/runout/3"],
	["feature", "/jobs/1/features/main_journal/3"],
	["decide-grind", "/jobs/1/decide/main_journals"],
	["match", "/jobs/6/match"],
	["decide-bore", "/jobs/5/decide/cylinders"],
	["orders", "/jobs/9/orders/bore"],
	["verify", "/jobs/9/verify"],
	["report", "/jobs/9/report"],
	["history", "/jobs/9/history"],
	["learned", "/learned?engine=Sawmill+four"],
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
