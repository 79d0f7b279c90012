import * as Comlink from "comlink";
import type { CircuitVehicle } from "@/core/circuit/vehicle";
import { ensembleOf, expectedBands } from "@/core/diagnosis/expected";
import type { ExpectedWorkerApi } from "./expected-protocol";

/** An ensemble costs more than a look at it: the last label's is kept. */
let kept: { key: string; vehicles: CircuitVehicle[] } | null = null;

const api: ExpectedWorkerApi = {
  bands(label, conditions) {
    const key = JSON.stringify(label);
    if (kept?.key !== key) kept = { key, vehicles: ensembleOf(label) };
    return expectedBands(kept.vehicles, conditions);
  },
};

Comlink.expose(api);
