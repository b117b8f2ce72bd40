import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

// What sends the queue has a world of its own: the queue is one for a window.
const apart = ["src/api/**/*.test.{ts,tsx}", "src/features/bench/**/*.test.{ts,tsx}"];

export default defineConfig({
	plugins: [react()],
	build: { outDir: "../internal/webui/dist", emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
	server: { proxy: { "/api": "http://127.0.0.1:8173" } },
	test: {
		environment: "jsdom",
		setupFiles: ["src/test-setup.ts"],
		testTimeout: 40_000,
		pool: "threads",
		maxWorkers: 3, // each waits a good part of its time, also where there are two processors
		// The others share their modules, which is half the time.
		projects: [
			{
				extends: true,
				test: { name: "shared", include: ["src/**/*.test.{ts,tsx}"], exclude: apart, isolate: false },
			},
			{ extends: true, test: { name: "apart", include: apart } },
		],
	},
});
