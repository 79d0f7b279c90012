// @vitest-environment happy-dom

import { ChakraProvider } from "@chakra-ui/react";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import type { ReactElement } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import type { TrackPoint } from "@/core/charge/scale/live-charge";
import { type LineProfile, linePlaces } from "@/core/line-places";
import { saturationGaugeKpa } from "@/core/readings/derive/saturation-temperature";
import { newJob } from "@/core/records/job";
import { systemUnits, unitSystems } from "@/core/units/figures";
import { ReadIn } from "@/ui/figures";
import { system } from "@/ui/theme";
import { ChargeTrack } from "./charge-track";
import { PressureTrace } from "./charts/pressure-trace";
import { RankingHistory } from "./charts/ranking-history";
import { SaturationChart } from "./charts/saturation-chart";
import { VacuumTrace } from "./charts/vacuum-trace";
import { CircuitBoard } from "./circuit-board";
import { LineProfilePicture } from "./line-profile";
import { Towers } from "./towers";

/** Renders a picture; nothing drawn may stand at no place. */
function drawn(picture: ReactElement): SVGSVGElement {
  const { container } = render(<ChakraProvider value={system}>{picture}</ChakraProvider>);
  const svg = container.querySelector("svg")!;
  expect(svg.outerHTML).not.toMatch(/NaN|undefined|Infinity/);
  expect(svg.getAttribute("aria-label")!.length).toBeGreaterThan(8);
  return svg as unknown as SVGSVGElement;
}
/** The y of each point of a course. */
const heights = (path: Element | null) =>
  [...(path?.getAttribute("d") ?? "").matchAll(/[ML]?[\d.-]+,([\d.-]+)/g)].map(([, y]) => Number(y));

afterEach(cleanup);

describe("towers", () => {
  const sides = (low: number | null, high: number | null) => ({
    low: { value: low, range: null, band: { low: 180, high: 260 }, shop: null },
    high: {
      value: high,
      range: [900, 1500] as const,
      band: { low: 1200, high: 1700 },
      shop: { low: 1000, high: 1300 },
    },
  });

  it("name both sides, say which is off, and reach as far as the reading does", () => {
    for (const system of unitSystems) {
      const svg = drawn(
        <ReadIn choice={systemUnits[system]}>
          <Towers {...sides(150, 3100)} refrigerant="R134a" altitudeM={300} />
        </ReadIn>,
      );
      expect(svg.textContent!.includes("°C")).toBe(system !== "us");
      expect(svg.textContent).toContain("Low");
      expect(svg.textContent).toContain("High");
      const numbers = [...svg.querySelectorAll("text")].map(({ textContent }) =>
        Number(textContent!.replace(/\s/g, "")),
      );
      const most = { kPa: 3100, bar: 31, us: 449 }[system];
      expect(Math.max(...numbers.filter(Number.isFinite))).toBeGreaterThanOrEqual(most);
      cleanup();
    }
  });

  it("stand empty without a reading, under vacuum, and without a known refrigerant", () => {
    drawn(<Towers {...sides(null, null)} refrigerant={null} altitudeM={null} />);
    cleanup();
    drawn(<Towers {...sides(-95, -90)} refrigerant="R1234yf" altitudeM={2400} />);
  });
});

describe("the saturation chart", () => {
  it("has the reading of a car at rest on its own refrigerant's line, and says what fits", () => {
    const gauge = saturationGaugeKpa("R134a", 28, 0)!;
    const svg = drawn(
      <SaturationChart
        gaugeKpa={gauge}
        uncertaintyKpa={12}
        soakC={28}
        soakUncertaintyK={1}
        atmosphereKpa={atmosphericPressureKpa(0)}
        expected="R134a"
      />,
    );
    expect(svg.getAttribute("aria-label")).toContain("R134a");
    const circle = svg.querySelector("circle")!;
    const [x, y] = [Number(circle.getAttribute("cx")), Number(circle.getAttribute("cy"))];
    // The thick line is the label's: it passes through the mark.
    const own = [...svg.querySelectorAll("path")].find((path) => path.getAttribute("stroke-width") === "3")!;
    const points = [...own.getAttribute("d")!.matchAll(/([\d.-]+),([\d.-]+)/g)].map(([, a, b]) => [
      Number(a),
      Number(b),
    ]);
    const nearest = points.reduce((best, point) => (Math.abs(point[0]! - x) < Math.abs(best[0]! - x) ? point : best));
    expect(Math.abs(nearest[1]! - y)).toBeLessThan(8);
  });
});

describe("courses in time", () => {
  it("a vacuum falls down the page on its decades, and a mark stands where the pump was shut off", () => {
    const { evacuate } = newJob("x", "2026-06-01T08:00:00Z");
    const trace = Array.from({ length: 60 }, (_, i) => ({ t: 10 * i, kpa: 100 * Math.exp(-i / 9) + 0.02 }));
    const svg = drawn(
      <VacuumTrace
        evacuate={{
          ...evacuate,
          trace,
          marks: [
            { t: 0, kind: "pump" },
            { t: 500, kind: "hold" },
          ],
        }}
        targetKpa={0.7}
        boilingKpa={2.3}
        fitted={[
          { time: 500, kpa: 0.3 },
          { time: 590, kpa: 0.5 },
        ]}
        unit="mbarAbs"
      />,
    );
    const course = [...svg.querySelectorAll("path")].find((path) => path.getAttribute("stroke-width") === "2.4")!;
    const y = heights(course);
    expect(y).toHaveLength(60);
    for (let i = 1; i < y.length; i++) expect(y[i]!).toBeGreaterThanOrEqual(y[i - 1]!);
    expect(svg.textContent).toContain("closed");
    expect(svg.textContent).toContain("water boils");
  });

  it("a pressure test that only cools stays level once corrected, and one that leaks ends below the line", () => {
    const start = { kpa: 1000, celsius: 30 };
    const [steady, leaking] = [1, 0.99].map((share) => {
      // p/T of a closed circuit stays; a hundredth of the gas leaks in the second.
      const trace = Array.from({ length: 61 }, (_, i) => {
        const celsius = 30 - i / 15;
        const left = 1 - ((1 - share) * i) / 60;
        return { t: 30 * i, kpa: (1101.3 * left * (celsius + 273.15)) / 303.15 - 101.3, celsius };
      });
      const svg = drawn(<PressureTrace trace={trace} start={start} shownKpa={5} altitudeM={0} unit="kPa" />);
      const drawnAs = (width: string) =>
        heights([...svg.querySelectorAll("path")].find((path) => path.getAttribute("stroke-width") === width)!);
      const found = {
        corrected: drawnAs("2.4"),
        read: drawnAs("1.6"),
        line: Number(svg.querySelector(`path[stroke-width="2"]`)!.getAttribute("d")!.split(/[ H]/)[1]),
      };
      cleanup();
      return found;
    });
    expect(Math.abs(steady!.corrected.at(-1)! - steady!.corrected[0]!)).toBeLessThan(1);
    expect(steady!.read.at(-1)!).toBeGreaterThan(steady!.read[0]! + 20);
    expect(steady!.corrected.at(-1)!).toBeLessThan(steady!.line);
    expect(leaking!.corrected.at(-1)!).toBeGreaterThan(leaking!.line);
  });

  it("a charge's rate and pressures share their time, and a gap is left out", () => {
    const track: TrackPoint[] = Array.from({ length: 800 }, (_, i) => ({
      time: i,
      rateGPerMin: 60 - i / 20,
      low: i % 7 === 0 ? null : 300,
      high: 700,
    }));
    const svg = drawn(<ChargeTrack track={track} />);
    const [rate, high] = [...svg.querySelectorAll("path")].map(heights);
    expect(rate!.at(-1)!).toBeGreaterThan(rate![0]!);
    expect(new Set(high).size).toBe(1);
    cleanup();
    const { container } = render(<ChargeTrack track={track.slice(0, 2)} />);
    expect(container.querySelector("svg")).toBeNull();
  });

  it("a ranking holds until the next verdict, and its labels never lie on each other", () => {
    const svg = drawn(
      <RankingHistory
        history={[
          { atS: 0, shares: { undercharge: 0.4, air: 0.39, none: 0.2 } },
          { atS: 60, shares: { undercharge: 0.42, air: 0.41, none: 0.1 } },
        ]}
      />,
    );
    const labels = [...svg.querySelectorAll("text")]
      .filter(({ textContent }) => /charge|Air|Nothing/.test(textContent!))
      .map((text) => Number(text.getAttribute("y")))
      .sort((a, b) => a - b);
    for (let i = 1; i < labels.length; i++) expect(labels[i]! - labels[i - 1]!).toBeGreaterThan(12);
  });
});

describe("temperatures along the lines", () => {
  const profile = Object.fromEntries(linePlaces.map((place, i) => [place, 70 - 6 * i])) as LineProfile;

  it("stand over the band of sound vehicles, and a fall that is too much is marked with what it is", () => {
    const svg = drawn(
      <LineProfilePicture
        places={[...linePlaces]}
        spots={[
          { place: "liquid-port", temperatureC: 40 },
          { place: "metering-in", temperatureC: 22 },
        ]}
        sound={[profile, profile]}
        drop={{ from: "liquid-port", to: "metering-in", dropK: 18, usualMostK: 4, beyondK: 14 }}
      />,
    );
    expect(svg.textContent).toContain("14 K too much");
    const course = [...svg.querySelectorAll("path")].find((path) => path.getAttribute("stroke-width") === "2.5")!;
    const [warm, cold] = heights(course);
    expect(cold!).toBeGreaterThan(warm!);
  });
});

describe("the circuit board", () => {
  it("has the parts of this vehicle only, each named and reached by keyboard as by touch", () => {
    const select = vi.fn();
    const board = (metering: "expansion-valve" | "orifice-tube") => (
      <CircuitBoard
        metering={metering}
        notes={[{ part: "condenser", sign: "oily", at: "2026-06-01T08:00:00Z" }]}
        selected={null}
        onSelect={select}
      />
    );
    render(<ChakraProvider value={system}>{board("expansion-valve")}</ChakraProvider>);
    expect(screen.queryByRole("button", { name: /^Accumulator/ })).toBeNull();
    const receiver = screen.getByRole("button", { name: /^Receiver/ });
    fireEvent.click(receiver);
    fireEvent.keyDown(receiver, { key: "Enter" });
    expect(select).toHaveBeenCalledTimes(2);
    expect(screen.getByRole("button", { name: /^Condenser(?! fan)/ }).getAttribute("aria-label")).toBe(
      "Condenser, findings",
    );
    cleanup();
    render(<ChakraProvider value={system}>{board("orifice-tube")}</ChakraProvider>);
    expect(screen.queryByRole("button", { name: /^Receiver/ })).toBeNull();
    expect(screen.getByRole("button", { name: /^Accumulator/ })).toBeTruthy();
  });

  it("shows bubbles in the liquid line where they are, and what is lost where it is lost", () => {
    const tap = vi.fn();
    const board = (filling: "liquid" | "two-phase") => (
      <ChakraProvider value={system}>
        <CircuitBoard
          metering="expansion-valve"
          notes={[]}
          selected={null}
          onSelect={() => undefined}
          taps={[{ id: "liquid", label: "Liquid line: 44.0 °C", text: "44.0°" }]}
          onTap={tap}
          fillings={{ "liquid-line": filling }}
          measured={["liquid-line"]}
          narrows={{ at: "drier-out", text: "12 K drop" }}
        />
      </ChakraProvider>
    );
    const line = () =>
      [...screen.getByRole("button", { name: "Liquid line" }).querySelectorAll("path")].map((path) =>
        path.getAttribute("stroke"),
      );
    render(board("liquid"));
    expect(line()).toContain("var(--chakra-colors-liquid)");
    expect(document.body.textContent).toContain("12 K drop");
    fireEvent.keyDown(screen.getByRole("button", { name: /^Liquid line: 44/ }), { key: "Enter" });
    expect(tap).toHaveBeenCalledWith("liquid");
    cleanup();
    render(board("two-phase"));
    expect(line()).toContain("url(#two-phase)");
  });
});
