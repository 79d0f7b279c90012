/** Half of the browser tests, with one browser; the other half runs beside it (other-side.test.ts). */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/run-sheet";
import "./suites/at-the-car";
import "./suites/log";
import "./suites/offline";

afterAll(closeSharedBrowser);
