import type { Page } from "@playwright/test";

/**
 * A switch that cuts a page off from what it posts at a path. It is made before the page opens: a page that is open
 * already may send once more past a route that comes later.
 */
export async function lineOf(page: Page, path: string): Promise<{ away: boolean }> {
	const line = { away: false };
	await page.route(path, (route) => (line.away && route.request().method() === "POST" ? route.abort() : route.continue()));
	return line;
}
