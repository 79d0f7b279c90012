/**
 * `POST /api/diagnosis`: what `bin/evrid diagnose` does, over the wire. A JSON object in gives a diagnosis file out; JSON Lines or CSV in
 * give JSON Lines out, one a reading, in which a line that cannot be read stands as `{ "error": … }`. `?seed=N` as on the command line.
 */
import type { Diagnosis } from "@/core/diagnosis/diagnosis";
import type { ReadingFile, ReadingFileIssue } from "@/core/readings/file/reading-file";
import { type DiagnosisPool, diagnosisPool } from "@/worker/diagnosis-pool";

export const dynamic = "force-dynamic";

/** Some five hundred readings; more belongs on the command line. */
const BODY_LIMIT_BYTES = 500_000;
/** More lines than real readings of that size can have. */
const MOST_READINGS = 2000;
/** For reading the text and for all diagnoses together. */
const TIME_LIMIT_MS = 20_000;
/** One a core is what a small server has; more would only make all of them late. */
const AT_ONCE = 2;
const RETRY_S = 2;
/** A body that trickles in longer than this is let go. */
const BODY_LIMIT_MS = 10_000;
/** For one reading: the others are answered without it. */
const READING_LIMIT_MS = 8_000;

let running = 0;
/** Made by the first request: a build that only looks at this module starts no thread. */
let pool: DiagnosisPool | null = null;

type RouteIssue =
  | { code: "too-large"; bytes: number; limitBytes: number }
  | { code: "too-many"; readings: number; limit: number }
  | { code: "busy"; atOnce: number; retryS: number }
  | { code: "too-slow"; limitMs: number; answered: number; of: number }
  | { code: "body-too-slow"; limitMs: number; bytes: number }
  | { code: "reading-too-slow"; limitMs: number }
  | { code: "foreign-origin"; origin: string }
  | { code: "bad-seed"; expected: string }
  | ({ code: "invalid" } & ReadingFileIssue);

export async function POST(request: Request): Promise<Response> {
  const origin = request.headers.get("origin");
  if (origin !== null && !sameHost(origin, request)) return refuse(403, { code: "foreign-origin", origin });
  if (running >= AT_ONCE) {
    return refuse(429, { code: "busy", atOnce: AT_ONCE, retryS: RETRY_S }, { "Retry-After": String(RETRY_S) });
  }
  running++;
  try {
    return await answer(request);
  } finally {
    running--;
  }
}

async function answer(request: Request): Promise<Response> {
  const body = await readBody(request);
  if (!body.ok) return refuse(body.issue.code === "too-large" ? 413 : 408, body.issue);
  const seed = seedOf(request);
  if (seed === undefined) {
    return refuse(400, { code: "bad-seed", expected: "a whole number from 0 to 4294967295" });
  }
  pool ??= diagnosisPool(AT_ONCE);
  // Whoever leaves frees the place at once.
  const late = AbortSignal.any([request.signal, AbortSignal.timeout(TIME_LIMIT_MS)]);
  const answers: (Diagnosis | { error: RouteIssue })[] = [];
  let of = 0;
  try {
    const read = await pool.read(body.text, MOST_READINGS, late);
    if (read.code === "too-many") return refuse(413, read);
    of = read.results.length;
    for (const result of read.results) {
      answers.push(
        result.ok
          ? await diagnoseInTime(pool, result.value, seed, late)
          : { error: { code: "invalid", ...result.issue } satisfies RouteIssue },
      );
    }
  } catch (error) {
    if (!late.aborted) throw error;
    return refuse(503, { code: "too-slow", limitMs: TIME_LIMIT_MS, answered: answers.length, of });
  }
  const [only] = answers;
  const one = answers.length === 1 && /^\s*\{/.test(body.text);
  if (one && only) return Response.json(only, { status: "error" in only ? 422 : 200 });
  const status = answers.every((each) => "error" in each) ? 422 : 200;
  const lines = answers.map((each) => `${JSON.stringify(each)}\n`).join("");
  return new Response(lines, { status, headers: { "Content-Type": "application/x-ndjson" } });
}

/** The body as text, read no further than the limit. */
async function readBody(
  request: Request,
): Promise<
  { ok: true; text: string } | { ok: false; issue: Extract<RouteIssue, { code: "too-large" | "body-too-slow" }> }
> {
  const tooLarge = (bytes: number) =>
    ({ ok: false, issue: { code: "too-large", bytes, limitBytes: BODY_LIMIT_BYTES } }) as const;
  const announced = Number(request.headers.get("content-length") ?? 0);
  if (announced > BODY_LIMIT_BYTES) return tooLarge(announced);
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body?.getReader();
  const slow = new Promise<"slow">((resolve) => {
    AbortSignal.timeout(BODY_LIMIT_MS).addEventListener("abort", () => resolve("slow"));
  });
  while (reader) {
    const piece = await Promise.race([reader.read(), slow]);
    if (piece === "slow") {
      void reader.cancel();
      return { ok: false, issue: { code: "body-too-slow", limitMs: BODY_LIMIT_MS, bytes } };
    }
    const { done, value } = piece;
    if (done) break;
    bytes += value.byteLength;
    if (bytes > BODY_LIMIT_BYTES) {
      await reader.cancel();
      return tooLarge(bytes);
    }
    chunks.push(value);
  }
  return { ok: true, text: Buffer.concat(chunks).toString("utf8") };
}

/** A page of another address has no business here; programs send no origin. */
function sameHost(origin: string, request: Request): boolean {
  try {
    return new URL(origin).host === request.headers.get("host");
  } catch {
    return false;
  }
}

/** One hard reading has a limit of its own, and stands as what it is among those that were answered. */
async function diagnoseInTime(
  threads: DiagnosisPool,
  reading: ReadingFile,
  seed: number | null,
  late: AbortSignal,
): Promise<Diagnosis | { error: RouteIssue }> {
  const own = AbortSignal.timeout(READING_LIMIT_MS);
  try {
    return await threads.diagnose(reading, seed, AbortSignal.any([late, own]));
  } catch (error) {
    if (late.aborted || !own.aborted) throw error;
    return { error: { code: "reading-too-slow", limitMs: READING_LIMIT_MS } };
  }
}

/** Null without one, undefined for one that is none. */
function seedOf(request: Request): number | null | undefined {
  const text = new URL(request.url).searchParams.get("seed");
  if (text === null) return null;
  const seed = Number(text);
  return text !== "" && Number.isInteger(seed) && seed >= 0 && seed <= 4_294_967_295 ? seed : undefined;
}

function refuse(status: number, issue: RouteIssue, headers: Record<string, string> = {}): Response {
  return Response.json({ error: issue }, { status, headers });
}
