/** Writes docs/formats/*.schema.json and docs/formats.md out of the zod schemas that read the files: `npm run formats`. */
import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { formatFiles } from "./format-files";

const docs = path.resolve(import.meta.dirname, "../docs");
mkdirSync(path.join(docs, "formats"), { recursive: true });
for (const [file, text] of formatFiles()) writeFileSync(path.join(docs, file), text);
