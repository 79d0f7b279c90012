/** Words of the run-sheet: what a step lacks and what a job waits for. */
import { format } from "date-fns";
import { channels } from "@/core/readings/channels";
import { fields } from "@/core/records/fields";
import type { StepId } from "@/core/records/job";
import type { HookUpCheck, PlainGap, StepGap } from "@/core/records/run-sheet";
import type { Wait } from "@/core/records/waits";
import type { Figures } from "@/core/units/figures";
import { stepNames } from "./job";

export const hookUpCheckWords: Record<HookUpCheck, string> = {
  protection: "Goggles and gloves on",
  "wheels-closed": "Both hand wheels of the manifold closed",
  "backed-off": "Coupler wheels backed off fully before snapping on",
  "low-first": "Low side first",
  tugged: "Tugged: it holds",
  opened: "Coupler opened fully: half open gives false readings",
};

const plain: Record<PlainGap, string> = {
  vehicle: "vehicle",
  refrigerant: "refrigerant",
  "label-charge": "label charge",
  "label-tolerance": "a readable tolerance",
  metering: "metering device",
  compressor: "compressor",
  gauges: "which sides are coupled",
  pressure: "a pressure",
  soak: "soak temperature",
  altitude: "altitude",
  ambient: "ambient",
  "running-reading": "a reading at idle or fast idle",
  "intake-open": "what intake leaves open",
  "meet-time": "the time until the sides met",
  "judgeable-readings": "readings that can be judged",
  "recovered-weight": "the recovered weight",
  "possible-recovered-weight": "a possible recovered weight",
  "oil-filled": "oil filled in",
  "coldest-part": "coldest part",
  "hold-end": "the end of the hold",
  "lowest-pressure": "lowest pressure",
  "hold-length": "length of the hold",
  "held-pressure": "pressure after the hold",
  "hose-content": "what the hoses hold",
  purged: "what was purged",
  "open-valve": "the valve to be shut",
  "station-vacuum": "vacuum time of the station",
  "station-result": "vacuum result of the station",
  "leak-check": "the leak check",
  caps: "the caps",
  signature: "a signature",
};

/** What is missing, as a part of "Still missing: ...". */
export function gapWords(gap: StepGap, figures: Figures): string {
  switch (gap.code) {
    case "checks":
      return `${gap.count} of the checks`;
    case "to-label":
      return `${figures.quantity(gap.grams, "g")} to the label`;
    case "over-label":
      return `${figures.quantity(gap.grams, "g")} over the label: take the surplus out by weight`;
    default:
      return plain[gap.code];
  }
}

export const gapList = (gaps: readonly StepGap[], figures: Figures): string =>
  gaps.map((gap) => gapWords(gap, figures)).join(", ");

/** The label of the field where a gap is filled; null where there is none. */
export function gapField(gap: StepGap): string | null {
  if (!("field" in gap) || gap.field === undefined) return null;
  return gap.field === "low-idle" ? `${channels.low.name}, idle` : fields[gap.field].label;
}

const stepWaits: Record<StepId, string> = {
  intake: "the label to be confirmed",
  look: "a look round the car",
  "hook-up": "the gauges",
  rest: "the rest pressures, soaked",
  running: "a running test",
  "shut-off": "the sides to meet",
  verdict: "a decision",
  leak: "the leak search",
  recover: "the recovered weight",
  repair: "the repair",
  evacuate: "the vacuum",
  charge: "the charge",
  prove: "the same test again",
  "sign-off": "a signature",
};

const clock = (iso: string) => format(new Date(iso), "HH:mm");

/** "40 min", "15 h", "3 d". */
export function lastingWords(seconds: number): string {
  const minutes = Math.floor(seconds / 60);
  if (minutes < 120) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.floor(hours / 24)} d`;
}

/** What a job waits for, as a sentence of its own. */
export function waitSentence(wait: Wait, figures: Figures): string {
  switch (wait.code) {
    case "damage-found":
      return "Waits for the damage to be found: not to be run";
    case "pump":
      return `Vacuum pump since ${clock(wait.since)}`;
    case "hold":
      return wait.finished ? `Hold finished, ${lastingWords(wait.elapsedS)}` : `Vacuum hold since ${clock(wait.since)}`;
    case "open-valve":
      return "Charging: a valve is open";
    case "to-label":
      return `Waits for ${figures.quantity(wait.grams, "g")} to the label`;
    case "gaps":
      return `Waits for ${gapList(wait.gaps, figures)}`;
    case "step":
      return `Waits for ${stepWaits[wait.step]}`;
  }
}

/** Steps that were left open before the next one; empty where none was. */
export const leftOpenWords = (steps: readonly StepId[]): string =>
  steps.length === 0 ? "" : `Left open: ${steps.map((id) => stepNames[id].toLowerCase()).join(", ")}`;
