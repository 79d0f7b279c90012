/**
 * A first stand-in for the circuit: one expansion-valve circuit with receiver and belt-driven compressor, quasi-steady,
 * with lumped condenser and evaporator. It exists so that the instruments of the first jobs move as a car's do; the full
 * circuit is to replace it. Undercharge acts through the liquid that is missing, never on an output.
 */
import type { Refrigerant } from "../fluids/helmholtz";
import { saturationAtTemperature } from "../fluids/saturation";

export interface StandInVehicle {
  refrigerant: Refrigerant;
  /** Swept volume of the compressor, m3 a turn, and its speed over the engine's. */
  displacementM3: number;
  pulleyRatio: number;
  /** Internal volumes, m3. */
  condenserM3: number;
  evaporatorM3: number;
  receiverM3: number;
  liquidLineM3: number;
  suctionM3: number;
  /** Air-side conductance over the coils, kW/K, and air flow as heat capacity rate, kW/K. */
  condenserUa: number;
  condenserAir: number;
  evaporatorUa: number;
  evaporatorAir: number;
  /** Valve: wide-open area, m2, and the superheat it holds, K. */
  valveM2: number;
  superheatK: number;
}

export interface StandInConditions {
  rpm: number;
  ambientC: number;
  humidityPct: number;
  chargeKg: number;
}

/** Pressures kPa absolute, temperatures degC, flow kg/s. */
export interface StandInState {
  lowKpa: number;
  highKpa: number;
  suctionLineC: number;
  liquidLineC: number;
  ventC: number;
  dischargeC: number;
  flowKgS: number;
}

interface SaturationRow {
  pressureKpa: number;
  liquid: number;
  vapour: number;
  hLiquid: number;
  hVapour: number;
}

const COLDEST = -45;
const STEP = 0.5;
const rowsOf = new Map<Refrigerant, SaturationRow[]>();

/** Saturation by linear interpolation between rows every 0.5 K from the equation of state. */
function saturated(refrigerant: Refrigerant, temperatureC: number): SaturationRow {
  let rows = rowsOf.get(refrigerant);
  if (!rows) {
    rows = [];
    for (let t = COLDEST; t <= 92; t += STEP) {
      const state = saturationAtTemperature(refrigerant, t);
      if (!state.ok) break;
      const { pressureKpa, liquid, vapour } = state.value;
      rows.push({
        pressureKpa,
        liquid: liquid.densityKgM3,
        vapour: vapour.densityKgM3,
        hLiquid: liquid.enthalpyKjKg,
        hVapour: vapour.enthalpyKjKg,
      });
    }
    rowsOf.set(refrigerant, rows);
  }
  const place = Math.min(Math.max((temperatureC - COLDEST) / STEP, 0), rows.length - 1.001);
  const i = Math.floor(place);
  const f = place - i;
  const a = rows[i]!;
  const b = rows[i + 1]!;
  const mix = (pick: (row: SaturationRow) => number) => pick(a) + f * (pick(b) - pick(a));
  return {
    pressureKpa: mix((r) => r.pressureKpa),
    liquid: mix((r) => r.liquid),
    vapour: mix((r) => r.vapour),
    hLiquid: mix((r) => r.hLiquid),
    hVapour: mix((r) => r.hVapour),
  };
}

/** Heat capacities of vapour and liquid near working states, kJ/(kg K), and the polytropic exponent of the vapour. */
const CP_VAPOUR = 0.95;
const CP_LIQUID = 1.45;
const POLYTROPIC = 1.1;
/** Mean liquid share by volume where refrigerant boils or condenses (Zivi's void fraction averaged over quality). */
const LIQUID_SHARE_CONDENSING = 0.28;
const LIQUID_SHARE_BOILING = 0.14;
/** Duct and fan gain between coil and vent, K; line gain between coil and suction clamp, K. */
const DUCT_GAIN = 2;
const SUCTION_GAIN = 1.5;

/** Part of the condenser that liquid from the receiver passes once more. */
const SUBCOOLER_SHARE = 0.05;

interface Trial extends StandInState {
  massKg: number;
}

/**
 * State at these conditions. One liquid coordinate says where the charge stands: below 0 vapour leaves with the liquid,
 * 0 to 1 the receiver fills, above 1 liquid backs up into the condenser; its mass rises all the way, so it is bisected.
 */
export function solveStandIn(vehicle: StandInVehicle, conditions: StandInConditions): StandInState {
  let short = -1;
  let full = 1.95;
  let trial = balanceAt(vehicle, conditions, full);
  for (let i = 0; i < 22; i++) {
    const middle = (short + full) / 2;
    trial = balanceAt(vehicle, conditions, middle);
    if (trial.massKg > conditions.chargeKg) full = middle;
    else short = middle;
  }
  return trial;
}

/** Condensing temperature at which the condenser gives off what the compressor delivers. */
function balanceAt(vehicle: StandInVehicle, conditions: StandInConditions, liquidAt: number): Trial {
  let cool = conditions.ambientC + 0.5;
  let hot = 88;
  let trial = passAt(vehicle, conditions, liquidAt, hot).trial;
  for (let i = 0; i < 22; i++) {
    const middle = (cool + hot) / 2;
    const pass = passAt(vehicle, conditions, liquidAt, middle);
    trial = pass.trial;
    if (pass.rejectable > pass.delivered) hot = middle;
    else cool = middle;
  }
  return trial;
}

function passAt(vehicle: StandInVehicle, conditions: StandInConditions, liquidAt: number, condensingC: number) {
  const { refrigerant } = vehicle;
  const { ambientC } = conditions;
  const at = saturated(refrigerant, condensingC);
  const backed = Math.max(0, liquidAt - 1) * 0.7;
  const quality = Math.max(0, -liquidAt) * 0.5;
  const fullLiquid = Math.min(1, Math.max(0, 1 - 4 * quality));
  const subcooling = (condensingC - ambientC) * (1 - Math.exp(-4 * (SUBCOOLER_SHARE * fullLiquid + backed)));
  const inlet = at.hLiquid - CP_LIQUID * subcooling + quality * (at.hVapour - at.hLiquid);
  // Homogeneous mixture at the valve: vapour in the liquid line takes the room of liquid.
  const inletDensity = 1 / ((1 - quality) / at.liquid + quality / at.vapour);

  let cold = -40;
  let warm = ambientC;
  let evaporation = boil(vehicle, conditions, at, inlet, inletDensity, warm);
  for (let i = 0; i < 22; i++) {
    const middle = (cold + warm) / 2;
    evaporation = boil(vehicle, conditions, at, inlet, inletDensity, middle);
    if (evaporation.pumped > evaporation.fed) warm = middle;
    else cold = middle;
  }
  const { evaporatingC, low, superheat, wetShare, flow, suctionEnthalpy, sensible } = evaporation;
  const ratio = at.pressureKpa / low.pressureKpa;
  const exponent = (POLYTROPIC - 1) / POLYTROPIC;
  const work = ((low.pressureKpa / low.vapour) * (ratio ** exponent - 1)) / exponent / 0.62;
  const discharge = suctionEnthalpy + CP_VAPOUR * SUCTION_GAIN + work;
  const ntu = (vehicle.condenserUa * (1 - backed)) / vehicle.condenserAir;
  const rejectable = vehicle.condenserAir * (1 - Math.exp(-ntu)) * (condensingC - ambientC);
  const delivered = flow * (discharge - at.hLiquid);

  const receiver = Math.min(Math.max(liquidAt, 0), 1);
  const two = (row: SaturationRow, share: number) => share * row.liquid + (1 - share) * row.vapour;
  const massKg =
    vehicle.condenserM3 * ((1 - backed) * two(at, LIQUID_SHARE_CONDENSING) + backed * at.liquid) +
    vehicle.receiverM3 * (receiver * at.liquid + (1 - receiver) * at.vapour) +
    vehicle.liquidLineM3 * inletDensity +
    vehicle.evaporatorM3 * (wetShare * two(low, LIQUID_SHARE_BOILING) + (1 - wetShare) * low.vapour) +
    vehicle.suctionM3 * low.vapour;
  const trial: Trial = {
    lowKpa: low.pressureKpa,
    highKpa: at.pressureKpa,
    suctionLineC: Math.min(evaporatingC + superheat + SUCTION_GAIN, ambientC + 2),
    liquidLineC: condensingC - subcooling,
    ventC: ambientC - sensible + DUCT_GAIN,
    dischargeC: condensingC + (discharge - at.hVapour) / CP_VAPOUR,
    flowKgS: flow,
    massKg,
  };
  return { trial, rejectable, delivered };
}

/** The evaporator at a trial temperature: what the compressor pumps, and what valve and coil together can feed it. */
function boil(
  vehicle: StandInVehicle,
  conditions: StandInConditions,
  high: SaturationRow,
  inlet: number,
  inletDensity: number,
  evaporatingC: number,
) {
  const low = saturated(vehicle.refrigerant, evaporatingC);
  const span = Math.max(conditions.ambientC - evaporatingC, 0.01);
  const wetFactor = 1 + wetGain(conditions, evaporatingC);
  const boilingHeat = low.hVapour - inlet;
  // Valve: never more than wide open; Bernoulli through its area.
  const widest = vehicle.valveM2 * Math.sqrt(2000 * inletDensity * Math.max(high.pressureKpa - low.pressureKpa, 0));
  const coil = (share: number) =>
    vehicle.evaporatorAir * (1 - Math.exp((-vehicle.evaporatorUa * share) / vehicle.evaporatorAir)) * span * wetFactor;
  // With the set superheat some of the coil is dry; the valve passes what the wet part can boil.
  const dryForSet = Math.min(vehicle.superheatK / span, 0.9) * 0.25;
  const wanted = coil(1 - dryForSet) / boilingHeat;
  const fed = Math.min(wanted, widest);
  let wetShare = 1 - dryForSet;
  let superheat = Math.min(vehicle.superheatK, span * 0.9);
  if (widest < wanted) {
    const share = (fed * boilingHeat) / (vehicle.evaporatorAir * span * wetFactor);
    wetShare = Math.min(wetShare, (-Math.log(1 - share) * vehicle.evaporatorAir) / vehicle.evaporatorUa);
    superheat = Math.max(superheat, span * (1 - Math.exp(-3.5 * (1 - wetShare))));
  }
  const ratio = high.pressureKpa / low.pressureKpa;
  const volumetric = Math.max(0.05, 0.92 - 0.035 * (ratio - 1) - 0.00005 * conditions.rpm);
  const suctionDensity = (low.vapour * (evaporatingC + 273.15)) / (evaporatingC + superheat + SUCTION_GAIN + 273.15);
  const turns = (conditions.rpm * vehicle.pulleyRatio) / 60;
  const pumped = volumetric * vehicle.displacementM3 * turns * suctionDensity;
  const flow = Math.min(pumped, fed);
  const heat = flow * (boilingHeat + CP_VAPOUR * superheat);
  return {
    evaporatingC,
    low,
    superheat,
    wetShare,
    pumped,
    fed,
    flow,
    suctionEnthalpy: low.hVapour + CP_VAPOUR * superheat,
    sensible: Math.min(heat / wetFactor / vehicle.evaporatorAir, span),
  };
}

/** Latent over sensible heat: moisture that condenses on the coil, from Buck's vapour pressures; 0 on a dry coil. */
function wetGain({ ambientC, humidityPct }: StandInConditions, evaporatingC: number): number {
  const vapour = (t: number) => 0.61121 * Math.exp((17.502 * t) / (240.97 + t));
  const coilC = evaporatingC + 4;
  const moisture = (0.622 * ((humidityPct / 100) * vapour(ambientC) - vapour(coilC))) / 101;
  const sensible = 1.006 * Math.max(ambientC - coilC, 0.5);
  return Math.max(0, (moisture * 2500) / sensible);
}
