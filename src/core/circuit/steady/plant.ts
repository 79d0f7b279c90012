/** A vehicle with its faults, in its conditions: every number the solvers need, worked out once. */
import { atmosphericPressureKpa } from "../../air/atmosphere";
import { airEnthalpy, CP_AIR, humidityRatio } from "../../air/humid-air";
import type { FaultEffects } from "../../causes/cause";
import { type FluidTable, fluidTable } from "../../fluids/tables";
import { effectsOf, type Fault } from "../faults";
import { type CircuitConditions, type CircuitVehicle, innerVolumeM3 } from "../vehicle/vehicle";

/** One coil's air side. */
export interface Coil {
  airFlow: number;
  inletC: number;
  inletEnthalpy: number;
  /** Share of the way to the metal's condition that the air goes, 1 - exp(-NTU). */
  reach: number;
  wallConductance: number;
  vapourConductance: number;
  volumeM3: number;
}

export interface Plant {
  vehicle: CircuitVehicle;
  conditions: CircuitConditions;
  effects: FaultEffects;
  fluid: FluidTable;
  atmosphereKpa: number;
  chargeKg: number;
  airKg: number;
  /** Compressor turns a second while driven. */
  turns: number;
  engineBayC: number;
  /** Air into the condenser before any of it comes round again. */
  condenserInletC: number;
  recirculation: number;
  coils: Coil[];
}

export interface PlantCharge {
  chargeKg: number;
  /** Beyond what a fault brings. */
  airKg: number;
}

/** Never still: leakage of fans and doors moves some air even at the lowest setting. */
const LEAST_BLOWER = 0.25;

export function makePlant(
  vehicle: CircuitVehicle,
  conditions: CircuitConditions,
  faults: readonly Fault[],
  charge?: Partial<PlantCharge>,
): Plant {
  const effects = effectsOf(faults, {
    innerVolumeM3: innerVolumeM3(vehicle),
    displacementM3: vehicle.compressor.displacementM3,
  });
  const atmosphereKpa = atmosphericPressureKpa(conditions.altitudeM);
  const fast = Math.min(Math.max((conditions.rpm - 700) / 1100, 0), 1);
  const thin = atmosphereKpa / 101.325;
  const { compressor, installation } = vehicle;
  const between = (idle: number, atFast: number) => idle + (atFast - idle) * fast;
  const turns =
    compressor.kind === "electric" ? compressor.electricTurns : (conditions.rpm / 60) * compressor.pulleyRatio;
  return {
    vehicle,
    conditions,
    effects,
    fluid: fluidTable(vehicle.label.refrigerant),
    atmosphereKpa,
    chargeKg: (charge?.chargeKg ?? vehicle.label.chargeG / 1000) * effects.charge,
    airKg: (charge?.airKg ?? 0) + effects.airKg,
    turns: turns * effects.speed,
    engineBayC: conditions.ambientC + between(installation.bayIdleK, installation.bayFastK),
    condenserInletC: conditions.ambientC + between(installation.inletIdleK, installation.inletFastK),
    recirculation: installation.recirculation * (1 - 0.5 * fast) + effects.recirculation,
    coils: coilsOf(vehicle, conditions, effects, atmosphereKpa, thin),
  };
}

function coilsOf(
  vehicle: CircuitVehicle,
  conditions: CircuitConditions,
  effects: FaultEffects,
  atmosphereKpa: number,
  thin: number,
): Coil[] {
  const fresh = conditions.airSource === "fresh";
  // With doors and windows open the cabin stays near the ambient.
  const inletC = fresh ? conditions.ambientC : (conditions.cabinReturnC ?? conditions.ambientC - 2);
  const outside = humidityRatio(conditions.ambientC, conditions.humidityPct, atmosphereKpa);
  // Recirculated air has been dried by the coil already.
  const ratio = fresh ? outside : Math.min(outside * 0.8, humidityRatio(inletC, 60, atmosphereKpa));
  const blower = LEAST_BLOWER + (1 - LEAST_BLOWER) * (conditions.blowerPct / 100);
  return vehicle.evaporators.map((size) => {
    const airFlow = size.airFlow * blower * effects.evaporatorFlow * thin;
    // Forced convection over fins grows with about the square root of the flow.
    const conductance = size.airConductance * Math.sqrt(airFlow / size.airFlow);
    return {
      airFlow,
      inletC,
      inletEnthalpy: airEnthalpy(inletC, ratio),
      reach: 1 - Math.exp(-conductance / (airFlow * CP_AIR)),
      wallConductance: size.wallConductance,
      vapourConductance: size.vapourConductance,
      volumeM3: size.volumeM3,
    };
  });
}

/** An electric fan's full speed against the reference air flow. */
const FAN_FULL = 1.12;

/** Air over the condenser, kg/s, at a high-side pressure (kPa absolute). */
export function condenserAirFlow(plant: Plant, highKpa: number): number {
  const { vehicle, conditions, effects, atmosphereKpa } = plant;
  const full = vehicle.condenser.airFlow;
  const { fanSlow, fanLowKpa, fanHighKpa } = vehicle.installation;
  const share = Math.min(Math.max((highKpa - atmosphereKpa - fanLowKpa) / (fanHighKpa - fanLowKpa), 0), 1);
  const electric = fanSlow + (FAN_FULL - fanSlow) * share;
  // A viscous fan slips less as it warms; it follows the engine.
  const viscous = 0.35 + (0.6 * Math.min(conditions.rpm, 2600)) / 1300;
  const kind = vehicle.label.condenserFan;
  const fan = kind === "electric" ? electric : kind === "viscous" ? viscous : Math.max(electric, viscous) * 1.08;
  return full * fan * effects.condenserFlow * (atmosphereKpa / 101.325);
}
