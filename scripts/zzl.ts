import { readFileSync } from "node:fs";
import { provideLearned } from "../src/core/diagnosis/weigh/learned";

provideLearned(readFileSync("public/learned.bin"));
