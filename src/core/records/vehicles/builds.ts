/** Possible builds of a vehicle where nobody is sure: everything is then judged for each. */
import { compressorKinds, meteringKinds } from "../../readings/file/reading-file";
import type { Job } from "../job";

export interface Build {
  metering: (typeof meteringKinds)[number];
  compressor: (typeof compressorKinds)[number];
}

/** An electric compressor is known by its orange cables: who is not sure has another. */
const BELT_DRIVEN = compressorKinds.filter((kind) => kind !== "electric");

/** All it may be, the most usual first; none while the question is open. */
export function buildsOf({ metering, compressor, unsure }: Job["intake"]): Build[] {
  const meterings = metering !== null ? [metering] : unsure.includes("metering") ? meteringKinds : [];
  const compressors = compressor !== null ? [compressor] : unsure.includes("compressor") ? BELT_DRIVEN : [];
  return meterings.flatMap((one) => compressors.map((other) => ({ metering: one, compressor: other })));
}
