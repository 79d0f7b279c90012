/** The one protocol between page and the worker that diagnoses. */
import type { Diagnosis } from "@/core/diagnosis/decide/diagnosis";
import type { SoundReading } from "@/core/diagnosis/explain/sound-vehicles";
import type { OutcomeFacts } from "@/core/learning/statement";
import type { ReadingFile } from "@/core/readings/file/reading-file";

export interface DiagnosisWorkerApi {
  /** The one verdict on the same readings, for each way the vehicle may be built; or null when it was cancelled. `own` narrows what is expected of it. `onProgress` is told the share simulated. */
  judge(
    ticket: number,
    readings: readonly ReadingFile[],
    own: readonly SoundReading[],
    onProgress?: (share: number) => void,
  ): Promise<Diagnosis | null>;
  cancel(ticket: number): void;
  /** What the readings before and after the work say, for the outcome of a job; null for a test that was not read. */
  outcomeFacts(before: ReadingFile | null, after: ReadingFile | null): Promise<OutcomeFacts>;
}
