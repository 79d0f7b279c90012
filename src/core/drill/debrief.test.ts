import { describe, expect, it } from "vitest";
import { metricFigures } from "@/core/units/figures";
import { causeMechanisms, mechanismSentence } from "@/words/mechanisms";
import { type Commit, ran } from "../../../tests/support/drill-runs";
import { benchOf } from "../bench/bench-state";
import { faultCauses } from "../causes/catalogue";
import { CLEAR_PROBABILITY } from "../diagnosis/thresholds";
import { debriefOf } from "./debrief";
import type { DrillAct } from "./drill-acts";
import { drillChannels } from "./drill-acts";
import { caseOfBench, caseOfCode, type DrillCase, truthOfCase } from "./drill-case";
import { checkCase } from "./drill-check";
import { nothingRead, probabilityOf, weighReadings } from "./drill-readings";
import type { Doing } from "./drill-steps";
import { scoreParts } from "./score";

const lacking = caseOfCode({ maker: 1, theme: "clamps", number: 36 });
const idle: Doing = { does: "engine", engine: "idle" };
const thorough: (Doing | DrillAct)[] = ["look", "gauges", "liquid-clamp", "vent-probe", idle, "settle"];

describe("a debrief", () => {
  const check = checkCase(lacking);
  const truth = truthOfCase(lacking);
  const run = ran(lacking, thorough, { causes: ["undercharge"], grams: 568 });
  const debrief = debriefOf(run, check);

  it("says of each reading what the inference made of the truth by it, one following from the other", () => {
    const probable = (readings = nothingRead) => probabilityOf(truth, weighReadings(lacking, readings));
    expect(debrief.said.length).toBeGreaterThan(3);
    let before = probable();
    for (const said of debrief.said) {
      expect(said.before).toBe(before);
      expect(said.after).toBe(probable(said.readings));
      before = said.after;
    }
    expect(debrief.said.map(({ atS }) => atS)).toEqual([...debrief.said.map(({ atS }) => atS)].sort((a, b) => a - b));
  });

  it("names the moment from which it could be known: clear from there to the end, and not just before", () => {
    const at = debrief.knowableAtS!;
    expect(at).toBeGreaterThan(300);
    expect(debrief.said.filter(({ atS }) => atS >= at).every(({ after }) => after >= CLEAR_PROBABILITY)).toBe(true);
    expect(debrief.said.filter(({ atS }) => atS < at).at(-1)!.after).toBeLessThan(CLEAR_PROBABILITY);
    const blind = debriefOf(ran(lacking, ["look"], { causes: ["undercharge"], grams: null }), check);
    expect(blind.knowableAtS).toBeNull();
  });

  it("gives full marks for knowing it with reason, care and grams, however slow", () => {
    expect(debrief).toMatchObject({ right: true, mistakes: [], dangers: [], truth: ["undercharge"] });
    expect(debrief.grams).toMatchObject({ said: 568, within: true });
    expect(debrief.score).toMatchObject({ cause: 40, evidence: 20, care: 20, grams: 10 });
    const waited = ran(lacking, [...thorough, { does: "engine", engine: "off" }, "stand"], {
      causes: ["undercharge"],
      grams: 568,
    });
    const slow = debriefOf(waited, check);
    // Minutes are worth a tenth: who waits loses no more.
    expect(slow.score.time).toBeLessThan(debrief.score.time);
    expect(slow.score.total).toBeGreaterThan(88);
    const { cause, evidence, care, grams, time, total } = slow.score;
    expect(total).toBe(cause + evidence + care + grams + time);
  });

  it("holds the cheapest way beside the learner's, and names what was not done of it", () => {
    expect(debrief.way).toEqual(check.way);
    expect(debrief.done).toEqual(expect.arrayContaining(["look", "gauges", "liquid-clamp", "idle"]));
    // A minute at rest is no act: it is done where it was read.
    expect(debrief.said.some(({ news }) => news.includes("rest"))).toBe(true);
    expect(debrief.done).toContain("rest");
    expect(debrief.skipped).toEqual(check.way!.filter((step) => !debrief.done.includes(step)));
    expect(debrief.minutes).toBeCloseTo(run.atS / 60, 9);
  });

  it("keeps what was believed beside what the readings allowed at that moment", () => {
    const asked = debriefOf(
      ran(lacking, [...thorough, "condenser-air", "line-spots"], { causes: [], grams: 0 }),
      check,
    );
    expect(asked.believed).toHaveLength(1);
    const [first] = asked.believed;
    expect(first!.causes).toEqual(["undercharge", "none"]);
    const then = asked.said.filter(({ atS }) => atS <= first!.atS).at(-1)!;
    expect(first!.truth).toBe(then.after);
    expect(first!.allowed[0]).toEqual(then.leads);
  });

  it("adds up every gram, and says what each habit would have put in on this day", () => {
    const { startG, addedG, recoveredG, nowG, lostG } = debrief.books;
    expect(startG + addedG).toBeCloseTo(recoveredG + nowG + lostG, 6);
    expect(debrief.habits!.answer.labelG).toBe(800);
    expect(debrief.habits!.answer.answers).toHaveLength(6);
  });
});

describe("mistakes", () => {
  const check = checkCase(lacking);
  // The shortest test sequence is not a mistake.
  const of = (steps: (Doing | DrillAct)[], commit: Commit | null, given = lacking) =>
    debriefOf(ran(given, steps, commit), check);

  it("are named by their sort, and cost what they are worth", () => {
    const wrong = of(thorough, { causes: ["compressor-worn"], grams: 0 });
    expect(wrong.mistakes).toEqual(["wrong-cause", "against-the-readings", "wrong-grams"]);
    expect(wrong.score).toMatchObject({ cause: 0, evidence: 0, grams: 0, time: 0, care: 20 });
    const early = of(["gauges"], { causes: ["undercharge"], grams: null });
    expect(early.mistakes).toEqual(["before-it-was-known", "did-not-look"]);
    expect(early.right).toBe(true);
    expect(early.score).toMatchObject({ cause: 0, evidence: 0, grams: 0, time: 0 });
    // To weigh first is no guess: most of the grams' worth, where the charge is what is wrong.
    expect(of(thorough, { causes: ["undercharge"], grams: null }).score.grams).toBe(6);
    const more = of(thorough, { causes: ["undercharge", "air"], grams: 568 });
    expect(more.mistakes).toEqual(["wrong-cause"]);
  });

  it("of a sound car: it was condemned", () => {
    const sound = caseOfBench(benchOf());
    const condemned = of(thorough, { causes: ["compressor-worn"], grams: 0 }, sound);
    expect(condemned.mistakes).toContain("condemned-a-sound-car");
    const left = of(thorough, { causes: [], grams: 0 }, sound);
    expect(left).toMatchObject({ right: true, grams: { within: true } });
    expect(left.mistakes).not.toContain("condemned-a-sound-car");
  });

  it("of two: one was found", () => {
    const two = caseOfBench({
      ...benchOf(),
      chargeG: 300,
      faults: [{ cause: "condenser-airflow", severity: 0.8, place: null }],
    });
    const half = of(thorough, { causes: ["condenser-airflow"], grams: null }, two);
    expect(half.mistakes).toContain("missed-the-second");
    expect(half.score.cause).toBeLessThanOrEqual(20);
  });

  it("of care: a liar that was believed, and an accident, which ends it without an answer", () => {
    const lying: DrillCase = { ...lacking, misread: "half-open-coupler" };
    expect(of(thorough, { causes: [], grams: 0 }, lying).mistakes).toContain("believed-a-wrong-reading");
    expect(of([...thorough, "reseat"], { causes: [], grams: 0 }, lying).mistakes).not.toContain(
      "believed-a-wrong-reading",
    );
    // A sound high side, running, stands far above what a can holds.
    const hurt = of([...thorough, "liquid-high"], null, caseOfBench(benchOf()));
    expect(hurt).toMatchObject({ causes: null, right: false, dangers: ["can-burst"] });
    expect(hurt.mistakes).toEqual(["danger", "dangerous-act", "topped-up"]);
    expect(hurt.score).toMatchObject({ total: 0, failed: true });
  });
});

describe("points only for what the readings support", () => {
  const check = checkCase(lacking);
  const of = (steps: (Doing | DrillAct)[], commit: Commit | null, given = lacking) =>
    debriefOf(ran(given, steps, commit), check);
  const right: Commit = { causes: ["undercharge"], grams: 568 };

  it("gives none for a right guess without a reading", () => {
    const guessed = of([], right);
    expect(guessed.right).toBe(true);
    expect(guessed.score.total).toBe(0);
    expect(guessed.score.lines.map(({ reason }) => reason.code)).toContain("nothing-read");
  });

  it("fails a case whose compressor was destroyed with liquid, whatever the answer", () => {
    // Several cans of liquid into the running low side.
    const slugged = of([...thorough, "liquid-low", "liquid-low", "liquid-low"], right);
    expect(slugged.dangers).toContain("slugged");
    expect(slugged.score).toMatchObject({ total: 0, failed: true });
  });

  it("takes points for a dangerous act that did nothing, and names it at its moment", () => {
    const before = of(thorough, right).score.care;
    // With so little in it the high side stands below what a can holds.
    const lucky = of([...thorough, "liquid-high"], right);
    if (lucky.dangers.length > 0) throw new Error("the act did harm: choose another vehicle");
    expect(lucky.mistakes).toContain("dangerous-act");
    expect(lucky.score.care).toBeLessThan(before);
    const line = lucky.score.lines.find(
      ({ reason }) => reason.code === "mistake" && reason.mistake === "dangerous-act",
    );
    expect(line).toMatchObject({ part: "care", points: -10 });
    expect(line!.atS).toBeGreaterThan(100);
  });

  it("names topping up, and going on until a reading looked right, each with its cost", () => {
    const sound = caseOfBench(benchOf());
    const topped = of([...thorough, "vapour-low"], { causes: [], grams: 0 }, sound);
    expect(topped.mistakes).toContain("topped-up");
    const bySign = of([...thorough, "vapour-low", "settle", "vapour-low"], { causes: [], grams: 0 }, sound);
    expect(bySign.mistakes).toEqual(expect.arrayContaining(["topped-up", "charged-by-a-sign", "overfilled"]));
    expect(bySign.score.care).toBeLessThan(topped.score.care);
    expect(topped.score.care).toBeLessThan(20);
  });

  it("adds every part up from its lines, and gives full marks to the way that knows", () => {
    const { score } = of(thorough, right);
    for (const part of scoreParts) {
      const sum = score.lines.filter((line) => line.part === part).reduce((all, { points }) => all + points, 0);
      expect(score[part], part).toBe(Math.max(0, Math.round(sum)));
    }
    expect(score.total).toBeGreaterThan(90);
  });
});

describe("an explanation", () => {
  const check = checkCase(lacking);
  const debrief = debriefOf(ran(lacking, thorough, { causes: ["undercharge"], grams: 568 }), check);

  it("sets a reading beside this very vehicle when sound, in the direction that the fault moves it", () => {
    const explained = debrief.said.flatMap(({ mechanism }) => (mechanism === null ? [] : [mechanism]));
    expect(explained.length).toBeGreaterThan(0);
    for (const { cause } of explained) expect(cause).toBe("undercharge");
    expect(explained.find(({ channel }) => channel === "low")?.direction ?? "below").toBe("below");
    expect(explained.find(({ channel }) => channel === "high")?.direction ?? "below").toBe("below");
  });

  it("has a sentence for every cause, and for every channel that it moves", () => {
    for (const cause of faultCauses) {
      expect(causeMechanisms[cause].length).toBeGreaterThan(30);
      for (const channel of drillChannels) {
        const words = mechanismSentence(
          { channel, speed: "idle", sound: 200, direction: "above", cause },
          metricFigures,
        );
        expect(words).toMatch(/^[A-Z].*\.$/);
        expect(words).not.toMatch(/undefined|NaN/);
      }
    }
  });

  it("names the cheapest test that would have singled the fault out, where the readings did not", () => {
    expect(debrief.separating).toBeNull();
    const poor = debriefOf(ran(lacking, ["look", "gauges", idle, "settle"], { causes: [], grams: 0 }), check);
    expect(poor.separating === null || !poor.done.includes(poor.separating)).toBe(true);
    const blind = debriefOf(ran(lacking, ["look"], { causes: [], grams: 0 }), check);
    expect(blind.separating).not.toBeNull();
  });

  it("sets both paths on one clock", () => {
    expect(debrief.path.mine.map(({ step }) => step)).toEqual([
      ...thorough.map((one) => (typeof one === "string" ? one : "idle")),
    ]);
    expect(debrief.path.expert.length).toBeGreaterThan(2);
  });

  it("lists a static pressure once, however long the vehicle stands", () => {
    const stood = debriefOf(ran(lacking, ["gauges", "stand", "stand"], { causes: [], grams: 0 }), check);
    expect(stood.said.filter(({ news }) => news.includes("rest"))).toHaveLength(1);
    for (const { before, after, news } of stood.said) if (news.length === 0) expect(after).toBe(before);
  });
});
