/**
 * The first maker of cases. It was given out with codes: NOTHING in this file may ever change what a number makes; a better maker is a new file. It
 * draws evenly, adds and rounds only, and asks neither the simulator nor the catalogue, so that no later release can move it.
 */
import type { FaultCause } from "../../causes/catalogue";
import type { CircuitConditions, VehicleLabel } from "../../circuit/vehicle/vehicle";
import type { Complaint, CustomerBelief, DrillStory, DrillTheme, History, Misread } from "../drill-shapes";
import { type Draws, drawsOf } from "./draws";

export interface MadeCase {
  label: VehicleLabel;
  conditions: CircuitConditions;
  chargeG: number;
  airG: number;
  faults: { cause: FaultCause; severity: number; place: number | null }[];
  /** Which car of its kind it is. */
  spread: number;
  labelKnown: boolean;
  misread: Misread | null;
  story: DrillStory;
}

const THEMES: readonly DrillTheme[] = [
  "pressures",
  "clamps",
  "cycling",
  "commanded",
  "nothing-wrong",
  "port",
  "unknown-history",
  "hot-and-high",
  "two-at-once",
  "wrong-reading",
];

/** Faults of each theme with their weights. */
const causes: Partial<Record<DrillTheme, readonly (readonly [FaultCause, number])[]>> = {
  pressures: [
    ["undercharge", 4],
    ["overcharge", 3],
    ["condenser-airflow", 3],
    ["compressor-worn", 2],
    ["compressor-not-driven", 2],
    ["evaporator-airflow", 1],
  ],
  clamps: [
    ["undercharge", 3],
    ["restriction-after-port", 3],
    ["metering-stuck-closed", 2],
    ["metering-stuck-open", 2],
    ["air", 2],
    ["overcharge", 2],
    ["compressor-worn", 2],
  ],
  cycling: [
    ["undercharge", 5],
    ["evaporator-airflow", 2],
    ["restriction-after-port", 2],
    ["metering-stuck-closed", 1],
    ["condenser-airflow", 1],
  ],
  commanded: [
    ["compressor-low-stroke", 4],
    ["compressor-not-driven", 2],
    ["undercharge", 2],
    ["compressor-worn", 2],
    ["metering-stuck-open", 1],
  ],
  "nothing-wrong": [
    ["undercharge", 2],
    ["blend-door", 2],
    ["condenser-airflow", 2],
    ["evaporator-airflow", 2],
    ["overcharge", 1],
  ],
  port: [
    ["restriction-before-port", 4],
    ["restriction-after-port", 2],
    ["condenser-airflow", 2],
    ["overcharge", 1],
    ["air", 1],
  ],
  "unknown-history": [
    ["overcharge", 3],
    ["air", 3],
    ["undercharge", 3],
    ["compressor-worn", 1],
    ["metering-stuck-open", 1],
  ],
  "hot-and-high": [
    ["condenser-airflow", 3],
    ["overcharge", 2],
    ["undercharge", 3],
    ["air", 1],
    ["blend-door", 1],
    ["compressor-worn", 1],
  ],
  "two-at-once": [],
  "wrong-reading": [
    ["undercharge", 3],
    ["overcharge", 2],
    ["condenser-airflow", 2],
    ["restriction-after-port", 2],
    ["compressor-worn", 2],
    ["metering-stuck-open", 1],
  ],
};

/** Complaints typical of each fault. */
const told: Partial<Record<FaultCause, readonly Complaint[]>> = {
  undercharge: ["weak-always", "fine-in-the-morning", "never-cold"],
  overcharge: ["warm-at-lights", "cold-then-warm"],
  air: ["warm-at-lights", "weak-always"],
  "condenser-airflow": ["warm-at-lights", "fine-in-the-morning"],
  "restriction-before-port": ["cold-then-warm", "warm-at-lights"],
  "restriction-after-port": ["weak-always", "cold-then-warm"],
  "metering-stuck-closed": ["weak-always", "never-cold"],
  "metering-stuck-open": ["weak-always", "warm-at-lights"],
  "compressor-worn": ["weak-always", "warm-at-lights"],
  "compressor-low-stroke": ["weak-always", "never-cold"],
  "compressor-not-driven": ["never-cold"],
  "evaporator-airflow": ["little-air", "cold-then-warm"],
  "blend-door": ["one-vent-warm", "weak-always"],
};
const anyComplaint: readonly Complaint[] = [
  "weak-always",
  "warm-at-lights",
  "cold-then-warm",
  "fine-in-the-morning",
  "wants-a-check",
];

export function makeFirst(theme: DrillTheme, number: number): MadeCase {
  const draws = drawsOf(number * 16 + THEMES.indexOf(theme) + 1);
  const { uniform, between, chance, one } = draws;
  const label = labelOf(theme, draws);
  const conditions = conditionsOf(theme, draws);

  const sound = chance(theme === "nothing-wrong" ? 0.6 : theme === "two-at-once" ? 0 : 0.1);
  let share = between(0.94, 1.03, 0.01);
  let airG = 0;
  const faults: MadeCase["faults"] = [];
  const acting = sound ? [] : actingCauses(theme, label, draws);
  for (const cause of acting) {
    if (cause === "undercharge") share = between(0.22, 0.78, 0.01);
    else if (cause === "overcharge") share = between(1.16, 1.45, 0.01);
    else if (cause === "air") airG = between(5, 22, 0.5);
    else if (cause === "compressor-not-driven") faults.push({ cause, severity: 1, place: null });
    else
      faults.push({
        cause,
        severity: between(0.4, 0.95, 0.01),
        place: cause.startsWith("restriction-before") ? between(0, 0.9, 0.05) : null,
      });
  }
  const story = storyOf(theme, { cause: acting[0], share, airG }, draws);
  return {
    label,
    conditions,
    chargeG: Math.round(share * label.chargeG),
    airG,
    faults,
    spread: 1 + Math.floor(uniform() * 1_000_000),
    labelKnown: theme === "unknown-history" ? chance(0.3) : chance(0.95),
    misread:
      theme === "wrong-reading"
        ? one<Misread>(["half-open-coupler", "slipped-suction-clamp", "slipped-liquid-clamp"])
        : null,
    story,
  };
}

function labelOf(theme: DrillTheme, { between, chance, pick }: Draws): VehicleLabel {
  const compressor: VehicleLabel["compressor"] =
    theme === "commanded"
      ? "variable-external"
      : theme === "cycling"
        ? "fixed"
        : pick([
            ["fixed", 4],
            ["variable-internal", 3],
            ["variable-external", 3],
          ]);
  const metering: VehicleLabel["metering"] =
    theme === "cycling"
      ? "orifice-tube"
      : pick([
          ["expansion-valve", 7],
          ["orifice-tube", compressor === "variable-external" ? 1 : 3],
        ]);
  return {
    refrigerant: pick([
      ["R134a", 6],
      ["R1234yf", 4],
    ]),
    chargeG: between(400, 850, 5),
    metering,
    compressor,
    condenserFan: pick([
      ["electric", 6],
      ["viscous", 2],
      ["both", 1],
    ]),
    evaporators: 1,
    highPort: chance(theme === "port" ? 0.55 : 0.05) ? "before-condenser" : "after-condenser",
  };
}

function conditionsOf(theme: DrillTheme, { between, chance }: Draws): CircuitConditions {
  const hot = theme === "hot-and-high";
  const fresh = chance(0.7);
  const ambientC = hot ? between(37, 44, 0.5) : theme === "cycling" ? between(19, 28, 0.5) : between(20, 35, 0.5);
  return {
    ambientC,
    humidityPct: hot ? between(15, 40, 1) : between(30, 70, 1),
    altitudeM: hot ? between(900, 2300, 10) : between(0, 600, 10),
    cabinReturnC: fresh ? null : between(ambientC - 4, ambientC + 4, 0.5),
    airSource: fresh ? "fresh" : "recirculated",
    blowerPct: 100,
    rpm: 800,
  };
}

/** Faults that act, at least one. */
function actingCauses(theme: DrillTheme, { compressor }: VehicleLabel, { pick }: Draws): readonly FaultCause[] {
  if (theme === "two-at-once")
    return pick<readonly FaultCause[]>([
      [["undercharge", "air"], 3],
      [["undercharge", "condenser-airflow"], 3],
      [["undercharge", "evaporator-airflow"], 2],
      [["overcharge", "air"], 3],
      [["overcharge", "condenser-airflow"], 3],
      [["overcharge", "evaporator-airflow"], 2],
    ]);
  const variable = compressor !== "fixed";
  return [pick(causes[theme]!.filter(([cause]) => variable || cause !== "compressor-low-stroke"))];
}

/** Complaint: mostly typical of the fault, sometimes a person's guess. */
function storyOf(
  theme: DrillTheme,
  { cause, share, airG }: { cause: FaultCause | undefined; share: number; airG: number },
  { chance, one }: Draws,
): DrillStory {
  const complaint =
    cause === undefined
      ? one<Complaint>(["wants-a-check", "weak-always", "warm-at-lights"])
      : chance(0.75)
        ? one(told[cause]!)
        : one(anyComplaint);
  const fitting: readonly History[] =
    share > 1.1
      ? ["topped-up-twice", "filled-last-year"]
      : airG > 0
        ? ["open-for-days", "front-repaired", "topped-up-twice"]
        : share < 0.88
          ? ["never-opened", "front-repaired", "stood-long"]
          : ["never-opened", "compressor-replaced", "filled-last-year"];
  const history: History =
    theme === "unknown-history"
      ? "bought-used"
      : chance(0.6)
        ? one(fitting)
        : one<History>(["never-opened", "filled-last-year", "topped-up-twice", "front-repaired", "bought-used"]);
  const believes = one<CustomerBelief>([
    "needs-gas",
    "needs-gas",
    "compressor-gone",
    "cannot-be-gas",
    "thermostat",
    "none",
  ]);
  return { complaint, history, believes };
}
