/**
 * A case after a test that was taken at a real car: its label, its day, what was weighed out of it, and what the inference makes of its readings, of
 * those causes that the work then done could have mended. Nothing of whose it was goes along.
 */
import { type BenchState, benchLimits, benchStateSchema } from "../bench/bench-state";
import { causeEntry, type FaultCause, faultCauses } from "../causes/catalogue";
import { chargeShare } from "../causes/undercharge";
import type { Work } from "../causes/work";
import { causeClasses } from "../diagnosis/weigh/classes";
import { weigh } from "../diagnosis/weigh/weigh";
import type { ReadingFile } from "../readings/file/reading-file";

/** Work that goes with every repair and mends nothing by itself but the charge. */
const USUAL: readonly Work[] = ["charged-by-weight", "evacuated"];

/** `state`: the vehicle and its day, sound. Null where what comes of it is no state of a bench. */
export function benchOfTest(reading: ReadingFile, state: BenchState, work: readonly Work[]): BenchState | null {
  const { classes, charge, severities } = weigh(reading);
  const done = work.filter((one) => !USUAL.includes(one));
  const mended = (acting: readonly FaultCause[]) =>
    done.length === 0 || acting.some((cause) => causeEntry(cause).mendedBy.some((one) => done.includes(one)));
  let best = 0;
  for (const [k, acting] of causeClasses.entries())
    if (mended(acting) && (classes[k]! > classes[best]! || !mended(causeClasses[best]!))) best = k;
  const acting = causeClasses[best]!;
  const severityOf = (cause: FaultCause) => severities[faultCauses.indexOf(cause)]![1]!;
  const { chargeG: labelG } = state.label;
  const byReadings = acting.includes("undercharge")
    ? chargeShare(severityOf("undercharge"))
    : acting.includes("overcharge")
      ? charge[1]!
      : 1;
  const inIt = reading.recoveredG ?? byReadings * labelG;
  const made = {
    ...state,
    name: "",
    chargeG: Math.round(Math.min(Math.max(inIt, 0), benchLimits.chargeShare.max * labelG)),
    airG: acting.includes("air") ? AIR_G : 0,
    faults: acting
      .filter((cause) => cause !== "undercharge" && cause !== "overcharge" && cause !== "air")
      .map((cause) => ({ cause, severity: Math.round(severityOf(cause) * 100) / 100, place: null })),
  };
  const read = benchStateSchema.safeParse(made);
  return read.success ? read.data : null;
}

/** Typical air content where only its presence was told, g. */
const AIR_G = 8;
