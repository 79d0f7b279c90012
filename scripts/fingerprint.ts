/** Fingerprint of a learned file: hash over the sources that draw and read tests, as on the day of the draws. */
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

/** Folders and files, from the project's own folder, whose change makes drawn tests other tests. */
const DRAWN_BY = [
  "src/core/air",
  "src/core/causes",
  "src/core/circuit/faults.ts",
  "src/core/circuit/steady",
  "src/core/circuit/vehicle",
  "src/core/fluids",
  "src/core/maths",
  "src/core/diagnosis/learn/draw-test.ts",
  "src/core/diagnosis/explain/equalisation.ts",
];

export function fingerprint(root: string): string {
  const hash = createHash("sha256");
  for (const place of DRAWN_BY) {
    for (const file of filesIn(path.join(root, place))) {
      if (/\.(ts|json)$/.test(file) && !file.endsWith(".test.ts")) hash.update(readFileSync(file));
    }
  }
  return hash.digest("hex").slice(0, 16);
}

function filesIn(place: string): string[] {
  if (/\.\w+$/.test(place)) return [place];
  return readdirSync(place)
    .sort()
    .flatMap((name) => filesIn(path.join(place, name)));
}
