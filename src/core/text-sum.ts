/** A short sum of a text, for telling whether a record is still as it was: FNV-1a (Fowler, Noll, Vo) twice, over 64 bits in all, and the length. */
export function textSum(text: string): string {
  let [a, b] = [0x811c9dc5, 0x9dc5811c];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ (code + i), 0x01000193);
  }
  return [text.length, a >>> 0, b >>> 0].map((n) => n.toString(36)).join("-");
}
