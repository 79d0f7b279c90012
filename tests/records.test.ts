/** Another part of the browser tests (one-side.test.ts): whichever side is done first begins with it. */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/accessibility";
import "./suites/bench";
import "./suites/records";
import "./suites/signature";

afterAll(closeSharedBrowser);
