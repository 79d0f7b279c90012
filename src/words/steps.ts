/** Words of the run-sheet: what a step lacks and what a job waits for. */

import { format } from "date-fns";
import { channels } from "@/core/readings/channels";
import { fields } from "@/core/records/fields";
import type { StepId } from "@/core/records/job";
import type { HookUpCheck, PlainGap, StepGap } from "@/core/records/run-sheet";
import type { Wait } from "@/core/records/waits";
import type { Figures } from "@/core/units/figures";
import { commonText } from "./screens/common";
import { stepWords } from "./step-words";

export const hookUpCheckWords: Record<HookUpCheck, string> = {
  protection: "Goggles and gloves on",
  "wheels-closed": "Both manifold hand wheels closed",
  "backed-off": "Coupler wheels backed off before snapping on",
  "low-first": "Low side first",
  tugged: "Tug test done, coupler locked",
  opened: "Coupler fully open: half open reads wrong",
};

const plain: Record<PlainGap, string> = {
  vehicle: "vehicle",
  refrigerant: "refrigerant",
  "label-charge": "label charge",
  "label-tolerance": "readable tolerance",
  metering: "metering device",
  compressor: "compressor",
  gauges: "connected sides",
  pressure: "pressure",
  soak: "soak temperature",
  altitude: "altitude",
  ambient: "ambient",
  "running-reading": "idle or fast-idle reading",
  "intake-open": "items of intake",
  "meet-time": "equalisation time",
  "judgeable-readings": "usable readings",
  "recovered-weight": "recovered weight",
  "possible-recovered-weight": "plausible recovered weight",
  "oil-filled": "oil refilled",
  "coldest-part": "coldest part",
  "hold-end": "end of the hold",
  "lowest-pressure": "lowest pressure",
  "hold-length": "hold time",
  "held-pressure": "pressure after the hold",
  "hose-content": "hose content",
  purged: "purged weight",
  "open-valve": "valve to close",
  "station-vacuum": "station vacuum time",
  "station-result": "station vacuum result",
  "leak-check": "leak check",
  caps: "caps",
  signature: "signature",
};

/** Missing item, as a part of "Missing: ...". */
export function gapWords(gap: StepGap, figures: Figures): string {
  switch (gap.code) {
    case "checks":
      return `${gap.count} checks`;
    case "to-label":
      return `${figures.quantity(gap.grams, "g")} to charge`;
    case "over-label":
      return `${figures.quantity(gap.grams, "g")} over the label, to recover`;
    default:
      return plain[gap.code];
  }
}

export const gapList = (gaps: readonly StepGap[], figures: Figures): string =>
  gaps.map((gap) => gapWords(gap, figures)).join(", ");

/** Gaps filled by a text or a choice, by the label it has. */
const groupOf: Partial<Record<StepGap["code"], string>> = {
  vehicle: commonText.vehicle,
  refrigerant: commonText.refrigerant,
  "label-charge": fields.charge.label,
  "label-tolerance": fields.tolerance.label,
  metering: "Metering device",
  compressor: commonText.compressor,
};

/** The label of the field where a gap is filled; null where there is none. */
export function gapField(gap: StepGap): string | null {
  const group = groupOf[gap.code];
  if (group !== undefined) return group;
  if (!("field" in gap) || gap.field === undefined) return null;
  return gap.field === "low-idle" ? `${channels.low.name}, idle` : fields[gap.field].label;
}

const clock = (iso: string) => format(new Date(iso), "HH:mm");

/** "40 min", "15 h", "3 d". */
function lastingWords(seconds: number): string {
  const minutes = Math.floor(seconds / 60);
  if (minutes < 120) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.floor(hours / 24)} d`;
}

/** Waiting state of a job, as a sentence. */
export function waitSentence(wait: Wait, figures: Figures): string {
  switch (wait.code) {
    case "damage-found":
      return "Damage to find: do not run";
    case "pump":
      return `Vacuum pump since ${clock(wait.since)}`;
    case "hold":
      return wait.finished ? `Hold finished, ${lastingWords(wait.elapsedS)}` : `Vacuum hold since ${clock(wait.since)}`;
    case "open-valve":
      return "Charging: valve open";
    case "to-label":
      return `To charge: ${figures.quantity(wait.grams, "g")}`;
    case "gaps":
      return `Missing: ${gapList(wait.gaps, figures)}`;
    case "step":
      return `Waiting for ${stepWords[wait.step].waitsFor}`;
  }
}

/** Steps that were left open before the next one; empty where none was. */
export const leftOpenWords = (steps: readonly StepId[]): string =>
  steps.length === 0 ? "" : `Open: ${steps.map((id) => stepWords[id].name.toLowerCase()).join(", ")}`;
