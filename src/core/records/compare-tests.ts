/** Before and after, side by side: the same reading at the same setting from both tests of a job. */

import type { ComparedChannel } from "../diagnosis/explain/state-channels";
import { channels } from "../readings/channels";
import { type InstrumentAccuracy, workshopInstruments } from "../readings/derive/instruments";
import type { Measured } from "../readings/derive/measured";
import type { UnitId } from "../units/units";
import type { ConditionShift } from "./condition-shift";
import { deriveFor, type SettingValues, settingValues } from "./derived/job-readings";
import type { Job } from "./job";

export interface Comparison {
  label: string;
  setting: "idle" | "fast idle";
  unit: UnitId;
  before: Measured;
  after: Measured;
  /** The second reading brought to the conditions of the first; null where that is not known. */
  equal: Measured | null;
  changeUncertainty: number;
  /** Is the change larger than both readings together leave open? */
  beyondUncertainty: boolean;
}

/** Those that tell whether a repair helped. */
const compared = ["low", "high", "vent"] as const;

/** Every pair that both tests hold, idle before fast idle; with shifts, one a setting, at the conditions of the first. */
export function compareTests(
  job: Job,
  shifts: readonly (ConditionShift | null)[] = [],
  accuracy: InstrumentAccuracy = workshopInstruments,
): Comparison[] {
  const uncertainties = { low: accuracy.lowKpa, high: accuracy.highKpa, vent: accuracy.ventK };
  const rows: Comparison[] = [];
  for (const index of [0, 1] as const) {
    const settings = [job.baseline.settings[index], job.proof.settings[index]] as const;
    const [before, after] = settings.map(settingValues) as [SettingValues, SettingValues];
    const derived = [
      deriveFor(job, job.baseline, before, accuracy),
      deriveFor(job, job.proof, after, accuracy),
    ] as const;
    const shifted = shifts[index];
    /** Read off the second test's gauges and vent as they would have stood on the first day, in that day's air. */
    const atFirst = (key: "approachK" | "airSplitK"): Measured | null => {
      if (!shifted || after.high === null || after.vent === null) return null;
      const moved = (share: number) => ({
        ...after,
        high: after.high! + shifted.high.by + share * shifted.high.uncertainty,
        vent: after.vent! + shifted.vent.by + share * shifted.vent.uncertainty,
      });
      const [at, doubted] = [0, 1].map((share) => deriveFor(job, job.baseline, moved(share), accuracy)?.[key]);
      if (!at || !doubted) return null;
      return { value: at.value, uncertainty: Math.hypot(at.uncertainty, doubted.value - at.value) };
    };
    const pairs: {
      label: string;
      channel: ComparedChannel | null;
      unit: UnitId;
      before: Measured | null;
      after: Measured | null;
      /** Value derived from readings at equal conditions. */
      equal?: Measured | null;
    }[] = [
      ...compared.map((id) => ({
        label: channels[id].name,
        channel: id,
        unit: channels[id].unit,
        before: measured(before[id], uncertainties[id]),
        after: measured(after[id], uncertainties[id]),
      })),
      pairOf("Superheat", "superheat", derived[0]?.superheatK, derived[1]?.superheatK),
      pairOf("Subcooling", "subcooling", derived[0]?.subcoolingK, derived[1]?.subcoolingK),
      {
        ...pairOf("Condenser split", null, derived[0]?.approachK, derived[1]?.approachK),
        equal: atFirst("approachK"),
      },
      {
        ...pairOf("Evaporator air drop", null, derived[0]?.airSplitK, derived[1]?.airSplitK),
        equal: atFirst("airSplitK"),
      },
    ];
    for (const pair of pairs) {
      if (pair.before === null || pair.after === null) continue;
      const shift = pair.channel === null ? undefined : shifts[index]?.[pair.channel];
      const equal: Measured | null = shift
        ? {
            value: pair.after.value + shift.by,
            uncertainty: Math.hypot(pair.after.uncertainty, shift.uncertainty),
          }
        : (pair.equal ?? null);
      const judged = equal ?? pair.after;
      const changeUncertainty = Math.hypot(pair.before.uncertainty, judged.uncertainty);
      rows.push({
        label: pair.label,
        unit: pair.unit,
        before: pair.before,
        after: pair.after,
        equal,
        setting: settings[0].name,
        changeUncertainty,
        beyondUncertainty: Math.abs(judged.value - pair.before.value) > changeUncertainty,
      });
    }
  }
  return rows;
}

function pairOf(
  label: string,
  channel: ComparedChannel | null,
  before: Measured | null | undefined,
  after: Measured | null | undefined,
) {
  return { label, channel, unit: "K" as const, before: before ?? null, after: after ?? null };
}

function measured(value: number | null, uncertainty: number): Measured | null {
  return value === null ? null : { value, uncertainty };
}
