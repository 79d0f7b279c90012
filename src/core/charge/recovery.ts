/** Recovery: when it is really over, and what the weight that came out tells. kPa gauge, s, g. */
import { DAYS_A_MONTH } from "../dates";

export interface RecoverySample {
  time: number;
  /** Low side, and the weight in the machine since it was tared. */
  low: number | null;
  recoveredG: number;
  machineOn: boolean;
}

export type RecoveryState =
  | { state: "idle" }
  | { state: "drawing"; gramsPerMin: number }
  /** Nothing more comes while the machine runs: stop it, and see whether the pressure comes back. */
  | { state: "dry" }
  /** Stopped: the pressure is watched. */
  | { state: "watching"; leftS: number; risenKpa: number }
  /** It came back: liquid still boils off in the oil and in cold corners. */
  | { state: "boiling"; risenKpa: number }
  | { state: "done"; heldS: number; risenKpa: number };

/** The machine is said to be dry below this rate, looked at over this long. */
const DRY_G_PER_MIN = 1.5;
const RATE_S = 40;
/** After the stop the pressure is watched this long. */
export const WATCH_S = 180;
/** A rise beyond this while it stands is more than warming vapour. */
export const REBOUND_KPA = 35;
/** Above this it is not empty, whatever the rise: a rest of liquid stands under it. */
const EMPTY_KPA = 30;

/** Judges the newest stretch; samples in order of time, of this recovery only. */
export function judgeRecovery(samples: readonly RecoverySample[]): RecoveryState {
  const last = samples.at(-1);
  if (last === undefined) return { state: "idle" };
  if (last.machineOn) {
    const from = samples.find(({ time }) => time >= last.time - RATE_S)!;
    const seconds = last.time - from.time;
    const gramsPerMin = seconds <= 0 ? 0 : ((last.recoveredG - from.recoveredG) / seconds) * 60;
    const ranFor = last.time - (samples.findLast(({ machineOn }) => !machineOn) ?? samples[0]!).time;
    if (ranFor >= RATE_S && gramsPerMin < DRY_G_PER_MIN) return { state: "dry" };
    return { state: "drawing", gramsPerMin };
  }
  const lastOn = samples.findLastIndex(({ machineOn }) => machineOn);
  if (lastOn < 0) return { state: "idle" };
  const after = samples.slice(lastOn).filter(({ low }) => low !== null);
  const first = after[0];
  if (first === undefined) return { state: "idle" };
  const lowest = after.reduce((least, { low }) => Math.min(least, low!), first.low!);
  const now = after.at(-1)!;
  const risenKpa = Math.max(now.low! - lowest, 0);
  if (risenKpa > REBOUND_KPA || (now.low! > EMPTY_KPA && now.time - first.time > 5))
    return { state: "boiling", risenKpa };
  const heldS = now.time - first.time;
  return heldS < WATCH_S ? { state: "watching", leftS: WATCH_S - heldS, risenKpa } : { state: "done", heldS, risenKpa };
}

export interface FoundCharge {
  foundG: number;
  /** One standard deviation: machine's scale and what its hoses keep. */
  sdG: number;
  lostG: number;
  /** Share of the label that was gone. */
  lostShare: number;
  /** Since it was last filled to the label; null while that is not known, or nothing was lost. */
  lossGPerMonth: { low: number; median: number; high: number } | null;
}

/** A recovery machine's scale and what clings in its hoses and its oil separator, g. */
const MACHINE_SD_G = 6;
const HOSE_DOUBT = 0.3;
/** Two standard deviations hold nineteen in twenty. */
const TWO = 2;

/** Standard deviation of a found charge, of which `hosesG` went with the hoses, g. */
export function foundSdG(hosesG: number): number {
  return Math.hypot(MACHINE_SD_G, HOSE_DOUBT * hosesG);
}

/**
 * Loss derived from the recovered weight. `monthsAgo`: months since the last charge to the label, if recorded; that charge counts as good to the
 * label's tolerance.
 */
export function foundCharge(
  recoveredG: number,
  hosesG: number,
  label: { chargeG: number; toleranceG: number },
  daysSinceFilled: number | null,
): FoundCharge {
  const foundG = recoveredG + hosesG;
  const sdG = foundSdG(hosesG);
  const lostG = label.chargeG - foundG;
  const months = daysSinceFilled === null ? null : daysSinceFilled / DAYS_A_MONTH;
  const spread = TWO * Math.hypot(sdG, label.toleranceG / TWO);
  return {
    foundG,
    sdG,
    lostG,
    lostShare: lostG / label.chargeG,
    lossGPerMonth:
      months === null || months < 0.2 || lostG <= 0
        ? null
        : {
            low: Math.max(0, lostG - spread) / months,
            median: lostG / months,
            high: (lostG + spread) / months,
          },
  };
}
