/** A run of the circuit in time by a list of events, sampled by the instruments. */
import { fullCan } from "../circuit/time/container";
import { CircuitSimulation } from "../circuit/time/simulation";
import { type SizingIssue, sizeVehicle } from "../circuit/vehicle/sizing";
import { airSources } from "../readings/file/reading-file";
import { fail, type Result, succeed } from "../result";
import * as z from "../zod";
import { InstrumentSet } from "./instrument-set";
import {
  conditionsOfRequest,
  faultsOfRequest,
  labelOfRequest,
  type SimulateIssue,
  type SimulateRequest,
} from "./simulate-request";
import type { InstrumentSample } from "./stream";

const LONGEST_S = 86_400;

/** Event of one moment; every field may be absent. */
const eventSchema = z.strictObject({
  atS: z.number().min(0).max(LONGEST_S),
  /** 0 stops the engine. */
  engineRpm: z.union([z.literal(0), z.number().min(500).max(4000)]).optional(),
  cooling: z.boolean().optional(),
  ambientC: z.number().min(5).max(50).optional(),
  humidityPct: z.number().min(0).max(100).optional(),
  blowerPct: z.number().min(0).max(100).optional(),
  airSource: z.enum(airSources).optional(),
  machine: z.enum(["off", "recover", "pump"]).optional(),
  container: z
    .strictObject({
      netG: z.number().min(0).max(20_000),
      temperatureC: z.number().min(-20).max(40),
      /** Warm water is at most 40 degC. */
      aroundC: z.number().min(-20).max(40).optional(),
    })
    .nullable()
    .optional(),
  charge: z
    .strictObject({
      side: z.enum(["low", "high"]),
      phase: z.enum(["liquid", "vapour"]),
      opening: z.number().min(0).max(1).optional(),
      stopAtG: z.number().min(0).max(20_000).optional(),
    })
    .nullable()
    .optional(),
});

export const scheduleSchema = z.strictObject({
  durationS: z.number().min(1).max(LONGEST_S),
  rateHz: z.number().min(1).max(10).optional(),
  events: z.array(eventSchema).max(1000),
});

export type Schedule = z.infer<typeof scheduleSchema>;
type ScheduleEvent = Schedule["events"][number];

/** A schedule file, or a bare list of events that then runs five minutes past its last one. */
export function checkSchedule(given: unknown): Result<Schedule, SimulateIssue> {
  const whole = Array.isArray(given) ? { durationS: 300 + latestOf(given), events: given } : given;
  const checked = scheduleSchema.safeParse(whole);
  if (!checked.success) {
    const issue = checked.error.issues[0]!;
    return fail({ field: issue.path.join("."), expected: issue.message });
  }
  for (const [i, event] of checked.data.events.entries()) {
    const before = checked.data.events[i - 1];
    if (before && event.atS < before.atS) {
      return fail({ field: `events.${i}.atS`, expected: `events in order of time: at least ${before.atS} s` });
    }
  }
  return succeed(checked.data);
}

/** Events before they are checked. */
function latestOf(events: readonly unknown[]): number {
  let latest = 0;
  for (const event of events) {
    const at = typeof event === "object" && event !== null && "atS" in event ? event.atS : 0;
    if (typeof at === "number" && at > latest) latest = at;
  }
  return latest;
}

/** Runs a schedule; samples in order of time. Same request and schedule, same samples. */
export function* runSchedule(
  request: SimulateRequest,
  schedule: Schedule,
): Generator<InstrumentSample, SizingIssue | null, void> {
  const sized = sizeVehicle(labelOfRequest(request));
  if (!sized.ok) return sized.issue;
  const simulation = new CircuitSimulation({
    vehicle: sized.value,
    conditions: conditionsOfRequest(request, request.rpm?.[0] ?? 800),
    faults: faultsOfRequest(request),
    chargeKg: (request.vehicle.chargeG / 1000) * (request.charge?.fraction ?? 1),
    airKg: (request.airG ?? 0) / 1000,
  });
  const rateHz = schedule.rateHz ?? 2;
  const instruments = new InstrumentSet(simulation, {
    seed: request.seed ?? 1,
    rateHz,
    ideal: request.noise !== true,
  });
  let next = 0;
  const samples = Math.round(schedule.durationS * rateHz);
  for (let i = 0; i < samples; i++) {
    // An event acts before the sample in which it falls.
    for (; next < schedule.events.length && schedule.events[next]!.atS <= i / rateHz; next++) {
      act(simulation, schedule.events[next]!);
    }
    yield instruments.next();
  }
  return null;
}

function act(simulation: CircuitSimulation, event: ScheduleEvent): void {
  const { atS: _, engineRpm, cooling, machine, container, charge, ...conditions } = event;
  if (Object.keys(conditions).length > 0) simulation.setConditions(conditions);
  if (engineRpm !== undefined) {
    if (engineRpm === 0) simulation.setEngine(false);
    else simulation.setEngine(true, engineRpm);
  }
  if (cooling !== undefined) simulation.setCooling(cooling);
  if (machine !== undefined) simulation.setMachine(machine);
  if (container !== undefined) {
    simulation.setContainer(
      container === null ? null : fullCan(container.netG / 1000, container.temperatureC, container.aroundC),
    );
  }
  if (charge !== undefined) {
    simulation.setCharging(
      charge === null ? null : { ...charge, opening: charge.opening ?? 1, stopAtKg: (charge.stopAtG ?? 0) / 1000 },
    );
  }
}
