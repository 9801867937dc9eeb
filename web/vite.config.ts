import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    // The worker keeps all parts of the page for use without a network, and learns here which there are.
    manifest: "parts.json",
  },
  server: { proxy: { "/api": "http://127.0.0.1:8787" } },
  // Both cores of a small machine; left to itself one would stand idle. A worker keeps its page and what it
  // has imported from file to file: a third of the time went into making both anew.
  test: {
    environment: "jsdom",
    isolate: false,
    include: ["src/**/*.test.{ts,tsx}"],
    setupFiles: "src/test/setup.ts",
    testTimeout: 120_000,
    hookTimeout: 120_000,
    maxWorkers: 2,
  },
});
