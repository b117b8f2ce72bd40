import { existsSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { guidePage } from "./guide-page";

it("every place leads to a page of the guide that is there", () => {
	const of = (path: string) => guidePage(path).replace("/help/guide/", "");
	expect(of("/jobs/6/bench/cylinder/2")).toBe("bench.md");
	expect(of("/jobs/6/decide/deck")).toBe("deciding.md");
	expect(of("/jobs/6")).toBe("README.md");
	expect(of("/jobs/new")).toBe("shop.md");
	expect(of("/cards")).toBe("limits.md");
	expect(of("/cards/3")).toBe("limits.md");
	for (const path of ["/", "/rates", "/search", "/people", "/jobs/1/intake", "/jobs/1/match", "/jobs/1/verify", "/jobs/1/limits"])
		expect(existsSync(join(import.meta.dirname, "../../../docs/guide", of(path))), path).toBe(true);
	for (const path of ["/jobs/1/features/deck/1", "/jobs/1/report", "/jobs/1/history", "/jobs/1/orders/grind"])
		expect(existsSync(join(import.meta.dirname, "../../../docs/guide", of(path))), path).toBe(true);
});
