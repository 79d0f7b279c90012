import { describe, expect, it } from "vitest";
import { parseReadingsText } from "./readings-text";

const header =
  "id,vehicle.refrigerant,vehicle.chargeG,vehicle.metering,vehicle.compressor,conditions.ambientC,rest.lowKpa,rest.soakC,running.1.rpm,running.1.lowKpa,running.2.rpm,running.2.highKpa,equalise.seconds,equalise.equalised,observations";
const row = "van,R134a,620,expansion-valve,fixed,29.5,560,29,800,245,1800,,240,true,frost-evaporator not-turning-fan";

describe("readings as text", () => {
  it("reads a CSV as what the same reading is in JSON; an empty cell is absent, never zero", () => {
    const [csv] = parseReadingsText(`${header}\n${row}\n`);
    const json = {
      format: "evrid.readings",
      version: 1,
      id: "van",
      vehicle: { refrigerant: "R134a", chargeG: 620, metering: "expansion-valve", compressor: "fixed" },
      conditions: { ambientC: 29.5 },
      rest: { lowKpa: 560, soakC: 29 },
      running: [{ rpm: 800, lowKpa: 245 }, { rpm: 1800 }],
      equalise: { seconds: 240, equalised: true },
      observations: ["frost-evaporator", "not-turning-fan"],
    };
    expect(csv).toEqual(parseReadingsText(JSON.stringify(json))[0]);
    expect(csv).toMatchObject({ ok: true });
  });

  it("names line and column of what it cannot read, and answers the other lines", () => {
    const results = parseReadingsText(
      `${header}\n${row}\n${row.replace("245", "a lot")}\n${row.replace("R134a", "R22")}\n`,
    );
    expect(results.map(({ ok }) => ok)).toEqual([true, false, false]);
    expect(results[1]).toMatchObject({ issue: { line: 3, field: "running.1.lowKpa" } });
    expect(results[2]).toMatchObject({ issue: { line: 4, field: "vehicle.refrigerant" } });
  });

  it("tells a file that is neither by what it expected", () => {
    for (const text of ["", "hello there", "a,b\n1,2\n", `${header}\n`]) {
      const [only] = parseReadingsText(text);
      expect(only).toMatchObject({ ok: false });
    }
    expect(parseReadingsText("a,b\n1,2\n")[0]).toMatchObject({
      issue: { line: 1, expected: expect.stringContaining("CSV") },
    });
  });
});
