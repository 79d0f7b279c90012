import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { parseReadings, type ReadingFile } from "../readings/reading-file";
import { saturationGaugeKpa } from "../readings/saturation-temperature";
import { diagnose } from "./diagnose";
import { diagnosisSchema } from "./diagnosis";

const text = readFileSync(new URL("./cases-dev.jsonl", import.meta.url), "utf8");
const cases = parseReadings(text).flatMap((result) => (result.ok ? [result.value] : []));

/** A healthy valve vehicle at 27 degC, in the middle of what such vehicles show. */
function healthy(): ReadingFile {
  const setting = (rpm: number, boilsC: number) => ({
    rpm,
    lowKpa: saturationGaugeKpa("R134a", boilsC, 0),
    highKpa: saturationGaugeKpa("R134a", 43, 0),
    ventC: 8,
    suctionLineC: boilsC + 7,
    liquidLineC: 37,
  });
  return {
    format: "evrid.readings",
    version: 1,
    id: "healthy",
    vehicle: { refrigerant: "R134a", chargeG: 600, metering: "expansion-valve", compressor: "fixed" },
    conditions: { ambientC: 27, altitudeM: 0, airSource: "fresh" },
    rest: { lowKpa: saturationGaugeKpa("R134a", 26, 0), highKpa: saturationGaugeKpa("R134a", 26, 0), soakC: 26 },
    running: [setting(800, 2), setting(1800, -2)],
    equalise: { seconds: 160, equalised: true },
  };
}

describe("provisional verdict", () => {
  it("answers every development case with a valid diagnosis that sums to one", () => {
    for (const reading of cases) {
      const answer = diagnose(reading);
      expect(diagnosisSchema.safeParse(answer).success).toBe(true);
      expect(answer.id).toBe(reading.id);
      expect(answer.causes.reduce((sum, c) => sum + c.probability, 0)).toBeCloseTo(1, 9);
      const probabilities = answer.causes.map((c) => c.probability);
      expect(probabilities).toEqual([...probabilities].sort((a, b) => b - a));
    }
  });

  it("finds nothing wrong with a healthy vehicle, and never claims to have weighed it", () => {
    const answer = diagnose(healthy());
    expect(answer.causes[0]?.cause).toBe("none");
    expect(answer.charge).toMatchObject({ identified: false });
    expect(answer.charge!.highG - answer.charge!.lowG).toBeGreaterThan(200);
    expect(answer.warnings.join(" ")).toContain("Provisional");
  });

  it.each([
    [
      "sides equal while commanded to run",
      "compressor-not-driven",
      { lowKpa: 590, highKpa: 595, ventC: 26, suctionLineC: 27, liquidLineC: 27 },
    ],
    ["high side far up, liquid warm", "condenser-airflow", { highKpa: 1950, liquidLineC: 60, lowKpa: 260 }],
    [
      "low side starved while liquid stands subcooled",
      "metering-stuck-closed",
      { lowKpa: 20, highKpa: 880, ventC: 19, suctionLineC: 22, liquidLineC: 25 },
    ],
    [
      "low side starved without subcooling",
      "undercharge",
      { lowKpa: 60, highKpa: 700, ventC: 18, suctionLineC: 21, liquidLineC: 31.5 },
    ],
  ] as const)("%s: %s within the first two", (_, cause, change) => {
    const reading = healthy();
    reading.running = reading.running!.map((setting) => ({ ...setting, ...change }));
    if (cause === "metering-stuck-closed") reading.equalise = { seconds: 900, equalised: false };
    const leading = diagnose(reading).causes.slice(0, 2);
    expect(leading.map((c) => c.cause)).toContain(cause);
    expect(leading.find((c) => c.cause === cause)!.for.length).toBeGreaterThan(0);
  });

  it("does not condemn parts that this vehicle does not have", () => {
    const reading = healthy();
    reading.vehicle.metering = "orifice-tube";
    const answer = diagnose(reading);
    expect(answer.causes.find((c) => c.cause === "metering-stuck-open")?.probability).toBe(0);
    expect(answer.causes.find((c) => c.cause === "compressor-low-stroke")?.probability).toBe(0);
  });

  it("leaves the field open when next to nothing was read, and asks for the cheap tests first", () => {
    const answer = diagnose({ ...healthy(), rest: null, running: [{ rpm: 800, ventC: 12 }], equalise: null });
    expect(answer.causes[0]!.probability).toBeLessThan(0.5);
    expect(answer.nextTests[0]!.minutes).toBeLessThan(answer.nextTests.at(-1)!.minutes);
    expect(answer.nextTests.at(-1)!.test).toContain("weigh");
  });
});
