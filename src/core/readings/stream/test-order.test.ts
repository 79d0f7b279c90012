import { describe, expect, it } from "vitest";
import { LEAST_RUN_S, type TestMoment, testPosition } from "./test-order";

const at = (moment: Partial<TestMoment>) =>
  testPosition({ engine: "idle", ranS: 300, steady: true, taken: { idle: false, fast: false }, ...moment });

describe("order of a running test", () => {
  it("asks for idle, then fast idle, then is done", () => {
    expect(at({ engine: "off", ranS: 0 }).act).toBe("start-idle");
    expect(at({ steady: false }).act).toBe("wait");
    expect(at({}).act).toBe("take");
    expect(at({ taken: { idle: true, fast: false } }).act).toBe("raise-to-fast");
    expect(at({ engine: "fast", taken: { idle: true, fast: false } }).act).toBe("take");
    expect(at({ engine: "fast", taken: { idle: true, fast: true } }).act).toBe("done");
  });

  it("does not take a needle that stands still before the circuit has had its time", () => {
    const early = at({ ranS: 45 });
    expect(early).toEqual({ act: "wait", toRunS: LEAST_RUN_S.idle - 45 });
  });

  it("sends back to idle when fast idle was begun first", () => {
    expect(at({ engine: "fast" }).act).toBe("idle-first");
    expect(at({ engine: "fast", taken: { idle: false, fast: true } }).act).toBe("idle-first");
  });
});
