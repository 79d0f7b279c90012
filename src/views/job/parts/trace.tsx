"use client";

import { Box, Text } from "@chakra-ui/react";
import type { EChartsType } from "echarts/core";
import { useTheme } from "next-themes";
import { useEffect, useRef, useState } from "react";
import type { RackSample } from "@/core/instruments/rack";
import { formatNumber } from "@/core/units/units";

interface TraceProps {
  samples: readonly RackSample[];
  /** Seconds shown. */
  span?: number;
}

/** A canvas does not inherit; this is the family the theme ships. */
const FONT = "'Atkinson Hyperlegible Next Variable', sans-serif";

const inks = {
  light: { ink: "#1c2326", soft: "#5a6365", line: "#d3cdc0", low: "#1f6fae", vent: "#2f6a52" },
  dark: { ink: "#f0ede6", soft: "#a7b0b1", line: "#3a4448", low: "#7db8e8", vent: "#82c7a8" },
};

/** The last minutes of low, high and vent. The chart library is fetched from our own server when first needed. */
export function Trace({ samples, span = 360 }: TraceProps) {
  const host = useRef<HTMLDivElement>(null);
  const [chart, setChart] = useState<EChartsType | null>(null);
  const { resolvedTheme } = useTheme();

  useEffect(() => {
    let made: EChartsType | null = null;
    let gone = false;
    const resize = new ResizeObserver(() => made?.resize());
    loadCharts().then((echarts) => {
      if (gone || host.current === null) return;
      made = echarts.init(host.current, undefined, { renderer: "canvas" });
      resize.observe(host.current);
      setChart(made);
    });
    return () => {
      gone = true;
      resize.disconnect();
      made?.dispose();
    };
  }, []);

  useEffect(() => {
    if (chart === null) return;
    const c = inks[resolvedTheme === "dark" ? "dark" : "light"];
    const end = samples.at(-1)?.time ?? 0;
    const shown = samples.filter((sample) => sample.time > end - span);
    const line = (name: string, key: "low" | "high" | "vent", axis: number, colour: string, dash?: "dashed") => ({
      type: "line" as const,
      name,
      yAxisIndex: axis,
      showSymbol: false,
      sampling: "lttb" as const,
      lineStyle: { width: 2.2, color: colour, type: dash ?? ("solid" as const) },
      itemStyle: { color: colour },
      data: shown.map((sample) => [(sample.time - end) / 60, sample[key]]),
      labelLayout: { moveOverlap: "shiftY" as const },
      endLabel: { show: true, formatter: name, color: colour, fontFamily: FONT, fontSize: 13 },
    });
    // Scales set here, so that labels that would meet at the right edge can be moved apart.
    const read = (key: "low" | "high" | "vent") => shown.flatMap((s) => (s[key] === null ? [] : [s[key]]));
    const top = Math.max(600, Math.ceil((Math.max(...read("high"), 0) * 1.08) / 300) * 300);
    const bottom = Math.min(0, Math.floor(Math.min(...read("low"), 0) / 100) * 100);
    const axis = (name: string, split: boolean) => ({
      type: "value" as const,
      name,
      nameTextStyle: { color: c.soft },
      axisLine: { show: false, onZero: false },
      axisTick: { show: false },
      axisLabel: { color: c.soft, formatter: (value: number) => formatNumber(value, "kPa") },
      splitLine: { show: split, lineStyle: { color: c.line } },
      splitNumber: 3,
    });
    // At least some ten kelvin, so that a probe's noise does not fill the sheet.
    const vents = read("vent");
    const middle = vents.length > 0 ? (Math.min(...vents) + Math.max(...vents)) / 2 : 15;
    const half = Math.max(6, vents.length > 0 ? (Math.max(...vents) - Math.min(...vents)) / 2 + 1 : 0);
    const vent = { min: Math.floor((middle - half) / 5) * 5, max: Math.ceil((middle + half) / 5) * 5 };
    const last = shown.at(-1);
    const lowered = (low_: ReturnType<typeof line>) =>
      last && last.low !== null && last.high !== null && (last.high - last.low) / (top - bottom) < 0.06
        ? { ...low_, endLabel: { ...low_.endLabel, offset: [0, 14] } }
        : low_;
    const apart = (vent_: ReturnType<typeof line>) => {
      if (!last || last.vent === null) return vent_;
      const at = (last.vent - vent.min) / (vent.max - vent.min);
      const meets = [last.low, last.high].some(
        (kpa) => kpa !== null && Math.abs(at - (kpa - bottom) / (top - bottom)) < 0.06,
      );
      return meets ? { ...vent_, endLabel: { ...vent_.endLabel, offset: [0, -15] } } : vent_;
    };
    chart.setOption(
      {
        animation: false,
        textStyle: { fontFamily: FONT, fontSize: 13 },
        grid: { left: 48, right: 74, top: 30, bottom: 26 },
        xAxis: {
          type: "value",
          min: -span / 60,
          max: 0,
          interval: 2,
          axisLabel: { color: c.soft, formatter: (value: number) => (value === 0 ? "now" : `${value} min`) },
          splitLine: { show: false },
          axisLine: { lineStyle: { color: c.soft } },
        },
        yAxis: [
          { ...axis("kPa", true), min: bottom, max: top },
          { ...axis("°C", false), ...vent, position: "right", offset: 36 },
        ],
        series: [
          line("high", "high", 0, c.ink),
          lowered(line("low", "low", 0, c.low)),
          apart(line("vent", "vent", 1, c.vent, "dashed")),
        ],
      },
      { notMerge: true },
    );
  }, [chart, samples, span, resolvedTheme]);

  return (
    <Box position="relative">
      <Box ref={host} h="320px" role="img" aria-label="Low side, high side and vent over the last minutes" />
      {samples.length === 0 && (
        <Text position="absolute" inset="0" m="auto" h="fit-content" textAlign="center" color="soft">
          Nothing has been recorded yet.
        </Text>
      )}
    </Box>
  );
}

async function loadCharts() {
  const [core, { LineChart }, { GridComponent }, { CanvasRenderer }] = await Promise.all([
    import("echarts/core"),
    import("echarts/charts"),
    import("echarts/components"),
    import("echarts/renderers"),
  ]);
  core.use([LineChart, GridComponent, CanvasRenderer]);
  return core;
}
