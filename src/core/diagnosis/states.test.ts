import { describe, expect, it } from "vitest";
import { diagnose } from "../../answers/diagnosis-answer";
import { decisionWords } from "../../words/decision";
import { warningSentence } from "../../words/diagnosis";
import { learnedValueWords } from "../../words/plausibility";
import { type Cause, faultCauses } from "../causes/catalogue";
import { complaintIds } from "../causes/complaints";
import { emptyAtRest } from "../readings/derive/empty";
import type { ReadingFile } from "../readings/file/reading-file";
import { metricFigures } from "../units/figures";
import { decide } from "./decide/decide";
import { type Diagnosis, warningOf } from "./decide/diagnosis";
import { judge } from "./diagnose";
import { complaintFactor, complaintOdds } from "./explain/complaint-odds";
import { valueNames } from "./weigh/features";
import { weigh } from "./weigh/weigh";

/** A hatchback that ran an ordinary test: nothing plain to be seen in it. */
const hatchback: ReadingFile = {
  format: "evrid.readings",
  version: 1,
  id: "hatchback",
  vehicle: { refrigerant: "R134a", chargeG: 560, metering: "expansion-valve", compressor: "fixed" },
  conditions: { ambientC: 29, humidityPct: 50, airSource: "fresh" },
  running: [
    { rpm: 830, lowKpa: 260, highKpa: 1490, ventC: 12 },
    { rpm: 1800, lowKpa: 215, highKpa: 1620, ventC: 9.5 },
  ],
};
const atRest = (kpa: number): ReadingFile => ({
  ...hatchback,
  running: [],
  rest: { lowKpa: kpa, highKpa: kpa + 2, soakC: 29 },
});
const probability = ({ causes }: Diagnosis, cause: Cause) => causes.find((one) => one.cause === cause)!.probability;
const codes = ({ warnings }: Diagnosis) => warnings.map(({ code }) => code);
const wording = { refrigerant: "R134a" as const, altitudeM: 0, figures: metricFigures };

describe("a circuit that holds no liquid", () => {
  it.each([
    [34, "almost-empty", "find-leak"],
    [0, "open-to-air", "find-leak"],
    [-91, "held-vacuum", "prove-tight"],
  ] as const)("at %i kPa is %s: judged from the static pressure alone, and never run", (kpa, code, act) => {
    const verdict = judge(atRest(kpa));
    expect(codes(verdict)).toContain(code);
    expect(codes(verdict)).not.toContain("beyond-learned");
    const decision = decide(verdict);
    expect(decision).toMatchObject({ act, reason: { code } });
    expect(decisionWords(decision).sentence).toMatch(/do not run the engine/i);
    const asked = verdict.nextTests.map(({ test }) => test).filter((test) => test !== "look" && test !== "recover");
    expect(asked).toEqual([]);
  });

  it("is a lack where the charge has gone, and no lack where somebody evacuated it", () => {
    expect(probability(judge(atRest(34)), "undercharge")).toBeGreaterThan(0.8);
    expect(probability(judge(atRest(0)), "undercharge")).toBeGreaterThan(0.8);
    expect(probability(judge(atRest(-91)), "undercharge")).toBe(0);
  });

  it("is given no grams where there are none to be given", () => {
    expect(judge(atRest(34)).charge).not.toBeNull();
    expect(judge(atRest(0)).charge).toBeNull();
    expect(judge(atRest(-91)).charge).toBeNull();
    expect(judge({ ...atRest(0), recoveredG: 12 }).charge).toMatchObject({ medianG: 12, weighed: true });
  });

  it("is empty by its fuller side, and not while liquid may be left", () => {
    expect(emptyAtRest({ ...atRest(0), rest: { lowKpa: 0, highKpa: 590, soakC: 29 } })).toBeNull();
    expect(emptyAtRest(hatchback)).toBeNull();
    expect(emptyAtRest(atRest(640))).toBeNull();
  });
});

describe("what cannot be", () => {
  it("is named first, and no fault is read into it", () => {
    const swapped = {
      ...hatchback,
      running: hatchback.running!.map((one) => ({ ...one, lowKpa: one.highKpa!, highKpa: one.lowKpa! })),
    };
    const verdict = judge(swapped);
    expect(decide(verdict)).toMatchObject({ act: "check-instruments", reason: { code: "implausible" } });
    expect(decisionWords(decide(verdict)).sentence).toMatch(/Hoses or values are exchanged/);
    // As if no gauge had been coupled.
    const bare = { ...hatchback, running: hatchback.running!.map((one) => ({ ...one, lowKpa: null, highKpa: null })) };
    for (const cause of faultCauses) {
      expect(probability(verdict, cause)).toBeCloseTo(probability(judge(bare), cause), 10);
    }
  });

  it("names a clamp and goes on without it", () => {
    const slipped = { ...hatchback, running: [{ ...hatchback.running![0]!, liquidLineC: 78 }, hatchback.running![1]!] };
    const verdict = judge(slipped);
    expect(warningOf(verdict, "implausible")).toMatchObject({ what: "liquid-above-condensing", rpm: 830 });
    expect(decide(verdict).reason.code).not.toBe("implausible");
    expect(probability(verdict, "none")).toBeCloseTo(probability(judge(hatchback), "none"), 10);
  });
});

describe("a static pressure of something else", () => {
  it("stays in the diagnosis whatever the running test shows, and comes before it", () => {
    const starved = { ...hatchback.running![0]!, lowKpa: 25, highKpa: 1010, ventC: 24 };
    const verdict = judge({ ...hatchback, rest: { lowKpa: 1058, highKpa: 1060, soakC: 29 }, running: [starved] });
    const foreign = warningOf(verdict, "wrong-refrigerant")!;
    expect(foreign.overKpa).toBeGreaterThan(350);
    expect(decide(verdict).reason.code).toBe("wrong-refrigerant");
    expect(warningSentence(foreign, wording)).toMatch(/air/i);
  });

  it("says that it burns where it would fit a hydrocarbon", () => {
    // Propane at 29 degC.
    const verdict = judge({ ...hatchback, rest: { lowKpa: 955, highKpa: 960, soakC: 29 } });
    expect(warningOf(verdict, "wrong-refrigerant")).toMatchObject({ flammable: true });
    expect(decisionWords(decide(verdict)).sentence).toMatch(/flammable/);
  });
});

describe("the low side alone", () => {
  const alone = {
    ...hatchback,
    running: hatchback.running!.map(({ rpm, lowKpa, ventC }) => ({ rpm, lowKpa, ventC })),
  };
  it("says what cannot be judged, and always offers the high side", () => {
    const verdict = judge(alone);
    expect(codes(verdict)).toContain("low-side-only");
    expect(verdict.nextTests.map(({ test }) => test)).toContain("both-gauges");
    expect(codes(judge(hatchback))).not.toContain("low-side-only");
  });
});

describe("an electric compressor", () => {
  const electric = {
    ...hatchback,
    vehicle: { ...hatchback.vehicle, compressor: "electric" as const },
    running: [{ rpm: null, lowKpa: 250, highKpa: 1500, ventC: 11 }],
  };
  it("has tests and words of its own: no engine speed, no belt, a scan tool", () => {
    const verdict = judge(electric);
    const offered = verdict.nextTests.map(({ test }) => test);
    expect(offered).toContain("electric-scan");
    expect(offered.filter((test) => test === "fast-idle" || test === "idle")).toEqual([]);
    const told = JSON.stringify(diagnose(electric));
    expect(told).not.toMatch(/belt|clutch| rpm/i);
    expect(judge(hatchback).nextTests.map(({ test }) => test)).not.toContain("electric-scan");
  });
});

describe("the complaint", () => {
  const saying = (...complaints: string[]) => judge({ ...hatchback, complaints });
  it("is evidence: warm at the lights speaks for the condenser's air, and against a compressor that stands", () => {
    const silent = judge(hatchback);
    const told = saying("warm-at-idle");
    expect(probability(told, "condenser-airflow")).toBeGreaterThan(1.3 * probability(silent, "condenser-airflow"));
    expect(probability(told, "none")).toBeLessThan(probability(silent, "none"));
    expect(told.causes.find(({ cause }) => cause === "condenser-airflow")!.seen).toEqual(["warm-at-idle"]);
    expect(probability(saying("after-work"), "overcharge")).toBeGreaterThan(2 * probability(silent, "overcharge"));
  });

  it("says nothing where it is not on the list, and no more for being said twice", () => {
    const silent = weigh(hatchback).classes;
    expect(weigh({ ...hatchback, complaints: ["it hums a tune"] }).classes).toEqual(silent);
    expect(complaintOdds(["cycles", "cycles"], ["undercharge"])).toBe(complaintOdds(["cycles"], ["undercharge"]));
    for (const id of complaintIds) {
      expect(faultCauses.some((cause) => complaintFactor(id, cause) !== 1) || complaintFactor(id, "none") !== 1).toBe(
        true,
      );
    }
  });
});

describe("what was seen", () => {
  it("weighs: a fan that stands makes its cause the leading one where the readings allow it", () => {
    const hot = { ...hatchback, running: [{ rpm: 800, lowKpa: 300, highKpa: 1950, ventC: 16 }] };
    const before = probability(judge(hot), "condenser-airflow");
    const after = judge({ ...hot, observations: ["not-turning-fan"] });
    expect(after.causes[0]!.cause).toBe("condenser-airflow");
    expect(probability(after, "condenser-airflow")).toBeGreaterThan(Math.max(0.6, before));
  });
});

describe("values beyond what was learned", () => {
  it("are named", () => {
    const far = { ...hatchback, conditions: { ambientC: 60, airSource: "fresh" as const } };
    const warning = warningOf(judge(far), "beyond-learned")!;
    expect(warning.values).toContain("ambient");
    expect(warningSentence(warning, wording)).toMatch(/Outside the simulated range: .*ambient/);
  });

  it("have names for a person, each", () => {
    for (const name of valueNames) expect(learnedValueWords(name)).not.toMatch(/undefined/);
  });
});

describe("a label that cannot be read", () => {
  it("has no share of it said", () => {
    const unread = { ...hatchback, vehicle: { ...hatchback.vehicle, chargeG: null } };
    const share = /of the label|recoveredPct/;
    expect(JSON.stringify(diagnose(unread))).not.toMatch(share);
    expect(JSON.stringify(diagnose({ ...hatchback }))).toMatch(share);
  });
});
