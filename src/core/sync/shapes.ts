/** How each kind of record is put apart for the shared folder. */

import type { Job } from "../records/job";
import { isSigned } from "../records/signature";
import type { DocumentShape } from "./record-document";

const job: DocumentShape = {
  logs: [["ledger"], ["amendments"], ["leak", "checks"], ["photos"]],
  // When it was stored here, by a clock that may be wrong.
  own: ["updatedAt"],
  signature: {
    isSigned: (record) => isSigned(record as unknown as Job),
    amendments: ["amendments"],
    uncovered: ["archivedAt"],
  },
};
const plain: DocumentShape = { logs: [], own: ["updatedAt"] };

const shapes: Readonly<Record<string, DocumentShape>> = { job, vehicle: plain, cylinder: plain, stock: plain };

/** Shape behind a key, kind and id with a slash between; null for a kind that this release does not know. */
export function shapeOf(key: string): DocumentShape | null {
  const kind = key.slice(0, key.indexOf("/"));
  return Object.hasOwn(shapes, kind) ? shapes[kind]! : null;
}
