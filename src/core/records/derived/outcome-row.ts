/** The outcome of a signed job in one line, kept beside it in the store: all that the workshop learns from it. It follows from the job. */
import type { Cause } from "../../causes/catalogue";
import type { LeakPlace } from "../../causes/leak-places";
import { ageBandOf, type ResolvedJob, seasonOf } from "../../learning/resolved-job";
import type { CauseOutcome, Job, Purpose, SignedOutcome } from "../job";
import { vehicleKey } from "../vehicles/vehicle-name";
import { labelOf } from "./job-label";
import { foundLeaks } from "./job-leak";
import { confirmedOf } from "./job-outcome";
import { foundOf } from "./job-readings";

export interface OutcomeRow extends Omit<ResolvedJob, "causes" | "fleet"> {
  jobId: string;
  /** Instant of the signature; null for a job that only puts an earlier outcome in doubt. */
  at: string | null;
  createdAt: string;
  purpose: Purpose;
  /** Name of the shop under the signature. */
  shop: string;
  technician: string;
  vehicleKey: string;
  /** Null while nothing is confirmed. */
  confirmed: Cause[] | null;
  results: CauseOutcome[];
  said: SignedOutcome["said"];
  offsets: SignedOutcome["offsets"];
  leaks: LeakPlace[];
  foundG: number | null;
  labelG: number | null;
  /** Complaint codes, and the words of the complaint, for a return with the same one. */
  complaints: string[];
  complaint: string;
  /** Earlier job whose outcome no longer stands. */
  revokes: string | null;
}

const MOST_WORDS = 160;

/** A complaint as two are compared: without capitals, marks and blanks at its ends. */
export const complaintKey = (complaint: string): string =>
  complaint
    .toLowerCase()
    .replace(/[\s.!]+/g, " ")
    .trim()
    .slice(0, MOST_WORDS);

/** Null for a job that teaches nothing: not signed, and nothing said about an earlier one. */
export function outcomeRowOf(job: Job): OutcomeRow | null {
  const { outcome, signOff, intake } = job;
  const revokes = outcome.earlier?.stands === false ? outcome.earlier.jobId : null;
  const at = signOff.signedAt;
  if (at === null && revokes === null) return null;
  const { signed } = outcome;
  return {
    jobId: job.id,
    at,
    createdAt: job.createdAt,
    purpose: job.purpose,
    shop: signOff.credentials?.shop ?? "",
    technician: signOff.technician.trim(),
    vehicleKey: vehicleKey(intake.vehicle),
    confirmed: signed === null ? null : confirmedOf(signed.results),
    results: signed?.results ?? [],
    said: signed?.said ?? null,
    offsets: signed?.offsets ?? [],
    leaks: foundLeaks(job),
    foundG: foundOf(job),
    labelG: labelOf(job).chargeG,
    complaints: intake.complaints,
    complaint: complaintKey(intake.complaint),
    revokes,
    ...situationOf(job),
  };
}

/** Part of a prior's situation that the job itself knows; the fleet stands in the vehicle's record. */
export function situationOf(job: Job): Omit<ResolvedJob, "causes" | "fleet"> {
  const { intake, createdAt } = job;
  const { chargeG } = labelOf(job);
  const year = /^(19|20)\d\d$/.test(intake.firstYear.trim()) ? Number(intake.firstYear) : null;
  return {
    metering: intake.metering,
    age: ageBandOf(year, createdAt),
    season: seasonOf(createdAt),
    label:
      intake.refrigerant === null || chargeG === null
        ? null
        : [intake.refrigerant, chargeG, intake.metering ?? "?", intake.compressor ?? "?"].join(" "),
  };
}
