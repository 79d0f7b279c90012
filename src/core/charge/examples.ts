/** Simulations that explain a term: a typical sound car as its charge falls, and beside one with a cause. No real vehicle. */
import { causeEntry, type FaultCause } from "../causes/catalogue";
import { makePlant } from "../circuit/steady/plant";
import type { CircuitPoint } from "../circuit/steady/point";
import { type SteadyState, solveSteady } from "../circuit/steady/steady";
import { sizeVehicle } from "../circuit/vehicle/sizing";
import { withUsualConditions } from "../circuit/vehicle/usual";
import type { CircuitVehicle, VehicleLabel } from "../circuit/vehicle/vehicle";

const exampleLabel: VehicleLabel = {
  refrigerant: "R134a",
  chargeG: 550,
  metering: "expansion-valve",
  compressor: "variable-internal",
  condenserFan: "electric",
  evaporators: 1,
  highPort: "after-condenser",
};

/** A warm day at idle. */
const exampleDay = withUsualConditions({ ambientC: 30, rpm: 800 }, {});

/** Severity at which a cause is shown: plain, and not yet the worst; a drive that is only there or not is shown without. */
const PLAIN = 0.6;

/** Instrument readings: kPa gauge, degC, K. */
export interface ExampleReading {
  lowKpa: number;
  highKpa: number;
  ventC: number;
  superheatK: number;
  subcoolingK: number;
}

export interface ChargeExample extends ExampleReading {
  /** Share of the label charge. */
  share: number;
}

/** Null where it does not run with the cause. */
export interface CauseExample {
  sound: ExampleReading;
  withIt: ExampleReading | null;
}

function exampleVehicle(): CircuitVehicle {
  const sized = sizeVehicle(exampleLabel);
  if (!sized.ok) throw new Error(`the example's label cannot be sized: ${sized.issue.code}`);
  return sized.value;
}

function readingOf(state: SteadyState, atmosphereKpa: number): ExampleReading {
  const { lowKpa, highKpa, ventC, superheatK, subcoolingK } = state;
  return { lowKpa: lowKpa - atmosphereKpa, highKpa: highKpa - atmosphereKpa, ventC, superheatK, subcoolingK };
}

/** Readings from a tenth of the label's charge to 1.4 times, each from the one above; shares at which it does not run are left out. */
export function chargeExamples(): ChargeExample[] {
  const vehicle = exampleVehicle();
  const found: ChargeExample[] = [];
  let from: CircuitPoint | undefined;
  for (let share = 1.4; share > 0.09; share -= 0.05) {
    const plant = makePlant(vehicle, exampleDay, [], { chargeKg: (share * exampleLabel.chargeG) / 1000 });
    const solved = solveSteady(plant, from);
    if (!solved.ok || solved.value.kind !== "running") continue;
    from = solved.value.state.point;
    found.push({ share: Number(share.toFixed(2)), ...readingOf(solved.value.state, plant.atmosphereKpa) });
  }
  return found.reverse();
}

/** A typical car, sound and with a clear fault; null where it does not run with it. */
export function causeExample(cause: FaultCause): CauseExample {
  const vehicle = exampleVehicle();
  const read = (faults: Parameters<typeof makePlant>[2]) => {
    const plant = makePlant(vehicle, exampleDay, faults);
    const solved = solveSteady(plant);
    return solved.ok && solved.value.kind === "running" ? readingOf(solved.value.state, plant.atmosphereKpa) : null;
  };
  const sound = read([]);
  if (sound === null) throw new Error("the sound example does not run");
  const [least = PLAIN] = causeEntry(cause).solved;
  return { sound, withIt: read([{ cause, severity: Math.max(PLAIN, least) }]) };
}
