/** The frame of every map of pressure and heat: heat along, pressure up on a scale of decades, in the units of the shop. */
import type { Figures } from "@/core/units/figures";
import { fromBase } from "@/core/units/units";
import type { ChartInks } from "./use-echart";

const LEAST_KPA = 60;

/** @param heat from where to where along it is drawn, kJ/kg; `mostKpa` absolute. */
export function phAxes(heat: { least: number; most: number }, mostKpa: number, figures: Figures, inks: ChartInks) {
  const [heatUnit, pressure] = [figures.unit("kJkg"), figures.unit("kPa")];
  return {
    xAxis: {
      type: "value",
      min: Math.floor((fromBase(heat.least, heatUnit) - 4) / 10) * 10,
      max: Math.ceil(fromBase(heat.most, heatUnit) / 10) * 10,
      name: `enthalpy, ${figures.label("kJkg")}`,
      nameLocation: "middle",
      nameGap: 26,
      nameTextStyle: { color: inks.soft },
      axisLabel: { color: inks.soft, showMaxLabel: false, showMinLabel: false },
      axisLine: { lineStyle: { color: inks.soft } },
      splitLine: { show: false },
    },
    yAxis: {
      type: "log",
      min: fromBase(LEAST_KPA, pressure),
      max: fromBase(mostKpa, pressure),
      name: `${figures.label("kPa")} absolute`,
      nameTextStyle: { color: inks.soft, align: "left" },
      axisLabel: { color: inks.soft, formatter: (value: number) => String(Number(value.toPrecision(2))) },
      splitLine: { lineStyle: { color: inks.line } },
    },
  };
}
