"use client";

/** Words outside of a job that the browser's store refused: about a vehicle, or on the P-T desk. Kept for the lifetime of the tab, until they are stored or discarded. */
import type { QuickDesk } from "@/core/records/quick-desk";
import { quickDeskSchema } from "@/core/records/quick-desk";
import type { VehicleWords } from "@/core/records/vehicles/vehicle";
import { vehicleWordsSchema } from "@/core/records/vehicles/vehicle";
import { reasonOf } from "@/core/result";
import { saveQuickDesk } from "@/data/quick-desk";
import { editVehicle } from "@/data/vehicles";
import { keptInTab } from "./kept-in-tab";

export type RefusedWords = {
  /** Why the browser refused. */
  reason: string;
  /** The view they were typed in is on the screen, where its own message stands. */
  open: boolean;
} & ({ kind: "vehicle"; id: string; name: string; words: Partial<VehicleWords> } | { kind: "desk"; desk: QuickDesk });

/** Names a refused item: one per vehicle, and one for the desk. */
export const wordsId = (one: { kind: "vehicle"; id: string } | { kind: "desk" }): string =>
  one.kind === "desk" ? "desk" : `vehicle ${one.id}`;

const kept = keptInTab<RefusedWords>("evrid-refused-words", wordsId, (stored) => {
  const one = stored as Partial<Record<string, unknown>> | null;
  const shared = { reason: String(one?.reason ?? ""), open: false };
  if (one?.kind === "desk") {
    const desk = quickDeskSchema.safeParse(one.desk);
    return desk.success ? { kind: "desk", desk: desk.data, ...shared } : null;
  }
  const words = vehicleWordsSchema.partial().safeParse(one?.words);
  if (one?.kind !== "vehicle" || typeof one.id !== "string" || !words.success) return null;
  return { kind: "vehicle", id: one.id, name: String(one.name ?? ""), words: words.data, ...shared };
});

export const keepRefusedWords = kept.keep;
export const forgetRefusedWords = kept.forget;
export const recallRefusedWords = kept.recall;
export const useRefusedWords = kept.use;
export const hasRefusedWords = (): boolean => kept.all().length > 0;
export const refusedWords = (id: string): RefusedWords | undefined => kept.all().find((one) => wordsId(one) === id);

/** Its view was left in this tab: from now on every view offers the words. */
export function closeRefusedWords(id: string): void {
  const found = refusedWords(id);
  if (found?.open) kept.keep({ ...found, open: false });
}

/** Stores refused words again. Throws when the store refuses again; they are kept then. */
export async function storeRefusedWords(one: RefusedWords): Promise<void> {
  try {
    if (one.kind === "desk") await saveQuickDesk(one.desk);
    else await editVehicle(one.id, one.words);
  } catch (error) {
    if (refusedWords(wordsId(one)) !== undefined) kept.keep({ ...one, reason: reasonOf(error) });
    throw error;
  }
  kept.forget(wordsId(one));
}
