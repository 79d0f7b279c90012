/**
 * What is seen, heard and felt, as evidence: how many times likelier a sign is where a cause acts than where it does not. Trade
 * experience in round numbers; a sign that is not noted says nothing, because it may not have been looked for.
 */
import { observationCode, type PartId, partIds, type SignId } from "../readings/observations";
import type { Cause } from "./causes";

type Odds = Partial<Record<Cause, number>>;

const codes = new Map<string, Odds>();

function say(signs: readonly SignId[], parts: readonly PartId[], odds: Odds): void {
  for (const sign of signs) for (const part of parts) codes.set(observationCode({ part, sign }), odds);
}

say(["oily", "wet", "dye"], partIds, { undercharge: 3 });
say(["bubbles"], partIds, { undercharge: 3 });
say(["cold", "sweating", "frost"], ["liquid-line", "receiver"], {
  "restriction-after-port": 9,
  "metering-stuck-closed": 0.7,
});
say(["cold", "sweating", "frost"], ["discharge-line", "condenser", "high-port"], { "restriction-before-port": 9 });
say(["hiss"], ["metering-device", "evaporator"], {
  undercharge: 2.5,
  "restriction-after-port": 2,
  "metering-stuck-closed": 1.5,
});
say(["frost"], ["evaporator", "suction-line"], {
  "evaporator-airflow": 4,
  "metering-stuck-open": 2,
  "restriction-after-port": 1.5,
  "metering-stuck-closed": 1.5,
});
say(["sweating", "frost"], ["compressor"], { "metering-stuck-open": 4, overcharge: 1.5 });
say(["hot"], ["evaporator", "suction-line", "accumulator", "low-port"], {
  "compressor-not-driven": 3,
  undercharge: 2,
  "metering-stuck-closed": 2,
  "restriction-after-port": 1.5,
});
say(["not-turning"], ["compressor", "clutch-belt"], { "compressor-not-driven": 30 });
say(["not-turning"], ["fan"], { "condenser-airflow": 15 });
say(["blocked", "bent"], ["condenser", "fan"], { "condenser-airflow": 6 });
say(["not-turning", "blocked"], ["blower"], { "evaporator-airflow": 15 });
say(["blocked"], ["evaporator"], { "evaporator-airflow": 10 });
say(["bent"], ["discharge-line"], { "restriction-before-port": 6 });
say(["bent"], ["liquid-line"], { "restriction-after-port": 6 });
say(["blocked"], ["metering-device"], { "metering-stuck-closed": 8 });

/** Log odds of all signs together for a hypothesis; with two causes the stronger one speaks for each sign. */
export function sightOdds(seen: readonly string[], causes: readonly { cause: Cause; severity: number }[]): number {
  let log = 0;
  for (const code of new Set(seen)) {
    const odds = codes.get(code);
    if (odds) log += Math.log(Math.max(...causes.map(({ cause }) => odds[cause] ?? 1)));
  }
  return log;
}

/** Factor by which one sign speaks for a cause; null when it says nothing of it. */
export function sightFactor(code: string, cause: Cause): number | null {
  return codes.get(code)?.[cause] ?? null;
}
