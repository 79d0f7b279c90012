import { describe, expect, it } from "vitest";
import { readShopChart, shopRangesAt } from "./shop-chart";

const header = ["Ambient °F", "Low side psi", "High side psi"];
const rows = [
  ["90", "35-45", "220 – 260"],
  ["70", "30 to 40", "150-190"],
  ["", "", ""],
];

function points(head: string[], body: string[][]) {
  const read = readShopChart(head, body);
  if (!read.ok) throw new Error(JSON.stringify(read.issue));
  return read.value;
}

describe("a workshop's own chart", () => {
  it("is read in its units, in either shape, and sorted", () => {
    const one = points(header, rows);
    expect(one.map(({ ambientC }) => Math.round(ambientC * 10) / 10)).toEqual([21.1, 32.2]);
    expect(one[1]!.low.low).toBeCloseTo(35 * 6.894757, 3);
    expect(one[0]!.high.high).toBeCloseTo(190 * 6.894757, 3);
    const two = points(
      ["Outside C", "LP from bar", "LP to bar", "HP from bar", "HP to bar"],
      [["25", "1,5", "2,2", "9,0", "13,5"]],
    );
    expect(two).toEqual([
      { ambientC: 25, low: { low: 150, high: 220.00000000000003 }, high: { low: 900, high: 1350 } },
    ]);
  });

  it("lies straight between its rows, meets them, and says nothing beyond", () => {
    const chart = points(header, rows);
    const at = (ambientC: number) => shopRangesAt(chart, ambientC);
    const [cool, hot] = chart;
    expect(at(cool!.ambientC)).toEqual({ low: cool!.low, high: cool!.high });
    expect(at(hot!.ambientC)!.high).toEqual(hot!.high);
    const middle = at((cool!.ambientC + hot!.ambientC) / 2)!;
    expect(middle.low.low).toBeCloseTo((cool!.low.low + hot!.low.low) / 2, 9);
    expect(middle.high.high).toBeCloseTo((cool!.high.high + hot!.high.high) / 2, 9);
    expect(at(cool!.ambientC - 0.1)).toBeNull();
    expect(at(hot!.ambientC + 0.1)).toBeNull();
  });

  it.each([
    [["Temp", "Low psi", "High psi"], rows, { code: "column-missing", column: "ambient" }],
    [["Ambient F", "Low", "High psi"], rows, { code: "no-unit", column: "low side" }],
    [header, [["90", "35", "220-260"]], { code: "unreadable", line: 2, column: "low side", text: "35" }],
    [header, [["90", "45-35", "220-260"]], { code: "reversed", line: 2, column: "low side" }],
    [header, [rows[0]!, ["90", "35-45", "220-260"]], { code: "twice", line: 3, text: "90" }],
    [header, [["90", "35-45", "2200-2600"]], { code: "out-of-range", line: 2, column: "high side", text: "2200-2600" }],
    [header, [["", "", ""]], { code: "empty" }],
  ])("names what is wrong and where: %#", (head, body, issue) => {
    expect(readShopChart(head, body)).toEqual({ ok: false, issue });
  });
});
