import type { VehicleLabel } from "../circuit/vehicle";
import type { Cause } from "./causes";

/** Whether a cause can happen to this vehicle at all: a fixed compressor has no stroke that could stick. */
export function possible(cause: Cause, { compressor }: Pick<VehicleLabel, "compressor">): boolean {
  return cause !== "compressor-low-stroke" || compressor.startsWith("variable");
}
