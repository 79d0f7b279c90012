import { beforeAll, describe, expect, it } from "vitest";
import {
  drawPool,
  lossBeforeAndAfter,
  type Pool,
  simulateWorkshop,
  vehiclesUntilFound,
} from "../../../tests/support/simulated-workshops";
import { type Cause, causes, generalShares } from "../causes/catalogue";
import { drawTest } from "../diagnosis/learn/draw-test";
import { readAs } from "../diagnosis/learn/read-as";
import { learnedNow } from "../diagnosis/weigh/learned";
import { thermometerOffsets } from "../diagnosis/weigh/thermometer-offset";
import { presences, shares, weigh } from "../diagnosis/weigh/weigh";
import { binomialRange } from "../maths/binomial";
import { logGamma } from "../maths/gamma";
import { seededNoise } from "../maths/noise";
import type { ReadingFile } from "../readings/file/reading-file";
import type { ThermometerOffset } from "../readings/thermometers";
import { countedRows, resolvedJobs } from "./counted";
import { instrumentOffsets } from "./instrument-offsets";
import { learnedFile, learnedSchema } from "./learned-file";
import { countsOf, LEAST_OF_ITS_OWN, localPriorOf, localShares, weightOf, workshopShares } from "./local-prior";
import { ageBandOf, type ResolvedJob, seasonOf } from "./resolved-job";
import { leakHistoryOf, leakPlaceOdds } from "./similar-vehicles";
import { statementOf } from "./statement";
import type { Statement } from "./statement-shape";
import { trackRecordOf } from "./track-record";

const here = { metering: "expansion-valve", age: null, season: "warm", fleet: null, label: null } as const;
const found = (cause: Cause, times: number, of: Partial<ResolvedJob> = {}): ResolvedJob[] =>
  Array.from({ length: times }, () => ({ causes: [cause], ...here, ...of }));
const total = (all: Record<Cause, number>) => causes.reduce((sum, cause) => sum + all[cause], 0);

function drawnReading(seed: number): ReadingFile {
  const noise = seededNoise(seed);
  for (;;) {
    const test = drawTest(noise);
    if (test !== null) return readAs(test, noise, "everything", { wild: 0 });
  }
}

describe("the local prior", () => {
  it("is the general one without jobs, and shares sum to one whatever was found", () => {
    expect(localPriorOf(countsOf([]), here)).toBeNull();
    expect(workshopShares(countsOf([]))).toEqual(generalShares);
    const counts = countsOf([...found("air", 9), ...found("blend-door", 4), ...found("none", 12, { fleet: "Taxis" })]);
    expect(total(localShares(counts, here))).toBeCloseTo(1, 9);
    expect(total(localShares(counts, { ...here, fleet: "Taxis" }))).toBeCloseTo(1, 9);
  });

  it("makes a cause more frequent with every time it was found, and counts two causes of one job half each", () => {
    let last = 0;
    for (const times of [1, 5, 20, 60]) {
      const now = workshopShares(countsOf([...found("air", times), ...found("undercharge", 20)])).air;
      expect(now).toBeGreaterThan(last);
      last = now;
    }
    const both = countsOf([{ ...here, causes: ["air", "undercharge"] }]);
    expect([both.jobs, both.all.air, both.all.undercharge]).toEqual([1, 0.5, 0.5]);
  });

  it("weighs the general prior more in a workshop like all others than in one that differs", () => {
    const usual = causes.flatMap((cause) => found(cause, Math.round(100 * generalShares[cause])));
    const other = [...found("blend-door", 60), ...found("air", 40)];
    expect(weightOf(countsOf(usual))).toBeGreaterThan(3 * weightOf(countsOf(other)));
    expect(weightOf(countsOf(other))).toBeLessThan(70);
  });

  it(`gives a fleet its own shares from ${LEAST_OF_ITS_OWN} jobs on`, () => {
    const fleet = (jobs: number) =>
      countsOf([...found("undercharge", 30), ...found("condenser-airflow", jobs, { fleet: "Taxis" })]);
    const ofFleet = { ...here, fleet: "Taxis" };
    const few = fleet(LEAST_OF_ITS_OWN - 1);
    expect(localShares(few, ofFleet)).toEqual(localShares(few, here));
    const enough = fleet(LEAST_OF_ITS_OWN);
    expect(localShares(enough, ofFleet)["condenser-airflow"]).toBeGreaterThan(
      1.2 * localShares(enough, here)["condenser-airflow"],
    );
  });

  it("makes no cause more than twenty times as frequent, nor as rare, however many jobs say so", () => {
    const { odds } = localPriorOf(countsOf(found("compressor-low-stroke", 5000)), here)!;
    expect([odds["compressor-low-stroke"], odds.undercharge]).toEqual([20, 0.05]);
  });

  it("takes any name for a fleet", () => {
    const counts = countsOf(found("air", 6, { fleet: "constructor" }));
    expect(counts.parts.fleet.constructor).toMatchObject({ jobs: 6 });
    expect(localShares(countsOf(found("air", 6)), { ...here, fleet: "toString" }).air).toBeGreaterThan(0);
  });

  it("moves the odds of a reading by its ratio, and is in the pair before and after the work once", () => {
    const reading = drawnReading(5);
    const localPrior = { jobs: 40, generalWeight: 50, odds: { undercharge: 3 } };
    const odds = (of: ReadingFile) => {
      const all = presences(weigh(of));
      return all.undercharge / all.none;
    };
    expect(odds({ ...reading, localPrior }) / odds(reading)).toBeGreaterThan(1.5);
    expect(odds({ ...reading, localPrior }) / odds(reading)).toBeLessThan(3.01);
    const { vehicle: _, format: __, version: ___, id: ____, ...before } = reading;
    const pair = { ...reading, before, work: [] };
    // What the first test had gained by the prior is gained again by nothing.
    expect(odds({ ...pair, localPrior }) / odds(pair)).toBeLessThan(3.01);
    expect(odds({ ...pair, localPrior }) / odds(pair)).toBeGreaterThan(1.2);
  });
});

describe("which outcomes count", () => {
  const row = {
    jobId: "a",
    at: "2026-05-01T00:00:00.000Z",
    purpose: "work",
    shop: "Quay Garage",
    confirmed: ["air"],
    revokes: null,
  } as const;
  const rule = { purpose: "work", shops: [" quay  garage "], since: null };
  const counted = (rows: Parameters<typeof countedRows>[0], of = rule) =>
    countedRows(rows, of).rows.map(({ jobId }) => jobId);

  it("are those of the shop's own signed work since the last reset", () => {
    expect(counted([row])).toEqual(["a"]);
    expect(
      counted([
        { ...row, purpose: "practice" },
        { ...row, purpose: "demo" },
        { ...row, at: null },
      ]),
    ).toEqual([]);
    expect(counted([row], { ...rule, since: "2026-05-02T00:00:00.000Z" } as never)).toEqual([]);
    const { rows, otherShops } = countedRows([row, { ...row, jobId: "b", shop: "Elsewhere" }], rule);
    expect([rows.length, otherShops]).toEqual([1, [{ shop: "Elsewhere", jobs: 1 }]]);
  });

  it("are no longer resolved after a return that puts them in doubt, whether that job is signed or not", () => {
    const back = { ...row, jobId: "b", at: null, confirmed: null, revokes: "a" };
    const { rows, revoked } = countedRows([row, back], rule);
    expect([rows[0]!.confirmed, revoked]).toEqual([null, 1]);
    expect(
      resolvedJobs(
        rows.map((one) => ({ ...one, ...here })),
        () => null,
      ),
    ).toEqual([]);
  });

  it("fall into an age band and a season", () => {
    expect([2024, 2018, 2009, null].map((year) => ageBandOf(year, "2026-07-01"))).toEqual([
      "under 6",
      "6 to 12",
      "over 12",
      null,
    ]);
    expect(["2026-04-01", "2026-09-30", "2026-10-01"].map(seasonOf)).toEqual(["warm", "warm", "cold"]);
  });
});

describe("the track record", () => {
  const said = (first: Cause, p: number, of: Partial<Statement> = {}): Statement => ({
    shares: { [first]: p, none: 0.01 },
    charge: null,
    values: 6,
    first: { about: "none", chargeG: 500 },
    last: { about: first, chargeG: 460 },
    testMinutes: 7,
    localJobs: 0,
    ...of,
  });

  it("holds the leading cause against the outcome, band by band, with the range of chance", () => {
    const rows = [
      ...Array.from({ length: 8 }, () => ({ said: said("air", 0.75), confirmed: ["air"] as Cause[], foundG: null })),
      ...Array.from({ length: 2 }, () => ({ said: said("air", 0.75), confirmed: ["none"] as Cause[], foundG: null })),
      { said: null, confirmed: ["air"] as Cause[], foundG: null },
      { said: said("air", 0.9), confirmed: null, foundG: null },
    ];
    const record = trackRecordOf(rows);
    expect([record.signed, record.resolved, record.judged.jobs]).toEqual([12, 11, 10]);
    expect(record.calibration).toEqual([
      { from: 0.7, to: 0.8, jobs: 10, right: 8, said: 0.75, expected: binomialRange(10, 0.75) },
    ]);
    expect(record.confusions).toEqual([
      { said: "air", found: "air", jobs: 8 },
      { said: "air", found: "none", jobs: 2 },
    ]);
    expect(record.byCause.find(({ cause }) => cause === "air")).toMatchObject({ jobs: 10, right: 8, found: 8 });
    expect(record.byData.map(({ data, jobs }) => [data, jobs])).toEqual([["5 to 9", 10]]);
  });

  it("counts what the tests saved after their own time, and how much nearer the charge came to the scale", () => {
    const row = { said: said("undercharge", 0.9), confirmed: ["undercharge"] as Cause[], foundG: 450 };
    // Left closed, the car comes back: 300 min; weighed it costs nothing, but for the tests.
    expect(trackRecordOf([row]).saved).toEqual({ jobs: 1, minutes: 293, weighed: 1, grams: 40 });
    const worse = { ...row, said: said("compressor-worn", 0.6, { last: { about: "compressor-worn", chargeG: 560 } }) };
    expect(trackRecordOf([worse]).saved).toMatchObject({ minutes: 300 - 240 - 7, grams: -60 });
  });

  it("has ranges of chance that hold nine in ten, by summing every outcome", () => {
    const inside = (n: number, p: number) => {
      const { low, high } = binomialRange(n, p);
      let sum = 0;
      for (let bits = 0; bits < 2 ** n; bits++) {
        const k = bits.toString(2).replaceAll("0", "").length;
        if (k >= low && k <= high) sum += p ** k * (1 - p) ** (n - k);
      }
      return sum;
    };
    for (const [n, p] of [
      [5, 0.5],
      [9, 0.8],
      [12, 0.3],
    ] as const)
      expect(inside(n, p), `${n} of ${p}`).toBeGreaterThan(0.9);
    expect(binomialRange(4, 1)).toEqual({ low: 4, high: 4 });
    expect(Math.exp(logGamma(11))).toBeCloseTo(3628800, 2);
    expect(logGamma(0.5)).toBeCloseTo(Math.log(Math.PI) / 2, 9);
  });
});

describe("the statement under a signature", () => {
  it("knows nothing of the weighing, and what the first look alone would have advised", () => {
    const reading = drawnReading(8);
    const weighed = { ...reading, recoveredG: 0.2 * (reading.vehicle.chargeG ?? 600) };
    expect(statementOf(weighed)).toEqual(statementOf(reading));
    const whole = statementOf(reading);
    const look = {
      ...reading,
      running: [
        {
          rpm: reading.running![0]!.rpm,
          lowKpa: reading.running![0]!.lowKpa,
          highKpa: reading.running![0]!.highKpa,
          ventC: reading.running![0]!.ventC,
        },
      ],
      rest: null,
      equalise: null,
    };
    const less = statementOf(look);
    expect(less.values).toBeLessThan(whole.values);
    expect(less.testMinutes).toBe(0);
    expect(less.first).toEqual(less.last);
    expect(whole.testMinutes).toBeGreaterThanOrEqual(4);
    const share = shares(weigh({ ...reading, recoveredG: null }));
    for (const [cause, p] of Object.entries(whole.shares)) expect(p).toBeCloseTo(share[cause as Cause], 3);
  });
});

describe("similar vehicles", () => {
  it("count once each however often they came, and move the order of the places", () => {
    const history = leakHistoryOf([
      { vehicleKey: "van 1", leaks: ["condenser"] },
      { vehicleKey: "van 1", leaks: ["condenser", "shaft-seal"] },
      { vehicleKey: "van 2", leaks: ["condenser"] },
      { vehicleKey: "van 3", leaks: [] },
    ]);
    expect(history).toEqual({
      vehicles: 3,
      leaking: 2,
      places: [
        { place: "condenser", vehicles: 2 },
        { place: "shaft-seal", vehicles: 1 },
      ],
    });
    expect(leakPlaceOdds(history, "condenser")).toBeGreaterThan(1.3);
    expect(leakPlaceOdds(history, "drier")).toBeLessThan(1);
    expect(leakPlaceOdds(leakHistoryOf([]), "condenser")).toBeCloseTo(1, 9);
  });
});

describe("thermometers", () => {
  const test = (offsetK: number, sdK = 3): ThermometerOffset[] => [{ thermometer: "clamp", offsetK, sdK }];
  const clampOf = (tests: ThermometerOffset[][]) => instrumentOffsets(tests)[0];

  it("deviate only far, certainly, and over enough vehicles; one slipped clamp is none", () => {
    const off = Array.from({ length: 30 }, (_, i) => test(-3 + (i % 5) - 2));
    expect(clampOf(off)).toMatchObject({ deviates: true, vehicles: 30 });
    expect(clampOf(off)!.offsetK).toBeCloseTo(-3, 1);
    expect(clampOf(off.slice(0, 15))!.deviates).toBe(false);
    for (const offsetK of [-1.2, 1.9])
      expect(clampOf(Array.from({ length: 30 }, () => test(offsetK, 0.5)))!.deviates).toBe(false);
    const slipped = [...Array.from({ length: 29 }, () => test(0)), test(-40)];
    expect(Math.abs(clampOf(slipped)!.offsetK)).toBeLessThan(0.4);
    expect(instrumentOffsets([test(4, 8)])).toEqual([]);
  });

  it("are judged by the newest vehicles: what a clamp read before it went off does not hide it", () => {
    const before = Array.from({ length: 200 }, () => test(0));
    const since = Array.from({ length: 54 }, () => test(-3));
    expect(clampOf([...before, ...since])).toMatchObject({ deviates: true, vehicles: 60 });
  });

  it("are found off in a reading by as much as its channels were moved, and not where none was read", () => {
    const { scales, population } = learnedNow();
    const reading = drawnReading(21);
    const moved = (byK: number): ReadingFile => ({
      ...reading,
      running: reading.running!.map((one) => ({
        ...one,
        suctionLineC: one.suctionLineC! + byK,
        liquidLineC: one.liquidLineC! + byK,
      })),
    });
    const clamp = (of: ReadingFile) =>
      thermometerOffsets(of, scales, population).find(({ thermometer }) => thermometer === "clamp")!;
    expect(clamp(moved(3)).offsetK - clamp(moved(-3)).offsetK).toBeGreaterThan(3.5);
    const bare = { ...reading, running: reading.running!.map((one) => ({ ...one, liquidLineC: null })) };
    expect(thermometerOffsets(bare, scales, population).map(({ thermometer }) => thermometer)).not.toContain("clamp");
  });
});

describe("simulated workshops", () => {
  let pool: Pool;
  beforeAll(() => {
    pool = drawPool(2500, 77);
  }, 60_000);

  it("with causes of their own gain by what they learned, wrong outcomes among it; others lose next to nothing", () => {
    const changes = (spread: number) =>
      [1, 2, 3, 4, 5, 6].map((seed) => {
        const jobs = simulateWorkshop(pool, seed, { jobs: 140, spread, wrongOutcomes: 0.1 });
        const { general, local } = lossBeforeAndAfter(jobs, 60);
        return local - general;
      });
    const mean = (all: number[]) => all.reduce((sum, one) => sum + one, 0) / all.length;
    expect(mean(changes(1))).toBeLessThan(-0.05);
    expect(mean(changes(0))).toBeLessThan(0.025);
  }, 60_000);

  it("find a clamp that is off by 3 K within some 25 vehicles, and leave a sound one alone", () => {
    const read = [11, 12, 13].map(
      (seed) =>
        vehiclesUntilFound(simulateWorkshop(pool, seed, { jobs: 120, spread: 0.5, wrongOutcomes: 0.1, clampK: -3 }))
          .clamp,
    );
    for (const vehicles of read) expect(vehicles ?? 999).toBeLessThanOrEqual(30);
    const sound = simulateWorkshop(pool, 14, { jobs: 120, spread: 0.5, wrongOutcomes: 0.1, clampK: 0 });
    expect(vehiclesUntilFound(sound).clamp).toBeNull();
  }, 60_000);
});

it("what was learned leaves as a file that its schema reads", () => {
  const counts = countsOf([...found("air", 3), ...found("none", 4, { fleet: "Taxis" })]);
  const record = trackRecordOf([]);
  const file = learnedFile(counts, record, [], "2026-06-01T00:00:00.000Z");
  expect(learnedSchema.parse(JSON.parse(JSON.stringify(file)))).toEqual(file);
  expect([file.resolved, file.found.air, file.parts.find(({ value }) => value === "Taxis")?.jobs]).toEqual([7, 3, 4]);
});
