/** Clutch and switches of a running circuit, as the vehicle's own control would work them. Pressures kPa absolute. */
import type { Plant } from "./plant";

export interface ControlState {
  /** Air conditioning asked for by the driver. */
  asked: boolean;
  clutchIn: boolean;
  /** Which switch holds the clutch out now; null: none. */
  heldBy: "low-pressure" | "high-pressure" | "freeze" | "lock-out" | null;
}

/** Time constant of the fin sensor, s. */
export const FIN_SENSOR_LAG_S = 7;

/** Steady temperature of the fin sensor, degC: metal, less so the more of the coil is dry. */
export function finSensorC(plant: Plant, metalC: number, wet: number): number {
  const dry = Math.min(Math.max((0.7 - wet) / 0.4, 0), 1);
  return metalC + dry * (plant.coils[0]!.inletC - metalC);
}

export function controlsOff(): ControlState {
  return { asked: true, clutchIn: false, heldBy: null };
}

/** State at the switches, kPa absolute, and at the fin sensor, degC. */
export interface SensedState {
  lowKpa: number;
  highKpa: number;
  sensorC: number;
}

/** Moves the switches on. Each has its hysteresis; the lock-out sees the high side before the clutch has ever closed. */
export function operate(
  plant: Plant,
  state: ControlState,
  engineOn: boolean,
  { lowKpa, highKpa, sensorC }: SensedState,
): void {
  const { controls, label, compressor } = plant.vehicle;
  const low = lowKpa - plant.atmosphereKpa;
  const high = highKpa - plant.atmosphereKpa;
  if (!engineOn || !state.asked) {
    state.clutchIn = false;
    state.heldBy = null;
    return;
  }
  const cycles = compressor.kind === "fixed";
  const orifice = label.metering === "orifice-tube";
  if (state.clutchIn) {
    if (high > controls.highOutKpa) state.heldBy = "high-pressure";
    else if (cycles && orifice && low < controls.lowOutKpa) state.heldBy = "low-pressure";
    else if (cycles && !orifice && sensorC < controls.freezeOutC) state.heldBy = "freeze";
    else if (high < controls.lockOutKpa * LOCK_OUT_RUNNING) state.heldBy = "lock-out";
    else return;
    state.clutchIn = false;
    return;
  }
  const free =
    state.heldBy === "high-pressure"
      ? high < controls.highInKpa
      : state.heldBy === "low-pressure"
        ? low > controls.lowInKpa
        : state.heldBy === "freeze"
          ? sensorC > controls.freezeInC
          : high > controls.lockOutKpa;
  if (!free) {
    state.heldBy ??= "lock-out";
    return;
  }
  state.heldBy = null;
  state.clutchIn = true;
}

/** Once running, the same switch lets go lower than it takes. */
const LOCK_OUT_RUNNING = 0.8;
