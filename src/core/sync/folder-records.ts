/** The records that the files of a shared folder hold together, without a device: for whatever reads such a folder later. */
import type { ArchiveList } from "../records/files/archive";
import { readJob } from "../records/files/job-file";
import { readContainer } from "../records/stock/container";
import { readStockEntry } from "../records/stock/entry";
import { readVehicle } from "../records/vehicles/vehicle";
import type { Result } from "../result";
import type { Tree } from "./document-shape";
import { unpacked } from "./packing";
import { RecordDocument } from "./record-document";
import { recordOfKey, shapeOf } from "./shapes";
import { readFrames } from "./update-file";

/** Before the key of a picture in a file of updates that is exchanged by hand. */
export const JPEG_KEY = "jpeg/";

/** List of a shop file that a kind of record stands in, and the check that it passes. */
const lists: Partial<
  Record<string, { list: ArchiveList; dated: boolean; read: ((given: unknown) => Result<object, unknown>) | null }>
> = {
  job: { list: "jobs", dated: true, read: readJob },
  vehicle: { list: "vehicles", dated: true, read: readVehicle },
  cylinder: { list: "containers", dated: true, read: readContainer },
  stock: { list: "stock", dated: false, read: readStockEntry },
  learner: { list: "learners", dated: false, read: null },
  drill: { list: "drills", dated: false, read: null },
};

export interface FolderRecord {
  list: ArchiveList;
  id: string;
  /** As a shop file holds it; null where this release cannot read it. */
  record: object | null;
  /** Fields with values that nobody has chosen from yet: one of them stands. */
  conflicts: number;
}

export class FolderRecords {
  private readonly updates = new Map<string, Uint8Array[]>();
  /** Pictures that stand in the files themselves, by owner and id. */
  readonly jpegs = new Map<string, Uint8Array>();

  /** Takes the bytes of a file; gives whether it holds damage. What stands before that is taken. */
  async add(bytes: Uint8Array): Promise<boolean> {
    const { frames, damaged } = readFrames(bytes);
    for (const { key, update } of frames) {
      if (key.startsWith(JPEG_KEY)) {
        this.jpegs.set(key.slice(JPEG_KEY.length), update);
        continue;
      }
      const plain = await unpacked(update).catch(() => null);
      if (plain === null) continue;
      const known = this.updates.get(key);
      if (known === undefined) this.updates.set(key, [plain]);
      else known.push(plain);
    }
    return damaged || frames.length === 0;
  }

  private documentOf(key: string): RecordDocument {
    const shape = shapeOf(key) ?? { logs: [], own: [] };
    return new RecordDocument(shape, "", () => "", this.updates.get(key));
  }

  /** Records that stand, those that were removed left out. `now`: ISO, the date of records whose own date each device keeps for itself. */
  *records(now: string): Generator<FolderRecord> {
    for (const key of [...this.updates.keys()].sort()) {
      const of = recordOfKey(key);
      const as = lists[of?.kind ?? ""];
      if (of === null || as === undefined) continue;
      const document = this.documentOf(key);
      const told = document.removedAt() === null ? document.record() : null;
      if (told === null) continue;
      const record: Tree = as.dated ? { ...told, updatedAt: now } : told;
      const checked = as.read?.(record);
      const { id } = of;
      const conflicts = document.conflicts().length;
      if (checked === undefined) yield { list: as.list, id, record, conflicts };
      else yield { list: as.list, id, record: checked.ok ? checked.value : null, conflicts };
    }
  }

  /** Pictures that records name: owner and id, and the sum of the content (SHA-256). */
  *pictures(): Generator<{ key: string; sha256: string }> {
    for (const key of this.updates.keys()) {
      const of = recordOfKey(key);
      if (of?.kind !== "picture") continue;
      const sha256 = this.documentOf(key).record()?.sha256;
      if (typeof sha256 === "string") yield { key: of.id, sha256 };
    }
  }
}
