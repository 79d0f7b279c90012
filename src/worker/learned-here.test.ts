import { readFileSync } from "node:fs";
import path from "node:path";
import { afterEach, describe, expect, it, vi } from "vitest";
import { learnedHere } from "./learned-here";

const file = readFileSync(path.resolve(import.meta.dirname, "../../public/learned.bin"));

afterEach(() => void vi.unstubAllGlobals());

describe("the learned file of a worker", () => {
  it("is fetched again after a failed fetch, and once only after it came", async () => {
    const answers = [new Response(null, { status: 503 }), new Response(file)];
    const fetched = vi.fn(async () => answers.shift()!);
    vi.stubGlobal("fetch", fetched);
    await expect(learnedHere()).rejects.toThrow("503");
    await learnedHere();
    await learnedHere();
    expect(fetched).toHaveBeenCalledTimes(2);
  });
});
