/**
 * Random and mutated inputs for everything that takes something in: parsers, records, the command line, the route, the core. Seeded, so that what
 * breaks once breaks again; a target throws where a promise is broken.
 */

import { diagnose } from "@/answers/diagnosis-answer";
import { POST } from "@/app/api/diagnosis/route";
import { diagnoseCommand } from "@/cli/diagnose";
import { propertiesCommand } from "@/cli/properties";
import { simulateCommand } from "@/cli/simulate";
import { UsageError } from "@/cli/usage";
import { balance, type ChargeInputs, checkTyped } from "@/core/charge/books/mass-balance";
import { isPlainId } from "@/core/ids";
import { readSimulatorState } from "@/core/instruments/simulator-state";
import { fromCsv, toCsv } from "@/core/instruments/stream";
import { seededNoise } from "@/core/maths/noise";
import { channels, logChannels } from "@/core/readings/channels";
import { judgeRest } from "@/core/readings/derive/rest";
import { findHeader, guessMapping, LogReader, timeKinds } from "@/core/readings/file/log-import";
import { parseReadingsText } from "@/core/readings/file/readings-text";
import { readShopChart } from "@/core/readings/file/shop-chart";
import { usualChoices } from "@/core/records/choices";
import { balanceOf, readingFileOf } from "@/core/records/derived/job-readings";
import { restOf } from "@/core/records/derived/job-rest";
import { fields } from "@/core/records/fields";
import { NEWEST_JOB_VERSION, readJob, readJobFile, writeJobFile } from "@/core/records/files/job-file";
import { readAnyShopFile } from "@/core/records/files/shop-file";
import { type UndoStep, undone, withStep } from "@/core/records/undo";
import { standingOf } from "@/core/records/waits";
import { checkEntry, entry } from "@/core/units/entry";
import { demoJobs } from "@/demo/demo-jobs";
import { jobFileSentence } from "@/words/issues";
import { brokenSentence } from "@/words/shop";
import { waitSentence } from "@/words/steps";
import { metricFigures } from "../../src/core/units/figures";

/** Worked on for longer than this is reported, ms. */
export const LONGEST_MS = 2000;

interface Target {
  name: string;
  /** Inputs per hundred for this target; slow targets get few. */
  share: number;
  run: (dice: Dice) => unknown;
}

class Dice {
  private readonly noise;
  constructor(seed: number) {
    this.noise = seededNoise(seed);
  }
  /** A whole number from 0 to below `n`. */
  upTo = (n: number) => Math.floor(this.noise.uniform() * n);
  chance = (p: number) => this.noise.uniform() < p;
  of = <Value>(values: readonly Value[]): Value => values[this.upTo(values.length)]!;
}

const oddTexts = [
  "",
  " ",
  "NaN",
  "Infinity",
  "-0",
  "1e308",
  "-1e308",
  "1e-308",
  "0x10",
  "1,5",
  "1.234,5",
  "12 psi",
  "\u0000",
  "\uFEFF",
  "𝟙𝟚",
  "__proto__",
  "constructor",
  '"',
  "a,b;c\td",
  "\r\n",
  "9".repeat(400),
  "x".repeat(5000),
];
const oddValues: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  -1e308,
  5e-324,
  Number.MAX_SAFE_INTEGER,
  [],
  {},
  [null],
  [[]],
  { a: null },
  ...oddTexts,
];

function mutated(value: unknown, dice: Dice, p: number): unknown {
  if (dice.chance(p)) return dice.of(oddValues);
  if (Array.isArray(value)) {
    const parts = value.map((part) => mutated(part, dice, p));
    return dice.chance(p) ? [...parts, ...parts] : parts;
  }
  if (typeof value === "object" && value !== null) {
    const kept = Object.entries(value).filter(() => !dice.chance(p / 3));
    const parts = Object.fromEntries(kept.map(([key, part]) => [key, mutated(part, dice, p)]));
    return dice.chance(p / 3) ? { ...parts, [dice.of(oddTexts)]: dice.of(oddValues) } : parts;
  }
  if (typeof value === "number" && dice.chance(2 * p)) return value * dice.of([-1, 0, 0.5, 10, 1e6, 6.894757]);
  return value;
}

/** A text with letters lost, doubled, swapped for others, or cut short. */
function scrambled(text: string, dice: Dice): string {
  let made = text;
  for (let i = dice.upTo(6); i > 0; i--) {
    const at = dice.upTo(made.length + 1);
    const to = at + dice.upTo(20);
    made =
      made.slice(0, at) +
      dice.of([...oddTexts.slice(0, -2), made.slice(at, to).repeat(2), ""]) +
      made.slice(dice.chance(0.5) ? at : to);
    if (dice.chance(0.1)) made = made.slice(0, dice.upTo(made.length + 1));
  }
  return made;
}

const jobs = demoJobs(new Date("2026-06-01T10:00:00Z"));
const readings = {
  format: "evrid.readings",
  version: 1,
  id: "fuzz",
  vehicle: { refrigerant: "R134a", metering: "orifice-tube", compressor: "fixed", chargeG: 624, chargeToleranceG: 25 },
  conditions: { ambientC: 30, humidityPct: 50, altitudeM: 100, airSource: "fresh", blowerPct: 100 },
  running: [
    { rpm: 800, lowKpa: 200, highKpa: 1500, ventC: 10, suctionLineC: 8, liquidLineC: 45 },
    { rpm: 1800, lowKpa: 170, highKpa: 1700, ventC: 8 },
  ],
  rest: { lowKpa: 640, highKpa: 640, soakC: 27 },
  equalise: { seconds: 40, equalised: true },
  recoveredG: 300,
  observations: ["oily-condenser"],
};
const request = { vehicle: readings.vehicle, conditions: readings.conditions, faults: [], seed: 3 };
const logText = `Device;Yard 4\n\nTime;P low psi;P high psi;T vent C\n${Array.from({ length: 12 }, (_, i) => `10:00:${10 + i};31,${i};180;12`).join("\n")}\n`;
const chartText = "Ambient C,Low side psi,High side psi\n20,25-35,140-180\n40,35-55,240-300\n";
const csvText = `${toCsv([])}0,200,900\n`;
const columns = `id,vehicle.refrigerant,vehicle.metering,vehicle.compressor,conditions.ambientC,running.1.rpm,running.1.lowKpa\n1,R134a,orifice-tube,fixed,30,800,200\n`;

function jobText(dice: Dice): string {
  const job = dice.of(jobs);
  // Valid JSON that is no record at all.
  if (dice.chance(0.05))
    return dice.of(["null", "[null]", "[]", "7", '"job"', JSON.stringify(dice.of(oddValues)) ?? "null"]);
  return dice.chance(0.3)
    ? scrambled(writeJobFile(job), dice)
    : JSON.stringify(
        mutated(
          {
            ...job,
            version: dice.of([NEWEST_JOB_VERSION, NEWEST_JOB_VERSION, NEWEST_JOB_VERSION, 7, 5, 4, 3, 2, 1, 99]),
          },
          dice,
          dice.of([0, 0.003, 0.03]),
        ),
      );
}

function readingsText(dice: Dice): string {
  const p = dice.of([0.002, 0.02, 0.1]);
  const one = () => JSON.stringify(mutated(readings, dice, p));
  const text = dice.of([one, () => `${one()}\n${one()}`, () => columns])();
  return dice.chance(0.4) ? scrambled(text, dice) : text;
}

/** Anything in `value` that a picture or a table could not show. */
function notFinite(value: unknown, path = ""): string | null {
  if (typeof value === "number") return Number.isFinite(value) ? null : path;
  if (typeof value !== "object" || value === null) return null;
  for (const [key, part] of Object.entries(value)) {
    const found = notFinite(part, `${path}.${key}`);
    if (found !== null) return found;
  }
  return null;
}

function finite<Value>(value: Value): Value {
  const at = notFinite(value);
  if (at !== null) throw new Error(`not a number at ${at}`);
  return value;
}

function command(run: () => { out: string; errors: readonly string[] }): void {
  try {
    const { out, errors } = run();
    if (/\bNaN\b|\bundefined\b/.test(out) || errors.some((line) => line.length < 4))
      throw new Error(`said: ${out.slice(0, 200)}`);
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
  }
}

const targets: readonly Target[] = [
  {
    name: "job file",
    share: 16,
    run: (dice) => {
      const read = readJobFile(jobText(dice));
      if (!read.ok) return jobFileSentence("x.json", read.issue).length > 10 || fail("says nothing");
      const job = read.value;
      finite([balanceOf(job), restOf(job), readingFileOf(job, "baseline"), readingFileOf(job, "proof")]);
      const waits = waitSentence(standingOf(job, Date.parse("2026-06-01T10:00:00Z"), 1800).waits, metricFigures);
      if (/NaN|undefined/.test(waits)) fail(waits);
      return writeJobFile(job).length;
    },
  },
  {
    name: "ledger with repeated entries",
    share: 4,
    run: (dice) => {
      const job = dice.of(jobs.filter(({ ledger }) => ledger.length > 1));
      const ledger = [...job.ledger];
      for (let i = dice.upTo(4); i > 0; i--) {
        const entry = dice.of(ledger);
        const opposite = { ...entry, id: `x${i}`, from: entry.to, to: entry.from, counters: entry.id };
        ledger.splice(dice.upTo(ledger.length + 1), 0, dice.of([entry, { ...entry, id: `x${i}` }, opposite]));
      }
      if (dice.chance(0.5)) {
        // One entry reversed twice, each reversal as it must look.
        const entry = dice.of(ledger.filter(({ counters }) => counters === null));
        for (const id of ["y1", "y2"])
          ledger.push({ ...entry, id, from: entry.to, to: entry.from, counters: entry.id });
      }
      const read = readJob({ ...job, ledger });
      if (!read.ok) return;
      // Said independently of the reader: no id twice, nothing reversed twice, and nothing before it was written.
      const ids = ledger.map(({ id }) => id);
      const reversed = ledger.flatMap(({ counters }) => (counters === null ? [] : [counters]));
      if (new Set(ids).size < ids.length) fail("an entry stands twice");
      if (new Set(reversed).size < reversed.length) fail("an entry is reversed twice");
      for (const [i, { counters }] of ledger.entries())
        if (counters !== null && !ids.slice(0, i).includes(counters)) fail("a reversal stands before its entry");
    },
  },
  {
    name: "shop file",
    share: 2,
    run: (dice) => {
      const some = Array.from({ length: 1 + dice.upTo(3) }, () => mutated(dice.of(jobs), dice, dice.of([0, 0.002])));
      const text = JSON.stringify(
        mutated(
          { format: "evrid.shop", version: 4, jobs: some, choices: usualChoices, charts: [], drills: {} },
          dice,
          0.02,
        ),
      );
      const read = readAnyShopFile(dice.chance(0.2) ? scrambled(text, dice) : text);
      if (!read.ok) return jobFileSentence("x.json", read.issue).length > 10 || fail("says nothing");
      const ids = read.value.jobs.map(({ id }) => id);
      if (new Set(ids).size < ids.length) fail("two jobs with one id");
      if (ids.some((id) => !isPlainId(id))) fail("an id that is none");
      const sentence = brokenSentence(read.value.broken);
      // The name of a field that should not be there is the file's own, whatever it is.
      if (/NaN|undefined/.test(sentence.replace(/no field \S+/g, ""))) fail(`no sentence: ${sentence}`);
    },
  },
  {
    name: "undo of a changed job",
    share: 4,
    run: (dice) => {
      const before = dice.of(jobs);
      const read = readJobFile(JSON.stringify(mutated(before, dice, 0.002)));
      if (!read.ok || read.value.ledger.length < before.ledger.length) return;
      const steps = JSON.parse(
        JSON.stringify(withStep([], before, { ...read.value, ledger: before.ledger }, 0)),
      ) as UndoStep[];
      for (const step of steps) undone(dice.of(jobs), step, "2026-06-01T10:00:00.000Z");
    },
  },
  {
    name: "readings",
    share: 24,
    run: (dice) => {
      for (const result of parseReadingsText(readingsText(dice))) {
        if (result.ok) finite(result.value);
        else if (result.issue.expected.length < 4) fail("names nothing");
      }
    },
  },
  { name: "instrument CSV", share: 8, run: (dice) => finite(fromCsv(scrambled(csvText, dice))) },
  {
    name: "shop chart",
    share: 8,
    run: (dice) => {
      const [header, ...rows] = scrambled(chartText, dice)
        .split("\n")
        .map((line) => line.split(","));
      return finite(readShopChart(header!, rows));
    },
  },
  {
    name: "log",
    share: 14,
    run: (dice) => {
      const lines = scrambled(logText, dice).split(/\r\n|\n|\r/);
      const header = findHeader(lines);
      const rows = lines.slice(header.line + header.rowsAfter).map((line) => line.split(header.separator));
      const mapping = guessMapping(header.names, rows) ?? {
        timeColumn: 0,
        timeKind: dice.of(timeKinds),
        decimalComma: dice.chance(0.5),
        columns: { [dice.of(logChannels)]: { column: dice.upTo(4), unit: channels.low.unit } },
      };
      const reader = new LogReader(mapping, header.line + header.rowsAfter + 1);
      for (const row of rows) {
        const read = finite(reader.read(row));
        if (!read.ok) break;
      }
    },
  },
  {
    name: "rack as it was left",
    share: 4,
    run: (dice) =>
      finite(
        readSimulatorState(
          mutated({ vehicleId: "leaked-van", engine: "off", circuit: { y: [1, 2] } }, dice, 0.1),
          "leaked-van",
        ),
      ),
  },
  {
    name: "typed numbers",
    share: 8,
    run: (dice) => {
      const spec = dice.of(Object.values(fields));
      const unit = dice.of(["kPa", "psi", "bar", "g", "oz", "degC", "degF", "s", "min", "m", "micron"] as const);
      return finite(checkEntry(spec, entry(scrambled(dice.of(oddTexts), dice).slice(0, 120), unit)));
    },
  },
  {
    name: "charge books",
    share: 6,
    run: (dice) => {
      const amount = () => dice.of([0, 1, 12.5, 340, 1e4, -5, 1e5]);
      const inputs: ChargeInputs = {
        labelG: dice.of([50, 624, 5000]),
        toleranceG: amount(),
        residualG: amount(),
        hoseNowG: amount(),
        hoseEndG: amount(),
        purgeG: amount(),
        containers: [{ id: "a", name: "Can", netG: amount() }],
        ledger: [],
        open: dice.chance(0.5) ? null : { containerId: dice.of(["a", "b"]), startG: amount(), nowG: amount() },
      };
      finite(balance(inputs));
      finite(checkTyped(inputs, { containerId: "a", startG: amount(), nowG: amount() }));
      finite(
        judgeRest({
          refrigerant: dice.of(["R134a", "R1234yf"] as const),
          altitudeM: dice.upTo(5000),
          soakC: dice.upTo(80) - 30,
          lowKpa: amount() / 10,
          highKpa: dice.chance(0.3) ? null : amount() / 10,
        }),
      );
    },
  },
  {
    name: "command line: properties and arguments",
    share: 5,
    run: (dice) => {
      const words = [
        "R134a",
        "R1234yf",
        "--t",
        "--p",
        "--saturated",
        "--json",
        "-",
        "--seed",
        "20",
        "900",
        "--schedule",
        "--csv",
        ...oddTexts,
      ];
      const args = Array.from({ length: dice.upTo(6) }, () => dice.of(words));
      const input = () => "";
      command(() => dice.of([propertiesCommand, diagnoseCommand, simulateCommand])(args, input));
    },
  },
  {
    name: "command line: diagnose",
    share: 0.5,
    run: (dice) => command(() => diagnoseCommand(["-"], () => readingsText(dice))),
  },
  {
    name: "command line: simulate",
    share: 1.5,
    run: (dice) =>
      command(() => simulateCommand(["-"], () => scrambled(JSON.stringify(mutated(request, dice, 0.05)), dice))),
  },
  {
    name: "diagnosis",
    share: 0.5,
    run: (dice) => {
      const [read] = parseReadingsText(JSON.stringify(mutated(readings, dice, 0.02)));
      if (read?.ok) finite(diagnose(read.value, { seed: dice.upTo(9) }));
    },
  },
  {
    name: "route, what it refuses",
    share: 0.5,
    run: async (dice) => {
      // Readable files are diagnosed above; here the answer to an unreadable one is still a sentence in JSON.
      const body = dice.of([
        `{"format": ${readingsText(dice)}`,
        dice.of(oddTexts),
        "[".repeat(2000),
        scrambled("id,zzz\n1,2\n", dice),
      ]);
      const response = await POST(
        new Request(`http://localhost/api/diagnosis?seed=${encodeURIComponent(dice.of(oddTexts).slice(0, 50))}`, {
          method: "POST",
          body,
        }),
      );
      if (response.status >= 500) fail(`status ${response.status}`);
      if (/NaN|undefined/.test(await response.text())) fail("an answer that is none");
    },
  },
];

function fail(why: string): never {
  throw new Error(why);
}

export interface FuzzReport {
  inputs: number;
  broken: { target: string; seed: number; why: string }[];
  slowest: { target: string; seed: number; ms: number };
  perTarget: Record<string, number>;
}

/** Gives `count` inputs from `seed` on, shared out among the targets. */
export async function fuzz(count: number, seed: number): Promise<FuzzReport> {
  const report: FuzzReport = { inputs: 0, broken: [], slowest: { target: "", seed: 0, ms: 0 }, perTarget: {} };
  const all = targets.reduce((sum, { share }) => sum + share, 0);
  for (const { name, share, run } of targets) {
    const inputs = Math.max(1, Math.round((count * share) / all));
    report.perTarget[name] = inputs;
    for (let i = 0; i < inputs; i++) {
      const own = seed * 1_000_003 + i;
      const start = performance.now();
      try {
        await run(new Dice(own));
      } catch (error) {
        report.broken.push({
          target: name,
          seed: own,
          why: error instanceof Error ? (error.stack ?? error.message) : String(error),
        });
      }
      const ms = performance.now() - start;
      if (ms > report.slowest.ms) report.slowest = { target: name, seed: own, ms };
      report.inputs++;
    }
  }
  return report;
}
