"use client";

import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import {
  type HoldCause,
  type HoldFit,
  type HoldIssue,
  type HoldPoint,
  type HoldSetting,
  holdCauses,
  holdFor,
  judgeHold,
  smallestLeak,
  type VacuumVerdict,
  vacuumGauges,
  vacuumTarget,
} from "@/core/charge/vacuum";
import { saturationGaugeKpa } from "@/core/readings/saturation-temperature";
import { holdSchools } from "@/core/records/choices";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { vehicleLabelOf, workableRefrigerant } from "@/core/records/job-readings";
import type { Result } from "@/core/result";
import { type Entry, entry, entryOf, entryValue } from "@/core/units/entry";
import { formatClock, formatNumber, formatQuantity, type UnitId } from "@/core/units/units";
import { changeChoices } from "@/data/choices";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { Measure } from "@/ui/measure";
import { Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { rackSentence } from "@/ui/sentences";
import { useChargeAnswer } from "../charge-answers";
import { useChoices } from "../choices";
import { useDesk } from "../desk-context";
import { useJob, useSetPart } from "../job-context";
import { useLive } from "../live";
import { useRack } from "../rack-context";
import { optionsOf, vacuumGaugeLabels } from "../words";
import { RackPanel } from "./rack-panel";
import { StepEnd } from "./step-end";
import { VacuumTrace } from "./vacuum-trace";

type Evacuate = Job["evacuate"];
type Mark = Evacuate["marks"][number];

/** Volume of a middling circuit where the label is not known, m3. */
const USUAL_VOLUME_M3 = 3.4e-3;
/** The mean temperature of a year, at which a leak will face the standing charge, degC. */
const YEAR_C = 20;

export function EvacuateStep() {
  const { job } = useJob();
  const set = useSetPart("evacuate");
  const { holdS, wantedLeakGYear } = useChoices();
  const { evacuate } = job;
  const setting = useHoldSetting(job);
  const points = holdPoints(evacuate);
  const started = points[0]?.time ?? 0;
  const unit = evacuate.lowest.unit;
  const key = setting === null || points.length < 6 ? null : JSON.stringify([points.length, points.at(-1), setting]);
  const fit = useChargeAnswer<Result<HoldFit, HoldIssue>>(key, (api) => api.fit(points, setting!));
  const target = setting === null ? null : vacuumTarget(setting.coldestWallC, setting.altitudeM, evacuate.gauge);
  const fitted = fit?.ok ? fit.value.fitted : null;
  return (
    <Stack gap="3.5" maxW="1080px">
      <RackPanel />
      <PumpCard target={target} holdS={holdS} />
      <Card title="Pressure since the pump was started">
        <VacuumTrace
          evacuate={evacuate}
          targetKpa={target?.targetKpa ?? null}
          boilingKpa={target?.boilingKpa ?? null}
          fitted={fitted}
          unit={unit}
        />
      </Card>
      {fit?.ok ? (
        <HoldReading
          fit={fit.value}
          seconds={(points.at(-1)?.time ?? 0) - started}
          unit={unit}
          wantedGYear={wantedLeakGYear}
        />
      ) : (
        fit && (
          <Notice tone="wait" title="The hold cannot be read yet">
            {issueWords(fit.issue)}
          </Notice>
        )
      )}
      {setting !== null && (
        <SightCard
          setting={setting}
          holdS={holdS}
          wantedGYear={wantedLeakGYear}
          startKpa={points[0]?.kpa ?? target!.targetKpa / 2}
        />
      )}
      <Grid templateColumns={{ base: "1fr", xl: "1fr 1fr" }} gap="3.5" alignItems="start">
        <Card title="Gauge and the coldest part">
          <Stack gap="3">
            <Choice
              label="Vacuum gauge"
              options={optionsOf(vacuumGaugeLabels)}
              value={vacuumGauges.includes(evacuate.gauge) ? evacuate.gauge : null}
              onChange={(gauge) => set({ gauge })}
            />
            <NumberField
              spec={fields.wall}
              value={evacuate.wall}
              hint="The pressure must get under what water boils at there."
              onChange={(wall) => set({ wall })}
            />
          </Stack>
        </Card>
        <TypedHold />
      </Grid>
      <StepEnd step="evacuate" gaps={evacuateGaps(evacuate, points)} />
    </Stack>
  );
}

/** Where the hold is read in: volume, wall, altitude, gauge; null while wall or altitude are missing. */
function useHoldSetting(job: Job): HoldSetting | null {
  const label = vehicleLabelOf(job);
  const volume = useChargeAnswer(label === null ? null : JSON.stringify(label), (api) => api.volume(label!));
  const coldestWallC = entryValue(fields.wall, job.evacuate.wall);
  const altitudeM = entryValue(fields.altitude, job.altitude);
  const refrigerant = workableRefrigerant(job);
  if (coldestWallC === null || altitudeM === null || refrigerant === null) return null;
  const standing = saturationGaugeKpa(refrigerant, YEAR_C, altitudeM) ?? 470;
  return {
    volumeM3: volume ?? USUAL_VOLUME_M3,
    coldestWallC,
    altitudeM,
    gauge: job.evacuate.gauge,
    standingKpa: standing + atmosphericPressureKpa(altitudeM),
  };
}

/** Points of the newest hold, on the trace's clock: from the shut-off to its end. */
function holdPoints({ trace, marks }: Evacuate): HoldPoint[] {
  const at = marks.findLastIndex(({ kind }) => kind === "hold");
  if (at < 0) return [];
  const from = marks[at]!.t;
  const to = marks[at + 1]?.t ?? Number.POSITIVE_INFINITY;
  return trace.filter(({ t }) => t >= from && t <= to + 1).map(({ t, kpa }) => ({ time: t, kpa }));
}

function PumpCard({ target, holdS }: { target: ReturnType<typeof vacuumTarget> | null; holdS: number }) {
  const { job, record, edit } = useJob();
  const rack = useRack();
  const live = useLive();
  const desk = useDesk();
  const [refused, setRefused] = useState<string | null>(null);
  const { evacuate } = job;
  const unit = evacuate.lowest.unit;
  const decimals = unit === "micron" ? 0 : 2;
  const phase = evacuate.marks.at(-1)?.kind ?? null;
  const connected = rack.status === "running" && rack.source.kind === "rack";
  const shown = connected ? (rack.latest?.vacuumKpa ?? null) : (evacuate.trace.at(-1)?.kpa ?? null);
  useTick(!connected && phase !== null && phase !== "end");
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
      setRefused(issue ? rackSentence(issue) : null);
      if (issue) return;
    }
    const ambient = live?.values.ambient ?? null;
    mark("pump", ({ wall }) => (wall.text === "" && ambient !== null ? { wall: entryOf(ambient, wall.unit) } : {}));
  };
  const hold = async () => {
    if (connected) await rack.setMachine("off");
    mark("hold", ({ lowest }) => (shown === null ? {} : { lowest: entryOf(shown, lowest.unit, decimals) }));
  };
  const end = () =>
    mark("end", ({ held, hold: length }) =>
      shown === null
        ? {}
        : { held: entryOf(shown, held.unit, decimals), hold: entryOf(since, length.unit === "s" ? "s" : "min", 1) },
    );
  const deep = target !== null && shown !== null && shown < target.targetKpa;
  const words =
    phase === null
      ? "Not started."
      : phase === "pump"
        ? `Pump on for ${formatClock(since)}.`
        : phase === "hold"
          ? since < holdS
            ? `Holding for ${formatClock(since)}, ${formatClock(holdS - since)} to go.`
            : `Holding for ${formatClock(since)}: as long as this workshop holds.`
          : "The hold was read.";
  return (
    <Card title={connected ? "Vacuum gauge, on the simulated rack" : "Vacuum gauge"}>
      <Flex align="end" gap="6" wrap="wrap">
        <Measure
          label="Absolute pressure in the circuit"
          value={shown}
          unit={unit}
          decimals={decimals}
          size="large"
          note={connected && shown === null ? "refrigerant is still in it" : undefined}
        />
        {target && (
          <Measure
            label="Pump below"
            value={target.targetKpa}
            unit={unit}
            decimals={decimals}
            note={
              target.gaugeSees
                ? evacuate.gauge === "electronic"
                  ? `water boils at ${formatQuantity(target.boilingKpa, unit, decimals)}`
                  : `the needle then shows ${formatQuantity(target.needleKpa, "kPa", 1)} here`
                : "this needle cannot show it: pump by the clock, an hour at least"
            }
          />
        )}
        <Flex gap="2" wrap="wrap">
          {phase !== "pump" && (
            <BenchButton kind={phase === null ? "main" : "quiet"} onClick={pump}>
              {phase === null ? "Start the pump" : "Pull again"}
            </BenchButton>
          )}
          {phase === "pump" && (
            <BenchButton kind={deep ? "act" : "main"} onClick={hold}>
              Shut the valve, stop the pump, begin the hold
            </BenchButton>
          )}
          {phase === "hold" && (
            <BenchButton kind={since >= holdS ? "act" : "quiet"} disabled={since < fields.hold.min} onClick={end}>
              {`End the hold after ${formatClock(since)}`}
            </BenchButton>
          )}
        </Flex>
      </Flex>
      <Flex mt="2" gap="4" wrap="wrap" align="end">
        <Text fontSize="17px" fontWeight="600" color="soft" role="status" flex="1">
          {words}
        </Text>
        {!connected && phase !== null && <TypedPoint onPoint={(kpa) => addPoint(edit, desk.vacuumClock(), kpa)} />}
        <Choice
          label="This workshop holds for"
          options={holdSchools.map((s) => ({ value: String(s), label: s === 3600 ? "1 h" : `${s / 60} min` }))}
          value={String(holdS)}
          onChange={(value) => void changeChoices({ holdS: holdSchools.find((s) => String(s) === value)! })}
        />
      </Flex>
      {refused && (
        <Text color="act" mt="2" role="alert">
          {refused}
        </Text>
      )}
    </Card>
  );
}

/** Draws anew each second while a clock is looked at that nothing else moves. */
function useTick(on: boolean): void {
  const [, tick] = useState(0);
  useEffect(() => {
    if (!on) return;
    const timer = setInterval(() => tick((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, [on]);
}

/** A reading from a gauge that is not connected, at the wall's time. */
function addPoint(edit: (change: (job: Job) => Job) => void, clock: number, kpa: number): void {
  edit((stored) => ({
    ...stored,
    evacuate: {
      ...stored.evacuate,
      trace: [...stored.evacuate.trace, { t: Math.round(clock * 10) / 10, kpa }],
      seenAt: new Date().toISOString(),
    },
  }));
}

function TypedPoint({ onPoint }: { onPoint: (kpa: number) => void }) {
  const [typed, setTyped] = useState<Entry>(entry("", "mbarAbs"));
  const kpa = entryValue(fields.held, typed);
  return (
    <Flex gap="2" align="end">
      <Box w="210px">
        <NumberField spec={fields.held} label="The gauge shows now" value={typed} onChange={setTyped} />
      </Box>
      <BenchButton
        disabled={kpa === null}
        onClick={() => {
          if (kpa === null) return;
          onPoint(kpa);
          setTyped({ ...typed, text: "" });
        }}
      >
        Write it down
      </BenchButton>
    </Flex>
  );
}

const causeWords: Record<HoldCause, readonly [string, string]> = {
  tight: [
    "It held",
    "What rose and levelled off came out of the oil. No leak that this hold could have seen, no water.",
  ],
  leak: [
    "It leaks",
    "The pressure rises straight on and does not level off. Find the place before anything is charged.",
  ],
  moisture: [
    "There is water in it",
    "The rise levels off where water boils in the coldest part. Pull again, longer, warm the engine bay; renew the drier if it stood open.",
  ],
  "leak-and-moisture": [
    "Water, and a leak",
    "Part of the rise levels off as water does, part goes straight on. Mend the leak first: it brings the water in.",
  ],
};

function HoldReading({
  fit,
  seconds,
  unit,
  wantedGYear,
}: {
  fit: HoldFit;
  seconds: number;
  unit: UnitId;
  wantedGYear: number;
}) {
  const sure = fit.probabilities[fit.cause];
  const leaks = fit.cause === "leak" || fit.cause === "leak-and-moisture";
  const [title, meaning] = causeWords[fit.cause];
  const coarse = fit.cause === "tight" && fit.smallestGYear > wantedGYear;
  const decimals = unit === "micron" ? 0 : 2;
  return (
    <Notice
      tone={fit.cause === "tight" ? (coarse ? "wait" : "done") : "act"}
      title={`${title}${coarse ? ", as far as it goes" : ""}`}
    >
      <Text>{meaning}</Text>
      <Flex gap="6" wrap="wrap" mt="2" color="ink">
        <Fact
          label="Straight rise"
          value={`${formatQuantity(fit.leakKpaPerMin, unit, unit === "micron" ? 0 : 3)} a minute`}
        />
        {leaks && (
          <Fact
            label="As refrigerant through the same hole"
            value={`${formatNumber(fit.leakGYear.median, "g")} g a year (${formatNumber(fit.leakGYear.low, "g")} to ${formatNumber(fit.leakGYear.high, "g")})`}
          />
        )}
        <Fact
          label="Part that levels off"
          value={`${formatQuantity(fit.levelKpa, unit, decimals)}; water would reach ${formatQuantity(fit.boilingKpa, unit, decimals)}`}
        />
        <Fact
          label={`Smallest leak ${formatClock(seconds)} with this gauge could have seen`}
          value={`${formatNumber(fit.smallestGYear, "g")} g a year`}
        />
        <Fact
          label="How sure"
          value={holdCauses
            .filter((cause) => fit.probabilities[cause] > 0.01)
            .sort((a, b) => fit.probabilities[b] - fit.probabilities[a])
            .map((cause) => `${shortWords[cause]} ${share(fit.probabilities[cause])}`)
            .join(", ")}
        />
      </Flex>
      {sure < 0.8 && <Text mt="1">Not told apart yet: hold longer and watch whether it bends.</Text>}
    </Notice>
  );
}

const shortWords: Record<HoldCause, string> = {
  tight: "tight",
  leak: "leak",
  moisture: "water",
  "leak-and-moisture": "both",
};

/** Nothing that is fitted is a hundred per cent certain. */
function share(p: number): string {
  return p > 0.99 ? "over 99 in 100" : `${Math.round(p * 100)} in 100`;
}

function Fact({ label, value }: { label: string; value: string }) {
  return (
    <Box>
      <Text fontSize="13px" color="soft">
        {label}
      </Text>
      <Text fontSize="17px" fontWeight="650">
        {value}
      </Text>
    </Box>
  );
}

function SightCard({
  setting,
  holdS,
  wantedGYear,
  startKpa,
}: {
  setting: HoldSetting;
  holdS: number;
  wantedGYear: number;
  startKpa: number;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const needed = holdFor(wantedGYear, startKpa, setting);
  const seen = smallestLeak(holdS, startKpa, setting);
  return (
    <Card title="What a hold can see">
      <Flex gap="6" wrap="wrap" align="end">
        <Measure
          label={`Smallest leak in ${holdS === 3600 ? "1 h" : `${holdS / 60} min`}`}
          value={seen}
          unit="g"
          note="a year, with this gauge and this circuit"
        />
        <Box w="200px">
          <NumberField
            spec={wantedSpec}
            label="Leak it ought to show, a year"
            value={entry(typed ?? String(wantedGYear), "g")}
            hideUnit
            onChange={({ text }) => {
              setTyped(text);
              const grams = entryValue(wantedSpec, entry(text, "g"));
              if (grams !== null) void changeChoices({ wantedLeakGYear: grams });
            }}
          />
        </Box>
        <Text fontSize="18px" fontWeight="650" pb="1">
          {needed === null
            ? "Not with this gauge within a day: look with a sniffer when it is charged."
            : `Hold ${needed < 5400 ? `${Math.ceil(needed / 60)} min` : `${formatNumber(needed / 3600, "g", 1)} h`} for that.`}
        </Text>
      </Flex>
      <Text color="soft" mt="1" fontSize="14px">
        A sound car loses 10 to 15 g a year through hoses and seal: no hold shows that, and none need to.
      </Text>
    </Card>
  );
}

const wantedSpec = { label: "Leak it ought to show", dimension: "mass", min: 5, max: 5000 } as const;

const endsWords: Record<VacuumVerdict, string> = {
  "not-deep-enough": "Not deep enough to dry it: pump on until it is under half of what water boils at.",
  "rise-to-water": "It rose to where water boils: moisture. Pull again, longer.",
  rises: "It rose: a leak, or moisture still boiling off. Only the shape of the rise tells which.",
  held: "It held, as far as two readings can tell.",
};

/** Where no trace was taken: two readings and a clock. */
function TypedHold() {
  const { job } = useJob();
  const set = useSetPart("evacuate");
  const { evacuate } = job;
  const ends = endsOf(evacuate);
  const answer = ends && judgeHold(ends);
  return (
    <Card title="The hold by its two ends">
      <Grid templateColumns="1fr 1fr" gap="3">
        <NumberField spec={fields.lowest} value={evacuate.lowest} onChange={(lowest) => set({ lowest })} />
        <NumberField spec={fields.held} value={evacuate.held} onChange={(held) => set({ held })} />
        <NumberField spec={fields.hold} value={evacuate.hold} onChange={(hold) => set({ hold })} />
      </Grid>
      <Text mt="2" color="soft" role="status">
        {answer
          ? `${endsWords[answer.verdict]} It rose ${formatQuantity(answer.riseKpa, evacuate.lowest.unit, evacuate.lowest.unit === "micron" ? 0 : 2)} in ${formatClock(ends.holdS)}.`
          : "A gauge that shows only “vacuum” cannot answer this."}
      </Text>
    </Card>
  );
}

function endsOf(evacuate: Evacuate) {
  const lowestKpa = entryValue(fields.lowest, evacuate.lowest);
  const heldKpa = entryValue(fields.held, evacuate.held);
  const holdS = entryValue(fields.hold, evacuate.hold);
  const coldestWallC = entryValue(fields.wall, evacuate.wall);
  if (lowestKpa === null || heldKpa === null || holdS === null || coldestWallC === null) return null;
  return { lowestKpa, heldKpa, holdS, coldestWallC };
}

function issueWords(issue: HoldIssue): string {
  switch (issue.code) {
    case "too-few":
      return `${issue.points} readings of the hold; ${issue.needed} show a shape.`;
    case "too-short":
      return `${formatClock(issue.seconds)} gone; the shape shows after ${formatClock(issue.needed)}.`;
    case "gauge-blind":
      return `This gauge moves in steps of ${formatQuantity(issue.stepKpa, "kPa", 1)}: neither water nor a small leak shows on it.`;
  }
}

function evacuateGaps(evacuate: Evacuate, points: readonly HoldPoint[]): string[] {
  const gaps: string[] = [];
  if (entryValue(fields.wall, evacuate.wall) === null) gaps.push("coldest part");
  if (evacuate.marks.at(-1)?.kind === "hold") gaps.push("the end of the hold");
  if (points.length >= 6) return gaps;
  if (entryValue(fields.lowest, evacuate.lowest) === null) gaps.push("lowest pressure");
  if (entryValue(fields.hold, evacuate.hold) === null) gaps.push("length of the hold");
  if (entryValue(fields.held, evacuate.held) === null) gaps.push("pressure after the hold");
  return gaps;
}
