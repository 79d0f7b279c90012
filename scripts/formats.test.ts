import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { formatFiles } from "./format-files";

describe("the documented formats", () => {
  it("are those that are read", () => {
    for (const [file, text] of formatFiles()) {
      expect(readFileSync(path.resolve(import.meta.dirname, "../docs", file), "utf8"), `${file}: npm run formats`).toBe(
        text,
      );
    }
  });
});
