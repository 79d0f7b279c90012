/**
 * Every gram: what the vehicle holds follows from what was left in it and what left the containers, less what stands in
 * the hoses and what was let out. Weight is the authority; nothing here is inferred from a pressure. All masses in g.
 */
import { fail, type Result, succeed } from "../../result";
import { activeEntries, containerAccount, type Ledger, movedBy } from "./ledger";

/** A stretch of charging that is still going on, as the scale shows it; it is booked when the valve is shut. */
export interface OpenDraw {
  containerId: string;
  /** Net content of the container when the valve opened and at the newest sample. */
  startG: number;
  nowG: number;
}

interface OnHand {
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
  /** In the charging hose after what it passed last, and when all is done: less where it is drawn in through the low side. */
  hoseNowG: number;
  hoseEndG: number;
  /** Let out of the hose end to drive the air out of it: what is meant to be, until it is booked. */
  purgeG: number;
  containers: readonly OnHand[];
  ledger: Ledger;
  open: OpenDraw | null;
}

export interface MassBalance {
  /** Charged: out of all containers, and by a station. */
  drawnG: number;
  /** Parts of that: in the hose now, and let out. */
  hosesG: number;
  purgedG: number;
  /** Part of what is in the hose that is still to be drawn into the vehicle. */
  drawInG: number;
  /** Still to come out of the containers; below nothing when too much has. */
  fromContainersG: number;
  /** Weighed out of the vehicle again. */
  takenG: number;
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
  | { code: "more-than-fits"; inVehicleG: number; limitG: number }
  /** More would be out of the vehicle than was in it. */
  | { code: "less-than-nothing"; inVehicleG: number }
  | { code: "recovered-impossible"; recoveredG: number; limitG: number };

/** Two weights closer together than this are one on a workshop's scale. */
export const SAME_WEIGHT_G = 1;
/** A scale that has come to rest may show less than its noisiest reading while it flowed, by no more than this, g. */
export const SETTLES_G = 3;
/** A scale drifts; below this a container that seems to gain is only noise. */
const SCALE_DRIFT_G = 5;
/** A steady scale is read to its smallest step. */
const SCALE_STEP_G = 1;

/**
 * No charge leaves a factory and no gauge lets a circuit take more than about twice the label before the relief valve
 * opens; a recovered mass above that is a wrong unit or another vehicle's.
 */
const MOST_OVER_LABEL = 2.2;

/** The balance at this moment. Errors name the container and the numbers that cannot both be true. */
export function balance(inputs: ChargeInputs): Result<MassBalance, ChargeIssue> {
  const perContainer = inputs.containers.map(({ id, name, netG }) => ({ id, name, drawnG: 0, leftG: netG }));
  const draw = (containerId: string, grams: number): ChargeIssue | null => {
    const container = perContainer.find((c) => c.id === containerId);
    if (!container) return { code: "unknown-container", containerId };
    container.drawnG += grams;
    container.leftG -= grams;
    if (container.leftG >= -SCALE_DRIFT_G) return null;
    const netG = container.drawnG + container.leftG;
    return { code: "more-than-container", container: container.name, drawnG: container.drawnG, netG };
  };
  for (const { act, substance, from, grams } of activeEntries(inputs.ledger)) {
    if (act !== "charge" || substance !== "refrigerant") continue;
    const issue = draw(from.slice(containerAccount("").length), grams);
    if (issue) return fail(issue);
  }
  const { open } = inputs;
  if (open !== null) {
    const gained = checkDraw(inputs, open);
    if (gained) return fail(gained);
    const issue = draw(open.containerId, open.startG - open.nowG);
    if (issue) return fail(issue);
  }
  const drawnG = perContainer.reduce((sum, c) => sum + c.drawnG, 0) + movedBy(inputs.ledger, "dose");
  // The first grams drive the air out and fill the hoses; until then none has reached the vehicle.
  const purgedG = Math.min(purgeOf(inputs), Math.max(drawnG, 0));
  const takenG = movedBy(inputs.ledger, "take");
  const hosesG = Math.min(inputs.hoseNowG, Math.max(drawnG - purgedG, 0));
  const inVehicleG = inputs.residualG + Math.max(0, drawnG - purgedG - hosesG) - takenG;
  if (inVehicleG < -SCALE_DRIFT_G) return fail({ code: "less-than-nothing", inVehicleG });
  const drawInG = Math.max(0, hosesG - inputs.hoseEndG);
  const fromContainersG = neededFromCylindersG(inputs) - drawnG;
  const toGoG = inputs.labelG - inVehicleG;
  const state = toGoG > inputs.toleranceG ? "short" : toGoG < -inputs.toleranceG ? "over" : "inside";
  return succeed({
    drawnG,
    hosesG,
    purgedG,
    drawInG,
    fromContainersG,
    takenG,
    inVehicleG: Math.max(inVehicleG, 0),
    toGoG,
    state,
    perContainer,
  });
}

/** A container never gains while it gives; what is within the scale's drift is let pass. */
function checkDraw(
  { containers }: Pick<ChargeInputs, "containers">,
  { containerId, startG, nowG }: OpenDraw,
): ChargeIssue | null {
  return nowG <= startG + SCALE_DRIFT_G ? null : gained({ containers }, { containerId, startG, nowG });
}

function gained(
  { containers }: Pick<ChargeInputs, "containers">,
  { containerId, startG, nowG }: OpenDraw,
): ChargeIssue {
  const name = containers.find(({ id }) => id === containerId)?.name ?? containerId;
  return { code: "container-gained", container: name, startG, nowG };
}

/** Issue of an impossible charge: more than {@link MOST_OVER_LABEL} times the label. Null when possible. */
export function checkFits({ inVehicleG }: Pick<MassBalance, "inVehicleG">, labelG: number): ChargeIssue | null {
  const limitG = labelG * MOST_OVER_LABEL;
  return inVehicleG > limitG ? { code: "more-than-fits", inVehicleG, limitG } : null;
}

/**
 * A weight that is typed from a scale, against what the books say the container held: it can have given, not gained, and what it gave must fit
 * into the vehicle. Null when it can be booked.
 */
export function checkTyped(inputs: ChargeInputs, { containerId, startG, nowG }: OpenDraw): ChargeIssue | null {
  if (nowG > startG + SCALE_STEP_G) return gained(inputs, { containerId, startG, nowG });
  const after = balance({ ...inputs, open: { containerId, startG, nowG: Math.min(nowG, startG) } });
  return after.ok ? checkFits(after.value, inputs.labelG) : after.issue;
}

/** Refuses a recovered mass that no such vehicle can have held. */
export function checkRecovered(recoveredG: number, labelG: number): Result<number, ChargeIssue> {
  const limitG = labelG * MOST_OVER_LABEL;
  return recoveredG > limitG ? fail({ code: "recovered-impossible", recoveredG, limitG }) : succeed(recoveredG);
}

/** Total out of all containers for the label weight, with what stays in the hose, was let out and was taken out again. */
export function neededFromCylindersG(inputs: ChargeInputs): number {
  return inputs.labelG - inputs.residualG + inputs.hoseEndG + purgeOf(inputs) + movedBy(inputs.ledger, "take");
}

/**
 * Net content at which a container is closed, for plan, scale and alarm alike; null where it is empty before. `leftG`: what it holds now, of
 * which `fromContainersG` is still wanted.
 */
export function closingWeightG(
  { fromContainersG }: Pick<MassBalance, "fromContainersG">,
  leftG: number,
): number | null {
  const closesAt = leftG - Math.max(fromContainersG, 0);
  return closesAt >= 0 ? closesAt : null;
}

/** Mass vented at the hose end: as recorded, or as planned until then. */
function purgeOf({ ledger, purgeG }: ChargeInputs): number {
  return activeEntries(ledger).some(({ act }) => act === "purge") ? movedBy(ledger, "purge") : purgeG;
}
