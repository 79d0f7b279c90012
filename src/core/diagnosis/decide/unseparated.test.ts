import { describe, expect, it } from "vitest";
import { verdictOf } from "../../../../tests/support/fake-session";
import { UNSEPARATED_PROBABILITY } from "../thresholds";
import type { Diagnosis } from "./diagnosis";
import { unseparatedOf } from "./unseparated";

const test = (savesMinutes: number): Diagnosis["nextTests"][number] => ({
  test: "suction-clamp",
  gainBits: 0.4,
  savesMinutes,
  confirms: false,
  changesAct: savesMinutes > 0,
  minutes: 2,
  settles: 0.5,
  reads: [],
  outcomes: [],
});
const of = (probability: number, extra: Partial<Diagnosis> = {}) =>
  unseparatedOf({ ...verdictOf("undercharge", probability), ...extra });

describe("causes that are not separated", () => {
  it("names the rivals near the leading cause, and none that is far below it", () => {
    expect(of(0.6)?.causes).toEqual(["undercharge", "none"]);
    expect(of(0.8)).toBeNull();
  });

  it("names a combination only where it is likely", () => {
    const together = (probability: number) => of(0.95, { together: [{ causes: ["undercharge", "air"], probability }] });
    expect(together(UNSEPARATED_PROBABILITY + 0.01)).toMatchObject({ causes: ["undercharge"], together: {} });
    expect(together(UNSEPARATED_PROBABILITY - 0.01)).toBeNull();
  });

  it("names the test that the decision names, or none", () => {
    expect(of(0.6, { nextTests: [test(3)] })?.best?.test).toBe("suction-clamp");
    expect(of(0.6, { nextTests: [test(0)] })?.best).toBeNull();
  });

  it("ranks nothing in a held vacuum", () => {
    expect(of(0.6, { warnings: [{ code: "held-vacuum", kpa: -90 }] })).toBeNull();
  });
});
