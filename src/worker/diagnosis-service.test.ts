import { describe, expect, it } from "vitest";
import type { ReadingFile } from "@/core/readings/file/reading-file";
import { diagnosisService } from "./diagnosis-service";

const reading: ReadingFile = {
  format: "evrid.readings",
  version: 1,
  id: "van",
  vehicle: { refrigerant: "R134a", chargeG: 600, metering: "expansion-valve", compressor: "variable-external" },
  conditions: { ambientC: 28, humidityPct: 50 },
  running: [{ rpm: 800, lowKpa: 200, highKpa: 1200, ventC: 9 }],
};

describe("the diagnosing worker", () => {
  it("lets go of a question that is given up, and is free for the next", async () => {
    const service = diagnosisService();
    const shares: number[] = [];
    const first = service.judge(1, [reading], [], (share) => shares.push(share));
    service.cancel(1);
    expect(await first).toBeNull();
    // It had only begun.
    expect(shares.length).toBeLessThan(3);
    const second = await service.judge(2, [reading], []);
    expect(second?.id).toBe("van");
  });

  it("tells how far it is, in order, and does not simulate the same day twice", async () => {
    const service = diagnosisService();
    const shares: number[] = [];
    await service.judge(1, [reading], [], (share) => shares.push(share));
    expect(shares.length).toBeGreaterThan(10);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.every((share) => share >= 0 && share < 1)).toBe(true);
    const again: number[] = [];
    const moved = { ...reading, running: [{ rpm: 800, lowKpa: 230, highKpa: 1300, ventC: 11 }] };
    const verdict = await service.judge(2, [moved], [], (share) => again.push(share));
    expect(again).toEqual([]);
    expect(verdict!.causes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
  });
});
