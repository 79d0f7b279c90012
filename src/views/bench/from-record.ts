/** A bench's state out of what the shop has on record: a job's label, day and charge. */
import { type BenchState, benchDay, benchLimits, benchOf, benchStateSchema } from "@/core/bench/bench-state";
import type { CircuitConditions } from "@/core/circuit/vehicle/vehicle";
import { simulatedVehicles } from "@/core/instruments/simulated-vehicles";
import { balanceOf, conditionsOfSetting, foundOf, vehicleLabelOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import type { LeadingFault } from "@/session/leading";

const held = (value: number, { min, max }: { min: number; max: number }) => Math.min(Math.max(value, min), max);

/** Null where its label is not known. What was weighed out of it, or is in it by weight, is in it here too. */
export function benchOfJob(job: Job): BenchState | null {
  const label = vehicleLabelOf(job);
  if (label === null) return null;
  const given: CircuitConditions = conditionsOfSetting(job, "baseline", 0) ?? {
    ...benchDay,
    ambientC: entryValue(fields.ambient, job.baseline.ambient) ?? benchDay.ambientC,
    altitudeM: entryValue(fields.altitude, job.altitude) ?? 0,
  };
  const conditions: CircuitConditions = {
    ...given,
    ambientC: held(given.ambientC, benchLimits.ambientC),
    humidityPct: held(given.humidityPct, benchLimits.humidityPct),
    altitudeM: held(given.altitudeM, benchLimits.altitudeM),
    cabinReturnC: given.cabinReturnC === null ? null : held(given.cabinReturnC, benchLimits.cabinReturnC),
    rpm: held(given.rpm, benchLimits.rpm),
  };
  const balance = balanceOf(job);
  // Filled by weight here: that is in it now. Else what it came with, if that was weighed.
  const filled = balance?.ok && balance.value.drawnG > 0 ? balance.value.inVehicleG : null;
  const found = filled ?? foundOf(job) ?? label.chargeG;
  const chargeG = Math.round(held(found, { min: 0, max: benchLimits.chargeShare.max * label.chargeG }));
  const made = { ...benchOf(label, job.intake.vehicle.trim().slice(0, 200), conditions), chargeG };
  return benchStateSchema.safeParse(made).success ? made : benchOf(label, made.name);
}

/** The state with the leading fault of the job in it. A charge that was weighed stays. */
export function withLeading(state: BenchState, leading: LeadingFault, job: Job): BenchState {
  const { cause, severity, chargeG } = leading;
  const weighed = foundOf(job) !== null;
  if (cause === "undercharge" || cause === "overcharge") {
    if (weighed || chargeG === null) return state;
    return {
      ...state,
      chargeG: Math.round(held(chargeG, { min: 0, max: benchLimits.chargeShare.max * state.label.chargeG })),
    };
  }
  const fault = { cause, severity: held(severity, benchLimits.severity), place: null };
  const made = benchStateSchema.safeParse({ ...state, faults: [fault] });
  return made.success ? made.data : state;
}

/** The made-up vehicles of the rack, with what is wrong with them. */
export const rackBenches: readonly BenchState[] = simulatedVehicles
  .filter(({ exercise }) => exercise === undefined)
  .map(({ name, label, foundKg, faults, site }) => ({
    ...benchOf(label, name, { ...benchDay, ...site }),
    chargeG: Math.round(foundKg * 1000),
    faults: faults.flatMap(({ cause, severity, place }) => {
      const fault = { cause, severity, place: place ?? null };
      return benchStateSchema.safeParse({ ...benchOf(label), faults: [fault] }).success
        ? [fault as BenchState["faults"][number]]
        : [];
    }),
  }));
