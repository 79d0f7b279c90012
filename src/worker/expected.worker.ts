import * as Comlink from "comlink";
import { expectedRanges } from "@/core/diagnosis/explain/expected-range";
import type { ExpectedWorkerApi } from "./expected-protocol";

const api: ExpectedWorkerApi = { ranges: expectedRanges };

Comlink.expose(api);
