"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useTheme } from "next-themes";
import { type ReactNode, useEffect, useState } from "react";
import type { TraceChannel } from "@/core/readings/channels";
import { traceCsv } from "@/core/readings/stream/trace-csv";
import type { TraceSample, TraceStore } from "@/core/readings/stream/trace-store";
import { saveTextFile } from "@/services/save-file";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { traceText } from "@/words/screens/pictures";
import { TRACE_HEIGHT, traceOption } from "./trace-option";
import { chartInks, useEchart } from "./use-echart";

interface TraceProps {
  trace: TraceStore;
  /** Newest sample of it; null while nothing has come. */
  latest: TraceSample | null;
  /** Minutes shown at first. */
  minutes?: number;
  /** Temperature lines shown at first. */
  temperatures?: readonly TraceChannel[];
  /** Name of the exported table. */
  fileName?: string;
  /** Low at first, to stand on one screen with other pictures; it opens to its whole height. */
  low?: boolean;
  /** Stands below the whole drawing. */
  children?: ReactNode;
}

const spans = [2, 6, 20, 60] as const;
const choosable = [
  { channel: "vent", name: "vent" },
  { channel: "suction", name: "suction" },
  { channel: "liquid", name: "liquid" },
  { channel: "discharge", name: "discharge" },
  { channel: "ambient", name: "ambient" },
] as const satisfies readonly { channel: TraceChannel; name: string }[];

/**
 * All channels against time: pressures above, temperatures below, how settled it was and what happened beneath them. The chart
 * library is fetched from our own server when first needed.
 */
export function Trace({
  trace,
  latest,
  minutes = 6,
  temperatures = ["vent", "suction", "liquid"],
  fileName = "evrid-trace.csv",
  low = false,
  children,
}: TraceProps) {
  const figures = useFigures();
  const { host, chart, width } = useEchart();
  const [span, setSpan] = useState<number>(minutes);
  const [shown, setShown] = useState<readonly TraceChannel[]>(temperatures);
  const { resolvedTheme } = useTheme();
  const [whole, setWhole] = useState(!low);

  const newest = latest?.time ?? 0;
  useEffect(() => {
    if (chart === null || width === 0) return;
    // Drawn with the next frame, so that a batch never waits for a drawing.
    const frame = requestAnimationFrame(() => {
      const option = traceOption({
        trace,
        endS: newest,
        minutes: span,
        temperatures: shown,
        figures,
        width,
        low: !whole,
        inks: chartInks[resolvedTheme === "dark" ? "dark" : "light"],
      });
      chart.resize();
      chart.setOption(option, { replaceMerge: ["series", "graphic"] });
    });
    return () => cancelAnimationFrame(frame);
  }, [chart, width, trace, newest, span, shown, figures, resolvedTheme, whole]);

  return (
    <Box>
      {low && <TraceHead span={span} whole={whole} onWhole={setWhole} />}
      {whole && <TraceControls span={span} onSpan={setSpan} shown={shown} onShown={setShown} />}
      <Box position="relative">
        <Box
          ref={host}
          h={`${whole ? TRACE_HEIGHT.whole : TRACE_HEIGHT.low}px`}
          role="img"
          aria-label={
            latest
              ? traceText.traceOfTheLastMinutes(
                  span,
                  figures.quantity(latest.low, "kPa"),
                  figures.quantity(latest.high, "kPa"),
                  figures.quantity(latest.vent, "degC"),
                )
              : traceText.traceEmpty
          }
        />
        {latest === null && (
          <Text position="absolute" inset="0" m="auto" h="fit-content" textAlign="center" kind="soft">
            {traceText.noReadingsYet}
          </Text>
        )}
      </Box>
      {whole && (
        <Flex gap="3" wrap="wrap" align="end" justify="space-between">
          {children}
          <BenchButton
            kind="quiet"
            px="2.5"
            disabled={latest === null}
            onClick={() => saveTextFile(fileName, traceCsv(trace), "text/csv")}
          >
            {traceText.exportTable}
          </BenchButton>
        </Flex>
      )}
    </Box>
  );
}

interface TraceControlsProps {
  span: number;
  onSpan: (minutes: number) => void;
  shown: readonly TraceChannel[];
  onShown: (channels: readonly TraceChannel[]) => void;
}

/** Lines and minutes shown. */
function TraceControls({ span, onSpan, shown, onShown }: TraceControlsProps) {
  return (
    <Flex gap="1.5" wrap="wrap" mb="1" justify="space-between">
      <Flex gap="1.5" wrap="wrap" role="group" aria-label={traceText.linesShown}>
        {choosable.map(({ channel, name }) => (
          <BenchButton
            key={channel}
            aria-pressed={shown.includes(channel)}
            px="2.5"
            onClick={() =>
              onShown(shown.includes(channel) ? shown.filter((other) => other !== channel) : [...shown, channel])
            }
          >
            {name}
          </BenchButton>
        ))}
      </Flex>
      <Flex gap="1.5" role="group" aria-label={traceText.minutesShown}>
        {spans.map((value) => (
          <BenchButton
            key={value}
            aria-pressed={span === value}
            px="2.5"
            minW="target"
            aria-label={traceText.min(value)}
            onClick={() => onSpan(value)}
          >
            {value === spans.at(-1) ? traceText.min(value) : value}
          </BenchButton>
        ))}
      </Flex>
    </Flex>
  );
}

function TraceHead({ span, whole, onWhole }: { span: number; whole: boolean; onWhole: (is: boolean) => void }) {
  return (
    <Flex justify="space-between" align="center" h="30px">
      <Text as="h2" kind="label">
        {traceText.lastMinutes(span)}
      </Text>
      <BenchButton
        kind="quiet"
        px="2.5"
        alignSelf="flex-start"
        zIndex="1"
        w="84px"
        aria-label={traceText.traceSettings}
        aria-expanded={whole}
        onClick={() => onWhole(!whole)}
      >
        {whole ? "Less" : "More"}
      </BenchButton>
    </Flex>
  );
}
