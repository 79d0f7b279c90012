import { describe, expect, it } from "vitest";
import { oilBalance, oilDoubts, repairDuties, usualOilSheet } from "./oil";

const nothing = { drainedG: null, ownG: null };
const sheet = usualOilSheet;

describe("oil", () => {
  it("puts back what came out: recovered, drained, and what stays in the parts that go", () => {
    const parts = [
      { part: "condenser" as const, kind: "renewed" as const, ...nothing },
      { part: "drier" as const, kind: "renewed" as const, drainedG: null, ownG: 12 },
      { part: "suction-hose" as const, kind: "opened" as const, ...nothing },
      { part: "compressor" as const, kind: "renewed" as const, drainedG: 48, ownG: null },
    ];
    const found = oilBalance({ parts, recoveredG: 11, flushed: false, drierInCondenser: false, labelOilG: 150, sheet });
    expect(found.backG).toBe(11 + sheet.condenser + 12 + 48);
    expect(found.missing).toEqual([]);
    expect(found.rows.find(({ reason }) => reason === "drier")).toMatchObject({ source: "vehicle", grams: 12 });
  });

  it("takes the vehicle's own figure before what was measured, that before the sheet, and each part once", () => {
    const renewed = (drainedG: number | null, ownG: number | null) => [
      { part: "condenser" as const, kind: "renewed" as const, drainedG, ownG },
    ];
    const rows = (parts: ReturnType<typeof renewed>) =>
      oilBalance({ parts, recoveredG: 0, flushed: false, drierInCondenser: false, labelOilG: 150, sheet }).rows.slice(
        1,
      );
    expect(rows(renewed(25, 40))).toEqual([{ reason: "condenser", grams: 40, source: "vehicle" }]);
    expect(rows(renewed(25, null))).toEqual([{ reason: "condenser", grams: 25, source: "measured" }]);
    expect(rows(renewed(0, null))).toEqual([{ reason: "condenser", grams: 0, source: "measured" }]);
    expect(rows(renewed(null, null))).toEqual([{ reason: "condenser", grams: sheet.condenser, source: "sheet" }]);
    // A part that stays gives only what was drained of it.
    const opened = [{ part: "condenser" as const, kind: "opened" as const, drainedG: 8, ownG: 40 }];
    expect(
      oilBalance({ parts: opened, recoveredG: 0, flushed: false, drierInCondenser: false, labelOilG: 150, sheet })
        .backG,
    ).toBe(8);
  });

  it("counts the oil of a drier that is part of the condenser once, and asks for no other drier", () => {
    const parts = [
      { part: "condenser" as const, kind: "renewed" as const, ...nothing },
      { part: "drier" as const, kind: "renewed" as const, ...nothing },
    ];
    const asked = { parts, recoveredG: 0, flushed: false, drierInCondenser: true, labelOilG: 150, sheet };
    expect(oilBalance(asked).backG).toBe(sheet.condenser);
    expect(oilBalance({ ...asked, drierInCondenser: false }).backG).toBe(sheet.condenser + sheet.drier);
    // Its cartridge alone, in the old condenser.
    expect(oilBalance({ ...asked, parts: parts.slice(1) }).backG).toBe(sheet.drier);
    const duties = (drierInCondenser: boolean) =>
      repairDuties({
        ...asked,
        parts: parts.slice(0, 1),
        debris: false,
        openHours: 1,
        metering: null,
        drierInCondenser,
      });
    expect(duties(true)).not.toContain("renew-drier");
    expect(duties(false)).toContain("renew-drier");
  });

  it("says what must be measured first, and renews all after a flush", () => {
    const compressor = [{ part: "compressor" as const, kind: "renewed" as const, ...nothing }];
    const asked = {
      parts: compressor,
      recoveredG: null,
      flushed: false,
      drierInCondenser: false,
      labelOilG: null,
      sheet,
    };
    expect(oilBalance(asked).missing).toEqual(["recovered", "compressor-drained"]);
    expect(oilBalance({ ...asked, flushed: true }).missing).toEqual(["label-oil"]);
    expect(oilBalance({ ...asked, flushed: true, labelOilG: 150 }).backG).toBe(150);
  });

  it("keeps the wrong kind out", () => {
    const vehicle = { refrigerant: "R1234yf", compressor: "fixed", labelOil: "PAG" } as const;
    expect(oilDoubts("PAG", vehicle)).toEqual(["not-for-this-refrigerant"]);
    expect(oilDoubts("PAG for R1234yf", vehicle)).toEqual([]);
    expect(oilDoubts("POE", vehicle)).toEqual(["not-what-the-label-says"]);
    expect(oilDoubts("PAG for R1234yf", { ...vehicle, compressor: "electric", labelOil: "POE" })).toContain(
      "conducts-in-electric",
    );
    expect(oilDoubts(null, vehicle)).toEqual(["kind-not-known"]);
  });

  it("asks for drier, rings, flush and screen where they are due", () => {
    const repair = {
      debris: false,
      flushed: false,
      openHours: 1,
      drierInCondenser: false,
      metering: "expansion-valve" as const,
    };
    const condenser = { part: "condenser" as const, kind: "renewed" as const };
    expect(repairDuties({ ...repair, parts: [{ part: "service-cores", kind: "renewed" }] })).toEqual([]);
    expect(repairDuties({ ...repair, parts: [condenser] })).toEqual(["renew-drier", "renew-o-rings"]);
    expect(repairDuties({ ...repair, parts: [condenser], openHours: 30 })).toContain("renew-drier-after-open");
    const whole = [
      condenser,
      { part: "drier" as const, kind: "renewed" as const },
      { part: "o-rings" as const, kind: "renewed" as const },
    ];
    expect(repairDuties({ ...repair, parts: whole })).toEqual([]);
    expect(repairDuties({ ...repair, parts: whole, debris: true, metering: "orifice-tube" })).toEqual([
      "flush",
      "orifice-screen",
    ]);
  });
});
