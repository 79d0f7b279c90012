/** Browser tests of charging, of the records, of the drill and of what can go wrong. One browser for all of it; the three parts take about equally long and run at once. */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/charge-desk";
import "./suites/desk";
import "./suites/drill";
import "./suites/entering";
import "./suites/help";
import "./suites/power-cut";
import "./suites/records";
import "./suites/settings";
import "./suites/signature";
import "./suites/store-refused";
import "./suites/track-record";
import "./suites/troubles";
import "./suites/two-tabs";
import "./suites/units";
import "./suites/us-job";

afterAll(closeSharedBrowser);
