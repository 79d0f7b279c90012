import { describe, expect, it } from "vitest";
import { fleetsHeld } from "../../../../tests/support/simulated-fleets";
import { demoJobs } from "../../../demo/demo-jobs";
import { expectedRanges } from "../../diagnosis/explain/expected-range";
import { entry } from "../../units/entry";
import { readingFileOf, vehicleLabelOf } from "../derived/job-readings";
import { type Job, newJob } from "../job";
import { sisterReadingsOf, soundReadingsOf } from "./sound-tests";

const now = "2026-05-04T08:00:00.000Z";
const [, estate, pickup] = demoJobs(new Date(now)) as [Job, Job, Job];

/** A later visit of the vehicle. */
function again(change: Partial<Job["intake"]> = {}): Job {
  const job = newJob("again", now);
  return { ...job, intake: { ...job.intake, ...pickup.intake, ...change }, altitude: pickup.altitude };
}

describe("earlier sound tests of the same vehicle", () => {
  it("are the proofs of jobs that filled it to its label, with the conditions they were read in", () => {
    const found = soundReadingsOf(again(), [pickup, estate]);
    expect(found.length).toBeGreaterThan(0);
    for (const { conditions, readings } of found) {
      expect(conditions.ambientC).toBeGreaterThan(10);
      expect(Object.values(readings).every(Number.isFinite)).toBe(true);
      expect(readings).not.toHaveProperty("rpm");
    }
    // Another label is another car.
    expect(soundReadingsOf(again({ charge: entry("900", "g") }), [pickup])).toEqual([]);
  });

  it("are none where the job was not proved or the weight was wrong, and never the job's own", () => {
    const open: Job = { ...pickup, steps: { ...pickup.steps, prove: { ...pickup.steps.prove, doneAt: null } } };
    expect(soundReadingsOf(again(), [open])).toEqual([]);
    const short: Job = { ...pickup, ledger: pickup.ledger.slice(0, 1) };
    expect(soundReadingsOf(again(), [short])).toEqual([]);
    expect(soundReadingsOf(pickup, [pickup])).toEqual([]);
  });

  it("narrow the bands of the vehicle that comes again", () => {
    const label = vehicleLabelOf(pickup)!;
    const own = soundReadingsOf(again(), [pickup]);
    const { conditions } = own[0]!;
    const plain = expectedRanges(label, conditions, conditions.rpm)!;
    const narrowed = expectedRanges(label, conditions, conditions.rpm, own)!;
    expect(narrowed.ownTests).toBe(own.length);
    const width = ({ low, high }: { low: number; high: number }) => high - low;
    expect(width(narrowed.ranges.high)).toBeLessThan(width(plain.ranges.high));
  });
});

describe("sound tests of sister vehicles", () => {
  const sister = (name: string): Job => ({ ...pickup, id: name, intake: { ...pickup.intake, vehicle: name } });

  it("are one a vehicle, of at least two with the same label, and narrow the range", () => {
    expect(sisterReadingsOf(again(), [sister("Pickup 1")])).toEqual([]);
    const found = sisterReadingsOf(again(), [
      sister("Pickup 1"),
      sister("Pickup 1"),
      sister("Pickup 2"),
      sister("Pickup 3"),
    ]);
    expect(found.map((one) => one.sister)).toEqual(["pickup 1", "pickup 2"]);
    const older = { ...sister("Pickup 1"), createdAt: "2026-01-04T08:00:00.000Z", altitude: entry("900", "m") };
    const [newest] = sisterReadingsOf(again(), [older, sister("Pickup 1"), sister("Pickup 2")]);
    expect(newest!.conditions.altitudeM).toBe(310);
    expect(sisterReadingsOf(again({ charge: entry("900", "g") }), [sister("Pickup 1"), sister("Pickup 2")])).toEqual(
      [],
    );
    const label = vehicleLabelOf(pickup)!;
    const { conditions } = found[0]!;
    const ranges = (readings: Parameters<typeof expectedRanges>[3]) =>
      expectedRanges(label, conditions, conditions.rpm, readings)!;
    const width = ({ low, high }: { low: number; high: number }) => high - low;
    const [plain, narrowed] = [ranges([]), ranges(found)];
    expect([narrowed.sisters, narrowed.ownTests, plain.sisters]).toEqual([2, 0, 0]);
    expect(width(narrowed.ranges.high)).toBeLessThan(width(plain.ranges.high));
  });

  it("hold in simulated fleets: nine in ten readings of another sister lie inside", () => {
    const held = fleetsHeld(12, 2, 3);
    const inside = held.filter(({ withSisters }) => withSisters.inside).length / held.length;
    expect(inside).toBeGreaterThan(0.78);
    expect(
      held.filter(({ withSisters, alone }) => withSisters.width < alone.width).length / held.length,
    ).toBeGreaterThan(0.6);
  }, 60_000);
});

it("spots along the lines go into the reading file, at the setting that was read last", () => {
  const spot = (place: "metering-in" | "discharge" | "liquid-port", celsius: string) => ({
    place,
    temperature: entry(celsius, "degC"),
  });
  const spotted: Job = {
    ...estate,
    lines: { ...estate.lines, spots: [spot("metering-in", "22"), spot("discharge", "81"), spot("liquid-port", "40")] },
  };
  const running = readingFileOf(spotted, "baseline")!.running!;
  expect(running.at(-1)).toMatchObject({ meteringInletC: 22, dischargeLineC: 81 });
  expect(running[0]!.meteringInletC).toBeNull();
  // Clamped values take precedence over spotted ones.
  expect(running.at(-1)!.liquidLineC).toBe(readingFileOf(estate, "baseline")!.running!.at(-1)!.liquidLineC);
  const proved: Job = { ...pickup, lines: spotted.lines };
  expect(readingFileOf(proved, "proof")!.running!.every((setting) => setting.meteringInletC == null)).toBe(true);
});
