import { defineConfig } from "@playwright/test";

const port = Number(process.env.LEDGE_PORT ?? 8271);

/** The real binary on a fresh database, driven through a real browser. */
export default defineConfig({
	testDir: ".",
	outputDir: "../test-results",
	fullyParallel: false,
	workers: 1,
	retries: 0,
	timeout: 240_000,
	expect: { timeout: 15_000 },
	reporter: [["list"]],
	use: {
		baseURL: `http://127.0.0.1:${port}`,
		viewport: { width: 1280, height: 800 },
		trace: "retain-on-failure",
		launchOptions: {
			executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
			args: [
				"--no-sandbox",
				"--disable-gpu",
				"--disable-background-networking",
				"--disable-component-update",
				"--disable-sync",
				"--no-first-run",
			],
		},
	},
	webServer: {
		command: `rm -rf test-results/data && mkdir -p test-results/data && exec ../bin/ledge demo --db test-results/data/e2e.db --listen 127.0.0.1:${port}`,
		cwd: "..",
		url: `http://127.0.0.1:${port}/healthz`,
		reuseExistingServer: false,
		gracefulShutdown: { signal: "SIGTERM", timeout: 5000 },
	},
});
