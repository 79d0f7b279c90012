/**
 * How far the model's mean vehicle lies from a real one of the same label, and how that scatters: vehicle, instrument and model together.
 * The numbers are estimated by `npm run discrepancy` from readings that do not come from this model, see docs/accuracy.md.
 */
import { z } from "../zod";
import estimated from "./discrepancy.json";
import { FAST_RPM, type ObservableName, observableAt, settingObservables } from "./observables";

const number = z.number();
/** Channels that are estimated; the others have the spreads written below. */
export const estimatedChannels = settingObservables.slice(0, 8);
const CHANNELS = estimatedChannels.length;
const square = z.array(z.array(number).length(CHANNELS)).length(CHANNELS);

export const discrepancySchema = z.object({
  /** Mean of reading minus model, K: by kind of compressor, by engine speed, by channel. */
  bias: z.record(
    z.enum(["fixed", "variable"]),
    z.object({ idle: z.array(number).length(CHANNELS), fast: z.array(number).length(CHANNELS) }),
  ),
  /** Covariance of what both settings of a test share, and of what each has for itself, K2. */
  shared: square,
  own: square,
  rest: z.object({ bias: number, sd: number }),
  meeting: z.object({ bias: number, sd: number }),
  /** Of a cycling clutch: width of its swing, K, and logarithm of its period. */
  swing: z.object({ widthK: z.object({ bias: number, sd: number }), lnPeriod: z.object({ bias: number, sd: number }) }),
});
export type Discrepancy = z.infer<typeof discrepancySchema>;

export const discrepancy: Discrepancy = discrepancySchema.parse(estimated);

/** Spreads of what the cases do not hold: a spot against the line's clamp, a command, a weighing. */
const LINE_DROP_SD = 1.5;
const COMMAND_SD = 18;
/** A weighing is good for this share of the label. */
export const CHARGE_SD = 0.035;
/** A standing circuit is near its surroundings: the running model's faults are not its own, but its bay is warmer than is known, K. */
const STANDING_SD: Record<ObservableName, number> = {
  evaporating: 1.5,
  condensing: 1.5,
  vent: 2.5,
  suction: 4,
  liquid: 2.5,
  discharge: 6,
  condenserInlet: 1.2,
  condenserOutlet: 2,
  lineDrop: LINE_DROP_SD,
  command: COMMAND_SD,
  rest: 1.5,
  meeting: 0.5,
  charge: CHARGE_SD,
};
/** The further a fault moves a reading, the less sure is how far: this share of the move. */
export const MOVE_DOUBT = 0.3;

export interface ErrorModel {
  /** Expected reading minus model. */
  bias: Float64Array;
  /** Row by row. */
  covariance: Float64Array;
}

/** Errors of a running test with these engine speeds. */
export function errorModel(d: Discrepancy, fixed: boolean, rpm: readonly number[], length: number): ErrorModel {
  const bias = new Float64Array(length);
  const covariance = new Float64Array(length * length);
  const names = Array.from({ length }, (_, place) => observableAt(place, rpm.length));
  for (const [i, a] of names.entries()) {
    const ca = (estimatedChannels as readonly string[]).indexOf(a.name);
    if (a.setting === null || ca < 0) {
      const { sd, mean } = once(d, a.name);
      bias[i] = mean;
      covariance[i * length + i] = sd * sd;
      continue;
    }
    bias[i] = d.bias[fixed ? "fixed" : "variable"]![rpm[a.setting]! > FAST_RPM ? "fast" : "idle"][ca]!;
    for (const [j, b] of names.entries()) {
      const cb = (estimatedChannels as readonly string[]).indexOf(b.name);
      if (b.setting === null || cb < 0) continue;
      covariance[i * length + j] = d.shared[ca]![cb]! + (a.setting === b.setting ? d.own[ca]![cb]! : 0);
    }
  }
  return { bias, covariance };
}

function once(d: Discrepancy, name: ObservableName): { sd: number; mean: number } {
  if (name === "rest") return { sd: d.rest.sd, mean: d.rest.bias };
  if (name === "meeting") return { sd: d.meeting.sd, mean: d.meeting.bias };
  return { sd: name === "lineDrop" ? LINE_DROP_SD : name === "command" ? COMMAND_SD : CHARGE_SD, mean: 0 };
}

/** Errors of a standing circuit: no bias, and none shared. */
export function standingModel(d: Discrepancy, settings: number, length: number): ErrorModel {
  const bias = new Float64Array(length);
  const covariance = new Float64Array(length * length);
  for (let i = 0; i < length; i++) {
    const { name } = observableAt(i, settings);
    covariance[i * length + i] = STANDING_SD[name] ** 2;
    if (name === "rest") bias[i] = d.rest.bias;
  }
  return { bias, covariance };
}
