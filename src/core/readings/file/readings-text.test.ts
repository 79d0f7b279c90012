import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { csvColumns } from "./csv-columns";
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

  it("knows the columns of the schema and no others, settings 1 to 20", () => {
    for (const name of [
      "id",
      "version",
      "vehicle.evaporators",
      "rest.soakC",
      "running.20.ventC",
      "equalise.equalised",
    ]) {
      expect(csvColumns.has(name), name).toBe(true);
    }
    for (const name of ["running", "running.0.rpm", "running.21.rpm", "running.1.x", "id.1.x", "vehicle", "toString"]) {
      expect(csvColumns.has(name), name).toBe(false);
    }
    expect(csvColumns.get("conditions.ambientC")).toEqual({ path: ["conditions", "ambientC"], kind: "number" });
  });

  it.each([
    "__proto__.1.lowKpa",
    "__proto__.lowKpa",
    "constructor.prototype.lowKpa",
    "running.__proto__.lowKpa",
    "running.800000000.lowKpa",
    "running.1e3.lowKpa",
    "running,running.1.x",
    "id.1.x",
    "version.1.x",
    "hasOwnProperty",
    "running.1.lowkpa",
  ])("a column %s is named and nothing is written anywhere", (column) => {
    const [only, ...rest] = parseReadingsText(`${header},${column}\n${row},1\n`);
    expect(rest).toEqual([]);
    expect(only).toMatchObject({ ok: false, issue: { line: 1, field: column.split(",")[0] } });
    expect(({} as Record<string, unknown>).lowKpa).toBeUndefined();
    expect(parseReadingsText(`${header}\n${row}\n`)[0]).toMatchObject({ ok: true });
  });

  it("refuses a column that stands there twice", () => {
    expect(parseReadingsText(`${header},id\n${row},b\n`)[0]).toMatchObject({
      ok: false,
      issue: { line: 1, field: "id", expected: "each column once" },
    });
  });

  it("whatever the columns are called, answers or names them, and leaves every object as it was", () => {
    const known = [...csvColumns.keys()];
    const piece = fc.oneof(
      fc.constantFrom(
        "__proto__",
        "constructor",
        "prototype",
        "running",
        "id",
        "1",
        "0",
        "-1",
        "4294967295",
        "lowKpa",
        "",
      ),
      fc.string({ maxLength: 12 }),
    );
    const name = fc.oneof(
      fc.constantFrom(...known),
      fc.array(piece, { minLength: 1, maxLength: 4 }).map((pieces) => pieces.join(".")),
    );
    const before = [Object, Array, String, Map].map((type) => Object.getOwnPropertyNames(type.prototype).length);
    fc.assert(
      fc.property(fc.array(fc.tuple(name, fc.string({ maxLength: 8 })), { maxLength: 6 }), (extra) => {
        const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;
        const names = [header, ...extra.map(([column]) => quoted(column))].join(",");
        const cells = [row, ...extra.map(([, cell]) => quoted(cell))].join(",");
        const results = parseReadingsText(`${names}\n${cells}\n`);
        expect(results).toHaveLength(1);
        const good = extra.every(([column]) => column.trim() === "");
        if (good) expect(results[0]!.ok).toBe(true);
        if (results[0]!.ok) expect(Object.getPrototypeOf(results[0]!.value)).toBe(Object.prototype);
        const after = [Object, Array, String, Map].map((type) => Object.getOwnPropertyNames(type.prototype).length);
        expect(after).toEqual(before);
      }),
      { numRuns: 600, seed: 11 },
    );
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
