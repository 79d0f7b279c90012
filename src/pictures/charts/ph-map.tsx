"use client";

import { Box } from "@chakra-ui/react";
import { useTheme } from "next-themes";
import { useEffect, useMemo } from "react";
import type { BenchCorner } from "@/core/bench/bench-answer";
import { type BenchCornerName, benchCorners } from "@/core/bench/bench-shapes";
import { isentropes, isotherms, type PhLine } from "@/core/bench/ph-lines";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { domeOf } from "@/core/readings/derive/cycle";
import type { Figures } from "@/core/units/figures";
import { fromBase, toBase } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { phMapText } from "@/words/screens/desk-pictures";
import { phAxes } from "./ph-axes";
import { CHART_FONT, type ChartInks, chartInks, useEchart } from "./use-echart";

interface MappedCycle {
  name: string;
  corners: Record<BenchCornerName, BenchCorner>;
}

interface PhMapProps {
  refrigerant: Refrigerant;
  /** The one that is set; and those kept to be compared, dashed. */
  now: MappedCycle | null;
  kept: readonly MappedCycle[];
  names: Record<BenchCornerName, string>;
}

const ISOTHERMS = [-20, 0, 20, 40, 60, 80, 100, 120];
const ISENTROPES = [-20, -5, 10];

/** Cycles on the dome with lines of equal temperature and of compression without loss; every corner can be touched and read. */
export function PhMap({ refrigerant, now, kept, names }: PhMapProps) {
  const figures = useFigures();
  const { host, chart, width } = useEchart();
  const { resolvedTheme } = useTheme();
  const lines = useMemo(
    () => ({
      dome: domeOf(refrigerant),
      isotherms: isotherms(refrigerant, ISOTHERMS),
      isentropes: isentropes(refrigerant, ISENTROPES),
    }),
    [refrigerant],
  );
  useEffect(() => {
    if (chart === null || width === 0) return;
    const inks = chartInks[resolvedTheme === "dark" ? "dark" : "light"];
    chart.setOption(mapOption({ lines, now, kept, names, figures, inks }), { replaceMerge: ["series"] });
  }, [chart, width, lines, now, kept, names, figures, resolvedTheme]);
  const said = [now, ...kept]
    .filter((cycle) => cycle !== null)
    .map(
      ({ name, corners }) =>
        `${name}: ${benchCorners.map((at) => cornerWords(names[at], corners[at], figures)).join(", ")}`,
    )
    .join("; ");
  return (
    <Box
      ref={host}
      h="345px"
      role="img"
      aria-label={
        said === ""
          ? phMapText.pressureEnthalpyChartOfNot(refrigerant)
          : phMapText.cycleOfInThePressure(refrigerant, said)
      }
    />
  );
}

const cornerWords = (name: string, { temperatureC, kpa }: BenchCorner, figures: Figures) =>
  phMapText.atAbsolute(name, figures.quantity(temperatureC, "degC", 0), figures.quantity(kpa, "kPa", 0));

interface MapDrawing extends Omit<PhMapProps, "refrigerant"> {
  lines: { dome: ReturnType<typeof domeOf>; isotherms: PhLine[]; isentropes: PhLine[] };
  figures: Figures;
  inks: ChartInks;
}

/** Words of a corner of a cycle when it is touched: temperature, pressure, enthalpy. */
function cornerTip(figures: Figures, inks: ChartInks) {
  const [heat, pressure] = [figures.unit("kJkg"), figures.unit("kPa")];
  return {
    trigger: "item",
    triggerOn: "mousemove|click",
    backgroundColor: inks.ink,
    borderWidth: 0,
    textStyle: { color: inks.line, fontFamily: CHART_FONT },
    formatter: ({ name, value }: { name: string; value: [number, number, number] }) =>
      phMapText.absolute(
        name,
        figures.quantity(value[2], "degC"),
        figures.quantity(toBase(value[1], pressure), "kPa"),
        figures.quantity(toBase(value[0], heat), "kJkg"),
      ),
  };
}

function mapOption({ lines, now, kept, names, figures, inks }: MapDrawing) {
  const [heat, pressure] = [figures.unit("kJkg"), figures.unit("kPa")];
  const at = ([enthalpy, kpa]: readonly [number, number]): [number, number] => [
    fromBase(enthalpy, heat),
    fromBase(kpa, pressure),
  ];
  const heats = [...lines.dome.liquid, ...lines.dome.vapour].map(([enthalpy]) => enthalpy);
  const shown = [now, ...kept].flatMap((cycle) =>
    cycle === null ? [] : benchCorners.map((name) => cycle.corners[name]),
  );
  const least = Math.min(...heats, ...shown.map(({ enthalpy }) => enthalpy));
  const most = Math.max(...heats, ...shown.map(({ enthalpy }) => enthalpy)) + 12;
  const line = (points: readonly (readonly [number, number])[], look: object, more: object = {}) => ({
    type: "line" as const,
    silent: true,
    showSymbol: false,
    data: points.filter(([enthalpy]) => enthalpy <= most).map(at),
    lineStyle: look,
    ...more,
  });
  const cycleSeries = (cycle: MappedCycle | null, colour: string, dashed: boolean) =>
    cycle === null
      ? []
      : [
          line(
            [...benchCorners, benchCorners[0]].map((name) => [cycle.corners[name].enthalpy, cycle.corners[name].kpa]),
            { color: colour, width: dashed ? 1.8 : 3, type: dashed ? "dashed" : "solid" },
          ),
          {
            type: "scatter" as const,
            symbol: dashed ? "emptyCircle" : "rect",
            // Large enough to be touched; what is drawn of it is smaller.
            symbolSize: dashed ? 10 : 13,
            itemStyle: { color: colour },
            data: benchCorners.map((name) => {
              const { enthalpy, kpa, temperatureC } = cycle.corners[name];
              return {
                name: `${cycle.name}, ${names[name]}`,
                value: [...at([enthalpy, kpa]), temperatureC],
                label: dashed
                  ? { show: false }
                  : {
                      show: true,
                      position: name === "discharge" || name === "liquid" ? "top" : "bottom",
                      distance: 7,
                      color: inks.ink,
                      fontSize: 14,
                      fontWeight: 600,
                      formatter: figures.quantity(temperatureC, "degC", 0),
                    },
              };
            }),
          },
        ];
  return {
    animation: false,
    textStyle: { fontFamily: CHART_FONT, fontSize: 14 },
    grid: { left: 52, right: 14, top: 26, bottom: 40 },
    tooltip: cornerTip(figures, inks),
    ...phAxes({ least, most }, 3200, figures, inks),
    series: [
      ...lines.isotherms.map(({ points }) => line(points, { color: inks.line, width: 1 })),
      isothermNames(lines.isotherms, at, figures, inks),
      ...lines.isentropes.map(({ points }) => line(points, { color: inks.vent, width: 1, type: "dotted" })),
      line(lines.dome.liquid, { color: inks.soft, width: 1.5 }),
      line(lines.dome.vapour, { color: inks.soft, width: 1.5 }),
      ...kept.flatMap((cycle, i) => cycleSeries(cycle, i === 0 ? inks.soft : inks.vent, true)),
      ...cycleSeries(now, inks.ink, false),
    ],
  };
}

/** Some of the lines named where they cross the dome. */
function isothermNames(
  lines: readonly PhLine[],
  at: (point: readonly [number, number]) => [number, number],
  figures: Figures,
  inks: ChartInks,
) {
  return {
    type: "scatter" as const,
    silent: true,
    symbolSize: 1,
    itemStyle: { color: "transparent" },
    data: lines
      .filter(({ at: temperatureC, points }) => NAMED.includes(temperatureC) && points.length > 0)
      .map(({ at: temperatureC, points }) => ({
        value: at(insideDome(points)),
        label: {
          show: true,
          position: "top",
          distance: 1,
          color: inks.soft,
          fontSize: 12,
          formatter: figures.quantity(temperatureC, "degC", 0),
        },
      })),
  };
}
const NAMED = [-20, 20, 40, 60];

/** A third of the way across the dome, where such a line lies level: its third and fourth points are the dome's two sides. */
function insideDome(points: readonly (readonly [number, number])[]): readonly [number, number] {
  const [left, right] = [points[2]!, points[3]!];
  return [left[0] + (right[0] - left[0]) * 0.34, left[1]];
}
