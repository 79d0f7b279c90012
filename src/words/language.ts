/** The trade's words as they are said on either side of the ocean; the product is written in British ones. */
import type { Choices } from "@/core/records/choices";
import { aroundTyped } from "./typed";

export type Language = Choices["language"];

/** Beginnings of words, so that what is made from them follows: "vapours", "centred". */
const inUs: readonly (readonly [string, string])[] = [
  ["vapour", "vapor"],
  ["centre", "center"],
  ["bonnet", "hood"],
  ["colour", "color"],
  ["litre", "liter"],
  ["metre", "meter"],
  ["motorway", "highway"],
  ["tyre", "tire"],
  ["grey", "gray"],
  ["aluminium", "aluminum"],
];
const pattern = new RegExp(`\\b(${inUs.map(([british]) => british).join("|")})`, "gi");
const us = new Map(inUs);

/** Puts a text of the product into a language; what is marked as typed stays as it is, without its marks. */
export function inLanguage(text: string, language: Language): string {
  return aroundTyped(text, (said) => (language === "british" ? said : inUsWords(said)));
}

function inUsWords(text: string): string {
  return text.replace(pattern, (word) => {
    const other = us.get(word.toLowerCase()) ?? word;
    const first = word.charAt(0);
    return first === first.toUpperCase() ? other.charAt(0).toUpperCase() + other.slice(1) : other;
  });
}
