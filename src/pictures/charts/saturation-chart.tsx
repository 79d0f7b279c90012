"use client";

import type { ReactNode } from "react";
import { type CandidateName, candidateSaturationKpa, identify } from "@/core/fluids/identification";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { useFigures } from "@/ui/figures";
import { saturationChartText } from "@/words/screens/desk-pictures";
import { courseOf, FootAxis, plainScale, quantityScale, SideAxis } from "../axis";
import { Drawing, svgClass } from "../drawing";

interface SaturationChartProps {
  /** Reading, kPa gauge, with its uncertainty; soak temperature, degC, with its own. */
  gaugeKpa: number;
  uncertaintyKpa: number;
  soakC: number;
  soakUncertaintyK: number;
  atmosphereKpa: number;
  expected: Refrigerant;
}

const WIDTH = 640;
const HEIGHT = 216;
const LEFT = 58;
const RIGHT = 520;
const TOP = 14;
const FOOT = 176;
/** Kelvins shown on either side of the soak temperature. */
const AROUND_K = 12;

/** Saturation lines of what it could be, and the reading with its uncertainty: what lies within the cross cannot be parted. */
export function SaturationChart(props: SaturationChartProps) {
  const figures = useFigures();
  const { gaugeKpa, uncertaintyKpa, soakC, soakUncertaintyK, atmosphereKpa, expected } = props;
  const candidates = identify(gaugeKpa + atmosphereKpa, uncertaintyKpa, soakC, soakUncertaintyK);
  const shown = candidates.filter(({ name, fits }, i) => fits || name === expected || i < 4).slice(0, 6);
  const from = soakC - AROUND_K;
  const to = soakC + AROUND_K;
  const gauge = (name: string, t: number) => candidateSaturationKpa(name as CandidateName, t) - atmosphereKpa;
  const values = [...shown.flatMap(({ name }) => [gauge(name, from), gauge(name, to)]), gaugeKpa * 1.1, gaugeKpa * 0.9];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const pressure = quantityScale({ least, most, from: FOOT, to: TOP, unit: figures.unit("kPa"), steps: 4 });
  const y = pressure.at;
  const x = plainScale({ least: from, most: to, from: LEFT, to: RIGHT });
  const ends = spread(shown.map(({ name }) => ({ name, y: y(gauge(name, to)) })));
  const fitting = candidates.filter(({ fits }) => fits).map(({ name }) => name);
  const words =
    fitting.length === 0
      ? saturationChartText.noRefrigerantFitsThisReading
      : saturationChartText.fitsPressureCannotTellThese(fitting.join(", "));
  return (
    <figure style={{ margin: 0 }}>
      <Drawing
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        style={{ display: "block", maxWidth: 640 }}
        table={{
          name: saturationChartText.name,
          head: [
            saturationChartText.refrigerant,
            `${saturationChartText.pressureAtSoak}, ${figures.label("kPa")}`,
            saturationChartText.fits,
          ],
          rows: shown.map(({ name, fits }) => [
            name,
            figures.number(gauge(name, soakC), "kPa"),
            fits ? saturationChartText.yes : saturationChartText.no,
          ]),
        }}
        legend={[
          { mark: "line", colour: "edge", text: saturationChartText.fitsReading },
          { mark: "dashed", colour: "edge", text: saturationChartText.doesNotFit },
        ]}
        role="img"
        aria-label={words}
      >
        <SideAxis {...pressure} from={LEFT} to={RIGHT} labelX={LEFT - 8} line="line" />
        <SoakAxis soakC={soakC} x={x} />
        <clipPath id="saturation-plot">
          <rect x={LEFT} y={TOP} width={RIGHT - LEFT} height={FOOT - TOP} />
        </clipPath>
        {shown.map(({ name, fits }) => (
          <path
            key={name}
            clipPath="url(#saturation-plot)"
            d={courseOf(
              Array.from({ length: 25 }, (_, i) => from + (i * (to - from)) / 24).map((t) => [x(t), y(gauge(name, t))]),
            )}
            fill="none"
            stroke={name === expected ? "var(--chakra-colors-ink)" : "var(--chakra-colors-edge)"}
            strokeWidth={name === expected ? 3 : 1.8}
            strokeDasharray={fits || name === expected ? undefined : "5 4"}
          />
        ))}
        {ends.map(({ name, y: at }) => (
          <LineEnd key={name} y={at + 4} strong={name === expected}>
            {name}
            {shown.find((candidate) => candidate.name === name)?.fits ? " fits" : ""}
          </LineEnd>
        ))}
        <ReadingCross {...props} x={x} y={y} />
      </Drawing>
      <figcaption style={{ fontSize: "calc(14px * var(--evrid-scale, 1))", color: "var(--chakra-colors-soft)" }}>
        {words}
        {fitting.includes("R134a") && fitting.includes("R1234yf")
          ? saturationChartText.nearR134aAndR1234yfDiffer(figures.quantity(25, "degC", 0))
          : ""}
      </figcaption>
    </figure>
  );
}

/** Soak temperature along the foot, with the units of both axes. */
function SoakAxis({ soakC, x }: { soakC: number; x: (celsius: number) => number }) {
  const figures = useFigures();
  return (
    <>
      <FootAxis
        ticks={[-10, -5, 0, 5, 10].map((step) => ({
          value: soakC + step,
          text: figures.number(soakC + step, "degC", 0),
        }))}
        at={x}
        y={FOOT + 18}
      />
      <text x={RIGHT} y={FOOT + 34} className={svgClass(12)} textAnchor="end" fill="var(--chakra-colors-soft)">
        {saturationChartText.soakTemperature(figures.label("degC"))}
      </text>
      <text x={LEFT} y={FOOT + 34} className={svgClass(12)} fill="var(--chakra-colors-soft)">
        {saturationChartText.gauge(figures.label("kPa"))}
      </text>
    </>
  );
}

interface ReadingCrossProps
  extends Pick<SaturationChartProps, "gaugeKpa" | "uncertaintyKpa" | "soakC" | "soakUncertaintyK"> {
  x: (celsius: number) => number;
  y: (kpa: number) => number;
}

/** The reading, as far as its uncertainty reaches either way. */
function ReadingCross({ gaugeKpa, uncertaintyKpa, soakC, soakUncertaintyK, x, y }: ReadingCrossProps) {
  return (
    <>
      <g stroke="var(--chakra-colors-ink)" strokeWidth="3" strokeLinecap="round">
        <line x1={x(soakC)} x2={x(soakC)} y1={y(gaugeKpa - uncertaintyKpa)} y2={y(gaugeKpa + uncertaintyKpa)} />
        <line x1={x(soakC - soakUncertaintyK)} x2={x(soakC + soakUncertaintyK)} y1={y(gaugeKpa)} y2={y(gaugeKpa)} />
      </g>
      <circle cx={x(soakC)} cy={y(gaugeKpa)} r="4.5" fill="var(--chakra-colors-ink)" />
    </>
  );
}

function LineEnd({ y, strong, children }: { y: number; strong: boolean; children: ReactNode }) {
  return (
    <text
      x={RIGHT + 8}
      y={y}
      className={svgClass(14)}
      fontWeight={strong ? 700 : 400}
      fill={strong ? "var(--chakra-colors-ink)" : "var(--chakra-colors-soft)"}
    >
      {children}
    </text>
  );
}

/** Moves labels apart that would lie on each other. */
function spread(labels: { name: string; y: number }[]): { name: string; y: number }[] {
  const sorted = [...labels].sort((a, b) => a.y - b.y);
  for (let i = 1; i < sorted.length; i++) {
    sorted[i] = { ...sorted[i]!, y: Math.max(sorted[i]!.y, sorted[i - 1]!.y + 16) };
  }
  return sorted;
}
