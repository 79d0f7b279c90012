/** The one protocol between page and the worker that knows what a vehicle should show. */
import type { CircuitConditions, VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import type { ExpectedBands, SoundReading } from "@/core/diagnosis/explain/expected";

export interface ExpectedWorkerApi {
  /**
   * Bands of a healthy vehicle with this label in these conditions, narrowed by what this very one showed when it was sound; null when there
   * are none.
   */
  bands(label: VehicleLabel, conditions: CircuitConditions, own: readonly SoundReading[]): ExpectedBands | null;
}
