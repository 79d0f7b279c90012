/** Functions that views may call of settings: one door per data module, so that a page loads only what it uses. */
export { replaceUnreadableChoices } from "@/data/choices";
