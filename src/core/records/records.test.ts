import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "../../demo/demo-jobs";
import { customerWords } from "../../words/customer";
import { expectedRanges } from "../diagnosis/explain/expected-range";
import { checkReading } from "../readings/file/reading-file";
import { entry } from "../units/entry";
import { metricFigures } from "../units/figures";
import { compareTests } from "./compare-tests";
import { conditionShift } from "./condition-shift";
import {
  balanceOf,
  deriveFor,
  equaliseOf,
  foundOf,
  readingFileOf,
  recoveredOf,
  settingValues,
  vehicleLabelOf,
} from "./derived/job-readings";
import { hoseLossOf, restOf } from "./derived/job-rest";
import { NEWEST_JOB_VERSION, readJobFile, writeJobFile } from "./files/job-file";
import { type Job, newJob } from "./job";
import { intakeGaps } from "./run-sheet";
import { nextStepOf, standingOf } from "./waits";

const now = "2026-05-04T08:00:00.000Z";
const [bakery, estate, pickup] = demoJobs(new Date(now)) as [Job, Job, Job];

describe("job file", () => {
  it("reads back identical, to the byte", () => {
    for (const job of [newJob("blank", now), bakery, estate, pickup]) {
      const text = writeJobFile(job);
      const back = readJobFile(text);
      expect(back).toEqual({ ok: true, value: job });
      if (back.ok) expect(writeJobFile(back.value)).toBe(text);
    }
  });

  it("keeps whatever was typed, sense or nonsense", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 100 }), fc.string({ maxLength: 200 }), (text, words) => {
        const job = newJob("typed", now);
        job.rest.low = entry(text, "psi");
        job.intake.complaint = words;
        expect(readJobFile(writeJobFile(job))).toEqual({ ok: true, value: job });
      }),
    );
  });

  it.each([
    ["nonsense", { code: "not-json" }],
    ["", { code: "not-json" }],
    ["[]", { code: "foreign", format: null }],
    ['{"format":"evrid.readings","version":1}', { code: "foreign", format: "evrid.readings" }],
    [
      `{"format":"evrid.job","version":${NEWEST_JOB_VERSION + 1}}`,
      { code: "newer-version", version: NEWEST_JOB_VERSION + 1, known: NEWEST_JOB_VERSION },
    ],
    ['{"format":"evrid.job","version":"one"}', { code: "broken", field: "version" }],
  ])("refuses %s by its own name", (text, issue) => {
    expect(readJobFile(text)).toMatchObject({ ok: false, issue });
  });

  it("names the field that is damaged", () => {
    const torn = writeJobFile(estate).replace('"metering": "expansion-valve"', '"metering": "steam"');
    expect(readJobFile(torn)).toMatchObject({ ok: false, issue: { code: "broken", field: "intake.metering" } });
    const endless = writeJobFile(pickup).replace('"grams": 638', '"grams": 1e999');
    expect(readJobFile(endless).ok).toBe(false);
  });
});

describe("from entries to numbers", () => {
  it("computes nothing from a blank job", () => {
    const blank = newJob("blank", now);
    expect(restOf(blank)).toBeNull();
    expect(readingFileOf(blank, "baseline")).toBeNull();
    expect(balanceOf(blank)).toBeNull();
    expect(deriveFor(blank, blank.baseline, settingValues(blank.baseline.settings[0]))).toBeNull();
    expect(compareTests(blank)).toEqual([]);
    expect(intakeGaps(blank)).toContainEqual({ code: "label-charge" });
  });

  it("gives a valid reading file, pressures in kPa gauge whatever was typed", () => {
    const reading = readingFileOf(pickup, "baseline")!;
    expect(checkReading(JSON.parse(JSON.stringify(reading))).ok).toBe(true);
    expect(reading.running?.[0]?.highKpa).toBeCloseTo(122 * 6.894757, 3);
    expect(reading.vehicle.chargeG).toBeCloseTo(22 * 28.3495, 2);
    expect(readingFileOf(pickup, "proof")?.rest).toBeNull();
    // A charge by weight is known and not inferred from pressures.
    // A charge by weight is no evidence of the label: the readings are judged alone.
    expect(readingFileOf(pickup, "proof")?.recoveredG).toBeNull();
    expect(readingFileOf(estate, "proof")?.recoveredG ?? null).toBeNull();
  });

  it("balances the demo pickup by weight", () => {
    const found = balanceOf(pickup);
    expect(found?.ok && found.value).toMatchObject({ drawnG: 638, inVehicleG: 625, state: "inside" });
    expect(recoveredOf(pickup)).toEqual({ ok: true, value: 232 });
  });

  it("compares only what both tests hold, and says when a change drowns in the instruments", () => {
    const rows = compareTests(pickup);
    expect(rows.find((row) => row.label === "Centre vent" && row.setting === "idle")).toMatchObject({
      beyondUncertainty: true,
    });
    expect(compareTests(estate)).toEqual([]);
    const same: Job = { ...pickup, proof: pickup.baseline };
    expect(compareTests(same).every((row) => !row.beyondUncertainty)).toBe(true);
  });
});

describe("proof", () => {
  const label = vehicleLabelOf(pickup)!;
  const day = (ambientC: number) => expectedRanges(label, { ambientC, humidityPct: 45, blowerPct: 100 }, 800)!;

  it("brings the second test to the first one's day: nothing for the same day, lower pressures from a hotter one", () => {
    const same = conditionShift(day(24), day(24));
    expect(Object.values(same).every(({ by, uncertainty }) => by === 0 && uncertainty === 0)).toBe(true);
    const hotter = conditionShift(day(24), day(33));
    expect(hotter.high.by).toBeLessThan(-100);
    expect(hotter.vent.by).toBeLessThan(0);
    expect(hotter.high.uncertainty).toBeGreaterThan(0);
    const rows = compareTests(pickup, [hotter, null]);
    const [idle, fast] = ["idle", "fast idle"].map(
      (at) => rows.find((r) => r.label === "High side" && r.setting === at)!,
    );
    expect(idle!.equal!.value).toBeCloseTo(idle!.after.value + hotter.high.by, 9);
    expect(idle!.equal!.uncertainty).toBeGreaterThan(idle!.after.uncertainty);
    expect(fast!.equal).toBeNull();
  });

  it("tells the customer what was weighed, and nothing that was not", () => {
    const words = customerWords(pickup, metricFigures).join(" ");
    expect(words).toContain("232 g of 624 g");
    expect(words).toContain("3 parts were replaced");
    expect(words).toContain("now holds 625 g");
    expect(words).not.toContain("a month");
    const filled = { ...pickup, intake: { ...pickup.intake, lastFilled: "2025-05-01" } };
    expect(customerWords(filled, metricFigures).join(" ")).toMatch(/losing about \d+ g a month/);
    const leaking: Job = {
      ...pickup,
      leak: { ...pickup.leak, checks: [{ ...pickup.leak.checks[0]!, stage: "after-work" }] },
    };
    expect(customerWords(leaking, metricFigures).at(-1)).toContain("Leak found at");
    expect(customerWords(newJob("x", now), metricFigures)).toEqual([]);
  });
});

describe("a job of an older version", () => {
  /** A version 3 job: draws in place of a log, no repair, no checks. */
  const known: Job = {
    ...pickup,
    intake: { ...pickup.intake, model: "", plate: "", vin: "", mileage: entry("", "km") },
    signOff: { ...pickup.signOff, credentials: null },
    charge: { ...pickup.charge, hoseHolds: "vapour", drawIn: false },
    repair: newJob("x", now).repair,
    prove: newJob("x", now).prove,
    leak: newJob("x", now).leak,
    steps: {
      ...pickup.steps,
      repair: newJob("x", now).steps.repair,
      leak: { ...newJob("x", now).steps.leak, skipped: "Not part of the release that this job was done with" },
    },
    ledger: pickup.ledger.filter(({ act }) => act === "charge").map((entry, i) => ({ ...entry, id: `e${i + 1}` })),
  };

  /** As version 11 wrote it: checks of repaired parts after the work, no leak search, no station. */
  function asVersion11({ leak: _l, station: _s, ...job }: Job): Record<string, unknown> {
    const { leak: _step, ...steps } = job.steps;
    return { ...job, version: 11, prove: { ...job.prove, checks: [] }, steps };
  }

  it("asks no job that was past the recovery for a search that its release did not have, and every other job", () => {
    const begun = { ...known, steps: { ...known.steps, recover: newJob("x", now).steps.recover } };
    const read = readJobFile(JSON.stringify(asVersion11(begun)));
    expect(read.ok && read.value.steps.leak).toEqual(newJob("x", now).steps.leak);
  });

  /** As version 10 wrote it: a hose full of vapour, no identifier, no repair beside the circuit. */
  function asVersion10(job: Job): Record<string, unknown> {
    const { hoseHolds: _h, drawIn: _d, ...charge } = job.charge;
    const { identified: _i, ...recover } = job.recover;
    const { others: _o, drierInCondenser: _c, ...repair } = job.repair;
    return { ...asVersion11(job), version: 10, recover, repair, charge };
  }

  it("reads version 11 with every check of a part as one of its places, after the work", () => {
    const checks = [
      { part: "service-cores", method: "sniffer", leaks: false, at: now },
      { part: "condenser", method: "eye", leaks: true, at: now },
    ];
    const read = readJobFile(JSON.stringify({ ...asVersion11(known), prove: { capsOn: true, checks } }));
    expect(read.ok && read.value.prove).toEqual({ capsOn: true });
    expect(
      read.ok && read.value.leak.checks.map(({ place, method, leaks, stage }) => [place, method, leaks, stage]),
    ).toEqual([
      ["low-port", "detector", false, "after-work"],
      ["high-port", "detector", false, "after-work"],
      ["condenser", "visual", true, "after-work"],
    ]);
  });

  it("reads version 10 with the grams it had: what was charged has its hose of vapour, what was not has none yet", () => {
    expect(readJobFile(JSON.stringify(asVersion10(known)))).toEqual({ ok: true, value: known });
    const uncharged = readJobFile(JSON.stringify(asVersion10({ ...known, ledger: [] })));
    expect(uncharged.ok && uncharged.value.charge).toMatchObject({ hoseHolds: null, drawIn: true });
    const blank = { ...known, charge: { ...known.charge, hoses: entry("", "g") } };
    const read = readJobFile(JSON.stringify(asVersion10(blank)));
    const found = read.ok ? balanceOf(read.value) : null;
    expect(found?.ok && found.value.hosesG).toBeGreaterThan(0.3);
    expect(found?.ok && found.value.hosesG).toBeLessThan(2);
    expect(found?.ok && found.value.drawInG).toBe(0);
  });

  /** As version 8 wrote it: a vehicle by its name alone, a signature without papers. */
  function asVersion8(job: Job): Record<string, unknown> {
    const { amendments: _a, ...rest } = asVersion10(job) as unknown as Job;
    const { model: _m, plate: _p, vin: _v, mileage: _d, ...intake } = job.intake;
    const { credentials: _c, ...signOff } = job.signOff;
    return { ...rest, version: 8, intake, signOff };
  }

  function asVersion3(job: Job): Record<string, unknown> {
    const { repair: _r, prove: _p, correction: _c, ledger, ...rest } = asVersion8(structuredClone(job)) as Job;
    const { hoses: _h, ...recover } = rest.recover;
    const { lowest, hold, held, wall } = rest.evacuate;
    const { open: _o, warmWater: _w, containers: given, ...kept } = rest.charge;
    const charge = { ...kept, containers: given.map(({ temperature: _t, ...container }) => container) };
    const { oilAmount: _a, lastFilled: _f, ...intake } = rest.intake;
    const { repair: _s, ...steps } = rest.steps;
    const draws = ledger.map(({ grams, from, at }) => ({
      containerId: from.slice("container:".length),
      startG: 8140,
      nowG: 8140 - grams,
      startedAt: at,
      endedAt: at,
    }));
    const evacuate = { lowest, hold, held, wall };
    return { ...rest, version: 3, recover, evacuate, intake, steps, charge: { ...charge, draws } };
  }

  it("reads version 3 with its draws as entries of the books, to the gram", () => {
    const read = readJobFile(JSON.stringify(asVersion3(known)));
    expect(read).toEqual({ ok: true, value: known });
    const found = balanceOf(known);
    expect(found?.ok && found.value.inVehicleG).toBe(625);
  });

  /** As version 2 wrote it: without blower, temperatures along the lines, and how the hoses came off. */
  function asVersion2(job: Job): Record<string, unknown> {
    const { lines: _l, ...rest } = asVersion3(job);
    const without = (name: string, field: string) => {
      const { [field]: _f, ...part } = rest[name] as Record<string, unknown>;
      return part;
    };
    return {
      ...rest,
      version: 2,
      hookUp: without("hookUp", "hosesOff"),
      baseline: without("baseline", "blower"),
      proof: without("proof", "blower"),
    };
  }

  /** As version 1 wrote it: without what came later. */
  function asVersion1(job: Job): Record<string, unknown> {
    const { look: _l, hookUp: _h, shutOff: _s, archivedAt: _a, ...rest } = asVersion2(job);
    const { history: _hi, oilKind: _o, stopSigns: _st, ...intake } = rest.intake as Record<string, unknown>;
    const old = ["intake", "rest", "running", "verdict", "recover", "evacuate", "charge", "prove", "sign-off"];
    const steps = Object.fromEntries(
      old.map((id) => {
        const { skipped: _k, note: _n, ...step } = (rest.steps as Record<string, Record<string, unknown>>)[id]!;
        return [id, step];
      }),
    );
    const test = (name: string) => {
      const { settings, ...given } = rest[name] as { settings: Record<string, unknown>[] };
      return { ...given, settings: settings.map(({ cycle: _c, ...setting }) => setting) };
    };
    return { ...rest, version: 1, intake, steps, baseline: test("baseline"), proof: test("proof") };
  }

  it("reads version 8 as what it was: signed, without papers or amendments", () => {
    expect(readJobFile(JSON.stringify(asVersion8(known)))).toEqual({ ok: true, value: known });
  });

  it("reads version 7 as what it was: no setting with a trace", () => {
    const bare = (test: Job["baseline"]) => ({ ...test, settings: test.settings.map(({ trace: _, ...one }) => one) });
    const old = { ...asVersion8(known), version: 7, baseline: bare(known.baseline), proof: bare(known.proof) };
    expect(readJobFile(JSON.stringify(old))).toEqual({ ok: true, value: known });
  });

  it("reads version 2 as what it was: blower full, nothing spotted, the hoses left open", () => {
    const job: Job = { ...known, hookUp: { ...known.hookUp, hosesOff: null } };
    expect(readJobFile(JSON.stringify(asVersion2(job)))).toEqual({ ok: true, value: job });
  });

  it("reads version 1 as the newest with everything it held, and nothing made up", () => {
    const read = readJobFile(JSON.stringify(asVersion1(known)));
    if (!read.ok) throw new Error(JSON.stringify(read.issue));
    expect(read.value.version).toBe(NEWEST_JOB_VERSION);
    expect(read.value.charge).toEqual(known.charge);
    expect(read.value.baseline.settings[0].low).toEqual(pickup.baseline.settings[0].low);
    expect(read.value.steps.charge.doneAt).toBe(pickup.steps.charge.doneAt);
    expect(read.value.intake).toMatchObject({ history: null, oilKind: null, stopSigns: [] });
    expect(read.value.look.notes).toEqual([]);
    expect(equaliseOf(read.value)).toBeNull();
  });
});

it("what went with the gauge hoses belongs to what was found in the vehicle", () => {
  const weighed: Job = {
    ...pickup,
    recover: { ...pickup.recover, recovered: entry("400", "g") },
    hookUp: { ...pickup.hookUp, gauges: "both", hose: entry("1.5", "hoseM"), hosesOff: "as-they-stood" },
  };
  const loss = hoseLossOf(weighed)!;
  // 27 ml of hose a side: liquid weighs some 1.2 g/ml, vapour at rest some 0.03.
  expect(loss.asTheyStoodG!).toBeGreaterThan(28);
  expect(loss.asTheyStoodG!).toBeLessThan(38);
  expect(loss.letBackG).toBeLessThan(3);
  expect(foundOf(weighed)).toBeCloseTo(400 + loss.asTheyStoodG!, 9);
  const letBack: Job = { ...weighed, hookUp: { ...weighed.hookUp, hosesOff: "let-back" } };
  expect(foundOf(letBack)).toBeCloseTo(400 + loss.letBackG, 9);
  // The disconnection is unknown: nothing is added that may not have been lost.
  expect(hoseLossOf({ ...weighed, hookUp: { ...weighed.hookUp, hosesOff: null } })!.lostG).toBeNull();
});

it("a skipped step is passed over, a stop sign is what the job waits for", () => {
  const skipped: Job = {
    ...estate,
    steps: { ...estate.steps, "shut-off": { startedAt: null, doneAt: null, skipped: "one gauge", note: "" } },
  };
  expect(nextStepOf(estate)).toBe("shut-off");
  expect(nextStepOf(skipped)).toBe("verdict");
  const waits = (job: Job) => standingOf(job, Date.parse("2026-05-02T10:00:00Z"), 1800).waits;
  expect(waits({ ...estate, intake: { ...estate.intake, stopSigns: ["bang"] } })).toEqual({ code: "damage-found" });
  expect(waits(newJob("x", "2026-05-01T10:00:00Z"))).toMatchObject({
    code: "gaps",
    gaps: expect.arrayContaining([{ code: "label-charge" }]),
  });
});

it("the shut-off test and what was seen go into the reading file; a cycling reading gives its means", () => {
  const [idle, fast] = estate.baseline.settings;
  const cycle = { periodS: 12, lowMinKpa: 150, lowMaxKpa: 320, lowMeanKpa: 230, highEngagedKpa: 1010 };
  const job: Job = {
    ...estate,
    look: { notes: [{ part: "liquid-line", sign: "sweating", at: "2026-05-01T10:00:00Z" }], fine: [] },
    shutOff: { seconds: entry("214", "s"), met: true, takenAt: null },
    baseline: { ...estate.baseline, settings: [{ ...idle, cycle }, fast] },
  };
  const file = readingFileOf(job, "baseline")!;
  expect(file.equalise).toEqual({ seconds: 214, equalised: true });
  expect(file.observations).toEqual(["sweating-liquid-line"]);
  expect(file.running![0]).toMatchObject({
    lowKpa: 230,
    highKpa: 1010,
    lowMinKpa: 150,
    lowMaxKpa: 320,
    cyclePeriodS: 12,
  });
  expect(file.running![1]!.lowMinKpa).toBeUndefined();
});
