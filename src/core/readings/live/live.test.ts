import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { csvHeader, csvLine, emptySample } from "../../instruments/stream";
import { channelIds, channels } from "../channels";
import {
  bluetoothBatteryPct,
  bluetoothHumidityPct,
  bluetoothPressureKpa,
  bluetoothTemperatureC,
  bluetoothWeightG,
} from "./bluetooth";
import { LONGEST_LINE, partsOfLine } from "./line";
import { LiveAssembler } from "./live-assembler";
import { type Assignment, LineSplitter, LiveDecoder, suggestedAssignment, withGuesses } from "./live-decoder";

const one = (channel: Assignment[number]["channel"], unit: string | null = null): Assignment => [{ channel, unit }];

describe("a line of an instrument", () => {
  it.each([
    ["ST,GS,+ 01234.5 g", [[1234.5, "g"]]],
    ["  1.2345 kg", [[1.2345, "kg"]]],
    ["-12,5 °C", [[-12.5, "degC"]]],
    [
      "LP 213 kPa  HP 1320 kPa",
      [
        [213, "kPa"],
        [1320, "kPa"],
      ],
    ],
    [
      "T1=74.5F T2=102.1F",
      [
        [1, null],
        [74.5, "degF"],
        [2, null],
        [102.1, "degF"],
      ],
    ],
    ["450 micron", [[450, "micron"]]],
    ["S S 340.2 oz", [[340.2, "oz"]]],
    ["no number here", []],
  ] as const)("gives its numbers with their units: %s", (line, expected) => {
    expect(partsOfLine(line).map(({ value, unit }) => [value, unit])).toEqual(expected);
  });

  it("never throws and never gives anything that is no number, whatever arrives", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 500 }), (text) => {
        for (const { value } of partsOfLine(text)) expect(Number.isFinite(value)).toBe(true);
        const { readings } = new LiveDecoder(one("scaleG", "g")).decode(text);
        for (const value of Object.values(readings)) expect(Number.isFinite(value)).toBe(true);
      }),
    );
  });

  it("is put into lines however it is cut", () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[a-z0-9 .]{1,20}$/), { minLength: 1, maxLength: 8 }),
        fc.array(fc.nat(12)),
        (lines, cuts) => {
          const text = `${lines.join("\r\n")}\r\n`;
          const splitter = new LineSplitter();
          const found: string[] = [];
          let at = 0;
          for (const cut of [...cuts, text.length]) {
            found.push(...splitter.push(text.slice(at, at + cut)));
            at = Math.min(at + cut, text.length);
          }
          found.push(...splitter.push(text.slice(at)));
          // A cut between the two signs of a line's end leaves an empty line.
          expect(found.filter((line) => line !== "")).toEqual(lines);
        },
      ),
    );
  });

  it("is let go when it never ends, and the next one is whole", () => {
    const splitter = new LineSplitter();
    for (let i = 0; i < 100; i++) expect(splitter.push("9".repeat(LONGEST_LINE))).toEqual([]);
    const [endless, next] = splitter.push("\n340 g\n");
    expect(endless?.length).toBeLessThanOrEqual(5 * LONGEST_LINE);
    expect(next).toBe("340 g");
  });
});

describe("the decoder of a live source", () => {
  it("reads the instruments' own CSV back as it was written, for any sample", () => {
    const cells = fc.record(
      Object.fromEntries(
        channelIds.map((id) => [
          id,
          fc.option(
            fc.integer({ min: Math.ceil(channels[id].readable.min), max: Math.floor(channels[id].readable.max) }),
          ),
        ]),
      ),
    );
    fc.assert(
      fc.property(cells, (values) => {
        const decoder = new LiveDecoder();
        decoder.decode(csvHeader());
        expect(decoder.namesItself).toBe(true);
        const { readings, issues } = decoder.decode(csvLine({ ...emptySample(4), ...values }));
        expect(issues).toEqual([]);
        const said = Object.fromEntries(
          Object.entries(values).filter(
            ([id, value]) => value !== null && csvHeader().includes(channels[id as "low"].column),
          ),
        );
        expect(readings).toEqual(said);
      }),
    );
  });

  it("takes no line twice and none out of its turn, and goes on after it", () => {
    const decoder = new LiveDecoder();
    decoder.decode("time_s,low_kpa_gauge");
    expect(decoder.decode("1,200").readings).toEqual({ low: 200 });
    expect(decoder.decode("1,201")).toEqual({ readings: {}, issues: [{ code: "repeated-time", time: 1 }] });
    expect(decoder.decode("0.5,202").issues).toEqual([{ code: "time-jumped", from: 1, to: 0.5 }]);
    expect(decoder.decode("1,203").readings).toEqual({ low: 203 });
    expect(decoder.decode("900,204").issues[0]).toMatchObject({ code: "time-jumped", to: 900 });
    expect(decoder.decode("900.5,205").readings).toEqual({ low: 205 });
    expect(decoder.decode("901,OL")).toEqual({
      readings: {},
      issues: [{ code: "not-a-number", column: "low_kpa_gauge", text: "OL" }],
    });
    // The source was started again.
    decoder.decode("time_s,low_kpa_gauge");
    expect(decoder.decode("0,206").readings).toEqual({ low: 206 });
  });

  it("refuses a unit of another kind, a word that is none, and what no such instrument shows, and invents nothing", () => {
    const scale = new LiveDecoder(one("scaleG", "g"));
    expect(scale.decode("340.2").readings).toEqual({ scaleG: 340.2 });
    expect(scale.decode("0.75 lb").readings.scaleG).toBeCloseTo(340.19, 1);
    expect(scale.decode("340 kPa")).toEqual({
      readings: {},
      issues: [{ code: "wrong-unit", channel: "scaleG", unit: "kPa" }],
    });
    expect(scale.decode("340 pcs").issues).toEqual([{ code: "wrong-unit", channel: "scaleG", unit: "pcs" }]);
    expect(scale.decode("9999999 g").issues).toEqual([{ code: "impossible", channel: "scaleG", value: 9999999 }]);
    expect(scale.decode("OL").issues).toEqual([{ code: "no-number", text: "OL" }]);
    expect(scale.decode("x".repeat(500)).issues[0]).toMatchObject({ code: "too-long", length: 500 });
    expect(new LiveDecoder(one("ambient")).decode("300 K").issues).toHaveLength(1);
    expect(new LiveDecoder(one("vacuumKpa")).decode("0.5 kPa").readings).toEqual({ vacuumKpa: 0.5 });
    expect(new LiveDecoder(one("low")).decode("29 psi").readings.low).toBeCloseTo(199.9, 1);
  });

  it("suggests scale, vacuum gauge and named gauges by unit and word, and leaves the rest to the person", () => {
    const of = (line: string) => suggestedAssignment(partsOfLine(line)).map(({ channel }) => channel);
    expect(of("ST,GS,+ 340.2 g")).toEqual(["scaleG"]);
    expect(of("450 micron")).toEqual(["vacuumKpa"]);
    expect(of("LP 213 kPa HP 1320 kPa")).toEqual(["low", "high"]);
    expect(of("23.4 C")).toEqual([null]);
  });
});

describe("numbers known by their words", () => {
  it("keep their channel in lines that lack others, and a new word gets a guess of its own", () => {
    const both = withGuesses([], partsOfLine("LP 213 kPa HP 1320 kPa"));
    expect(both.map(({ channel, word }) => [channel, word])).toEqual([
      ["low", "LP"],
      ["high", "HP"],
    ]);
    expect(new LiveDecoder(both).decode("HP 1300 kPa").readings).toEqual({ high: 1300 });
    expect(withGuesses(both, partsOfLine("HP 1300 kPa"))).toBe(both);
    expect(withGuesses(both, partsOfLine("scale 340 g")).at(-1)).toMatchObject({ channel: "scaleG", word: "scale" });
    // The same scale, net and gross.
    const scale = withGuesses([], partsOfLine("ST,NT,+340.2 g"));
    expect(withGuesses(scale, partsOfLine("ST,GS,+350.0 g"))).toBe(scale);
    expect(new LiveDecoder(scale).decode("ST,GS,+350.0 g").readings).toEqual({ scaleG: 350 });
    // A full assignment takes no more, so that a line that is no instrument's changes nothing.
    const full: Assignment = Array.from({ length: 24 }, (_, i) => ({ channel: null, unit: "kPa", word: `W${i}` }));
    expect(withGuesses(full, partsOfLine("new 340 g"))).toBe(full);
    // An assignment of before is by place.
    expect(new LiveDecoder(one("low", "kPa")).decode("HP 210 kPa").readings).toEqual({ low: 210 });
  });

  it("are absolute where their unit or a person says so, and then count from the barometer", () => {
    const at = (part: Partial<Assignment[number]>, line: string) =>
      new LiveDecoder([{ channel: "low", unit: null, ...part }], () => 97.7).decode(line).readings.low;
    expect(at({}, "297.7 kPa")).toBe(297.7);
    expect(at({ absolute: true }, "297.7 kPa")).toBeCloseTo(200, 9);
    expect(at({}, "297.7 kPa abs")).toBeCloseTo(200, 9);
    expect(new LiveDecoder(one("vacuumKpa"), () => 97.7).decode("0.5 kPa abs").readings).toEqual({ vacuumKpa: 0.5 });
  });
});

describe("a stream of several sources", () => {
  it("shows a value as long as it is fresh, by how often its source speaks, and null after it", () => {
    const all = new LiveAssembler();
    for (let s = 0; s <= 10; s++) all.take({ low: 200 + s }, s);
    for (const s of [0, 5, 10]) all.take({ ambient: 30 }, s);
    expect(all.sample(10.5)).toMatchObject({ time: 10.5, low: 210, ambient: 30, high: null });
    expect(all.sample(14)).toMatchObject({ low: null, ambient: 30 });
    expect(all.sample(40)).toMatchObject({ low: null, ambient: null });
    all.take({ low: 190 }, 41);
    all.forget(["low"]);
    expect(all.sample(41.1).low).toBeNull();
  });
});

describe("the standard Bluetooth services", () => {
  const bytes = (...all: number[]) => new DataView(Uint8Array.from(all).buffer);
  it("are read as they are specified", () => {
    // 101 325.0 Pa is 1 013 250 tenths.
    expect(bluetoothPressureKpa(bytes(0x02, 0x76, 0x0f, 0x00))).toBeCloseTo(101.325, 3);
    expect(bluetoothTemperatureC(bytes(0x2a, 0xff))).toBeCloseTo(-2.14, 6);
    expect(bluetoothHumidityPct(bytes(0x88, 0x13))).toBe(50);
    expect(bluetoothWeightG(bytes(0x00, 0x44, 0x00))).toBe(340);
    expect(bluetoothWeightG(bytes(0x01, 0x4b, 0x00))).toBeCloseTo(340.19, 1);
    expect(bluetoothBatteryPct(bytes(87))).toBe(87);
  });
  it("give nothing for what is not known or cut short", () => {
    expect(bluetoothTemperatureC(bytes(0x00, 0x80))).toBeNull();
    expect(bluetoothHumidityPct(bytes(0xff, 0xff))).toBeNull();
    expect(bluetoothWeightG(bytes(0x00, 0xff, 0xff))).toBeNull();
    for (const read of [
      bluetoothPressureKpa,
      bluetoothTemperatureC,
      bluetoothHumidityPct,
      bluetoothWeightG,
      bluetoothBatteryPct,
    ])
      expect(read(bytes())).toBeNull();
  });
});
