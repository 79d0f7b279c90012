import { execFileSync } from "node:child_process";
import { beforeAll, describe, expect, it } from "vitest";
import { fuzz } from "../tests/support/fuzz";
import { sampled } from "../tests/support/sample";

/** Part of `npm run fuzz`; another seed than its own. How long one takes is measured there: this machine may be busy. */
const INPUTS = sampled(10_000, 3_000);

// The route hands its work to a thread that is bundled.
beforeAll(() => void execFileSync("npm", ["run", "--silent", "build:thread"], { stdio: "ignore" }));

describe("random and mutated inputs", () => {
  it("crash nothing and give no number that is none, in any parser, the command line, the route and the core", async () => {
    const { inputs, broken } = await fuzz(INPUTS, 20261126);
    expect(inputs).toBeGreaterThan(0.95 * INPUTS);
    expect(broken.slice(0, 5)).toEqual([]);
  }, 400_000);
});
