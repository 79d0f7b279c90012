/** The complaint as evidence: how many times likelier customers put it where a cause acts than about an average car (core/causes). */
import { type Cause, causeEntry } from "../../causes/catalogue";
import { type ComplaintId, complaintIds, soundComplaints } from "../../causes/complaints";

/** Factor by which one complaint speaks for a cause, or for a sound car; 1 where it says nothing of it. */
export function complaintFactor(complaint: string, cause: Cause): number {
  const known = complaintIds.find((id) => id === complaint);
  if (known === undefined) return 1;
  const odds: Partial<Record<ComplaintId, number>> = cause === "none" ? soundComplaints : causeEntry(cause).complaints;
  return odds[known] ?? 1;
}

/** Log odds of all complaints together for causes that act together; the stronger one speaks for each. */
export function complaintOdds(complaints: readonly string[], acting: readonly Cause[]): number {
  let log = 0;
  for (const complaint of new Set(complaints)) {
    log += Math.log(Math.max(...acting.map((cause) => complaintFactor(complaint, cause))));
  }
  return log;
}
