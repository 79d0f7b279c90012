/** Functions that views may call of imports: one door per data module, so that a page loads only what it uses. */
export { listImports } from "@/data/import";
