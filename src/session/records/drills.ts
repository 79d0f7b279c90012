/** Functions that views may call of drills: one door per data module, so that a page loads only what it uses. */
export { addDrills, type chargeAnswers, dropOpenRun, type KeptDrills } from "@/data/drills";
