/** Functions that views may call of unreadable records: one door per data module, so that a page loads only what it uses. */
export { type DamagedRecord, damagedVehicles, removeDamaged } from "@/data/damaged";
