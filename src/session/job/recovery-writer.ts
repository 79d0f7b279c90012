/** Writes what the recovery machine's scale shows into the job as it goes. Gives the way to stop. */

import type { SimulatorStore } from "../instruments/simulator-store";
import type { JobStore } from "./job-store";

/** Less than this is no change, g. */
const STEP_G = 0.1;

export function recoveryWriter(jobs: JobStore, rack: SimulatorStore, now: () => number): () => void {
  return rack.subscribe(({ samples, latest, machine }, before) => {
    if (samples === before.samples || latest === null || machine !== "recover" || latest.machine !== "recover") return;
    const grams = Math.round(latest.recoveredG / STEP_G) * STEP_G;
    const { job, record } = jobs.getState();
    if (job === null || Math.abs((job.recover.scale?.grams ?? 0) - grams) < STEP_G / 2) return;
    const at = new Date(now()).toISOString();
    record((stored) => ({ ...stored, recover: { ...stored.recover, scale: { grams: Number(grams.toFixed(1)), at } } }));
  });
}
