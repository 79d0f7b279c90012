/** The order of a running test: idle first and long enough, then fast idle; what the next act is at any moment. */

/** Two minutes from the start for pressures, metal and cabin air; the step to fast idle finds them warm already, s. */
export const LEAST_RUN_S = { idle: 120, fast: 90 } as const;

type TestAct =
  | "start-idle"
  | "wait"
  | "take"
  | "raise-to-fast"
  /** Fast idle runs, but idle was never read: it belongs first, because the engine bay only gets hotter. */
  | "idle-first"
  | "done";

export interface TestMoment {
  engine: "off" | "idle" | "fast";
  /** Since this engine speed began. */
  ranS: number;
  steady: boolean;
  taken: { idle: boolean; fast: boolean };
}

export interface TestPosition {
  act: TestAct;
  /** Seconds this speed should still run before a reading counts as settled; 0 when it has. */
  toRunS: number;
}

export function testPosition({ engine, ranS, steady, taken }: TestMoment): TestPosition {
  if (engine === "off") return { act: taken.idle && taken.fast ? "done" : "start-idle", toRunS: LEAST_RUN_S.idle };
  const toRunS = Math.max(0, LEAST_RUN_S[engine] - ranS);
  if (taken[engine])
    return { act: taken.idle && taken.fast ? "done" : engine === "idle" ? "raise-to-fast" : "idle-first", toRunS };
  if (engine === "fast" && !taken.idle) return { act: "idle-first", toRunS };
  return { act: steady && toRunS === 0 ? "take" : "wait", toRunS };
}
