/** Functions that views may call of copies: one door per data module, so that a page loads only what it uses. */
export { allowFolder, chooseFolder, forgetFolder, howCopied, noteCopied, noteJobSaved } from "@/data/copies";
