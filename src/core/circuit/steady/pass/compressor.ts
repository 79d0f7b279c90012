/** Compressor step of a pass: suction line, compressor and discharge line, and a restriction that the compressor works against. */
import { fallingRoot } from "../../../maths/roots";
import { deliveredFlow, displacedFlow, isentropicEfficiency, strokeAt, wetSuctionShare } from "../compressor";
import { passageFlow } from "../metering";
import type { Plant } from "../plant";
import { condenseBefore } from "./condenser";
import { CP_VAPOUR_LOW } from "./constants";
import { outletEnthalpy } from "./evaporator";
import type { PassState } from "./state";

/** Heat loss of compressor shell and first hose to the engine bay, kW/K; upper limit of the vapour's superheating by work. */
const SHELL_CONDUCTANCE = 0.0016;
const CP_VAPOUR_HIGH = 1.05;
const MOST_WORK_KJ_KG = 150;
/** Flow that weighs as much as a kPa when a restriction's pressure is looked for, kPa s/kg. */
const KPA_A_FLOW = 2e4;

/** Suction line, compressor and discharge line: flow and enthalpies. */
export function compress(s: PassState, plant: Plant, wet: number, duty: number): void {
  const { vehicle, fluid, effects } = plant;
  const { low } = s;
  if (duty <= 0 || plant.turns <= 0) {
    s.flow = 0;
    s.displaced = 0;
    s.strokeShare = 0;
    s.suctionKpa = s.lowKpa;
    s.dischargeKpa = s.highKpa;
    s.superheatK = 0;
    s.hOut = outletEnthalpy(s, plant, wet, 0);
    s.hSuction = s.hOut;
    s.suctionC = fluid.temperatureC(s.lowKpa, s.hOut);
    s.hDischarge = fluid.vapourEnthalpy(s.highKpa);
    s.hCondenser = s.hDischarge;
    s.dischargeC = s.high.temperatureC;
    s.power = 0;
    s.shellLoss = 0;
    s.suctionGain = 0;
    return;
  }
  const passage = vehicle.condenserDrop;
  const hot = Math.max(s.high.rhoVapour * 0.86, 1);
  let flow = 0;
  let displaced = 0;
  const pump = (suction: number, discharge: number) => {
    displaced = duty * displacedFlow(plant, suction, discharge, (low.rhoVapour * suction) / s.lowKpa, s.command);
    flow = deliveredFlow(plant, displaced, suction, discharge);
  };
  // Both pressure drops grow with the flow and throttle it, so each has one root; the suction's lies inside the discharge's.
  let suction = s.lowKpa * 0.97;
  const suctionAt = (discharge: number) =>
    fallingRoot(
      (suction) => {
        pump(suction, discharge);
        return s.lowKpa * (1 - (vehicle.suctionDrop * flow * flow) / (low.rhoVapour * suction)) - suction;
      },
      s.lowKpa * 0.2,
      s.lowKpa,
      1e-8 * s.lowKpa,
      suction,
    );
  /** Superheat by the flow of saturated vapour; the density of the real suction vapour then corrects the flow. */
  const compressTo = (discharge: number) => {
    suction = suctionAt(discharge);
    s.suctionKpa = suction;
    s.strokeShare = strokeAt(plant, suction, s.command);
    s.dischargeKpa = discharge;
    s.hOut = outletEnthalpy(s, plant, wet, flow);
    const outC = s.hOut > low.hVapour ? low.temperatureC + s.superheatK : low.temperatureC;
    const reach = 1 - Math.exp(-vehicle.suctionGain / (flow * CP_VAPOUR_LOW));
    const gain = CP_VAPOUR_LOW * reach * Math.max(plant.engineBayC - outC, 0);
    s.hSuction = s.hOut + gain;
    const saturated = (low.rhoVapour * suction) / s.lowKpa;
    displaced *=
      s.hSuction >= low.hVapour
        ? fluid.density(suction, s.hSuction) / saturated
        : wetSuctionShare((s.hSuction - low.hLiquid) / (low.hVapour - low.hLiquid));
    s.displaced = displaced;
    s.flow = deliveredFlow(plant, displaced, suction, discharge);
    s.suctionGain = s.flow * gain;
    s.suctionC = fluid.temperatureC(s.lowKpa, s.hOut + gain * 0.5);

    // Liquid that enters boils on the walls before compression: it takes the work of saturated vapour.
    const hWorked = Math.max(s.hSuction, low.hVapour);
    const ideal = fluid.vapourEnthalpyAtEntropy(discharge, fluid.entropy(suction, hWorked)) - hWorked;
    s.power = (displaced * Math.max(ideal, 0)) / isentropicEfficiency(plant, discharge / suction);
    const lift = Math.min(s.power / s.flow, MOST_WORK_KJ_KG);
    const hotC = fluid.temperatureC(discharge, s.hSuction + lift);
    const given = 1 - Math.exp(-SHELL_CONDUCTANCE / (s.flow * CP_VAPOUR_HIGH));
    const lost = Math.min(CP_VAPOUR_HIGH * given * Math.max(hotC - plant.engineBayC, 0), 0.9 * lift);
    s.hDischarge = s.hSuction + lift - lost;
    s.shellLoss = s.power - s.flow * (lift - lost);
  };
  if (effects.dischargeAreaM2 === Number.POSITIVE_INFINITY) {
    const discharge = fallingRoot(
      (trial) => {
        suction = suctionAt(trial);
        return s.highKpa + ((passage * flow * flow) / hot) * (s.highKpa / trial) - trial;
      },
      s.highKpa * (1 - 1e-9),
      Math.max(3200, s.highKpa * 1.02),
      1e-8 * s.highKpa,
      s.highKpa * 1.01,
    );
    compressTo(discharge);
    s.dischargeC = fluid.temperatureC(s.highKpa, s.hDischarge);
    s.hCondenser = s.hDischarge;
    return;
  }
  // A blockage: the compressor works against whatever makes the passage take what it delivers.
  fallingRoot(
    (trial) => {
      compressTo(trial);
      condenseBefore(s, plant);
      const taken = passageFlow(fluid, effects.dischargeAreaM2, trial, s.hCondenser, s.highKpa);
      return (s.flow - taken) * KPA_A_FLOW;
    },
    s.highKpa * (1 - 1e-9),
    Math.max(3200, s.highKpa * 1.02),
    1e-5,
    s.highKpa * 1.15,
  );
}
