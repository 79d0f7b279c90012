/** Tests of the made-up year: simulated on the vehicle's own sizes, read with the instruments of this workshop. */
import type { FaultCause } from "@/core/causes/catalogue";
import { simulate } from "@/core/instruments/simulate";
import { type NoiseSource, seededNoise } from "@/core/maths/noise";
import type { RunningSetting } from "@/core/readings/file/reading-file";
import type { TestRecord } from "@/core/records/job";
import { entry } from "@/core/units/entry";
import { ALTITUDE_M, round } from "./common";
import type { Car } from "./fleet";

export interface Weather {
  /** Offset of the clamp that day, K. */
  clampK: number;
  ambientC: number;
  humidityPct: number;
}

/** A temperate place: 8 degC in January, 27 in July, give or take; jobs are done in a heated hall. */
export function weatherOf(noise: NoiseSource, at: number): Omit<Weather, "clampK"> {
  const month = new Date(at).getUTCMonth() + new Date(at).getUTCDate() / 31;
  const outside = 17.5 - 9.5 * Math.cos((2 * Math.PI * (month - 0.7)) / 12) + 4 * noise.normal();
  return {
    ambientC: round(Math.min(Math.max(outside, 15), 38), 0.5),
    humidityPct: Math.round(Math.min(Math.max(52 + 10 * noise.normal(), 25), 80)),
  };
}

/** State of a car on a day: share of its label that it holds, and what ails it. */
export interface CarState {
  car: Car;
  share: number;
  ails: { cause: FaultCause; severity: number } | null;
}

export function testOf(
  noise: NoiseSource,
  { car, share, ails: fault }: CarState,
  { ambientC, humidityPct, clampK }: Weather,
  blank: TestRecord,
) {
  const { highPort: _, ...vehicle } = car.label;
  const seed = Math.floor(noise.uniform() * 2 ** 31);
  // One state in a thousand has no solution that the solver finds; the air is then a degree warmer.
  const simulated = (airC: number) => {
    // Each car is drawn from its own seed, so it stays the same.
    const sizes = seededNoise(car.seed);
    const request = {
      vehicle,
      conditions: { ambientC: airC, humidityPct, altitudeM: ALTITUDE_M, blowerPct: 100, airSource: "fresh" as const },
      charge: { fraction: Math.min(share, 1.4) },
      faults: fault === null ? [] : [fault],
      noise: true,
      seed,
    };
    return simulate(request, () => sizes.normal());
  };
  let airC = ambientC;
  let made = simulated(airC);
  while (!made.ok && airC < ambientC + 5) {
    airC += 1;
    made = simulated(airC);
  }
  if (!made.ok) throw new Error(`${car.name}: ${JSON.stringify(made.issue)}`);
  const { running, rest, equalise } = made.value;
  const [idle, fast] = blank.settings;
  return {
    test: {
      ...blank,
      ambient: entry(String(airC), "degC"),
      humidity: entry(String(humidityPct), "pct"),
      settings: [
        settingOf(idle, running![0]!, clampK),
        settingOf(fast, running![1]!, clampK),
      ] as TestRecord["settings"],
    },
    rest: {
      low: bar(rest?.lowKpa ?? null),
      high: bar(rest?.highKpa ?? null),
      soak: entry(rest?.soakC == null ? "" : rest.soakC.toFixed(1), "degC"),
    },
    meets: equalise?.equalised ? equalise.seconds : null,
  };
}

const bar = (kpa: number | null | undefined) => entry(kpa == null ? "" : (kpa / 100).toFixed(2), "bar");

const degC = (value: number | null | undefined) => entry(value == null ? "" : value.toFixed(1), "degC");

type Setting = TestRecord["settings"][number];

function settingOf(blank: Setting, read: RunningSetting, clampK: number): Setting {
  const { cyclePeriodS, lowMinKpa, lowMaxKpa, lowKpa, highKpa } = read;
  const cycles = cyclePeriodS != null && lowMinKpa != null && lowMaxKpa != null && lowKpa != null && highKpa != null;
  return {
    ...blank,
    // With a cycling clutch what is written down is read just before it cuts out.
    low: bar(cycles ? lowMinKpa : lowKpa),
    high: bar(highKpa),
    vent: degC(read.ventC),
    suction: degC(read.suctionLineC == null ? null : read.suctionLineC + clampK),
    liquid: degC(read.liquidLineC == null ? null : read.liquidLineC + clampK),
    cycle: cycles ? { periodS: cyclePeriodS, lowMinKpa, lowMaxKpa, lowMeanKpa: lowKpa, highEngagedKpa: highKpa } : null,
  };
}
