import * as Comlink from "comlink";
import Papa from "papaparse";
import { buffersOf, LogGatherer } from "@/core/readings/file/log-columns";
import { findHeader, guessMapping, type LogHeader, LogReader } from "@/core/readings/file/log-import";
import { plainText } from "@/core/readings/file/plain-text";
import type { LogReadResult, LogWorkerApi } from "./log-protocol";

/** Enough to see what the columns are, and what a telling number of rows needs at most. */
const PREVIEW_ROWS = 8;
const PREVIEW_BYTES = 64_000;
/** A log is read in slices of this size, so that progress can be told between them. */
const SLICE_BYTES = 4_000_000;

/** Some devices write two bytes a letter, and say so with their first two. */
async function encodingOf(file: File): Promise<"utf-8" | "utf-16le" | "utf-16be"> {
  const [a, b] = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  if (a === 0xff && b === 0xfe) return "utf-16le";
  return a === 0xfe && b === 0xff ? "utf-16be" : "utf-8";
}

async function beginningOf(file: File): Promise<{ lines: string[]; header: LogHeader; encoding: string }> {
  const encoding = await encodingOf(file);
  const bytes = await file.slice(0, PREVIEW_BYTES).arrayBuffer();
  const lines = plainText(new TextDecoder(encoding).decode(bytes)).split(/\r\n|\n|\r/);
  return { lines, header: findHeader(lines), encoding };
}

const api: LogWorkerApi = {
  async preview(file) {
    const { lines, header } = await beginningOf(file);
    const below = lines.slice(header.line + header.rowsAfter).join("\n");
    const { data: rows } = Papa.parse<string[]>(below, {
      delimiter: header.separator,
      preview: PREVIEW_ROWS,
      skipEmptyLines: true,
    });
    return { header: header.names, rows, guess: guessMapping(header.names, rows) };
  },
  async read(file, mapping, onProgress) {
    const { header, encoding } = await beginningOf(file);
    const above = header.line + header.rowsAfter;
    return new Promise<LogReadResult>((resolve, reject) => {
      const reader = new LogReader(mapping, above + 1, header.names);
      const gathered = new LogGatherer();
      let line = 0;
      Papa.parse<string[]>(file, {
        delimiter: header.separator,
        encoding,
        chunkSize: SLICE_BYTES,
        chunk: ({ data, meta }, parser) => {
          for (const row of data) {
            if (line++ < above) continue;
            const result = reader.read(row);
            if (!result.ok) {
              // Aborting calls `complete` at once; the first answer stands.
              resolve({ ok: false, issue: result.issue });
              parser.abort();
              return;
            }
            if (result.value !== null) gathered.push(result.value);
          }
          onProgress(Math.min(1, meta.cursor / file.size));
        },
        complete: () => {
          if (gathered.count === 0) return resolve({ ok: false, issue: { code: "empty" } });
          const log = gathered.take();
          resolve(Comlink.transfer({ ok: true, log, unreadable: reader.unreadable }, buffersOf(log)));
        },
        error: (error) => reject(error),
      });
    });
  },
};

Comlink.expose(api);
