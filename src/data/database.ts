/** The browser database; this folder is the only place that knows Dexie. */
import Dexie, { type EntityTable } from "dexie";
import type { Job } from "@/core/records/job";

class EvridDatabase extends Dexie {
  jobs!: EntityTable<Job, "id">;

  constructor() {
    super("evrid");
    this.version(1).stores({ jobs: "id, updatedAt" });
  }
}

export const database = new EvridDatabase();
