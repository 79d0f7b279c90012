/** Browser tests of live instruments, of the drill, of accessibility and of work without a server. One browser for all of it; the three parts take about equally long and run at once. */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/accessibility";
import "./suites/distance";
import "./suites/drill";
import "./suites/live";
import "./suites/main-action";
import "./suites/offline";

afterAll(closeSharedBrowser);
