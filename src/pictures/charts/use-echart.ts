"use client";

import type { EChartsType } from "echarts/core";
import { type RefObject, useEffect, useRef, useState } from "react";

interface Host {
  host: RefObject<HTMLDivElement | null>;
  /** Null until the library has come and the place is known. */
  chart: EChartsType | null;
  /** Position, px. */
  width: number;
}

/** A chart of the library in a place of the page, as wide as it; the library is fetched from our own server when first needed. */
export function useEchart(): Host {
  const host = useRef<HTMLDivElement>(null);
  const [chart, setChart] = useState<EChartsType | null>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    let made: EChartsType | null = null;
    let gone = false;
    const resize = new ResizeObserver(() => {
      made?.resize();
      setWidth(host.current?.clientWidth ?? 0);
    });
    loadCharts().then((echarts) => {
      if (gone || host.current === null) return;
      made = echarts.init(host.current, undefined, { renderer: "canvas" });
      resize.observe(host.current);
      setWidth(host.current.clientWidth);
      setChart(made);
    });
    return () => {
      gone = true;
      resize.disconnect();
      made?.dispose();
    };
  }, []);
  return { host, chart, width };
}

/** The parts of the chart library that the drawings here need, and no others. */
async function loadCharts() {
  const [core, charts, components, renderers] = await Promise.all([
    import("echarts/core"),
    import("echarts/charts"),
    import("echarts/components"),
    import("echarts/renderers"),
  ]);
  core.use([
    charts.LineChart,
    charts.ScatterChart,
    components.GridComponent,
    components.GraphicComponent,
    components.MarkAreaComponent,
    components.TooltipComponent,
    renderers.CanvasRenderer,
  ]);
  return core;
}

/** A canvas does not inherit the page's colours. */
export const chartInks = {
  light: {
    ink: "#1c2326",
    soft: "#5a6365",
    line: "#d3cdc0",
    low: "#1f6fae",
    vent: "#2f6a52",
    settled: "#cfdcc8",
    moving: "#ecdcbb",
    act: "#b8401c",
    band: "#dfe6da",
  },
  dark: {
    ink: "#f0ede6",
    soft: "#a7b0b1",
    line: "#3a4448",
    low: "#7db8e8",
    vent: "#82c7a8",
    settled: "#33503f",
    moving: "#544527",
    act: "#f08a66",
    band: "#2b4438",
  },
} as const;
export type ChartInks = Record<keyof (typeof chartInks)["light"], string>;

/** The family the theme ships. */
export const CHART_FONT = "'Atkinson Hyperlegible Next Variable', sans-serif";
