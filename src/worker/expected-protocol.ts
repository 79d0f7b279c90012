/** The one protocol between page and the worker that knows what a vehicle should show. */
import type { VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import type { ExpectedRanges } from "@/core/diagnosis/explain/expected-range";
import type { KnownConditions, SoundReading } from "@/core/diagnosis/explain/sound-vehicles";

export interface ExpectedWorkerApi {
  /**
   * Expected ranges of a vehicle with this label under these conditions at an engine speed (rpm), narrowed by what this very one showed when it
   * was sound; null when there are none.
   */
  ranges(label: VehicleLabel, known: KnownConditions, rpm: number, own: readonly SoundReading[]): ExpectedRanges | null;
}
