/**
 * Cost of acting on a cause that is not the right one, in minutes: the act's own time, and what the harm is worth (a wrong part, a wrong charge, a
 * car that comes back). A test is worth its minutes where it is expected to lower this cost by more. Trade experience, rounded; docs/accuracy.md
 * shows where the table leads on drawn vehicles.
 */
import { type Cause, causeEntry, type FaultCause, faultCauses } from "../../causes/catalogue";
import type { Remedy } from "../../causes/cause";
import { type CauseClass, causeClasses } from "../weigh/classes";

/** Acts that end the diagnosis: a remedy, or to leave the circuit closed. */
export type ClosingAct = Remedy | "leave";

/** Minutes lost by an act (row) where another (column) was right; its own column where it was done about another cause. */
const LOST_MINUTES: Record<ClosingAct, Record<ClosingAct, number>> = {
  // The car comes back: half a day, and the customer's trust.
  leave: { leave: 0, weigh: 300, "check-air": 240, "check-control": 300, repair: 360 },
  // Recovering, evacuating and charging for nothing; nothing is harmed, and the weight is known.
  weigh: { leave: 160, weigh: 70, "check-air": 180, "check-control": 180, repair: 140 },
  // Fan, fins, blower and flap are searched for what is not there, and the right cause later.
  "check-air": { leave: 120, weigh: 180, "check-air": 60, "check-control": 180, repair: 200 },
  // A compressor is suspected that was good.
  "check-control": { leave: 180, weigh: 240, "check-air": 180, "check-control": 60, repair: 240 },
  // A good part is renewed.
  repair: { leave: 480, weigh: 400, "check-air": 480, "check-control": 480, repair: 240 },
};

/** Causes that readings hardly tell apart, and that one act finds: either is right for the other. */
const sameAct: readonly (readonly FaultCause[])[] = [
  ["restriction-after-port", "metering-stuck-closed"],
  ["compressor-worn", "compressor-low-stroke"],
];

export interface BestAct {
  act: ClosingAct;
  /** Cause that it is about; null where the circuit is left closed. */
  about: FaultCause | null;
  /** Expected cost of doing it now, minutes. */
  lost: number;
}

function actFor(cause: FaultCause | null): ClosingAct {
  return cause === null ? "leave" : causeEntry(cause).remedy;
}

/** Everything that can be acted on, with the minutes lost under each class. */
const options = [null, ...faultCauses].map((about) => ({
  about,
  act: actFor(about),
  lost: Float64Array.from(causeClasses, (acting) => lostBy(about, acting)),
}));

/** Minutes lost by acting on a cause where these turned out to act; "none" and no cause stand for a circuit that is left closed. */
export function minutesLost(about: Cause, found: readonly Cause[]): number {
  const acting = found.filter((cause) => cause !== "none");
  return lostBy(about === "none" ? null : about, acting);
}

/** Least that acting on a cause loses with what really acts: of two causes it may be right about one. */
function lostBy(about: FaultCause | null, acting: CauseClass): number {
  if (acting.length === 0) return LOST_MINUTES[actFor(about)].leave;
  const group = about === null ? [] : (sameAct.find((one) => one.includes(about)) ?? [about]);
  if (acting.some((cause) => group.includes(cause))) return 0;
  return Math.min(...acting.map((cause) => LOST_MINUTES[actFor(about)][actFor(cause)]));
}

/** The act that is expected to lose least. @param classes probability of each class, summing to one */
export function bestAct(classes: ArrayLike<number>): BestAct {
  let best: BestAct = { act: "leave", about: null, lost: Number.POSITIVE_INFINITY };
  for (const { act, about, lost } of options) {
    let expected = 0;
    for (let k = 0; k < lost.length; k++) expected += classes[k]! * lost[k]!;
    if (expected < best.lost) best = { act, about, lost: expected };
  }
  return best;
}
