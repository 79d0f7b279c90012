/** Issues as sentences for people: what, where, which limit. The core knows only codes. */

import type { LedgerIssue } from "@/core/charge/books/ledger";
import type { ChargeIssue } from "@/core/charge/books/mass-balance";
import type { SimulatorIssue } from "@/core/instruments/instrument-simulator";
import type { RecordIssue } from "@/core/read-record";
import type { LabelDoubt } from "@/core/readings/file/label-check";
import type { LogIssue } from "@/core/readings/file/log-import";
import type { ShopChartIssue } from "@/core/readings/file/shop-chart";
import type { LogRefusal } from "@/core/records/bookkeeping";
import type { JobFileIssue } from "@/core/records/files/job-file";
import type { PracticeIssue } from "@/core/records/practice";
import type { SignatureIssue } from "@/core/records/signature";
import type { TypedScaleIssue } from "@/core/records/typed-scale";
import type { VinDoubt } from "@/core/records/vehicles/vin";
import type { EntryIssue, FieldSpec } from "@/core/units/entry";
import type { Figures } from "@/core/units/figures";
import { formatCount, formatNumber, units } from "@/core/units/units";
import { scaleAsked } from "./charge";
import { practiceSentence } from "./practice";
import { scalePanelText } from "./screens/steps/charge";
import { typed } from "./typed";

export function entrySentence(spec: FieldSpec, issue: EntryIssue): string {
  switch (issue.code) {
    case "missing":
      return `${spec.label} is missing.`;
    case "not-a-number":
      return `“${issue.text}” is not a number.`;
    case "ambiguous-comma":
      return `“${issue.text}” is ambiguous. Use a point, or leave out the comma.`;
    case "wrong-unit":
      return `${spec.label} cannot be entered in ${units[issue.unit].label}.`;
    case "out-of-range": {
      // One more decimal than usual, so that a limit like 0.001 is not shown as nothing.
      const decimals = Math.abs(issue.min) < 1 && issue.min !== 0 ? 3 : units[issue.unit].decimals;
      const low = formatNumber(issue.min, issue.unit, decimals);
      const high = formatNumber(issue.max, issue.unit);
      const why = spec.reason ? ` (${spec.reason})` : "";
      return `${spec.label}: ${low} to ${high} ${units[issue.unit].label}${why}. Your entry is kept.`;
    }
  }
}

export function vinDoubtSentence(doubt: VinDoubt): string {
  switch (doubt.code) {
    case "length":
      return `A VIN has 17 characters; this one has ${doubt.length}. Kept as typed.`;
    case "characters":
      return `A VIN never contains ${[...doubt.characters].join(", ")}. Kept as typed.`;
    case "check-digit":
      return `Check digit ${doubt.found}, expected ${doubt.expected}. Read the VIN again. Outside North America a VIN may have no check digit. Kept as typed.`;
  }
}

export function labelDoubtSentence(doubt: LabelDoubt, figures: Figures): string {
  switch (doubt.code) {
    case "charge-low":
    case "charge-high":
      return `Most such labels say ${figures.range(doubt.from, doubt.to, "g")}. Check the unit.`;
    case "tolerance-wide":
      return `A tolerance above ${figures.quantity(doubt.to, "g")} is unusual here. Check it.`;
    case "oil-for-electric":
      return "Most electric compressors need POE; traces of PAG conduct. Check the label.";
    case "oil-for-belt":
      return "Most belt-driven compressors use PAG. Check the label.";
  }
}

export function chargeSentence(issue: ChargeIssue, figures: Figures): string {
  const g = (value: number) => figures.quantity(value, "g");
  switch (issue.code) {
    case "more-than-container":
      return `${issue.container}: ${g(issue.drawnG)} charged, but it held ${g(issue.netG)}. Check its net content.`;
    case "container-gained":
      return `${issue.container} gained weight while charging, from ${g(issue.startG)} to ${g(issue.nowG)}. Check scale and tare.`;
    case "unknown-container":
      return "An entry names a cylinder that is no longer listed.";
    case "more-than-fits":
      return `This vehicle cannot hold ${g(issue.inVehicleG)}: above ${g(issue.limitG)} its relief valve opens. Check scale, unit and label.`;
    case "less-than-nothing":
      return `${g(-issue.inVehicleG)} more was recovered than the vehicle held. Check the weights and reversals.`;
    case "recovered-impossible":
      return `${g(issue.recoveredG)} cannot come from this vehicle: above ${g(issue.limitG)} its relief valve opens. Check the unit.`;
  }
}

export function logSentence(issue: LogIssue | { code: "empty" }): string {
  switch (issue.code) {
    case "empty":
      return "no rows below its header.";
    case "no-channel":
      return "no column is assigned. Assign the columns.";
    case "time-unreadable":
      return `line ${issue.line}: “${issue.text}” does not match the time format. Choose another.`;
    case "time-not-rising":
      return `line ${issue.line}: its time is not after the previous one. Check the column.`;
  }
}

/** Ends with what to do; the chart loaded before stays. */
export function shopChartSentence(name: string, issue: ShopChartIssue): string {
  const kept = "The previous chart is kept.";
  switch (issue.code) {
    case "empty":
      return `${name} has no rows below its header. ${kept}`;
    case "column-missing":
      return `${name} has no column for ${issue.column}. Name the columns Ambient, Low side and High side. ${kept}`;
    case "no-unit":
      return `${name} has no unit for ${issue.column}. Add psi, kPa or bar to its header. ${kept}`;
    case "unreadable":
      return `${name}, line ${issue.line}, ${issue.column}: “${issue.text}” is not ${issue.column === "ambient" ? "a temperature" : "a range such as 180-240"}. ${kept}`;
    case "reversed":
      return `${name}, line ${issue.line}, ${issue.column}: the range ends below its start. ${kept}`;
    case "out-of-range":
      return `${name}, line ${issue.line}, ${issue.column}: “${issue.text}” is outside any gauge's range. Check the unit. ${kept}`;
    case "twice":
      return `${name}, line ${issue.line}: ambient ${issue.text} appears twice. ${kept}`;
  }
}

export function simulatorSentence(issue: SimulatorIssue): string {
  switch (issue.code) {
    case "liquid-while-running":
      return "Refused: the high valve stays closed while the engine runs. Stop the engine first.";
    case "vapour-while-off":
      return "Refused: charge vapour into the low side only with the engine running.";
    case "no-container":
      return "Refused: put a cylinder on the scale first.";
    case "engine-running":
      return "Refused: stop the engine first.";
    case "not-recovered":
      return "Refused: recover the refrigerant before evacuating.";
    case "test-gas-in":
      return "Refused: vent the nitrogen first.";
    case "over-limit":
      return "Refused: exceeds the maximum low-side pressure given here.";
    case "no-answer":
      return "The simulator does not respond. Nothing was done; readings and weights are kept. Connect it again.";
  }
}

/** The charge desk's own refusals, beside the rack's. */
export function deskSentence(issue: SimulatorIssue | { code: "weight-is-in" } | { code: "not-tared" }): string {
  switch (issue.code) {
    case "weight-is-in":
      return "Refused: the label weight is charged. More is an overcharge.";
    case "not-tared":
      return "Refused: wait for a steady scale.";
    default:
      return simulatorSentence(issue);
  }
}

/** Why a file was not read, and that nothing was changed. */
export function jobFileSentence(name: string, issue: JobFileIssue): string {
  return `${recordProblem(name, issue)} Your records are unchanged.`;
}

/** Why a file, or one record of it, cannot be read. */
export function recordProblem(named: string, issue: JobFileIssue): string {
  const name = typed(named);
  switch (issue.code) {
    case "too-large":
      return `${name} has ${formatCount(issue.bytes)} bytes. The limit for a job file is ${formatCount(issue.limitBytes)}.`;
    case "not-json":
      return `${name} is not a job file, or it is incomplete: its JSON is invalid.`;
    case "not-archive":
      return `${name} is not an Evrid archive, or it is incomplete: its directory is missing.`;
    case "foreign":
      return `${name} is not an Evrid job file${issue.format === null ? "" : `: its format is “${typed(issue.format)}”`}.`;
    case "newer-version":
      return `${name} is version ${issue.version}. This Evrid reads up to ${issue.known}. Update Evrid.`;
    case "broken":
      return `${name} is damaged at “${issue.field}”: expected ${issue.expected}.`;
    case "damaged-part":
      return `${name} and the records after it in “${typed(issue.part)}” are damaged. The other parts were read.`;
    case "duplicate":
      return `${name} has the id “${issue.id}” of an earlier record in this file. Only the earlier one was read.`;
    case "other-workshop":
      return issue.workshop === "demo"
        ? `${name} was made in the demo workshop. Open the demo workshop to read it.`
        : `${name} belongs to a real shop. Open My shop to read it.`;
    case "broken-books":
      return `${name} contains impossible entries: ${ledgerSentence(issue.issue)}`;
  }
}

type SmallTable = "vehicles" | "containers" | "stock";

/** Names of damaged records besides jobs. */
export function damagedName(table: SmallTable, name: string): string {
  if (name !== "") return name;
  return { vehicles: "A vehicle", containers: "A cylinder", stock: "A ledger entry" }[table];
}

/** Why it is set aside, and what that means for all else. */
export function damagedSentence(table: SmallTable, issue: RecordIssue): string {
  const what = { vehicles: "vehicle", containers: "cylinder", stock: "ledger entry" }[table];
  const why =
    issue.code === "foreign"
      ? `It is not a ${what}${issue.format === null ? "" : `: its format is “${issue.format}”`}.`
      : issue.code === "newer-version"
        ? `It is version ${issue.version}. This Evrid reads up to ${issue.known}. Update Evrid.`
        : `It is damaged at “${issue.field}”: expected ${issue.expected}.`;
  const rest = {
    vehicles: "Its jobs are listed by name.",
    containers: "Its entries still count, but it is not in stock.",
    stock: "Its grams are not in any total.",
  }[table];
  return `${why} It is kept unchanged. ${rest}`;
}

function ledgerSentence(issue: LedgerIssue): string {
  switch (issue.code) {
    case "entry-twice":
      return `entry ${issue.id} exists twice.`;
    case "entry-broken":
      return `entry ${issue.id} is invalid: expected ${issue.expected}.`;
    case "nothing-to-counter":
      return `entry ${issue.id} reverses a missing entry.`;
    case "countered-already":
      return `entry ${issue.id} reverses an entry already reversed.`;
    case "no-opposite":
      return `entry ${issue.id} reverses another with different grams or places.`;
  }
}

/** Why a change of a job was not made. */
function signatureSentence(issue: SignatureIssue): string {
  switch (issue.code) {
    case "signed":
      return `The job was signed by ${typed(issue.by)} on ${issue.at.slice(0, 10)} and is locked. Amend it at Sign-off.`;
    case "amendments-changed":
      return "Amendments cannot be changed. The job is unchanged.";
    case "amendment-blank":
      return `An amendment needs ${issue.missing === "by" ? "a name" : "a reason"}. The job stays signed.`;
    case "amendments-full":
      return `A job holds at most ${issue.most} amendments. Start a new job for this vehicle.`;
  }
}

export function refusalSentence(
  refusal: JobFileIssue | LogRefusal["issue"] | SignatureIssue | PracticeIssue,
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
      return `Not saved: ${refusal.field} takes ${refusal.expected}. Earlier values are kept.`;
    case "less-than-nothing":
      return `${chargeSentence(refusal, figures)} The job is unchanged.`;
    case "books-full":
      return `The log is full at ${refusal.most} entries. Continue in a new job for this vehicle.`;
    default:
      return `The log does not allow this: ${ledgerSentence(refusal)} The job is unchanged.`;
  }
}

/** Why a typed scale reading is not recorded. */
export function typedScaleSentence(issue: TypedScaleIssue, figures: Figures): string {
  switch (issue.code) {
    case "unreadable":
      return scaleAsked[issue.shows];
    case "no-change":
      return scalePanelText.noChangeFromTheLog(figures.quantity(issue.leftG, "g"));
    case "refused":
      return scalePanelText.notRecordedYourEntryIs(chargeSentence(issue.issue, figures));
  }
}
