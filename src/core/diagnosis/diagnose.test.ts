import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { faultCauses } from "../circuit/faults";
import { simulate } from "../instruments/simulate";
import { checkSimulate } from "../instruments/simulate-request";
import { parseReadings, type ReadingFile } from "../readings/reading-file";
import type { Cause } from "./causes";
import { decide } from "./decide";
import { diagnose, judge, judgePrepared, preparationKey, prepare, prepareSteps } from "./diagnose";
import { diagnosisSchema } from "./diagnosis";
import { discrepancy } from "./discrepancy";
import { logLikelihoods } from "./posterior";
import { stableOrder } from "./stable-order";
import type { Verdict } from "./verdict";

const text = readFileSync(new URL("./cases-dev.jsonl", import.meta.url), "utf8");
const cases = parseReadings(text).flatMap((result) => (result.ok ? [result.value] : []));

const vehicles = [
  { refrigerant: "R134a", chargeG: 600, metering: "expansion-valve", compressor: "variable-external" },
  { refrigerant: "R1234yf", chargeG: 500, metering: "expansion-valve", compressor: "fixed" },
  { refrigerant: "R134a", chargeG: 700, metering: "orifice-tube", compressor: "fixed" },
  { refrigerant: "R1234yf", chargeG: 640, metering: "expansion-valve", compressor: "variable-internal" },
  { refrigerant: "R134a", chargeG: 1050, metering: "expansion-valve", compressor: "variable-external", evaporators: 2 },
] as const;

/** A test of a made-up vehicle, with an ordinary workshop's instruments. */
function reading(which: number, cause: Cause = "none", severity = 0.85, change: object = {}): ReadingFile {
  const checked = checkSimulate({
    vehicle: vehicles[which],
    conditions: { ambientC: 30, humidityPct: 45, altitudeM: 200 },
    faults: cause === "none" ? [] : [{ cause, severity }],
    noise: true,
    seed: 3,
    ...change,
  });
  if (!checked.ok) throw new Error(checked.issue.expected);
  const test = simulate(checked.value);
  if (!test.ok) throw new Error(JSON.stringify(test.issue));
  const { model: _, ...given } = test.value;
  return given;
}

const probability = (verdict: Verdict, cause: Cause) => verdict.causes.find((one) => one.cause === cause)!.probability;
const leading = (verdict: Verdict, count = 1) => verdict.causes.slice(0, count).map(({ cause }) => cause);

describe("diagnosis", () => {
  it("answers every development case with a valid file that sums to one and is sorted", () => {
    for (const given of cases.slice(0, 20)) {
      const answer = diagnose(given);
      expect(diagnosisSchema.safeParse(answer).success).toBe(true);
      expect(answer.id).toBe(given.id);
      const probabilities = answer.causes.map((c) => c.probability);
      expect(probabilities.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
      expect(probabilities).toEqual([...probabilities].sort((a, b) => b - a));
      expect(JSON.stringify(answer)).not.toMatch(/NaN|null,null|undefined|Infinity/);
    }
  });

  it("finds nothing wrong with sound vehicles, and never claims to have weighed them", () => {
    for (const which of vehicles.keys()) {
      const verdict = judge(reading(which));
      expect(leading(verdict), `vehicle ${which}`).toEqual(["none"]);
      expect(verdict.charge).toMatchObject({ identified: false, weighed: false });
      // Pressures hide a third of the charge.
      expect(verdict.charge!.highG - verdict.charge!.lowG).toBeGreaterThan(0.25 * vehicles[which]!.chargeG);
    }
  });

  const lookAlike: Partial<Record<Cause, Cause>> = {
    "restriction-after-port": "metering-stuck-closed",
    "metering-stuck-closed": "restriction-after-port",
  };
  it.each(faultCauses)("finds %s at high severity on every kind of vehicle", (cause) => {
    for (const [which, vehicle] of vehicles.entries()) {
      if (cause === "compressor-low-stroke" && vehicle.compressor === "fixed") continue;
      const verdict = judge(reading(which, cause, cause === "compressor-not-driven" ? 1 : 0.85));
      const [first] = leading(verdict);
      expect([cause, lookAlike[cause]], `vehicle ${which}: ${first}`).toContain(first);
      expect(leading(verdict, 2)).toContain(cause);
    }
  });

  it("does not condemn a part that this vehicle does not have", () => {
    expect(probability(judge(reading(1, "compressor-worn")), "compressor-low-stroke")).toBe(0);
  });

  it("gives the same answer to the same seed, and to readings in another order of settings", () => {
    const given = reading(0, "condenser-airflow", 0.5);
    expect(diagnose(given, { seed: 7 })).toEqual(diagnose(given, { seed: 7 }));
    const turned = judge({ ...given, running: [...given.running!].reverse() });
    for (const { cause, probability: p } of judge(given).causes) expect(probability(turned, cause)).toBeCloseTo(p, 2);
  });

  it("is not moved by a reading that tells nothing: the scan tool's command of a compressor that answers to none", () => {
    const given = reading(3, "undercharge", 0.6);
    const more = { ...given, running: given.running!.map((setting) => ({ ...setting, compressorDutyPct: 60 })) };
    for (const { cause, probability: p } of judge(given).causes) {
      expect(probability(judge(more), cause)).toBeCloseTo(p, 2);
    }
  });

  it("never holds an undercharge likelier the more was weighed out of it", () => {
    const given = { ...reading(0, "undercharge", 0.5), rest: null };
    const prepared = prepare(given);
    if (!prepared.ok) throw new Error();
    const at = (recoveredG: number) =>
      judgePrepared({ ...given, recoveredG }, prepared.value.hypotheses).causes.find(
        ({ cause }) => cause === "undercharge",
      )!.present;
    const row = [220, 300, 380, 460, 540, 600].map(at);
    for (let i = 1; i < row.length; i++) expect(row[i]!).toBeLessThanOrEqual(row[i - 1]! + 1e-6);
    expect(row[0]!).toBeGreaterThan(0.8);
    expect(row.at(-1)!).toBeLessThan(0.1);
  });

  it("weighs how a clutch cycles: its own swing raises a cause, a foreign one lowers it, and never to nothing", () => {
    const prepared = prepare(reading(2, "undercharge", 0.7, { rpm: [800] }));
    if (!prepared.ok) throw new Error();
    const { observed, hypotheses } = prepared.value;
    const at = hypotheses.all.findIndex(({ shown, causes }) => shown.swings[0] && causes[0]!.cause === "undercharge");
    const { widthK, lnPeriod } = hypotheses.all[at]!.shown.swings[0]!;
    const { swing } = discrepancy;
    const log = (read: { widthK: number; lnPeriod: number } | null) =>
      logLikelihoods({ ...observed, swings: [read, null] }, hypotheses, "fixed", discrepancy, []).logs[at]!;
    const own = log({ widthK: widthK + swing.widthK.bias, lnPeriod: lnPeriod + swing.lnPeriod.bias });
    const unread = log(null);
    const foreign = log({ widthK: widthK + 40, lnPeriod: lnPeriod + 4 });
    expect(own).toBeGreaterThan(unread);
    expect(foreign).toBeLessThan(unread);
    expect(Number.isFinite(foreign)).toBe(true);
    expect(log({ widthK: Number.NaN, lnPeriod: Number.NaN })).toBe(unread);
  });

  it("takes the weight for the charge once it is known", () => {
    const { charge } = judge({ ...reading(0), recoveredG: 433 });
    expect(charge).toMatchObject({ medianG: 433, identified: true, weighed: true });
    expect(charge!.highG - charge!.lowG).toBeLessThan(30);
  });

  it("never holds air less likely the more the rest pressure stands above saturation", () => {
    const given = reading(2);
    const prepared = prepare(given);
    if (!prepared.ok) throw new Error();
    const at = (aboveKpa: number) => {
      const rest = { ...given.rest!, lowKpa: given.rest!.lowKpa! + aboveKpa, highKpa: given.rest!.highKpa! + aboveKpa };
      return probability(judgePrepared({ ...given, rest }, prepared.value.hypotheses), "air");
    };
    const row = [0, 20, 40, 80, 140].map(at);
    for (let i = 1; i < row.length; i++) expect(row[i]!).toBeGreaterThanOrEqual(row[i - 1]! - 0.005);
  });

  it("names a single wild reading and is not led by it", () => {
    const given = reading(0);
    const slipped = given.running!.map((setting, i) => (i === 0 ? { ...setting, suctionLineC: 61 } : setting));
    const verdict = judge({ ...given, running: slipped });
    expect(leading(verdict)).toEqual(["none"]);
    const warning = verdict.warnings.find(({ code }) => code === "suspect-reading");
    expect(warning).toMatchObject({ observable: "suction", rpm: 800 });
    expect(diagnose({ ...given, running: slipped }).warnings.join(" ")).toMatch(/Suspect: suction line at 800 rpm/);
  });

  it("answers any subset of readings, and leaves the field open when next to nothing was read", () => {
    const full = reading(0, "restriction-after-port", 0.9);
    for (const keep of [["ventC"], ["lowKpa"], ["lowKpa", "highKpa"], ["suctionLineC", "liquidLineC"], []]) {
      const running = full.running!.map((setting) =>
        Object.fromEntries(Object.entries(setting).filter(([name]) => name === "rpm" || keep.includes(name))),
      );
      const verdict = judge({ ...full, running, rest: null, equalise: null });
      expect(verdict.causes.reduce((sum, c) => sum + c.probability, 0)).toBeCloseTo(1, 9);
      if (keep.length < 2) expect(verdict.causes[0]!.probability).toBeLessThan(0.7);
    }
    const bare = judge({ ...full, running: null, rest: null, equalise: null });
    expect(bare.nextTests.length).toBeGreaterThan(4);
    expect(bare.warnings.map(({ code }) => code)).toContain("few-readings");
  });

  it("lets what was seen weigh: a fan that does not turn, a drier that sweats", () => {
    const given = reading(0, "condenser-airflow", 0.4);
    const seen = judge({ ...given, observations: ["not-turning-fan"] });
    expect(probability(seen, "condenser-airflow")).toBeGreaterThan(probability(judge(given), "condenser-airflow"));
    expect(seen.causes.find(({ cause }) => cause === "condenser-airflow")!.seen).toEqual(["not-turning-fan"]);
    const starved = reading(0, "restriction-after-port", 0.8);
    const sweats = judge({ ...starved, observations: ["sweating-receiver"] });
    expect(probability(sweats, "restriction-after-port")).toBeGreaterThan(0.85);
  });

  it("says why in units people know", () => {
    const { causes } = diagnose(reading(1, "undercharge", 0.9));
    const [first] = causes;
    expect(first!.cause).toBe("undercharge");
    expect(first!.for.join(" | ")).toMatch(
      /High side \d+ kPa under what such a vehicle should show at [\d\s]+ rpm, \d+(\.\d)? times the gauge's error/,
    );
  });
});

describe("the classic confusions", () => {
  it("a blocked liquid line and a stuck valve are left open by the basic readings; the spots along the line part them", () => {
    const given = { ...reading(0, "restriction-after-port", 0.85), equalise: null };
    given.running = given.running!.map(({ compressorDutyPct: _, ...setting }) => setting);
    const verdict = judge(given);
    expect(leading(verdict, 2).sort()).toEqual(["metering-stuck-closed", "restriction-after-port"]);
    const spots = verdict.nextTests.find(({ test }) => test === "line-spots")!;
    const foretold = (cause: Cause) => spots.outcomes.find((one) => one.cause === cause)!.expected;
    expect(foretold("restriction-after-port")).toBeGreaterThan(foretold("metering-stuck-closed") + 6);
    expect(spots.gainBits).toBeGreaterThan(0.05);
  });

  it("air and weak condenser air both lift the high side; the rest reading parts them", () => {
    const given = reading(0, "air", 0.45);
    given.running = given.running!.map(({ rpm, lowKpa, highKpa, ventC }) => ({ rpm, lowKpa, highKpa, ventC }));
    const open = judge({ ...given, rest: null });
    expect(leading(open, 3)).toContain("condenser-airflow");
    expect(probability(open, "air")).toBeLessThan(0.6);
    expect(open.nextTests.find(({ test }) => test === "rest")!.gainBits).toBeGreaterThan(0.1);
    expect(leading(judge(given))).toEqual(["air"]);
  });

  it("tests that were done are not offered again, and every gain lies between nothing and what is open", () => {
    const given = reading(0, "overcharge", 0.5);
    const verdict = judge(given);
    const offered = verdict.nextTests.map(({ test }) => test);
    expect(offered).not.toContain("rest");
    expect(offered).not.toContain("shut-off");
    expect(offered).toContain("recover");
    for (const { gainBits } of verdict.nextTests) {
      expect(gainBits).toBeGreaterThanOrEqual(0);
      expect(gainBits).toBeLessThanOrEqual(verdict.undecidedBits + 0.05);
    }
  });
});

describe("decision and display", () => {
  it("stops before anything else, checks control before a compressor, and asks where a lost charge went", () => {
    const high = reading(1);
    high.running = high.running!.map((setting) => ({ ...setting, highKpa: 2750 }));
    expect(decide(judge(high)).act).toBe("stop");
    expect(decide(judge(reading(0, "compressor-not-driven", 1))).act).toBe("check-control");
    expect(decide(judge(reading(2, "compressor-worn", 0.9))).sentence).toMatch(/control first/);
    const large = decide(judge(reading(1, "undercharge", 0.95)));
    expect(large.act).toBe("weigh");
    expect(large.sentence).toMatch(/find the leak before it is charged/);
    expect(decide(judge(reading(0))).act).toBe("leave");
  });

  it("moves a row only when its lead is certain", () => {
    const rows = (a: number, b: number) => [
      { cause: "air" as const, probability: a },
      { cause: "overcharge" as const, probability: b },
    ];
    const order = (before: Cause[], a: number, b: number) =>
      stableOrder(
        before,
        [...rows(a, b)].sort((x, y) => y.probability - x.probability),
      ).map(({ cause }) => cause);
    expect(order([], 0.3, 0.6)).toEqual(["overcharge", "air"]);
    expect(order(["air", "overcharge"], 0.44, 0.48)).toEqual(["air", "overcharge"]);
    expect(order(["air", "overcharge"], 0.3, 0.6)).toEqual(["overcharge", "air"]);
  });

  it("simulates anew only when vehicle or day change, and can be given up between two causes", () => {
    const given = reading(0);
    const other = { ...given, running: given.running!.map((setting) => ({ ...setting, lowKpa: 200 })) };
    expect(preparationKey(other)).toBe(preparationKey(given));
    expect(preparationKey({ ...given, conditions: { ...given.conditions, ambientC: 35 } })).not.toBe(
      preparationKey(given),
    );
    const steps = prepareSteps(given);
    const shares = [steps.next().value, steps.next().value, steps.next().value];
    expect(shares).toEqual([...shares].sort());
    expect(steps.return(undefined as never).done).toBe(true);
  });

  it("says that it cannot tell when the vehicle cannot be simulated", () => {
    const given = reading(0);
    const verdict = judge({ ...given, vehicle: { ...given.vehicle, chargeG: 90 } });
    expect(verdict.warnings[0]).toMatchObject({ code: "cannot-simulate" });
    expect(verdict.causes[0]!.probability).toBeLessThan(0.1);
  });
});
