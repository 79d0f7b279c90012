"use client";

import { createContext, type ReactNode, useContext, useEffect, useId, useState } from "react";

type Report = (id: string, label: string | null) => void;

const ReportContext = createContext<Report>(() => undefined);
const LabelsContext = createContext<readonly string[]>([]);

/** Knows which fields within hold something that cannot be used. */
export function InvalidFields({ children }: { children: ReactNode }) {
  const [labels, setLabels] = useState<ReadonlyMap<string, string>>(new Map());
  const [report] = useState<Report>(
    () => (id: string, label: string | null) =>
      setLabels((now) => {
        if ((now.get(id) ?? null) === label) return now;
        const next = new Map(now);
        if (label === null) next.delete(id);
        else next.set(id, label);
        return next;
      }),
  );
  return (
    <ReportContext value={report}>
      <LabelsContext value={[...labels.values()]}>{children}</LabelsContext>
    </ReportContext>
  );
}

/** Reports a field by its label while it is invalid; null: it is not. */
export function useInvalidField(label: string | null): void {
  const id = useId();
  const report = useContext(ReportContext);
  useEffect(() => {
    report(id, label);
    return () => report(id, null);
  }, [id, label, report]);
}

/** Labels of the invalid fields. */
export const useInvalidFields = () => useContext(LabelsContext);
