/** Writes src/core/diagnosis/discrepancy.json from the development cases: `npm run discrepancy`. How and why: docs/accuracy.md. */
import { writeFileSync } from "node:fs";
import path from "node:path";
import { discrepancy } from "../src/core/diagnosis/discrepancy";
import { estimateDiscrepancy } from "../src/core/diagnosis/estimate-discrepancy";
import { developmentCases } from "./development-cases";

/** Severities and discrepancy follow from each other; after this many rounds neither moves. */
const ROUNDS = 6;

let estimate = discrepancy;
const cases = developmentCases();
for (let round = 0; round < ROUNDS; round++) estimate = estimateDiscrepancy(cases, estimate);
const file = path.resolve(import.meta.dirname, "../src/core/diagnosis/discrepancy.json");
writeFileSync(file, `${JSON.stringify(estimate, null, 1)}\n`);
