/** How each kind of record is put apart for the shared folder. */

import type { Job } from "../records/job";
import { isSigned } from "../records/signature";
import type { DocumentShape } from "./document-shape";

const job: DocumentShape = {
  logs: [
    { names: ["ledger"] },
    { names: ["amendments"] },
    { names: ["leak", "checks"], removable: true },
    { names: ["photos"], removable: true },
    { names: ["look", "notes"], removable: true },
    { names: ["look", "fine"], removable: true },
    { names: ["intake", "stopSigns"], removable: true },
    { names: ["intake", "complaints"], removable: true },
    { names: ["intake", "unsure"], removable: true },
    { names: ["hookUp", "checked"], removable: true },
  ],
  keyed: [
    { names: ["charge", "containers"], by: "id" },
    { names: ["lines", "spots"], by: "place" },
    { names: ["repair", "parts"], by: "part" },
    { names: ["outcome", "answers"], by: "cause" },
  ],
  computed: [
    ["outcome", "localPrior"],
    ["outcome", "similar"],
  ],
  growing: [
    ["evacuate", "trace"],
    ["evacuate", "marks"],
    ["leak", "test", "trace"],
  ],
  // When it was stored here, by a clock that may be wrong.
  own: ["updatedAt"],
  signature: {
    isSigned: (record) => isSigned(record as unknown as Job),
    amendments: ["amendments"],
    uncovered: ["archivedAt"],
  },
};
const plain: DocumentShape = { logs: [], own: ["updatedAt"] };
const vehicle: DocumentShape = {
  logs: [
    { names: ["names"], removable: true },
    { names: ["photos"], removable: true },
    { names: ["joined"], removable: true },
  ],
  own: ["updatedAt"],
};

/** Kinds of records that devices share. A picture's record names its content; a holder says at which device a job is worked on. */
const sharedKinds = ["job", "vehicle", "cylinder", "stock", "learner", "drill", "holder", "picture"] as const;
export type SharedKind = (typeof sharedKinds)[number];

const shapes: Readonly<Record<SharedKind, DocumentShape>> = {
  job,
  vehicle,
  cylinder: plain,
  stock: plain,
  learner: plain,
  drill: plain,
  holder: plain,
  picture: plain,
};

/** Kind and id of the record behind a key; null for a kind that this release does not know. */
export function recordOfKey(key: string): { kind: SharedKind; id: string } | null {
  const at = key.indexOf("/");
  const kind = key.slice(0, at) as SharedKind;
  return sharedKinds.includes(kind) ? { kind, id: key.slice(at + 1) } : null;
}

/** Shape behind a key, kind and id with a slash between; null for a kind that this release does not know: its updates are kept as they are. */
export function shapeOf(key: string): DocumentShape | null {
  const record = recordOfKey(key);
  return record === null ? null : shapes[record.kind];
}
