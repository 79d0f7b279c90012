"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { MassBalance } from "@/core/charge/books/mass-balance";
import { DRAW_IN_S, WORTH_DRAWING_IN_G } from "@/core/charge/hose";
import { EMPTY_BELOW_G } from "@/core/charge/plan/charge-plan";
import { type ChargeAlarm, type ChargeSample, stateAlarms, type ValveAt } from "@/core/charge/scale/live-charge";
import type { ChargeValve } from "@/core/instruments/instrument-simulator";
import { hoseDrawnIn } from "@/core/records/bookkeeping";
import { chargeInputsOf } from "@/core/records/derived/job-readings";
import { type Shows, typedDraw, typedScaleSpec } from "@/core/records/typed-scale";
import type { Entry } from "@/core/units/entry";
import type { Desk, DeskIssue } from "@/session/job/desk-store";
import { draftEntry, withDraftEntry } from "@/session/job/drafts";
import { useDesk, useJob, useSimulator } from "@/session/session";
import { useContainersElsewhere } from "@/session/stock";
import { useAnnounced } from "@/ui/announce";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepActs } from "@/views/job/frame/step-foot";
import {
  alarmWords,
  CLOSED_RUNNING,
  callSentence,
  closingWords,
  scaleHint,
  typedLabel,
  waitsInHose,
} from "@/words/charge";
import { deskSentence, refusalSentence, typedScaleSentence } from "@/words/issues";
import { commonText } from "@/words/screens/common";
import { holderText } from "@/words/screens/sharing";
import { scalePanelText } from "@/words/screens/steps/charge";
import { typed } from "@/words/typed";

interface PanelProps {
  balance: MassBalance;
  next: string | null;
}

/** The live scale: which container stands on it, the valves, the call, the alarms. */
export function ScalePanel({ balance, next }: PanelProps) {
  const { status, source } = useSimulator("status", "source");
  const weighs = useSimulator("latest").latest?.scaleG != null;
  return status === "running" && (source.kind === "rack" || weighs) ? (
    <SimulatorScale balance={balance} next={next} />
  ) : (
    <TypedScale balance={balance} />
  );
}

function SimulatorScale({ balance: found, next }: PanelProps) {
  const figures = useFigures();
  const rack = useSimulator("latest", "setEngine", "source");
  const desk = useDesk("onScale", "live", "call", "drawInLeftS", "putOn", "open", "shut");
  const [refused, setRefused] = useState<string | null>(null);
  const { latest } = rack;
  const valve = latest?.valve ?? "shut";
  const elsewhere = useContainersElsewhere();
  useLoneContainer(found, desk, elsewhere);
  const container = found.perContainer.find(({ id }) => id === desk.onScale) ?? null;
  const tared = desk.live?.tared ?? false;
  const answered = (issue: DeskIssue | null) => setRefused(issue ? deskSentence(issue) : null);
  const open = async (valve: Exclude<ChargeValve, "shut">) => {
    rack.setEngine(valve === "liquid-high" ? "off" : "fast");
    answered(await desk.open(valve));
  };
  const called = refused ?? callSentence(desk, container, found, next, figures);
  useAnnounced(called, refused ?? `${desk.call?.call} ${desk.drawInLeftS === null} ${waitsInHose(found)}`);
  return (
    <Card title={rack.source.kind === "rack" ? scalePanelText.scaleSimulator : scalePanelText.scaleLive}>
      <Flex gap="2" wrap="wrap" mb="3">
        {found.perContainer.map((c) => {
          const empty = c.leftG < EMPTY_BELOW_G;
          return (
            <BenchButton
              key={c.id}
              aria-pressed={c.id === desk.onScale}
              disabled={(valve !== "shut" && c.id !== desk.onScale) || empty || elsewhere[c.id] !== undefined}
              onClick={() => {
                if (c.id !== desk.onScale) void desk.putOn(c.id).then(answered);
              }}
            >
              {elsewhere[c.id] !== undefined
                ? holderText.inUse(typed(c.name), elsewhere[c.id]!)
                : `${typed(c.name)}: ${empty ? "empty" : figures.quantity(c.leftG, "g")}`}
            </BenchButton>
          );
        })}
        {found.perContainer.length === 0 && <Text kind="soft">{scalePanelText.addACanOrCylinder}</Text>}
      </Flex>
      <Grid templateColumns={{ base: "1fr", md: "repeat(2, 1fr)", xl: "repeat(4, 1fr)" }} gap="2.5">
        <ValveCards valve={valve} ready={container !== null && tared} hoseWaits={waitsInHose(found)} onOpen={open} />
        <Flex direction="column" gap="2" borderWidth="1px" borderColor="line" rounded="card" p="3" bg="field">
          <Text kind="strong">{scalePanelText.scale}</Text>
          <Text kind="number" lineHeight="1.1">
            {figures.number(latest?.scaleG, "g")}
            <Text as="span" fontSize="sm" color="soft" fontWeight="normal">
              {scalePanelText.gLeft}
            </Text>
          </Text>
          <Text mt="auto" kind="note">
            {container === null ? scalePanelText.nothingOnTheScale : closingWords(found, container.leftG, figures)}
          </Text>
        </Flex>
      </Grid>
      <StepActs>
        {valve === "shut" ? (
          <Text kind="strong">{scalePanelText.allValvesClosed}</Text>
        ) : (
          <BenchButton minW="230px" kind="act" onClick={() => void desk.shut().then(answered)}>
            {scalePanelText.closeValve}
          </BenchButton>
        )}
      </StepActs>
      <Box mt="2.5" fontSize="md" fontWeight="semibold" color={refused ? "danger" : "soft"}>
        {called}
      </Box>
      <Alarms alarms={desk.live?.alarms ?? []} />
    </Card>
  );
}

interface ValveCardsProps {
  valve: ChargeValve;
  /** A container stands on the scale, and the scale is zeroed. */
  ready: boolean;
  hoseWaits: boolean;
  onOpen: (valve: Exclude<ChargeValve, "shut">) => void;
}

function ValveCards({ valve, ready, hoseWaits, onOpen }: ValveCardsProps) {
  return (
    <>
      <ValveCard
        name={scalePanelText.liquidHighSide}
        does={scalePanelText.engineOffHighValveOpen}
        never={scalePanelText.neverWithTheEngineRunning}
        open={valve === "liquid-high"}
        disabled={!ready || valve !== "shut"}
        onOpen={() => onOpen("liquid-high")}
      />
      <ValveCard
        name={scalePanelText.vapourLowSide}
        does={scalePanelText.engineAtFastIdleCylinder}
        never={scalePanelText.highValveStaysClosed}
        open={valve === "vapour-low"}
        disabled={!ready || valve !== "shut"}
        onOpen={() => onOpen("vapour-low")}
      />
      <ValveCard
        name={scalePanelText.hoseLowSide}
        does={scalePanelText.cylinderClosedEngineAtFast}
        never={scalePanelText.highValveStaysClosed}
        open={valve === "hose-low"}
        disabled={valve !== "shut" || !hoseWaits}
        onOpen={() => onOpen("hose-low")}
      />
    </>
  );
}

/** A single container needs no choosing. */
function useLoneContainer(
  { perContainer }: MassBalance,
  { onScale, putOn }: Pick<Desk, "onScale" | "putOn">,
  elsewhere: Readonly<Record<string, string>>,
): void {
  const [only] = perContainer.length === 1 ? perContainer : [];
  const usable = only !== undefined && only.leftG >= EMPTY_BELOW_G && elsewhere[only.id] === undefined;
  const lone = usable ? only.id : null;
  useEffect(() => {
    if (lone !== null && onScale === null) void putOn(lone);
  }, [lone, onScale, putOn]);
}

interface ValveCardProps {
  name: string;
  does: string;
  never: string;
  open: boolean;
  disabled: boolean;
  onOpen: () => void;
}

function ValveCard({ name, does, never, open, disabled, onOpen }: ValveCardProps) {
  return (
    <Flex
      direction="column"
      gap="1"
      borderWidth={open ? "2px" : "1px"}
      borderColor={open ? "ink" : "line"}
      rounded="card"
      p="3"
      bg="field"
    >
      <Text kind="strong">{name}</Text>
      <Text fontSize="sm">{does}</Text>
      <Text fontSize="sm" fontWeight="semibold" color="danger">
        {never}
      </Text>
      {open ? (
        <Flex mt="auto" minH="target" align="center" justify="center" rounded="card" bg="band" fontWeight="semibold">
          {scalePanelText.openNow}
        </Flex>
      ) : (
        <BenchButton mt="auto" disabled={disabled} aria-label={scalePanelText.open(name)} onClick={onOpen}>
          {scalePanelText.openValve}
        </BenchButton>
      )}
    </Flex>
  );
}

function Alarms({ alarms }: { alarms: readonly ChargeAlarm[] }) {
  if (alarms.length === 0) return null;
  return (
    <Stack gap="2" mt="2">
      {alarms.map((alarm) => (
        <Notice key={alarm} tone="act" title={alarmWords[alarm][0]}>
          {alarmWords[alarm][1]}
        </Notice>
      ))}
    </Stack>
  );
}

const draftOf = (containerId: string) => `net-${containerId}`;

const handValves: { value: Exclude<ValveAt, "shut">; label: string }[] = [
  { value: "liquid-high", label: scalePanelText.liquidHighSide },
  { value: "vapour-low", label: scalePanelText.vapourLowSide },
  { value: "liquid-low", label: scalePanelText.liquidLowSide },
  { value: "vapour-high", label: scalePanelText.vapourHighSide },
];

/** Without a connected scale: how the valves stand is watched over, and what the shop's own scale shows is written down. */
function TypedScale({ balance: found }: { balance: MassBalance }) {
  const figures = useFigures();
  const { job, edit, record } = useJob();
  const setTyped = (id: string, typed: Entry) =>
    record((stored) => ({ ...stored, drafts: withDraftEntry(stored.drafts, draftOf(id), typed) }), { typed: true });
  const typedOf = (id: string) => draftEntry(job.drafts, draftOf(id), figures.unit("g"));
  const [refused, setRefused] = useState<string | null>(null);
  const [shows, setShows] = useState<Shows>("left");
  const [confirmed, setConfirmed] = useState<string | null>(null);
  const [valve, setValve] = useState<Exclude<ValveAt, "shut"> | null>(null);
  const elsewhere = useContainersElsewhere();
  if (chargeInputsOf(job) === null) return null;
  const write = (container: MassBalance["perContainer"][number]) => {
    const { id } = container;
    const entry = typedOf(id);
    const draw = typedDraw(job, container, { entry, shows, valve, at: new Date().toISOString() });
    if (!draw.ok) return setRefused(typedScaleSentence(draw.issue, figures));
    const { overG, book } = draw.value;
    const question = JSON.stringify([id, entry, shows]);
    if (overG > 0 && confirmed !== question) {
      setConfirmed(question);
      setRefused(scalePanelText.thisWouldBeOverThe(figures.quantity(overG, "g")));
      return;
    }
    const refusal = edit((stored) =>
      book({ ...stored, drafts: withDraftEntry(stored.drafts, draftOf(id), { ...entry, text: "" }) }),
    );
    setRefused(refusal === null ? null : refusalSentence(refusal, figures));
  };
  return (
    <Card title={scalePanelText.ownScaleOrMachine}>
      <Stack gap="3">
        <Choice
          label={scalePanelText.whatYouEnter}
          options={[
            { value: "left", label: scalePanelText.cylinderContentLeft },
            { value: "zeroed", label: scalePanelText.zeroedScaleCountingDown },
            { value: "in", label: scalePanelText.weightDosedByMachine },
          ]}
          value={shows}
          onChange={setShows}
        />
        {found.perContainer.map((c) => (
          <Flex key={c.id} gap="3" align="end" css={fieldRow} wrap="wrap">
            <Box flex="1 1 200px">
              <NumberField
                spec={typedScaleSpec(shows)}
                value={typedOf(c.id)}
                label={typedLabel(shows, typed(c.name))}
                hint={
                  elsewhere[c.id] === undefined
                    ? scaleHint(shows, c, found, figures)
                    : holderText.inUse(typed(c.name), elsewhere[c.id]!)
                }
                onChange={(typed) => setTyped(c.id, typed)}
              />
            </Box>
            <BenchButton
              aria-label={scalePanelText.record2(c.name)}
              disabled={elsewhere[c.id] !== undefined}
              onClick={() => write(c)}
            >
              {scalePanelText.record}
            </BenchButton>
          </Flex>
        ))}
        {refused && (
          <Text kind="alarm" role="alert">
            {refused}
          </Text>
        )}
        {found.drawInG >= WORTH_DRAWING_IN_G && <DrawIn balance={found} onDrawnIn={() => edit(hoseDrawnIn)} />}
        <WatchedValves valve={valve} onValve={setValve} />
      </Stack>
    </Card>
  );
}

/** Liquid of the hose, to be drawn in before anything is weighed for good. */
function DrawIn({ balance, onDrawnIn }: { balance: MassBalance; onDrawnIn: () => void }) {
  const figures = useFigures();
  return (
    <Flex gap="3" wrap="wrap" align="center">
      <BenchButton kind={waitsInHose(balance) ? "act" : "quiet"} onClick={onDrawnIn}>
        {scalePanelText.hoseDrawnIn}
      </BenchButton>
      <Text flex="1 1 300px">
        {scalePanelText.inTheHoseAboutS(figures.quantity(balance.drawInG, "g"), CLOSED_RUNNING, DRAW_IN_S)}
      </Text>
    </Flex>
  );
}

interface WatchedValvesProps {
  valve: Exclude<ValveAt, "shut"> | null;
  onValve: (valve: Exclude<ValveAt, "shut">) => void;
}

/** Valve and engine as a person says they stand, and what is dangerous in it. */
function WatchedValves({ valve, onValve }: WatchedValvesProps) {
  const [engine, setEngine] = useState<"off" | "on" | null>(null);
  const watched: ChargeSample | null =
    valve === null || engine === null
      ? null
      : { time: 0, scaleG: null, low: null, high: null, engineOn: engine === "on", valve };
  return (
    <>
      <Flex gap="6" wrap="wrap">
        <Choice label={scalePanelText.openValve} options={handValves} value={valve} onChange={onValve} />
        <Choice
          label={commonText.engine}
          options={[
            { value: "off", label: scalePanelText.off },
            { value: "on", label: scalePanelText.running },
          ]}
          value={engine}
          onChange={setEngine}
        />
      </Flex>
      {watched && <Alarms alarms={stateAlarms(watched, { mostHighKpa: Number.POSITIVE_INFINITY })} />}
    </>
  );
}
