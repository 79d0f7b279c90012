/** Functions that views may call of all records: one door per data module, so that a page loads only what it uses. */
export { countStored, eraseAll } from "@/data/shop";
