/**
 * Reads a drawn test as a workshop would: what is recorded and left out, with instrument errors and the model's own uncertainty. Drawn anew each
 * time, so that no network learns one reading by heart. Rates are described in docs/accuracy.md.
 */
import { fluidTable } from "../../fluids/tables";
import type { NoiseSource } from "../../maths/noise";
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { pick, type TrueSetting, type TrueTest } from "./draw-test";

/** Extent of the recorded readings. */
export const thoroughnesses = ["everything", "two-speeds", "one-speed", "hardly-anything"] as const;
export type Thoroughness = (typeof thoroughnesses)[number];

const HABITS: readonly (readonly [Thoroughness, number])[] = [
  ["everything", 31],
  ["two-speeds", 25],
  ["one-speed", 29],
  ["hardly-anything", 15],
];

/** Doubt of the model, K, shared by both speeds and of each: saturation temperatures, air and lines. */
const DOUBT = {
  low: [1.6, 0.6],
  high: [1.6, 0.8],
  vent: [1.1, 0.5],
  suction: [1.8, 0.8],
  liquid: [1.4, 0.7],
  discharge: [6, 2],
  inlet: [1.2, 0.6],
  outlet: [2.5, 1],
  metering: [0.8, 0.4],
} as const;
type Doubted = keyof typeof DOUBT;
/** Instruments: bias of the set, and scatter of each reading; kPa, and K of clamps, probes and air thermometers. */
const GAUGE = { low: [7, 4], high: [22, 12] } as const;
const THERMOMETER = [0.5, 0.4] as const;
/** A clamp reads a little of the air around the pipe. */
const CLAMP_AIR = 0.06;
/** While an electric fan switches the high side saws: where on the saw it was read, kPa. */
const FAN_SAW_KPA = 35;
/** A reading that is simply wrong: slipped clamp, half open coupler, wrong line of the sheet. */
const WILD = 0.012;
/** Clutches cycle faster or slower than two nodes say. */
const PERIOD_DOUBT = 0.35;
/** The quick formula of the meeting time is good for a half. */
const EQUALISATION_DOUBT = 0.4;
/** An electric compressor has no engine speed; some write one down all the same. */
const ELECTRIC_WITH_RPM = 0.1;

export interface ReadAsOptions {
  /** Share of the readings that are simply wrong. */
  wild?: number;
}

export function readAs(
  test: TrueTest,
  noise: NoiseSource,
  how: Thoroughness = pick(noise, HABITS),
  { wild = WILD }: ReadAsOptions = {},
): ReadingFile {
  const { uniform, normal } = noise;
  const { label, conditions, faults } = test;
  const given = <Value>(value: Value, chance: number): Value | null => (uniform() < chance ? value : null);
  const full = how === "everything";
  const shared = Object.fromEntries(
    Object.entries(DOUBT).map(([name, [common]]) => [name, common * normal()]),
  ) as Record<Doubted, number>;
  const gauges = { low: GAUGE.low[0] * normal(), high: GAUGE.high[0] * normal() };
  const thermometer = THERMOMETER[0] * normal();
  const reader = { test, noise, shared, gauges, thermometer, how, wild };
  const both = how === "everything" || how === "two-speeds";
  const which = both ? test.settings : [test.settings[uniform() < 0.55 ? 0 : 1]!];
  const restChance = full ? 0.75 : how === "two-speeds" ? 0.5 : 0.35;
  const cold = faults.length > 0 && test.meetS === null;
  return {
    format: "evrid.readings",
    version: 1,
    id: "drawn",
    vehicle: {
      refrigerant: label.refrigerant,
      chargeG: given(label.chargeG, 0.94),
      metering: label.metering,
      compressor: label.compressor,
      condenserFan: given(label.condenserFan, 0.85),
      evaporators: label.evaporators,
      highPort: label.highPort === "before-condenser" ? label.highPort : null,
    },
    conditions: {
      ambientC: tenth(conditions.ambientC + 1.1 * normal()),
      humidityPct: given(Math.round(Math.min(Math.max(conditions.humidityPct + 6 * normal(), 3), 100)), 0.55),
      altitudeM: Math.round(conditions.altitudeM),
      cabinReturnC:
        conditions.cabinReturnC === null ? null : given(tenth(conditions.cabinReturnC + 1.2 * normal()), 0.7),
      airSource: given(conditions.airSource, 0.93),
      blowerPct: given(Math.round(conditions.blowerPct), 0.5),
    },
    rest: uniform() < restChance ? readRest(test, noise) : null,
    running: which.map((setting) => readSetting(setting, reader)),
    equalise:
      test.meetS !== null && !cold && uniform() < (full ? 0.4 : 0.1) ? readEqualisation(test.meetS, noise) : null,
    recoveredG:
      uniform() < 0.06
        ? Math.max(0, Math.round(test.chargeShare * label.chargeG * (0.985 + 0.02 * normal()) + 6 * normal()))
        : null,
  };
}

/** Both sides after a soak; the thermometer lies on something a little cooler than where the liquid is. */
function readRest(test: TrueTest, { uniform, normal }: NoiseSource): ReadingFile["rest"] {
  const kpa = test.rest.kpa - test.atmosphereKpa;
  const unsoaked = uniform() < 0.08 ? 60 * uniform() : 0;
  const low = Math.max(kpa + 8 * normal(), -95);
  const high = Math.max(kpa + 14 * normal() + unsoaked, -95);
  const one = uniform() < 0.12;
  return {
    lowKpa: Math.round(low),
    highKpa: one ? null : Math.round(high),
    soakC: tenth(test.rest.soakC - 0.4 + 0.9 * normal()),
  };
}

const LONGEST_WATCHED_S = [300, 480, 600, 900] as const;

function readEqualisation(seconds: number, { uniform, normal }: NoiseSource): ReadingFile["equalise"] {
  const longest = LONGEST_WATCHED_S[Math.floor(uniform() * LONGEST_WATCHED_S.length)]!;
  const took = seconds * Math.exp(EQUALISATION_DOUBT * normal());
  return took > longest
    ? { seconds: longest, equalised: false }
    : { seconds: Math.max(2, Math.round(took)), equalised: true };
}

interface Reader {
  test: TrueTest;
  noise: NoiseSource;
  shared: Record<Doubted, number>;
  gauges: { low: number; high: number };
  thermometer: number;
  how: Thoroughness;
  wild: number;
}

function readSetting(setting: TrueSetting, reader: Reader): RunningSetting {
  const { test, noise, shared, how } = reader;
  const { uniform, normal } = noise;
  const full = how === "everything";
  const few = how === "two-speeds";
  const hardly = how === "hardly-anything";
  const off = (name: Doubted) => shared[name] + DOUBT[name][1] * normal();
  const wild = (value: number, span: number) =>
    uniform() < reader.wild ? value + span * (uniform() - 0.5) * 2 : value;
  const pressure = (kpa: number, side: "low" | "high") => {
    // Standing still there is nothing to doubt but the gauge; running the doubt is one of temperatures.
    const slope = fluidTable(test.label.refrigerant).saturationSlope(kpa);
    const doubted = setting.standing ? kpa : Math.max(kpa + off(side) / slope, 12);
    const { noise: _, gauges } = reader;
    const saw = side === "high" && !setting.standing && test.label.condenserFan !== "viscous" ? FAN_SAW_KPA : 0;
    const scatter = GAUGE[side][1] * normal() + saw * normal();
    return doubted - test.atmosphereKpa + gauges[side] + scatter;
  };
  const warmth = (value: number, name: Doubted, clamp: boolean) => {
    const air = clamp ? CLAMP_AIR * uniform() * (test.conditions.ambientC + 6 - value) : 0;
    return tenth(
      wild(value + off(name) * (setting.standing ? 0.6 : 1) + reader.thermometer + THERMOMETER[1] * normal() + air, 25),
    );
  };
  const given = <Value>(make: () => Value, chance: number): Value | null => (uniform() < chance ? make() : null);
  const { cycle } = setting;
  const lowChance = hardly ? 0.6 : 0.97;
  const highChance = hardly ? 0.35 : few ? 0.97 : 0.88;
  const clamp = full ? 0.92 : few ? 0.22 : hardly ? 0.08 : 0.28;
  const low = given(() => rounded(wild(pressure(setting.lowKpa, "low"), 150), 5, noise), lowChance);
  const swing = cycle !== null && low !== null && uniform() < 0.85;
  // Some take the moving needle where it just was.
  const moment = cycle !== null && low !== null && !swing;
  const at = (kpa: number) => Math.round(kpa - test.atmosphereKpa + reader.gauges.low + 8 * normal());
  return {
    rpm: given(
      () => Math.round(setting.rpm / 10) * 10,
      test.label.compressor === "electric" ? ELECTRIC_WITH_RPM : 0.97,
    ),
    lowKpa: moment && cycle ? at(cycle.minKpa + uniform() * (cycle.maxKpa - cycle.minKpa)) : low,
    highKpa: given(() => rounded(wild(pressure(setting.highKpa, "high"), 500), 10, noise), highChance),
    lowMinKpa: swing && cycle ? at(cycle.minKpa) : null,
    lowMaxKpa: swing && cycle ? at(cycle.maxKpa) : null,
    cyclePeriodS:
      swing && cycle && uniform() < 0.45
        ? Math.max(1, Math.round(cycle.periodS * Math.exp(PERIOD_DOUBT * normal())))
        : null,
    ventC: given(() => warmth(setting.ventC, "vent", false), hardly ? 0.75 : 0.95),
    suctionLineC: given(() => warmth(setting.suctionC, "suction", true), clamp),
    liquidLineC: given(() => warmth(setting.liquidC, "liquid", true), clamp),
    dischargeLineC: given(() => warmth(setting.dischargeC, "discharge", true), full ? 0.6 : 0.08),
    meteringInletC: given(() => warmth(setting.meteringInletC, "metering", true), full ? 0.2 : 0.04),
    condenserInletAirC: given(() => warmth(setting.condenserInletC, "inlet", false), full ? 0.55 : 0.06),
    condenserOutletAirC: given(() => warmth(setting.condenserOutletC, "outlet", false), full ? 0.4 : 0.04),
    compressorDutyPct:
      test.label.compressor === "variable-external"
        ? given(() => Math.round(Math.min(Math.max(setting.commandPct + 7 * normal(), 0), 100)), full ? 0.55 : 0.15)
        : null,
  };
}

/** A dial is read to a mark, a display to the digit. */
function rounded(value: number, mark: number, { uniform }: NoiseSource): number {
  return uniform() < 0.5 ? Math.round(value / mark) * mark : Math.round(value);
}

function tenth(value: number): number {
  return Math.round(value * 10) / 10;
}
