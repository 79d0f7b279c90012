/** The checked codes that ship, with what each is of; worked out once. */
import { caseOfCode, truthOfCase } from "@/core/drill/drill-case";
import { readCode } from "@/core/drill/drill-code";
import type { DrillTheme } from "@/core/drill/drill-shapes";
import type { Named } from "@/core/drill/drill-troubles";
import type { DrillRecord, Subject } from "@/core/drill/progress";
import stocked from "@/core/drill/stock.json";

interface Stocked {
  code: string;
  theme: DrillTheme;
  causes: readonly Named[];
}

let worked: readonly Stocked[] | null = null;

function stock(): readonly Stocked[] {
  worked ??= stocked.flatMap(({ code }): Stocked[] => {
    const parts = readCode(code);
    if (!parts.ok) return [];
    const truth = truthOfCase(caseOfCode(parts.value));
    return [{ code, theme: parts.value.theme, causes: truth.length === 0 ? ["none"] : truth }];
  });
  return worked;
}

/** A checked code of a subject that was not practised yet, or longest ago; null where none is of it. */
export function nextOf(subject: Subject, drills: readonly DrillRecord[]): string | null {
  const last = new Map(drills.map(({ code, at }) => [code, at]));
  const fits = stock().filter(({ theme, causes }) =>
    subject.kind === "theme" ? theme === subject.theme : causes.includes(subject.cause),
  );
  const fresh = fits.filter(({ code }) => !last.has(code));
  if (fresh.length > 0) return fresh[Math.floor(Math.random() * fresh.length)]!.code;
  return fits.sort((a, b) => last.get(a.code)!.localeCompare(last.get(b.code)!))[0]?.code ?? null;
}
