/** Limits of the circuit that hold whatever is expected: they are drawn over the expected range. */
import { highCutOutKpa } from "../../circuit/vehicle/cut-out";
import type { Refrigerant } from "../../fluids/refrigerants";
import { gaugeKpa, type Quantity, type QuantityContext } from "./quantities";

export type HardLimitCode = "freezing" | "cut-out" | "hot-discharge";

export interface HardLimit {
  code: HardLimitCode;
  /** In the unit of the quantity. */
  value: number;
}

/** Water on the coil freezes from here down, degC. */
const FREEZING_C = 0;
/** Oil and seals suffer from here up, degC. */
const HOT_DISCHARGE_LIMIT_C = 110;

/** The limit of a quantity; null where it has none. */
export function hardLimitOf(
  quantity: Quantity,
  refrigerant: Refrigerant,
  context: Pick<QuantityContext, "fluid" | "atmosphereKpa">,
): HardLimit | null {
  switch (quantity) {
    case "low":
      return { code: "freezing", value: gaugeKpa(FREEZING_C, context) };
    case "high":
      return { code: "cut-out", value: highCutOutKpa(refrigerant) };
    case "discharge":
      return { code: "hot-discharge", value: HOT_DISCHARGE_LIMIT_C };
    default:
      return null;
  }
}
