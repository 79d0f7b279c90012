/**
 * Reasons held against a simulation of their own: for each reason of fresh draws, vehicles with the cause and with its rival are drawn out of the
 * population, at true severities and under true conditions, and the reading is looked up among those that show the other readings (weights by
 * distance and linear adjustment: Beaumont, Zhang and Balding 2002, Genetics 162).
 */
import { type Cause, causeEntry } from "../../src/core/causes/catalogue";
import { makePlant } from "../../src/core/circuit/steady/plant";
import { sizeVehicle } from "../../src/core/circuit/vehicle/sizing";
import { judge } from "../../src/core/diagnosis/diagnose";
import { readingSd } from "../../src/core/diagnosis/explain/expected-range";
import { labelOfReading } from "../../src/core/diagnosis/explain/hypotheses";
import { type Observed, observableAt, observe, placeOf, show } from "../../src/core/diagnosis/explain/observables";
import {
  hangingOn,
  measureOf,
  observablesOf,
  type Quantity,
  quantityContext,
} from "../../src/core/diagnosis/explain/quantities";
import { circuitConditions, drawDay, drawShare } from "../../src/core/diagnosis/explain/sound-vehicles";
import { drawTest } from "../../src/core/diagnosis/learn/draw-test";
import { readAs } from "../../src/core/diagnosis/learn/read-as";
import { solveInPlace } from "../../src/core/maths/linear";
import { type NoiseSource, seededNoise } from "../../src/core/maths/noise";
import type { ReadingFile } from "../../src/core/readings/file/reading-file";

export interface CheckedReason {
  quantity: string;
  cause: Cause;
  rival: Cause;
  /** By the diagnosis, and by the simulation of its own. */
  ratio: number;
  found: number;
  /** Fewest vehicles that share the weight, of both causes. */
  sharing: number;
}

/** @param vehicles drawn for each cause of each reading */
export function checkedReasons(draws: number, vehicles: number, seed: number, drawnSeed = 1): CheckedReason[] {
  const noise = seededNoise(seed);
  const population = seededNoise(drawnSeed);
  const checked: CheckedReason[] = [];
  for (let n = 0; n < draws; ) {
    const test = drawTest(noise);
    if (test === null) continue;
    n++;
    const reading = readAs(test, noise, noise.uniform() < 0.6 ? "everything" : "two-speeds", { wild: 0 });
    const observed = observe(reading);
    const [leading] = judge(reading).causes;
    const samples = new Map<Cause, Float64Array[]>();
    const sample = (cause: Cause) => {
      const drawn = samples.get(cause) ?? drawVehicles(cause, vehicles, reading, observed, population);
      samples.set(cause, drawn);
      return drawn;
    };
    for (const { quantity, rpm, rival, ratio } of [...leading!.for, ...leading!.against]) {
      if (quantity === "cycling") continue;
      const setting = rpm === null ? 0 : observed.rpm.indexOf(rpm);
      const [own, other] = [leading!.cause, rival].map((cause) =>
        densityIn(sample(cause), quantity, setting, reading, observed),
      );
      if (!own || !other) continue;
      checked.push({
        quantity,
        cause: leading!.cause,
        rival,
        ratio,
        found: own.density / other.density,
        sharing: Math.min(own.sharing, other.sharing),
      });
    }
  }
  return checked;
}

function drawVehicles(
  cause: Cause,
  count: number,
  reading: ReadingFile,
  observed: Observed,
  noise: NoiseSource,
): Float64Array[] {
  const label = labelOfReading(reading);
  const settings = observed.rpm.length;
  const drawn: Float64Array[] = [];
  for (let tries = 0; drawn.length < count && tries < 2 * count; tries++) {
    const vehicle = sizeVehicle(label, noise.normal);
    if (!vehicle.ok) continue;
    const faults =
      cause === "none"
        ? []
        : [
            {
              cause,
              severity: causeEntry(cause).drawSeverity?.(noise.uniform) ?? 0.15 + 0.85 * noise.uniform(),
              place: noise.uniform(),
            },
          ];
    const day = drawDay(reading.conditions, noise.normal);
    const ofCharge = cause === "undercharge" || cause === "overcharge";
    const chargeKg = (label.chargeG / 1000) * (ofCharge ? 1 : drawShare(noise.normal));
    const plants = observed.rpm.map((rpm) =>
      makePlant(vehicle.value, circuitConditions(day, rpm), faults, { chargeKg }),
    );
    const shown = show(plants, reading.rest?.soakC ?? reading.conditions.ambientC, label.chargeG, undefined, false);
    if (shown === null) continue;
    drawn.push(
      shown.values.map((value, place) => {
        const { name } = observableAt(place, settings);
        return value + readingSd(name, label.metering) * noise.normal();
      }),
    );
  }
  return drawn;
}

/** So many vehicles must share the weight. */
const LEAST_SHARING = 30;
const RIDGE = 0.5;
const MOST_SPREADS = 2.5;
const WILD = 0.04;

/** Density of what was read of a quantity among vehicles that show the other readings. */
function densityIn(
  sample: readonly Float64Array[],
  quantity: Quantity,
  setting: number,
  reading: ReadingFile,
  observed: Observed,
): { density: number; sharing: number } | null {
  const settings = observed.rpm.length;
  const context = quantityContext(reading);
  const { metering } = reading.vehicle;
  const uses = observablesOf(quantity);
  const hidden = (quantity === "pressureRatio" ? uses : uses.slice(-1)).flatMap((name) => [name, ...hangingOn(name)]);
  const others = [...observed.values.keys()].filter(
    (place) => Number.isFinite(observed.values[place]!) && !hidden.includes(observableAt(place, settings).name),
  );
  const at = measureOf(quantity, observed.values, setting, settings, context);
  const rows = sample.flatMap((values) => {
    // Other values of the quantity are taken as read.
    const beside = Float64Array.from(values);
    for (const name of uses) {
      const place = placeOf(name, setting, settings);
      if (!hidden.includes(name)) beside[place] = values[place]!;
    }
    const y = measureOf(quantity, beside, setting, settings, context);
    const x = others.map((place) => {
      const sd = readingSd(observableAt(place, settings).name, metering);
      // A cause under which the other readings are far off is not stretched to them.
      return Math.min(Math.max((values[place]! - observed.values[place]!) / sd, -MOST_SPREADS), MOST_SPREADS);
    });
    return Number.isFinite(y) && x.every(Number.isFinite) ? [{ y, x }] : [];
  });
  if (rows.length < LEAST_SHARING) return null;
  const distances = rows.map(({ x }) => x.reduce((sum, value) => sum + value * value, 0));
  let weights: number[] = [];
  let sharing = 0;
  const least = Math.min(...distances);
  for (let width = 1; width < 1e4 && sharing < LEAST_SHARING; width *= 1.3) {
    weights = distances.map((distance) => Math.exp((-0.5 * (distance - least)) / width));
    const sum = weights.reduce((total, weight) => total + weight, 0);
    sharing = sum ** 2 / weights.reduce((total, weight) => total + weight * weight, 0);
  }
  const { intercept, residuals } = adjusted(rows, weights);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const variance = residuals.reduce((sum, value, i) => sum + weights[i]! * value * value, 0) / total;
  const bandwidth = Math.max(Math.sqrt(variance) * (4 / (3 * sharing)) ** 0.2, 1e-3);
  const spread = Math.sqrt(rows.reduce((sum, { y }) => sum + (y - intercept) ** 2, 0) / rows.length);
  const density =
    residuals.reduce((sum, residual, i) => {
      const z = (at - intercept - residual) / bandwidth;
      return sum + (weights[i]! * Math.exp(-0.5 * z * z)) / (bandwidth * Math.sqrt(2 * Math.PI));
    }, 0) / total;
  return { density: density + WILD / (spread * Math.sqrt(2 * Math.PI)), sharing };
}

/** Weighted linear regression of y on x about the readings (x = 0): the intercept there, and what is left of each row. */
function adjusted(rows: readonly { y: number; x: number[] }[], weights: readonly number[]) {
  const n = rows[0]!.x.length + 1;
  const a = new Float64Array(n * n);
  const b = new Float64Array(n);
  for (const [i, { y, x }] of rows.entries()) {
    const row = [1, ...x];
    for (let j = 0; j < n; j++) {
      b[j] = b[j]! + weights[i]! * row[j]! * y;
      for (let k = 0; k < n; k++) a[j * n + k] = a[j * n + k]! + weights[i]! * row[j]! * row[k]!;
    }
  }
  for (let j = 1; j < n; j++) a[j * n + j] = a[j * n + j]! + RIDGE;
  solveInPlace(a, b, n);
  const residuals = rows.map(({ y, x }) => y - [1, ...x].reduce((sum, value, j) => sum + value * b[j]!, 0));
  return { intercept: b[0]!, residuals };
}
