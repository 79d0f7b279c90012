/** Seeds of reproducible runs: whole numbers that fit into 32 bits. */
export const MOST_SEED = 4_294_967_295;

/** Reads a seed from text; null unless it is a decimal whole number from 0 to {@link MOST_SEED}, digits only. */
export function readSeed(text: string): number | null {
  if (!/^\d{1,10}$/.test(text)) return null;
  const seed = Number(text);
  return seed <= MOST_SEED ? seed : null;
}
