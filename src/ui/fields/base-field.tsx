"use client";

import { useState } from "react";
import { type Entry, entryOf, entryValue, type FieldSpec } from "@/core/units/entry";
import type { UnitId } from "@/core/units/units";
import { useFigures } from "../figures";
import { NumberField } from "./number-field";

interface BaseFieldProps {
  spec: FieldSpec;
  label?: string;
  hint?: string;
  /** In the base unit of its kind. */
  base: number;
  of: UnitId;
  /** More of them than an instrument shows, in the base unit. */
  decimals?: number;
  onChange: (base: number) => void;
}

/** A number that is kept without its unit: typed in what the shop reads, given on as soon as it can be used. */
export function BaseField({ spec, label, hint, base, of, decimals, onChange }: BaseFieldProps) {
  const figures = useFigures();
  const [typed, setTyped] = useState<Entry | null>(null);
  const unit = figures.unit(of);
  const kept = decimals === undefined ? entryOf(base, unit) : entryOf(base, unit, decimals);
  const usable = typed === null ? null : entryValue(spec, typed);
  // Typed text stays while it has the same value or cannot be used yet.
  const own = typed !== null && (usable === null || Math.abs(usable - base) < 1e-9) ? typed : null;
  return (
    <NumberField
      spec={spec}
      {...(label === undefined ? {} : { label })}
      {...(hint === undefined ? {} : { hint })}
      value={own ?? { ...kept, text: String(Number(kept.text)) }}
      onChange={(next) => {
        setTyped(next);
        const value = entryValue(spec, next);
        if (value !== null) onChange(value);
      }}
    />
  );
}
