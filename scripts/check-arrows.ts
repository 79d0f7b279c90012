/** Runs the dependency rules and fails when they were broken, or when too few files were read for the check to mean anything. */
import { createRequire } from "node:module";
import { cruise, type ICruiseResult } from "dependency-cruiser";

const require = createRequire(import.meta.url);
const { forbidden, options } = require("../.dependency-cruiser.cjs");

const { output } = await cruise(["src"], { ruleSet: { forbidden }, validate: true, ...options });
const { modules, summary } = output as ICruiseResult;
const own = modules.filter((module) => module.source.startsWith("src/")).length;
const arrows = modules.reduce((sum, module) => sum + module.dependencies.length, 0);

/** An unreadable tree passes every rule; this many files and arrows were there when the check was written. */
const LEAST_FILES = 80;
const LEAST_ARROWS = 300;

for (const { rule, from, to } of summary.violations) console.error(`${rule.name}: ${from} -> ${to}`);
if (own < LEAST_FILES || arrows < LEAST_ARROWS) {
  console.error(`only ${own} files and ${arrows} imports were read: the check saw too little to mean anything`);
  process.exitCode = 1;
}
if (summary.error > 0) process.exitCode = 1;
console.log(`arrows: ${own} files, ${arrows} imports, ${summary.error} broken`);
