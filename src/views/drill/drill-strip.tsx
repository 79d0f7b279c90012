"use client";

import { type DrillCase, labelShown } from "@/core/drill/drill-case";
import { deriveValues } from "@/core/readings/derive/derived";
import { formatNumber, type UnitId } from "@/core/units/units";
import type { DrillAtCar } from "@/session/drill";
import { useFigures } from "@/ui/figures";
import { LiveCell, LiveCells } from "@/ui/live-cells";
import { commonText } from "@/words/screens/common";
import { drillStripText } from "@/words/screens/drill";

/** The numbers that move, always in the same place; a cell without a value names what is missing. */
export function DrillStrip({
  given,
  standing,
  latest,
}: Pick<DrillAtCar, "standing" | "latest"> & { given: DrillCase }) {
  const figures = useFigures();
  const { conditions } = given.state;
  const label = labelShown(given);
  const on = (channel: string) => standing?.connected.some((one) => one === channel) ?? false;
  const value = (channel: "low" | "high" | "vent" | "suction" | "liquid") =>
    on(channel) ? (latest?.[channel] ?? null) : null;
  const running = standing !== null && standing.engine !== "off";
  const ambientC = latest?.ambient ?? conditions.ambientC;
  const derived = deriveValues({
    refrigerant: label.refrigerant,
    altitudeM: conditions.altitudeM,
    ambientC,
    evaporatorAirC: conditions.airSource === "fresh" ? ambientC : conditions.cabinReturnC,
    lowKpa: value("low"),
    highKpa: value("high"),
    ventC: value("vent"),
    suctionLineC: value("suction"),
    liquidLineC: value("liquid"),
  });
  const cells: { name: string; base: number | null; unit: UnitId; decimals: number; missing: string }[] = [
    { name: commonText.low, base: value("low"), unit: "kPa", decimals: 0, missing: drillStripText.gaugesFirst },
    { name: commonText.high, base: value("high"), unit: "kPa", decimals: 0, missing: drillStripText.gaugesFirst },
    { name: commonText.vent, base: value("vent"), unit: "degC", decimals: 1, missing: drillStripText.probeFirst },
    {
      name: drillStripText.ambient(formatNumber(conditions.humidityPct, "pct")),
      base: ambientC,
      unit: "degC",
      decimals: 1,
      missing: "",
    },
    {
      name: commonText.superheat,
      base: running ? (derived.superheatK?.value ?? null) : null,
      unit: "K",
      decimals: 0,
      missing: on("suction") && on("low") ? drillStripText.engineOff : drillStripText.clampFirst,
    },
    {
      name: commonText.subcooling,
      base: running ? (derived.subcoolingK?.value ?? null) : null,
      unit: "K",
      decimals: 0,
      missing: on("liquid") && on("high") ? drillStripText.engineOff : drillStripText.clampFirst,
    },
    {
      name: drillStripText.airDrop,
      base: running ? (derived.airSplitK?.value ?? null) : null,
      unit: "K",
      decimals: 1,
      missing: on("vent") ? drillStripText.engineOff : drillStripText.probeFirst,
    },
  ];
  return (
    <LiveCells label={drillStripText.liveReadings}>
      {cells.map(({ name, base, unit, decimals, missing }) => (
        <LiveCell
          key={name}
          name={name}
          number={base === null ? "–" : figures.number(base, unit, decimals)}
          tail={base === null ? missing : figures.label(unit)}
        />
      ))}
    </LiveCells>
  );
}
