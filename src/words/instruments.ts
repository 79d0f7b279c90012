/** Texts of instruments and streams. */
import type { ChargeValve, Engine, Machine } from "@/core/instruments/instrument-simulator";
import type { AbsoluteSign, LogDoubt } from "@/core/readings/file/log-doubts";
import type { TimeKind } from "@/core/readings/file/log-import";
import type { ChannelHealth } from "@/core/readings/stream/channel-health";
import type { Figures } from "@/core/units/figures";

export const healthWords: Record<Exclude<ChannelHealth, "ok">, string> = {
  missing: "no reading",
  frozen: "frozen: check it",
  impossible: "impossible value",
};

export const simulatorWords = {
  off: "readings entered",
  connecting: "connecting simulator",
  running: "simulator",
  lost: "simulator lost",
} as const;

/** Where the numbers of a job come from, and how its engine stands. */
export function sourceSentence(
  status: keyof typeof simulatorWords,
  source: { kind: "rack" } | { kind: "live" } | { kind: "log"; ended: boolean },
  engine: Engine,
  pace: number,
): string {
  if (status !== "running") return simulatorWords[status];
  if (source.kind === "log") return source.ended ? "log ended" : "playing log";
  return `${source.kind === "live" ? "live" : "simulator"}: ${engineWords[engine]}${pace === 1 ? "" : `, × ${pace}`}`;
}

export const logTimeWords: Record<TimeKind, string> = {
  seconds: "seconds",
  milliseconds: "milliseconds",
  clock: "clock, hh:mm:ss",
  date: "date and time",
  serial: "spreadsheet day number",
};

const absoluteSigns: Record<AbsoluteSign, string> = {
  "in-free-air": "before connection both gauges read ambient pressure, not zero",
  "at-rest": "the static pressure equals the absolute saturation pressure at ambient",
  "colder-than-boils": "as gauge pressures, the vent or suction line would be colder than evaporating",
};

/** Why a log's pressures are not taken as they stand. */
export function logDoubtSentence(doubt: LogDoubt, figures: Figures): string {
  return doubt.code === "exchanged"
    ? `Low and high look exchanged: with the engine running, the low side reads ${figures.quantity(doubt.overKpa, "kPa")} above the high side.`
    : `These pressures look absolute: ${absoluteSigns[doubt.sign]}. Gauge pressures are ${figures.quantity(doubt.atmosphereKpa, "kPa")} lower here.`;
}

export const logDoubtWords = {
  title: "Check this log first",
  mend: (doubts: readonly LogDoubt[]) =>
    doubts.map(({ code }) => (code === "exchanged" ? "Exchange sides" : "Treat as absolute")).join(", "),
  asItStands: "Play unchanged",
};

export const engineWords: Record<Engine, string> = { off: "engine off", idle: "idle", fast: "fast idle" };
export const machineWords: Record<Machine, string> = { off: "machine off", recover: "recovering", pump: "pump on" };
export const valveWords: Record<ChargeValve, string> = {
  shut: "valve closed",
  "liquid-high": "liquid, high side",
  "vapour-low": "vapour, low side",
  "hose-low": "hose, low side",
};

/** Settings of an engine, as they are chosen. */
export const engineChoices = [
  { value: "off", label: "Off" },
  { value: "idle", label: "Idle" },
  { value: "fast", label: "Fast idle" },
] as const satisfies { value: Engine; label: string }[];
