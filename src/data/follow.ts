import { liveQuery } from "dexie";
import { database } from "./database";
import { moveDemoRecords } from "./demo-records";
import { settleIndexOnce } from "./record-index";

/** Once per page: an index of an earlier release is made anew, and demo records that it kept here are moved. */
let settling: Promise<void> | null = null;
async function settleOnce(): Promise<void> {
  await settleIndexOnce();
  await moveDemoRecords();
}

/** Tells what a query of the store gives, now and after every change, by whichever tab. Gives the way to stop. */
export function follow<Value>(
  query: () => Promise<Value>,
  next: (value: Value) => void,
  failed: (error: unknown) => void,
): () => void {
  // A query of a store that cannot be opened is given up without a word; opening it says why.
  settling ??= database
    .open()
    .then(settleOnce)
    .catch((error: unknown) => {
      settling = null;
      throw error;
    });
  settling.catch(failed);
  const following = liveQuery(query).subscribe(next, failed);
  return () => following.unsubscribe();
}
