/** How severities are said: as a share of something, with its range where that is not the same number. */
import { formatNumber } from "../units/units";
import type { SeverityRange } from "./cause";

/** Usual severities that are simulated. */
export const USUALLY_SOLVED = [0.3, 0.6, 0.85, 0.95, 1] as const;

const percent = (share: number) => formatNumber(Math.round(share * 100), "pct");

/** "About 30 % of the label left (20 to 45)". `turn`: from a severity to the share that is said. */
export function shareSaid(
  { low, median, high }: SeverityRange,
  turn: (severity: number) => number,
  words: string,
): string {
  const [a, b] = [turn(low), turn(high)].sort((x, y) => x - y) as [number, number];
  const middle = percent(turn(median));
  return percent(a) === percent(b)
    ? `About ${middle} % ${words}`
    : `About ${middle} % ${words} (${percent(a)} to ${percent(b)})`;
}

const SEVERE = 0.7;
const MIDDLING = 0.4;

/** "Severe: hardly a passage left": by degree, where no share would mean anything to a person. */
export function degreeSaid(
  { median }: SeverityRange,
  words: readonly [mild: string, middling: string, severe: string],
): string {
  if (median > SEVERE) return `Severe: ${words[2]}`;
  return median > MIDDLING ? `Moderate: ${words[1]}` : `Mild: ${words[0]}`;
}

/** How narrow a passage is. */
export const passageWords = ["slightly narrowed passage", "narrow passage", "almost closed"] as const;
/** How much a worn compressor loses. */
export const leakageWords = ["slight internal leakage", "internal leakage", "mostly internal leakage"] as const;
