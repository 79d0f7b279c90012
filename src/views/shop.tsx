"use client";

import { type ReactNode, useMemo } from "react";
import { unitsChosen } from "@/core/records/choices";
import { useChoices } from "@/session/choices";
import { ReadIn } from "@/ui/figures";

/** What this workshop has chosen, for every view: the units that numbers are read in. */
export function Shop({ children }: { children: ReactNode }) {
  const { units, unitsEach } = useChoices();
  const choice = useMemo(() => unitsChosen({ units, unitsEach }), [units, unitsEach]);
  return <ReadIn choice={choice}>{children}</ReadIn>;
}
