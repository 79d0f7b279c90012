/** Faults of the vehicles of the made-up year beside a wrong charge: complaints, remedies and leaks. */
import type { FaultCause } from "@/core/causes/catalogue";
import type { OtherRepair } from "@/core/causes/work";
import type { RepairPart } from "@/core/charge/oil";
import type { VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import { pick as weighted } from "@/core/diagnosis/learn/draw-test";
import type { NoiseSource } from "@/core/maths/noise";
import { pick } from "./common";
import { type Car, VANS } from "./fleet";

/** Complaint and remedy of each cause. */
const ailments: readonly {
  cause: FaultCause;
  often: number;
  least: number;
  most: number;
  says: string;
  parts: RepairPart[];
  others?: OtherRepair[];
  done: string;
}[] = [
  {
    cause: "condenser-airflow",
    often: 5,
    least: 0.35,
    most: 0.75,
    says: "Cold on the open road, warm at the lights.",
    parts: [],
    others: ["fan"],
    done: "Condenser washed out, fan renewed.",
  },
  {
    cause: "evaporator-airflow",
    often: 4,
    least: 0.4,
    most: 0.8,
    says: "Hardly any air comes out.",
    parts: [],
    others: ["cabin-filter"],
    done: "Cabin filter renewed.",
  },
  {
    cause: "blend-door",
    often: 2,
    least: 0.4,
    most: 0.9,
    says: "Warm on one side whatever is set.",
    parts: [],
    others: ["blend-door-actuator"],
    done: "Blend door actuator renewed.",
  },
  {
    cause: "restriction-after-port",
    often: 2,
    least: 0.5,
    most: 0.85,
    says: "Cools for ten minutes, then no more.",
    parts: ["drier", "liquid-line"],
    done: "Liquid line and drier renewed.",
  },
  {
    cause: "metering-stuck-closed",
    often: 2,
    least: 0.5,
    most: 0.85,
    says: "Cools weakly, worse the longer it runs.",
    parts: ["metering-device"],
    done: "Metering device renewed, screen full of debris.",
  },
  {
    cause: "metering-stuck-open",
    often: 2,
    least: 0.5,
    most: 0.9,
    says: "Never properly cold since it was worked on elsewhere.",
    parts: ["metering-device"],
    done: "Metering device renewed.",
  },
  {
    cause: "compressor-worn",
    often: 2,
    least: 0.5,
    most: 0.9,
    says: "Cools less every summer; hums at idle.",
    parts: ["compressor"],
    done: "Compressor renewed, circuit flushed.",
  },
  {
    cause: "compressor-low-stroke",
    often: 1,
    least: 0.5,
    most: 0.9,
    says: "Sometimes cold, mostly not.",
    parts: ["compressor"],
    done: "Control valve sticks: compressor renewed.",
  },
];

const leaks: readonly RepairPart[] = ["condenser", "o-rings", "suction-hose", "service-cores", "evaporator"];

export const leakRemarks: Partial<Record<RepairPart, string>> = {
  condenser: "Condenser porous at its foot, renewed.",
  "o-rings": "Oil at a coupling: O-rings renewed.",
  "suction-hose": "Suction hose rubbed through, renewed.",
  "service-cores": "Service valve core let go, renewed.",
  evaporator: "Dye in the water drain: evaporator renewed.",
};

export const leakOf = (noise: NoiseSource, { owner }: Car): RepairPart => {
  const usual = pick(noise, leaks);
  return owner === VANS && noise.uniform() < 0.7 ? "condenser" : usual;
};

export function pickAilment(noise: NoiseSource, label: VehicleLabel) {
  const fitting = ailments.filter(({ cause }) => cause !== "compressor-low-stroke" || label.compressor !== "fixed");
  const what = weighted(
    noise,
    fitting.map((one) => [one, one.often] as const),
  );
  const severity = what.least + (what.most - what.least) * noise.uniform();
  return { what, fault: { cause: what.cause, severity } };
}

export function complaintOf(noise: NoiseSource, share: number): string {
  if (share < 0.6)
    return pick(noise, ["Blows warm.", "No longer cools at all.", "Clutch clicks all the time, air is warm."]);
  if (share < 0.85) return pick(noise, ["Cools less than last year.", "Lukewarm in town.", "Takes long to get cold."]);
  return pick(noise, ["To be looked at before the summer.", "Yearly service.", "Smells musty, cools well."]);
}
