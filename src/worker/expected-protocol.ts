/** The one protocol between page and the worker that knows what a vehicle should show. */
import type { CircuitConditions, VehicleLabel } from "@/core/circuit/vehicle";
import type { ExpectedBands } from "@/core/diagnosis/expected";

export interface ExpectedWorkerApi {
  /** Bands of a healthy vehicle with this label in these conditions; null when there are none. */
  bands(label: VehicleLabel, conditions: CircuitConditions): ExpectedBands | null;
}
