/** Where each observable stands in a reading file, and readings without one of them. */
import type { ReadingFile, RunningSetting } from "../../readings/file/reading-file";
import { type ObservableName, type Observed, onceObservables, placeOf } from "./observables";

export const fieldOf: Record<ObservableName, keyof RunningSetting | "rest" | "equalise" | "recoveredG"> = {
  evaporating: "lowKpa",
  condensing: "highKpa",
  vent: "ventC",
  suction: "suctionLineC",
  liquid: "liquidLineC",
  discharge: "dischargeLineC",
  condenserInlet: "condenserInletAirC",
  condenserOutlet: "condenserOutletAirC",
  lineDrop: "meteringInletC",
  command: "compressorDutyPct",
  rest: "rest",
  meeting: "equalise",
  charge: "recoveredG",
};

const onceNames: readonly ObservableName[] = onceObservables;

/** The reading without one of its values; without a setting, at every speed. */
export function leftOut(reading: ReadingFile, name: ObservableName, setting: number | null): ReadingFile {
  const field = fieldOf[name];
  if (onceNames.includes(name)) return { ...reading, [field]: null };
  const running = (reading.running ?? []).map((one, i) => {
    if (setting !== null && i !== setting) return one;
    // A mean stands for its swing, too.
    return name === "evaporating"
      ? { ...one, lowKpa: null, lowMinKpa: null, lowMaxKpa: null }
      : { ...one, [field]: null };
  });
  return { ...reading, running };
}

/** Whether the reading stands in the vector at all. */
export function wasRead(observed: Observed, name: ObservableName, setting: number): boolean {
  return !Number.isNaN(observed.values[placeOf(name, setting, observed.rpm.length)]!);
}
