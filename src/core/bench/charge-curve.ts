/**
 * Pressures against charge: readings of many vehicles of one label as each is emptied, and the charges between which no reading would be called
 * wrong. The inference decides this reading by reading, with instrument errors.
 */
import type { CircuitPoint } from "../circuit/steady/point";
import { solveSteady } from "../circuit/steady/steady";
import type { CircuitConditions, CircuitVehicle } from "../circuit/vehicle/vehicle";
import { type Range, rangeOf } from "../diagnosis/explain/expected-range";
import { presences, weigh } from "../diagnosis/weigh/weigh";
import { type NoiseSource, seededNoise } from "../maths/noise";
import { type InstrumentAccuracy, workshopInstruments } from "../readings/derive/instruments";
import type { RunningSetting } from "../readings/file/reading-file";
import { type BenchReading, plantOf, readingOf } from "./bench-answer";
import { readAtBench } from "./bench-file";
import { type CurveChannel, curveChannels } from "./bench-shapes";
import type { BenchState } from "./bench-state";

/** Shares of the label's charge that are solved, the fullest first. */
const CURVE_MOST = 1.6;
const CURVE_LEAST = 0.05;
const CURVE_POINTS = 100;

export const curveShares: readonly number[] = Array.from(
  { length: CURVE_POINTS },
  (_, i) => CURVE_MOST - ((CURVE_MOST - CURVE_LEAST) * i) / (CURVE_POINTS - 1),
);

/** One vehicle emptied: a reading at each of {@link curveShares}, null where it does not run. */
export type EmptiedVehicle = readonly (BenchReading | null)[];

export function emptied(vehicle: CircuitVehicle, state: BenchState, conditions = state.conditions): EmptiedVehicle {
  const readings: (BenchReading | null)[] = curveShares.map(() => null);
  /** Solves from one charge to the next, each begun from its neighbour, until several in a row have no solution. */
  const walk = (start: number, step: 1 | -1, begun: CircuitPoint | undefined): CircuitPoint | undefined => {
    let from = begun;
    let first: CircuitPoint | undefined;
    let missed = 0;
    for (let i = start; i >= 0 && i < readings.length && missed < MOST_MISSED; i += step) {
      const plant = plantOf(vehicle, { ...state, chargeG: curveShares[i]! * vehicle.label.chargeG }, conditions);
      const near = from === undefined ? undefined : solveSteady(plant, from, false);
      const solved = near?.ok ? near : solveSteady(plant, undefined, false);
      missed = solved.ok ? 0 : missed + 1;
      if (!solved.ok || solved.value.kind !== "running") continue;
      from = solved.value.state.point;
      first ??= from;
      readings[i] = readingOf(solved.value.state, plant.atmosphereKpa);
    }
    return first;
  };
  const first = walk(AT_LABEL, 1, undefined);
  walk(AT_LABEL - 1, -1, first);
  return readings;
}

/** The charge nearest to the label's, from which both ways are gone. */
const AT_LABEL = curveShares.reduce(
  (best, share, i) => (Math.abs(share - 1) < Math.abs(curveShares[best]! - 1) ? i : best),
  0,
);
/** Beyond so many charges in a row without a solution there is none. */
const MOST_MISSED = 3;

interface CurvePoint {
  share: number;
  /** 5 %, median and 95 % of the vehicles that run; null where fewer than half do. */
  bands: Record<CurveChannel, Range | null>;
  /** Share of the vehicles whose charge the readings give away as wrong; null where fewer than half run. */
  told: number | null;
}

export interface ChargeCurve {
  vehicles: number;
  /** By rising share. */
  points: CurvePoint[];
  /** Shares of the label between which fewer than half of the vehicles show that their charge is wrong; null where there is no such stretch. */
  silent: { from: number; to: number } | null;
}

/** The inference is asked at every so many of the charges, and holds a charge for wrong from this probability on. */
const ASKED_EVERY = 3;
const HELD_WRONG = 0.5;

/** Whether the readings of one emptied vehicle would be called a wrong charge, by charge; null where not asked or not running. */
export function toldBy(vehicle: EmptiedVehicle, state: BenchState, seed: number): (boolean | null)[] {
  const noise = seededNoise(seed);
  return vehicle.map((reading, i) => {
    if (reading === null || i % ASKED_EVERY !== 0) return null;
    const present = presences(weigh(readAtBench(state, state.conditions, [read(reading, state.conditions, noise)])));
    return present.undercharge + present.overcharge > HELD_WRONG;
  });
}

/** A reading as a workshop's instruments give it: each errs by up to its 95 % uncertainty. */
export function read(
  reading: BenchReading,
  { rpm }: Pick<CircuitConditions, "rpm">,
  noise: NoiseSource,
  instruments: InstrumentAccuracy = workshopInstruments,
): RunningSetting {
  const off = (uncertainty: number) => (uncertainty / 1.96) * noise.normal();
  return {
    rpm: Math.round(rpm),
    lowKpa: reading.low + off(instruments.lowKpa),
    highKpa: reading.high + off(instruments.highKpa),
    ventC: reading.vent + off(instruments.ventK),
    suctionLineC: reading.suction + off(instruments.clampK),
    liquidLineC: reading.liquid + off(instruments.clampK),
  };
}

export function curveOf(vehicles: readonly EmptiedVehicle[], told: readonly (boolean | null)[][]): ChargeCurve {
  const points = curveShares.map((share, i): CurvePoint => {
    const shown = vehicles.flatMap((vehicle) => vehicle[i] ?? []);
    const enough = shown.length * 2 > vehicles.length;
    const answers = told.flatMap((one) => one[i] ?? []);
    return {
      share,
      bands: Object.fromEntries(
        curveChannels.map((channel) => [channel, enough ? rangeOf(shown.map((one) => one[channel])) : null]),
      ) as CurvePoint["bands"],
      told: answers.length * 2 > told.length ? answers.filter(Boolean).length / answers.length : null,
    };
  });
  points.reverse();
  return { vehicles: vehicles.length, points, silent: silentStretch(points) };
}

/** Outwards from the label as long as fewer than half are told. */
function silentStretch(points: readonly CurvePoint[]): ChargeCurve["silent"] {
  const asked = points.filter(({ told }) => told !== null);
  const atLabel = asked.reduce((best, _, i) => (gap(asked[i]!) < gap(asked[best]!) ? i : best), 0);
  const silent = (i: number) => asked[i] !== undefined && asked[i].told! < 0.5;
  if (!silent(atLabel)) return null;
  let from = atLabel;
  let to = atLabel;
  while (silent(from - 1)) from--;
  while (silent(to + 1)) to++;
  return { from: asked[from]!.share, to: asked[to]!.share };
}

const gap = ({ share }: CurvePoint) => Math.abs(share - 1);
