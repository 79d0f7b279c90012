import * as Comlink from "comlink";
import Papa from "papaparse";
import { guessMapping, LogReader, type LogSample, separatorOf } from "@/core/readings/file/log-import";
import type { LogReadResult, LogWorkerApi } from "./log-protocol";

/** Enough to see what the columns are, and what a telling number of rows needs at most. */
const PREVIEW_ROWS = 8;
const PREVIEW_BYTES = 64_000;

/** What parts the columns, by the header line. */
async function delimiterOf(file: File): Promise<string> {
  const beginning = await file.slice(0, PREVIEW_BYTES).text();
  return separatorOf(beginning.split(/\r?\n/, 1)[0] ?? "");
}

const api: LogWorkerApi = {
  async preview(file) {
    const text = await file.slice(0, PREVIEW_BYTES).text();
    const delimiter = await delimiterOf(file);
    const { data } = Papa.parse<string[]>(text, {
      delimiter,
      preview: PREVIEW_ROWS + 1,
      skipEmptyLines: true,
    });
    const [header = [], ...rows] = data;
    return { header, rows, guess: guessMapping(header, rows) };
  },
  async read(file, mapping, onProgress) {
    const delimiter = await delimiterOf(file);
    return new Promise<LogReadResult>((resolve, reject) => {
      const reader = new LogReader(mapping);
      const samples: LogSample[] = [];
      let header = true;
      Papa.parse<string[]>(file, {
        delimiter,
        skipEmptyLines: true,
        chunk: ({ data, meta }, parser) => {
          for (const row of data) {
            if (header) {
              header = false;
              continue;
            }
            const result = reader.read(row);
            if (!result.ok) {
              // Aborting calls `complete` at once; the first answer stands.
              resolve({ ok: false, issue: result.issue });
              parser.abort();
              return;
            }
            samples.push(result.value);
          }
          onProgress(Math.min(1, meta.cursor / file.size));
        },
        complete: () =>
          resolve(
            samples.length === 0
              ? { ok: false, issue: { code: "empty" } }
              : { ok: true, samples, unreadable: reader.unreadable },
          ),
        error: (error) => reject(error),
      });
    });
  },
};

Comlink.expose(api);
