"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { type TakenChannel, takenChannels } from "@/core/readings/channels";
import { hinders, implausibleOf } from "@/core/readings/derive/plausibility";
import { cycleOfStream, presentIn, recentMean, worstState } from "@/core/readings/stream/judged-stream";
import { keptTrace } from "@/core/readings/stream/kept-trace";
import { LEAST_RUN_S, testPosition } from "@/core/readings/stream/test-order";
import { hasReadings, readingFileOf, type TestName, withSetting } from "@/core/records/derived/job-readings";
import type { Job, TestSetting } from "@/core/records/job";
import { type Entry, entry, entryOf } from "@/core/units/entry";
import { formatClock, type UnitId } from "@/core/units/units";
import type { LiveValues } from "@/session/job/live-store";
import { useJob, useLive, useSession, useSimulator } from "@/session/session";
import { useAnnounced } from "@/ui/announce";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { StepActs } from "@/views/job/frame/step-foot";
import { silentAdvice, testAdvice } from "@/words/capture";
import { implausibleWords } from "@/words/plausibility";
import { commonText } from "@/words/screens/common";
import { captureText } from "@/words/screens/steps/running";

/** A settled reading is the mean over this long; one taken early only over the last moments. */
const STEADY_MEAN_S = 20;
const EARLY_MEAN_S = 4;

/** Reasons that make moving readings useless. */
function impossibleNow(job: Job, which: TestName, setting: 0 | 1, { values, humidityPct }: LiveValues) {
  const { low, high, vent, ambient } = values;
  const shown = {
    ...(low === null ? {} : { low }),
    ...(high === null ? {} : { high }),
    ...(vent === null ? {} : { vent }),
  };
  const needles = { setting, values: shown, rpm: null, cycle: null, ambientC: ambient, humidityPct };
  const reading = readingFileOf(job, which, needles);
  const at = setting === 1 && !hasReadings(job[which].settings[0]) ? 0 : setting;
  return reading === null
    ? undefined
    : implausibleOf(reading).find((one) => hinders(one.code) && (one.setting === null || one.setting === at))?.code;
}

/** Whether the stream can be read now, by state, time and plausibility, and what is to be done. */
function useReadable(which: TestName) {
  const figures = useFigures();
  const { job } = useJob();
  const rack = useSimulator("engine", "stalledS", "latest", "settingSince", "source");
  const session = useSession();
  const live = useLive();
  const index = rack.engine === "fast" ? 1 : 0;
  const worst = live === null ? null : worstState(presentIn(live).map((channel) => live.states[channel]));
  // A clutch that cycles never stands still: two whole cycles are what can be read of it.
  const wholeCycles =
    live !== null &&
    worst?.state === "cycling" &&
    cycleOfStream(session.rack.getState().samples, rack.settingSince, live) !== null;
  const readable = worst?.state === "steady" || wholeCycles;
  const [idle, fast] = job[which].settings;
  const position = testPosition({
    engine: rack.engine,
    ranS: (rack.latest?.time ?? 0) - rack.settingSince,
    steady: readable,
    taken: { idle: hasReadings(idle), fast: hasReadings(fast) },
  });
  // Asked to take, it also takes again what is there already; only the order and the time must be kept.
  // Good readings are not replaced by such that no circuit shows.
  const impossible = live === null ? undefined : impossibleNow(job, which, index, live);
  const spoils = impossible !== undefined && hasReadings(job[which].settings[index]);
  const mayTake =
    impossible === undefined &&
    readable &&
    position.toRunS === 0 &&
    position.act !== "idle-first" &&
    rack.stalledS === null;
  const advice =
    rack.stalledS !== null
      ? silentAdvice
      : impossible !== undefined
        ? { title: implausibleWords[impossible].what, detail: implausibleWords[impossible].check, settled: false }
        : live === null
          ? null
          : testAdvice(position, live, rack.source.kind === "rack", figures, wholeCycles);
  return { live, position, spoils, mayTake, advice };
}

/** Takes the reading of the setting that runs. */
function useTaking(which: TestName, spoils: boolean) {
  const { edit } = useJob();
  const rack = useSimulator("engine", "stalledS", "latest", "settingSince", "note");
  const session = useSession();
  const live = useLive();
  const index = rack.engine === "fast" ? 1 : 0;
  return () => {
    if (!live || rack.engine === "off" || rack.stalledS !== null || spoils) return;
    const unsettled = presentIn(live).filter((channel) => live.states[channel].state !== "steady");
    const takenAt = new Date().toISOString();
    // While the clutch cycles all channels are read just before it lets go, where they belong together.
    const { samples } = session.rack.getState();
    const cycling = cycleOfStream(samples, rack.settingSince, live);
    const mean = (channel: TakenChannel | "ambient") =>
      recentMean(samples, channel, live.states[channel].state === "steady" ? STEADY_MEAN_S : EARLY_MEAN_S) ??
      live.values[channel];
    const rpm = rack.latest?.rpm ?? null;
    const trace = keptTrace(samples, rack.settingSince);
    rack.note("taken", index === 0 ? captureText.idleRecorded : captureText.fastIdleRecorded);
    edit((stored) => {
      const taken = (setting: TestSetting): TestSetting => ({
        ...setting,
        ...Object.fromEntries(takenChannels.map((c) => [c, entryOrGap(cycling?.at(c) ?? mean(c), setting[c].unit)])),
        cycle: cycling?.swing ?? null,
        trace,
        rpm: rpm === null ? setting.rpm : entryOf(Math.round(rpm / 10) * 10, "rpm"),
        takenAt,
        unsettled,
      });
      const changed = withSetting(stored, which, index, taken);
      const test = changed[which];
      return {
        ...changed,
        [which]: {
          ...test,
          // A channel that is not there leaves what was typed.
          ambient: mean("ambient") === null ? test.ambient : entryOrGap(mean("ambient"), test.ambient.unit),
          humidity: live.humidityPct === null ? test.humidity : entryOf(live.humidityPct, "pct"),
        },
      };
    });
  };
}

/** Says whether the stream can be read yet, and takes the reading for the setting that runs. Bound to T. */
export function CaptureBar({ which }: { which: TestName }) {
  const rack = useSimulator("engine", "stalledS", "settingSince");
  const running = rack.engine !== "off";
  const [byItself, setByItself] = useState(false);
  const { live, position, spoils, mayTake, advice } = useReadable(which);
  const take = useTaking(which, spoils);
  useShortcuts([{ key: "t", does: captureText.recordReading, run: take }]);
  useAnnounced(advice?.title ?? "", advice?.title ?? "");
  useAutomatic(byItself, mayTake, rack.settingSince, take);
  if (live === null || advice === null) return null;
  const speed = rack.engine === "fast" ? captureText.fastIdle : "idle";
  return (
    <>
      <Advice advice={advice} toRunS={position.toRunS}>
        <BenchButton
          px="3"
          aria-pressed={byItself}
          onClick={() => setByItself(!byItself)}
          title={captureText.recordEachSpeedOnceAll}
        >
          {byItself ? captureText.recordingWhenSteady : captureText.recordWhenSteady}
        </BenchButton>
      </Advice>
      <StepActs>
        {running ? (
          <BenchButton
            minW="170px"
            kind={position.act === "take" ? "act" : "quiet"}
            disabled={rack.stalledS !== null || spoils}
            shortcut="T"
            onClick={take}
          >
            {position.act === "take" ? captureText.take(speed) : captureText.recordNow}
          </BenchButton>
        ) : (
          <Text kind="strong">{commonText.engineOff}</Text>
        )}
      </StepActs>
    </>
  );
}

interface AdviceProps {
  advice: { title: string; detail: string; settled: boolean };
  /** Time that the engine must still run at this speed, s. */
  toRunS: number;
  children: ReactNode;
}

/** State of the stream, the time at this speed, and what hinders. */
function Advice({ advice: { title, detail, settled }, toRunS, children }: AdviceProps) {
  const rack = useSimulator("engine", "latest", "settingSince");
  const speed = rack.engine === "fast" ? "fast" : "idle";
  return (
    <Flex
      align="center"
      gap="3"
      bg="sheet"
      borderLeftWidth="6px"
      borderLeftColor={settled ? "done" : "wait"}
      rounded="card"
      ps="3"
      pe="1.5"
      py="0.5"
      minH="58px"
    >
      <Box flex="1" minW="0">
        <Flex align="baseline" gap="3" wrap="wrap">
          <Text kind="heading" lineHeight="1.2">
            {title}
          </Text>
          {rack.engine !== "off" && (
            <Text kind="note" whiteSpace="nowrap" aria-label={captureText.timeAtThisSpeed}>
              {speed === "idle" ? "idle" : captureText.fastIdle}{" "}
              {formatClock((rack.latest?.time ?? 0) - rack.settingSince)}
              {toRunS > 0 && ` of ${formatClock(LEAST_RUN_S[speed])}`}
            </Text>
          )}
        </Flex>
        <Text kind="note" lineHeight="1.25" lineClamp={2}>
          {detail}
        </Text>
      </Box>
      {children}
    </Flex>
  );
}

/** Channel value as an entry; a gap stays empty, never zero. */
function entryOrGap(value: number | null, unit: UnitId): Entry {
  return value === null ? entry("", unit) : entryOf(value, unit);
}

/** Takes a setting once, as soon as it is steady. */
function useAutomatic(on: boolean, steady: boolean, setting: number, take: () => void): void {
  const taken = useRef<number | null>(null);
  const act = useRef(take);
  useEffect(() => {
    act.current = take;
  });
  useEffect(() => {
    if (!on || !steady || taken.current === setting) return;
    taken.current = setting;
    act.current();
  }, [on, steady, setting]);
}
