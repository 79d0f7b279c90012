/** Errors are data: a computation that can fail answers with a value or with an issue that says why. */
export type Result<Value, Issue> = { ok: true; value: Value } | { ok: false; issue: Issue };

export function succeed<Value>(value: Value): { ok: true; value: Value } {
  return { ok: true, value };
}

export function fail<Issue>(issue: Issue): { ok: false; issue: Issue } {
  return { ok: false, issue };
}

/** One result of a task that gives a result of its own, or nothing. */
export function flattened<Inner extends Result<unknown, unknown> | null, Issue>(
  made: Result<Inner, Issue>,
): Inner | { ok: false; issue: Issue } {
  return made.ok ? made.value : made;
}

/** Why something that is not ours failed, in its own words; the first line says it, what follows repeats it. */
export function reasonOf(error: unknown): string {
  const said = error instanceof Error ? error.message : String(error);
  return said.split("\n", 1)[0]!.trim();
}
