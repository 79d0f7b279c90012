/** Checks of a vehicle identification number as typed. It is never refused: it may be old, or read off a worn plate. */

export type VinDoubt =
  | { code: "length"; length: number }
  | { code: "characters"; characters: string }
  | { code: "check-digit"; expected: string; found: string };

/** 17 characters (ISO 3779:2009, 4.1). */
const LENGTH = 17;
/** Weight of each place, and value of each letter, for the check digit in the ninth place (49 CFR 565.15(c)). */
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];
const VALUES = Object.fromEntries(
  [..."ABCDEFGH"]
    .map((letter, i) => [letter, i + 1] as const)
    .concat(
      [..."JKLMN"].map((letter, i) => [letter, i + 1] as const),
      [
        ["P", 7],
        ["R", 9],
      ],
      [..."STUVWXYZ"].map((letter, i) => [letter, i + 2] as const),
    ),
) as Readonly<Record<string, number>>;

/** As it is compared and searched: capitals without blanks and hyphens. */
export const plainVin = (vin: string): string => vin.toUpperCase().replace(/[\s-]/g, "");

/** Names what makes a VIN doubtful; null for a blank one and for one that fits. */
export function vinDoubt(vin: string): VinDoubt | null {
  const plain = plainVin(vin);
  if (plain === "") return null;
  // I, O and Q are not used, since they are read as 1 and 0.
  const wrong = [...new Set([...plain].filter((sign) => !/[0-9A-HJ-NPR-Z]/.test(sign)))].join("");
  if (wrong !== "") return { code: "characters", characters: wrong };
  if (plain.length !== LENGTH) return { code: "length", length: plain.length };
  const sum = [...plain].reduce((total, sign, i) => total + (VALUES[sign] ?? Number(sign)) * WEIGHTS[i]!, 0);
  const expected = sum % 11 === 10 ? "X" : String(sum % 11);
  return plain[8] === expected ? null : { code: "check-digit", expected, found: plain[8]! };
}
