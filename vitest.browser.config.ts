import path from "node:path";
import { defineConfig } from "vitest/config";

/** Browser tests drive the production build, one browser at a time: two cores carry one Chromium and one server well. */
export default defineConfig({
  resolve: { alias: { "@": path.resolve("src") } },
  test: {
    include: ["tests/**/*.test.ts"],
    environment: "node",
    setupFiles: ["tests/support/learned.ts"],
    fileParallelism: false,
    testTimeout: 300_000,
    hookTimeout: 120_000,
  },
});
