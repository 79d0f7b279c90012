import * as Comlink from "comlink";
import { type Ensemble, ensembleOf, expectedBands } from "@/core/diagnosis/explain/expected";
import type { ExpectedWorkerApi } from "./expected-protocol";

/** An ensemble costs more than a look at it: the last label's is kept. */
let kept: { key: string; ensemble: Ensemble } | null = null;

const api: ExpectedWorkerApi = {
  bands(label, conditions, own) {
    const key = JSON.stringify([label, own]);
    if (kept?.key !== key) kept = { key, ensemble: ensembleOf(label, undefined, own) };
    return expectedBands(kept.ensemble, conditions);
  },
};

Comlink.expose(api);
