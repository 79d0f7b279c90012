import { writeJobFile } from "@/core/records/files/job-file";
import type { Job } from "@/core/records/job";
import { saveTextFile } from "@/services/save-file";
import { noteJobSaved } from "@/session/records/copies";
import { picturesOf } from "@/session/records/photos";
import { jobFileName } from "@/words/job";

/** Gives the job as a file with its pictures. A store that refuses these keeps nobody from the words and numbers. */
export async function saveJob(job: Job): Promise<void> {
  const pictures = await picturesOf(job).catch(() => undefined);
  saveTextFile(jobFileName(job), writeJobFile(job, pictures));
  // A file without its pictures is no copy of them.
  if (pictures !== undefined) await noteJobSaved(job).catch(() => undefined);
}
