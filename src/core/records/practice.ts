/**
 * Practice jobs: a job on simulated instruments is marked for good, draws from practice cylinders only, and counts in no stock, ledger, year,
 * vehicle history or forecast. A job with real weighings stays work and refuses simulated instruments.
 */
import { chargedBy, movedBy } from "../charge/books/ledger";
import type { Job } from "./job";

/** Why a job takes no simulated instruments, or a change of its purpose is not stored. */
export type PracticeIssue =
  /** Grams were weighed on a real vehicle. */
  | { code: "weighed"; grams: number }
  | { code: "purpose-changed"; from: Job["purpose"]; to: Job["purpose"] }
  /** Simulated instruments on a job that is work. */
  | { code: "simulated-work" };

/** Thrown by a change that this rule does not allow: nothing of it is stored. */
export class PracticeRefusal extends Error {
  override name = "PracticeRefusal";
  constructor(readonly issue: PracticeIssue) {
    super(issue.code);
  }
}

export const isPractice = ({ purpose }: Pick<Job, "purpose">): boolean => purpose === "practice";

/** Refuses simulated instruments to a job with real weighings. Null for any other job. */
export function simulatorIssue(job: Job): PracticeIssue | null {
  if (job.purpose !== "work") return null;
  const weighed =
    job.ledger.length > 0 ||
    job.charge.open !== null ||
    job.recover.recovered.text.trim() !== "" ||
    job.correction !== null;
  if (!weighed) return null;
  return { code: "weighed", grams: movedBy(job.ledger, "recover") + chargedBy(job.ledger) };
}

const PRACTICE_NAME = "Practice: ";

/** The job with a simulated vehicle on its ports: work becomes practice, and its containers practice containers. Throws a {@link PracticeRefusal}. */
export function onSimulator(job: Job, rackVehicle: string): Job {
  const issue = simulatorIssue(job);
  if (issue !== null) throw new PracticeRefusal(issue);
  if (job.purpose !== "work") return { ...job, rackVehicle };
  const containers = job.charge.containers.map((container) => ({
    ...container,
    // No container of the shelf has this id.
    id: `practice-${container.id}`.slice(0, 100),
    name: `${PRACTICE_NAME}${container.name}`.slice(0, 200),
  }));
  return { ...job, purpose: "practice", rackVehicle, charge: { ...job.charge, containers } };
}

/** Checks a change against the purpose of a job: work may become practice before anything is weighed; nothing else changes it. */
export function checkPurpose(before: Job, after: Job): PracticeIssue | null {
  if (before.purpose !== after.purpose) {
    const becomes = before.purpose === "work" && after.purpose === "practice";
    if (!becomes) return { code: "purpose-changed", from: before.purpose, to: after.purpose };
    const issue = simulatorIssue(before);
    if (issue !== null) return issue;
  }
  return isSimulatedWork(after) ? { code: "simulated-work" } : null;
}

/** A record that contradicts itself. */
export const isSimulatedWork = ({ purpose, rackVehicle }: Pick<Job, "purpose" | "rackVehicle">): boolean =>
  purpose === "work" && rackVehicle !== null;
