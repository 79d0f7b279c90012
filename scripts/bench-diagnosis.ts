/**
 * How good the diagnosis is, and how fast: `npm run bench:diagnosis` (`-- --cases N` simulated cases, `-- --write` refreshes
 * docs/calibration.svg). On the development cases as they are, on them with the error model estimated without the case in question, and on vehicles of
 * our own simulator with sizes and instruments drawn at random.
 */
import { writeFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import * as echarts from "echarts";
import type { FaultCause } from "../src/core/circuit/faults";
import { causes as allCauses, type Cause } from "../src/core/diagnosis/causes";
import { judge, judgePrepared } from "../src/core/diagnosis/diagnose";
import { type Discrepancy, discrepancy } from "../src/core/diagnosis/discrepancy";
import { estimateDiscrepancy } from "../src/core/diagnosis/estimate-discrepancy";
import { observe } from "../src/core/diagnosis/observables";
import type { Verdict } from "../src/core/diagnosis/verdict";
import { simulate } from "../src/core/instruments/simulate";
import { checkSimulate } from "../src/core/instruments/simulate-request";
import { seededNoise } from "../src/core/noise";
import type { ReadingFile } from "../src/core/readings/reading-file";
import { developmentCases } from "./development-cases";

const { values: options } = parseArgs({
  options: { cases: { type: "string", default: "300" }, write: { type: "boolean", default: false } },
});

interface Answered {
  id: string;
  truth: readonly Cause[];
  effect: number;
  verdict: Verdict;
}

const lookAlikes: readonly Cause[] = ["restriction-after-port", "metering-stuck-closed"];
/** Below this nobody could see a fault: such cases say nothing of a diagnosis. */
const SEEN_EFFECT = 1;
const BINS = 10;

function score(name: string, answered: readonly Answered[], list = false): void {
  const n = answered.length;
  const top = ({ verdict }: Answered, k: number) => verdict.causes.slice(0, k).map(({ cause }) => cause);
  const right = (one: Answered) => one.truth.includes(top(one, 1)[0]!);
  const share = (test: (one: Answered) => boolean, among: readonly Answered[] = answered) =>
    among.length === 0 ? "-" : `${((100 * among.filter(test).length) / among.length).toFixed(1)} %`;
  const asOne = (one: Answered) =>
    right(one) || (lookAlikes.includes(top(one, 1)[0]!) && one.truth.some((cause) => lookAlikes.includes(cause)));
  const healthy = answered.filter(({ truth }) => truth[0] === "none");
  const clear = answered.filter(({ effect }) => effect >= 3);
  const probability = (one: Answered, cause: Cause) => one.verdict.causes.find((c) => c.cause === cause)!.probability;
  const truthOf = (one: Answered) => one.truth.reduce((sum, cause) => sum + probability(one, cause), 0);
  const logLoss = answered.reduce((sum, one) => sum - Math.log(Math.max(truthOf(one), 1e-6)), 0) / n;
  const brier =
    answered.reduce(
      (sum, one) =>
        sum +
        allCauses.reduce((s, cause) => {
          const target = one.truth.includes(cause) ? 1 / one.truth.length : 0;
          return s + (probability(one, cause) - target) ** 2;
        }, 0),
      0,
    ) / n;
  console.log(`\n${name}: ${n} cases`);
  console.log(
    `  top-1 ${share(right)}, look-alikes as one ${share(asOne)}, top-2 ${share((one) => top(one, 2).some((c) => one.truth.includes(c)))}`,
  );
  console.log(`  all true causes in the top three ${share((one) => one.truth.every((c) => top(one, 3).includes(c)))}`);
  console.log(`  false alarms on ${healthy.length} healthy ${share((one) => !right(one), healthy)}`);
  if (clear.length > 0)
    console.log(
      `  clear cases (effect >= 3, ${clear.length}) top-1 ${share(right, clear)}, as one ${share(asOne, clear)}`,
    );
  console.log(`  log loss ${logLoss.toFixed(3)}, Brier ${brier.toFixed(3)}`);
  const { top1, every } = calibration(answered);
  console.log(
    `  expected calibration error: of every probability given ${(100 * every.error).toFixed(1)} %, of the leading ones ${(100 * top1.error).toFixed(1)} % (with as many cases a perfect one would show about ${(100 * top1.chance).toFixed(1)} %)`,
  );
  const recall = allCauses.flatMap((cause) => {
    const own = answered.filter(({ truth }) => truth.includes(cause));
    return own.length === 0
      ? []
      : [
          `${cause} ${own.filter((one) => top(one, 1)[0] === cause || (one.truth.length > 1 && top(one, 2).includes(cause))).length}/${own.length}`,
        ];
  });
  console.log(`  found: ${recall.join(", ")}`);
  if (!list) return;
  for (const one of answered.filter((a) => !right(a))) {
    const shown = one.verdict.causes.slice(0, 3).map((c) => `${c.cause} ${(100 * c.probability).toFixed(0)}`);
    console.log(`  missed ${one.id} (effect ${one.effect}): ${one.truth.join("+")} read as ${shown.join(", ")}`);
  }
}

interface Bin {
  count: number;
  said: number;
  true: number;
}

/** Of all probabilities given for any cause, and of those of the leading cause alone. */
function calibration(answered: readonly Answered[]) {
  const blank = () => Array.from({ length: BINS }, (): Bin => ({ count: 0, said: 0, true: 0 }));
  const every = blank();
  const top1 = blank();
  const put = (bins: Bin[], p: number, hit: boolean) => {
    const bin = bins[Math.min(BINS - 1, Math.floor(p * BINS))]!;
    bin.count++;
    bin.said += p;
    bin.true += hit ? 1 : 0;
  };
  for (const { verdict, truth } of answered) {
    for (const { cause, probability } of verdict.causes) put(every, probability, truth.includes(cause));
    put(top1, verdict.causes[0]!.probability, truth.includes(verdict.causes[0]!.cause));
  }
  const errorOf = (bins: Bin[]) => {
    const total = bins.reduce((sum, { count }) => sum + count, 0);
    const error = bins.reduce((sum, bin) => sum + Math.abs(bin.said - bin.true), 0) / total;
    // A fair coin of each bin's mean would miss it by this much by chance.
    const chance = bins.reduce((sum, { count, said }) => {
      const p = count === 0 ? 0 : said / count;
      return sum + Math.sqrt((2 / Math.PI) * count * p * (1 - p));
    }, 0);
    return { error, chance: chance / total, bins };
  };
  return { every: errorOf(every), top1: errorOf(top1) };
}

const cases = developmentCases();
const answer =
  (model: Discrepancy) =>
  (one: (typeof cases)[number]): Answered => ({
    id: one.reading.id,
    truth: one.causes,
    effect: one.truth.effect,
    verdict: judgePrepared(one.reading, one.hypotheses, { discrepancy: model }),
  });

const started = performance.now();
for (const { reading } of cases) judge(reading);
const each = (performance.now() - started) / cases.length;
console.log(`one diagnosis, simulated and weighed: ${each.toFixed(0)} ms, ${(1000 / each).toFixed(1)} a second`);
const again = performance.now();
for (const one of cases) judgePrepared(one.reading, one.hypotheses);
console.log(`weighed again, readings changed only: ${((performance.now() - again) / cases.length).toFixed(0)} ms`);

score("development cases, error model estimated on all of them", cases.map(answer(discrepancy)), true);

/** Error model for each tenth from the other nine. */
const FOLDS = 10;
const ROUNDS = 4;
const held: Answered[] = [];
for (let fold = 0; fold < FOLDS; fold++) {
  const others = cases.filter((_, i) => i % FOLDS !== fold);
  let model = discrepancy;
  for (let round = 0; round < ROUNDS; round++) model = estimateDiscrepancy(others, model);
  held.push(...cases.filter((_, i) => i % FOLDS === fold).map(answer(model)));
}
score("development cases, each judged by an error model that has not seen it", held);
const simulated = ownCases(Number(options.cases));
score("our own simulator, sizes and instruments drawn", simulated);
if (options.write) writeCalibration(held, simulated);

function ownCases(count: number): Answered[] {
  const answered: Answered[] = [];
  for (let seed = 1; answered.length < count; seed++) {
    const made = ownCase(seed);
    if (made && (made.truth[0] === "none" || made.effect >= SEEN_EFFECT))
      answered.push({ ...made, verdict: judge(made.reading) });
  }
  return answered;
}

/** A vehicle of the simulator with random sizes, conditions, fault and instruments; null when it does not run. */
function ownCase(seed: number): { id: string; truth: Cause[]; effect: number; reading: ReadingFile } | null {
  const random = seededNoise(seed * 7919);
  const pick = <Value>(values: readonly Value[]) => values[Math.floor(random.uniform() * values.length)]!;
  const between = (low: number, high: number) => low + (high - low) * random.uniform();
  const compressor = pick(["fixed", "fixed", "variable-internal", "variable-external"] as const);
  const metering = pick(["expansion-valve", "expansion-valve", "orifice-tube"] as const);
  const possible = allCauses.filter((cause) => cause !== "compressor-low-stroke" || compressor !== "fixed");
  const healthy = random.uniform() < 0.22;
  const cause: Cause = healthy ? "none" : pick(possible.filter((one) => one !== "none"));
  const severity = cause === "compressor-not-driven" ? 1 : between(0.2, 1);
  const ambientC = Math.round(between(16, 38));
  const fraction = between(0.97, 1.03);
  const speeds = [Math.round(between(740, 880)), Math.round(between(1650, 1900))];
  const vehicle = {
    refrigerant: pick(["R134a", "R1234yf"] as const),
    chargeG: Math.round(between(44, 82)) * 10,
    chargeToleranceG: 25,
    metering,
    compressor,
    condenserFan: pick(["electric", "electric", "viscous"] as const),
  };
  const conditions = {
    ambientC,
    humidityPct: Math.round(between(20, 75)),
    altitudeM: Math.round(between(0, 600)),
    airSource: "fresh" as const,
    blowerPct: pick([50, 75, 100]),
  };
  const request = (faults: { cause: FaultCause; severity: number }[], noise: boolean) => ({
    id: `own-${seed}`,
    vehicle,
    conditions,
    charge: { fraction },
    faults,
    rpm: speeds,
    noise,
    seed,
  });
  const sizes = Array.from({ length: 60 }, () => 1.2 * random.normal());
  const made = (faults: { cause: FaultCause; severity: number }[], noise: boolean) => {
    const checked = checkSimulate(request(faults, noise));
    if (!checked.ok) throw new Error(`${checked.issue.field}: ${checked.issue.expected}`);
    let next = 0;
    const test = simulate(checked.value, () => sizes[next++ % sizes.length]!);
    if (!test.ok) return null;
    const { model: _, ...reading } = test.value;
    return reading;
  };
  const faults = cause === "none" ? [] : [{ cause: cause as FaultCause, severity }];
  const reading = made(faults, true);
  const ill = made(faults, false);
  const sound = made([], false);
  if (reading === null || ill === null || sound === null) return null;
  return { id: reading.id, truth: [cause], effect: effectOf(ill, sound), reading };
}

/** How far a fault moves the readings of the same vehicle: the largest move in units of a careful technician's uncertainty. */
function effectOf(ill: ReadingFile, sound: ReadingFile): number {
  const a = observe(ill).values;
  const b = observe(sound).values;
  const uncertainty = (place: number) => (place >= a.length - 3 ? [1.2, 0.3, 1][place - a.length + 3]! : 1.5);
  return Math.max(
    ...a.map((value, place) => {
      const move = Math.abs(value - b[place]!) / uncertainty(place);
      return Number.isNaN(move) ? (Number.isNaN(value) === Number.isNaN(b[place]!) ? 0 : 3) : move;
    }),
  );
}

function writeCalibration(development: readonly Answered[], own: readonly Answered[]): void {
  const lines = [
    { name: "development cases, unseen", answered: development, colour: "#1c2326" },
    { name: "own simulator", answered: own, colour: "#1f6fae" },
  ];
  const chart = echarts.init(null, null, { renderer: "svg", ssr: true, width: 620, height: 560 });
  chart.setOption({
    animation: false,
    backgroundColor: "#faf8f3",
    textStyle: { fontFamily: "sans-serif", fontSize: 14, color: "#1c2326" },
    legend: { top: 10, left: 60, textStyle: { fontSize: 14 } },
    grid: { left: 62, right: 24, top: 50, bottom: 56 },
    xAxis: {
      name: "said, %",
      nameLocation: "middle",
      nameGap: 34,
      min: 0,
      max: 100,
      splitLine: { lineStyle: { color: "#d3cdc0" } },
    },
    yAxis: {
      name: "true, %",
      nameLocation: "middle",
      nameGap: 40,
      min: 0,
      max: 100,
      splitLine: { lineStyle: { color: "#d3cdc0" } },
    },
    series: [
      {
        type: "line",
        data: [
          [0, 0],
          [100, 100],
        ],
        symbol: "none",
        lineStyle: { color: "#8a8577", type: "dashed", width: 1 },
        silent: true,
      },
      ...lines.map(({ name, answered, colour }) => ({
        name,
        type: "line" as const,
        symbolSize: (point: number[]) => 6 + 5 * Math.log10(1 + point[2]!),
        lineStyle: { color: colour, width: 2 },
        itemStyle: { color: colour },
        data: calibration(answered)
          .every.bins.filter(({ count }) => count > 0)
          .map((bin) => [(100 * bin.said) / bin.count, (100 * bin.true) / bin.count, bin.count]),
      })),
    ],
  });
  const file = path.resolve(import.meta.dirname, "../docs/calibration.svg");
  writeFileSync(file, chart.renderToSVGString());
  chart.dispose();
}
