import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Page } from "@playwright/test";
import type { AxeResults, RunOptions } from "axe-core";

const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/**
 * What stands in the way of people who see or point otherwise. It is looked for within the page: carried out of it and put
 * together in another, as frames would need, the same takes five times as long.
 */
export async function barriers(page: Page, which: Pick<RunOptions, "runOnly" | "rules"> = {}): Promise<string[]> {
	// A colour on its way to another is neither: what ends by itself is waited for.
	await page.evaluate(() =>
		Promise.allSettled(
			document
				.getAnimations()
				.filter((a) => a.effect?.getComputedTiming().endTime !== Number.POSITIVE_INFINITY)
				.map((a) => a.finished),
		),
	);
	await page.evaluate(axe);
	const { violations } = await page.evaluate(
		(options) => (window as unknown as { axe: { run(o: RunOptions): Promise<AxeResults> } }).axe.run(options),
		{ resultTypes: ["violations"], ...which } satisfies RunOptions,
	);
	return violations
		.filter((v) => v.impact === "serious" || v.impact === "critical")
		.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(" | ")}`);
}
