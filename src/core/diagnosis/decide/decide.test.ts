import { describe, expect, it } from "vitest";
import { verdictOf } from "../../../../tests/support/fake-session";
import type { ReadingFile } from "../../readings/file/reading-file";
import type { NextTest } from "../next-test/next-tests";
import { HOT_DISCHARGE_C, STOP_KPA, STOP_PROBABILITY } from "../thresholds";
import { asOne } from "./both";
import { decide } from "./decide";
import type { Diagnosis, Warning } from "./diagnosis";
import { stopsOf } from "./stops";

const test = (id: NextTest["test"], savesMinutes: number, minutes = 2): NextTest => ({
  test: id,
  gainBits: 0.3,
  savesMinutes,
  changesAct: savesMinutes > 0,
  minutes,
  settles: 0.5,
  reads: [],
  outcomes: [],
  confirms: false,
});
const withWarning = (verdict: Diagnosis, ...warnings: Warning[]): Diagnosis => ({ ...verdict, warnings });
const doNotFit: Warning = { code: "do-not-fit", observable: "evaporating", rpm: 800 };
const blockedAt = (probability: number) => [{ cause: "restriction-before-port" as const, probability }];

type Running = NonNullable<ReadingFile["running"]>[number];
/** An R134a car at 30 degC with such settings. */
const reading = (...running: Partial<Running>[]) => ({
  vehicle: { refrigerant: "R134a" as const, metering: "expansion-valve" as const, compressor: "fixed" as const },
  conditions: { ambientC: 30 },
  running: running as Running[],
});

describe("readings that stop the engine", () => {
  it("are a high side near the relief valve, at any speed", () => {
    const at = (highKpa: number) => stopsOf(reading({ highKpa: 900 }, { highKpa }), []);
    expect(at(STOP_KPA)).toEqual([]);
    expect(at(STOP_KPA + 1)).toEqual([{ code: "stop-high-side", kpa: STOP_KPA + 1 }]);
    expect(stopsOf(reading({ highKpa: null }), [])).toEqual([]);
  });

  it("are a probable restriction before the port; half as probable where the discharge line is hot", () => {
    const at = (probability: number, dischargeLineC: number | null) =>
      stopsOf(reading({ dischargeLineC }), blockedAt(probability)).map(({ code }) => code);
    expect(at(STOP_PROBABILITY + 0.01, null)).toEqual(["stop-blocked-before-port"]);
    expect(at(STOP_PROBABILITY - 0.01, null)).toEqual([]);
    expect(at(STOP_PROBABILITY - 0.01, HOT_DISCHARGE_C)).toEqual([]);
    expect(at(STOP_PROBABILITY - 0.01, HOT_DISCHARGE_C + 1)).toEqual(["stop-blocked-before-port"]);
    expect(at(STOP_PROBABILITY / 2 - 0.01, HOT_DISCHARGE_C + 1)).toEqual([]);
  });

  it("are both sides low and alike over a very hot discharge line or a line behind the condenser below the ambient, whatever ranks first", () => {
    const codes = (setting: Partial<Running>) => stopsOf(reading(setting), []).map(({ code }) => code);
    const blocked = { lowKpa: 210, highKpa: 260, dischargeLineC: 118 };
    expect(codes(blocked)).toEqual(["stop-blocked-before-port"]);
    expect(codes({ lowKpa: 210, highKpa: 260, liquidLineC: 21 })).toEqual(["stop-blocked-before-port"]);
    // Warm lines, a starved low side, or a condenser that condenses are something else.
    expect(codes({ ...blocked, dischargeLineC: 80 })).toEqual([]);
    expect(codes({ lowKpa: 210, highKpa: 260, liquidLineC: 29 })).toEqual([]);
    expect(codes({ ...blocked, lowKpa: 20 })).toEqual([]);
    expect(codes({ ...blocked, highKpa: 1500 })).toEqual([]);
  });
});

describe("the decision", () => {
  const sure = verdictOf("undercharge", 0.95);
  const open = { ...verdictOf("undercharge", 0.6), nextTests: [test("suction-clamp", 3)] };

  it.each<[string, Warning, string, string]>([
    ["a high side near the relief valve", { code: "stop-high-side", kpa: 2700 }, "stop", "relief-valve-near"],
    ["a blockage before the port", { code: "stop-blocked-before-port", probability: 0.6 }, "stop", "relief-valve-near"],
    ["no liquid at rest", { code: "almost-empty", belowK: 12 }, "find-leak", "almost-empty"],
    [
      "another refrigerant",
      { code: "wrong-refrigerant", fits: ["R22"], overKpa: 90, flammable: false },
      "identify",
      "wrong-refrigerant",
    ],
    ["a circuit open to the air", { code: "open-to-air" }, "find-leak", "open-to-air"],
    ["a held vacuum", { code: "held-vacuum", kpa: -90 }, "prove-tight", "held-vacuum"],
    ["swapped hoses", { code: "implausible", what: "swapped-sides", rpm: 800 }, "check-instruments", "implausible"],
    ["readings that fit nothing", doNotFit, "check-instruments", "do-not-fit"],
  ])("puts %s before the likeliest cause", (_, warning, act, code) => {
    expect(decide(withWarning(sure, warning))).toMatchObject({ act, reason: { code } });
  });

  it("stops before anything else that is wrong, and says empty before it doubts the readings", () => {
    const all: Warning[] = [
      { code: "wrong-refrigerant", fits: ["R22"], overKpa: 90, flammable: false },
      doNotFit,
      { code: "almost-empty", belowK: 12 },
      { code: "stop-high-side", kpa: 2700 },
    ];
    expect(decide(withWarning(sure, ...all)).act).toBe("stop");
    expect(decide(withWarning(sure, ...all.slice(0, 3))).reason.code).toBe("almost-empty");
    expect(decide(withWarning(sure, ...all.slice(0, 2))).reason.code).toBe("wrong-refrigerant");
  });

  it("asks for no test that would only confirm", () => {
    const confirming = { ...test("suction-clamp", 0.5), confirms: true };
    expect(decide({ ...open, nextTests: [confirming] }).act).not.toBe("test-first");
    expect(decide({ ...open, nextTests: [confirming, test("vent-probe", 3)] }).test).toBe("vent-probe");
  });

  it("lets a clamp that cannot be decide nothing: the rest does", () => {
    const clamp: Warning = { code: "implausible", what: "liquid-above-condensing", rpm: 800 };
    expect(decide(withWarning(sure, clamp)).reason.code).toBe("lack");
  });

  it("asks for one more test only where that saves more minutes than it takes", () => {
    expect(decide(open)).toMatchObject({ act: "test-first", test: "suction-clamp" });
    expect(decide({ ...open, nextTests: [test("suction-clamp", 0)] }).act).toBe("weigh");
    expect(decide({ ...open, nextTests: [test("suction-clamp", -1), test("vent-probe", 2)] }).test).toBe("vent-probe");
    // Recovering is the act itself, not a test before it.
    expect(decide({ ...open, nextTests: [test("recover", 20)] }).act).toBe("weigh");
  });

  it("does what harms least where no test parts the causes, and says that it is not about the likeliest", () => {
    // Leaving a car that may well be ill loses more than weighing one that may be sound.
    expect(decide(verdictOf("none", 0.6))).toEqual({
      act: "weigh",
      reason: { code: "least-harm", first: "none", second: "undercharge", act: "weigh" },
      test: null,
    });
    expect(decide(verdictOf("none", 0.9)).act).toBe("leave");
  });

  it("leaves a sound car closed, checks the control before a part is condemned, and says how much is gone", () => {
    expect(decide(verdictOf("none", 0.9))).toMatchObject({ act: "leave", reason: { code: "sound" } });
    expect(decide(verdictOf("compressor-low-stroke", 0.9)).act).toBe("check-control");
    expect(decide(verdictOf("blend-door", 0.9)).act).not.toBe("weigh");
    const lost = (median: number) => {
      const [first, ...rest] = sure.causes;
      const { act, reason } = decide({
        ...sure,
        causes: [{ ...first!, severity: { low: 0, median, high: 1 } }, ...rest],
      });
      return { act, ...reason };
    };
    // While there is pressure, the leak of a large loss is searched for before anything is recovered.
    expect([lost(0.05), lost(0.35), lost(0.95)]).toEqual([
      { act: "weigh", code: "lack", lost: "little" },
      { act: "find-leak", code: "lack", lost: "some" },
      { act: "find-leak", code: "lack", lost: "much" },
    ]);
  });
});

describe("one verdict of several builds", () => {
  const charge = (lowG: number, highG: number, identified: boolean) => ({
    lowG,
    medianG: (lowG + highG) / 2,
    highG,
    identified,
    weighed: false,
  });
  const a: Diagnosis = {
    ...verdictOf("undercharge", 0.8),
    charge: charge(100, 200, true),
    nextTests: [test("suction-clamp", 0.4, 2), test("rest", 0.1, 4)],
    warnings: [{ code: "cycling" }, { code: "stop-high-side", kpa: 2700 }],
    together: [{ causes: ["undercharge", "air"], probability: 0.4 }],
  };
  const b: Diagnosis = {
    ...verdictOf("undercharge", 0.4),
    charge: charge(150, 400, false),
    nextTests: [test("suction-clamp", 0.2, 2)],
    warnings: [{ code: "cycling" }],
  };
  const one = asOne([a, b]);

  it("counts each build alike, and reaches as far as any of them", () => {
    expect(one.causes.map(({ cause, probability }) => [cause, Number(probability.toFixed(3))])).toEqual([
      ["undercharge", 0.6],
      ["none", 0.4],
    ]);
    expect(one.together).toEqual([{ causes: ["undercharge", "air"], probability: 0.2 }]);
    expect(one.charge).toEqual({ lowG: 100, medianG: 213, highG: 400, identified: false, weighed: false });
    expect(asOne([a, { ...b, charge: charge(1, 2, true) }]).charge!.identified).toBe(true);
    expect(asOne([a, { ...b, charge: null }]).charge).toMatchObject({ lowG: 100, highG: 200 });
  });

  it("offers a test only where every build does, and keeps every warning once", () => {
    expect(one.nextTests.map(({ test: id, gainBits }) => [id, Number(gainBits.toFixed(3))])).toEqual([
      ["suction-clamp", 0.3],
    ]);
    expect(one.warnings.map(({ code }) => code)).toEqual(["built-either-way", "cycling", "stop-high-side"]);
    expect(decide(one).act).toBe("stop");
  });
});
