/** A bench's state as a file, `evrid.bench`, and as a reading file that says it was made. */
import type { CircuitConditions } from "../circuit/vehicle/vehicle";
import { readTextRecord, type TextIssue } from "../read-record";
import type { ReadingFile, RunningSetting } from "../readings/file/reading-file";
import type { Result } from "../result";
import type { BenchRunning } from "./bench-answer";
import { type BenchState, benchStateSchema } from "./bench-state";

export type BenchFileIssue = TextIssue;

export const BENCH_VERSION = 1;

export function writeBenchFile(state: BenchState): string {
  return `${JSON.stringify(state, null, 1)}\n`;
}

export function readBenchFile(text: string): Result<BenchState, BenchFileIssue> {
  return readTextRecord(text, "evrid.bench", BENCH_VERSION, benchStateSchema);
}

/** Reading file of this state without instrument errors. Its id states that nothing was measured. */
export function readingsOfBench(state: BenchState, { reading, cycle }: BenchRunning): ReadingFile {
  const tenth = (value: number) => Math.round(value * 10) / 10;
  return readAtBench(state, state.conditions, [
    {
      rpm: state.conditions.rpm,
      lowKpa: Math.round(reading.low),
      highKpa: Math.round(reading.high),
      ventC: tenth(reading.vent),
      suctionLineC: tenth(reading.suction),
      liquidLineC: tenth(reading.liquid),
      dischargeLineC: tenth(reading.discharge),
      ...(cycle && {
        lowMinKpa: Math.round(cycle.lowMin),
        lowMaxKpa: Math.round(cycle.lowMax),
        cyclePeriodS: Math.round(cycle.periodS),
      }),
    },
  ]);
}

/** A reading file of what stands on the bench. It is made, not measured: its id says so. */
export function readAtBench(
  { label }: Pick<BenchState, "label">,
  { rpm: _, ...conditions }: CircuitConditions,
  running: RunningSetting[],
): ReadingFile {
  return { format: "evrid.readings", version: 1, id: BENCH_ID, vehicle: { ...label }, conditions, running };
}
export const BENCH_ID = "what-if";
