import { type OldRecord, partOf } from "./old-record";

/** Version 3 knows how far the blower was turned up, and temperatures along the lines; until then it stood at full. */
export function fromVersion2(job: OldRecord): OldRecord {
  const test = (name: string) => ({ ...partOf(job, name), blower: { text: "100", unit: "pct" } });
  return {
    ...job,
    version: 3,
    hookUp: { ...partOf(job, "hookUp"), hosesOff: null },
    baseline: test("baseline"),
    proof: test("proof"),
    lines: { spots: [], rise: { text: "", unit: "hoseM" }, length: { text: "", unit: "hoseM" } },
  };
}
