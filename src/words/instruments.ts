/** What instruments and streams say of themselves. */
import type { ChargeValve, Engine, Machine } from "@/core/instruments/rack";
import type { AbsoluteSign, LogDoubt } from "@/core/readings/file/log-doubts";
import type { TimeKind } from "@/core/readings/file/log-import";
import type { ChannelHealth } from "@/core/readings/stream/channel-health";
import type { Figures } from "@/core/units/figures";

export const healthWords: Record<Exclude<ChannelHealth, "ok">, string> = {
  missing: "no reading",
  frozen: "frozen: check it",
  impossible: "cannot be true",
};

export const rackWords = {
  off: "typed readings",
  connecting: "connecting the rack",
  running: "simulated rack",
  lost: "rack lost",
} as const;

/** Where the numbers of a job come from, and how its engine stands. */
export function sourceSentence(
  status: keyof typeof rackWords,
  source: { kind: "rack" } | { kind: "log"; ended: boolean },
  engine: Engine,
  pace: number,
): string {
  if (status !== "running") return rackWords[status];
  if (source.kind === "log") return source.ended ? "log at its end" : "log playing";
  return `rack: ${engineWords[engine]}${pace === 1 ? "" : `, × ${pace}`}`;
}

export const logTimeWords: Record<TimeKind, string> = {
  seconds: "seconds",
  milliseconds: "milliseconds",
  clock: "clock, hh:mm:ss",
  date: "date and time",
};

const absoluteSigns: Record<AbsoluteSign, string> = {
  "in-free-air": "before it was coupled both gauges stood at the pressure of the ambient air, not at zero",
  "at-rest": "at rest they stand at the absolute saturation pressure of the ambient temperature",
  "colder-than-boils": "taken as gauge pressures, vent or suction line would be colder than what boils",
};

/** Why a log's pressures are not taken as they stand. */
export function logDoubtSentence(doubt: LogDoubt, figures: Figures): string {
  return doubt.code === "exchanged"
    ? `Low and high look exchanged: while the engine runs the low side reads ${figures.quantity(doubt.overKpa, "kPa")} more than the high side.`
    : `These pressures look absolute: ${absoluteSigns[doubt.sign]}. Gauge pressures are ${figures.quantity(doubt.atmosphereKpa, "kPa")} less here.`;
}

export const logDoubtWords = {
  title: "Check this log before it is played",
  mend: (doubts: readonly LogDoubt[]) =>
    doubts.map(({ code }) => (code === "exchanged" ? "Exchange the sides" : "Take them as absolute")).join(", "),
  asItStands: "Play it as it stands",
};

export const engineWords: Record<Engine, string> = { off: "engine off", idle: "idle", fast: "fast idle" };
export const machineWords: Record<Machine, string> = { off: "machine off", recover: "recovering", pump: "pump on" };
export const valveWords: Record<ChargeValve, string> = {
  shut: "valve shut",
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
