/** Simulation request of a file: vehicle and conditions as in a reading file, charge, faults, engine speeds. */
import { faultCauses } from "../causes/catalogue";
import { MOST_CHARGE_SHARE } from "../causes/overcharge";
import { effectsOf, type Fault } from "../circuit/faults";
import { withUsualConditions, withUsualLabel } from "../circuit/vehicle/usual";
import type { CircuitConditions, VehicleLabel } from "../circuit/vehicle/vehicle";
import { conditionsSchema, limits, vehicleSchema } from "../readings/file/reading-file";
import { fail, type Result, succeed } from "../result";
import * as z from "../zod";

/** Requests need not name their format; one that names another is refused by it. */
const SIMULATE_FORMAT = "evrid.simulate";

export const simulateSchema = z.object({
  id: z.string().min(1).max(200).optional(),
  vehicle: vehicleSchema.extend({ chargeG: z.number().min(150).max(3000) }),
  conditions: conditionsSchema.extend({
    ambientC: z.number().min(5).max(50),
    altitudeM: z.number().min(limits.altitudeM.min).max(4000).nullish(),
  }),
  charge: z.object({ fraction: z.number().min(0).max(MOST_CHARGE_SHARE) }).optional(),
  faults: z
    .array(
      z.object({
        cause: z.enum(faultCauses),
        severity: z.number().min(0).max(1),
        place: z.number().min(0).max(1).optional(),
      }),
    )
    .max(6)
    .optional(),
  airG: z.number().min(0).max(60).optional(),
  rpm: z.array(z.number().min(500).max(4000)).min(1).max(10).optional(),
  seed: z.number().int().min(0).max(4_294_967_295).optional(),
  noise: z.boolean().optional(),
});

export type SimulateRequest = z.infer<typeof simulateSchema>;

export interface SimulateIssue {
  /** Path of the field, empty for the whole. */
  field: string;
  /** Expected value, with limit and unit. */
  expected: string;
}

const unitOf: [RegExp, string][] = [
  [/(C|soakC)$/, " degC"],
  [/G$/, " g"],
  [/Pct$/, " %"],
  [/altitudeM$/, " m"],
  [/rpm(\.\d+)?$/, " rpm"],
  [/severity$/, " (0 none, 1 the worst)"],
  [/fraction$/, " of the label charge"],
];

/** Checks a parsed object; the first thing wrong is named by field, limit and unit. */
export function checkSimulate(given: unknown): Result<SimulateRequest, SimulateIssue> {
  const format = (given as { format?: unknown } | null)?.format;
  // A readings file has the same vehicle and conditions, and would be simulated as something nobody asked for.
  if (typeof format === "string" && format !== SIMULATE_FORMAT)
    return fail({ field: "format", expected: `a simulation request, not a file of "${format}"` });
  const checked = simulateSchema.safeParse(given);
  if (!checked.success) {
    const issue = checked.error.issues[0]!;
    const field = issue.path.join(".");
    const unit = unitOf.find(([pattern]) => pattern.test(field))?.[1] ?? "";
    return fail({ field, expected: `${issue.message}${unit}` });
  }
  const request = checked.data;
  for (const [i, { cause }] of (request.faults ?? []).entries()) {
    if (cause === "compressor-low-stroke" && request.vehicle.compressor === "fixed") {
      return fail({ field: `faults.${i}.cause`, expected: "a fixed compressor has no stroke that could stick" });
    }
  }
  // Neither volume nor displacement matters for the charge.
  const fraction =
    (request.charge?.fraction ?? 1) *
    effectsOf(request.faults ?? [], { innerVolumeM3: 1e-3, displacementM3: 1e-4 }).charge;
  if (fraction > MOST_CHARGE_SHARE) {
    return fail({
      field: "charge.fraction",
      expected: `with the faults at most ${MOST_CHARGE_SHARE} of the label charge, not ${fraction.toFixed(2)}`,
    });
  }
  return succeed(request);
}

export function labelOfRequest({ vehicle }: SimulateRequest): VehicleLabel {
  return withUsualLabel(vehicle, vehicle);
}

/** Conditions at one engine speed; what is not given is an ordinary day at sea level with everything on. */
export function conditionsOfRequest({ conditions }: SimulateRequest, rpm: number): CircuitConditions {
  return withUsualConditions({ ambientC: conditions.ambientC, rpm }, conditions);
}

export function faultsOfRequest({ faults }: SimulateRequest): Fault[] {
  return faults ?? [];
}
