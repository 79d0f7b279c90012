/** A whole test of a made-up vehicle, from the steady solver: rest, running at each engine speed, sides meeting. */
import { makePlant, type Plant } from "../circuit/steady/plant";
import { arrivedRestOf } from "../circuit/steady/rest";
import { type SteadyIssue, type SteadyResult, type SteadyState, solveSteady } from "../circuit/steady/steady";
import { secondsToEqualise } from "../circuit/time/transient";
import type { Draw } from "../circuit/vehicle/population";
import { type SizingIssue, sizeVehicle } from "../circuit/vehicle/sizing";
import type { CircuitVehicle } from "../circuit/vehicle/vehicle";
import { type NoiseSource, seededNoise } from "../maths/noise";
import type { ChannelId } from "../readings/channels";
import type { ReadingFile, RunningSetting } from "../readings/file/reading-file";
import { fail, type Result, succeed } from "../result";
import { Sensor } from "./sensor";
import { conditionsOfRequest, faultsOfRequest, labelOfRequest, type SimulateRequest } from "./simulate-request";
import { workshopSensors } from "./workshop-sensors";

/** Values that readings cannot show, at one engine speed. */
interface ModelSetting {
  rpm: number;
  kind: SteadyResult["kind"];
  /** Why the compressor stands, when it does. */
  reason: string | null;
  /** Leaving the evaporator, and at the high-side port, K. */
  superheatK: number | null;
  subcoolingK: number | null;
  /** kg/s, mean over the cycles of a clutch. */
  flow: number;
  /** Share of full displacement: stroke times the share of time the clutch is in. */
  duty: number;
}

export interface SimulatedTest extends ReadingFile {
  /** The first setting's values, and each setting's. */
  model: Omit<ModelSetting, "rpm"> & { chargeG: number; airG: number; settings: ModelSetting[] };
}

export type SimulationIssue = SizingIssue | (SteadyIssue & { rpm: number });

const DEFAULT_RPM = [800, 1800];
const DEFAULT_SEED = 1;
const LONGEST_WAIT_S = 900;

/** Simulates a request. Same request, same answer. With `draw` the vehicle's sizes are drawn about their means. Errors: a label that cannot be sized, a speed that does not converge. */
export function simulate(request: SimulateRequest, draw?: Draw): Result<SimulatedTest, SimulationIssue> {
  const sized = sizeVehicle(labelOfRequest(request), draw);
  if (!sized.ok) return sized;
  const speeds = request.rpm ?? DEFAULT_RPM;
  const instruments = request.noise === true ? new Instruments(request.seed ?? DEFAULT_SEED) : null;
  const running: RunningSetting[] = [];
  const settings: ModelSetting[] = [];
  let last: { plant: Plant; state: SteadyState } | null = null;
  let plant = plantAt(sized.value, request, speeds[0]!);
  const rest = restReading(plant, instruments);
  for (const rpm of speeds) {
    plant = plantAt(sized.value, request, rpm);
    const solved = solveSteady(plant);
    if (!solved.ok) return fail({ ...solved.issue, rpm });
    running.push(runningReading(plant, rpm, solved.value, instruments));
    settings.push(modelSetting(rpm, solved.value));
    last = solved.value.kind === "running" ? { plant, state: solved.value.state } : null;
  }
  const seconds = last === null ? null : secondsToEqualise(last.plant, last.state.point, LONGEST_WAIT_S);
  const { rpm: _, ...first } = settings[0]!;
  return succeed({
    format: "evrid.readings",
    version: 1,
    id: request.id ?? "simulated",
    vehicle: request.vehicle,
    conditions: request.conditions,
    rest,
    running,
    equalise:
      last === null
        ? null
        : seconds === null
          ? { seconds: LONGEST_WAIT_S, equalised: false }
          : { seconds: Math.round(seconds), equalised: true },
    observations: [],
    model: { ...first, chargeG: plant.chargeKg * 1000, airG: plant.airKg * 1000, settings },
  });
}

function plantAt(vehicle: CircuitVehicle, request: SimulateRequest, rpm: number): Plant {
  return makePlant(vehicle, conditionsOfRequest(request, rpm), faultsOfRequest(request), {
    chargeKg: (request.vehicle.chargeG / 1000) * (request.charge?.fraction ?? 1),
    airKg: (request.airG ?? 0) / 1000,
  });
}

/** One set of instruments: its errors stay the same from reading to reading. */
class Instruments {
  private readonly sensors = new Map<string, Sensor>();
  private readonly random: NoiseSource;

  constructor(seed: number) {
    this.random = seededNoise(seed);
    for (const [name, { spec }] of Object.entries(workshopSensors)) {
      if (spec) this.sensors.set(name, new Sensor(spec, this.random));
    }
  }

  /** A settled reading. */
  read(name: ChannelId, value: number): number {
    return this.sensors.get(name)!.read(value, Number.POSITIVE_INFINITY);
  }
}

type Reader = Instruments | null;

function reading(instruments: Reader, name: ChannelId, value: number): number {
  return Number((instruments === null ? value : instruments.read(name, value)).toFixed(3));
}

function restReading(plant: Plant, instruments: Reader) {
  const soakC = plant.conditions.ambientC;
  const gauge = arrivedRestOf(plant, soakC).pressureKpa - plant.atmosphereKpa;
  return {
    lowKpa: reading(instruments, "low", gauge),
    highKpa: reading(instruments, "high", gauge),
    soakC: reading(instruments, "ambient", soakC),
  };
}

function runningReading(plant: Plant, rpm: number, result: SteadyResult, instruments: Reader): RunningSetting {
  const read = (name: ChannelId, value: number) => reading(instruments, name, value);
  const { atmosphereKpa } = plant;
  if (result.kind === "standing") {
    const gauge = result.rest.pressureKpa - atmosphereKpa;
    const partsC = result.rest.temperatureC;
    return {
      rpm,
      lowKpa: read("low", gauge),
      highKpa: read("high", gauge),
      ventC: read("vent", result.ventC),
      suctionLineC: read("suction", partsC + 3),
      liquidLineC: read("liquid", partsC),
      dischargeLineC: read("discharge", partsC + 6),
      condenserInletAirC: read("condenserIn", plant.condenserInletC),
      condenserOutletAirC: read("condenserOut", plant.condenserInletC),
    };
  }
  const { state } = result;
  const swing = state.cycling;
  const swings = swing !== null && state.limitedBy === "low";
  return {
    rpm,
    lowKpa: read("low", (swings ? swing.lowMeanKpa : state.lowKpa) - atmosphereKpa),
    // With a cycling clutch the high side is read while it is in.
    highKpa: read("high", state.highKpa + (swings ? swing.highEngagedKpa : 0) - atmosphereKpa),
    lowMinKpa: swings ? read("low", swing.lowMinKpa - atmosphereKpa) : null,
    lowMaxKpa: swings ? read("low", swing.lowMaxKpa - atmosphereKpa) : null,
    cyclePeriodS: swing === null ? null : Math.round(swing.periodS),
    // A scan tool shows the command of an outside-controlled compressor.
    compressorDutyPct:
      plant.vehicle.compressor.kind === "variable-external" ? read("command", state.command * 100) : null,
    ventC: read("vent", state.ventC),
    suctionLineC: read("suction", state.suctionLineC),
    liquidLineC: read("liquid", state.liquidLineC),
    dischargeLineC: read("discharge", state.dischargeLineC),
    condenserInletAirC: read("condenserIn", state.condenserInletAirC),
    condenserOutletAirC: read("condenserOut", state.condenserOutletAirC),
  };
}

function modelSetting(rpm: number, result: SteadyResult): ModelSetting {
  if (result.kind === "standing") {
    return { rpm, kind: "standing", reason: result.reason, superheatK: null, subcoolingK: null, flow: 0, duty: 0 };
  }
  const { state } = result;
  return {
    rpm,
    kind: "running",
    reason: null,
    superheatK: state.superheatK,
    subcoolingK: state.subcoolingK,
    flow: state.flowKgS,
    duty: state.duty * state.stroke,
  };
}
