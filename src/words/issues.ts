/** Issues as sentences for people: what, where, which limit. The core knows only codes. */

import type { LedgerIssue } from "@/core/charge/books/ledger";
import type { ChargeIssue } from "@/core/charge/books/mass-balance";
import type { RackIssue } from "@/core/instruments/rack";
import type { RecordIssue } from "@/core/read-record";
import type { LabelDoubt } from "@/core/readings/file/label-check";
import type { LogIssue } from "@/core/readings/file/log-import";
import type { ShopChartIssue } from "@/core/readings/file/shop-chart";
import type { BooksRefusal } from "@/core/records/bookkeeping";
import type { JobFileIssue } from "@/core/records/job-file";
import type { PracticeIssue } from "@/core/records/practice";
import type { SignatureIssue } from "@/core/records/signature";
import type { VinDoubt } from "@/core/records/vin";
import type { EntryIssue, FieldSpec } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { formatCount, formatNumber, units } from "@/core/units/units";
import { practiceSentence } from "./practice";
import { typed } from "./typed";

export function entrySentence(spec: FieldSpec, issue: EntryIssue): string {
  switch (issue.code) {
    case "missing":
      return `${spec.label} is missing.`;
    case "not-a-number":
      return `“${issue.text}” is not a number.`;
    case "ambiguous-comma":
      return `“${issue.text}” can be read two ways: write it without the comma, or with a point.`;
    case "wrong-unit":
      return `${spec.label} cannot be given in ${units[issue.unit].label}.`;
    case "out-of-range": {
      // One more decimal than usual, so that a limit like 0.001 is not shown as nothing.
      const decimals = Math.abs(issue.min) < 1 && issue.min !== 0 ? 3 : units[issue.unit].decimals;
      const low = formatNumber(issue.min, issue.unit, decimals);
      const high = formatNumber(issue.max, issue.unit);
      const why = spec.reason ? ` (${spec.reason})` : "";
      return `${spec.label}: ${low} to ${high} ${units[issue.unit].label}${why}. What you typed is kept.`;
    }
  }
}

export function vinDoubtSentence(doubt: VinDoubt): string {
  switch (doubt.code) {
    case "length":
      return `A VIN has 17 characters; this one has ${doubt.length}. It is kept as typed.`;
    case "characters":
      return `A VIN does not contain ${[...doubt.characters].join(", ")}. It is kept as typed.`;
    case "check-digit":
      return `Check digit ${doubt.found}, expected ${doubt.expected}. Read the VIN again; vehicles built for other markets than North America may not have one. It is kept as typed.`;
  }
}

export function labelDoubtSentence(doubt: LabelDoubt, figures: Figures): string {
  switch (doubt.code) {
    case "charge-low":
    case "charge-high":
      return `Labels of this kind mostly say ${figures.range(doubt.from, doubt.to, "g")}. Is the unit right?`;
    case "tolerance-wide":
      return `A tolerance over ${figures.quantity(doubt.to, "g")} would be unusual here. Read it again.`;
    case "oil-for-electric":
      return "Electric compressors mostly need POE: a trace of PAG conducts. Look at the label again.";
    case "oil-for-belt":
      return "Belt-driven compressors mostly run on PAG. Look at the label again.";
  }
}

export function chargeSentence(issue: ChargeIssue, figures: Figures): string {
  const g = (value: number) => figures.quantity(value, "g");
  switch (issue.code) {
    case "more-than-container":
      return `${issue.container}: ${g(issue.drawnG)} drawn, but it held ${g(issue.netG)}. Check its net content.`;
    case "container-gained":
      return `${issue.container} grew from ${g(issue.startG)} to ${g(issue.nowG)} while charging. Check the scale and its tare.`;
    case "unknown-container":
      return "A draw names a container that is no longer on the list.";
    case "more-than-fits":
      return `${g(issue.inVehicleG)} cannot be in this vehicle: more than ${g(issue.limitG)} would have opened its relief valve. Check scale, unit and label.`;
    case "less-than-nothing":
      return `${g(-issue.inVehicleG)} more would have come out of the vehicle than was in it. Check what was weighed out, and which draw is taken back.`;
    case "recovered-impossible":
      return `${g(issue.recoveredG)} cannot have come out of this vehicle: more than ${g(issue.limitG)} would have opened its relief valve. Check the unit.`;
  }
}

export function logSentence(issue: LogIssue | { code: "empty" }): string {
  switch (issue.code) {
    case "empty":
      return "no rows under its header.";
    case "no-channel":
      return "no column was named. Say which column is what.";
    case "time-unreadable":
      return `line ${issue.line}: “${issue.text}” is not a time as chosen. Choose how times are written.`;
    case "time-not-rising":
      return `line ${issue.line}: its time is not after the one before. Is it the right column?`;
  }
}

/** Ends with what to do; the chart loaded before stays. */
export function shopChartSentence(name: string, issue: ShopChartIssue): string {
  const kept = "The chart before it stays.";
  switch (issue.code) {
    case "empty":
      return `${name} has no rows under its header. ${kept}`;
    case "column-missing":
      return `${name} has no column for the ${issue.column}: head the columns Ambient, Low side and High side. ${kept}`;
    case "no-unit":
      return `${name} does not say the unit of the ${issue.column}: write psi, kPa or bar in its header. ${kept}`;
    case "unreadable":
      return `${name}, line ${issue.line}, ${issue.column}: “${issue.text}” is not ${issue.column === "ambient" ? "a temperature" : "a range such as 180-240"}. ${kept}`;
    case "reversed":
      return `${name}, line ${issue.line}, ${issue.column}: the range ends below its start. ${kept}`;
    case "out-of-range":
      return `${name}, line ${issue.line}, ${issue.column}: “${issue.text}” lies outside anything a gauge reads here. Is the unit right? ${kept}`;
    case "twice":
      return `${name}, line ${issue.line}: an ambient of ${issue.text} stands twice. ${kept}`;
  }
}

export function rackSentence(issue: RackIssue): string {
  switch (issue.code) {
    case "liquid-while-running":
      return "Refused: the high-side valve stays shut while the engine runs. Stop the engine first.";
    case "vapour-while-off":
      return "Refused: vapour goes into the low side only with the engine running.";
    case "no-container":
      return "Refused: put a container on the scale first.";
    case "engine-running":
      return "Refused: stop the engine first.";
    case "not-recovered":
      return "Refused: refrigerant is still in the circuit. Recover it before the pump runs.";
    case "test-gas-in":
      return "Refused: nitrogen is in the circuit. Let it out first.";
    case "over-limit":
      return "Refused: above the highest pressure of the low side that is given on this card.";
    case "no-answer":
      return "Nothing was done: the rack does not answer. What was taken and weighed is kept. Connect it again.";
  }
}

/** The charge desk's own refusals, beside the rack's. */
export function deskSentence(issue: RackIssue | { code: "weight-is-in" } | { code: "not-tared" }): string {
  switch (issue.code) {
    case "weight-is-in":
      return "Refused: the label weight is in. More would be an overfill.";
    case "not-tared":
      return "Refused: wait until the scale stands still.";
    default:
      return rackSentence(issue);
  }
}

/** Why a file was not read, and that nothing was changed. */
export function jobFileSentence(name: string, issue: JobFileIssue): string {
  return `${recordProblem(name, issue)} Nothing stored was changed.`;
}

/** Why a file, or one record of it, cannot be read. */
export function recordProblem(named: string, issue: JobFileIssue): string {
  const name = typed(named);
  switch (issue.code) {
    case "too-large":
      return `${name} holds ${formatCount(issue.bytes)} bytes; a job file has at most ${formatCount(issue.limitBytes)}.`;
    case "not-json":
      return `${name} is not a job file, or it is cut short: it is not valid JSON.`;
    case "not-archive":
      return `${name} is not an Evrid archive, or it is cut short: its list of contents is missing.`;
    case "foreign":
      return `${name} is not an Evrid job file${issue.format === null ? "" : ` but “${typed(issue.format)}”`}.`;
    case "newer-version":
      return `${name} is version ${issue.version}; this Evrid reads up to ${issue.known}. Update Evrid to open it.`;
    case "broken":
      return `${name} is damaged at “${issue.field}”: expected ${issue.expected}.`;
    case "damaged-part":
      return `${name} and those behind it in “${typed(issue.part)}” are damaged: this part is not what was written. The other parts were read.`;
    case "duplicate":
      return `${name} has the id “${issue.id}” of an earlier record in the same file. The earlier one was read.`;
    case "other-workshop":
      return issue.workshop === "demo"
        ? `${name} was made in the demo workshop: open the demo workshop to read it.`
        : `${name} belongs to a real shop: open My shop to read it.`;
    case "broken-books":
      return `${name} has entries that cannot be: ${ledgerSentence(issue.issue)}`;
  }
}

type SmallTable = "vehicles" | "containers" | "stock";

/** What a damaged record beside the jobs is called. */
export function damagedName(table: SmallTable, name: string): string {
  if (name !== "") return name;
  return { vehicles: "A vehicle", containers: "A container", stock: "An entry of the books" }[table];
}

/** Why it is set aside, and what that means for all else. */
export function damagedSentence(table: SmallTable, issue: RecordIssue): string {
  const what = { vehicles: "vehicle", containers: "container", stock: "entry" }[table];
  const why =
    issue.code === "foreign"
      ? `It is no record of a ${what}${issue.format === null ? "" : ` but “${issue.format}”`}.`
      : issue.code === "newer-version"
        ? `It is version ${issue.version}; this Evrid reads up to ${issue.known}. Update Evrid to read it.`
        : `It is damaged at “${issue.field}”: expected ${issue.expected}.`;
  const rest = {
    vehicles: "Its jobs are listed by their name; what was written about it is in its text.",
    containers: "What was moved in and out of it still counts; it is not on the shelf.",
    stock: "Its grams are in no sum.",
  }[table];
  return `${why} It is kept as it is. ${rest}`;
}

export function ledgerSentence(issue: LedgerIssue): string {
  switch (issue.code) {
    case "entry-twice":
      return `entry ${issue.id} stands twice.`;
    case "entry-broken":
      return `entry ${issue.id} is none, expected ${issue.expected}.`;
    case "nothing-to-counter":
      return `entry ${issue.id} takes back one that is not there.`;
    case "countered-already":
      return `entry ${issue.id} takes back what was taken back already.`;
    case "no-opposite":
      return `entry ${issue.id} takes another back with other grams or other places.`;
  }
}

/** Why a change of a job was not made. */
export function signatureSentence(issue: SignatureIssue): string {
  switch (issue.code) {
    case "signed":
      return `The job was signed by ${typed(issue.by)} on ${issue.at.slice(0, 10)} and is locked. Nothing was changed. To change it, amend it at the sign-off step.`;
    case "amendments-changed":
      return "The list of amendments cannot be changed. Nothing was changed.";
    case "amendment-blank":
      return `An amendment needs ${issue.missing === "by" ? "the name of the person who makes it" : "a reason"}. The job stays signed.`;
    case "amendments-full":
      return `A job holds ${issue.most} amendments. Nothing was changed: begin a new job for this vehicle.`;
  }
}

export function refusalSentence(
  refusal: JobFileIssue | BooksRefusal["issue"] | SignatureIssue | PracticeIssue,
  figures: Figures,
): string {
  switch (refusal.code) {
    case "signed":
    case "amendments-changed":
    case "amendment-blank":
    case "amendments-full":
      return signatureSentence(refusal);
    case "weighed":
    case "purpose-changed":
    case "simulated-work":
      return practiceSentence(refusal, figures);
    case "too-large":
    case "not-json":
    case "not-archive":
    case "foreign":
    case "newer-version":
    case "damaged-part":
    case "duplicate":
    case "other-workshop":
    case "broken-books":
      return jobFileSentence("The job", refusal);
    case "broken":
      return `The record cannot hold this: ${refusal.field} takes ${refusal.expected}. Nothing was changed; all that was there is kept.`;
    case "less-than-nothing":
      return `${chargeSentence(refusal, figures)} Nothing was changed.`;
    case "books-full":
      return `The books of one job hold ${refusal.most} entries and are full. Nothing was changed: go on in a new job of this vehicle.`;
    default:
      return `The books do not allow it: ${ledgerSentence(refusal)} Nothing was changed.`;
  }
}
