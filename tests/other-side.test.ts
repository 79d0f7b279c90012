/** The other half of the browser tests, beside one-side.test.ts. */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/accessibility";
import "./suites/charge-desk";
import "./suites/desk";
import "./suites/diagnosis";
import "./suites/help";
import "./suites/power-cut";
import "./suites/records";
import "./suites/settings";
import "./suites/store-refused";
import "./suites/two-tabs";
import "./suites/units";
import "./suites/us-job";

afterAll(closeSharedBrowser);
