/** Where a case comes from, and how that is written: by its code, or as a state of the bench. */
import { fromAddress, toAddress } from "../bench/bench-address";
import type { BenchState } from "../bench/bench-state";
import { fail, type Result, succeed } from "../result";
import { caseOfBench, caseOfCode, type DrillCase } from "./drill-case";
import { type CodeIssue, codeOf, readCode } from "./drill-code";

export type DrillSource = { kind: "code"; code: string } | { kind: "bench"; state: BenchState };

export type SourceIssue = CodeIssue | { code: "broken-state"; field: string };

export function caseOfSource(source: DrillSource): Result<DrillCase, SourceIssue> {
  if (source.kind === "bench") return succeed(caseOfBench(source.state));
  const parts = readCode(source.code);
  return parts.ok ? succeed(caseOfCode(parts.value)) : parts;
}

/** Source named by an address: a code, or a bench state without its name; null where there is neither. */
export function sourceOfQuery(query: string): Result<DrillSource, SourceIssue> | null {
  const given = new URLSearchParams(query);
  const code = given.get("code");
  if (code !== null) {
    const parts = readCode(code);
    return parts.ok ? succeed({ kind: "code", code: codeOf(parts.value) }) : parts;
  }
  if (!given.has("v")) return null;
  // The address of a drill also says how it is shown.
  for (const name of ["class", "job", "run"]) given.delete(name);
  const read = fromAddress(given.toString());
  if (read.ok) return succeed({ kind: "bench", state: { ...read.value, name: "" } });
  return fail({ code: "broken-state", field: read.issue.code === "broken" ? read.issue.field : "v" });
}

/** Query of an address for a source. */
export function queryOfSource(source: DrillSource): string {
  return source.kind === "code"
    ? new URLSearchParams({ code: source.code }).toString()
    : toAddress({ ...source.state, name: "" });
}
