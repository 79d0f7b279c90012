/** Another part of the browser tests (one-side.test.ts). */
import { afterAll } from "vitest";
import { closeSharedBrowser } from "./browser/session";
import "./suites/diagnosis";
import "./suites/drill";
import "./suites/offline";

afterAll(closeSharedBrowser);
