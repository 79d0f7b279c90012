/** Text that a person typed, within a sentence of the product. */

declare const brand: unique symbol;
/** Marked so that no change of language touches it; made by {@link typed} alone. */
export type Typed = string & { readonly [brand]: true };

/** First strong isolate and its end: what is between also keeps its own writing direction. Taken off again by `inLanguage`. */
const OPEN = "\u2068";
const CLOSE = "\u2069";
const MARKS = /[\u2068\u2069]/g;
const MARKED = /\u2068[^\u2069]*\u2069/g;

/** Marks a typed text for a sentence that is shown through the parts of `ui`. */
export const typed = (text: string): Typed => `${OPEN}${text.replace(MARKS, "")}${CLOSE}` as Typed;

/** Without marks: for names of files, titles of documents, and what else is not shown through `ui`. */
export const unmarked = (text: string): string => text.replace(MARKS, "");

/** Applies `change` to what the product says, leaves what a person typed, and takes the marks off. */
export function aroundTyped(text: string, change: (said: string) => string): string {
  if (!text.includes(OPEN)) return change(text);
  let made = "";
  let at = 0;
  for (const { index, 0: marked } of text.matchAll(MARKED)) {
    made += change(text.slice(at, index)) + marked;
    at = index + marked.length;
  }
  return unmarked(made + change(text.slice(at)));
}
