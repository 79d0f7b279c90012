/**
 * The diagnosis over the wire, as `bin/evrid diagnose` gives it: a JSON object in gives a diagnosis file out; JSON Lines or CSV in give JSON Lines
 * out, one per reading, in which a line that cannot be read becomes `{ "error": … }`. `?seed=N` as on the command line.
 */
import type { DiagnosisFile } from "@/core/diagnosis/diagnosis-file";
import { MOST_SEED, readSeed } from "@/core/maths/seed";
import type { ReadingFile, ReadingFileIssue } from "@/core/readings/file/reading-file";
import type { Result } from "@/core/result";
import { type Deadline, startDeadline } from "./deadline";
import type { DiagnosisPool } from "./diagnosis-pool";

export interface EndpointLimits {
  bodyBytes: number;
  bodyMs: number;
  /** Bodies received at the same time. */
  uploads: number;
  /** More lines than readings of `bodyBytes` can have. */
  readings: number;
  /** Requests diagnosed at the same time; also the readings of one request that are. */
  atOnce: number;
  /** For reading the text and for all diagnoses of a request together. */
  requestMs: number;
  /** For one reading: the others are answered without it. */
  readingMs: number;
  retryS: number;
}

/** For a small server: one thread per core, and some 200 readings within the time of a request. */
export const usualLimits: EndpointLimits = {
  bodyBytes: 500_000,
  bodyMs: 10_000,
  uploads: 32,
  readings: 2000,
  atOnce: 2,
  requestMs: 60_000,
  readingMs: 8_000,
  retryS: 2,
};

type EndpointIssue =
  | { code: "too-large"; bytes: number; limitBytes: number }
  | { code: "compressed"; encoding: string; expected: string }
  | { code: "too-many"; readings: number; limit: number }
  | { code: "busy"; atOnce: number; retryS: number }
  /** `first`: the first reading that was not processed, counted from 1, with its id where it could be read. */
  | { code: "too-slow"; limitMs: number; answered: number; of: number; first: { reading: number; id: string | null } }
  | { code: "body-too-slow"; limitMs: number; bytes: number }
  | { code: "reading-too-slow"; limitMs: number }
  | { code: "foreign-origin"; origin: string }
  | { code: "bad-seed"; expected: string }
  | ({ code: "invalid" } & ReadingFileIssue);

type Answer = DiagnosisFile | { error: EndpointIssue };

/** Makes the handler of `POST` requests. `pool` is called with the first request that is diagnosed. */
export function diagnosisEndpoint(
  pool: () => DiagnosisPool,
  limits: EndpointLimits = usualLimits,
): (request: Request) => Promise<Response> {
  let uploading = 0;
  let diagnosing = 0;
  const busy = (atOnce: number) =>
    refuse(429, { code: "busy", atOnce, retryS: limits.retryS }, { "Retry-After": String(limits.retryS) });

  return async (request) => {
    const origin = request.headers.get("origin");
    if (origin !== null && !sameHost(origin, request)) return refuse(403, { code: "foreign-origin", origin });
    const encoding = request.headers.get("content-encoding") ?? "identity";
    if (encoding.toLowerCase() !== "identity") return refuse(415, compressed(encoding));
    const seed = seedOf(request);
    if (seed === undefined)
      return refuse(400, { code: "bad-seed", expected: `a decimal whole number from 0 to ${MOST_SEED}` });
    if (uploading >= limits.uploads) return busy(limits.uploads);
    uploading++;
    const body = await readBody(request, limits).finally(() => uploading--);
    if (!body.ok) return refuse(statusOf[body.issue.code], body.issue);
    // Only a body that has arrived takes a place: a slow upload keeps nobody waiting.
    if (diagnosing >= limits.atOnce) return busy(limits.atOnce);
    diagnosing++;
    const deadline = startDeadline(limits.requestMs, request.signal);
    try {
      return await answer(body.value, seed, pool(), limits, deadline);
    } finally {
      deadline.clear();
      diagnosing--;
    }
  };
}

/** Answers all readings of a text. Past the deadline: those before the first unfinished one, then why and where it stopped. */
async function answer(
  text: string,
  seed: number | null,
  pool: DiagnosisPool,
  limits: EndpointLimits,
  deadline: Deadline,
): Promise<Response> {
  let readings: Result<ReadingFile, ReadingFileIssue>[] = [];
  const answers: (Answer | undefined)[] = [];
  try {
    const read = await pool.read(text, limits.readings, deadline.signal);
    if (read.code === "too-many") return refuse(413, read);
    readings = read.results;
    let next = 0;
    const work = async () => {
      while (next < readings.length) {
        const place = next++;
        answers[place] = await answerOne(readings[place]!, seed, pool, limits, deadline);
      }
    };
    await settleAll(Array.from({ length: limits.atOnce }, work));
  } catch (error) {
    if (!deadline.signal.aborted) throw error;
    const open = Array.from(readings, (_, i) => answers[i]).indexOf(undefined);
    const answered = Math.max(0, open);
    const reading = readings[answered];
    const id = reading?.ok ? reading.value.id : null;
    const issue: EndpointIssue = {
      code: "too-slow",
      limitMs: limits.requestMs,
      answered,
      of: readings.length,
      first: { reading: answered + 1, id },
    };
    if (answered === 0) return refuse(503, issue);
    return jsonLines([...(answers.slice(0, answered) as Answer[]), { error: issue }], 200);
  }
  const all = answers as Answer[];
  const [only] = all;
  if (all.length === 1 && only && /^\s*\{/.test(text))
    return Response.json(only, { status: "error" in only ? 422 : 200 });
  return jsonLines(all, all.every((each) => "error" in each) ? 422 : 200);
}

/** One hard reading has a limit of its own, and its issue stands among the other answers. */
async function answerOne(
  reading: Result<ReadingFile, ReadingFileIssue>,
  seed: number | null,
  pool: DiagnosisPool,
  { readingMs }: EndpointLimits,
  request: Deadline,
): Promise<Answer> {
  if (!reading.ok) return { error: { code: "invalid", ...reading.issue } };
  const own = startDeadline(readingMs, request.signal);
  try {
    return await pool.diagnose(reading.value, seed, own.signal);
  } catch (error) {
    if (request.signal.aborted || !own.expired) throw error;
    return { error: { code: "reading-too-slow", limitMs: readingMs } };
  } finally {
    own.clear();
  }
}

/** Waits for all, then rejects with the first error: nothing goes on behind an answer. */
async function settleAll(work: readonly Promise<void>[]): Promise<void> {
  for (const one of await Promise.allSettled(work)) if (one.status === "rejected") throw one.reason;
}

type BodyIssue = Extract<EndpointIssue, { code: "too-large" | "body-too-slow" | "compressed" }>;
const statusOf = { "too-large": 413, "body-too-slow": 408, compressed: 415 } as const;

const compressed = (encoding: string) =>
  ({ code: "compressed", encoding, expected: "plain UTF-8 text, not a compressed body" }) as const;

/** First bytes of what common compressors write. */
const signatures: readonly [encoding: string, bytes: readonly number[]][] = [
  ["gzip", [0x1f, 0x8b]],
  ["zstd", [0x28, 0xb5, 0x2f, 0xfd]],
  ["zip", [0x50, 0x4b, 0x03, 0x04]],
  ["bzip2", [0x42, 0x5a, 0x68]],
  ["xz", [0xfd, 0x37, 0x7a, 0x58, 0x5a]],
];

/** Reads the body as text, no further than the limits. */
async function readBody(request: Request, { bodyBytes, bodyMs }: EndpointLimits): Promise<Result<string, BodyIssue>> {
  const tooLarge = (bytes: number) =>
    ({ ok: false, issue: { code: "too-large", bytes, limitBytes: bodyBytes } }) as const;
  const announced = Number(request.headers.get("content-length") ?? 0);
  if (announced > bodyBytes) return tooLarge(announced);
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body?.getReader();
  const deadline = startDeadline(bodyMs);
  const late = new Promise<"late">((resolve) => {
    deadline.signal.addEventListener("abort", () => resolve("late"), { once: true });
  });
  try {
    while (reader) {
      const piece = await Promise.race([reader.read(), late]);
      if (piece === "late") {
        void reader.cancel();
        return { ok: false, issue: { code: "body-too-slow", limitMs: bodyMs, bytes } };
      }
      const { done, value } = piece;
      if (done) break;
      bytes += value.byteLength;
      if (bytes > bodyBytes) {
        await reader.cancel();
        return tooLarge(bytes);
      }
      chunks.push(value);
    }
  } finally {
    deadline.clear();
  }
  const whole = Buffer.concat(chunks);
  const found = signatures.find(([, signature]) => signature.every((byte, i) => whole[i] === byte));
  if (found !== undefined) return { ok: false, issue: compressed(found[0]) };
  return { ok: true, value: whole.toString("utf8") };
}

/** A page of another address is refused; programs send no origin. */
function sameHost(origin: string, request: Request): boolean {
  try {
    return new URL(origin).host === request.headers.get("host");
  } catch {
    return false;
  }
}

/** The seed asked for; null without one, undefined when the text is not a seed. */
function seedOf(request: Request): number | null | undefined {
  const text = new URL(request.url).searchParams.get("seed");
  return text === null ? null : (readSeed(text) ?? undefined);
}

function jsonLines(answers: readonly Answer[], status: number): Response {
  const lines = answers.map((each) => `${JSON.stringify(each)}\n`).join("");
  return new Response(lines, { status, headers: { "Content-Type": "application/x-ndjson" } });
}

function refuse(status: number, issue: EndpointIssue, headers: Record<string, string> = {}): Response {
  return Response.json({ error: issue }, { status, headers });
}
