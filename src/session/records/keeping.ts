/** Functions that views may call of storage: one door per data module, so that a page loads only what it uses. */
export { askToKeep, storageState } from "@/data/keeping";
