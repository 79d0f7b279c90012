/** Fills the stock of checked codes that ships with the themes it lacks (`npm run drill:stock`), goes every way again (`-- --refresh`), or checks every one of it again (`npm run drill:stock -- --check`). */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { CLEAR_PROBABILITY } from "../src/core/diagnosis/thresholds";
import { provideLearned } from "../src/core/diagnosis/weigh/learned";
import { caseOfCode, truthOfCase } from "../src/core/drill/drill-case";
import { checkCase, goWay, type WayStep } from "../src/core/drill/drill-check";
import { makerOf, readCode } from "../src/core/drill/drill-code";
import { tells } from "../src/core/drill/drill-readings";
import { drillThemes } from "../src/core/drill/drill-shapes";

const root = path.resolve(import.meta.dirname, "..");
const file = path.join(root, "src/core/drill/stock.json");
const EACH = 30;
/** Margin against rounding differences of other machines. */
const MARGIN = 0.02;

provideLearned(readFileSync(path.join(root, "public/learned.bin")));

interface Stocked {
  code: string;
  way: string;
  minutes: number;
}

if (process.argv.includes("--check")) {
  const stock = JSON.parse(readFileSync(file, "utf8")) as Stocked[];
  let bad = 0;
  for (const { code } of stock) {
    const parts = readCode(code);
    const found = parts.ok ? checkCase(caseOfCode(parts.value)) : null;
    if (found?.way == null) {
      bad++;
      console.log(`${code} cannot be reached any more`);
    }
  }
  console.log(`${stock.length - bad} of ${stock.length} can be reached`);
  process.exit(bad === 0 ? 0 : 1);
}

const stock = JSON.parse(readFileSync(file, "utf8")) as Stocked[];
const write = (all: readonly Stocked[]) =>
  writeFileSync(file, `[\n${all.map((one) => `  ${JSON.stringify(one)}`).join(",\n")}\n]\n`);
const tenth = (minutes: number) => Math.round(minutes * 10) / 10;

if (process.argv.includes("--refresh")) {
  let changed = 0;
  const again = stock.flatMap((one): Stocked[] => {
    const parts = readCode(one.code);
    if (!parts.ok) return [];
    const given = caseOfCode(parts.value);
    const gone = goWay(given, one.way.split(" ") as WayStep[]);
    const minutes = tenth(gone.minutes);
    if (tells(gone.probability)) {
      if (minutes !== one.minutes) changed++;
      return [{ ...one, minutes }];
    }
    changed++;
    const found = checkCase(given);
    console.log(`${one.code}: ${one.way} no longer tells; now ${found.way?.join(" ") ?? "none"}`);
    return found.way === null ? [] : [{ ...one, way: found.way.join(" "), minutes: tenth(found.minutes) }];
  });
  write(again);
  console.log(`${changed} of ${stock.length} changed, ${stock.length - again.length} dropped`);
  process.exit(0);
}

const themeOf = ({ code }: Stocked) => {
  const parts = readCode(code);
  return parts.ok ? parts.value.theme : null;
};
for (const theme of drillThemes) {
  if (stock.some((one) => themeOf(one) === theme)) continue;
  let tried = 0;
  const causes = new Map<string, number>();
  for (let kept = 0; kept < EACH; tried++) {
    const given = caseOfCode({ maker: makerOf(theme), theme, number: tried * 7 + 3 });
    const { way, minutes, probability, cycles } = checkCase(given);
    if (way === null || probability < CLEAR_PROBABILITY + MARGIN || (theme === "cycling" && !cycles)) continue;
    kept++;
    const truth = truthOfCase(given).join("+") || "none";
    causes.set(truth, (causes.get(truth) ?? 0) + 1);
    stock.push({ code: given.code!, way: way.join(" "), minutes: tenth(minutes) });
  }
  console.log(`${theme}: ${EACH} of ${tried} can be reached`, Object.fromEntries(causes));
}
write(stock);
