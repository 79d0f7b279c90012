/**
 * First-load JavaScript of every route on the production build: what the page's own scripts weigh, gzipped. `--keep` writes the figures down;
 * without it they may exceed neither the aim nor what was written down by more than 3 %.
 */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { startServer } from "../tests/browser/server";

const AIM_KB = 275;
const MAY_GROW = 1.03;
const FILE = path.resolve(import.meta.dirname, "../docs/first-load.json");
const routes = [
  "/",
  "/desk",
  "/settings",
  "/job/any/intake",
  "/job/any/running",
  "/job/any/charge",
  "/job/any/sign-off",
];

const kept: Record<string, number> = JSON.parse(readFileSync(FILE, "utf8"));
const server = await startServer();
const found: Record<string, number> = {};
/** Most scripts belong to several routes. */
const weights = new Map<string, number>();

async function weigh(address: string): Promise<number> {
  return gzipSync(Buffer.from(await (await fetch(address)).arrayBuffer()), { level: 9 }).length;
}

try {
  for (const route of routes) {
    const page = await (await fetch(`${server.address}${route}`)).text();
    const scripts = new Set(
      [...page.matchAll(/<script[^>]*\ssrc="([^"]+)"[^>]*>/g)]
        .filter(([tag]) => !/noModule/i.test(tag))
        .map(([, src]) => src!),
    );
    let bytes = 0;
    for (const src of scripts) {
      const own = weights.get(src) ?? (await weigh(`${server.address}${src}`));
      weights.set(src, own);
      bytes += own;
      if (process.argv.includes("--each")) console.log(route, src, Math.round(own / 100) / 10);
    }
    found[route] = Math.round(bytes / 100) / 10;
  }
} finally {
  await server.stop();
}
let failed = 0;
for (const [route, kB] of Object.entries(found)) {
  const most = Math.min(AIM_KB, (kept[route] ?? Number.POSITIVE_INFINITY) * MAY_GROW);
  const over = kB > most && !process.argv.includes("--keep");
  if (over) failed++;
  console.log(`${route.padEnd(20)} ${kB.toFixed(1)} kB gz, at most ${most.toFixed(1)}${over ? ": too much" : ""}`);
}
if (process.argv.includes("--keep")) writeFileSync(FILE, `${JSON.stringify(found, null, 2)}\n`);
process.exitCode = failed > 0 ? 1 : 0;
