import path from "node:path";
import { defineConfig } from "vitest/config";

/** Browser tests drive the production build on two shared servers, in three parts at once. Each part keeps its browser: loading the build again costs more than most tests. */
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
