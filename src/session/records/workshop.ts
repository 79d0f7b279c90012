/** Functions that views may call of workshops: one door per data module, so that a page loads only what it uses. */
export { checkServer, fileMark, isDemoWorkshop, openWorkshop } from "@/data/workshop";
