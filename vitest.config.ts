import path from "node:path";
import { defineConfig } from "vitest/config";

/** What has no page and no store: nothing one file leaves behind can reach another, so that they share what they import. */
const plain = ["src/{core,words,cli}/**/*.test.ts", "scripts/**/*.test.ts"];

export default defineConfig({
  resolve: { alias: { "@": path.resolve("src") } },
  test: {
    environment: "node",
    setupFiles: ["tests/support/learned.ts"],
    testTimeout: 120_000,
    maxWorkers: 2,
    projects: [
      { extends: true, test: { name: "core", include: plain, isolate: false } },
      {
        extends: true,
        test: {
          name: "page",
          include: ["src/**/*.test.{ts,tsx}"],
          exclude: plain,
          setupFiles: ["tests/support/learned.ts", "tests/support/browser-storage.ts", "tests/support/plain-spaces.ts"],
        },
      },
    ],
  },
});
