/** What the simulator is told of the job it stands beside: what the circuit holds, and how long it has been left. */

import type { VacuumState } from "@/core/circuit/time/evacuation";
import { secondsSince } from "@/core/dates";
import { simulatedVehicle } from "@/core/instruments/simulated-vehicles";
import { readSimulatorState } from "@/core/instruments/simulator-state";
import { balanceOf, recoveredOf } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { entryValue } from "@/core/units/entry";
import type { SimulatorSetup } from "@/worker/simulator-protocol";

/** Setup of the simulated vehicle of a job at `now`, ms since 1970; `kept` is the rack as it was left, unchecked. */
export function simulatorSetup(vehicleId: string, job: Job, kept: unknown, now: number): SimulatorSetup {
  const state = readSimulatorState(kept, vehicleId);
  return {
    vehicleId,
    chargeKg: chargeInCircuitKg(job, vehicleId),
    seed: seedOf(job.id),
    vacuum: vacuumOf(job, now),
    blowerPct: entryValue(fields.blower, job.baseline.blower) ?? 100,
    pace: 1,
    resume: state === null ? null : { state, agoS: state.circuit.vacuum ? agoS(job, now) : 0 },
  };
}

/** A vacuum that was left standing goes on as long as nobody has charged; null otherwise. */
function vacuumOf(job: Job, now: number): { state: VacuumState; agoS: number } | null {
  const { simulated, seenAt } = job.evacuate;
  const balance = balanceOf(job);
  if (simulated === null || seenAt === null || (balance?.ok && balance.value.drawnG > 0)) return null;
  return { state: simulated, agoS: secondsSince(seenAt, now) };
}

/** Since vacuum or pressure test was seen last, s. */
function agoS({ evacuate, leak }: Job, now: number): number {
  const seen = [evacuate.seenAt, leak.test.seenAt].filter((at) => at !== null);
  return secondsSince(seen.sort().at(-1) ?? null, now);
}

/** After recovery the circuit holds what was charged; before it, what the vehicle came in with. */
function chargeInCircuitKg(job: Job, vehicleId: string): number {
  const recovered = recoveredOf(job);
  if (job.correction !== null) {
    const balance = balanceOf(job);
    const changed = balance?.ok ? balance.value.inVehicleG - job.correction.startG : 0;
    return Math.max(0, (simulatedVehicle(vehicleId)?.foundKg ?? 0) + changed / 1000);
  }
  if (recovered.ok && recovered.value !== null) {
    const balance = balanceOf(job);
    return balance?.ok ? balance.value.inVehicleG / 1000 : 0;
  }
  return simulatedVehicle(vehicleId)?.foundKg ?? 0;
}

/** A reopened job meets the same instruments again. */
function seedOf(id: string): number {
  let hash = 2166136261;
  for (const character of id) hash = Math.imul(hash ^ character.charCodeAt(0), 16777619);
  return hash >>> 0;
}
