import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualDay, vehicleOf } from "../../../tests/support/vehicles";
import { CircuitSimulation, type SimulationSetup } from "../circuit/time/simulation";
import { seededNoise } from "../maths/noise";
import { channelIds } from "../readings/channels";
import { parseReadings } from "../readings/file/reading-file";
import { InstrumentSet, type InstrumentSetup } from "./instrument-set";
import { checkSchedule, runSchedule } from "./schedule";
import { gaugeSpec, Sensor } from "./sensor";
import { simulate } from "./simulate";
import { checkSimulate, type SimulateRequest } from "./simulate-request";
import { emptySample, fromCsv, type InstrumentSample, toCsv } from "./stream";

function request(change: Record<string, unknown> = {}): SimulateRequest {
  const checked = checkSimulate({
    vehicle: { refrigerant: "R134a", chargeG: 600, metering: "expansion-valve", compressor: "variable-external" },
    conditions: { ambientC: 28, humidityPct: 45 },
    ...change,
  });
  if (!checked.ok) throw new Error(`${checked.issue.field}: ${checked.issue.expected}`);
  return checked.value;
}

function simulated(change: Record<string, unknown> = {}) {
  const result = simulate(request(change));
  if (!result.ok) throw new Error(result.issue.code);
  return result.value;
}

function rack(setup: Partial<SimulationSetup>, instruments: Partial<InstrumentSetup>) {
  const conditions = usualDay({ rpm: 900 });
  const simulation = new CircuitSimulation({ vehicle: vehicleOf(), conditions, faults: [], ...setup });
  return { simulation, set: new InstrumentSet(simulation, { seed: 3, rateHz: 2, ...instruments }) };
}

describe("sensors", () => {
  it("a gauge errs within its class, and differs from its neighbour", () => {
    const zeros = Array.from({ length: 300 }, (_, seed) => {
      const gauge = new Sensor({ ...gaugeSpec(800, 1.6, 1), noise: 0 }, seededNoise(seed));
      return gauge.read(200, Number.POSITIVE_INFINITY) - 200;
    });
    const class16 = 800 * 0.016;
    expect(zeros.filter((error) => Math.abs(error) <= class16).length / zeros.length).toBeGreaterThan(0.95);
    expect(Math.max(...zeros) - Math.min(...zeros)).toBeGreaterThan(class16 / 2);
  });

  it("a clamp comes to its reading by its lag, without overshoot", () => {
    const clamp = new Sensor({ lagS: 8, zero: 0, share: 0, noise: 0, resolution: 0 }, seededNoise(1));
    clamp.read(20, 1);
    const after = Array.from({ length: 40 }, () => clamp.read(60, 1));
    expect(after[7]).toBeCloseTo(60 - 40 * Math.exp(-1), 6);
    for (let i = 1; i < after.length; i++) expect(after[i]).toBeGreaterThan(after[i - 1]!);
  });

  it("a display shows its steps only", () => {
    const probe = new Sensor({ lagS: 1, zero: 0.4, share: 0, noise: 0.1, resolution: 0.1 }, seededNoise(2));
    for (let i = 0; i < 50; i++) {
      const shown = probe.read(7.3, 1) * 10;
      expect(shown).toBeCloseTo(Math.round(shown), 6);
    }
  });
});

describe("the instrument set", () => {
  it("samples at its rate, the same for the same seed, and refuses a rate no instrument has", () => {
    const run = (seed: number) => {
      const { simulation, set } = rack({}, { seed, rateHz: 5 });
      simulation.setEngine(true, 900);
      return Array.from({ length: 25 }, () => set.next());
    };
    const first = run(4);
    expect(first.at(-1)!.time).toBeCloseTo(5, 9);
    expect(run(4)).toEqual(first);
    expect(run(5)).not.toEqual(first);
    for (const rateHz of [0.5, 11, Number.NaN]) expect(() => rack({}, { rateHz })).toThrow(RangeError);
  });

  it("a scan tool sees the command, the clutch and the fan; the scale and the vacuum gauge only when they have something", () => {
    const { simulation, set } = rack({}, { ideal: true });
    const standing = set.next();
    expect(standing).toMatchObject({ clutchIn: 0, rpm: 0, scaleG: null, vacuumKpa: null });
    simulation.setEngine(true, 900);
    let sample = standing;
    for (let i = 0; i < 200; i++) sample = set.next();
    expect(sample.clutchIn).toBe(1);
    expect(sample.command).toBeGreaterThan(20);
    expect(sample.fanPct).toBeGreaterThan(50);
  });

  it("a clamp by the exhaust reads too warm, only while the engine runs", () => {
    const warm = rack({}, { ideal: true, exhaustHeat: { suction: 0.2 } });
    const right = rack({}, { ideal: true });
    const at = ({ set }: typeof warm) => Array.from({ length: 240 }, () => set.next()).at(-1)!.suction!;
    expect(at(warm)).toBeCloseTo(at(right), 6);
    for (const each of [warm, right]) each.simulation.setEngine(true, 900);
    expect(at(warm) - at(right)).toBeGreaterThan(8);
  });

  it("an infrared spot finds the condenser's zones: hot, even, then falling", () => {
    const { simulation, set } = rack({}, { ideal: true });
    simulation.setEngine(true, 900);
    for (let i = 0; i < 600; i++) set.next();
    const [inlet, early, late, outlet] = [0, 0.4, 0.75, 1].map((share) => set.infraredC(share));
    expect(inlet).toBeGreaterThan(early! + 5);
    expect(early).toBeCloseTo(late!, 6);
    expect(outlet).toBeLessThan(late! - 2);
  });

  it("a sniffer answers where it leaks, and dye glows once enough has come out", () => {
    const { simulation, set } = rack({ leaks: [{ place: "suction-hose", areaM2: 4e-11 }] }, { dye: true, ideal: true });
    set.next();
    expect(set.sniffGYear("suction-hose")).toBeGreaterThan(20);
    expect(set.sniffGYear("condenser")).toBe(0);
    expect(set.dyeGlows("suction-hose")).toBe(false);
    const before = simulation.chargeKg;
    for (let i = 0; i < 120; i++) set.next();
    expect(simulation.chargeKg).toBeLessThan(before);
    const large = rack({ leaks: [{ place: "condenser", areaM2: 1e-8 }] }, { dye: true });
    for (let i = 0; i < 600; i++) large.set.next();
    expect(large.set.dyeGlows("condenser")).toBe(true);
    expect(large.set.dyeGlows("evaporator")).toBe(false);
  });
});

describe("the stream as CSV", () => {
  const cell = fc.option(
    fc.double({ min: -1000, max: 5000, noNaN: true }).map((x) => Number(x.toFixed(3)) + 0),
    { nil: null },
  );
  const samples = fc
    .array(
      fc.tuple(
        fc.double({ min: 0.01, max: 10, noNaN: true }),
        fc.array(cell, { minLength: channelIds.length, maxLength: channelIds.length }),
      ),
      { maxLength: 20 },
    )
    .map((rows) => {
      let timeS = 0;
      return rows.map(([gap, cells]) => {
        timeS = Number((timeS + gap).toFixed(3));
        const sample: InstrumentSample = emptySample(timeS);
        channelIds.forEach((name, i) => {
          sample[name] = cells[i]!;
        });
        return sample;
      });
    });

  it("comes back as it went, gaps as gaps", () => {
    fc.assert(
      fc.property(samples, (given) => {
        const back = fromCsv(toCsv(given));
        expect(back).toEqual({ ok: true, value: given.map((s) => ({ ...s })) });
      }),
      { numRuns: 60 },
    );
  });

  it("takes a device's own order of columns, and names the first thing wrong by line", () => {
    const read = fromCsv("note,high_kpa_gauge,time_s\nx,1200,0\ny,,1\n");
    expect(read.ok && read.value.map(({ high, low }) => [high, low])).toEqual([
      [1200, null],
      [null, null],
    ]);
    expect(fromCsv("low_kpa_gauge\n1\n")).toMatchObject({ ok: false, issue: { code: "no-time-column" } });
    expect(fromCsv("time_s,colour\n0,red\n")).toMatchObject({ ok: false, issue: { code: "no-known-column" } });
    expect(fromCsv("time_s,vent_c\n0,8\n1,cold\n")).toMatchObject({
      ok: false,
      issue: { code: "not-a-number", line: 3, column: "vent_c", text: "cold" },
    });
    expect(fromCsv("time_s,vent_c\n1,8\n1,9\n")).toMatchObject({
      ok: false,
      issue: { code: "time-not-rising", line: 3 },
    });
  });
});

describe("simulating a test", () => {
  it("gives a reading file that reads back, with rest, running and equalise filled", () => {
    const test = simulated();
    const [read] = parseReadings(JSON.stringify(test));
    expect(read).toMatchObject({ ok: true });
    expect(test.running).toHaveLength(2);
    expect(test.rest!.lowKpa).toBeCloseTo(test.rest!.highKpa!, 6);
    expect(test.equalise).toMatchObject({ equalised: true });
    expect(test.model.superheatK).toBeGreaterThan(3);
    expect(test.model.settings.map(({ rpm }) => rpm)).toEqual([800, 1800]);
    expect(simulated()).toEqual(test);
  });

  it("noise belongs to the seed, and stays within what the instruments are good for", () => {
    const clean = simulated({ noise: false }).running![0]!;
    const noisy = [1, 2, 3, 4, 5].map((seed) => simulated({ noise: true, seed }).running![0]!);
    expect(simulated({ noise: true, seed: 2 }).running![0]).toEqual(noisy[1]);
    expect(new Set(noisy.map(({ lowKpa }) => lowKpa)).size).toBe(5);
    for (const { lowKpa, highKpa, ventC } of noisy) {
      expect(Math.abs(lowKpa! - clean.lowKpa!)).toBeLessThan(20);
      expect(Math.abs(highKpa! - clean.highKpa!)).toBeLessThan(60);
      expect(Math.abs(ventC! - clean.ventC!)).toBeLessThan(1);
    }
  });

  it("a dead drive is a result: sides at rest, nothing flowing, and why", () => {
    const test = simulated({ faults: [{ cause: "compressor-not-driven", severity: 1 }] });
    expect(test.model).toMatchObject({ kind: "standing", reason: "not-driven", flow: 0, superheatK: null });
    expect(test.equalise).toBeNull();
    expect(simulated({ charge: { fraction: 0 } }).model.reason).toBe("no-refrigerant");
  });

  it.each([
    [{ vehicle: { refrigerant: "R134a", metering: "orifice-tube", compressor: "fixed" } }, "vehicle.chargeG", ""],
    [{ conditions: { ambientC: 95 } }, "conditions.ambientC", "at most 50 degC"],
    [{ conditions: {} }, "conditions.ambientC", ""],
    [{ charge: { fraction: 4 } }, "charge.fraction", "at most 1.7 of the label charge"],
    [{ charge: { fraction: 1.5 }, faults: [{ cause: "overcharge", severity: 1 }] }, "charge.fraction", "1.7"],
    [{ faults: [{ cause: "air", severity: -1 }] }, "faults.0.severity", "at least 0"],
    [{ faults: [{ cause: "rust", severity: 1 }] }, "faults.0.cause", ""],
    [{ rpm: [90_000] }, "rpm.0", "at most 4000 rpm"],
    [
      {
        vehicle: { refrigerant: "R134a", chargeG: 600, metering: "expansion-valve", compressor: "fixed" },
        faults: [{ cause: "compressor-low-stroke", severity: 1 }],
      },
      "faults.0.cause",
      "no stroke",
    ],
  ])("names the field, the limit and the unit: %j", (change, field, says) => {
    const checked = checkSimulate({ ...request(), ...change });
    expect(checked).toMatchObject({ ok: false, issue: { field } });
    if (!checked.ok) expect(checked.issue.expected).toContain(says);
  });
});

describe("playing a schedule", () => {
  it("starts, stops, recovers, evacuates and charges by its events", () => {
    const schedule = checkSchedule([
      { atS: 0, engineRpm: 800 },
      { atS: 200, engineRpm: 0 },
      { atS: 500, machine: "recover" },
      { atS: 1100, machine: "pump" },
      { atS: 2300, machine: "off", container: { netG: 500, temperatureC: 24, aroundC: 38 } },
      { atS: 2310, charge: { side: "high", phase: "liquid", stopAtG: 100 } },
    ]);
    if (!schedule.ok) throw new Error(schedule.issue.expected);
    const samples = [...runSchedule(request(), { ...schedule.value, durationS: 2900, rateHz: 1 })];
    const at = (seconds: number) => samples[seconds - 1]!;
    expect(at(190).clutchIn).toBe(1);
    expect(at(190).high).toBeGreaterThan(at(450).high! + 100);
    expect(at(1090).recoveredG).toBeGreaterThan(590);
    expect(at(2290).vacuumKpa).toBeLessThan(0.1);
    expect(at(2900).scaleG).toBeCloseTo(100, 0);
    expect(at(2900).vacuumKpa).toBeNull();
    expect(at(2900).low).toBeGreaterThan(300);
  });

  it("refuses what it does not know, and events out of order", () => {
    expect(checkSchedule([{ atS: 0, engine: "on" }])).toMatchObject({ ok: false });
    expect(checkSchedule([{ atS: 10 }, { atS: 5 }])).toMatchObject({ ok: false, issue: { field: "events.1.atS" } });
    expect(
      checkSchedule({ durationS: 10, events: [{ atS: 0, container: { netG: 300, temperatureC: 20, aroundC: 70 } }] }),
    ).toMatchObject({
      ok: false,
      issue: { field: "events.0.container.aroundC" },
    });
  });
});
