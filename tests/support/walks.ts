/** Drawn vehicles diagnosed as the tool advises: from low side, high side and vent at idle, test after test, until it advises to act. */
import { type Cause, causeEntry, faultCauses } from "../../src/core/causes/catalogue";
import { decide } from "../../src/core/diagnosis/decide/decide";
import { judgePrepared, preparationKey, prepare } from "../../src/core/diagnosis/diagnose";
import type { Hypotheses } from "../../src/core/diagnosis/explain/hypotheses";
import { drawTest, type TrueTest } from "../../src/core/diagnosis/learn/draw-test";
import { readAs } from "../../src/core/diagnosis/learn/read-as";
import type { NextTest } from "../../src/core/diagnosis/next-test/next-tests";
import { STANDS_ALONE } from "../../src/core/diagnosis/weigh/classes";
import { type NoiseSource, seededNoise } from "../../src/core/maths/noise";
import type { ReadingFile, RunningSetting } from "../../src/core/readings/file/reading-file";
import { observationCode } from "../../src/core/readings/observations";

export interface Walk {
  truth: Cause[];
  act: string;
  /** Leading cause when the walk ended, and its probability. */
  cause: Cause;
  probability: number;
  minutes: number;
  tests: string[];
}

/** Couplers and the first running test. */
const FIRST_MINUTES = 0;
const MOST_TESTS = 8;
const RECOVER_MINUTES = 25;
const weighing: readonly string[] = ["weigh", "find-leak"];

const lookAlikes: readonly (readonly Cause[])[] = [
  ["restriction-after-port", "metering-stuck-closed"],
  ["compressor-worn", "compressor-low-stroke"],
];

/** The leading cause is one that acts, or does the same to every reading and is treated the same. */
export function isRight({ truth, cause }: Walk): boolean {
  const alike = lookAlikes.find((group) => group.includes(cause)) ?? [cause];
  return truth.some((one) => alike.includes(one));
}

export function walks(count: number, seed: number): Walk[] {
  const walked: Walk[] = [];
  // Each vehicle has noise of its own, so that another advice meets the same vehicles.
  for (let n = 0; walked.length < count; n++) {
    const noise = seededNoise(seed * 100_003 + n);
    const test = drawTest(noise);
    if (test === null) continue;
    const walk = walkOf(test, noise);
    if (walk) walked.push(walk);
  }
  return walked;
}

function walkOf(test: TrueTest, noise: NoiseSource): Walk | null {
  const whole = wholeReading(test, noise);
  const [idle, fast] = whole.running ?? [];
  if (idle?.lowKpa == null || idle.highKpa == null || idle.ventC == null) return null;
  let reading: ReadingFile = {
    ...whole,
    rest: null,
    equalise: null,
    recoveredG: null,
    running: [
      {
        rpm: idle.rpm,
        lowKpa: idle.lowKpa,
        lowMinKpa: idle.lowMinKpa,
        lowMaxKpa: idle.lowMaxKpa,
        cyclePeriodS: idle.cyclePeriodS,
        highKpa: idle.highKpa,
        ventC: idle.ventC,
      },
    ],
  };
  const done = new Set<string>();
  let minutes = FIRST_MINUTES;
  let kept: { key: string; hypotheses: Hypotheses } = { key: "", hypotheses: null as never };
  for (;;) {
    const key = preparationKey(reading);
    if (kept.key !== key) {
      const prepared = prepare(reading);
      if (!prepared.ok) return null;
      kept = { key, hypotheses: prepared.value.hypotheses };
    }
    const verdict = judgePrepared(reading, kept.hypotheses);
    const left = verdict.nextTests.filter(({ test: id }) => !done.has(id));
    const decision = decide({ ...verdict, nextTests: left });
    const next = left.find(({ test: id }) => id === decision.test);
    // Recovering is an act that weighs: where the cause does not stand alone yet, what it finds may ask for more.
    const alone = verdict.causes[0]!.probability >= STANDS_ALONE;
    if (weighing.includes(decision.act) && !alone && !done.has("recover")) {
      done.add("recover");
      minutes += RECOVER_MINUTES;
      reading = { ...reading, recoveredG: weighedOut(test, noise) };
      continue;
    }
    if (decision.act !== "test-first" || !next || done.size >= MOST_TESTS) {
      const [leading] = verdict.causes;
      return {
        truth: test.faults.length === 0 ? ["none"] : test.faults.map(({ cause }) => cause),
        act: decision.act,
        cause: leading!.cause,
        probability: leading!.probability,
        minutes,
        tests: [...done],
      };
    }
    done.add(next.test);
    minutes += next.minutes;
    reading = after(next, reading, whole, fast ?? null, test, noise);
  }
}

/** Recovered and weighed by a usual machine, g. */
function weighedOut({ label, chargeShare }: TrueTest, { normal }: NoiseSource): number {
  return Math.max(0, Math.round(chargeShare * label.chargeG * (0.985 + 0.02 * normal()) + 6 * normal()));
}

/** Everything that could be read of it: what one reader leaves out another writes down. */
function wholeReading(test: TrueTest, noise: NoiseSource): ReadingFile {
  let whole = readAs(test, noise, "everything", { wild: 0 });
  for (let i = 0; i < 6; i++) {
    const more = readAs(test, noise, "everything", { wild: 0 });
    whole = {
      ...whole,
      rest: whole.rest ?? more.rest,
      equalise: whole.equalise ?? more.equalise,
      running: whole.running!.map((one, k) => filled(one, more.running![k]!)),
    };
  }
  return whole;
}

function filled(one: RunningSetting, more: RunningSetting): RunningSetting {
  const cycles = one.lowMinKpa != null || one.cyclePeriodS != null;
  return Object.fromEntries(
    Object.entries(more).map(([field, value]) => {
      const own = one[field as keyof RunningSetting];
      const ofCycle = ["lowMinKpa", "lowMaxKpa", "cyclePeriodS"].includes(field);
      return [field, own ?? (ofCycle && !cycles ? null : value)];
    }),
  ) as RunningSetting;
}

function after(
  next: NextTest,
  reading: ReadingFile,
  whole: ReadingFile,
  fast: RunningSetting | null,
  test: TrueTest,
  noise: NoiseSource,
): ReadingFile {
  const idle = whole.running![0]!;
  const running = reading.running!;
  const read = (...fields: (keyof RunningSetting)[]): ReadingFile => ({
    ...reading,
    running: running.map((one, i) => {
      const from = i === 0 ? idle : fast!;
      return { ...one, ...Object.fromEntries(fields.map((field) => [field, from[field]])) };
    }),
  });
  switch (next.test) {
    case "suction-clamp":
      return read("suctionLineC");
    case "liquid-clamp":
      return read("liquidLineC");
    case "discharge-clamp":
      return read("dischargeLineC");
    case "condenser-air":
      return read("condenserInletAirC", "condenserOutletAirC");
    case "line-spots":
      return read("liquidLineC", "meteringInletC");
    case "command":
      return read("compressorDutyPct");
    case "fast-idle": {
      if (fast === null) return reading;
      const fields = Object.entries(running[0]!).filter(([field, value]) => value != null || field === "rpm");
      const cycle = { lowMinKpa: fast.lowMinKpa, lowMaxKpa: fast.lowMaxKpa, cyclePeriodS: fast.cyclePeriodS };
      const own = Object.fromEntries(fields.map(([field]) => [field, fast[field as keyof RunningSetting]]));
      return { ...reading, running: [running[0]!, { ...own, ...cycle }] };
    }
    case "rest":
      return { ...reading, rest: whole.rest };
    case "shut-off":
      return { ...reading, equalise: whole.equalise };
    case "look":
    case "electric-scan":
      return withLook(reading, seen(test, noise));
    default:
      return reading;
  }
}

/** Findings are noted, and every other inspected part is marked OK. */
function withLook(reading: ReadingFile, signs: readonly string[]): ReadingFile {
  const parts = faultCauses.flatMap((cause) => causeEntry(cause).looks?.parts ?? []);
  const inspected = parts.filter((part) => !signs.some((sign) => sign.endsWith(part)));
  return { ...reading, observations: [...signs], inspectedParts: [...new Set(inspected)] };
}

/** A look finds a cause as often as the catalogue says, by its plainest sign. */
function seen({ faults }: TrueTest, noise: NoiseSource): string[] {
  return faults.flatMap(({ cause }) => {
    const { looks, signs } = causeEntry(cause);
    const [plainest] = [...signs].sort((a, b) => b.odds - a.odds);
    if (plainest === undefined || looks === undefined || noise.uniform() >= looks.found) return [];
    return [observationCode({ part: plainest.parts[0]!, sign: plainest.signs[0]! })];
  });
}
