"use client";

import type { CSSProperties, KeyboardEvent, ReactNode } from "react";

interface SvgButtonProps {
  /** For whoever does not see it. */
  label: string;
  pressed: boolean;
  onPress: () => void;
  style?: CSSProperties;
  children: ReactNode;
}

/** A part of a drawing that can be pressed, or reached with Tab and Enter. */
export function SvgButton({ label, pressed, onPress, style, children }: SvgButtonProps) {
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    onPress();
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: an SVG group cannot be a button element
    <g
      role="button"
      tabIndex={0}
      aria-pressed={pressed}
      aria-label={label}
      onClick={onPress}
      onKeyDown={onKeyDown}
      style={{ cursor: "pointer", ...style }}
    >
      {children}
    </g>
  );
}
