import path from "node:path";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": path.resolve("src") } },
  test: { include: ["src/**/*.test.ts", "scripts/**/*.test.ts"], environment: "node", testTimeout: 120_000 },
});
