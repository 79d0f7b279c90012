import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { containerAccount, type LedgerEntry } from "./ledger";
import { balance, type ChargeInputs, checkRecovered, checkTyped, neededFromCylindersG } from "./mass-balance";

const base: ChargeInputs = {
  labelG: 620,
  toleranceG: 20,
  residualG: 0,
  hoseNowG: 9,
  hoseEndG: 9,
  purgeG: 4,
  containers: [
    { id: "a", name: "Can 1", netG: 340 },
    { id: "b", name: "Can 2", netG: 340 },
  ],
  ledger: [],
  open: null,
};

function drawn(index: number, can: string, grams: number): LedgerEntry {
  return {
    id: `d${index}`,
    at: "2026-06-01T10:00:00Z",
    act: "charge",
    substance: "refrigerant",
    grams,
    from: containerAccount(can),
    to: "line",
    estimated: false,
    counters: null,
  };
}

function value<T>(result: { ok: true; value: T } | { ok: false; issue: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
}

describe("mass balance", () => {
  it("counts two cans, hoses and purge", () => {
    const ledger = [drawn(1, "a", 340)];
    const open = { containerId: "b", startG: 340, nowG: 47 };
    const found = value(balance({ ...base, ledger, open }));
    expect(found).toMatchObject({ drawnG: 633, hosesG: 9, purgedG: 4, inVehicleG: 620, toGoG: 0, state: "inside" });
    expect(neededFromCylindersG(base)).toBe(633);
  });

  it("out of the containers is what is in the vehicle, in the hoses and let out, whatever was drawn", () => {
    const draws = fc.array(
      fc.record({ can: fc.constantFrom("a", "b"), grams: fc.double({ min: 0, max: 60, noNaN: true }) }),
      { maxLength: 10 },
    );
    const openNow = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(draws, openNow, (list, share) => {
        const left: Record<string, number> = { a: 340, b: 340 };
        const ledger = list.flatMap(({ can, grams }, i) => {
          if (left[can]! < grams) return [];
          left[can] = left[can]! - grams;
          return [drawn(i, can, grams)];
        });
        const open = { containerId: "b", startG: left.b!, nowG: left.b! * share };
        const found = value(balance({ ...base, ledger, open }));
        expect(found.drawnG + found.perContainer.reduce((sum, c) => sum + c.leftG, 0)).toBeCloseTo(680, 9);
        expect(found.inVehicleG + found.hosesG + found.purgedG).toBeCloseTo(found.drawnG, 9);
        expect(found.inVehicleG + found.toGoG).toBeCloseTo(620, 9);
      }),
    );
  });

  it("a surplus that is weighed out again leaves the vehicle, and may be put in again", () => {
    const taken: LedgerEntry = { ...drawn(3, "a", 42), act: "take", from: "vehicle", to: "machine" };
    const over = { ...base, ledger: [drawn(1, "a", 340), drawn(2, "b", 335)] };
    expect(value(balance(over))).toMatchObject({ state: "over", inVehicleG: 662 });
    const right = { ...over, ledger: [...over.ledger, taken] };
    expect(value(balance(right))).toMatchObject({ state: "inside", inVehicleG: 620, takenG: 42, drawnG: 675 });
    expect(neededFromCylindersG(right)).toBe(675);
  });

  it("counts only refrigerant: oil that a file marks as charged is no gram in the vehicle", () => {
    const oil: LedgerEntry = { ...drawn(1, "a", 120), substance: "oil" };
    expect(value(balance({ ...base, ledger: [oil] }))).toMatchObject({ drawnG: 0, inVehicleG: 0 });
  });

  it("a typed weight: more than a circuit takes, and any gain, are refused; the scale's last digit is not", () => {
    const cylinder = { ...base, containers: [{ id: "a", name: "Cylinder", netG: 13_600 }] };
    const typed = (nowG: number) => checkTyped(cylinder, { containerId: "a", startG: 13_600, nowG });
    expect(typed(3600)).toMatchObject({ code: "more-than-fits", inVehicleG: 9987, limitG: 1364 });
    expect(typed(13_604)).toMatchObject({ code: "container-gained" });
    expect(typed(13_601)).toBeNull();
    expect(typed(13_000)).toBeNull();
  });

  it("refuses what cannot be", () => {
    const open = (containerId: string, startG: number, nowG: number) =>
      balance({ ...base, open: { containerId, startG, nowG } });
    expect(open("a", 340, 380)).toMatchObject({ ok: false, issue: { code: "container-gained" } });
    expect(open("x", 1, 0)).toMatchObject({ issue: { code: "unknown-container" } });
    expect(balance({ ...base, ledger: [drawn(1, "a", 340), drawn(2, "a", 140)] })).toMatchObject({
      issue: { code: "more-than-container", netG: 340 },
    });
    expect(checkRecovered(6200, 620)).toMatchObject({ ok: false, issue: { code: "recovered-impossible" } });
    expect(checkRecovered(214, 620)).toEqual({ ok: true, value: 214 });
  });
});
