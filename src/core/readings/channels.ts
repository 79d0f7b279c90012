/**
 * The one table of channels: everything that is read at a vehicle while it runs. Screens, forms, logs, traces, reading files and the simulated
 * instruments take their lists from here; a new instrument is a line here and its sensor (instruments/workshop-sensors.ts).
 */
import type { Dimension, UnitId } from "../units/units";
import type { SteadyLimits } from "./stream/stream-state";

interface Range {
  min: number;
  max: number;
}

interface Channel {
  /** As the trade says it, and shorter where there is no room. */
  name: string;
  short: string;
  dimension: Dimension;
  /** Base unit; pressures gauge, but the vacuum gauge absolute. */
  unit: UnitId;
  /** Column of the instruments' CSV, which carries the unit. */
  column: string;
  /** Limits of typed values, with the reason. */
  typed?: Range & { reason?: string };
  /** Range of the instrument; beyond it a reading is a fault of the instrument. */
  readable: Range;
  /** Field of a setting in the reading file; absent where it is not a reading of the running test. */
  field?: string;
  /** Streams, and counts as still below these: drift a minute that no longer changes a verdict, noise of one sample. */
  steady?: SteadyLimits;
  /** Kept in the trace. */
  traced?: true;
  /** Units it may be logged in, the likeliest first, and what a log's column is called. */
  log?: { units: readonly UnitId[]; pattern: RegExp };
  /** Seldom to hand: stands below the usual readings. */
  seldom?: true;
}

const pressures = ["kPa", "bar", "psi"] as const;
const temperatures = ["degC", "degF"] as const;

export const channels = {
  low: {
    name: "Low side",
    short: "Low",
    dimension: "pressure",
    unit: "kPa",
    column: "low_kpa_gauge",
    typed: { min: -101, max: 2500, reason: "gauge pressure, vacuum is negative" },
    // A needle that errs shows less than nothing under a vacuum.
    readable: { min: -130, max: 2500 },
    field: "lowKpa",
    steady: { driftPerMinute: 4, noise: 2, swing: 7.2 },
    traced: true,
    log: { units: pressures, pattern: /low|suct\w*.?press|lp\b|p.?low|niederdruck/i },
  },
  high: {
    name: "High side",
    short: "High",
    dimension: "pressure",
    unit: "kPa",
    column: "high_kpa_gauge",
    typed: { min: -101, max: 4000, reason: "gauge pressure; relief valves open before this" },
    readable: { min: -160, max: 4200 },
    field: "highKpa",
    steady: { driftPerMinute: 14, noise: 6, swing: 14 },
    traced: true,
    log: { units: pressures, pattern: /high|disch\w*.?press|hp\b|p.?high|hochdruck/i },
  },
  vent: {
    name: "Centre vent",
    short: "Vent",
    dimension: "temperature",
    unit: "degC",
    column: "vent_c",
    typed: { min: -15, max: 70 },
    readable: { min: -30, max: 90 },
    field: "ventC",
    steady: { driftPerMinute: 0.4, noise: 0.12, swing: 0.3 },
    traced: true,
    log: { units: temperatures, pattern: /vent|outlet.?air|duct/i },
  },
  suction: {
    name: "Suction line",
    short: "Suction",
    dimension: "temperature",
    unit: "degC",
    column: "suction_line_c",
    typed: { min: -40, max: 90 },
    readable: { min: -45, max: 130 },
    field: "suctionLineC",
    steady: { driftPerMinute: 0.6, noise: 0.15, swing: 0.35 },
    traced: true,
    log: { units: temperatures, pattern: /suct\w*.*(temp|line|pipe|t\b)|t.?suc|suct[a-z]*_[cf]\b/i },
  },
  liquid: {
    name: "Liquid line",
    short: "Liquid",
    dimension: "temperature",
    unit: "degC",
    column: "liquid_line_c",
    typed: { min: -30, max: 110 },
    readable: { min: -45, max: 130 },
    field: "liquidLineC",
    steady: { driftPerMinute: 0.6, noise: 0.15, swing: 0.35 },
    traced: true,
    log: { units: temperatures, pattern: /liquid|t.?liq/i },
  },
  discharge: {
    name: "Discharge line",
    short: "Discharge",
    dimension: "temperature",
    unit: "degC",
    column: "discharge_line_c",
    typed: { min: -30, max: 160, reason: "10 cm from the compressor" },
    readable: { min: -45, max: 200 },
    field: "dischargeLineC",
    traced: true,
    log: { units: temperatures, pattern: /disch\w*.*(temp|line|pipe|t\b)|t.?dis|disch[a-z]*_[cf]\b/i },
    seldom: true,
  },
  meteringIn: {
    name: "Metering device inlet",
    short: "Metering inlet",
    dimension: "temperature",
    unit: "degC",
    column: "metering_inlet_c",
    typed: { min: -30, max: 110, reason: "on the liquid line" },
    readable: { min: -45, max: 130 },
    field: "meteringInletC",
    seldom: true,
  },
  condenserIn: {
    name: "Condenser inlet air",
    short: "Condenser in",
    dimension: "temperature",
    unit: "degC",
    column: "condenser_inlet_air_c",
    typed: { min: -30, max: 90 },
    readable: { min: -35, max: 110 },
    field: "condenserInletAirC",
    seldom: true,
  },
  condenserOut: {
    name: "Condenser outlet air",
    short: "Condenser out",
    dimension: "temperature",
    unit: "degC",
    column: "condenser_outlet_air_c",
    typed: { min: -30, max: 110 },
    readable: { min: -35, max: 130 },
    field: "condenserOutletAirC",
    seldom: true,
  },
  command: {
    name: "Control-valve duty",
    short: "Command",
    dimension: "percent",
    unit: "pct",
    column: "compressor_duty_pct",
    typed: { min: 0, max: 100, reason: "from the scan tool" },
    readable: { min: 0, max: 100 },
    field: "compressorDutyPct",
    seldom: true,
  },
  ambient: {
    name: "Ambient",
    short: "Ambient",
    dimension: "temperature",
    unit: "degC",
    column: "ambient_c",
    typed: { min: -30, max: 60, reason: "air at the condenser inlet" },
    readable: { min: -35, max: 65 },
    steady: { driftPerMinute: 0.6, noise: 0.25, swing: 0.6 },
    traced: true,
    log: { units: temperatures, pattern: /ambient|outside|t.?amb/i },
  },
  humidity: {
    name: "Humidity",
    short: "Humidity",
    dimension: "percent",
    unit: "pct",
    column: "humidity_pct",
    typed: { min: 0, max: 100 },
    readable: { min: 0, max: 100 },
    traced: true,
    log: { units: ["pct"], pattern: /humid|\brh\b/i },
  },
  rpm: {
    name: "Engine speed",
    short: "Speed",
    dimension: "speed",
    unit: "rpm",
    column: "rpm",
    typed: { min: 300, max: 6000, reason: "the test runs from idle to fast idle" },
    readable: { min: 0, max: 8000 },
    traced: true,
    log: { units: ["rpm"], pattern: /rpm|engine.?speed/i },
  },
  scaleG: {
    name: "Scale",
    short: "Scale",
    dimension: "mass",
    unit: "g",
    column: "scale_g",
    readable: { min: -500, max: 150_000 },
    traced: true,
    log: { units: ["g", "kg", "oz", "lb"], pattern: /scale|weight|(^|[^a-z])net([^a-z]|$)|waage|gewicht/i },
  },
  recoveredG: {
    name: "Recovery machine scale",
    short: "Recovered",
    dimension: "mass",
    unit: "g",
    column: "recovered_g",
    readable: { min: -500, max: 150_000 },
  },
  vacuumKpa: {
    name: "Vacuum gauge",
    short: "Vacuum",
    dimension: "vacuum",
    unit: "kPaAbs",
    column: "vacuum_kpa_abs",
    readable: { min: 0, max: 110 },
    log: { units: ["micron", "mbarAbs", "kPaAbs"], pattern: /vac(uum)?(\b|_)|micron|vakuum/i },
  },
  clutchIn: {
    name: "Clutch",
    short: "Clutch",
    dimension: "percent",
    unit: "pct",
    column: "clutch_in",
    readable: { min: 0, max: 1 },
  },
  fanPct: {
    name: "Condenser fan",
    short: "Fan",
    dimension: "percent",
    unit: "pct",
    column: "fan_pct",
    readable: { min: 0, max: 100 },
  },
} as const satisfies Record<string, Channel>;

type Channels = typeof channels;
export type ChannelId = keyof Channels;
/** Channels that have a property of the table. */
type With<Property extends keyof Channel> = {
  [Id in ChannelId]: Property extends keyof Channels[Id] ? Id : never;
}[ChannelId];

export const channelIds = Object.keys(channels) as ChannelId[];

function having<Property extends keyof Channel>(property: Property): With<Property>[] {
  return channelIds.filter((id) => property in channels[id]) as With<Property>[];
}

/** Judged while they stream. */
export type StreamChannel = With<"steady">;
export const streamChannels = having("steady");
/** Read at each setting of a running test, typed or taken. */
export type SettingChannel = With<"field">;
export const settingChannels = having("field");
/** Those that a test always has a place for, and those below them. */
export const usualChannels = settingChannels.filter((id) => !("seldom" in channels[id]));
export const seldomChannels = settingChannels.filter((id) => "seldom" in channels[id]);
/** Typed of those that stream: taken from the needles when a setting is read. */
export type TakenChannel = StreamChannel & SettingChannel;
export const takenChannels = settingChannels.filter((id): id is TakenChannel => "steady" in channels[id]);
export type TraceChannel = With<"traced">;
export const traceChannels = having("traced");
export type LogChannel = With<"log">;
export const logChannels = having("log");
export type TypedChannel = With<"typed">;

/** Field of the reading file that holds a channel. */
export type ChannelField = Channels[SettingChannel]["field"];

export const steadyLimits = Object.fromEntries(streamChannels.map((id) => [id, channels[id].steady])) as Record<
  StreamChannel,
  SteadyLimits
>;
