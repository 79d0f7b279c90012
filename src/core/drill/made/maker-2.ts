/**
 * The second maker of cases: faults beside the circuit. It was given out with codes: NOTHING in this file may ever change what a number makes; a better
 * maker is a new file. It draws evenly, adds and rounds only, and asks neither the simulator nor the catalogue.
 */
import type { CircuitConditions, VehicleLabel } from "../../circuit/vehicle/vehicle";
import type { Complaint, CustomerBelief, DrillTheme, History, Misread } from "../drill-shapes";
import type { Trouble } from "../drill-troubles";
import { type Draws, drawsOf } from "./draws";
import type { MadeCase } from "./maker-1";

const THEMES: readonly DrillTheme[] = ["contents", "controls", "papers"];

type Kind =
  | "moisture"
  | "wrong-refrigerant"
  | "air"
  | "slow-fan-clutch"
  | "pressure-sensor"
  | "compressor-low-stroke"
  | "compressor-not-driven"
  | "wrong-label"
  | "swapped-hoses"
  | "undercharge"
  | "sound";

const kinds: Partial<Record<DrillTheme, readonly (readonly [Kind, number])[]>> = {
  contents: [
    ["moisture", 4],
    ["wrong-refrigerant", 3],
    ["air", 4],
    ["undercharge", 1],
    ["sound", 1],
  ],
  controls: [
    ["slow-fan-clutch", 4],
    ["pressure-sensor", 4],
    ["compressor-low-stroke", 2],
    ["compressor-not-driven", 2],
    ["sound", 1],
  ],
  papers: [
    ["wrong-label", 5],
    ["swapped-hoses", 4],
    ["undercharge", 2],
    ["sound", 1],
  ],
};

const complaints: Record<Kind, readonly Complaint[]> = {
  moisture: ["cold-then-warm"],
  "wrong-refrigerant": ["weak-always", "wants-a-check"],
  air: ["warm-at-lights", "weak-always"],
  "slow-fan-clutch": ["warm-at-lights"],
  "pressure-sensor": ["cold-then-warm", "warm-at-lights", "fine-in-the-morning"],
  "compressor-low-stroke": ["weak-always", "never-cold"],
  "compressor-not-driven": ["never-cold"],
  "wrong-label": ["warm-at-lights", "weak-always", "wants-a-check"],
  "swapped-hoses": ["weak-always"],
  undercharge: ["weak-always", "fine-in-the-morning"],
  sound: ["wants-a-check", "weak-always"],
};

const histories: Record<Kind, readonly History[]> = {
  moisture: ["open-for-days", "compressor-replaced", "front-repaired"],
  "wrong-refrigerant": ["topped-up-twice", "bought-used"],
  air: ["open-for-days", "front-repaired", "topped-up-twice"],
  "slow-fan-clutch": ["never-opened", "stood-long"],
  "pressure-sensor": ["never-opened", "front-repaired"],
  "compressor-low-stroke": ["never-opened", "bought-used"],
  "compressor-not-driven": ["never-opened", "stood-long"],
  "wrong-label": ["filled-last-year", "front-repaired", "bought-used"],
  "swapped-hoses": ["never-opened", "stood-long"],
  undercharge: ["never-opened", "stood-long"],
  sound: ["never-opened", "filled-last-year"],
};

export function makeSecond(theme: DrillTheme, number: number): MadeCase & { trouble: Trouble | null } {
  const draws = drawsOf(number * 16 + THEMES.indexOf(theme) + 11);
  const { uniform, pick, one } = draws;
  const kind = pick(kinds[theme]!);
  const label = labelOf(kind, draws);
  const conditions = conditionsOf(kind, draws);
  const { share, airG, faults, trouble, misread } = wrongOf(kind, label, draws);

  return {
    label,
    conditions,
    chargeG: Math.round(share * label.chargeG),
    airG,
    faults,
    spread: 1 + Math.floor(uniform() * 1_000_000),
    labelKnown: true,
    misread,
    trouble,
    story: {
      complaint: one(complaints[kind]),
      history: one(histories[kind]),
      believes: one<CustomerBelief>([
        "needs-gas",
        "needs-gas",
        "compressor-gone",
        "cannot-be-gas",
        "thermostat",
        "none",
      ]),
    },
  };
}

function labelOf(kind: Kind, { between, pick }: Draws): VehicleLabel {
  const compressor: VehicleLabel["compressor"] =
    kind === "compressor-low-stroke"
      ? "variable-external"
      : kind === "pressure-sensor" || kind === "moisture"
        ? "fixed"
        : pick([
            ["fixed", 5],
            ["variable-internal", 3],
            ["variable-external", 2],
          ]);
  return {
    refrigerant: pick([
      ["R134a", 6],
      ["R1234yf", 4],
    ]),
    chargeG: between(400, 850, 5),
    metering:
      kind === "moisture"
        ? "expansion-valve"
        : pick([
            ["expansion-valve", 7],
            ["orifice-tube", 3],
          ]),
    compressor,
    condenserFan:
      kind === "slow-fan-clutch"
        ? "viscous"
        : pick([
            ["electric", 7],
            ["viscous", 2],
            ["both", 1],
          ]),
    evaporators: 1,
    highPort: "after-condenser",
  };
}

function conditionsOf(kind: Kind, { between, chance }: Draws): CircuitConditions {
  const fresh = chance(0.7);
  const ambientC = kind === "moisture" ? between(18, 24, 0.5) : between(22, 35, 0.5);
  return {
    ambientC,
    humidityPct: between(30, 65, 1),
    altitudeM: between(0, 600, 10),
    cabinReturnC: fresh ? null : between(ambientC - 4, ambientC + 4, 0.5),
    airSource: fresh ? "fresh" : "recirculated",
    blowerPct: 100,
    rpm: 800,
  };
}

/** Faults of a vehicle of this kind; its charge as a share of the label weight. */
function wrongOf(kind: Kind, label: VehicleLabel, { between, chance, pick }: Draws) {
  let share = between(0.95, 1.03, 0.01);
  let airG = 0;
  const faults: MadeCase["faults"] = [];
  let trouble: Trouble | null = null;
  let misread: Misread | null = null;
  if (kind === "moisture") trouble = { kind, waterG: between(6, 14, 0.1) };
  else if (kind === "wrong-refrigerant") trouble = { kind, label: label.refrigerant === "R134a" ? "R1234yf" : "R134a" };
  else if (kind === "slow-fan-clutch") trouble = { kind, severity: between(0.5, 0.9, 0.01) };
  else if (kind === "pressure-sensor") trouble = { kind, highByKpa: between(900, 1500, 10) };
  else if (kind === "wrong-label") {
    // Filled by what its label says.
    const wrong = pick([
      [between(1.25, 1.45, 0.01), 3],
      [between(0.55, 0.72, 0.01), 3],
    ]);
    share = wrong;
    trouble = { kind, chargeG: Math.round((wrong * label.chargeG) / 5) * 5 };
  } else if (kind === "swapped-hoses") {
    misread = "swapped-hoses";
    if (chance(0.7)) share = between(0.35, 0.78, 0.01);
  } else if (kind === "air") airG = between(8, 24, 0.5);
  else if (kind === "undercharge") share = between(0.3, 0.75, 0.01);
  else if (kind !== "sound")
    faults.push({
      cause: kind,
      severity: kind === "compressor-not-driven" ? 1 : between(0.5, 0.95, 0.01),
      place: null,
    });
  return { share, airG, faults, trouble, misread };
}
