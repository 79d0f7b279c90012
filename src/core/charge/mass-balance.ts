/**
 * Every gram: what the vehicle holds follows from what was left in it and what left the containers, less what stands in
 * the hoses and what was let out. Weight is the authority; nothing here is inferred from a pressure. All masses in g.
 */
import { fail, type Result, succeed } from "../result";

/** One stretch of charging from one container, as the scale showed it. */
export interface Draw {
  containerId: string;
  /** Net content of the container when the valve opened and at the newest sample. */
  startG: number;
  nowG: number;
}

export interface Container {
  id: string;
  name: string;
  /** Net refrigerant in it when it was brought to the car. */
  netG: number;
}

export interface ChargeInputs {
  labelG: number;
  toleranceG: number;
  /** Left in the vehicle before charging: 0 after recovery and evacuation. */
  residualG: number;
  /** Standing in the charging hoses when all is done. */
  hosesG: number;
  /** Let out of the hose end to drive the air out of it. */
  purgedG: number;
  containers: readonly Container[];
  draws: readonly Draw[];
}

export interface MassBalance {
  /** Out of all containers. */
  drawnG: number;
  inVehicleG: number;
  /** To the label weight; negative when over it. */
  toGoG: number;
  state: "short" | "inside" | "over";
  perContainer: { id: string; name: string; drawnG: number; leftG: number }[];
}

export type ChargeIssue =
  | { code: "more-than-container"; container: string; drawnG: number; netG: number }
  | { code: "container-gained"; container: string; startG: number; nowG: number }
  | { code: "unknown-container"; containerId: string }
  | { code: "recovered-impossible"; recoveredG: number; limitG: number };

/** A scale drifts; below this a container that seems to gain is only noise. */
const SCALE_DRIFT_G = 5;

/**
 * No charge leaves a factory and no gauge lets a circuit take more than about twice the label before the relief valve
 * opens; a recovered mass above that is a wrong unit or another vehicle's.
 */
export const MOST_OVER_LABEL = 2.2;

/** The balance at this moment. Errors name the container and the numbers that cannot both be true. */
export function balance(inputs: ChargeInputs): Result<MassBalance, ChargeIssue> {
  const perContainer = inputs.containers.map(({ id, name, netG }) => ({ id, name, drawnG: 0, leftG: netG }));
  for (const draw of inputs.draws) {
    const container = perContainer.find((c) => c.id === draw.containerId);
    if (!container) return fail({ code: "unknown-container", containerId: draw.containerId });
    if (draw.nowG > draw.startG + SCALE_DRIFT_G) {
      return fail({ code: "container-gained", container: container.name, startG: draw.startG, nowG: draw.nowG });
    }
    container.drawnG += draw.startG - draw.nowG;
    container.leftG -= draw.startG - draw.nowG;
    if (container.leftG < -SCALE_DRIFT_G) {
      const netG = container.drawnG + container.leftG;
      return fail({ code: "more-than-container", container: container.name, drawnG: container.drawnG, netG });
    }
  }
  const drawnG = perContainer.reduce((sum, c) => sum + c.drawnG, 0);
  const heldG = inputs.hosesG + inputs.purgedG;
  // The first grams fill the hoses; until then none has reached the vehicle.
  const inVehicleG = inputs.residualG + Math.max(0, drawnG - heldG);
  const toGoG = inputs.labelG - inVehicleG;
  const state = toGoG > inputs.toleranceG ? "short" : toGoG < -inputs.toleranceG ? "over" : "inside";
  return succeed({ drawnG, inVehicleG, toGoG, state, perContainer });
}

/** Refuses a recovered mass that no such vehicle can have held. */
export function checkRecovered(recoveredG: number, labelG: number): Result<number, ChargeIssue> {
  const limitG = labelG * MOST_OVER_LABEL;
  return recoveredG > limitG ? fail({ code: "recovered-impossible", recoveredG, limitG }) : succeed(recoveredG);
}

/**
 * The scale reading, as grams drawn in total, at which to close the valve: target less what the valve and the hose
 * deliver after the call at the present rate.
 */
export function stopCallG(inputs: ChargeInputs, rateGPerS: number, valveDelayS: number): number {
  const held = inputs.hosesG + inputs.purgedG;
  return inputs.labelG - inputs.residualG + held - rateGPerS * valveDelayS;
}
