import * as Comlink from "comlink";
import { chargeByMethods } from "@/core/charge/charging-methods";
import { causeExample, chargeExamples } from "@/core/charge/examples";
import { planCharge } from "@/core/charge/plan/charge-plan";
import { judgeHold } from "@/core/charge/vacuum/judge-hold";
import { sizeVehicle } from "@/core/circuit/vehicle/sizing";
import type { CircuitVehicle, VehicleLabel } from "@/core/circuit/vehicle/vehicle";
import type { ChargeWorkerApi } from "./charge-protocol";

/** The vehicle of the newest label: sizing takes longer than most of what is then asked of it. */
let sized: { key: string; vehicle: CircuitVehicle | null } | null = null;

function vehicleOf(label: VehicleLabel): CircuitVehicle | null {
  const key = JSON.stringify(label);
  if (sized?.key !== key) {
    const made = sizeVehicle(label);
    sized = { key, vehicle: made.ok ? made.value : null };
  }
  return sized.vehicle;
}

const api: ChargeWorkerApi = {
  plan(label, inputs) {
    const vehicle = vehicleOf(label);
    return vehicle && planCharge({ ...inputs, vehicle });
  },
  schools(label, conditions, chart) {
    const vehicle = vehicleOf(label);
    return vehicle && chargeByMethods(vehicle, conditions, chart);
  },
  chargeExamples,
  causeExample,
  judgeHold,
};

Comlink.expose(api);
