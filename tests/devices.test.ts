/** Browser tests of live instruments, of accessibility and of work without a server. One browser for all of it; the three parts take about equally long and run at once. */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/accessibility";
import "./suites/live";
import "./suites/offline";

afterAll(closeSharedBrowser);
