/** Words of what a browser keeps of a shop. */
import { format } from "date-fns";
import type { ArchiveFailure, Progress } from "@/core/records/files/archive-task";
import type { ChangeKind, Copies, CopyIssue } from "@/core/records/files/copies";
import type { BrokenRecord } from "@/core/records/files/shop-reader";
import type { ImportPreview } from "@/core/sync/import/import-preview";
import type { MergeIssue, Way } from "@/core/sync/import/import-ways";
import type { Figures } from "@/core/units/figures";
import { formatCount, type UnitId, units } from "@/core/units/units";
import { recordProblem } from "./issues";
import { actNames } from "./refrigerant-log";
import { typed } from "./typed";

/** "3 jobs", "1 job". */
export const count = (n: number, one: string, many = `${one}s`) => `${formatCount(n)} ${n === 1 ? one : many}`;

export function keptSentence(kept: {
  jobs: number;
  removed: number;
  charts: number;
  photos: number;
  bytes: number | null;
  quotaBytes: number | null;
}): string {
  const parts = [count(kept.jobs, "job")];
  if (kept.removed > 0) parts.push(`${count(kept.removed, "removed job")} that can be restored`);
  if (kept.photos > 0) parts.push(count(kept.photos, "photo"));
  if (kept.charts > 0) parts.push(count(kept.charts, "chart of this shop", "charts of this shop"));
  const size =
    kept.bytes === null || kept.quotaBytes === null
      ? ""
      : ` Used: ${(kept.bytes / 1e6).toFixed(1)} MB including the program, of ${formatCount(kept.quotaBytes / 1e6)} MB.`;
  return `${parts.join(", ")}.${size}`;
}

/** Preview of an import, before anything is changed. */
export function planSentence({ counts }: Pick<ImportPreview, "counts">): string {
  const { jobs, vehicles, containers, stock } = counts;
  const added = [
    [jobs.added, "job", "jobs"],
    [vehicles.added, "vehicle record", "vehicle records"],
    [containers.added, "container", "containers"],
    [stock.added, "ledger entry", "ledger entries"],
  ] as const;
  const named = added.filter(([n]) => n > 0).map(([n, one, many]) => count(n, one, many));
  const parts = [jobs, vehicles, containers, stock];
  const same = parts.reduce((sum, part) => sum + part.same, 0);
  const differing = parts.reduce((sum, part) => sum + part.differing, 0);
  return [
    named.length === 0 ? "The file contains nothing new." : `New: ${named.join(", ")}.`,
    same === 0 ? "" : `${formatCount(same)} identical.`,
    differing === 0 ? "" : `${formatCount(differing)} changed both here and in the file.`,
  ]
    .filter(Boolean)
    .join(" ");
}

const lists = {
  jobs: "Job",
  vehicles: "Vehicle",
  containers: "Cylinder",
  stock: "Ledger entry",
  pictures: "Photo of job",
  choices: "Settings record",
  charts: "Chart",
  learners: "Learner",
  drills: "Drill",
} as const satisfies Record<BrokenRecord["list"], string>;

/** Unreadable records of a file: their number, and the first. */
export function brokenSentence(broken: readonly BrokenRecord[]): string {
  const [first] = broken;
  if (first === undefined) return "";
  const { list, place, issue } = first;
  return `${count(broken.length, "record")} could not be read and ${broken.length === 1 ? "is" : "are"} left out. ${recordProblem(`${lists[list]} ${place} of the file`, issue)}`;
}

/** Result of an import. */
export function importedSentence(preview: Pick<ImportPreview, "counts">): string {
  return [planSentence(preview), extrasSentence(preview, "were")].filter(Boolean).join(" ");
}

/** Settings, charts and drills that a file brings, or brought. */
export function extrasSentence({ counts }: Pick<ImportPreview, "counts">, verb: "are" | "were"): string {
  const { charts, learners, drills, choices } = counts;
  const parts = [
    charts.added > 0 ? count(charts.added, "chart") : "",
    learners.added > 0 ? count(learners.added, "learner") : "",
    drills.added > 0 ? count(drills.added, "drill") : "",
  ].filter(Boolean);
  const added = parts.length === 0 ? "" : `${parts.join(", ")} ${verb} added.`;
  return [choices.added === 0 ? "" : `The settings from the file ${verb} used, because none are stored here.`, added]
    .filter(Boolean)
    .join(" ");
}

export function revertedSentence({ back, stayed }: { back: number; stayed: number }): string {
  const left =
    stayed === 0 ? "" : ` ${count(stayed, "record")} changed since and ${stayed === 1 ? "was" : "were"} not reverted.`;
  return `${count(back, "record")} reverted.${left}`;
}

const changeNames: Record<ChangeKind, readonly [one: string, many: string]> = {
  vehicle: ["vehicle", "vehicles"],
  cylinder: ["cylinder", "cylinders"],
  stock: ["stock entry", "stock entries"],
  settings: ["settings record", "settings records"],
  chart: ["chart", "charts"],
  photo: ["photo", "photos"],
  drill: ["drill record", "drill records"],
  removed: ["removed job", "removed jobs"],
};

/** Records in no copy: "3 jobs, 1 cylinder"; empty when a copy has everything. */
export function unsavedWords({ unsaved, others }: Pick<Copies, "unsaved" | "others">): string {
  const jobs = unsaved === 0 ? [] : [count(unsaved, "job")];
  const beside = (Object.keys(changeNames) as ChangeKind[]).flatMap((kind) => {
    const n = others[kind] ?? 0;
    return n === 0 ? [] : [count(n, ...changeNames[kind])];
  });
  return [...jobs, ...beside].join(", ");
}

/** Why a file is not given out as a copy. */
export function copyIssueSentence(issue: CopyIssue): string {
  const kept = "Not saved: it does not count as a copy. Stored records are unchanged.";
  if (issue.code === "incomplete")
    return `The file holds ${issue.read} of ${issue.stored} records in “${issue.list}”. ${kept}`;
  return `The file cannot be read back: ${issue.reason}. ${kept}`;
}

/** Why a file was not saved. */
export function notSavedSentence(issue: ArchiveFailure | CopyIssue): string {
  return issue.code === "unreadable" || issue.code === "incomplete"
    ? copyIssueSentence(issue)
    : archiveFailureSentence(issue);
}

export const savedSentence =
  "Read back and complete: all jobs with photos, vehicles, stock, ledger, settings, charts and drills, including unreadable records.";

/** Loss by erasing: everything, and what no copy has. */
export function eraseSentence(copies: Pick<Copies, "lastAt" | "unsaved" | "others">): string {
  const all = "Jobs, vehicles, ledger, photos, charts, settings and drills in this browser. This cannot be undone.";
  if (copies.lastAt === null) return `${all} No copy exists outside this browser.`;
  const missing = unsavedWords(copies);
  return missing === "" ? `${all} The last copy has everything.` : `${all} In no copy: ${missing}.`;
}

/** Whether there is a copy outside of this browser, and what it lacks. */
export function copySentence(copies: Copies, dated: (iso: string) => string): string {
  const { lastAt, folder, allowed } = copies;
  const missing = unsavedWords(copies);
  const since =
    lastAt === null ? "No copy exists outside this browser." : `Last copy outside this browser: ${dated(lastAt)}.`;
  const open = missing === "" ? "" : lastAt === null ? ` Only here: ${missing}.` : ` Changed since: ${missing}.`;
  const where =
    folder === null
      ? ""
      : allowed
        ? ` Automatic copies go to “${folder}”.`
        : ` Automatic copies to “${folder}” wait for the browser's permission.`;
  return `${since}${open}${where}`;
}

/** Choices for a job that changed in both places. */
export const wayWords: Record<Way, string> = {
  "as-one": "Merge both",
  keep: "Keep mine",
  take: "Use the file's",
  beside: "Keep both",
};

/** Why a job that differs cannot be made one with the file's. */
export function mergeIssueSentence(issue: MergeIssue, figures: Figures): string {
  switch (issue.code) {
    case "signed":
      return issue.where === "here"
        ? `The job here was signed by ${typed(issue.by)} and is locked. Not merged.`
        : `The job in the file was signed by ${typed(issue.by)} and is locked. Not merged.`;
    case "purpose":
      return "One job is practice, the other is not. Not merged.";
    case "twice": {
      const g = (grams: number) => figures.quantity(grams, "g");
      return `Both record the same work (${actNames[issue.act].toLowerCase()}): ${g(issue.hereG)} here, ${g(issue.fileG)} in the file. Merging would count ${g(issue.mergedG)}. Not merged.`;
    }
    case "unreadable":
      return "Merging would make an invalid job. Not merged.";
  }
}

/** A field of a record as a person would name it: "intake.stopSigns" is "Intake, stop signs". */
export function fieldWords(path: string): string {
  const parts = path.split(".").map((part) => part.replace(/([A-Z])/g, " $1").toLowerCase());
  const text = parts.join(", ");
  return text === "" ? "Entry" : text[0]!.toUpperCase() + text.slice(1);
}

/** Any value of a record in a few words. */
export function valueWords(value: unknown): string {
  if (value === null || value === undefined || value === "") return "nothing";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "string") return INSTANT.test(value) ? format(new Date(value), "d MMM yyyy, HH:mm:ss") : value;
  if (typeof value === "number") return String(value);
  if (Array.isArray(value)) return allOf(value);
  const record = value as Record<string, unknown>;
  if (typeof record.text === "string" && typeof record.unit === "string" && record.unit in units) {
    const unit = units[record.unit as UnitId].label;
    return record.text.trim() === "" ? "nothing" : `${record.text} ${unit}`;
  }
  return allOf(Object.values(record));
}

/** Table cell: a dash where empty. */
export function valueOrDash(value: unknown): string {
  const words = valueWords(value);
  return words === "nothing" ? "–" : typed(words);
}

/** Non-empty values of many. */
function allOf(values: readonly unknown[]): string {
  const said = values.map(valueWords).filter((words) => words !== "nothing");
  return said.length === 0 ? "nothing" : said.join(", ");
}

const INSTANT = /^\d{4}-\d{2}-\d{2}T[\d:.]+Z$/;

export const courseWords = { cancel: "Cancel", starting: "Starting" } as const;

const stepWords: Record<Progress["step"], string> = {
  reading: "Reading the file",
  storing: "Storing",
  listing: "Updating the list of vehicles",
  "taking-back": "Reverting",
  writing: "Writing the file",
  checking: "Reading the file back",
};

/** "Storing: 1 200 of 20 000 records". */
export function progressWords({ step, done, all }: Progress): string {
  const noun = step === "listing" ? "vehicle" : "record";
  const far = all === null ? count(done, noun) : `${formatCount(Math.min(done, all))} of ${count(all, noun)}`;
  return `${stepWords[step]}: ${far}`;
}

/** Why an archive was not written, read or stored. */
export function archiveFailureSentence(failure: ArchiveFailure): string {
  const kept = "Stored records are unchanged.";
  switch (failure.code) {
    case "cancelled":
      return `Cancelled. ${kept}`;
    case "changed-meanwhile":
      return `A record was changed here after the comparison. ${kept} Read the file again.`;
    case "no-longer-staged":
      return `The file was read more than a day ago and was dropped. ${kept} Read the file again.`;
    case "busy":
      return "Another file is being read or saved. Wait or cancel it.";
    case "failed":
      return `${failure.reason.replace(/\.$/, "")}. ${kept}`;
  }
}
