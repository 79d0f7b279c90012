/** Errors are data: a computation that can fail answers with a value or with an issue that says why. */
export type Result<Value, Issue> = { ok: true; value: Value } | { ok: false; issue: Issue };

export function succeed<Value>(value: Value): { ok: true; value: Value } {
  return { ok: true, value };
}

export function fail<Issue>(issue: Issue): { ok: false; issue: Issue } {
  return { ok: false, issue };
}
