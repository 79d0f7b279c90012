import path from "node:path";
import { defineConfig } from "vitest/config";

/** Browser tests drive the production build on servers that all share, on two sides at once: most of their time they wait for a car. */
export default defineConfig({
  resolve: { alias: { "@": path.resolve("src") } },
  test: {
    include: ["tests/**/*.test.ts"],
    environment: "node",
    setupFiles: ["tests/support/learned.ts"],
    globalSetup: ["tests/browser/servers.ts"],
    maxWorkers: 3,
    testTimeout: 900_000,
    hookTimeout: 120_000,
  },
});
