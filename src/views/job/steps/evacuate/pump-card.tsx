"use client";

import { Flex } from "@chakra-ui/react";
import { useState } from "react";
import { gaugeSpecs, type VacuumTarget } from "@/core/charge/vacuum/target";
import { fields } from "@/core/records/fields";
import { type Job, MOST_MARKS } from "@/core/records/job";
import { entryOf } from "@/core/units/entry";
import { formatClock, type UnitId } from "@/core/units/units";
import { keepChoices } from "@/session/choices";
import { useDesk, useJob, useSession, useSimulator } from "@/session/session";
import { useAnnounced } from "@/ui/announce";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { fieldRow } from "@/ui/fields/field-note";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Text } from "@/ui/text";
import { useTick } from "@/ui/tick";
import { StepActs } from "@/views/job/frame/step-foot";
import { WriteDown } from "@/views/job/instruments/write-down";
import { simulatorSentence } from "@/words/issues";
import { pumpCardText } from "@/words/screens/steps/evacuate";
import { holdLength, holdOf, holdOptions, targetNote } from "@/words/vacuum";

type Evacuate = Job["evacuate"];
type Mark = Evacuate["marks"][number];

interface PumpCardProps {
  target: VacuumTarget | null;
  holdS: number;
}

/** Pump, hold and reading of one evacuation, with its clock. */
function usePump() {
  const { job, record } = useJob();
  const rack = useSimulator("status", "source", "latest", "setEngine", "setMachine");
  const desk = useDesk("vacuumClock");
  const { live: stream } = useSession();
  const [refused, setRefused] = useState<string | null>(null);
  const { evacuate } = job;
  const decimals = decimalsOf(evacuate.lowest.unit);
  const phase = evacuate.marks.at(-1)?.kind ?? null;
  // A live vacuum gauge is followed as the simulated one is; pump and valves are worked by hand.
  const connected = rack.status === "running" && (rack.source.kind === "rack" || rack.latest?.vacuumKpa != null);
  const coming = job.rackVehicle !== null && !connected && rack.status !== "lost";
  const shown = connected ? (rack.latest?.vacuumKpa ?? null) : (evacuate.trace.at(-1)?.kpa ?? null);
  useTick(!connected && phase !== null && phase !== "end");
  // A pull takes two marks at least, and its end must always fit.
  const full = evacuate.marks.length > MOST_MARKS - 3;
  const since = desk.vacuumClock() - (evacuate.marks.at(-1)?.t ?? 0);
  const mark = (kind: Mark["kind"], change: (evacuate: Evacuate) => Partial<Evacuate> = () => ({})) => {
    const t = Math.round(desk.vacuumClock() * 10) / 10;
    const now = new Date().toISOString();
    record((stored) => ({
      ...stored,
      evacuate: {
        ...stored.evacuate,
        startedAt: stored.evacuate.startedAt ?? now,
        marks: [...stored.evacuate.marks, { t, kind }],
        ...(connected ? {} : { seenAt: now }),
        ...change(stored.evacuate),
      },
    }));
  };
  const pump = async () => {
    rack.setEngine("off");
    if (connected) {
      const issue = await rack.setMachine("pump");
      setRefused(issue ? simulatorSentence(issue) : null);
      if (issue) return;
    }
    const ambient = stream.getState().live?.values.ambient ?? null;
    mark("pump", ({ wall }) => (wall.text === "" && ambient !== null ? { wall: entryOf(ambient, wall.unit) } : {}));
  };
  const hold = async () => {
    if (connected) {
      const issue = await rack.setMachine("off");
      setRefused(issue ? simulatorSentence(issue) : null);
      if (issue) return;
    }
    mark("hold", ({ lowest }) => (shown === null ? {} : { lowest: entryOf(shown, lowest.unit, decimals) }));
  };
  const end = () =>
    mark("end", ({ held, hold: length }) =>
      shown === null
        ? {}
        : { held: entryOf(shown, held.unit, decimals), hold: entryOf(since, length.unit === "s" ? "s" : "min", 1) },
    );
  return { evacuate, phase, connected, coming, shown, full, since, refused, pump, hold, end, clockS: desk.vacuumClock };
}
type Pump = ReturnType<typeof usePump>;

function pumpWords({ phase, since }: Pump, holdS: number): string {
  if (phase === null) return pumpCardText.notStarted;
  if (phase === "pump") return pumpCardText.pumpOnForToHold(clock(since));
  if (phase === "end") return pumpCardText.holdRecorded;
  return since < holdS
    ? pumpCardText.holdingForLeft(clock(since), clock(holdS - since))
    : pumpCardText.holdingForHoldTimeReached(clock(since));
}

/** Pump on, shut off, hold, read: the one act at a time, with its clock. */
export function PumpCard({ target, holdS }: PumpCardProps) {
  const figures = useFigures();
  const { edit } = useJob();
  const state = usePump();
  const { evacuate, phase, connected, shown, since, refused } = state;
  const unit = evacuate.lowest.unit;
  const decimals = decimalsOf(unit);
  const words = pumpWords(state, holdS);
  useAnnounced(words, `${phase} ${since >= holdS}`);
  return (
    <Card title={connected ? pumpCardText.vacuumGaugeSimulator : pumpCardText.vacuumGauge}>
      <Flex align="end" css={fieldRow} gap="6" wrap="wrap">
        <Measure
          label={pumpCardText.absolutePressure}
          value={shown}
          unit={unit}
          decimals={decimals}
          size="large"
          note={connected && shown === null ? pumpCardText.refrigerantStillInTheCircuit : undefined}
        />
        {target && (
          <Measure
            label={pumpCardText.targetVacuum}
            value={target.targetKpa}
            unit={unit}
            decimals={decimals}
            note={targetNote(target, gaugeSpecs[evacuate.gauge].relative, unit, figures)}
          />
        )}
      </Flex>
      <PumpActs state={state} target={target} holdS={holdS} />
      <Flex mt="2" gap="4" wrap="wrap" align="end" css={fieldRow}>
        <Text fontSize="md" fontWeight="semibold" color="soft" flex="1">
          {words}
        </Text>
        {!connected && phase !== null && (
          <WriteDown
            name="vacuum"
            spec={fields.held}
            label={pumpCardText.gaugeReading}
            unit={unit}
            onWrite={(kpa) => addPoint(edit, state.clockS(), kpa)}
          />
        )}
        <Choice
          label={pumpCardText.holdTime}
          options={holdOptions}
          value={String(holdS)}
          onChange={(value) => keepChoices({ holdS: holdOf(value) })}
        />
      </Flex>
      {refused && (
        <Text kind="alarm" mt="2" role="alert">
          {refused}
        </Text>
      )}
    </Card>
  );
}

const decimalsOf = (unit: UnitId) => (unit === "micron" ? 0 : 2);

/** What is possible in this phase; the next act is the loud one. */
function PumpActs({ state, target, holdS }: PumpCardProps & { state: Pump }) {
  const { evacuate, phase, coming, full, shown, since, pump, hold, end } = state;
  const deep = target !== null && shown !== null && shown < target.targetKpa;
  return (
    <StepActs>
      {phase !== "pump" && (
        <BenchButton
          kind={phase === null && evacuate.lowest.text === "" ? "act" : "quiet"}
          disabled={coming || full}
          onClick={pump}
        >
          {full
            ? pumpCardText.aJobHoldsAtMost(MOST_MARKS)
            : phase === null
              ? pumpCardText.startPump
              : pumpCardText.evacuateAgain}
        </BenchButton>
      )}
      {phase === "pump" && (
        <BenchButton minW="180px" kind={deep ? "act" : "quiet"} disabled={coming} onClick={hold}>
          {pumpCardText.startHold}
        </BenchButton>
      )}
      {phase === "hold" && (
        <BenchButton kind={since >= holdS ? "act" : "quiet"} disabled={since < fields.hold.min} onClick={end}>
          {since < fields.hold.min
            ? pumpCardText.holdAtLeastSS(fields.hold.min, Math.ceil(fields.hold.min - since))
            : pumpCardText.endHoldAfter(clock(since))}
        </BenchButton>
      )}
    </StepActs>
  );
}

/** A running clock to the second; past an hour and a half the seconds say nothing. */
const clock = (seconds: number) => (seconds < 5400 ? formatClock(seconds) : holdLength(seconds));

/** A reading from a gauge that is not connected, at the wall's time. */
function addPoint(edit: (change: (job: Job) => Job) => unknown, clock: number, kpa: number): void {
  const seenAt = new Date().toISOString();
  const point = { t: Math.round(clock * 10) / 10, kpa };
  edit((stored) => ({
    ...stored,
    evacuate: {
      ...stored.evacuate,
      trace: [...stored.evacuate.trace, point],
      seenAt,
    },
  }));
}
