/** Data from earlier visits: label and build need not be asked twice. */

import { isBlank } from "../../units/entry";
import { labelOf } from "../derived/job-label";
import { chargedOf } from "../derived/job-readings";
import type { Job } from "../job";

/** The newest other one of a vehicle's jobs that knows the label charge; null where there is none. */
export function lastVisit(job: Job, its: readonly Job[]): Job | null {
  const others = its.filter((one) => one.id !== job.id && labelOf(one).chargeG !== null);
  return others.reduce<Job | null>((last, one) => (last === null || one.createdAt > last.createdAt ? one : last), null);
}

/** The job with label, build and the date of the last filling by weight as an earlier visit has them; what was typed here stands. */
export function fromVisit(job: Job, visit: Job): Job {
  const { intake: now } = job;
  const { intake: then } = visit;
  const filled =
    chargedOf(visit) !== null && visit.signOff.signedAt !== null ? visit.signOff.signedAt.slice(0, 10) : null;
  return {
    ...job,
    intake: {
      ...now,
      refrigerant: now.refrigerant ?? then.refrigerant,
      charge: isBlank(now.charge) ? then.charge : now.charge,
      tolerance: isBlank(now.tolerance) ? then.tolerance : now.tolerance,
      metering: now.metering ?? then.metering,
      compressor: now.compressor ?? then.compressor,
      condenserFan: now.condenserFan ?? then.condenserFan,
      evaporators: now.evaporators ?? then.evaporators,
      highPort: now.highPort ?? then.highPort,
      oilKind: now.oilKind ?? then.oilKind,
      oilAmount: isBlank(now.oilAmount) ? then.oilAmount : now.oilAmount,
      history: now.history ?? (filled === null ? null : "serviced"),
      firstYear: now.firstYear.trim() === "" ? then.firstYear : now.firstYear,
      lastFilled: now.lastFilled ?? filled ?? then.lastFilled,
      unsure: then.unsure.filter((one) => now[one] === null && then[one] === null),
    },
  };
}
