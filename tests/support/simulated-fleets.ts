/** Fleets of one label: sister vehicles that share most of what makes a model, each with its own wear; and what is expected of one from the others. */
import { makePlant } from "@/core/circuit/steady/plant";
import { solveSteady } from "@/core/circuit/steady/steady";
import { sizeVehicle } from "@/core/circuit/vehicle/sizing";
import type { CircuitConditions, CircuitVehicle } from "@/core/circuit/vehicle/vehicle";
import { expectedRanges } from "@/core/diagnosis/explain/expected-range";
import { drawShare, type KnownConditions, type SoundReading } from "@/core/diagnosis/explain/sound-vehicles";
import { channelsOf } from "@/core/diagnosis/explain/state-channels";
import { drawLabel } from "@/core/diagnosis/learn/draw-test";
import { type NoiseSource, seededNoise } from "@/core/maths/noise";

/** Share of the variance of every size that vehicles of one model have in common. */
const COMMON_SHARE = 0.7;
const CHANNELS = ["low", "high", "vent", "suction", "liquid"] as const;
export type FleetChannel = (typeof CHANNELS)[number];
/** Errors of instruments and model on a reading: kPa, kPa, K, K, K. */
const ERRORS: Record<FleetChannel, number> = { low: 14, high: 60, vent: 1.5, suction: 2.2, liquid: 1.7 };

type Readings = Record<FleetChannel, number>;

function readingsOf(vehicle: CircuitVehicle, conditions: CircuitConditions, noise: NoiseSource): Readings | null {
  const chargeKg = (vehicle.label.chargeG / 1000) * drawShare(noise.normal);
  const plant = makePlant(vehicle, conditions, [], { chargeKg });
  const solved = solveSteady(plant);
  if (!solved.ok || solved.value.kind !== "running" || solved.value.state.cycling) return null;
  return channelsOf(solved.value.state, plant.atmosphereKpa);
}

const withErrors = (readings: Readings, { normal }: NoiseSource): Readings =>
  Object.fromEntries(CHANNELS.map((channel) => [channel, readings[channel] + ERRORS[channel] * normal()])) as Readings;

function drawDay({ uniform, normal }: NoiseSource): KnownConditions & { ambientC: number } {
  return {
    ambientC: Math.min(Math.max(28 + 5 * normal(), 18), 42),
    humidityPct: 35 + 30 * uniform(),
    altitudeM: 200,
    cabinReturnC: null,
    airSource: "fresh",
    blowerPct: 100,
  };
}

export interface FleetHeld {
  channel: FleetChannel;
  withSisters: { inside: boolean; width: number };
  alone: { inside: boolean; width: number };
}

/** True day behind what was written: the thermometer errs by a kelvin. */
const asTrue = (day: KnownConditions, rpm: number, { normal }: NoiseSource): CircuitConditions => ({
  ambientC: day.ambientC + 1.1 * normal(),
  humidityPct: Math.min(Math.max((day.humidityPct ?? 50) + 6 * normal(), 5), 100),
  altitudeM: day.altitudeM ?? 0,
  cabinReturnC: null,
  airSource: "fresh",
  blowerPct: 100,
  rpm,
});

/** One vehicle of each fleet read on a fresh day, held against its range with the sound tests of `sisters` others and without. */
export function fleetsHeld(fleets: number, sisters: number, seed: number): FleetHeld[] {
  const noise = seededNoise(seed);
  const held: FleetHeld[] = [];
  for (let n = 0; n < fleets; ) {
    const label = drawLabel(noise);
    const common: number[] = [];
    const vehicleOf = () => {
      let k = 0;
      return sizeVehicle(label, () => {
        common[k] ??= noise.normal();
        return Math.sqrt(COMMON_SHARE) * common[k++]! + Math.sqrt(1 - COMMON_SHARE) * noise.normal();
      });
    };
    const tests = Array.from({ length: sisters }, (_, i): SoundReading | null => {
      const sized = vehicleOf();
      const day = drawDay(noise);
      const true_ = asTrue(day, 1500, noise);
      const readings = sized.ok ? readingsOf(sized.value, true_, noise) : null;
      const written = { ...true_, ambientC: day.ambientC, humidityPct: day.humidityPct! };
      return readings && { sister: `van ${i}`, conditions: written, readings: withErrors(readings, noise) };
    });
    const target = vehicleOf();
    const day = drawDay(noise);
    const read = target.ok ? readingsOf(target.value, asTrue(day, 1500, noise), noise) : null;
    if (read === null || tests.some((test) => test === null)) continue;
    n++;
    const shown = withErrors(read, noise);
    const narrow = expectedRanges(label, day, 1500, tests as SoundReading[]);
    const wide = expectedRanges(label, day, 1500);
    if (narrow === null || wide === null) continue;
    for (const channel of CHANNELS) {
      const within = ({ low, high }: { low: number; high: number }) => ({
        inside: shown[channel] >= low && shown[channel] <= high,
        width: high - low,
      });
      held.push({ channel, withSisters: within(narrow.ranges[channel]), alone: within(wide.ranges[channel]) });
    }
  }
  return held;
}
