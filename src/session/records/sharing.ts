/** Functions that views may call of the shared folder: one door per data module, so that a page loads only what it uses. */

export {
  allowSharedFolder,
  howShared,
  joinFolder,
  leaveFolder,
  listConflicts,
  noteUpdatesSaved,
  renameDevice,
  updatesSavedSince,
} from "@/data/sharing/device";
export { type Holders, holdersOfJobs } from "@/data/sharing/holders";
