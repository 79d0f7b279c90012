/** Writes public/demo-year.json: the made-up workshop with a year behind it, as the file of a shop, one record a line. */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { provideLearned } from "../src/core/diagnosis/weigh/learned";
import { yearFile } from "./demo/year-file";

provideLearned(readFileSync(path.resolve(import.meta.dirname, "../public/learned.bin")));
const began = performance.now();
const text = yearFile();
writeFileSync(path.resolve(import.meta.dirname, "../public/demo-year.json"), text);
process.stdout.write(`${(text.length / 1e6).toFixed(2)} MB in ${((performance.now() - began) / 1000).toFixed(1)} s\n`);
