import { describe, expect, it } from "vitest";
import { benchOf } from "../bench/bench-state";
import { actSpecs, type DrillAct } from "./drill-acts";
import { caseOfBench, caseOfCode, type DrillCase } from "./drill-case";
import { DrillRun, replay } from "./drill-run";
import type { Doing } from "./drill-steps";

const van = caseOfCode({ maker: 1, theme: "clamps", number: 4 });
const blocked: DrillCase = {
  ...caseOfBench({
    ...benchOf(),
    conditions: { ...benchOf().conditions, ambientC: 38 },
    chargeG: 550,
    faults: [{ cause: "restriction-before-port", severity: 0.55, place: 0.3 }],
  }),
};

function does(run: DrillRun, ...steps: (Doing | DrillAct)[]) {
  for (const step of steps) {
    const doing: Doing = typeof step === "string" ? { does: "act", act: step } : step;
    if (run.beliefDue && doing.does !== "belief") does(run, { does: "belief", causes: ["none"] });
    for (const _ of run.act(doing));
  }
  return run;
}
const idle: Doing = { does: "engine", engine: "idle" };
const kinds = (run: DrillRun) => run.events.map((event) => (event.kind === "danger" ? event.danger : event.kind));

describe("a run at the car", () => {
  it("costs what its acts cost: the minutes add up on the one clock, and every gram is somewhere", () => {
    const run = new DrillRun(van);
    const acts = [
      "look",
      "gauges",
      "vent-probe",
      "liquid-clamp",
      "discharge-clamp",
      "condenser-air",
      "reseat",
    ] as const;
    does(run, ...acts);
    const minutes = acts.reduce((sum, act) => sum + actSpecs[act].minutes, 0);
    expect(run.atS).toBeCloseTo(minutes * 60, 6);
    run.live(90);
    expect(run.atS).toBeCloseTo(minutes * 60 + 45, 6);
    does(run, idle, "settle");
    expect(run.atS).toBeLessThan((minutes + actSpecs.settle.minutes) * 60 + 45.1);
    const settledS = run.atS;
    does(run, "recover");
    expect(run.atS - settledS).toBeCloseTo(actSpecs.recover.minutes * 60, 6);
    const { startG, addedG, recoveredG, nowG, lostG } = run.grams;
    expect(startG).toBe(van.state.chargeG);
    expect(startG + addedG).toBeCloseTo(recoveredG + nowG + lostG, 6);
    // The hoses take some, no more than some.
    expect(lostG).toBeGreaterThan(0.5);
    expect(lostG).toBeLessThan(8);
    expect(run.readings.recoveredG).toBe(Math.round(recoveredG));
    const took = run.events.reduce((sum, event) => sum + (event.kind === "act" ? event.tookS : 0), 0);
    expect(took + 45).toBeCloseTo(run.atS, 6);
  });

  it("shows nothing of what is not connected, and nothing of what is the matter", () => {
    const run = new DrillRun(van);
    const before = run.live(4).at(-1)!;
    expect([before.low, before.high, before.vent, before.liquid, before.command]).toEqual([
      null,
      null,
      null,
      null,
      null,
    ]);
    expect(before.ambient).not.toBeNull();
    does(run, "gauges");
    const after = run.live(4).at(-1)!;
    expect(after.low).toBeGreaterThan(300);
    expect([after.vent, after.suction]).toEqual([null, null]);
  });

  it("takes readings by the rules of a real car: at rest only before it ran, running only when they stand", () => {
    const run = does(new DrillRun(van), "gauges");
    expect(run.readings.rest).toBeNull();
    run.live(120);
    expect(run.readings.rest).toMatchObject({ lowKpa: expect.any(Number), soakC: van.state.conditions.ambientC });
    does(run, "liquid-clamp", idle);
    run.live(30);
    expect(run.readings.running.idle).toBeUndefined();
    does(run, "settle");
    expect(run.readings.running.idle).toMatchObject({ lowKpa: expect.any(Number), liquidLineC: expect.any(Number) });
    // A pressure that falls during recovery is no static pressure.
    expect(does(new DrillRun(van), "gauges", "recover").readings).toMatchObject({
      rest: null,
      recoveredG: expect.any(Number),
    });
    does(run, { does: "engine", engine: "off" });
    const rest = run.readings.rest;
    run.live(200);
    expect(run.readings.rest).toEqual(rest);
  });

  it("asks what is believed at its moments, and does nothing more until that was said", () => {
    const run = does(new DrillRun(van), "look", "gauges", "vent-probe", "liquid-clamp");
    expect(run.beliefDue).toBe(false);
    run.live(400);
    expect(run.beliefDue).toBe(true);
    expect(run.refusal({ does: "act", act: "suction-clamp" })).toEqual({ code: "belief-first" });
    expect(run.refusal({ does: "engine", engine: "idle" })).toEqual({ code: "belief-first" });
    // An engine may always be stopped.
    expect(run.refusal({ does: "engine", engine: "off" })).toBeNull();
    expect(run.refusal({ does: "commit", causes: [], grams: null })).toBeNull();
    does(run, { does: "belief", causes: ["undercharge", "air"] });
    expect(run.beliefDue).toBe(false);
  });

  it("refuses by name what makes no sense", () => {
    const run = new DrillRun(van);
    const why = (act: DrillAct) => run.refusal({ does: "act", act })?.code ?? null;
    expect([why("settle"), why("shut-off"), why("load"), why("command")]).toEqual([
      "engine-off",
      "engine-off",
      "engine-off",
      "not-on-offer",
    ]);
    does(run, "look", idle);
    expect([why("look"), why("stand"), why("shut-off")]).toEqual(["already", "engine-on", "no-gauges"]);
    expect(() => [...run.act({ does: "act", act: "look" })]).toThrow("refused: already");
    does(run, { does: "commit", causes: ["undercharge"], grams: 280 });
    expect(run.isOver).toBe(true);
    expect(why("gauges")).toBe("over");
    expect(run.live(10)).toEqual([]);
  });

  it("is played again from its acts to the same sample and the same gram", () => {
    const run = new DrillRun(blocked);
    const seen = [...run.live(7)];
    const go = (step: Doing) => {
      if (run.beliefDue) for (const batch of run.act({ does: "belief", causes: ["air"] })) seen.push(...batch);
      for (const batch of run.act(step)) seen.push(...batch);
    };
    go({ does: "act", act: "gauges" });
    seen.push(...run.live(33));
    go(idle);
    go({ does: "act", act: "settle" });
    go({ does: "act", act: "feel", part: "condenser" });
    go({ does: "engine", engine: "fast" });
    seen.push(...run.live(50));
    const again = replay(blocked, JSON.parse(JSON.stringify(run.script)), run.at);
    expect(again.samples).toEqual(seen);
    expect(again.run.readings).toEqual(run.readings);
    expect(again.run.events).toEqual(run.events);
    expect(again.run.grams).toEqual(run.grams);
  });
});

describe("a car that is blocked before its port", () => {
  it("comes in with what its relief valve has left, and stands its idle; nothing of it is no number, wherever it is blocked", () => {
    for (const [severity, place] of [
      [0.7, 0],
      [0.7, 0.3],
      [0.55, 0.8],
    ] as const) {
      const given = caseOfBench({ ...blocked.state, faults: [{ cause: "restriction-before-port", severity, place }] });
      const run = does(new DrillRun(given), "gauges", "discharge-clamp", idle);
      const samples = run.live(240);
      expect(samples.every(({ low, high, discharge }) => [low, high, discharge].every(Number.isFinite))).toBe(true);
      if (place > 0) expect(kinds(run)).not.toContain("relief-blew");
      expect(run.grams.startG).toBeLessThanOrEqual(given.state.chargeG);
      if (severity > 0.6) expect(run.grams.startG).toBeLessThan(0.6 * given.state.chargeG);
    }
  });
});

describe("a wrong way", () => {
  it("with liquid into a running low side breaks the compressor, which shows from then on", () => {
    const sound = caseOfBench(benchOf());
    const run = does(new DrillRun(sound), "gauges", idle, "settle");
    const apart = (of: DrillRun) => of.readings.running.idle!.highKpa! - of.readings.running.idle!.lowKpa!;
    const before = apart(run);
    does(run, "liquid-low");
    expect(kinds(run)).toContain("slugged");
    expect(run.grams.addedG).toBeGreaterThan(25);
    // The readings of the other charge are gone.
    expect(run.readings.running.idle).toBeUndefined();
    does(run, "settle");
    expect(apart(run)).toBeLessThan(before - 150);
    // With the engine off it is a charge like another.
    const still = does(new DrillRun(sound), "gauges", "liquid-low");
    expect(kinds(still)).not.toContain("slugged");
  });

  it("with the high valve open on a running car bursts the can, and ends it", () => {
    const run = does(new DrillRun(caseOfBench(benchOf())), "gauges", idle, "settle", "liquid-high");
    expect(kinds(run)).toContain("can-burst");
    expect(run.isOver).toBe(true);
    expect(run.committed).toBeNull();
    expect(run.refusal({ does: "act", act: "look" })).toEqual({ code: "over" });
    const off = does(new DrillRun(caseOfBench(benchOf())), "gauges", "liquid-high");
    expect(off.isOver).toBe(false);
    expect(off.grams.addedG).toBeGreaterThan(10);
  });

  it("of running on after the relief valve blew loses charge and is held against whoever did", () => {
    const run = does(new DrillRun(blocked), "gauges", { does: "engine", engine: "fast" });
    run.live(600);
    expect(kinds(run)).toContain("relief-blew");
    expect(kinds(run)).toContain("ran-on-after-relief");
    expect(run.grams.lostG).toBeGreaterThan(15);
    // Stopped at the hiss, nothing of it is.
    const careful = does(new DrillRun(blocked), "gauges", { does: "engine", engine: "fast" });
    while (!kinds(careful).includes("relief-blew")) careful.live(2);
    does(careful, { does: "engine", engine: "off" });
    careful.live(300);
    expect(kinds(careful)).not.toContain("ran-on-after-relief");
    expect(kinds(careful)).toContain("relief-shut");
  });
});

describe("the time in which the sides meet", () => {
  it("is taken where they stood apart, as met or as not, and not where they never did", () => {
    const met = does(new DrillRun(caseOfBench(benchOf())), "gauges", idle, "settle", "shut-off").readings.equalise!;
    expect(met.seconds).toBeGreaterThan(30);
    const state = { ...benchOf(), faults: [{ cause: "compressor-not-driven" as const, severity: 1, place: null }] };
    const still = does(new DrillRun(caseOfBench(state)), "gauges", idle, "settle", "shut-off");
    expect(still.readings.equalise).toBeNull();
    expect(still.readings.running.idle!.lowKpa).toBeGreaterThan(400);
  });
});

describe("a reading that lies", () => {
  const lying = (misread: DrillCase["misread"]): DrillCase => ({ ...caseOfBench(benchOf()), spread: 9, misread });
  const reading = (given: DrillCase, reseat: boolean) => {
    const run = does(
      new DrillRun(given),
      "gauges",
      "suction-clamp",
      "liquid-clamp",
      ...(reseat ? (["reseat"] as const) : []),
    );
    return does(run, idle, "settle").readings.running.idle!;
  };

  it("lies until it is seated again, and only it", () => {
    const true_ = reading(lying(null), false);
    const coupler = reading(lying("half-open-coupler"), false);
    expect(coupler.highKpa!).toBeLessThan(0.75 * true_.highKpa!);
    expect(Math.abs(coupler.lowKpa! - true_.lowKpa!)).toBeLessThan(12);
    expect(reading(lying("half-open-coupler"), true).highKpa!).toBeGreaterThan(0.93 * true_.highKpa!);
    const clamp = reading(lying("slipped-suction-clamp"), false);
    expect(clamp.suctionLineC!).toBeGreaterThan(true_.suctionLineC! + 8);
    expect(Math.abs(clamp.liquidLineC! - true_.liquidLineC!)).toBeLessThan(1.5);
    expect(Math.abs(reading(lying("slipped-suction-clamp"), true).suctionLineC! - true_.suctionLineC!)).toBeLessThan(
      1.5,
    );
  });

  it("of a coupler hisses for whoever puts a hand there, and leaks", () => {
    const run = does(new DrillRun(lying("half-open-coupler")), "gauges", idle, {
      does: "act",
      act: "feel",
      part: "high-port",
    });
    expect(kinds(run)).toContain("hiss");
    run.live(1200);
    const lost = run.grams.lostG;
    does(run, "reseat");
    const seated = run.grams.lostG;
    run.live(400);
    expect(lost).toBeGreaterThan(4);
    expect(run.grams.lostG).toBeCloseTo(seated, 3);
  });
});
