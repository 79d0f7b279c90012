/**
 * `npm run bench`: speed and memory of the model, everything side by side in one run. `-- --json FILE` writes the figures.
 * Run it on a quiet machine; the ratios mean more than the times.
 */
import { writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { parseArgs } from "node:util";
import { faultCauses } from "../src/core/causes/catalogue";
import { effectsOf, type Fault } from "../src/core/circuit/faults";
import { makePlant, type Plant } from "../src/core/circuit/steady/plant";
import { solveSteady } from "../src/core/circuit/steady/steady";
import { CircuitSimulation } from "../src/core/circuit/time/simulation";
import { restingState, STATES, TransientCircuit } from "../src/core/circuit/time/transient";
import { designConditions, sizeVehicle } from "../src/core/circuit/vehicle/sizing";
import type { CircuitConditions, CircuitVehicle, VehicleLabel } from "../src/core/circuit/vehicle/vehicle";
import { refrigerants } from "../src/core/fluids/refrigerants";
import { stateAt } from "../src/core/fluids/state";
import { FluidTable, fluidTable } from "../src/core/fluids/tables";
import { type NoiseSource, seededNoise } from "../src/core/maths/noise";

const RANDOM_INPUTS = 10_000;
const SEED = 20_261_124;

interface OdexSolver {
  absoluteTolerance: number;
  relativeTolerance: number;
  maxSteps: number;
  solve(
    f: (x: number, y: number[]) => number[],
    from: number,
    start: number[],
    to: number,
  ): { y: number[]; nEval: number; outcome: number };
}
const odex = createRequire(import.meta.url)("odex") as { Solver: new (n: number) => OdexSolver };

const lines: [string, string][] = [];
const say = (what: string, value: string) => lines.push([what, value]);

const tables = benchTables();
const steady = benchSteady();
const transient = benchTransient();
say("memory: heap in use after all this", `${(process.memoryUsage().heapUsed / 1e6).toFixed(0)} MB`);

const width = Math.max(...lines.map(([what]) => what.length));
for (const [what, value] of lines) console.log(`${what.padEnd(width)}  ${value}`);
const { values } = parseArgs({ options: { json: { type: "string" } } });
if (values.json) writeFileSync(values.json, `${JSON.stringify({ ...tables, ...steady, ...transient }, null, 2)}\n`);

/** Microseconds a call, the best of several rounds: other programs can only make a round slower. */
function perCallUs(calls: number, round: () => void): number {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < 7; i++) {
    const start = performance.now();
    round();
    best = Math.min(best, ((performance.now() - start) / calls) * 1000);
  }
  return best;
}

function benchTables() {
  const random = seededNoise(SEED);
  const states = refrigerants.flatMap((refrigerant) => {
    const table = fluidTable(refrigerant);
    return Array.from({ length: 1000 }, () => {
      for (;;) {
        const pressureKpa = Math.exp(Math.log(50) + random.uniform() * Math.log(60));
        const temperatureC = -40 + 160 * random.uniform();
        const exact = stateAt(refrigerant, temperatureC, pressureKpa);
        if (exact.ok) return { refrigerant, table, pressureKpa, temperatureC, enthalpy: exact.value.enthalpyKjKg };
      }
    });
  });
  let sink = 0;
  const repeats = 400;
  const tableUs = perCallUs(states.length * repeats * 2, () => {
    for (let k = 0; k < repeats; k++) {
      for (const { table, pressureKpa, enthalpy } of states) {
        sink += table.density(pressureKpa, enthalpy) + table.temperatureC(pressureKpa, enthalpy);
      }
    }
  });
  const equationUs = perCallUs(states.length, () => {
    for (const { refrigerant, pressureKpa, temperatureC } of states) {
      const found = stateAt(refrigerant, temperatureC, pressureKpa);
      if (found.ok) sink += found.value.densityKgM3;
    }
  });
  const buildMs = perCallUs(1, () => {
    sink += new FluidTable("R134a").saturationTemperatureC(300);
  });
  if (!Number.isFinite(sink)) throw new Error("the benchmark computed nothing");
  say("property table, one call", `${tableUs.toFixed(3)} us`);
  say("equation of state, one call", `${equationUs.toFixed(1)} us`);
  say("table over equation", `${(equationUs / tableUs).toFixed(0)} times`);
  say("building one refrigerant's tables", `${(buildMs / 1000).toFixed(0)} ms`);
  return {
    tableSpeedup: equationUs / tableUs,
    tableCallUs: tableUs,
    equationCallUs: equationUs,
    tableBuildMs: buildMs / 1000,
  };
}

function pick<T>(random: NoiseSource, from: readonly T[]): T {
  return from[Math.floor(random.uniform() * from.length)]!;
}

/** A random valid input: any label and relative of it, any weather, up to two faults of any severity, 3 to 170 % of the charge. */
function randomInput(random: NoiseSource): {
  vehicle: CircuitVehicle;
  conditions: CircuitConditions;
  faults: Fault[];
  share: number;
} {
  for (;;) {
    const label: VehicleLabel = {
      refrigerant: pick(random, refrigerants),
      chargeG: 350 + 850 * random.uniform(),
      metering: pick(random, ["expansion-valve", "orifice-tube"] as const),
      compressor: pick(random, ["fixed", "variable-internal", "variable-external", "electric"] as const),
      condenserFan: pick(random, ["electric", "viscous", "both"] as const),
      evaporators: random.uniform() < 0.85 ? 1 : 2,
      highPort: "after-condenser",
    };
    const sized = sizeVehicle(label, () => random.normal());
    if (!sized.ok) continue;
    const conditions: CircuitConditions = {
      ambientC: 12 + 33 * random.uniform(),
      humidityPct: 10 + 80 * random.uniform(),
      altitudeM: 2500 * random.uniform(),
      cabinReturnC: null,
      airSource: pick(random, ["fresh", "recirculated"] as const),
      blowerPct: 20 + 80 * random.uniform(),
      rpm: 650 + 2100 * random.uniform(),
    };
    const faults = Array.from({ length: Math.floor(random.uniform() * 3) }, () => ({
      cause: pick(random, faultCauses),
      severity: random.uniform(),
      place: random.uniform(),
    }));
    // A fault of the charge acts on top; the range is that of both together.
    const { charge } = effectsOf(faults, { innerVolumeM3: 1e-3, displacementM3: 1e-4 });
    const drawn = Math.exp(Math.log(0.03) + random.uniform() * Math.log(1.7 / 0.03));
    const share = charge === 1 ? drawn : Math.min(Math.max(1, 0.03 / charge), 1.7 / charge);
    return { vehicle: sized.value, conditions, faults, share };
  }
}

function benchSteady() {
  const random = seededNoise(SEED);
  const cold: number[] = [];
  const warm: number[] = [];
  let converged = 0;
  let standing = 0;
  let refused = 0;
  for (let i = 0; i < RANDOM_INPUTS; i++) {
    const { vehicle, conditions, faults, share } = randomInput(random);
    const charge = { chargeKg: (vehicle.label.chargeG / 1000) * share };
    const plant = makePlant(vehicle, conditions, faults, charge);
    let start = performance.now();
    const solved = solveSteady(plant);
    cold.push(performance.now() - start);
    if (!solved.ok) {
      if (solved.issue.code === "out-of-range") refused++;
      continue;
    }
    converged++;
    if (solved.value.kind === "standing") {
      standing++;
      continue;
    }
    const nearby = makePlant(vehicle, { ...conditions, ambientC: conditions.ambientC + 0.3 }, faults, charge);
    start = performance.now();
    solveSteady(nearby, solved.value.state.point);
    warm.push(performance.now() - start);
  }
  const [coldMs, coldP99] = quantiles(cold);
  const [warmMs, warmP99] = quantiles(warm);
  const convergedShare = converged / (RANDOM_INPUTS - refused);
  say("steady solve, cold, p50 / p99", `${coldMs.toFixed(2)} / ${coldP99.toFixed(2)} ms`);
  say("steady solve, from a nearby state, p50 / p99", `${warmMs.toFixed(2)} / ${warmP99.toFixed(2)} ms`);
  say(
    `converged of ${RANDOM_INPUTS} random inputs`,
    `${(convergedShare * 100).toFixed(2)} % (${standing} stand still, ${refused} beyond the range are refused)`,
  );
  return {
    steadyColdMs: coldMs,
    steadyColdP99Ms: coldP99,
    steadyWarmMs: warmMs,
    steadyWarmP99Ms: warmP99,
    convergedShare,
  };
}

function quantiles(values: number[]): [number, number] {
  const sorted = values.sort((a, b) => a - b);
  return [sorted[Math.floor(sorted.length / 2)]!, sorted[Math.floor(sorted.length * 0.99)]!];
}

function benchTransient() {
  const conditions: CircuitConditions = { ...designConditions, rpm: 1200 };
  const of = (metering: VehicleLabel["metering"]) => {
    const sized = sizeVehicle({
      refrigerant: "R134a",
      chargeG: 600,
      metering,
      compressor: "variable-external",
      condenserFan: "electric",
      evaporators: 1,
      highPort: "after-condenser",
    });
    if (!sized.ok) throw new Error(sized.issue.code);
    return sized.value;
  };
  const SECONDS = 1200;
  const realTime = (vehicle: CircuitVehicle) => {
    const us = perCallUs(1, () => {
      const run = new CircuitSimulation({ vehicle, conditions, faults: [] });
      run.setEngine(true, 1200);
      run.advance(SECONDS);
    });
    return SECONDS / (us / 1e6);
  };
  const transientRealTimeValve = realTime(of("expansion-valve"));
  const transientRealTimeOrifice = realTime(of("orifice-tube"));
  const reference = againstOdex(makePlant(of("orifice-tube"), conditions, []));
  say("transient, expansion valve", `${transientRealTimeValve.toFixed(0)} times real time`);
  say("transient, orifice", `${transientRealTimeOrifice.toFixed(0)} times real time`);
  say("odex on the same equations, orifice", `takes ${reference.odexRatio.toFixed(1)} times as long`);
  say(
    "largest difference from odex in a pressure",
    `${(reference.difference * 100).toFixed(2)} % after 60 s of pull-down`,
  );
  return {
    transientRealTimeValve,
    transientRealTimeOrifice,
    odexRatio: reference.odexRatio,
    odexDifference: reference.difference,
  };
}

/** Pull-down of a minute by our step and by the extrapolation method of Hairer and Wanner, on the same right-hand side. */
function againstOdex(plant: Plant): { odexRatio: number; difference: number } {
  const SECONDS = 60;
  const none = { flow: 0, enthalpy: 0 };
  const drive = { plant, clutchIn: true, engineOn: true, lowPort: none, highPort: none };
  const circuit = new TransientCircuit();
  const start = restingState(plant, plant.conditions.ambientC);
  let ours = start;
  const oursUs = perCallUs(1, () => {
    const y = Float64Array.from(start);
    for (let i = 0; i < SECONDS * 10; i++) circuit.step(drive, y, 0.1);
    ours = y;
  });
  const rate = new Float64Array(STATES);
  let theirs: number[] = [];
  const odexUs = perCallUs(1, () => {
    const solver = new odex.Solver(STATES);
    solver.absoluteTolerance = 1e-6;
    solver.relativeTolerance = 1e-5;
    solver.maxSteps = 1_000_000;
    const solved = solver.solve(
      (_, y) => {
        const dy = new Array<number>(STATES).fill(0);
        circuit.derivatives(drive, y, dy, rate);
        return dy;
      },
      0,
      Array.from(start),
      SECONDS,
    );
    theirs = solved.y;
  });
  const difference = Math.max(Math.abs(ours[0]! / theirs[0]! - 1), Math.abs(ours[2]! / theirs[2]! - 1));
  return { odexRatio: odexUs / oursUs, difference };
}
