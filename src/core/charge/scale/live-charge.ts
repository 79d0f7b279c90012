/**
 * The scale while charging: what has really left the container, how fast, when to call the stop, and what is wrong. A fold over samples,
 * so that it can be taken up again after any interruption. g, s, kPa gauge.
 */

import { fitLine } from "../../maths/fits";
import { normalBelow } from "../../maths/normal";
import { SETTLES_G } from "../books/mass-balance";

export type ValveAt = "shut" | "liquid-high" | "vapour-low" | "hose-low" | "liquid-low" | "vapour-high";

export interface ChargeSample {
  time: number;
  scaleG: number | null;
  low: number | null;
  high: number | null;
  engineOn: boolean;
  valve: ValveAt;
}

const chargeAlarms = [
  "high-side-high",
  "high-valve-while-running",
  "liquid-into-running-low-side",
  "vapour-low-while-off",
  "scale-lost",
  "bumped",
  "load-changed",
  "target-passed",
] as const;
export type ChargeAlarm = (typeof chargeAlarms)[number];

export interface ChargeAim {
  /** Net content of the container when it was put on, by the books. */
  containerG: number;
  /** Mass still needed from cylinders when this one was put on. */
  wantedG: number;
  /** Above this high side charging stops. */
  mostHighKpa: number;
}

export interface LiveCharge {
  /** Out of this container since it stands on the scale; never falls but by the noise of a scale that comes to rest. */
  drawnG: number;
  /** Drift of the scale's zero since then, bumps included. */
  offsetG: number;
  rateGPerS: number;
  /** Time the valve was opened, s; null while closed. */
  openSince: number | null;
  /** It has been open at all since the container stands there. */
  opened: boolean;
  shutSince: number | null;
  /** The zero is known: the container has stood still on the scale, or the books told where it stood. */
  tared: boolean;
  /** The last readings before the zero is known. */
  first: number[];
  /** A jump against what was to be expected, waiting to go or to be believed. */
  odd: { since: number; jumpG: number } | null;
  lastSeen: number | null;
  /** The last reading that was believed. */
  goodAt: number | null;
  /** Samples of the newest seconds; `rawG` is the scale's own value. */
  recent: { time: number; drawnG: number; rawG: number }[];
  alarms: ChargeAlarm[];
}

/** A valve and its hose go on delivering for about this long after the call, and a hand needs a moment. */
const VALVE_DELAY_S = 1.6;
/** From here on the valve is to be nearly shut: this much of it. */
export const SLOW_S = 25;
export const SLOW_OPENING = 0.3;
/** No charging hose passes more than this, g/s; what goes faster is a hand on the scale. */
const FASTEST_G_PER_S = 14;
/** Below this a jump is noise. */
const BUMP_G = 4;
/** Once the rate is known, it rises by no more than this between two readings, g/s; known after so many. */
const RISES_G_PER_S = 2;
const RATE_KNOWN = 5;
/** A jump that stays this long has come to stay. */
const BELIEVE_S = 6;
const RATE_S = 14;
const LOST_S = 3;
/** With the valve shut this long nothing flows any more: what the scale then does is drift. */
const AFTERFLOW_S = 5;
/** Slower than this with the valve open it has stalled; looked for after this long. */
const STALL_G_PER_S = 0.05;
const STALL_AFTER_S = 25;

/** A container just put on; or one that was drawn from already, with the zero it had, after an interruption. */
export function startLive(resumed?: { drawnG: number; offsetG: number }): LiveCharge {
  return {
    drawnG: resumed?.drawnG ?? 0,
    offsetG: resumed?.offsetG ?? 0,
    tared: resumed !== undefined,
    first: [],
    rateGPerS: 0,
    openSince: null,
    opened: resumed !== undefined,
    shutSince: null,
    odd: null,
    lastSeen: null,
    goodAt: null,
    recent: [],
    alarms: [],
  };
}

/** One sample on. The tally moves only with what a hose can pass; a bump waits until it has gone or come to stay. */
export function advanceLive(state: LiveCharge, sample: ChargeSample, aim: ChargeAim): LiveCharge {
  const { time, scaleG, valve } = sample;
  const open = leavesContainer(valve);
  const openSince = open ? (state.openSince ?? time) : null;
  const shutSince = open ? null : (state.shutSince ?? time);
  const next: LiveCharge = {
    ...state,
    openSince,
    opened: state.opened || open,
    shutSince,
    alarms: stateAlarms(sample, aim),
  };
  if (scaleG === null) {
    if (state.lastSeen !== null && time - state.lastSeen > LOST_S) next.alarms.push("scale-lost");
    return next;
  }
  next.lastSeen = time;
  if (!state.tared) return tare(next, scaleG, aim, open);
  const raw = aim.containerG - scaleG - state.offsetG;
  const elapsed = state.goodAt === null ? null : Math.max(time - state.goodAt, 0);
  const flowing = open || flowsStill(state, time);
  const expected = state.drawnG + (flowing ? state.rateGPerS * (elapsed ?? 0) : 0);
  const fastest = state.recent.length < RATE_KNOWN ? FASTEST_G_PER_S : state.rateGPerS + RISES_G_PER_S;
  // The first reading after an interruption says what went on meanwhile, whatever it is.
  const could = elapsed === null ? aim.containerG : BUMP_G + (flowing ? fastest * elapsed : 0);
  if (raw - state.drawnG > could || raw - state.drawnG < -BUMP_G) return odd(next, time, expected, raw - expected);
  next.odd = null;
  next.goodAt = time;
  if (!open && shutSince !== null && time - shutSince > AFTERFLOW_S) {
    next.drawnG = settled(state, shutSince);
    // Nothing can flow: the zero wanders, the tally stands.
    next.offsetG = state.offsetG + (raw - state.drawnG) * Math.min((elapsed ?? 0) / 10, 1);
    next.rateGPerS = 0;
    next.recent = [];
    return next;
  }
  next.drawnG = Math.max(state.drawnG, raw);
  next.recent = [...state.recent, { time, drawnG: next.drawnG, rawG: raw }].filter((one) => one.time >= time - RATE_S);
  next.rateGPerS = slopeOf(next.recent);
  if (next.drawnG > aim.wantedG + 1 && open) next.alarms.push("target-passed");
  return next;
}

const AT_REST_S = 2.5;

/** Drawn by the mean of the readings at rest, once they are all there. */
function settled({ drawnG, recent }: LiveCharge, shutSince: number): number {
  const rest = recent.filter(({ time }) => time > shutSince + AT_REST_S);
  if (rest.length < 3) return drawnG;
  const mean = rest.reduce((sum, one) => sum + one.rawG, 0) / rest.length;
  return Math.max(mean, drawnG - SETTLES_G);
}

/** Whether refrigerant leaves the container with the valves so; out of the hose nothing does. */
export const leavesContainer = (valve: ValveAt): boolean => valve !== "shut" && valve !== "hose-low";

/** Readings in a row that must agree, and how closely, before the zero is known, g. */
const TARE_READINGS = 4;
const TARE_G = 2;

/** The container's own weight by the books against what the scale shows: a scale that shows gross weight, or one that was not zeroed. */
function tare(next: LiveCharge, scaleG: number, { containerG }: ChargeAim, open: boolean): LiveCharge {
  next.first = [...next.first, scaleG].slice(-TARE_READINGS);
  const spread = Math.max(...next.first) - Math.min(...next.first);
  if (!open && (next.first.length < TARE_READINGS || spread > TARE_G)) return next;
  const mean = open ? next.first[0]! : next.first.reduce((sum, value) => sum + value, 0) / next.first.length;
  return { ...next, tared: true, first: [], goodAt: next.lastSeen, offsetG: containerG - mean };
}

function flowsStill(state: LiveCharge, time: number): boolean {
  return state.openSince !== null || (state.shutSince !== null && time - state.shutSince < AFTERFLOW_S);
}

/** A jump: held back, and taken out of the zero when it has come to stay. What flows meanwhile goes on at the rate before. */
function odd(next: LiveCharge, time: number, expected: number, jumpG: number): LiveCharge {
  const { odd: before } = next;
  const since = before !== null && Math.abs(before.jumpG - jumpG) < 2 * BUMP_G ? before.since : time;
  next.odd = { since, jumpG };
  if (time - since < BELIEVE_S) {
    next.alarms.push("bumped");
    return next;
  }
  next.offsetG += jumpG;
  next.drawnG = expected;
  next.goodAt = time;
  next.odd = null;
  next.recent = [];
  next.alarms.push("load-changed");
  return next;
}

/** Dangerous valve and engine positions, whatever the scale shows. */
export function stateAlarms(
  { valve, engineOn, high }: Pick<ChargeSample, "valve" | "engineOn" | "high">,
  { mostHighKpa }: Pick<ChargeAim, "mostHighKpa">,
): ChargeAlarm[] {
  const alarms: ChargeAlarm[] = [];
  if (high !== null && high > mostHighKpa) alarms.push("high-side-high");
  if (engineOn && (valve === "liquid-high" || valve === "vapour-high")) alarms.push("high-valve-while-running");
  if (engineOn && valve === "liquid-low") alarms.push("liquid-into-running-low-side");
  if (!engineOn && (valve === "vapour-low" || valve === "hose-low")) alarms.push("vapour-low-while-off");
  return alarms;
}

/** g/s; a container never gains. */
function slopeOf(points: readonly { time: number; drawnG: number }[]): number {
  if (points.length < 3) return 0;
  const { slope } = fitLine(
    points.map(({ time }) => time),
    points.map(({ drawnG }) => drawnG),
  );
  return Math.max(slope, 0);
}

export type ChargeCall =
  | { call: "put-on" }
  | { call: "go"; seconds: number }
  /** Throttle the valve: the target is near. */
  | { call: "slow"; seconds: number }
  | { call: "stop" }
  | { call: "stalled" }
  | { call: "settle"; leftS: number }
  | { call: "shut" };

/** Next act. The stop comes early by the mass that valve and hand still let through. */
export function callOf(state: LiveCharge, aim: ChargeAim, now: number): ChargeCall {
  if (!state.tared) return { call: "put-on" };
  const leftG = aim.wantedG - state.drawnG;
  if (state.openSince === null) {
    const since = state.shutSince ?? now;
    return state.opened && now - since < AFTERFLOW_S
      ? { call: "settle", leftS: AFTERFLOW_S - (now - since) }
      : { call: "shut" };
  }
  if (leftG <= afterflowG(state)) return { call: "stop" };
  const openFor = now - state.openSince;
  if (openFor > STALL_AFTER_S && state.rateGPerS < STALL_G_PER_S && state.odd === null) return { call: "stalled" };
  const seconds = leftG / Math.max(state.rateGPerS, STALL_G_PER_S);
  return seconds < SLOW_S ? { call: "slow", seconds } : { call: "go", seconds };
}

/** Mass that still follows after the stop, g. */
export function afterflowG({ rateGPerS }: Pick<LiveCharge, "rateGPerS">): number {
  return rateGPerS * VALVE_DELAY_S;
}

/** Instruments and hose as they bear on where charging ends, one standard deviation each. */
export interface EndErrors {
  /** Smallest step of the scale, g. */
  scaleStepG: number;
  /** Gain of the scale, as a share of what was weighed. */
  scaleShare: number;
  hosesG: number;
  rateGPerS: number;
  containers: number;
}

/** Standard deviations of hose content, of the hand at the stop, and of scale drift over a charge. */
const HOSE_SHARE_SD = 0.25;
const HAND_SD_S = 0.6;
const CREEP_SD_G = 1;

/** Standard deviation of what is in the vehicle in the end, g. */
export function endSdG({ scaleStepG, scaleShare, hosesG, rateGPerS, containers }: EndErrors, chargeG: number): number {
  return Math.hypot(
    (scaleStepG / Math.sqrt(12)) * Math.sqrt(2 * Math.max(containers, 1)),
    scaleShare * chargeG,
    HOSE_SHARE_SD * hosesG,
    HAND_SD_S * rateGPerS,
    CREEP_SD_G,
  );
}

/** Probability of ending inside the tolerance, where what is on hand ends `missingG` below the target; 0 when it reaches it. */
export function chanceInside(toleranceG: number, sdG: number, missingG = 0): number {
  if (sdG <= 0) return Math.abs(missingG) <= toleranceG ? 1 : 0;
  return normalBelow((toleranceG - missingG) / sdG) - normalBelow((-toleranceG - missingG) / sdG);
}

/** A moment of a charge: how fast it flows, and what the sides do; s of the stream, kPa gauge. */
export interface TrackPoint {
  time: number;
  rateGPerMin: number;
  low: number | null;
  high: number | null;
}
