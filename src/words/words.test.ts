import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { faultCauses } from "@/core/causes/catalogue";
import { planCharge } from "@/core/charge/plan/charge-plan";
import { startLive } from "@/core/charge/scale/live-charge";
import { sizeVehicle } from "@/core/circuit/vehicle/sizing";
import { type DecisionReason, decide } from "@/core/diagnosis/decide/decide";
import { testIds } from "@/core/diagnosis/next-test/next-tests";
import type { JudgedStream } from "@/core/readings/stream/judged-stream";
import { testPosition } from "@/core/readings/stream/test-order";
import { balanceOf, vehicleLabelOf } from "@/core/records/derived/job-readings";
import { metricFigures } from "@/core/units/figures";
import { demoJobs } from "@/demo/demo-jobs";
import { verdictOf } from "../../tests/support/fake-session";
import { testAdvice } from "./capture";
import { callSentence, hotDaySentence, nextStepSentence, paceSentence, planStepWords } from "./charge";
import { decisionWords } from "./decision";
import { gainSentence, testSentences } from "./diagnosis";
import { sourceSentence } from "./instruments";
import { lossSentence, refusalSentence } from "./recover";
import { shutOffWords } from "./tests";
import { unmarked } from "./typed";

const van = demoJobs(new Date("2026-06-01T10:00:00Z"))[0]!;
/** A sentence for people: begins with a capital or a number, ends as a sentence does, says no computer's word. */
function isSentence(text: string): void {
  expect(unmarked(text)).toMatch(/^[A-Z0-9]/);
  expect(text).toMatch(/[.?]$/);
  expect(text).not.toMatch(/undefined|NaN|null|!|\bbits?\b/);
}

describe("the decision in words", () => {
  const reasons: DecisionReason[] = [
    { code: "relief-valve-near" },
    { code: "almost-empty" },
    { code: "wrong-refrigerant", flammable: true },
    { code: "open-to-air" },
    { code: "held-vacuum" },
    { code: "implausible", what: "swapped-sides", rpm: 800 },
    { code: "do-not-fit", observable: "condensing", rpm: 800 },
    { code: "not-told-apart", first: "air", second: "overcharge" },
    { code: "not-told-apart", first: "none", second: null },
    { code: "least-harm", first: "none", second: "air", act: "weigh" },
    { code: "sound" },
    ...(["little", "some", "much"] as const).map((lost) => ({ code: "lack" as const, lost })),
    ...faultCauses.map((cause) => ({ code: "cause" as const, cause })),
  ];

  it("has a sentence and what would change it for every reason there is", () => {
    const said = reasons.map((reason) => decisionWords({ act: "weigh", reason, test: null }));
    for (const { sentence, unless } of said) {
      isSentence(sentence);
      isSentence(unless);
    }
    expect(new Set(said.map(({ sentence }) => sentence)).size).toBe(said.length);
  });

  it("agrees with the ranking: what it names is what leads", () => {
    for (const cause of faultCauses) {
      const decision = decide(verdictOf(cause, 0.9));
      const { sentence } = decisionWords(decision);
      expect(sentence, cause).toMatch(/is most likely\./);
    }
    expect(decisionWords(decide(verdictOf("none", 0.9))).sentence).toMatch(/^Leave the circuit closed/);
    // A lead that is no lead asks for the test that would part them.
    const open = {
      ...verdictOf("air", 0.5),
      nextTests: [
        {
          test: "rest" as const,
          reads: [],
          gainBits: 0.6,
          settles: 0.6,
          minutes: 6,
          savesMinutes: 9,
          changesAct: true,
          outcomes: [],
          confirms: false,
        },
      ],
    };
    expect(decisionWords(decide(open)).sentence).toMatch(/^Do one more test/);
    expect(decide(open).test).toBe("rest");
  });

  it("says what a test costs and how often it settles it, for every test on offer", () => {
    for (const test of testIds) {
      expect(testSentences[test].length).toBeGreaterThan(8);
      for (const [gainBits, settles] of [
        [0, 0],
        [0.3, 0.02],
        [0.6, 0.7],
      ] as const) {
        isSentence(
          gainSentence(
            {
              test,
              reads: [],
              gainBits,
              settles,
              minutes: 4,
              savesMinutes: 0,
              changesAct: false,
              outcomes: [],
              confirms: false,
            },
            verdictOf("air", 0.5),
          ),
        );
      }
    }
  });
});

describe("at the running engine", () => {
  const stream = (state: JudgedStream["states"]["low"]): JudgedStream => {
    const all = <Value>(value: Value) =>
      ({ low: value, high: value, vent: value, suction: value, liquid: value, ambient: value }) as Record<
        "low" | "high" | "vent" | "suction" | "liquid" | "ambient",
        Value
      >;
    return { values: all(1), states: all(state), health: all("ok" as const) };
  };

  it("says the one next act, whatever the stream does", () => {
    const states: JudgedStream["states"]["low"][] = [
      { state: "waiting" },
      { state: "steady", mean: 1 },
      { state: "cycling", period: 21, lowest: 100, highest: 220 },
      { state: "settling", driftPerMinute: -12, secondsToGo: 42 },
      { state: "settling", driftPerMinute: 3, secondsToGo: null },
    ];
    for (const engine of ["off", "idle", "fast"] as const) {
      for (const taken of [
        { idle: false, fast: false },
        { idle: true, fast: false },
        { idle: true, fast: true },
      ]) {
        for (const state of states) {
          const position = testPosition({ engine, ranS: 200, steady: state.state === "steady", taken });
          const { title, detail } = testAdvice(position, stream(state), true, metricFigures, false);
          expect(title).toMatch(/^[A-Z]/);
          expect(detail).not.toMatch(/undefined|NaN/);
        }
      }
    }
    const drifting = testAdvice({ act: "wait", toRunS: 0 }, stream(states[3]!), true, metricFigures, false);
    expect(drifting.title).toBe("Settling, about 50 s left");
    expect(drifting.detail).toBe("Low side still falls by 12 kPa per minute.");
    expect(testAdvice({ act: "wait", toRunS: 40 }, stream(states[1]!), true, metricFigures, false).title).toMatch(
      /^Steady, but too early/,
    );
  });

  it("and after it, how the sides meet", () => {
    expect(shutOffWords({ state: "watching", apartKpa: 400, sinceS: 5 }, metricFigures).detail).toBe(
      "400 kPa difference.",
    );
    expect(
      shutOffWords({ state: "approaching", apartKpa: 80, sinceS: 60, equalisesAtS: 118 }, metricFigures).title,
    ).toBe("Expected after about 120 s");
  });

  it("names where the numbers come from", () => {
    expect(sourceSentence("running", { kind: "rack" }, "idle", 10)).toBe("simulator: idle, × 10");
    expect(sourceSentence("running", { kind: "log", ended: false }, "idle", 1)).toBe("playing log");
    expect(sourceSentence("off", { kind: "log", ended: true }, "off", 1)).toBe("readings entered");
  });
});

describe("at the charge desk", () => {
  const sized = sizeVehicle(vehicleLabelOf(van)!);
  if (!sized.ok) throw new Error("the demo's van must be sizable");
  const plan = planCharge({
    vehicle: sized.value,
    conditions: {
      ambientC: 24,
      humidityPct: 50,
      altitudeM: 300,
      cabinReturnC: null,
      airSource: "fresh",
      blowerPct: 100,
      rpm: 1500,
    },
    inVehicleG: 0,
    targetG: 580,
    containers: [
      { id: "demo-can-a", netG: 340, temperatureC: 24 },
      { id: "demo-can-b", netG: 340, temperatureC: 24 },
    ],
    toleranceG: 20,
    hose: { nowG: 0, liquidG: 33, vapourG: 1, endG: 0.4 },
    purgeG: 4,
    warmWater: true,
  });

  it("every step of a plan says what opens, how much, and what stays shut", () => {
    const name = (id: string) => (id === "demo-can-a" ? "Can 1" : "Can 2");
    for (const step of plan.steps) {
      const [title, lines, never] = planStepWords(step, name, true, metricFigures);
      expect(title).toMatch(/^[A-Z]/);
      for (const line of lines) isSentence(line);
      if (step.kind === "liquid-high") expect(never).toMatch(/Low valve closed/);
      if (step.kind === "vapour-low" || step.kind === "draw-in") expect(never).toMatch(/High valve stays closed/);
    }
    expect(nextStepSentence(plan, van, metricFigures)).toMatch(
      /^Next: liquid, high side, engine off, \d+ g from Can 1\.$/,
    );
    expect(nextStepSentence({ ...plan, steps: [] }, van, metricFigures)).toBeNull();
  });

  it("the scale's call is one act, and never says that the weight is in when it is not", () => {
    const balance = balanceOf(van);
    if (!balance?.ok) throw new Error("the demo's van has its books");
    const can = { name: "Can 1", leftG: 200 };
    const calls = [
      { call: "put-on" },
      { call: "go", seconds: 40 },
      { call: "slow", seconds: 9 },
      { call: "stop" },
      { call: "stalled" },
      { call: "settle", leftS: 4 },
      { call: "shut" },
    ] as const;
    for (const call of calls) {
      const said = callSentence(
        { call, onScale: "demo-can-a", drawInLeftS: null },
        can,
        balance.value,
        null,
        metricFigures,
      );
      isSentence(said);
      expect(said).not.toContain("label weight is charged");
    }
    const inHose = { ...balance.value, fromContainersG: 0, drawInG: 31.6 };
    const shut = { call: { call: "shut" }, onScale: "demo-can-a", drawInLeftS: null } as const;
    expect(callSentence(shut, can, inHose, null, metricFigures)).toContain("the 32 g in the hose");
    expect(callSentence({ ...shut, drawInLeftS: 12.2 }, can, inHose, null, metricFigures)).toContain("13 s left");
    const inside = { ...balance.value, state: "inside" as const };
    expect(callSentence({ call: null, onScale: null, drawInLeftS: null }, null, inside, null, metricFigures)).toContain(
      "label weight is charged",
    );
    expect(
      paceSentence({ live: { ...startLive(), rateGPerS: 1.2 }, call: { call: "go", seconds: 200 } }, metricFigures),
    ).toBe("72 g/min, about 3 min");
    expect(paceSentence({ live: startLive(), call: { call: "stop" } }, metricFigures)).toBeNull();
  });

  it("what was lost, what a correction is refused for, and the hot day are said with their numbers", () => {
    expect(lossSentence(405, 0.7, 580, metricFigures)).toBe("Lost 405 g of 580 g: three quarters.");
    expect(lossSentence(-30, -0.05, 580, metricFigures)).toMatch(/30 g over the label's 580 g/);
    isSentence(refusalSentence({ code: "range-too-wide", rangeG: 60, roomG: 20 }, metricFigures));
    expect(refusalSentence({ code: "charge-not-identified", lowG: 300, highG: 520 }, metricFigures)).toContain(
      "300 g to 520 g",
    );
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 30, noNaN: true }),
        fc.double({ min: 900, max: 2500, noNaN: true }),
        (vent, high) => {
          const said = hotDaySentence(
            { ventC: vent, highKpa: high, cutsOut: false },
            { ventC: 12, highKpa: 1600, cutsOut: false },
            metricFigures,
          );
          expect(said).toMatch(/^vent -?−?\d+ °C, high side .* kPa: /);
        },
      ),
    );
  });
});
