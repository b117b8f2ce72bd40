import { readFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { defineConfig } from "@playwright/test";

const port = Number(process.env.LEDGE_PORT ?? 8271);

/** Runs Ledge on a database of its own, with the demo's jobs or with none. */
function serve(name: string, at: number, more = "", what = "demo") {
	const data = `test-results/data-${name}`;
	return {
		command: `rm -rf ${data} && mkdir -p ${data} && exec ../bin/ledge ${what} --db ${data}/e2e.db --listen 127.0.0.1:${at} --copies 0 ${more}`,
		cwd: "..",
		url: `http://127.0.0.1:${at}/healthz`,
		reuseExistingServer: false,
		gracefulShutdown: { signal: "SIGTERM" as const, timeout: 5000 },
	};
}

/** How many processors this machine has to give; a group of processes may have less than the machine. */
function processors(): number {
	try {
		const [quota, period] = readFileSync("/sys/fs/cgroup/cpu.max", "utf8").trim().split(" ").map(Number);
		if (quota && period) return Math.min(availableParallelism(), quota / period);
	} catch {
		// no such group
	}
	return availableParallelism();
}

/** The real binary on a fresh database, driven through a real browser. */
export default defineConfig({
	testDir: ".",
	outputDir: "../test-results",
	fullyParallel: false,
	workers: processors() < 2 ? 1 : 3,
	retries: 0,
	// A minute is the most on a machine four times slower, which needs longer for each look, too.
	timeout: 120_000,
	expect: { timeout: 20_000 },
	reporter: [["list"]],
	use: {
		baseURL: `http://127.0.0.1:${port}`,
		viewport: { width: 1280, height: 800 },
		// Recording takes a good part of a small machine: LEDGE_TRACE=1 where something is looked for.
		trace: process.env.LEDGE_TRACE ? "retain-on-failure" : "off",
		screenshot: "only-on-failure",
		launchOptions: {
			executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
			args: [
				"--no-sandbox",
				"--disable-gpu",
				"--disable-background-networking",
				"--disable-component-update",
				"--disable-sync",
				"--no-first-run",
				"--host-resolver-rules=MAP bench.lan 127.0.0.1",
			],
		},
	},
	// Within a project one test goes on from where another stopped, on the server of the project; "door" works in the empty shop, and
	// "touch" in jobs of its own. The long ones begin.
	projects: [
		{
			name: "around",
			testIgnore: /(bench|build|decide|engine|accessible|hands|touch|door)\.spec/,
			workers: 1,
			use: { baseURL: `http://127.0.0.1:${port + 3}` },
		},
		{ name: "door", testMatch: /door\.spec/, workers: 1, use: { baseURL: `http://127.0.0.1:${port + 2}` } },
		{ name: "work", testMatch: /(bench|build|decide|engine)\.spec/, workers: 1 },
		{ name: "places", testMatch: /accessible\.spec/, workers: 1, use: { baseURL: `http://127.0.0.1:${port + 2}` } },
		{ name: "touch", testMatch: /(hands|touch)\.spec/, workers: 1, use: { baseURL: `http://127.0.0.1:${port + 2}` } },
	],
	webServer: [
		// Also under a name that is not this machine's, as a bench on the shop's network asks for it.
		serve("work", port, "--allow-host bench.lan"),
		serve("places", port + 2, "--allow-host bench.lan"),
		serve("around", port + 3, "--allow-host bench.lan"),
		// A shop on its first day.
		serve("empty", port + 4, "", "serve --new"),
		// Here people sign in; what it prints holds the code that its owner is created with.
		serve("people", port + 1, "--require-sign-in > test-results/people.log"),
	],
});
