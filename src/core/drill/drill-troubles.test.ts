import { describe, expect, it } from "vitest";
import { ran } from "../../../tests/support/drill-runs";
import { waterSaturationKpa } from "../air/humid-air";
import { benchStateSchema } from "../bench/bench-state";
import { debriefOf } from "./debrief";
import { actsOf, caseOfCode, type DrillCase, labelShown, truthOfCase } from "./drill-case";
import { checkCase } from "./drill-check";
import { makerOf, readCode } from "./drill-code";
import { probabilityOf, tells, weighReadings } from "./drill-readings";
import { drillThemes } from "./drill-shapes";
import type { Doing } from "./drill-steps";
import { isTrouble, provedBy, type TroubleKind, troubleKinds } from "./drill-troubles";
import { Ice } from "./ice";
import stock from "./stock.json";

const idle: Doing = { does: "engine", engine: "idle" };
const fast: Doing = { does: "engine", engine: "fast" };
const stocked = stock.flatMap(({ code }) => {
  const parts = readCode(code);
  return parts.ok && parts.value.maker === 2 ? [caseOfCode(parts.value)] : [];
});
const withTrouble = (kind: TroubleKind): DrillCase => stocked.find(({ trouble }) => trouble?.kind === kind)!;
const swapped = stocked.find(({ misread }) => misread === "swapped-hoses")!;

describe("a case beside the circuit", () => {
  it("is a vehicle that can be, and comes with every kind of trouble in its themes", () => {
    const seen = new Set<string>();
    for (const theme of drillThemes.filter((one) => makerOf(one) === 2))
      for (let number = 0; number < 150; number++) {
        const made = caseOfCode({ maker: 2, theme, number });
        expect(benchStateSchema.safeParse(made.state).success).toBe(true);
        expect(actsOf(made)).toEqual(expect.arrayContaining(Object.values(provedBy)));
        seen.add(made.trouble?.kind ?? made.misread ?? "none");
      }
    expect([...seen].sort()).toEqual([...troubleKinds, "none", "swapped-hoses"].sort());
  });

  it("offers its checks nowhere else, and its themes under no code of the first maker", () => {
    for (const theme of drillThemes.filter((one) => makerOf(one) === 1))
      expect(actsOf(caseOfCode({ maker: 1, theme, number: 5 }))).not.toContain("scan");
    expect(readCode(withTrouble("moisture").code!.replace("2X", "1X")).ok).toBe(false);
  });

  it.each(troubleKinds)("is proved by its own check, and by no guess: %s", (kind) => {
    const given = withTrouble(kind);
    const truth = truthOfCase(given);
    const check = checkCase(given);
    expect(check.way).toContain(provedBy[kind]);
    const answer = { causes: truth, grams: null };
    const guess = debriefOf(ran(given, ["look", "gauges"], answer), check);
    expect(guess.right).toBe(true);
    expect(guess.score).toMatchObject({ cause: 0, evidence: 0 });
    const needs: Record<TroubleKind, Parameters<typeof ran>[1]> = {
      moisture: ["recover", "vacuum-hold"],
      "wrong-refrigerant": ["identify"],
      "slow-fan-clutch": ["gauges", idle, "fan-check"],
      "pressure-sensor": ["gauges", "scan"],
      "wrong-label": [
        "service-data",
        "gauges",
        "liquid-clamp",
        "suction-clamp",
        idle,
        "settle",
        fast,
        "settle",
        "recover",
      ],
    };
    const proved = debriefOf(ran(given, ["look", ...needs[kind]], answer), check);
    expect(proved.score.cause).toBe(40);
    expect(proved.score.evidence).toBe(20);
    // Whoever has the proof and names something else goes against it.
    const against = debriefOf(ran(given, ["look", ...needs[kind]], { causes: ["blend-door"], grams: null }), check);
    expect(against.score).toMatchObject({ cause: 0, evidence: 0 });
  });

  it("refutes a trouble that is not there: the answer without it stands", () => {
    const sound = stocked.find(
      (given) => truthOfCase(given).every((fault) => !isTrouble(fault)) && given.misread === null,
    )!;
    const run = ran(sound, ["identify", "gauges", "scan", "service-data", idle, "fan-check"], null);
    expect(run.readings.findings).toHaveLength(4);
    const weighed = weighReadings(sound, run.readings);
    for (const kind of ["wrong-refrigerant", "pressure-sensor", "slow-fan-clutch", "wrong-label"] as const)
      expect(probabilityOf([kind], weighed)).toBeLessThan(0.02);
  });

  it("counts the airflow as half, where the clutch of the fan is meant", () => {
    const given = withTrouble("slow-fan-clutch");
    const steps = ["look", "gauges", "vent-probe", "liquid-clamp", "condenser-air", idle, "settle"] as const;
    const { mistakes, score } = debriefOf(
      ran(given, [...steps], { causes: ["condenser-airflow"], grams: 0 }),
      checkCase(given),
    );
    expect(mistakes).toContain("not-to-the-part");
    expect(mistakes).not.toContain("wrong-cause");
    expect(score.cause).toBeLessThanOrEqual(20);
  });

  it("shows the label as it stands until the maker's data correct it", () => {
    const given = withTrouble("wrong-label");
    const shown = labelShown(given).chargeG;
    expect(Math.abs(shown - given.state.chargeG)).toBeLessThanOrEqual(5);
    const believed = ran(given, ["look", "recover"], null);
    // By the wrong label its charge is right.
    expect(tells(probabilityOf(truthOfCase(given), weighReadings(given, believed.readings)))).toBe(false);
    const corrected = ran(given, ["recover", "service-data"], null);
    const [finding] = corrected.readings.findings;
    expect(finding).toEqual({
      check: "service-data",
      refrigerant: given.state.label.refrigerant,
      chargeG: given.state.label.chargeG,
    });
  });
});

describe("moisture", () => {
  const given = withTrouble("moisture");
  /** Low side every half minute over so many minutes at fast idle. */
  const lowOver = (of: DrillCase, minutes: number) => {
    const run = ran(of, ["gauges", fast], null);
    const lows: number[] = [];
    for (let i = 0; i < minutes * 2; i++) {
      while (run.beliefDue) for (const _ of run.act({ does: "belief", causes: ["none"] }));
      lows.push(run.live(60).at(-1)?.low ?? Number.NaN);
    }
    return lows;
  };

  it("freezes at the valve while it runs cold, which the same vehicle does not do when dry", () => {
    const iced = stocked
      .filter(({ trouble }) => trouble?.kind === "moisture")
      .slice(0, 3)
      .map((one) => {
        const wet = lowOver(one, 20);
        const dry = lowOver({ ...one, trouble: null }, 20);
        return Math.max(...wet.map((low, i) => Math.abs(low - dry[i]!)));
      });
    expect(iced.filter((kpa) => kpa > 40).length).toBe(iced.length);
  });

  it("levels off near the vapour pressure of water in a hold; a dry circuit stays low", () => {
    const holdOf = (of: DrillCase) => {
      const finding = ran(of, ["recover", "vacuum-hold"], null).readings.findings.at(-1);
      if (finding?.check !== "vacuum-hold") throw new RangeError("no hold");
      return finding;
    };
    const wet = holdOf(given);
    const water = waterSaturationKpa(given.state.conditions.ambientC);
    expect(wet.verdict).toBe("moist");
    expect(wet.toKpa).toBeGreaterThan(0.6 * water);
    expect(wet.toKpa).toBeLessThan(1.3 * water);
    const dry = holdOf({ ...given, trouble: null });
    expect(dry.verdict).not.toBe("moist");
    expect(dry.toKpa).toBeLessThan(0.2 * water);
  });

  it("can be evacuated only once the refrigerant is recovered", () => {
    const run = ran(given, ["gauges"], null);
    expect(run.refusal({ does: "act", act: "vacuum-hold" })).toEqual({ code: "not-empty" });
  });
});

describe("ice in a metering device", () => {
  it("grows only below freezing and while refrigerant flows, and thaws above it", () => {
    const ice = new Ice();
    for (let s = 0; s < 600; s++) ice.step(4, true, 1);
    expect(ice.severity).toBe(0);
    for (let s = 0; s < 600; s++) ice.step(-4, false, 1);
    expect(ice.severity).toBe(0);
    for (let s = 0; s < 600; s++) ice.step(-4, true, 1);
    expect(ice.severity).toBeGreaterThan(0.9);
    for (let s = 0; s < 300; s++) ice.step(10, true, 1);
    expect(ice.severity).toBe(0);
  });
});

describe("exchanged hoses", () => {
  it("show each side on the other gauge until they are seated anew, and are held against who believed them", () => {
    const on = ran(swapped, ["gauges", idle, "settle"], null);
    const before = on.live(1)[0]!;
    expect(before.low!).toBeGreaterThan(before.high!);
    for (const _ of on.act({ does: "act", act: "reseat" }));
    const after = on.live(1)[0]!;
    expect(after.high!).toBeGreaterThan(after.low!);
    const believed = ran(swapped, ["look", "gauges", idle, "settle"], { causes: [], grams: 0 });
    expect(debriefOf(believed, checkCase(swapped)).mistakes).toContain("believed-a-wrong-reading");
  });
});
