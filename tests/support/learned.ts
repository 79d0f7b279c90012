/** Provides the shipped ensemble to every unit test that judges. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { provideLearned } from "../../src/core/diagnosis/weigh/learned";

provideLearned(readFileSync(path.resolve(import.meta.dirname, "../../public/learned.bin")));
