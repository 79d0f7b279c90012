/** Readings of the same vehicle when it was sound: verifications of earlier jobs that charged it to its label. */
import type { SoundReading } from "../../diagnosis/explain/sound-vehicles";
import { balanceOf, conditionsOfSetting, hasReadings, settingValues, vehicleLabelOf } from "../derived/job-readings";
import type { Job } from "../job";
import { vehicleKey } from "./vehicle-name";

/** Cars age: only the newest tests speak for what it is now. */
const NEWEST_JOBS = 2;

/** Readings of the vehicle of `job` out of all jobs of that vehicle, newest first; empty when it was never proved sound. */
export function soundReadingsOf(job: Job, its: readonly Job[]): SoundReading[] {
  const label = JSON.stringify(vehicleLabelOf(job));
  return its
    .filter((one) => one.id !== job.id && JSON.stringify(vehicleLabelOf(one)) === label)
    .filter(provedSound)
    .sort((a, b) => b.createdAt.localeCompare(a.createdAt))
    .slice(0, NEWEST_JOBS)
    .flatMap(readingsOf);
}

/** Sister vehicles that narrow an expected range: one says too little (docs/accuracy.md), a third costs more time than it narrows. */
const SISTERS = 2;

/**
 * One sound reading of each of two other vehicles with the label and build of `job`, the newest; empty where there are too few. `others`: jobs of
 * such vehicles, none of its own.
 */
export function sisterReadingsOf(job: Job, others: readonly Job[]): SoundReading[] {
  const label = JSON.stringify(vehicleLabelOf(job));
  const byVehicle = new Map<string, SoundReading>();
  const sound = others
    .filter((one) => JSON.stringify(vehicleLabelOf(one)) === label && provedSound(one))
    .sort((a, b) => b.createdAt.localeCompare(a.createdAt));
  for (const one of sound) {
    const sister = vehicleKey(one.intake.vehicle);
    const reading = readingsOf(one).at(-1);
    if (reading !== undefined && !byVehicle.has(sister) && byVehicle.size < SISTERS)
      byVehicle.set(sister, { ...reading, sister });
  }
  return byVehicle.size < SISTERS ? [] : [...byVehicle.values()];
}

/** Its last step but one is done, and what is in it by weight is inside the label's tolerance. */
function provedSound(job: Job): boolean {
  const balance = balanceOf(job);
  return job.steps.prove.doneAt !== null && balance?.ok === true && balance.value.state === "inside";
}

function readingsOf(job: Job): SoundReading[] {
  return ([0, 1] as const).flatMap((index) => {
    const setting = job.proof.settings[index];
    const conditions = conditionsOfSetting(job, "proof", index);
    // A cycling clutch is read just before it cuts out, which no steady state is.
    if (conditions === null || !hasReadings(setting) || setting.cycle !== null) return [];
    const { rpm: _, ...values } = settingValues(setting);
    const readings = Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null));
    return [{ conditions, readings }];
  });
}
