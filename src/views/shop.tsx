"use client";

import { type ReactNode, useEffect, useMemo } from "react";
import { accuracyOf } from "@/core/readings/derive/instruments";
import { unitsChosen } from "@/core/records/choices";
import { useChoices } from "@/session/choices";
import { ReadIn } from "@/ui/figures";
import { AccuracyOfShop } from "@/ui/instruments";

/** What this workshop has chosen, for every view: the units that numbers are read in, the instruments they are measured with. */
export function Shop({ children }: { children: ReactNode }) {
  const { units, unitsEach, instruments, large } = useChoices();
  const choice = useMemo(() => unitsChosen({ units, unitsEach }), [units, unitsEach]);
  const accuracy = useMemo(() => accuracyOf(instruments, new Date().toISOString()), [instruments]);
  useEffect(() => {
    document.documentElement.dataset.type = large ? "large" : "usual";
  }, [large]);
  return (
    <ReadIn choice={choice}>
      <AccuracyOfShop value={accuracy}>{children}</AccuracyOfShop>
    </ReadIn>
  );
}
