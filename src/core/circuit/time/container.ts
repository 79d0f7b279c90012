/**
 * A can or cylinder on the charging hose: it gives liquid or vapour through a valve opening at its own pressure, and cools as it
 * empties, since what evaporates inside takes its heat from it. kPa absolute, kg, degC.
 */
import type { FluidTable } from "../../fluids/tables";
import type { PortFlow } from "./transient";

export interface Container {
  netKg: number;
  temperatureC: number;
  /** Surroundings of the cylinder: air, or warm water of at most 40 degC. */
  aroundC: number;
  /** Heat capacity of the shell, kJ/K, and heat it takes up from around it, kW/K. */
  shellKjK: number;
  uptake: number;
}

export function fullCan(netKg: number, temperatureC: number, aroundC = temperatureC): Container {
  return { netKg, temperatureC, aroundC, shellKjK: 0.05 + 0.09 * netKg, uptake: 0.004 + 0.02 * netKg };
}

/** Passage of a charging valve and its hose wide open, m2. */
const WIDE_OPEN_M2 = 0.55e-6;
const DISCHARGE = 0.7;
/** A flashing liquid in the hose passes as if its pressure fell to this share of its saturation pressure at most. */
const HOSE_FLASH = 0.7;
const VAPOUR_CHOKE = 0.55;

export interface Draw {
  phase: "liquid" | "vapour";
  /** 0 to 1 of the valve. */
  opening: number;
  /** Nothing is drawn below this content. */
  stopAtKg: number;
}

/**
 * Draws from a container for a time step and says what reached the port: flow kg/s with its enthalpy. Never more than it holds,
 * and nothing against a higher pressure (the hose has a check valve).
 */
export function drawFrom(
  container: Container,
  fluid: FluidTable,
  { phase, opening, stopAtKg, portKpa }: Draw & { portKpa: number },
  seconds: number,
  into: PortFlow,
): void {
  const pressure = fluid.saturationPressureKpa(container.temperatureC);
  const liquid = phase === "liquid";
  const density = liquid ? fluid.liquidDensity(pressure) : fluid.vapourDensity(pressure);
  const throat = Math.max(portKpa, pressure * (liquid ? HOSE_FLASH : VAPOUR_CHOKE));
  const area = WIDE_OPEN_M2 * opening * (liquid ? 1 : 1.6);
  const asked = DISCHARGE * area * Math.sqrt(2000 * density * Math.max(pressure - throat, 0));
  const flow = Math.min(asked, Math.max(container.netKg - stopAtKg, 0) / seconds);
  into.flow = flow;
  into.enthalpy = liquid ? fluid.liquidEnthalpy(pressure) : fluid.vapourEnthalpy(pressure);
  const latent = fluid.vapourEnthalpy(pressure) - fluid.liquidEnthalpy(pressure);
  // Liquid drawn leaves room that vapour must fill; vapour drawn must all be boiled.
  const boiled = liquid ? (flow * fluid.vapourDensity(pressure)) / density : flow;
  const heat = container.shellKjK + container.netKg * fluid.liquidHeatCapacity(container.temperatureC);
  const gained = container.uptake * (container.aroundC - container.temperatureC);
  container.netKg = flow < asked ? Math.min(stopAtKg, container.netKg) : container.netKg - flow * seconds;
  container.temperatureC += ((gained - boiled * latent) * seconds) / heat;
}
