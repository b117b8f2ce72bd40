import { execFile } from "node:child_process";
import { existsSync, statSync } from "node:fs";
import { createServer, type RequestListener } from "node:http";
import type { AddressInfo } from "node:net";
import { promisify } from "node:util";
import { expect, test } from "@playwright/test";

const run = promisify(execFile);

/** Takes one picture from a server; fails where the script does. */
const picture = (base: string, folder: string, name: string, patience: number) =>
	run("node", ["e2e/screenshots.mjs", base, folder, name], {
		env: { ...process.env, CHROMIUM: process.env.CHROMIUM ?? "/usr/bin/chromium", PATIENCE_MS: String(patience) },
	});

/** The same application, of which one answer never comes or comes broken. */
async function between(base: string, path: string, answer: RequestListener, use: (between: string) => Promise<void>) {
	const server = createServer(async (request, response) => {
		if (request.url?.split("?")[0] === path) return answer(request, response);
		const through = await fetch(base + request.url);
		response.writeHead(through.status, { "content-type": through.headers.get("content-type") ?? "text/plain" });
		response.end(Buffer.from(await through.arrayBuffer()));
	});
	await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
	try {
		await use(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
	} finally {
		server.closeAllConnections();
		server.close();
	}
}

test("a picture waits for what it pictures, and there is none of a skeleton or of an error", async ({ baseURL }, info) => {
	const base = baseURL ?? "";
	await picture(base, info.outputDir, "limits", 30_000);
	expect(statSync(`${info.outputDir}/limits.png`).size).toBeGreaterThan(20_000);

	const skeleton = info.outputPath("skeleton");
	await between(
		base,
		"/api/v1/jobs/1",
		() => {}, // never answered
		(slow) => expect(picture(slow, skeleton, "limits", 4000)).rejects.toThrow(/limits \(\/jobs\/1\/limits\)/),
	);
	expect(existsSync(`${skeleton}/limits.png`)).toBe(false);
	await between(
		base,
		"/api/v1/jobs/1",
		(_, response) => response.writeHead(500, { "content-type": "application/problem+json" }).end("{}"),
		(broken) => expect(picture(broken, skeleton, "limits", 4000)).rejects.toThrow(/limits/),
	);
	expect(existsSync(`${skeleton}/limits.png`)).toBe(false);
});
