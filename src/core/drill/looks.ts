/** Findings by eye and hand: signs of the fault, at their detection rate, and warmth from the refrigerant. */
import { waterSaturationKpa } from "../air/humid-air";
import { causeEntry, type FaultCause } from "../causes/catalogue";
import { type PartId, partIds, type SignId } from "../causes/signs";
import type { CircuitSimulation } from "../circuit/time/simulation";
import type { LinePlace } from "../line-places";
import { seededNoise } from "../maths/noise";
import { meaningOf } from "../readings/observations";
import { type DrillCase, truthOfCase } from "./drill-case";
import type { Found } from "./drill-shapes";
import { causesAmong } from "./drill-troubles";

/** Seen without a hand on it. */
const SEEN: readonly SignId[] = ["not-turning", "blocked", "bent", "oily"];
/** A leak leaves oil where it can be seen about so often: trade experience, rounded. */
const OIL_SEEN = 0.35;

/** Result of a visual check; the same for the same car each time. Finding nothing proves nothing. */
export function looksOf(given: DrillCase): Found[] {
  const { uniform } = seededNoise(given.spread + 7_919);
  for (let i = 0; i < 8; i++) uniform();
  return causesAmong(truthOfCase(given)).flatMap((cause): Found[] => {
    const chance = cause === "undercharge" ? OIL_SEEN : (causeEntry(cause).looks?.found ?? 0);
    const seen = uniform() < chance;
    const which = uniform();
    const all = signsSeen(cause);
    return seen && all.length > 0 ? [all[Math.floor(which * all.length)]!] : [];
  });
}

function signsSeen(cause: FaultCause): Found[] {
  return causeEntry(cause).signs.flatMap(({ signs, parts }) =>
    // Oil can stand at any joint: those that are seen from above.
    (parts.length === partIds.length ? OPEN_JOINTS : parts).flatMap((part) =>
      signs.filter((sign) => SEEN.includes(sign)).map((sign) => ({ part, sign })),
    ),
  );
}
const OPEN_JOINTS: readonly PartId[] = ["condenser", "low-port", "compressor"];

/** Where a hand on a part is. */
const places: Partial<Record<PartId, LinePlace>> = {
  compressor: "discharge",
  "discharge-line": "discharge",
  condenser: "condenser-3",
  "high-port": "liquid-port",
  receiver: "drier-out",
  "liquid-line": "drier-out",
  "metering-device": "metering-in",
  evaporator: "metering-out",
  accumulator: "suction",
  "suction-line": "suction",
  "low-port": "suction",
};

/** Description of a surface by touch. */
export type Feel = "hot" | "warm" | "as-the-air" | "cold" | "sweating" | "frost" | "turns" | "stands";

const HOT_K = 12;
const COLD_K = 5;

export interface Felt {
  part: PartId;
  feel: Feel;
  /** Noted where it says something of its own. */
  found: Found | null;
}

/** A hand on a part as the car stands now. What moves is looked at: it turns, or it does not. */
export function feelPart(given: DrillCase, simulation: CircuitSimulation, part: PartId): Felt {
  const place = places[part];
  const seen = looksOf(given).find((found) => found.part === part && found.sign !== "oily") ?? null;
  if (place === undefined || seen !== null)
    return { part, feel: seen?.sign === "not-turning" || !simulation.engineRuns ? "stands" : "turns", found: seen };
  const high = part === "discharge-line" && given.state.label.highPort === "before-condenser" ? "discharge" : place;
  const { ambientC, humidityPct } = given.state.conditions;
  const surfaceC = simulation.lineTemperatureC(high);
  const over = surfaceC - ambientC;
  const feel: Feel =
    over > HOT_K
      ? "hot"
      : over > 2
        ? "warm"
        : over > -COLD_K
          ? "as-the-air"
          : surfaceC < -1
            ? "frost"
            : waterSaturationKpa(surfaceC) < (humidityPct / 100) * waterSaturationKpa(ambientC)
              ? "sweating"
              : "cold";
  const sign: SignId | null =
    feel === "hot" || feel === "cold" || feel === "sweating" || feel === "frost" ? feel : null;
  const found = sign !== null && simulation.engineRuns && meaningOf({ part, sign }) !== null ? { part, sign } : null;
  return { part, feel, found };
}
