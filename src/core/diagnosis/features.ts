/**
 * The readings of one test as standardised deviations from what a healthy vehicle of this kind is known to show.
 * Everything is in temperatures, so that both refrigerants and every altitude share one scale. The expectations are
 * broad trade knowledge, not a simulation of this vehicle: each carries the spread between healthy vehicles.
 */
import type { Refrigerant } from "../fluids/helmholtz";
import { deriveValues } from "../readings/derived";
import type { Measured } from "../readings/measured";
import type { ReadingFile, RunningSetting } from "../readings/reading-file";
import { judgeRest } from "../readings/rest";

export const featureNames = [
  "evaporating",
  "condensing",
  "superheat",
  "subcooling",
  "split",
  "sides",
  "meeting",
  "rest",
] as const;
export type FeatureName = (typeof featureNames)[number];

export interface Feature {
  name: FeatureName;
  /** Deviation from the healthy expectation in units of `spread`. */
  z: number;
  /** Deviation in the unit of `words`, for people. */
  deviation: number;
  words: (deviation: number) => string;
}

interface Expectation {
  value: number;
  /** Spread between healthy vehicles, one standard deviation. */
  spread: number;
}

/** Features of the test; a reading that was not taken gives none. Two running settings are averaged. */
export function featuresOf(reading: ReadingFile): Feature[] {
  const settings = reading.running ?? [];
  const perSetting = settings.map((setting) => runningFeatures(reading, setting));
  const features: Feature[] = [];
  for (const name of featureNames) {
    const same = perSetting.flatMap((list) => list.filter((feature) => feature.name === name));
    const first = same[0];
    if (!first) continue;
    const mean = (pick: (f: Feature) => number) => same.reduce((sum, f) => sum + pick(f), 0) / same.length;
    features.push({ ...first, z: mean((f) => f.z), deviation: mean((f) => f.deviation) });
  }
  return [...features, ...restFeature(reading), ...meetingFeature(reading)];
}

function runningFeatures(reading: ReadingFile, setting: RunningSetting): Feature[] {
  const { vehicle, conditions } = reading;
  const refrigerant: Refrigerant = vehicle.refrigerant;
  const ambientC = conditions.ambientC;
  const evaporatorAirC = conditions.airSource === "recirculated" ? (conditions.cabinReturnC ?? null) : ambientC;
  const derived = deriveValues({
    refrigerant,
    altitudeM: conditions.altitudeM ?? 0,
    ambientC,
    evaporatorAirC,
    lowKpa: setting.lowKpa ?? null,
    highKpa: setting.highKpa ?? null,
    ventC: setting.ventC ?? null,
    suctionLineC: setting.suctionLineC ?? null,
    liquidLineC: setting.liquidLineC ?? null,
  });
  const fast = (setting.rpm ?? 800) > 1200;
  const valve = vehicle.metering === "expansion-valve";
  const controlled = vehicle.compressor !== "fixed";
  const hot = ambientC - 27;
  const features: Feature[] = [];
  const add = (name: FeatureName, reading: Measured | null, expected: Expectation, words: Feature["words"]) => {
    if (reading === null) return;
    const deviation = reading.value - expected.value;
    features.push({ name, deviation, z: deviation / Math.hypot(expected.spread, reading.uncertainty / 2), words });
  };
  // Healthy evaporators boil a little above freezing; fixed displacement pulls them down with speed.
  add(
    "evaporating",
    derived.evaporatingC,
    { value: (fast && !controlled ? -2 : 2) + 0.2 * hot, spread: 4 },
    (d) => `Boils ${kelvin(d)} ${d < 0 ? "colder" : "warmer"} than such a vehicle should (low side)`,
  );
  add(
    "condensing",
    derived.condensingC,
    { value: ambientC + 16, spread: 5 },
    (d) => `Condenses ${kelvin(d)} ${d < 0 ? "colder" : "hotter"} than such a vehicle should (high side)`,
  );
  add(
    "superheat",
    derived.superheatK,
    { value: valve ? 7 : 5, spread: 5 },
    (d) => `Superheat ${kelvin(d)} ${d < 0 ? "under" : "over"} the usual`,
  );
  add(
    "subcooling",
    derived.subcoolingK,
    { value: valve ? 6 : 7, spread: 4 },
    (d) => `Subcooling ${kelvin(d)} ${d < 0 ? "under" : "over"} the usual`,
  );
  add(
    "split",
    derived.airSplitK,
    { value: (evaporatorAirC ?? ambientC) - (8 + 0.3 * hot), spread: 4 },
    (d) => `Air cooled ${kelvin(d)} ${d < 0 ? "less" : "more"} than usual`,
  );
  if (derived.condensingC && derived.evaporatingC) {
    // One when running well, near nothing when the sides stay together.
    const apart = derived.condensingC.value - derived.evaporatingC.value;
    const usual = ambientC + 16 - (2 + 0.2 * hot);
    add(
      "sides",
      { value: apart, uncertainty: 1 },
      { value: usual, spread: 7 },
      (d) => `Sides ${kelvin(d)} ${d < 0 ? "closer together" : "further apart"} than usual`,
    );
  }
  return features;
}

function restFeature(reading: ReadingFile): Feature[] {
  const { rest, vehicle, conditions } = reading;
  if (rest?.soakC === null || rest?.soakC === undefined) return [];
  const answer = judgeRest({
    refrigerant: vehicle.refrigerant,
    altitudeM: conditions.altitudeM ?? 0,
    soakC: rest.soakC,
    lowKpa: rest.lowKpa ?? null,
    highKpa: rest.highKpa ?? null,
  });
  if (answer === null) return [];
  // Parts of an engine bay stand some kelvin apart even when soaked: about 1.5 K, 3 % of the pressure a kelvin.
  const bay = 0.03 * (answer.saturation.value + 101) * 1.5;
  const spread = Math.hypot(answer.margin.uncertainty / 2, bay);
  return [
    {
      name: "rest",
      deviation: answer.margin.value,
      z: answer.margin.value / spread,
      words: (d) => `At rest ${Math.abs(Math.round(d))} kPa ${d < 0 ? "below" : "above"} saturation`,
    },
  ];
}

function meetingFeature(reading: ReadingFile): Feature[] {
  const seconds = reading.equalise?.seconds;
  if (seconds === null || seconds === undefined) return [];
  const valve = reading.vehicle.metering === "expansion-valve";
  const still = reading.equalise?.equalised === false;
  // On a log scale: valves take minutes to let the sides meet, orifices well under one.
  const usual = valve ? 150 : 45;
  const deviation = Math.log(Math.max(seconds, 1) / usual) + (still ? 1 : 0);
  return [
    {
      name: "meeting",
      deviation,
      z: deviation / 0.6,
      words: () => `Sides ${still ? "still apart after" : "met in"} ${Math.round(seconds)} s, usual about ${usual} s`,
    },
  ];
}

function kelvin(deviation: number): string {
  return `${Math.abs(deviation).toFixed(0)} K`;
}
