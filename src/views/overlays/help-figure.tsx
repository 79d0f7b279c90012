"use client";

import { Box, Center, Spinner } from "@chakra-ui/react";
import type { FaultCause } from "@/core/causes/catalogue";
import type { CauseExample, ChargeExample } from "@/core/charge/examples";
import { workshopInstruments } from "@/core/readings/derive/instruments";
import { courseOf, FootAxis, plainScale, quantityScale, SideAxis } from "@/pictures/axis";
import { Drawing, svgClass } from "@/pictures/drawing";
import { useExample } from "@/session/examples";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { helpFigureText } from "@/words/screens/overlays";

/** Simulated figure of a term, for a typical car on a warm day. */
export function HelpFigure({ of }: { of: "charge" | FaultCause }) {
  const drawn = useExample(of);
  if (drawn === null)
    return (
      <Center h="60px">
        <Spinner aria-label={helpFigureText.simulating} />
      </Center>
    );
  if (drawn.kind === "failed") return <Text kind="soft">{helpFigureText.figureNotAvailable}</Text>;
  return drawn.kind === "charge" ? <ChargeFigure examples={drawn.examples} /> : <CauseFigure effect={drawn.effect} />;
}

const WIDTH = 340;
const HEIGHT = 196;
const PLOT = { left: 46, right: 316, top: 22, foot: 158 };

/** Both pressures against what is in it: the stretch where neither moves is the one that no gauge can see. */
function ChargeFigure({ examples }: { examples: ChargeExample[] }) {
  const figures = useFigures();
  const scale = quantityScale({
    least: 0,
    most: Math.max(...examples.map(({ highKpa }) => highKpa)),
    from: PLOT.foot,
    to: PLOT.top,
    unit: figures.unit("kPa"),
    steps: 4,
  });
  const x = plainScale({ least: 0, most: 1.4, from: PLOT.left, to: PLOT.right });
  const flat = flatStretch(examples);
  return (
    <figure style={{ margin: 0 }}>
      <Drawing
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={helpFigureText.pressuresAgainstCharge(
          flat ? helpFigureText.unchanged(Math.round(flat.from * 100), Math.round(flat.to * 100)) : "",
        )}
      >
        {flat && (
          <rect
            x={x(flat.from)}
            y={PLOT.top}
            width={x(flat.to) - x(flat.from)}
            height={PLOT.foot - PLOT.top}
            fill="var(--chakra-colors-band)"
          />
        )}
        <SideAxis {...scale} from={PLOT.left} to={PLOT.right} line="line" labelX={PLOT.left - 6} />
        <FootAxis
          ticks={[0.2, 0.6, 1, 1.4].map((value) => ({ value, text: `${Math.round(value * 100)} %` }))}
          at={x}
          y={PLOT.foot + 16}
        />
        <text x={PLOT.left - 6} y={12} className={svgClass(12)} textAnchor="end" fill="var(--chakra-colors-soft)">
          {figures.label("kPa")}
        </text>
        <text
          x={PLOT.right}
          y={PLOT.foot + 33}
          className={svgClass(12)}
          textAnchor="end"
          fill="var(--chakra-colors-soft)"
        >
          {helpFigureText.ofLabelWeight}
        </text>
        <path
          d={courseOf(examples.map(({ share, highKpa }) => [x(share), scale.at(highKpa)]))}
          fill="none"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2.4"
        />
        <path
          d={courseOf(examples.map(({ share, lowKpa }) => [x(share), scale.at(lowKpa)]))}
          fill="none"
          stroke="var(--chakra-colors-low-side)"
          strokeWidth="2.4"
        />
        <Names flatX={flat && (x(flat.from) + x(flat.to)) / 2} />
      </Drawing>
      <Text as="figcaption" kind="small">
        {helpFigureText.typicalVehicleWithReceiverIdle(figures.quantity(30, "degC", 0))}
      </Text>
    </figure>
  );
}

/** Names of both sides, and of the flat stretch about its middle. */
function Names({ flatX }: { flatX: number | null }) {
  return (
    <g className={svgClass(12)} fontWeight="600">
      <text x={PLOT.left + 6} y={PLOT.top - 6} fill="var(--chakra-colors-ink)">
        {helpFigureText.highSide}
      </text>
      <text x={PLOT.left + 70} y={PLOT.top - 6} fill="var(--chakra-colors-low-side)">
        {helpFigureText.lowSide}
      </text>
      {flatX !== null && (
        <text x={flatX} y={PLOT.foot - 8} textAnchor="middle" fill="var(--chakra-colors-done)">
          {helpFigureText.noChangeInPressure}
        </text>
      )}
    </g>
  );
}

/** Around the label: as far as both pressures stay within a gauge's error of what they are at the label. */
function flatStretch(examples: ChargeExample[]): { from: number; to: number } | null {
  const label = examples.find(({ share }) => Math.abs(share - 1) < 0.01);
  if (label === undefined) return null;
  const same = ({ lowKpa, highKpa }: ChargeExample) =>
    Math.abs(lowKpa - label.lowKpa) < workshopInstruments.lowKpa &&
    Math.abs(highKpa - label.highKpa) < workshopInstruments.highKpa;
  const at = examples.indexOf(label);
  let [from, to] = [at, at];
  while (from > 0 && same(examples[from - 1]!)) from--;
  while (to < examples.length - 1 && same(examples[to + 1]!)) to++;
  return to > from ? { from: examples[from]!.share, to: examples[to]!.share } : null;
}

const rows = [
  { key: "lowKpa", name: commonText.lowSide, of: "kPa" },
  { key: "highKpa", name: commonText.highSide, of: "kPa" },
  { key: "ventC", name: commonText.centreVent, of: "degC" },
  { key: "superheatK", name: commonText.superheat, of: "K" },
  { key: "subcoolingK", name: commonText.subcooling, of: "K" },
] as const;

/** Effect of a cause on the readings: sound and faulty. */
function CauseFigure({ effect: { sound, withIt } }: { effect: CauseExample }) {
  const figures = useFigures();
  if (withIt === null) return <Text kind="soft">{helpFigureText.withThisFaultFullyDeveloped}</Text>;
  return (
    <Box>
      <Box
        as="table"
        w="full"
        fontSize="md"
        css={{
          "& td, & th": { py: "1", textAlign: "end" },
          "& th:first-of-type, & td:first-of-type": { textAlign: "start" },
        }}
      >
        <thead>
          <tr>
            <th> </th>
            <th>{helpFigureText.sound}</th>
            <th>{helpFigureText.fault}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, name, of }) => {
            const [a, b] = [figures.number(sound[key], of, 0), figures.quantity(withIt[key], of, 0)];
            const changed = figures.quantity(sound[key], of, 0) !== b;
            return (
              <tr key={key}>
                <td>{name}</td>
                <td>{a}</td>
                <td style={{ fontWeight: changed ? 600 : 400 }}>{b}</td>
              </tr>
            );
          })}
        </tbody>
      </Box>
      <Text kind="small" mt="1">
        {helpFigureText.typicalVehicleIdleClearFault(figures.quantity(30, "degC", 0))}
      </Text>
    </Box>
  );
}
