/**
 * The longer questions of the bench, in steps: each yields what is known so far, so that it is drawn as it comes and can be given up for a newer
 * question between two steps.
 */
import { chargeByMethods, chargingDay, type MethodChart, type MethodsAnswer } from "../charge/charging-methods";
import type { CircuitVehicle, VehicleLabel } from "../circuit/vehicle/vehicle";
import { type ExpectedRanges, expectedRanges } from "../diagnosis/explain/expected-range";
import { ensembleOf } from "../diagnosis/explain/sound-vehicles";
import { weigh } from "../diagnosis/weigh/weigh";
import { readAtBench } from "./bench-file";
import { CURVE_VEHICLES, methodDays } from "./bench-shapes";
import type { BenchState } from "./bench-state";
import { type ChargeCurve, curveOf, type EmptiedVehicle, emptied, read, toldBy } from "./charge-curve";
import { type DetectionDay, detectionDays, detectionOn, type NextAtBench, nextAtBench, truly } from "./could-tell";
import { type HotDay, onHotDay } from "./hot-day";

/** Vehicles of a label, sized once. */
export class BenchVehicles {
  private last: { key: string; vehicles: readonly CircuitVehicle[] } | null = null;

  of(label: VehicleLabel): readonly CircuitVehicle[] {
    const key = JSON.stringify(label);
    if (this.last?.key !== key) this.last = { key, vehicles: ensembleOf(label, [], CURVE_VEHICLES).vehicles };
    return this.last.vehicles;
  }
}

/** The curve after every vehicle, then once more with what the readings give away. */
export function* curveSteps(vehicles: readonly CircuitVehicle[], state: BenchState): Generator<ChargeCurve> {
  const done: EmptiedVehicle[] = [];
  for (const vehicle of vehicles) {
    done.push(emptied(vehicle, state));
    yield curveOf(done, []);
  }
  const told: (boolean | null)[][] = [];
  for (const [i, one] of done.entries()) {
    told.push(toldBy(one, state, i + 1));
    if (i % 4 === 3 || i === done.length - 1) yield curveOf(done, told);
  }
}

export interface HotDays {
  /** As it stands, and with the label's charge; null where it does not run. */
  asIs: HotDay | null;
  atLabel: HotDay | null;
  /** Between which charges cars that read like this one today hold it, g, and what either end shows; null where it does not run. */
  alike: { leastG: number; mostG: number; least: HotDay | null; most: HotDay | null } | null;
}

export function* hotDaySteps(
  vehicles: readonly CircuitVehicle[],
  middle: CircuitVehicle,
  state: BenchState,
  ambientC: number,
): Generator<HotDays> {
  const asIs = onHotDay(vehicles, state, ambientC);
  yield { asIs, atLabel: null, alike: null };
  const atLabel = onHotDay(vehicles, state, ambientC, state.label.chargeG);
  yield { asIs, atLabel, alike: null };
  const { conditions, label } = state;
  const reading = truly(middle, state, conditions.ambientC, conditions.rpm);
  if (reading === null) return;
  // Read without errors: what the readings leave open is the inference's own doubt.
  const setting = read(reading, conditions, { normal: () => 0, uniform: () => 0.5 });
  const { charge } = weigh(readAtBench(state, conditions, [setting]));
  const [leastG, mostG] = [charge[0]!, charge.at(-1)!].map((share) => Math.round(share * label.chargeG)) as [
    number,
    number,
  ];
  const at = (grams: number) => onHotDay(vehicles, state, ambientC, grams);
  yield { asIs, atLabel, alike: { leastG, mostG, least: at(leastG), most: at(mostG) } };
}

export interface MethodDay {
  ambientC: number;
  answer: MethodsAnswer;
}

/** Charge by each method, day by day, the bench's own day first. */
export function* methodSteps(
  vehicle: CircuitVehicle,
  state: BenchState,
  hotC: number,
  chart: MethodChart | null,
  options: Parameters<typeof chargeByMethods>[3],
): Generator<MethodDay[]> {
  const own = state.conditions.ambientC;
  const made: MethodDay[] = [];
  for (const ambientC of [own, ...methodDays.filter((day) => Math.abs(day - own) > 0.5)]) {
    const conditions = chargingDay({ ...state.conditions, ambientC });
    made.push({ ambientC, answer: chargeByMethods(vehicle, conditions, chart, { ...options, hotC }) });
    yield [...made].sort((a, b) => a.ambientC - b.ambientC);
  }
}

export interface CouldTell {
  days: DetectionDay[];
  next: NextAtBench | null;
}

export function* couldTellSteps(
  vehicles: readonly CircuitVehicle[],
  middle: CircuitVehicle,
  state: BenchState,
): Generator<CouldTell> {
  const next = nextAtBench(middle, state);
  const days: DetectionDay[] = [];
  for (const ambientC of detectionDays) {
    days.push(detectionOn(vehicles, state, ambientC));
    yield { days: [...days], next };
  }
}

/** Expected range on the bench's day; null where too few sound vehicles run. */
export function benchRanges(label: VehicleLabel, state: BenchState): ExpectedRanges | null {
  return expectedRanges(label, state.conditions, state.conditions.rpm);
}
