import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
	plugins: [react()],
	build: { outDir: "../internal/webui/dist", emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
	server: { proxy: { "/api": "http://127.0.0.1:8173" } },
	test: {
		environment: "jsdom",
		include: ["src/**/*.test.{ts,tsx}"],
		setupFiles: ["src/test-setup.ts"],
		testTimeout: 40_000,
		pool: "threads",
		maxWorkers: 3, // each waits a good part of its time, also where there are two processors
	},
});
