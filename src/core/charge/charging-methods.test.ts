import { describe, expect, it } from "vitest";
import { usualDay, vehicleOf } from "../../../tests/support/vehicles";
import { type ChargingMethod, chargeByMethods } from "./charging-methods";
import { correctionOf } from "./correction";

const of = (answer: ReturnType<typeof chargeByMethods>, school: ChargingMethod) =>
  answer.answers.find((one) => one.school === school)!;

describe("the schools", () => {
  const valve = chargeByMethods(vehicleOf({ chargeG: 580 }), usualDay({ ambientC: 29, rpm: 1500 }));
  const orifice = chargeByMethods(
    vehicleOf({ chargeG: 680, metering: "orifice-tube", compressor: "fixed" }),
    usualDay({ ambientC: 29, rpm: 1500 }),
  );

  it("by subcooling stop on the plateau of a receiver, well short of the label", () => {
    const found = of(valve, "subcooling");
    expect(found.stops).toBe(true);
    expect(found.chargeG).toBeGreaterThan(0.6 * 580);
    expect(found.chargeG).toBeLessThan(580);
  });

  it("by a rule of thumb go on past the label on a mild day, and it shows on a hot one", () => {
    const mild = chargeByMethods(vehicleOf({ chargeG: 580 }), usualDay({ ambientC: 19, rpm: 1500 }));
    const found = of(mild, "pressure-chart");
    expect(found.chargeG).toBeGreaterThan(580 * 1.2);
    expect(found.hotDay!.cutsOut || found.hotDay!.highKpa > mild.atLabel!.highKpa + 150).toBe(true);
  });

  it("by the same rule stop far short of it on a warm day: the high side is there before the charge is", () => {
    const found = of(valve, "pressure-chart");
    expect(found.stops).toBe(true);
    expect(found.chargeG).toBeLessThan(0.7 * 580);
  });

  it("by air split stop an orifice circuit short: warmer on a hot day", () => {
    const found = of(orifice, "air-split");
    expect(found.chargeG).toBeLessThan(0.8 * 680);
    expect(found.hotDay!.ventC).toBeGreaterThan(orifice.atLabel!.ventC);
  });

  it("each answer lies within what was followed", () => {
    for (const { chargeG } of [...valve.answers, ...orifice.answers]) {
      expect(chargeG).toBeGreaterThan(0.25 * 580);
      expect(chargeG).toBeLessThan(1.85 * 680);
    }
  });
});

describe("correction without recovery", () => {
  const known = {
    labelG: 600,
    toleranceG: 30,
    history: "serviced",
    charge: { lowG: 550, medianG: 565, highG: 580, identified: true },
    otherCause: null,
    airPossible: false,
    endSdG: 3,
  } as const;

  it("gives grams with their range when the doubt fits inside the tolerance", () => {
    expect(correctionOf(known)).toMatchObject({ ok: true, value: { grams: 35, lowG: 20, highG: 50, inside: false } });
    const sound = { ...known, charge: { lowG: 590, medianG: 598, highG: 606, identified: true } };
    expect(correctionOf(sound)).toMatchObject({ ok: true, value: { inside: true } });
  });

  it.each([
    ["history-unknown", { history: "unknown" }],
    ["history-unknown", { history: "topped-up" }],
    ["no-readings", { charge: null }],
    ["charge-not-identified", { charge: { ...known.charge, identified: false } }],
    ["range-too-wide", { charge: { lowG: 430, medianG: 565, highG: 640, identified: true } }],
    ["other-cause", { otherCause: "Worn compressor" }],
    ["air", { airPossible: true }],
    ["too-far", { charge: { lowG: 400, medianG: 415, highG: 430, identified: true } }],
  ] as const)("is refused: %s", (code, change) => {
    expect(correctionOf({ ...known, ...change })).toMatchObject({ ok: false, issue: { code } });
  });
});
