/** Functions that views may call of staged imports: one door per data module, so that a page loads only what it uses. */
export { dropStaged } from "@/data/staging";
