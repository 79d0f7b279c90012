/** Jobs as files: written with a fixed key order, so that a job read back and written again is the same to the byte. */
import { containerAccount, entryId, type LedgerEntry } from "../charge/ledger";
import { fail, type Result, succeed } from "../result";
import { type Job, jobSchema, newJob, stepIds } from "./job";

/** Hundreds of times the size of a real job; anything larger is another kind of file. */
export const JOB_FILE_LIMIT_BYTES = 8_000_000;

export type JobFileIssue =
  | { code: "too-large"; bytes: number; limitBytes: number }
  | { code: "not-json" }
  | { code: "foreign"; format: string | null }
  | { code: "newer-version"; version: number; known: number }
  | { code: "broken"; field: string; expected: string };

export function writeJobFile(job: Job): string {
  return `${JSON.stringify(jobSchema.parse(job), null, 2)}\n`;
}

/** Reads a job file of any known version; nothing is changed anywhere when it fails. */
export function readJobFile(text: string): Result<Job, JobFileIssue> {
  if (text.length > JOB_FILE_LIMIT_BYTES) {
    return fail({ code: "too-large", bytes: text.length, limitBytes: JOB_FILE_LIMIT_BYTES });
  }
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    return fail({ code: "not-json" });
  }
  return readJob(given);
}

/** Migrations by the version they start from; reading applies them in turn. */
const migrations: Record<number, (job: Record<string, unknown>) => Record<string, unknown>> = {
  1: fromVersion1,
  2: fromVersion2,
  3: fromVersion3,
};
/** The newest version of the job record that this build writes and reads. */
export const NEWEST_JOB_VERSION = 4;

/** Version 2 knows what is seen and heard, the hook-up, the shut-off test, skipped steps, cycles and the archive. */
function fromVersion1(job: Record<string, unknown>): Record<string, unknown> {
  const blank = newJob("blank", "2026-01-01T00:00:00Z");
  const part = (name: string) => (typeof job[name] === "object" && job[name] !== null ? (job[name] as object) : {});
  const test = (name: string) => {
    const { settings, ...rest } = part(name) as { settings?: unknown };
    return { ...rest, settings: Array.isArray(settings) ? settings.map((s) => ({ ...s, cycle: null })) : settings };
  };
  const steps = part("steps") as Record<string, object>;
  const { look, hookUp, shutOff } = blank;
  return {
    ...job,
    version: 2,
    intake: { ...part("intake"), history: null, oilKind: null, stopSigns: [] },
    baseline: test("baseline"),
    proof: test("proof"),
    look,
    hookUp,
    shutOff,
    archivedAt: null,
    steps: Object.fromEntries(stepIds.map((id) => [id, { ...blank.steps[id], ...steps[id] }])),
  };
}

/** Version 3 knows how far the blower was turned up, and temperatures along the lines; until then it stood at full. */
function fromVersion2(job: Record<string, unknown>): Record<string, unknown> {
  const blank = newJob("blank", "2026-01-01T00:00:00Z");
  const test = (name: "baseline" | "proof") => ({ ...(job[name] as object), blower: blank[name].blower });
  const hookUp = { ...(job.hookUp as object), hosesOff: null };
  return { ...job, version: 3, hookUp, baseline: test("baseline"), proof: test("proof"), lines: blank.lines };
}

const blankTemperature = { text: "", unit: "degC" } as const;

interface OldDraw {
  containerId: string;
  startG: number;
  nowG: number;
  startedAt: string;
  endedAt: string | null;
}

/** Version 4 keeps books, knows the repair, the trace of the vacuum, and the checks after charging. */
function fromVersion3(job: Record<string, unknown>): Record<string, unknown> {
  const blank = newJob("blank", "2026-01-01T00:00:00Z");
  const { draws, ...charge } = (job.charge ?? {}) as { draws?: OldDraw[] };
  const ledger: LedgerEntry[] = (Array.isArray(draws) ? draws : []).map((draw, i) => ({
    id: entryId(i),
    at: draw.endedAt ?? draw.startedAt,
    act: "charge",
    substance: "refrigerant",
    grams: Math.max(0, draw.startG - draw.nowG),
    from: containerAccount(draw.containerId),
    to: "line",
    estimated: false,
    counters: null,
  }));
  const { oilAmount, lastFilled } = blank.intake;
  const { open, warmWater } = blank.charge;
  const given = (charge as { containers?: unknown }).containers;
  const containers = Array.isArray(given) ? given.map((one) => ({ ...one, temperature: blankTemperature })) : given;
  return {
    ...job,
    version: 4,
    intake: { ...(job.intake as object), oilAmount, lastFilled },
    recover: { ...blank.recover, ...(job.recover as object) },
    repair: blank.repair,
    evacuate: { ...blank.evacuate, ...(job.evacuate as object) },
    charge: { ...charge, containers, open, warmWater },
    correction: blank.correction,
    prove: blank.prove,
    ledger,
    steps: { ...blank.steps, ...(job.steps as object) },
  };
}

/** Checks a stored or parsed job, migrating older versions. */
export function readJob(given: unknown): Result<Job, JobFileIssue> {
  if (typeof given !== "object" || given === null || Array.isArray(given)) {
    return fail({ code: "foreign", format: null });
  }
  let record = given as Record<string, unknown>;
  if (record.format !== "evrid.job") {
    return fail({ code: "foreign", format: typeof record.format === "string" ? record.format : null });
  }
  const version = record.version;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1) {
    return fail({ code: "broken", field: "version", expected: "a whole number from 1" });
  }
  if (version > NEWEST_JOB_VERSION) return fail({ code: "newer-version", version, known: NEWEST_JOB_VERSION });
  for (let from = version; from < NEWEST_JOB_VERSION; from++) record = migrations[from]!(record);
  const checked = jobSchema.safeParse(record);
  if (checked.success) return succeed(checked.data);
  const issue = checked.error.issues[0]!;
  return fail({ code: "broken", field: issue.path.join("."), expected: issue.message });
}
