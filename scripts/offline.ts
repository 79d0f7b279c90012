/** After `next build`: writes public/sw.js, the service worker with the list of all that this build needs without a network. */
import { copyFileSync, mkdirSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { stepIds } from "../src/core/records/job";
import { fontFiles } from "../src/views/report/report-document";

const root = path.resolve(import.meta.dirname, "..");
const built = path.join(root, ".next");
const ID_PLACE = "evrid-job-id-here";

function filesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const place = path.join(folder, entry.name);
    return entry.isDirectory() ? filesIn(place) : [place];
  });
}

const statics = filesIn(path.join(built, "static")).map(
  (file) =>
    `/_next/static/${path.relative(path.join(built, "static"), file).split(path.sep).map(encodeURIComponent).join("/")}`,
);
/** The type of the PDF, beside what the page itself loads. */
const fonts = Object.values(fontFiles).flatMap((font) => Object.values(font));
mkdirSync(path.join(root, "public/report-fonts"), { recursive: true });
for (const file of fonts)
  copyFileSync(
    path.join(root, "node_modules/@fontsource/atkinson-hyperlegible-next/files", file),
    path.join(root, "public/report-fonts", file),
  );
const files = [
  "/",
  "/desk",
  "/settings",
  "/vehicles",
  "/vehicle",
  "/ledger",
  "/report",
  "/bench",
  "/drill",
  ...fonts.map((file) => `/report-fonts/${file}`),
  "/learned.bin",
  "/demo-year.json",
  "/icon.svg",
  "/favicon.ico",
  "/icon-192.png",
  "/icon-512.png",
  "/icon-maskable-512.png",
  "/manifest.webmanifest",
  ...statics,
];
const id = readFileSync(path.join(built, "BUILD_ID"), "utf8").trim();

await build({
  entryPoints: [path.join(root, "src/offline/service-worker.ts")],
  bundle: true,
  target: "es2022",
  format: "iife",
  minifySyntax: true,
  logLevel: "error",
  outfile: path.join(root, "public/sw.js"),
  define: {
    BUILD: JSON.stringify(id),
    FILES: JSON.stringify(files),
    JOB_PAGES: JSON.stringify(stepIds.map((step) => `/job/${ID_PLACE}/${step}`)),
    ID_PLACE: JSON.stringify(ID_PLACE),
    NOT_FOUND: JSON.stringify("/no-such-page"),
  },
});
