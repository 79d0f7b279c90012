/**
 * Actions of a learner at the vehicle, in one table: duration, instruments, preconditions and harm. The run, the check of a case, the views and the
 * printed sheets all read it. Nothing here computes, so that a page does not load the simulator for it.
 */

/** State the vehicle must be in before an action. */
export type Precondition = "engine-on" | "engine-off" | "gauges" | "once" | "refrigerant" | "recovered";

interface ActSpec {
  /** Duration of the work, min; of an action that ends by itself, the most it lasts. */
  minutes: number;
  /** Ends when the vehicle has answered. */
  endsByItself?: true;
  /** Channels that its instruments show from then on. */
  shows?: readonly string[];
  needs?: readonly Precondition[];
  /** Where it is offered: every case, cases with clamps, cases with an external control valve, cases whose fault may lie beside the circuit, or beside the list. */
  offered: "always" | "with-clamps" | "with-command" | "with-checks" | "beside";
  /** Refrigerant from a can at a service port: a mistake whatever comes of it. */
  can?: { side: "low" | "high"; phase: "vapour" | "liquid" };
}

const table = {
  look: { minutes: 3, needs: ["once"], offered: "always" },
  gauges: { minutes: 2, shows: ["low", "high"], needs: ["once"], offered: "always" },
  "vent-probe": { minutes: 1, shows: ["vent"], needs: ["once"], offered: "always" },
  "suction-clamp": { minutes: 1, shows: ["suction"], needs: ["once"], offered: "with-clamps" },
  "liquid-clamp": { minutes: 1, shows: ["liquid"], needs: ["once"], offered: "with-clamps" },
  "discharge-clamp": { minutes: 1, shows: ["discharge"], needs: ["once"], offered: "with-clamps" },
  "condenser-air": { minutes: 2, shows: ["condenserIn", "condenserOut"], needs: ["once"], offered: "with-clamps" },
  "line-spots": { minutes: 4, shows: ["meteringIn"], needs: ["once"], offered: "with-clamps" },
  command: { minutes: 3, shows: ["command"], needs: ["once"], offered: "with-command" },
  settle: { minutes: 8, endsByItself: true, needs: ["engine-on"], offered: "always" },
  load: { minutes: 1, needs: ["engine-on"], offered: "always" },
  "shut-off": { minutes: 10, endsByItself: true, needs: ["engine-on", "gauges"], offered: "always" },
  stand: { minutes: 30, needs: ["engine-off"], offered: "always" },
  reseat: { minutes: 2, offered: "always" },
  feel: { minutes: 0.5, offered: "beside" },
  identify: { minutes: 5, needs: ["once", "refrigerant"], offered: "with-checks" },
  scan: { minutes: 3, needs: ["once", "gauges", "refrigerant"], offered: "with-checks" },
  "fan-check": { minutes: 2, needs: ["once", "engine-on"], offered: "with-checks" },
  "service-data": { minutes: 4, needs: ["once"], offered: "with-checks" },
  recover: { minutes: 25, needs: ["refrigerant"], offered: "always" },
  "vacuum-hold": { minutes: 70, needs: ["once", "recovered"], offered: "with-checks" },
  "vapour-low": { minutes: 3, needs: ["engine-on"], offered: "beside", can: { side: "low", phase: "vapour" } },
  "liquid-low": { minutes: 1, offered: "beside", can: { side: "low", phase: "liquid" } },
  "liquid-high": { minutes: 1, offered: "beside", can: { side: "high", phase: "liquid" } },
  hint: { minutes: 5, offered: "beside" },
} as const satisfies Record<string, ActSpec>;

export type DrillAct = keyof typeof table;
export const drillActs = Object.keys(table) as [DrillAct, ...DrillAct[]];
export const actSpecs: Readonly<Record<DrillAct, ActSpec>> = table;

/** Refrigerant that one action with a can adds, g. */
export const CAN_ACT_G = 100;

type Shown<Spec> = Spec extends { shows: readonly (infer Channel)[] } ? Channel : never;
export type DrillChannel = Shown<(typeof table)[DrillAct]>;
type ShowingAct = { [Act in DrillAct]: (typeof table)[Act] extends { shows: unknown } ? Act : never }[DrillAct];

/** Action that connects the instrument of each channel. */
export const channelActs = Object.fromEntries(
  drillActs.flatMap((act) => (actSpecs[act].shows ?? []).map((channel) => [channel, act])),
) as Readonly<Record<DrillChannel, ShowingAct>>;
export const drillChannels = Object.keys(channelActs) as [DrillChannel, ...DrillChannel[]];
