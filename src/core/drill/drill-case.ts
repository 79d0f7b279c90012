/** A case: a vehicle with something, or nothing, the matter, and what the customer says of it. By its code, or from a state of the bench. */

import { type BenchState, benchFaults, benchOf, benchStateSchema, truthOf } from "../bench/bench-state";
import type { FaultCause } from "../causes/catalogue";
import type { Fault } from "../circuit/faults";
import type { VehicleLabel } from "../circuit/vehicle/vehicle";
import { seededNoise } from "../maths/noise";
import { actSpecs, type DrillAct, drillActs } from "./drill-acts";
import { type CodeParts, codeOf, makerOf } from "./drill-code";
import type { DrillStory, DrillTheme, Misread } from "./drill-shapes";
import { type CaseFault, caseFaults, type Trouble } from "./drill-troubles";
import { makeFirst } from "./made/maker-1";
import { makeSecond } from "./made/maker-2";

export interface DrillCase {
  /** Code of a made case; null for one from the bench or a job. */
  code: string | null;
  theme: DrillTheme | null;
  /** The car as it truly is; its name says nothing of it. */
  state: BenchState;
  /** Which car of its kind it is: the seed of its own differences; 0 for the middle one. */
  spread: number;
  labelKnown: boolean;
  misread: Misread | null;
  /** Beside the causes of the diagnosis; null where there is none. */
  trouble: Trouble | null;
  story: DrillStory;
}

export function caseOfCode(parts: CodeParts): DrillCase {
  const { maker, theme, number } = parts;
  const { label, conditions, chargeG, airG, faults, ...made } =
    maker === 1 ? { ...makeFirst(theme, number), trouble: null } : makeSecond(theme, number);
  return {
    ...made,
    code: codeOf(parts),
    theme,
    state: benchStateSchema.parse({ ...benchOf(label, "", conditions), chargeG, airG, faults }),
  };
}

/** Case from a bench state, without its name. The complaint is a typical one; nobody was asked. */
export function caseOfBench(state: BenchState): DrillCase {
  const [first] = truthOf(state);
  return {
    code: null,
    theme: null,
    state: { ...state, name: "" },
    spread: 0,
    labelKnown: true,
    misread: null,
    trouble: null,
    story: {
      complaint: first === undefined ? "wants-a-check" : usually[first],
      history: "bought-used",
      believes: "none",
    },
  };
}

const usually: Record<FaultCause, DrillStory["complaint"]> = {
  undercharge: "weak-always",
  overcharge: "warm-at-lights",
  air: "warm-at-lights",
  "condenser-airflow": "warm-at-lights",
  "restriction-before-port": "cold-then-warm",
  "restriction-after-port": "weak-always",
  "metering-stuck-closed": "weak-always",
  "metering-stuck-open": "weak-always",
  "compressor-worn": "weak-always",
  "compressor-low-stroke": "weak-always",
  "compressor-not-driven": "never-cold",
  "evaporator-airflow": "little-air",
  "blend-door": "one-vent-warm",
};

export const truthOfCase = ({ state, trouble }: Pick<DrillCase, "state" | "trouble">): CaseFault[] =>
  [...truthOf(state), ...(trouble === null ? [] : [trouble.kind])].sort(
    (a, b) => caseFaults.indexOf(a) - caseFaults.indexOf(b),
  );

/** Faults as the circuit has them; ice in the metering device comes and goes (drill-car.ts). */
export function faultsOfCase({ state, trouble }: Pick<DrillCase, "state" | "trouble">): Fault[] {
  const slow: Fault[] =
    trouble?.kind === "slow-fan-clutch" ? [{ cause: "condenser-airflow", severity: trouble.severity }] : [];
  return [...benchFaults(state), ...slow];
}

/** The label as it stands in the vehicle, which may be wrong. */
export function labelShown({ state, trouble }: Pick<DrillCase, "state" | "trouble">): VehicleLabel {
  const { label } = state;
  if (trouble?.kind === "wrong-refrigerant") return { ...label, refrigerant: trouble.label };
  return trouble?.kind === "wrong-label" ? { ...label, chargeG: trouble.chargeG } : label;
}

/** Draws of this very car's differences from the middle of its kind; null for the middle one. */
export function ownDraws({ spread }: Pick<DrillCase, "spread">): (() => number) | undefined {
  return spread === 0 ? undefined : seededNoise(spread).normal;
}

/** Actions on offer: a case of pressures alone has no clamps, and a duty is read only at an external control valve. */
export function actsOf({ theme, state }: Pick<DrillCase, "theme" | "state">): DrillAct[] {
  const clamps = theme !== "pressures";
  const offered = {
    always: true,
    "with-clamps": clamps,
    "with-command": clamps && state.label.compressor === "variable-external",
    "with-checks": theme !== null && makerOf(theme) === 2,
    beside: false,
  };
  return drillActs.filter((act) => offered[actSpecs[act].offered]);
}
