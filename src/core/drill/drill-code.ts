/**
 * The code of a case: release of the maker, theme, and a number, in letters that are not taken for others when they are read out. The same code is the
 * same case on every machine and in every later release: a maker that was once given out stays as it was (made/).
 */
import { fail, type Result, succeed } from "../result";
import { type DrillTheme, drillThemes, themeLetters } from "./drill-shapes";

export interface CodeParts {
  maker: number;
  theme: DrillTheme;
  /** 0 to {@link MOST_NUMBERS} - 1. */
  number: number;
}

export type CodeIssue =
  | { code: "no-code" }
  /** One letter is another than it was given out with. */
  | { code: "misread" }
  | { code: "newer-maker"; maker: number };

/** The newest maker of this release. */
const MAKER = 2;

/** Themes that only the second maker has. */
const OF_THE_SECOND: readonly DrillTheme[] = ["contents", "controls", "papers"];

/** The maker of new cases of a theme. */
export const makerOf = (theme: DrillTheme): 1 | 2 => (OF_THE_SECOND.includes(theme) ? 2 : 1);

/** Crockford's alphabet for base 32: no I, L, O, U. */
const LETTERS = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
const DIGITS = 4;
export const MOST_NUMBERS = LETTERS.length ** DIGITS;

/** 31 is a prime below the number of letters: any one letter misread, and any two neighbours exchanged, are noticed. */
function checkLetter(maker: number, theme: DrillTheme, digits: string): string {
  let sum = maker * 3 + drillThemes.indexOf(theme) * 7;
  for (const [i, digit] of [...digits].entries()) sum += LETTERS.indexOf(digit) * (i + 2);
  return LETTERS[sum % 31]!;
}

export function codeOf({ maker, theme, number }: CodeParts): string {
  let digits = "";
  for (let left = number, i = 0; i < DIGITS; i++) {
    digits = LETTERS[left % LETTERS.length]! + digits;
    left = Math.floor(left / LETTERS.length);
  }
  return `${maker}${themeLetters[theme]}-${digits}${checkLetter(maker, theme, digits)}`;
}

/** Reads a code as it is typed: small letters, spaces and a missing dash are as good; O is 0, I and L are 1. */
export function readCode(given: string): Result<CodeParts, CodeIssue> {
  const plain = given.toUpperCase().replace(/[\s-]/g, "").replaceAll("O", "0").replace(/[IL]/g, "1");
  const parts = /^(\d)([A-Z])([0-9A-HJKMNP-TV-Z]{5})$/.exec(plain);
  const theme = drillThemes.find((one) => themeLetters[one] === parts?.[2]);
  if (!parts || theme === undefined || parts[1] === "0") return fail({ code: "no-code" });
  const maker = Number(parts[1]);
  if (maker > MAKER) return fail({ code: "newer-maker", maker });
  if (maker < makerOf(theme)) return fail({ code: "no-code" });
  const digits = parts[3]!.slice(0, DIGITS);
  if (checkLetter(maker, theme, digits) !== parts[3]![DIGITS]) return fail({ code: "misread" });
  const number = [...digits].reduce((sum, digit) => sum * LETTERS.length + LETTERS.indexOf(digit), 0);
  return succeed({ maker, theme, number });
}
