"use client";

import type { Forecast, VehicleHistory } from "@/core/records/vehicles/vehicle-history";
import { useFigures } from "@/ui/figures";
import { chargeYearsText } from "@/words/screens/step-pictures";
import { dayOf } from "@/words/vehicles";
import { courseOf, plainScale, quantityScale, SideAxis } from "../axis";
import { Drawing, type DrawingType, svgType } from "../drawing";

interface ChargeYearsProps {
  history: VehicleHistory;
  forecast: Forecast | null;
  labelG: number;
  /** ms. */
  now: number;
}

const WIDTH = 760;
const HEIGHT = 236;
const LEFT = 62;
const RIGHT = 150;
const TOP = 26;
const BOTTOM = 30;
const YEAR_MS = 365.25 * 86_400_000;
const INK = "var(--chakra-colors-ink)";
const SOFT = "var(--chakra-colors-soft)";
const text = (size: DrawingType, weight = 400) => ({ fontSize: svgType(size), fontWeight: weight });
/** As far as is drawn beyond today: long enough for a slow leak to show. */
const AHEAD_YEARS = 2;

/** Charge of a vehicle over the years: weighed at arrival, charged at departure, and the forecast. */
export function ChargeYears({ history, forecast, labelG, now }: ChargeYearsProps) {
  const figures = useFigures();
  const visits = [...history].reverse();
  const began = Math.min(...visits.map(({ at }) => Date.parse(at)), now) - 0.04 * YEAR_MS;
  const end = now + AHEAD_YEARS * YEAR_MS;
  const x = plainScale({ least: began, most: end, from: LEFT, to: WIDTH - RIGHT }, true);
  const most = Math.max(labelG * 1.12, ...visits.flatMap(({ foundG, leftWithG }) => [foundG ?? 0, leftWithG ?? 0]));
  const scale = quantityScale({ least: 0, most, from: HEIGHT - BOTTOM, to: TOP, unit: figures.unit("g"), steps: 5 });
  const y = (grams: number) => Math.max(TOP - 6, scale.at(grams));
  const years = Array.from({ length: 12 }, (_, i) => new Date(began).getUTCFullYear() + i)
    .map((year) => ({ year, at: Date.UTC(year, 0, 1) }))
    .filter(({ at }) => at > began && at < end);
  const limits = limitsOf(forecast);
  return (
    <Drawing
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: "block" }}
      table={{
        name: chargeYearsText.name,
        head: [chargeYearsText.visitDay, chargeYearsText.arrived, chargeYearsText.left],
        rows: visits.map(({ at, foundG, leftWithG }) => [
          dayOf(at),
          figures.quantity(foundG, "g"),
          figures.quantity(leftWithG, "g"),
        ]),
      }}
      legend={[
        { mark: "open-dot", text: chargeYearsText.arrived },
        { mark: "dot", text: chargeYearsText.left },
        ...(forecast === null ? [] : [{ mark: "band", colour: "band", text: chargeYearsText.forecastRange } as const]),
      ]}
      role="img"
      aria-label={chargeYearsText.chargeOverLabel(
        visits.length,
        visits.length === 1 ? chargeYearsText.visit : chargeYearsText.visits,
        figures.quantity(labelG, "g"),
      )}
    >
      <SideAxis ticks={scale.ticks} at={y} from={LEFT} to={WIDTH - RIGHT} line="line" labelX={LEFT - 8} />
      <text x={LEFT - 8} y={TOP - 12} textAnchor="end" fill={SOFT} style={text(12)}>
        {figures.label("g")}
      </text>
      {years.map(({ year, at }) => (
        <YearMark key={year} year={year} x={x(at)} />
      ))}
      {forecast !== null && <Fan forecast={forecast} x={x} y={y} end={end} />}
      {limits.map(({ share, words, colour }) => (
        <g key={words}>
          <path d={`M${LEFT} ${y(share * labelG)}H${WIDTH - RIGHT}`} stroke={colour} strokeWidth="1.5" />
          <text x={WIDTH - RIGHT + 8} y={y(share * labelG) + 4.5} fill={colour} style={text(14, 600)}>
            {`${words}, ${figures.quantity(share * labelG, "g")}`}
          </text>
        </g>
      ))}
      <path d={`M${x(now)} ${TOP - 4}V${HEIGHT - BOTTOM}`} stroke={INK} strokeDasharray="2 4" />
      <text x={x(now) + 5} y={TOP - 8} fill={INK} style={text(12, 600)}>
        {chargeYearsText.today}
      </text>
      {stretches(visits).map(({ from, to }) => (
        <path
          key={from.jobId}
          d={courseOf([
            [x(Date.parse(from.signedAt ?? from.at)), y(from.leftWithG!)],
            [x(Date.parse(to.at)), y(to.foundG!)],
          ])}
          stroke={INK}
          strokeWidth="2"
          fill="none"
        />
      ))}
      {visits.map((visit) => (
        <VisitMark key={visit.jobId} visit={visit} at={x(Date.parse(visit.at))} y={y} />
      ))}
    </Drawing>
  );
}

function YearMark({ year, x }: { year: number; x: number }) {
  return (
    <g>
      <path d={`M${x} ${HEIGHT - BOTTOM}v5`} stroke={SOFT} />
      <text x={x} y={HEIGHT - 9} textAnchor="middle" fill={SOFT} style={text(12)}>
        {year}
      </text>
    </g>
  );
}

/** The label, and the shares of it at which the forecast passes. */
function limitsOf(forecast: ChargeYearsProps["forecast"]) {
  return [
    { share: 1, words: "label", colour: "var(--chakra-colors-done)" },
    ...(forecast?.passing ?? []).map(({ share }) => ({
      share,
      words: `${Math.round(share * 100)} %`,
      colour: share > 0.8 ? "var(--chakra-colors-wait)" : "var(--chakra-colors-out)",
    })),
  ];
}

interface VisitMarkProps {
  visit: VehicleHistory[number];
  at: number;
  y: (grams: number) => number;
}

/** What a vehicle came and went with. */
function VisitMark({ visit, at, y }: VisitMarkProps) {
  const figures = useFigures();
  return (
    <g>
      {visit.foundG !== null && visit.leftWithG !== null && (
        <path d={`M${at} ${y(visit.foundG)}V${y(visit.leftWithG)}`} stroke={SOFT} strokeDasharray="1 3" />
      )}
      {visit.foundG === null && visit.leftWithG === null && (
        <path d={`M${at} ${HEIGHT - BOTTOM - 8}v8`} stroke={INK} strokeWidth="2" />
      )}
      {visit.foundG !== null && (
        <circle cx={at} cy={y(visit.foundG)} r="5" fill="var(--chakra-colors-sheet)" stroke={INK} strokeWidth="2">
          <title>{chargeYearsText.arrivedWith(dayOf(visit.at), figures.quantity(visit.foundG, "g"))}</title>
        </circle>
      )}
      {visit.leftWithG !== null && (
        <circle cx={at} cy={y(visit.leftWithG)} r="5" fill={INK}>
          <title>{chargeYearsText.leftWith(dayOf(visit.at), figures.quantity(visit.leftWithG, "g"))}</title>
        </circle>
      )}
    </g>
  );
}

/** From a filling to the next weighing, with no filling between. */
function stretches(visits: VehicleHistory) {
  return visits.flatMap((from, i) => {
    const to = visits.slice(i + 1).find((visit) => visit.foundG !== null || visit.leftWithG !== null);
    return from.leftWithG !== null && to !== undefined && to.foundG !== null ? [{ from, to }] : [];
  });
}

interface FanProps {
  forecast: Forecast;
  x: (at: number) => number;
  y: (grams: number) => number;
  end: number;
}

/** From the last filling on: between the slowest and the fastest loss, the middle as a line. */
function Fan({ forecast, x, y, end }: FanProps) {
  const began = Date.parse(forecast.filledAt);
  const steps = Array.from({ length: 25 }, (_, i) => began + ((end - began) * i) / 24);
  const held = steps.map((at) => ({ at, ...forecast.heldAt(new Date(at).toISOString()) }));
  const edge = [
    ...held.map(({ at, high }) => [x(at), y(high)] as const),
    ...[...held].reverse().map(({ at, low }) => [x(at), y(low)] as const),
  ];
  return (
    <g>
      <path d={`${courseOf(edge)}Z`} fill="var(--chakra-colors-band)" />
      <path
        d={courseOf(held.map(({ at, middle }) => [x(at), y(middle)] as const))}
        stroke={INK}
        strokeWidth="2"
        strokeDasharray="6 4"
        fill="none"
      />
    </g>
  );
}
