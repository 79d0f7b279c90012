"use client";

import { gaugeOrAbsoluteText } from "@/words/screens/ui";
import { Select } from "./select";

interface GaugeOrAbsoluteProps {
  label: string;
  width?: string;
  absolute: boolean;
  onPick: (absolute: boolean) => void;
}

/** Zero of a pressure that an instrument sends: the atmosphere, or vacuum. */
export function GaugeOrAbsolute({ label, width, absolute, onPick }: GaugeOrAbsoluteProps) {
  return (
    <Select
      label={label}
      {...(width === undefined ? {} : { width })}
      value={absolute ? "absolute" : "gauge"}
      options={[
        ["gauge", gaugeOrAbsoluteText.gauge],
        ["absolute", gaugeOrAbsoluteText.absolute],
      ]}
      onPick={(picked) => onPick(picked === "absolute")}
    />
  );
}
