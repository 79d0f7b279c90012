/**
 * Measures quality and speed of the diagnosis: `npm run bench:diagnosis` (`-- --draws N` of our own, `-- --write` refreshes docs/calibration.svg, `--
 * --list` names every miss). Uses the two sets of foreign cases and tests drawn from our own model that were not learned from. Every figure carries
 * its range by chance for that number of cases.
 */
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import * as echarts from "echarts";
import { causes as allCauses, type Cause } from "../src/core/causes/catalogue";
import { judge, judgePrepared, prepare } from "../src/core/diagnosis/diagnose";
import { drawPair, drawTest } from "../src/core/diagnosis/learn/draw-test";
import { readAs } from "../src/core/diagnosis/learn/read-as";
import { STANDS_ALONE } from "../src/core/diagnosis/weigh/classes";
import { learnedNow, provideLearned } from "../src/core/diagnosis/weigh/learned";
import { misfitOf } from "../src/core/diagnosis/weigh/population";
import { presences, shares, weigh } from "../src/core/diagnosis/weigh/weigh";
import { seededNoise } from "../src/core/maths/noise";
import { checkReading, type ReadingFile, type RunningSetting } from "../src/core/readings/file/reading-file";
import { foretold, hiddenReadings, impossible } from "../tests/support/hidden-readings";
import { type CheckedReason, checkedReasons } from "../tests/support/reason-ratios";
import { soundReadingsHeld } from "../tests/support/sound-coverage";
import { isRight, walks } from "../tests/support/walks";
import { scoreFleets, scoreWorkshops } from "./bench-workshops";

const { values: options } = parseArgs({
  options: {
    draws: { type: "string", default: "5000" },
    seed: { type: "string", default: "4242" },
    write: { type: "boolean", default: false },
    list: { type: "boolean", default: false },
    cases: { type: "string", multiple: true, default: [] },
    hidden: { type: "string", default: "300" },
    sound: { type: "string", default: "400" },
    reasons: { type: "string", default: "60" },
    walks: { type: "string", default: "200" },
    workshops: { type: "string", default: "40" },
    fleets: { type: "string", default: "120" },
  },
});

provideLearned(readFileSync(path.resolve(import.meta.dirname, "../public/learned.bin")));

interface Answered {
  id: string;
  truth: readonly Cause[];
  reading: ReadingFile;
  /** Causes by probability, which sums to one; and how probable it is that each acts, alone or with another. */
  ranked: { cause: Cause; probability: number; present: number }[];
  /** Whether the true charge lies in the range that is told; null where the label is not known. */
  inside: boolean | null;
}

const lookAlikes: readonly (readonly Cause[])[] = [
  ["restriction-after-port", "metering-stuck-closed"],
  ["compressor-worn", "compressor-low-stroke"],
];
const BINS = 10;

function answer(id: string, reading: ReadingFile, truth: readonly Cause[], chargeShare: number): Answered {
  const weighed = weigh(reading);
  const present = presences(weighed);
  const share = shares(weighed);
  const ranked = allCauses
    .map((cause) => ({ cause, probability: share[cause], present: present[cause] }))
    .sort((a, b) => b.probability - a.probability);
  const [low, , high] = weighed.charge as [number, number, number];
  const known = reading.vehicle.chargeG != null && reading.recoveredG == null;
  return { id, truth, reading, ranked, inside: known ? chargeShare >= low && chargeShare <= high : null };
}

function foreign(file: string): Answered[] {
  return readFileSync(file, "utf8")
    .trim()
    .split("\n")
    .map((line, i) => {
      const given = JSON.parse(line);
      const checked = checkReading(given, i + 1);
      if (!checked.ok) throw new Error(`${file} line ${i + 1}: ${checked.issue.field}`);
      const truth = given.truth.causes.map(({ cause }: { cause: Cause }) => cause);
      return answer(given.id, checked.value, truth, given.truth.chargeG / (given.vehicle.chargeG ?? Number.NaN));
    });
}

function own(count: number, seed: number): Answered[] {
  const noise = seededNoise(seed);
  const made: Answered[] = [];
  while (made.length < count) {
    const test = drawTest(noise);
    if (!test) continue;
    const causes: Cause[] = test.faults.length === 0 ? ["none"] : test.faults.map(({ cause }) => cause);
    made.push(answer(`own-${made.length}`, readAs(test, noise), causes, test.chargeShare));
  }
  return made;
}

/** Extent of the readings: both speeds with clamps, both speeds, one speed with the vent, less. */
function extentOf({ running }: ReadingFile): string {
  const settings = running ?? [];
  const clamps = settings.some((one) => one.suctionLineC != null && one.liquidLineC != null);
  if (settings.length > 1) return clamps ? "both speeds, clamps" : "both speeds";
  const [only] = settings;
  return only && only.lowKpa != null && only.highKpa != null && only.ventC != null ? "one speed" : "hardly anything";
}

function score(name: string, answered: readonly Answered[]): void {
  const n = answered.length;
  if (n === 0) return;
  const top = ({ ranked }: Answered, k: number) => ranked.slice(0, k).map(({ cause }) => cause);
  const right = (one: Answered) => one.truth.includes(top(one, 1)[0]!);
  const asOne = (one: Answered) =>
    right(one) ||
    lookAlikes.some((group) => group.includes(top(one, 1)[0]!) && one.truth.some((cause) => group.includes(cause)));
  const three = (one: Answered) => top(one, 3).some((cause) => one.truth.includes(cause));
  const share = (test: (one: Answered) => boolean, among: readonly Answered[] = answered) => {
    if (among.length === 0) return "-";
    const p = among.filter(test).length / among.length;
    return `${(100 * p).toFixed(1)} ± ${(100 * Math.sqrt((p * (1 - p)) / among.length)).toFixed(1)} %`;
  };
  const healthy = answered.filter(({ truth }) => truth[0] === "none");
  const known = answered.filter(({ inside }) => inside !== null);
  const truthOf = ({ ranked, truth }: Answered) =>
    Math.max(...truth.map((cause) => ranked.find((one) => one.cause === cause)!.probability));
  const logLoss = answered.reduce((sum, one) => sum - Math.log(Math.max(truthOf(one), 1e-4)), 0) / n;
  const { top1, every } = calibration(answered);
  console.log(`\n${name}: ${n}`);
  console.log(`  first ${share(right)}, look-alikes as one ${share(asOne)}, among three ${share(three)}`);
  console.log(`  sound cars called ill, of ${healthy.length}: ${share((one) => !right(one), healthy)}`);
  console.log(
    `  log loss ${logLoss.toFixed(3)}; calibration of the leading cause ${(100 * top1.error).toFixed(1)} % (a perfect one by chance ${(100 * top1.chance).toFixed(1)} %), of all ${(100 * every.error).toFixed(2)} %`,
  );
  console.log(`  true charge inside the range, of ${known.length}: ${share(({ inside }) => inside === true, known)}`);
}

function scoreAll(name: string, answered: readonly Answered[]): void {
  score(name, answered);
  for (const extent of ["both speeds, clamps", "both speeds", "one speed", "hardly anything"]) {
    const some = answered.filter(({ reading }) => extentOf(reading) === extent);
    if (some.length >= 10) score(`${name}, ${extent}`, some);
  }
  const missed = new Map<string, number>();
  for (const { truth, ranked } of answered) {
    const first = ranked[0]!.cause;
    if (!truth.includes(first))
      missed.set(`${truth.join("+")} read as ${first}`, (missed.get(`${truth.join("+")} read as ${first}`) ?? 0) + 1);
  }
  const often = [...missed].sort((a, b) => b[1] - a[1]).slice(0, options.list ? 200 : 12);
  console.log(`  confusions: ${often.map(([what, count]) => `${what} ${count}`).join("; ")}`);
}

interface Bin {
  count: number;
  said: number;
  true: number;
}

/** Brier components of the probability of each cause, for all causes and for the leading one alone. */
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
  for (const { ranked, truth } of answered) {
    for (const { cause, present } of ranked) put(every, present, truth.includes(cause));
    put(top1, ranked[0]!.present, truth.includes(ranked[0]!.cause));
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
  return { top1: errorOf(top1), every: errorOf(every) };
}

/** The test after the work weighed alone, and as a pair with the one before it. */
function scorePairs(count: number, seed: number): void {
  const noise = seededNoise(seed);
  const alone: Answered[] = [];
  const paired: Answered[] = [];
  while (alone.length < count) {
    const pair = drawPair(noise);
    if (!pair) continue;
    const { before, after, work } = pair;
    const causes: Cause[] = after.faults.length === 0 ? ["none"] : after.faults.map(({ cause }) => cause);
    const reading = { ...readAs(after, noise), recoveredG: Math.round(after.chargeShare * after.label.chargeG) };
    const { vehicle: _, format: __, version: ___, id: ____, ...test } = readAs(before, noise);
    alone.push(answer(`alone-${alone.length}`, reading, causes, after.chargeShare));
    paired.push(answer(`pair-${alone.length}`, { ...reading, before: test, work }, causes, after.chargeShare));
  }
  score("after the work, weighed alone", alone);
  score("after the work, weighed as a pair", paired);
}

/** Scores the predictions of the next test: fresh draws with one reading hidden at a time. */
function scorePredictions(draws: number): void {
  const hidden = hiddenReadings(draws, 31);
  console.log(`\nhidden readings of ${draws} draws, foretold from the others:`);
  for (const name of foretold) {
    const own = hidden.filter((one) => one.name === name);
    const errors = own.map(({ read, range }) => Math.abs(read - range.median)).sort((a, b) => a - b);
    const inside = own.filter(({ read, range }) => read >= range.low && read <= range.high).length / own.length;
    const chance = Math.sqrt((inside * (1 - inside)) / own.length);
    console.log(
      `  ${name}: inside ${(100 * inside).toFixed(1)} ± ${(100 * chance).toFixed(1)} % of ${own.length}, impossible ${own.filter((one) => impossible(one)).length}, median error ${errors[Math.floor(errors.length / 2)]!.toFixed(2)} K`,
    );
  }
}

/** A share with its range by chance. */
const withChance = (part: number, of: number) => {
  const p = part / of;
  return `${(100 * p).toFixed(1)} ± ${(100 * Math.sqrt((p * (1 - p)) / of)).toFixed(1)} % of ${of}`;
};

/** Coverage of the expected range on fresh sound draws, by quantity, circuit and engine speed. */
function scoreExpectedRange(draws: number): void {
  console.log(`\nexpected range, ${draws} sound draws read in full:`);
  const held = soundReadingsHeld(draws, 17);
  for (const quantity of new Set(held.map((one) => one.quantity))) {
    const own = held.filter((one) => one.quantity === quantity);
    const inside = (some: typeof own) => some.filter(({ side }) => side === 0).length;
    const groups = [...new Set(own.map(({ build, speed }) => `${build.split(",")[0]} ${speed}`))]
      .sort()
      .map((group) => {
        const some = own.filter(({ build, speed }) => `${build.split(",")[0]} ${speed}` === group);
        return `${group} ${((100 * inside(some)) / some.length).toFixed(0)} (${some.length})`;
      });
    console.log(`  ${quantity}: ${withChance(inside(own), own.length)}; ${groups.join(", ")}`);
  }
}

/** Vehicles simulated for each cause when reasons are checked. */
const CHECKING_VEHICLES = 420;

/** Reasons of fresh draws in two simulations of their own: how often each has them, and how often the two agree. */
function scoreReasons(draws: number): void {
  const [one, other] = [1, 2].map((drawnSeed) => checkedReasons(draws, CHECKING_VEHICLES, 51, drawnSeed)) as [
    CheckedReason[],
    CheckedReason[],
  ];
  const both = one.flatMap((reason, i) => {
    const again = other[i];
    return again?.quantity === reason.quantity && again.rival === reason.rival
      ? [{ ...reason, again: again.found }]
      : [];
  });
  const supporting = both.filter(({ ratio }) => ratio > 1);
  const contradicting = both.filter(({ ratio }) => ratio < 1);
  console.log(`\nreasons of ${draws} draws in simulations of their own:`);
  console.log(
    `  supporting over 2: ${withChance(supporting.filter(({ found }) => found > 2).length, supporting.length)}`,
  );
  console.log(
    `  contradicting under 1/2: ${withChance(contradicting.filter(({ found }) => found < 0.5).length, contradicting.length)}`,
  );
  const agree = supporting.filter(({ found, again }) => found > 2 === again > 2).length;
  console.log(`  two such simulations agree: ${withChance(agree, supporting.length)}`);
}

/** From low side, high side and vent at idle, as the tool advises. */
function scoreWalks(count: number): void {
  const walked = walks(count, 7);
  const right = walked.filter(isRight).length;
  const confident = walked.filter(({ probability }) => probability >= STANDS_ALONE);
  const minutes = walked.reduce((sum, walk) => sum + walk.minutes, 0) / walked.length;
  console.log(
    `\nfrom low, high and vent at idle, as advised: right ${withChance(right, walked.length)} in ${minutes.toFixed(1)} min`,
  );
  console.log(
    `  where one cause stands alone: right ${withChance(confident.filter(isRight).length, confident.length)}`,
  );
}

/** Rate of the warning that readings do not fit together: honest sets, foreign sets, and sets with one wrong reading. */
function scoreFit(named: Record<string, readonly ReadingFile[]>): void {
  const { scales, population } = learnedNow();
  const misfits = (reading: ReadingFile) => misfitOf(reading, scales, population) > 1;
  const slips: Record<string, (one: RunningSetting) => RunningSetting> = {
    "vent 20 K too warm": (one) => (one.ventC == null ? one : { ...one, ventC: one.ventC + 20 }),
    "suction clamp 25 K too warm": (one) =>
      one.suctionLineC == null ? one : { ...one, suctionLineC: one.suctionLineC + 25 },
    "high coupler half open, 600 kPa short": (one) =>
      one.highKpa == null ? one : { ...one, highKpa: one.highKpa - 600 },
  };
  console.log("\nsaid not to fit together:");
  const line = (name: string, readings: readonly ReadingFile[]) =>
    console.log(
      `  ${name}: ${((100 * readings.filter(misfits).length) / readings.length).toFixed(1)} % of ${readings.length}`,
    );
  for (const [name, readings] of Object.entries(named)) line(name, readings);
  const noise = seededNoise(77);
  const honest: ReadingFile[] = [];
  while (honest.length < 2000) {
    const test = drawTest(noise);
    if (test) honest.push(readAs(test, noise, undefined, { wild: 0 }));
  }
  line("own, honest", honest);
  for (const [name, slip] of Object.entries(slips)) {
    const slipped = honest.flatMap((reading) => {
      const [first, ...others] = reading.running ?? [];
      const changed = first && slip(first);
      return changed && changed !== first ? [{ ...reading, running: [changed, ...others] }] : [];
    });
    line(`own, ${name}`, slipped);
  }
}

function speed(readings: readonly ReadingFile[]): void {
  const timed = (run: () => void) => {
    const start = performance.now();
    run();
    return performance.now() - start;
  };
  const whole: number[] = [];
  const again: number[] = [];
  const weighing: number[] = [];
  for (const reading of readings) {
    whole.push(timed(() => judge(reading)));
    const prepared = prepare(reading);
    if (prepared.ok) again.push(timed(() => judgePrepared(reading, prepared.value.hypotheses)));
    weighing.push(timed(() => weigh(reading)));
  }
  const at = (list: number[], share: number) =>
    list.sort((a, b) => a - b)[Math.floor(share * (list.length - 1))]!.toFixed(1);
  const line = (list: number[]) => `p50 ${at(list, 0.5)}, p90 ${at(list, 0.9)} ms`;
  console.log(
    `\nspeed of ${readings.length}: whole ${line(whole)}; reasons and next tests anew ${line(again)}; weighed again ${line(weighing)}`,
  );
}

function writeCalibration(lines: readonly { name: string; answered: readonly Answered[]; colour: string }[]): void {
  const chart = echarts.init(null, null, { renderer: "svg", ssr: true, width: 620, height: 560 });
  const axis = (name: string, nameGap: number) => ({
    name,
    nameLocation: "middle" as const,
    nameGap,
    min: 0,
    max: 100,
    splitLine: { lineStyle: { color: "#d3cdc0" } },
  });
  chart.setOption({
    animation: false,
    backgroundColor: "#faf8f3",
    textStyle: { fontFamily: "sans-serif", fontSize: 14, color: "#1c2326" },
    legend: { top: 10, left: 60, textStyle: { fontSize: 14 } },
    grid: { left: 62, right: 24, top: 50, bottom: 56 },
    xAxis: axis("said of the leading cause, %", 34),
    yAxis: axis("true, %", 40),
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
          .top1.bins.filter(({ count }) => count > 0)
          .map((bin) => [(100 * bin.said) / bin.count, (100 * bin.true) / bin.count, bin.count]),
      })),
    ],
  });
  writeFileSync(path.resolve(import.meta.dirname, "../docs/calibration.svg"), chart.renderToSVGString());
  chart.dispose();
}

const { header } = learnedNow();
console.log(
  `learned ${header.learnedAt} from ${header.draws} draws, ${header.members} members; unseen draws then: ${JSON.stringify(header.figures)}`,
);
const cases = (name: string) => path.resolve(import.meta.dirname, "../src/core/diagnosis", name);
const development = foreign(cases("cases-dev.jsonl"));
scoreAll("first set", development);
const second = foreign(cases("cases-dev-2.jsonl"));
scoreAll("second set", second);
const more = options.cases.filter(existsSync).map((file) => ({ name: path.basename(file), answered: foreign(file) }));
for (const { name, answered } of more) scoreAll(name, answered);
const drawn = own(Number(options.draws), Number(options.seed));
scoreAll("own draws", drawn);
scorePairs(Math.min(Number(options.draws), 2000), 99);
scorePredictions(Number(options.hidden));
scoreExpectedRange(Number(options.sound));
scoreReasons(Number(options.reasons));
scoreWalks(Number(options.walks));
scoreWorkshops(Number(options.workshops), 9000);
scoreFleets(Number(options.fleets), 9100);
scoreFit({
  "first set": development.map(({ reading }) => reading),
  "second set": second.map(({ reading }) => reading),
  "own, as they come": drawn.map(({ reading }) => reading),
});
speed(development.slice(0, 30).map(({ reading }) => reading));
if (options.write) {
  const colours = ["#1c2326", "#b4552d", "#1f6fae"];
  writeCalibration(
    [
      { name: "first set", answered: development },
      { name: "second set", answered: second },
      { name: "own draws", answered: drawn },
    ].map((one, i) => ({ ...one, colour: colours[i]! })),
  );
}
