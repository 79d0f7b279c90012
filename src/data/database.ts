/** The browser database; this folder is the only place that knows Dexie. */
import Dexie, { type EntityTable } from "dexie";
import type { Job } from "@/core/records/job";
import { readJob } from "@/core/records/job-file";

class EvridDatabase extends Dexie {
  jobs!: EntityTable<Job, "id">;

  constructor() {
    super("evrid");
    this.version(1).stores({ jobs: "id, updatedAt" });
    // Records carry their own version; one that cannot be read stays as it is and says so when it is opened.
    this.version(2)
      .stores({ jobs: "id, updatedAt" })
      .upgrade((transaction) =>
        transaction
          .table("jobs")
          .toCollection()
          .modify((stored, place) => {
            const read = readJob(stored);
            if (read.ok) place.value = read.value;
          }),
      );
  }
}

export const database = new EvridDatabase();
