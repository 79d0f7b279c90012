/**
 * `npm run learn [-- --draws 200000 --passes 18 --members 4 --seed 1]`: draws tests from our own model, trains the committee on them, and
 * writes public/learned.bin with its figures. No measured and no foreign case is looked at. Chunks that were drawn and members that were
 * trained are kept in dist/learn, so that a run that is broken off goes on where it was.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { isMainThread, parentPort, Worker, workerData } from "node:worker_threads";
import type { TrueTest } from "../src/core/diagnosis/learn/draw-test";
import { fitPopulation } from "../src/core/diagnosis/learn/fit-population";
import { judgeLearned } from "../src/core/diagnosis/learn/judge-learned";
import { scalesOf, trainMember } from "../src/core/diagnosis/learn/train";
import { OUTPUTS } from "../src/core/diagnosis/weigh/classes";
import { FEATURES } from "../src/core/diagnosis/weigh/features";
import { type Learned, type Member, readLearned, writeLearned } from "../src/core/diagnosis/weigh/network";
import { seededNoise } from "../src/core/maths/noise";
import { fingerprint } from "./fingerprint";
import { CHUNK, chunkFile, drawChunks, isDrawThread, serveDraws } from "./learn-draws";

const HIDDEN = [144, 72] as const;
const THREADS = 2;
/** Kept from training, for the figures. */
const UNSEEN_CHUNKS = 5;
const SCALED_BY = 20_000;
const OUT = path.join("public", "learned.bin");

interface MemberTask {
  task: "member";
  folder: string;
  chunks: number;
  passes: number;
  seed: number;
  file: string;
}

if (isDrawThread()) serveDraws();
else if (!isMainThread) trainOne(workerData as MemberTask);
else await main();

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      draws: { type: "string", default: "200000" },
      passes: { type: "string", default: "18" },
      members: { type: "string", default: "4" },
      seed: { type: "string", default: "1" },
    },
  });
  const [draws, passes, members, seed] = [values.draws, values.passes, values.members, values.seed].map(Number) as [
    number,
    number,
    number,
    number,
  ];
  const print = fingerprint(".");
  const folder = path.join("dist", "learn", print);
  const chunks = Math.ceil(draws / CHUNK) + UNSEEN_CHUNKS;
  await drawChunks(folder, chunks, seed, THREADS);
  const files = Array.from({ length: members }, (_, i) =>
    path.join(folder, `member-${HIDDEN.join("x")}-${passes}-${chunks}-${seed}-${i}.bin`),
  );
  const left = files.map((file, i) => ({ file, i })).filter(({ file }) => !existsSync(file));
  const run = async () => {
    for (let next = left.shift(); next; next = left.shift()) {
      const { file, i } = next;
      const data: MemberTask = {
        task: "member",
        folder,
        chunks: chunks - UNSEEN_CHUNKS,
        passes,
        seed: seed * 100 + i,
        file,
      };
      await new Promise<void>((resolve, reject) => {
        const worker = new Worker(new URL(import.meta.url), {
          workerData: data,
          resourceLimits: { maxOldGenerationSizeMb: 6000 },
        });
        worker.on("message", (text: string) => process.stdout.write(`member ${i + 1}: ${text}\n`));
        worker.on("error", reject);
        worker.on("exit", () => resolve());
      });
    }
  };
  await Promise.all(Array.from({ length: THREADS }, run));
  const parts = files.map((file) => readLearned(readFileSync(file)));
  const learned: Learned = {
    header: { ...parts[0]!.header, members, seed, draws, fingerprint: print, learnedAt: new Date().toISOString() },
    scales: parts[0]!.scales,
    members: parts.flatMap((part) => part.members),
    population: fitPopulation(
      Array.from({ length: chunks - UNSEEN_CHUNKS }, (_, i) => load(folder, i)).flat(),
      parts[0]!.scales,
      seed,
    ),
  };
  const unseen = Array.from({ length: UNSEEN_CHUNKS }, (_, i) => load(folder, chunks - 1 - i)).flat();
  learned.header.figures = judgeLearned(learned, unseen, seededNoise(seed + 7));
  writeFileSync(OUT, writeLearned(learned));
  process.stdout.write(`${OUT}: ${JSON.stringify(learned.header.figures)}\n`);
}

function load(folder: string, chunk: number): TrueTest[] {
  return readFileSync(chunkFile(folder, chunk), "utf8")
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as TrueTest);
}

function trainOne({ folder, chunks, passes, seed, file }: MemberTask): void {
  const tests = Array.from({ length: chunks }, (_, i) => load(folder, i)).flat();
  // Every member uses the same scales, drawn from the first tests with a seed of their own.
  const scales = scalesOf(tests.slice(0, SCALED_BY), seededNoise(9));
  const started = performance.now();
  const member: Member = trainMember(tests, scales, {
    hidden: HIDDEN,
    seed,
    passes,
    onPass: (pass, loss) =>
      parentPort!.postMessage(
        `pass ${pass} of ${passes}, loss ${loss.toFixed(4)}, ${((performance.now() - started) / 60_000).toFixed(1)} min`,
      ),
  });
  const figures = { logLoss: 0, first: 0, calibration: 0, chargeInside: 0 };
  const header = {
    version: 1 as const,
    features: FEATURES,
    hidden: HIDDEN,
    outputs: OUTPUTS,
    members: 1,
    seed,
    draws: tests.length,
    fingerprint: "",
    learnedAt: "",
    figures,
  };
  writeFileSync(
    `${file}.part`,
    writeLearned({ header, scales, members: [member], population: { components: [], limits: new Float32Array(0) } }),
  );
  renameSync(`${file}.part`, file);
}
