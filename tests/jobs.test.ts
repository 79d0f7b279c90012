/** A part of the browser tests, with one browser; two parts run at once, the next as soon as one is done. */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/run-sheet";
import "./suites/at-the-car";
import "./suites/entering";
import "./suites/log";

afterAll(closeSharedBrowser);
