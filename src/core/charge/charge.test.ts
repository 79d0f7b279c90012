import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { balance, type ChargeInputs, checkRecovered, stopCallG } from "./mass-balance";
import { judgeHold, waterBoilingKpa } from "./vacuum";

const base: ChargeInputs = {
  labelG: 620,
  toleranceG: 20,
  residualG: 0,
  hosesG: 9,
  purgedG: 4,
  containers: [
    { id: "a", name: "Can 1", netG: 340 },
    { id: "b", name: "Can 2", netG: 340 },
  ],
  draws: [],
};

function value<T>(result: { ok: true; value: T } | { ok: false; issue: unknown }): T {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
}

describe("mass balance", () => {
  it("counts two cans, hoses and purge", () => {
    const draws = [
      { containerId: "a", startG: 340, nowG: 0 },
      { containerId: "b", startG: 340, nowG: 47 },
    ];
    expect(value(balance({ ...base, draws }))).toMatchObject({
      drawnG: 633,
      inVehicleG: 620,
      toGoG: 0,
      state: "inside",
    });
  });

  it("loses no gram over any sequence of draws: drawn = in vehicle + hoses + purge, and containers empty by as much", () => {
    const draws = fc.array(
      fc.record({ can: fc.constantFrom("a", "b"), grams: fc.double({ min: 0, max: 60, noNaN: true }) }),
      {
        maxLength: 10,
      },
    );
    fc.assert(
      fc.property(draws, (list) => {
        const left: Record<string, number> = { a: 340, b: 340 };
        const taken = list.flatMap(({ can, grams }) => {
          const start = left[can]!;
          if (start < grams) return [];
          left[can] = start - grams;
          return [{ containerId: can, startG: start, nowG: start - grams }];
        });
        const found = value(balance({ ...base, draws: taken }));
        expect(found.drawnG + found.perContainer.reduce((sum, c) => sum + c.leftG, 0)).toBeCloseTo(680, 9);
        const reached = Math.max(0, found.drawnG - 13);
        expect(found.inVehicleG).toBeCloseTo(reached, 9);
        expect(found.inVehicleG + found.toGoG).toBeCloseTo(620, 9);
      }),
    );
  });

  it("refuses what cannot be", () => {
    const draw = (startG: number, nowG: number) => ({ ...base, draws: [{ containerId: "a", startG, nowG }] });
    expect(balance(draw(340, 380))).toMatchObject({ ok: false, issue: { code: "container-gained" } });
    expect(balance({ ...base, draws: [{ containerId: "x", startG: 1, nowG: 0 }] })).toMatchObject({
      issue: { code: "unknown-container" },
    });
    expect(
      balance({
        ...base,
        draws: [
          { containerId: "a", startG: 340, nowG: 0 },
          { containerId: "a", startG: 340, nowG: 200 },
        ],
      }),
    ).toMatchObject({ issue: { code: "more-than-container", netG: 340 } });
    expect(checkRecovered(6200, 620)).toMatchObject({ ok: false, issue: { code: "recovered-impossible" } });
    expect(checkRecovered(214, 620)).toEqual({ ok: true, value: 214 });
  });

  it("calls the stop early by what still flows", () => {
    expect(stopCallG(base, 2, 3)).toBe(620 + 13 - 6);
  });
});

describe("vacuum", () => {
  it.each([
    [0, 0.6113],
    [10, 1.2282],
    [20, 2.3393],
    [40, 7.3849],
  ])("water boils at %f degC under %f kPa (IAPWS-95)", (temperatureC, kpa) => {
    expect(Math.abs(waterBoilingKpa(temperatureC) / kpa - 1)).toBeLessThan(0.003);
  });

  it.each([
    ["not-deep-enough", 4, 4.1],
    ["held", 0.08, 0.12],
    ["rises", 0.08, 9],
    ["rise-to-water", 0.08, 2.2],
  ] as const)("a hold at 20 degC from %s", (verdict, lowestKpa, heldKpa) => {
    expect(judgeHold({ lowestKpa, heldKpa, holdS: 1200, coldestWallC: 20 }).verdict).toBe(verdict);
  });
});
