"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useTheme } from "next-themes";
import { useEffect, useMemo } from "react";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { type CornerName, domeOf, type MeasuredCycle } from "@/core/readings/derive/cycle";
import type { Figures } from "@/core/units/figures";
import { fromBase, toBase } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { phChartText } from "@/words/screens/desk-pictures";
import { TableOfDrawing } from "../drawing";
import { phAxes } from "./ph-axes";
import { CHART_FONT, type ChartInks, chartInks, useEchart } from "./use-echart";

interface PhChartProps {
  refrigerant: Refrigerant;
  cycle: MeasuredCycle;
  /** Name of each corner. */
  names: Record<CornerName, string>;
}

const order: readonly CornerName[] = ["suction", "discharge", "liquid", "inlet"];

/** A measured cycle on the dome: heat along, pressure up on a scale of decades. Corners can be touched and read. */
export function PhChart({ refrigerant, cycle, names }: PhChartProps) {
  const figures = useFigures();
  const { host, chart, width } = useEchart();
  const { resolvedTheme } = useTheme();
  const dome = useMemo(() => domeOf(refrigerant), [refrigerant]);
  useEffect(() => {
    if (chart === null || width === 0) return;
    const inks = chartInks[resolvedTheme === "dark" ? "dark" : "light"];
    chart.setOption(phOption({ dome, cycle, names, figures, inks }), { replaceMerge: ["series"] });
  }, [chart, width, dome, cycle, names, figures, resolvedTheme]);
  const said = order
    .map((name) => `${names[name]} ${figures.quantity(cycle.corners[name].temperatureC, "degC", 0)}`)
    .join(", ");
  return (
    <Box>
      <Box ref={host} h="330px" role="img" aria-label={phChartText.cycleOfInThePressure(refrigerant, said)} />
      <Flex wrap="wrap">
        <TableOfDrawing
          table={{
            name: phChartText.name,
            head: [phChartText.corner, phChartText.temperature, phChartText.pressure, phChartText.enthalpy],
            rows: order.map((name) => {
              const { temperatureC, kpa, enthalpy } = cycle.corners[name];
              return [
                names[name],
                figures.quantity(temperatureC, "degC"),
                figures.quantity(kpa, "kPa"),
                figures.quantity(enthalpy, "kJkg"),
              ];
            }),
          }}
        />
      </Flex>
    </Box>
  );
}

interface PhDrawing {
  dome: ReturnType<typeof domeOf>;
  cycle: MeasuredCycle;
  names: Record<CornerName, string>;
  figures: Figures;
  inks: ChartInks;
}

function phOption({ dome, cycle, names, figures, inks }: PhDrawing) {
  const [heat, pressure] = [figures.unit("kJkg"), figures.unit("kPa")];
  const at = (enthalpy: number, kpa: number): [number, number] => [fromBase(enthalpy, heat), fromBase(kpa, pressure)];
  const { corners, ideal } = cycle;
  const line = (points: [number, number][]) => points.map(([enthalpy, kpa]) => at(enthalpy, kpa));
  const domeLine = (points: [number, number][]) => ({
    type: "line" as const,
    silent: true,
    showSymbol: false,
    data: line(points),
    lineStyle: { color: inks.soft, width: 1.5 },
  });
  const heats = [...dome.liquid, ...dome.vapour].map(([enthalpy]) => enthalpy);
  const ends = { least: Math.min(...heats), most: Math.max(corners.discharge.enthalpy, ...heats) };
  const placed: Record<CornerName, "top" | "bottom" | "left" | "right"> = {
    suction: "bottom",
    discharge: "top",
    liquid: "top",
    inlet: "bottom",
  };
  return {
    animation: false,
    textStyle: { fontFamily: CHART_FONT, fontSize: 14 },
    grid: { left: 56, right: 24, top: 30, bottom: 44 },
    tooltip: {
      trigger: "item",
      backgroundColor: inks.ink,
      borderWidth: 0,
      textStyle: { color: inks.line, fontFamily: CHART_FONT },
      formatter: ({ name, value }: { name: string; value: [number, number] }) =>
        phChartText.absolute(
          name,
          figures.quantity(toBase(value[1], pressure), "kPa"),
          figures.quantity(toBase(value[0], heat), "kJkg"),
        ),
    },
    ...phAxes({ least: ends.least, most: toBase(fromBase(ends.most, heat) + 8, heat) }, 3500, figures, inks),
    series: [
      domeLine(dome.liquid),
      domeLine(dome.vapour),
      {
        type: "line" as const,
        silent: true,
        showSymbol: false,
        data: line([
          [corners.suction.enthalpy, corners.suction.kpa],
          [ideal.enthalpy, ideal.kpa],
        ]),
        lineStyle: { color: inks.vent, width: 1.8, type: "dashed" as const },
      },
      {
        type: "line" as const,
        silent: true,
        showSymbol: false,
        data: line([...order, order[0]!].map((name): [number, number] => [corners[name].enthalpy, corners[name].kpa])),
        lineStyle: { color: inks.ink, width: 2.8 },
      },
      {
        type: "scatter" as const,
        symbol: "rect",
        symbolSize: 13,
        itemStyle: { color: inks.ink },
        data: order.map((name) => ({
          name: names[name],
          value: at(corners[name].enthalpy, corners[name].kpa),
          label: {
            show: true,
            position: placed[name],
            distance: 8,
            color: inks.ink,
            fontSize: 14,
            fontWeight: 600,
            formatter: figures.quantity(corners[name].temperatureC, "degC", 0),
          },
        })),
      },
    ],
  };
}
