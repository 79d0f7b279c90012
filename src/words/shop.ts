/** Words of what a browser keeps of a shop. */
import type { JobFileIssue } from "@/core/records/job-file";
import type { ShopFileIssue } from "@/core/records/shop-file";
import { formatCount } from "@/core/units/units";
import { jobFileSentence } from "./issues";

const count = (n: number, one: string, many = `${one}s`) => `${formatCount(n)} ${n === 1 ? one : many}`;

export function keptSentence(kept: {
  jobs: number;
  removed: number;
  charts: number;
  photos: number;
  bytes: number | null;
  quotaBytes: number | null;
}): string {
  const parts = [count(kept.jobs, "job")];
  if (kept.removed > 0) parts.push(`${count(kept.removed, "removed job")} that can be put back`);
  if (kept.photos > 0) parts.push(count(kept.photos, "photo"));
  if (kept.charts > 0) parts.push(count(kept.charts, "chart of this shop", "charts of this shop"));
  const size =
    kept.bytes === null || kept.quotaBytes === null
      ? ""
      : ` ${(kept.bytes / 1e6).toFixed(1)} MB are used, the program itself among them, of ${formatCount(kept.quotaBytes / 1e6)} MB that this browser allows.`;
  return `${parts.join(", ")}.${size}`;
}

export function importedSentence(
  counts: { added: number; identical: number; "added-as-copy": number },
  broken: readonly { place: number; issue: JobFileIssue }[],
  extras: { choices: boolean; charts: number },
): string {
  const parts = [
    `${count(counts.added, "job")} added`,
    `${formatCount(counts.identical)} already here and identical`,
    `${formatCount(counts["added-as-copy"])} came in beside one of the same origin`,
  ];
  if (extras.choices) parts.push("the workshop's choices taken, since there were none here");
  if (extras.charts > 0) parts.push(`${count(extras.charts, "chart")} taken`);
  const [first] = broken;
  const left =
    first === undefined
      ? ""
      : ` ${count(broken.length, "job")} could not be read. ${jobFileSentence(`Job ${first.place} of the file`, first.issue)}`;
  return `${parts.join(", ")}. Nothing that was here was changed.${left}`;
}

export function shopFileSentence(name: string, issue: ShopFileIssue): string {
  switch (issue.code) {
    case "foreign":
      return `${name} is not a file of a whole shop${issue.format === null ? "" : ` but “${issue.format}”`}. A single job is opened in the Bay. Nothing stored was changed.`;
    default:
      return jobFileSentence(name, issue);
  }
}
