/** Browser tests of the job's steps, of the bench and of the diagnosis. One browser for all of it; the three parts take about equally long and run at once. */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/run-sheet";
import "./suites/sharing";
import "./suites/at-the-car";
import "./suites/log";
import "./suites/diagnosis";
import "./suites/bench";
import "./suites/distance";
import "./suites/main-action";

afterAll(closeSharedBrowser);
