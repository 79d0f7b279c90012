/** Another part of the browser tests (one-side.test.ts). */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/charge-desk";
import "./suites/desk";
import "./suites/help";
import "./suites/power-cut";
import "./suites/settings";
import "./suites/store-refused";
import "./suites/troubles";
import "./suites/two-tabs";
import "./suites/units";
import "./suites/us-job";
import "./suites/live";
import "./suites/distance";

afterAll(closeSharedBrowser);
