/** A file's text without the byte-order mark that some programs put before it. */
export function plainText(text: string): string {
  return text.startsWith("\uFEFF") ? text.slice(1) : text;
}
