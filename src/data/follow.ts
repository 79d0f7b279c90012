import { liveQuery } from "dexie";
import { database } from "./database";
import { settleIndexOnce } from "./record-index";

/** Tells what a query of the store gives, now and after every change, by whichever tab. Gives the way to stop. */
export function follow<Value>(
  query: () => Promise<Value>,
  next: (value: Value) => void,
  failed: (error: unknown) => void,
): () => void {
  // A query of a store that cannot be opened is given up without a word; opening it says why. An index of an earlier release is made meanwhile.
  database.open().then(settleIndexOnce).catch(failed);
  const following = liveQuery(query).subscribe(next, failed);
  return () => following.unsubscribe();
}
