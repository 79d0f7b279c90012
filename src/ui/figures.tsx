"use client";

import { createContext, type ReactNode, useContext, useMemo } from "react";
import { type Figures, figuresIn, metricFigures, type UnitChoice } from "@/core/units/figures";

const FiguresOfShop = createContext<Figures>(metricFigures);

/** Numbers as this shop reads them: everything that computes or shows one for people takes it from here. */
export const useFigures = (): Figures => useContext(FiguresOfShop);

/** Everything inside reads in these units. */
export function ReadIn({ choice, children }: { choice: UnitChoice; children: ReactNode }) {
  const figures = useMemo(() => figuresIn(choice), [choice]);
  return <FiguresOfShop value={figures}>{children}</FiguresOfShop>;
}
