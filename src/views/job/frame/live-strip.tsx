"use client";

import { Box, Flex } from "@chakra-ui/react";
import { channels, type StreamChannel } from "@/core/readings/channels";
import type { InstrumentAccuracy } from "@/core/readings/derive/instruments";
import type { Measured } from "@/core/readings/derive/measured";
import { worstState } from "@/core/readings/stream/judged-stream";
import type { StreamState } from "@/core/readings/stream/stream-state";
import type { Figures } from "@/core/units/figures";
import { formatNumber, type UnitId } from "@/core/units/units";
import type { LiveValues } from "@/session/job/live-store";
import { useJobOf, useLiveOf, useSession, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Explain } from "@/ui/explain";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { LiveCell, LiveCells } from "@/ui/live-cells";
import { Text } from "@/ui/text";
import { healthWords } from "@/words/instruments";
import { commonText } from "@/words/screens/common";
import { liveStripText } from "@/words/screens/job-frame";

/** The numbers that move, always in the same place while instruments run. */
export function LiveStrip() {
  const { status, reason, stalledS, connect } = useSimulator("status", "reason", "stalledS", "connect");
  const rackVehicle = useJobOf((job) => job.rackVehicle);
  const session = useSession();
  const streams = useLiveOf((live) => live !== null);
  if (status === "lost") {
    const again = () => {
      const { job } = session.jobs.getState();
      if (job !== null && rackVehicle !== null) connect(rackVehicle, job);
    };
    return (
      <Flex bg="field" borderTopWidth="1px" borderColor="line" minH="84px" align="center" px="4" gap="4">
        <Text>
          <b>{liveStripText.simulatorLost}</b> {reason}
          {liveStripText.recordedReadingsAreKept}
        </Text>
        {rackVehicle !== null && (
          <BenchButton kind="act" onClick={again}>
            {liveStripText.connectAgain}
          </BenchButton>
        )}
      </Flex>
    );
  }
  if (!streams) return null;
  return (
    <Box position="relative">
      <Cells />
      {/* Over the old numbers, not above them: what stands at the foot of the step must not move. */}
      {stalledS !== null && (
        <Flex
          position="absolute"
          inset="0"
          bg="danger"
          opacity="0.94"
          color="onDanger"
          px="4"
          align="center"
          role="alert"
        >
          <Text kind="heading">{liveStripText.noDataForSThese(stalledS)}</Text>
        </Flex>
      )}
    </Box>
  );
}

function Cells() {
  return (
    <LiveCells label={liveStripText.liveReadings}>
      {cells.map((cell) => (
        <Cell key={cell.name} cell={cell} />
      ))}
    </LiveCells>
  );
}

interface CellSpec {
  name: string;
  /** Its entry in the glossary. */
  about: string;
  /** Text above the number where it is more than the name. */
  label?: (live: LiveValues) => string;
  value: (live: LiveValues, accuracy: InstrumentAccuracy) => Measured | null;
  unit: UnitId;
  decimals?: number;
  state: (live: LiveValues) => StreamState;
  /** Unit of the channel; a derived value has none of its own. */
  channel?: StreamChannel;
}

function channelCell(
  channel: StreamChannel,
  error: keyof InstrumentAccuracy,
  unit: CellSpec["unit"],
  about: string,
): CellSpec {
  return {
    name: channels[channel].short,
    about,
    value: ({ values }, accuracy) => {
      const value = values[channel];
      return value === null ? null : { value, uncertainty: accuracy[error] };
    },
    unit,
    state: ({ states }) => states[channel],
    channel,
  };
}

const cells: readonly CellSpec[] = [
  channelCell("low", "lowKpa", "kPa", "low-side"),
  channelCell("high", "highKpa", "kPa", "high-side"),
  channelCell("vent", "ventK", "degC", "vent"),
  {
    ...channelCell("ambient", "ambientK", "degC", "approach"),
    label: ({ humidityPct }) => liveStripText.ambient(formatNumber(humidityPct, "pct")),
  },
  {
    name: commonText.superheat,
    about: "superheat",
    value: ({ derived }) => derived?.superheatK ?? null,
    unit: "K",
    decimals: 0,
    state: ({ states }) => worstState([states.low, states.suction]),
  },
  {
    name: commonText.subcooling,
    about: "subcooling",
    value: ({ derived }) => derived?.subcoolingK ?? null,
    unit: "K",
    decimals: 0,
    state: ({ states }) => worstState([states.high, states.liquid]),
  },
  {
    name: liveStripText.airDrop,
    about: "air-split",
    value: ({ derived }) => derived?.airSplitK ?? null,
    unit: "K",
    state: ({ states }) => worstState([states.vent, states.ambient]),
  },
];

/** One number, drawn again only when what stands in it has changed. */
function Cell({ cell }: { cell: CellSpec }) {
  const accuracy = useAccuracy();
  const figures = useFigures();
  const { label, number, tail, word, tone } = useLiveOf((live) => shownIn(cell, figures, accuracy, live));
  return (
    <LiveCell
      name={
        <Explain about={cell.about} fontSize="sm" color="soft" whiteSpace="nowrap">
          {label}
        </Explain>
      }
      number={number}
      tail={tail}
    >
      <Text fontSize="sm" color={tone} fontWeight={tone === "danger" ? "semibold" : "normal"}>
        {word}
      </Text>
    </LiveCell>
  );
}

function shownIn(cell: CellSpec, figures: Figures, accuracy: InstrumentAccuracy, live: LiveValues | null) {
  const { unit } = cell;
  const value = live && cell.value(live, accuracy);
  const health = live && cell.channel ? live.health[cell.channel] : "ok";
  const { text, tone } =
    health !== "ok"
      ? { text: healthWords[health], tone: "danger" }
      : value === null || live === null
        ? { text: liveStripText.notMeasured, tone: "soft" }
        : wordOf(cell.state(live));
  return {
    label: live && cell.label ? cell.label(live) : cell.name,
    number: figures.number(value?.value, unit, cell.decimals),
    tail: value ? `± ${figures.uncertainty(value.uncertainty, unit)} ${figures.label(unit)}` : figures.label(unit),
    word: text,
    tone,
  };
}

function wordOf(state: StreamState): { text: string; tone: string } {
  return {
    text: state.state === "cycling" ? `cycling, ${Math.round(state.period)} s` : state.state,
    tone: state.state === "steady" ? "done" : state.state === "waiting" ? "soft" : "wait",
  };
}
