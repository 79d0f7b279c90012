/**
 * Sound vehicles that could wear a label, in the conditions that were written down: an ensemble out of the population, each with its own draw of
 * what the conditions leave open (how far the thermometer and the hygrometer err, humidity and blower that nobody wrote, a charge near the label).
 * Expected ranges, and how far a reading may lie from a simulated one, both come from it.
 */
import { humidityAt } from "../../air/humid-air";
import { lineProfileOf } from "../../circuit/steady/line-profile";
import { makePlant } from "../../circuit/steady/plant";
import { solveSteady } from "../../circuit/steady/steady";
import { sizeVehicle } from "../../circuit/vehicle/sizing";
import { withUsualConditions } from "../../circuit/vehicle/usual";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../../circuit/vehicle/vehicle";
import type { LineProfile } from "../../line-places";
import { mean } from "../../maths/mean";
import { stratifiedNormals } from "../../maths/noise";
import { normalBelow } from "../../maths/normal";
import type { ReadingFile } from "../../readings/file/reading-file";
import { type Shown, show } from "./observables";
import { channelsOf } from "./state-channels";

/** Conditions of a test as they were written; what is absent is not known. */
export type KnownConditions = ReadingFile["conditions"];

/** Readings of a vehicle that was sound, at one setting of the engine; kPa gauge, degC. */
export interface SoundReading {
  /** Key of another vehicle of the same label and build that was read; absent where it is this very one. */
  sister?: string;
  conditions: CircuitConditions;
  readings: Partial<Record<"low" | "high" | "vent" | "suction" | "liquid", number>>;
}

/** Vehicles that stand for one label, and by how many of its own tests and of how many sister vehicles they were chosen. */
export interface Ensemble {
  vehicles: readonly CircuitVehicle[];
  ownTests: number;
  sisters: number;
}

/** One of them at all engine speeds that were asked for. */
export interface SoundVehicle {
  shown: Shown;
  /** Temperatures along its circuit at each speed. */
  lines: LineProfile[];
}

const MEMBERS = 24;
/** Representative at this size: means and spreads of its pressures and temperatures are those of 800 vehicles (within 0.12 and 15 % of a spread). */
const ENSEMBLE_SEED = 5;
const DAY_SEED = 7;
/** Number of candidates that a vehicle's own tests choose from, and that the tests of its sisters do, which choose less sharply. */
const CANDIDATES = 360;
const CANDIDATES_OF_SISTERS = 160;
/** Residual of the model against a vehicle it knows, with instrument errors: kPa, kPa, K, K, K. */
const LIKENESS = { low: 14, high: 70, vent: 1.5, suction: 2.5, liquid: 2.5 } as const;
/** Spread among vehicles of one label and build, by wear and production; kPa, kPa, K, K, K. So wide that simulated fleets stay in their ranges (docs/accuracy.md). */
const SISTERS = { low: 22, high: 110, vent: 2.2, suction: 5.5, liquid: 9 } as const;
type ReadChannel = keyof typeof LIKENESS;
/** So many of the candidates must share the weight: fewer would be a line, not a range. */
const LEAST_SHARING = 12;

const ensembles = new Map<string, Ensemble>();
const KEPT = 8;

/**
 * Vehicles that could wear a label; the same label gives the same ones. With tests of this vehicle when it was sound, those that show the
 * like. Empty for a label that cannot be sized.
 */
export function ensembleOf(label: VehicleLabel, own: readonly SoundReading[] = [], members = MEMBERS): Ensemble {
  const key = JSON.stringify([label, own, members]);
  const known = ensembles.get(key);
  if (known) return known;
  const drawn = drawEnsemble(label, own, members);
  ensembles.set(key, drawn);
  if (ensembles.size > KEPT) ensembles.delete(ensembles.keys().next().value!);
  return drawn;
}

function candidatesFor(own: readonly SoundReading[]): number | null {
  if (own.length === 0) return null;
  return own.every(({ sister }) => sister !== undefined) ? CANDIDATES_OF_SISTERS : CANDIDATES;
}

function drawEnsemble(label: VehicleLabel, own: readonly SoundReading[], members: number): Ensemble {
  const vehicles = stratifiedNormals(candidatesFor(own) ?? members, ENSEMBLE_SEED).flatMap((draw) => {
    const sized = sizeVehicle(label, draw);
    return sized.ok ? [sized.value] : [];
  });
  if (own.length === 0 || vehicles.length === 0) return { vehicles, ownTests: 0, sisters: 0 };
  const misfits = vehicles.map((vehicle) => misfitOf(vehicle, own));
  if (!misfits.some(Number.isFinite)) return { vehicles: vehicles.slice(0, members), ownTests: 0, sisters: 0 };
  return {
    vehicles: resampled(vehicles, misfits, members),
    ownTests: own.filter(({ sister }) => sister === undefined).length,
    sisters: new Set(own.flatMap(({ sister }) => sister ?? [])).size,
  };
}

/**
 * Half the sum of squares of what a vehicle would have shown against what was read: of its own tests each in units of its likeness; of n sister
 * vehicles their mean, which lies off by how sisters differ, once for this vehicle and once in n for them. Infinite where it does not run.
 */
function misfitOf(vehicle: CircuitVehicle, own: readonly SoundReading[]): number {
  let sum = 0;
  const bySister = new Map<string, Partial<Record<ReadChannel, number[]>>>();
  for (const { conditions, readings, sister } of own) {
    const plant = makePlant(vehicle, conditions, []);
    const solved = solveSteady(plant);
    if (!solved.ok || solved.value.kind !== "running") return Number.POSITIVE_INFINITY;
    const shown = channelsOf(solved.value.state, plant.atmosphereKpa);
    const its = sister === undefined ? null : (bySister.get(sister) ?? {});
    for (const [channel, value] of Object.entries(readings) as [ReadChannel, number][]) {
      const off = shown[channel] - value;
      if (its === null) sum += 0.5 * (off / LIKENESS[channel]) ** 2;
      else its[channel] = [...(its[channel] ?? []), off];
    }
    if (its !== null) bySister.set(sister!, its);
  }
  return sum + sisterMisfit([...bySister.values()]);
}

function sisterMisfit(sisters: readonly Partial<Record<ReadChannel, readonly number[]>>[]): number {
  return (Object.keys(LIKENESS) as ReadChannel[]).reduce((sum, channel) => {
    const means = sisters.flatMap((one) => (one[channel] === undefined ? [] : [mean(one[channel])]));
    if (means.length === 0) return sum;
    const variance = SISTERS[channel] ** 2 * (1 + 1 / means.length) + LIKENESS[channel] ** 2 / means.length;
    return sum + (0.5 * mean(means) ** 2) / variance;
  }, 0);
}

/** Chosen in proportion to exp(-misfit / temperature), the lowest temperature of 1 or more at which enough of them share the weight. */
function resampled(vehicles: readonly CircuitVehicle[], misfits: readonly number[], members: number): CircuitVehicle[] {
  const least = Math.min(...misfits);
  let weights: number[] = [];
  for (let temperature = 1; temperature < 1e3; temperature *= 1.3) {
    weights = misfits.map((misfit) => Math.exp((least - misfit) / temperature));
    const sum = weights.reduce((total, weight) => total + weight, 0);
    const squares = weights.reduce((total, weight) => total + weight * weight, 0);
    if ((sum * sum) / squares >= LEAST_SHARING) break;
  }
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const chosen: CircuitVehicle[] = [];
  let running = 0;
  for (const [i, vehicle] of vehicles.entries()) {
    running += weights[i]!;
    while (chosen.length < members && (chosen.length + 0.5) / members <= running / total) chosen.push(vehicle);
  }
  return chosen;
}

/** Sound vehicles of an ensemble in the conditions of a test; those whose compressor stands, or that have no solution, are left out. */
export function solveSound(
  { vehicles }: Ensemble,
  known: KnownConditions,
  rpm: readonly number[],
  soakC: number,
): SoundVehicle[] {
  const days = stratifiedNormals(vehicles.length, DAY_SEED);
  let near: Shown["states"] | undefined;
  return vehicles.flatMap((vehicle, i) => {
    const draw = days[i]!;
    const { label } = vehicle;
    const chargeKg = (label.chargeG / 1000) * drawShare(draw);
    const day = drawDay(known, draw);
    const plants = rpm.map((speed) =>
      makePlant(vehicle, circuitConditions(day, Math.round(speed / ROUND_RPM) * ROUND_RPM), [], { chargeKg }),
    );
    const shown = show(plants, soakC, label.chargeG, near, false);
    if (shown === null || shown.standing) return [];
    near = shown.states;
    return [{ shown, lines: shown.states.map((state) => lineProfileOf(state!)) }];
  });
}

const USUAL_SHARE = 0.98;
const SHARE_SD = 0.05;
const LEAST_SHARE = 0.86;
const MOST_SHARE = 1.1;

/** Share of the label's charge in a vehicle whose charge nobody would call wrong. `draw`: standard normal. */
export function drawShare(draw: () => number): number {
  return Math.min(Math.max(USUAL_SHARE + SHARE_SD * draw(), LEAST_SHARE), MOST_SHARE);
}

/** Errors of what is written of the air: K, K, %. */
const AMBIENT_SD_K = 1.1;
const RETURN_SD_K = 1.2;
const HUMIDITY_SD_PCT = 6;
/** Dew point where no humidity was written, degC. */
const DEW_POINT = { mean: 13, sd: 5 } as const;
/** Blower where no setting was written: full in so many tests, else evenly between these. */
const FULL_BLOWER = 0.6;
const LEAST_BLOWER_PCT = 40;
/** Recirculated air where it was not read, K against the ambient. */
const RETURN = { mean: -2, sd: 5 } as const;

/** Conditions rounded so that the same day is the same simulation on every screen. */
const ROUND_RPM = 50;
const ROUND_AMBIENT_C = 0.5;

/** True conditions behind those that were written. `draw`: standard normal. */
export function drawDay(known: KnownConditions, draw: () => number): KnownConditions {
  const [air, moisture, blower, back] = [draw(), draw(), draw(), draw()];
  const ambientC = Math.round(known.ambientC / ROUND_AMBIENT_C) * ROUND_AMBIENT_C + AMBIENT_SD_K * air;
  const beyondFull = Math.max(normalBelow(blower) - FULL_BLOWER, 0) / (1 - FULL_BLOWER);
  const within = (value: number, least: number, most: number) => Math.min(Math.max(value, least), most);
  return {
    ...known,
    ambientC,
    humidityPct:
      known.humidityPct == null
        ? humidityAt(ambientC, Math.min(DEW_POINT.mean + DEW_POINT.sd * moisture, ambientC - 2))
        : within(Math.round(known.humidityPct) + HUMIDITY_SD_PCT * moisture, 3, 100),
    blowerPct: known.blowerPct ?? (beyondFull === 0 ? 100 : LEAST_BLOWER_PCT + (100 - LEAST_BLOWER_PCT) * beyondFull),
    cabinReturnC:
      known.cabinReturnC != null
        ? known.cabinReturnC + RETURN_SD_K * back
        : known.airSource === "recirculated"
          ? ambientC + RETURN.mean + RETURN.sd * back
          : null,
  };
}

/** The model's own range; conditions beyond it are taken at its edge. */
const MODEL_AMBIENT_C = { min: 5, max: 50 };
const MODEL_RPM = { min: 500, max: 4000 };
const MODEL_ALTITUDE_M = 4000;

/** Conditions of the circuit at an engine speed, with the usual for what was not written. */
export function circuitConditions(known: KnownConditions, rpm: number): CircuitConditions {
  return withUsualConditions(
    {
      ambientC: Math.min(Math.max(known.ambientC, MODEL_AMBIENT_C.min), MODEL_AMBIENT_C.max),
      rpm: Math.min(Math.max(rpm, MODEL_RPM.min), MODEL_RPM.max),
    },
    { ...known, altitudeM: Math.min(known.altitudeM ?? 0, MODEL_ALTITUDE_M) },
  );
}
