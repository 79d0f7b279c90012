/** Allowed growth of a page that was left running. */

export interface SoakRow {
  minute: number;
  "page heap MB": number;
  "DOM nodes": number;
  listeners: number;
  "browser MB": number;
  "jobs kB": number;
}

/** Most growth against the first row; what is freed only now and then has room. */
export const growthLimits = {
  "page heap MB": 15,
  "DOM nodes": 600,
  listeners: 120,
  "browser MB": 300,
  "jobs kB": 250,
} as const satisfies Partial<Record<keyof SoakRow, number>>;

/** Violations of a run, one sentence each; empty within limits. Any row counts, not the last alone. */
export function soakFindings(rows: readonly SoakRow[], consoleErrors: readonly string[]): string[] {
  const [first] = rows;
  if (first === undefined || rows.length < 2) return ["Fewer than two measurements: nothing can be compared."];
  const found = (Object.keys(growthLimits) as (keyof typeof growthLimits)[]).flatMap((what) => {
    const worst = rows.reduce((most, row) => (row[what] > most[what] || Number.isNaN(row[what]) ? row : most), first);
    const grown = worst[what] - first[what];
    if (grown <= growthLimits[what]) return [];
    return [
      `${what}: ${first[what]} at first, ${worst[what]} in minute ${worst.minute}; at most ${growthLimits[what]} more.`,
    ];
  });
  return [...found, ...consoleErrors.map((line) => `Error on the console: ${line}`)];
}
