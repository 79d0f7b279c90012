"use client";

import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { balance, type MassBalance, stopCallG } from "@/core/charge/mass-balance";
import type { ChargeValve } from "@/core/instruments/rack";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { balanceOf, chargeInputsOf, recoveredOf } from "@/core/records/job-readings";
import { checkEntry, entry, entryValue } from "@/core/units/entry";
import { formatNumber, formatQuantity } from "@/core/units/units";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { chargeSentence, rackSentence } from "@/ui/sentences";
import { TextField } from "@/ui/text-field";
import { useJob, useSetPart } from "../job-context";
import { useRack } from "../rack-context";
import { ChargeBar } from "./charge-bar";
import { RackPanel } from "./rack-panel";
import { StepEnd } from "./step-end";

type Charge = Job["charge"];

export function ChargeStep() {
  const { job } = useJob();
  const set = useSetPart("charge");
  const inputs = chargeInputsOf(job);
  const found = balanceOf(job);
  const recovered = recoveredOf(job);
  const known = recovered.ok && recovered.value !== null;
  const gaps = chargeGaps(job, found?.ok ? found.value : null);
  return (
    <Stack gap="3.5" maxW="1080px">
      <RackPanel />
      {!known ? (
        <Notice tone="wait" title="Not before it is recovered and weighed">
          What is still in the circuit is not known, so nothing can be added to a weight. Go back to Recover.
        </Notice>
      ) : inputs === null ? (
        <Notice tone="wait" title="Charging needs the label">
          Needed: {chargeSetupGaps(job).join(", ")}. Nothing is charged by pressure instead.
        </Notice>
      ) : found && !found.ok ? (
        <Notice tone="act" title="These numbers cannot all be true">
          {chargeSentence(found.issue)}
        </Notice>
      ) : (
        found && <ChargeBar inputs={inputs} balance={found.value} />
      )}
      {known && inputs !== null && found?.ok && <ScalePanel balance={found.value} />}
      <Card title="Hoses">
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
          <NumberField
            spec={fields.hoses}
            value={job.charge.hoses}
            hint="Left standing in the charging hoses at the end; 0 if they are recovered."
            onChange={(hoses) => set({ hoses })}
          />
          <NumberField
            spec={fields.purged}
            value={job.charge.purged}
            hint="A short puff that drives the air out of the hose."
            onChange={(purged) => set({ purged })}
          />
        </Grid>
      </Card>
      <Containers />
      <StepEnd step="charge" gaps={gaps} />
    </Stack>
  );
}

function chargeSetupGaps(job: Job): string[] {
  const gaps: string[] = [];
  if (!checkEntry(fields.charge, job.intake.charge).ok) gaps.push("label charge");
  if (!checkEntry(fields.tolerance, job.intake.tolerance).ok) gaps.push("tolerance");
  if (!checkEntry(fields.hoses, job.charge.hoses).ok) gaps.push("grams held in the hoses");
  if (!checkEntry(fields.purged, job.charge.purged).ok) gaps.push("grams purged");
  return gaps;
}

function chargeGaps(job: Job, found: MassBalance | null): string[] {
  if (found === null) return chargeSetupGaps(job).concat(recoveredOf(job).ok ? [] : ["a possible recovered weight"]);
  if (found.state === "short") return [`${formatQuantity(found.toGoG, "g")} to the label`];
  if (found.state === "over")
    return [`${formatQuantity(-found.toGoG, "g")} over the label: recover the surplus by weight`];
  return [];
}

/** A valve and its hose go on delivering for about this long after the call. */
const VALVE_DELAY_S = 1;

/** The scale needs this long after the last flow to stand still; what it shows then is what was drawn. */
const SCALE_SETTLE_S = 5;
/** A container that shows less than the scale can tell from nothing counts as empty. */
const EMPTY_BELOW_G = 4;

/** The live scale: which container stands on it, the valve, and the tally written with every sample. */
function ScalePanel({ balance: found }: { balance: MassBalance }) {
  const { job, record } = useJob();
  const rack = useRack();
  const [onScale, setOnScale] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const live = rack.status === "running";
  const latest = rack.latest;
  const valve = latest?.valve ?? "shut";
  const container = found.perContainer.find((c) => c.id === onScale) ?? null;
  const inputs = chargeInputsOf(job);

  // Every batch of samples moves the open draw on, so that a reload or a crash loses at most one sample.
  const scaleG = latest?.scaleG ?? null;
  const lastOpen = useRef<number | null>(null);
  useEffect(() => {
    if (scaleG === null || latest === null) return;
    if (latest.valve !== "shut") lastOpen.current = latest.time;
    if (lastOpen.current === null) return;
    const settled = latest.time - lastOpen.current >= SCALE_SETTLE_S;
    if (settled) lastOpen.current = null;
    record((stored) => moveOpenDraw(stored, Math.max(0, scaleG), settled));
  }, [scaleG, latest, record]);

  const put = async (id: string, leftG: number) => {
    if (id === onScale) return;
    setRefused(null);
    setOnScale(id);
    const held = inputs ? inputs.hosesG + inputs.purgedG : 0;
    await rack.setContainer(leftG / 1000, Math.max(0, held - found.drawnG) / 1000);
  };
  const open = async (next: ChargeValve) => {
    if (next === "shut") {
      await rack.setValve("shut");
      return;
    }
    if (inputs === null || container === null) {
      setRefused("Put a container on the scale first.");
      return;
    }
    rack.setEngine(next === "liquid-high" ? "off" : "idle");
    await rack.setMachine("off");
    const wantedG = stopCallG(inputs, 0, VALVE_DELAY_S) - found.drawnG;
    if (wantedG <= 0) {
      setRefused("Refused: the label weight is in. More would be an overfill.");
      return;
    }
    const issue = await rack.setValve(next, Math.max(0, container.leftG - wantedG) / 1000);
    setRefused(issue ? rackSentence(issue) : null);
    if (issue === null) record((stored) => beginDraw(stored, container.id, container.leftG));
  };

  if (!live) return <TypedDraw balance={found} />;
  return (
    <Card title="Scale, on the simulated rack">
      <Flex gap="2" wrap="wrap" mb="3">
        {found.perContainer.map((c) => (
          <BenchButton
            key={c.id}
            kind={c.id === onScale ? "main" : "quiet"}
            aria-pressed={c.id === onScale}
            disabled={(valve !== "shut" && c.id !== onScale) || c.leftG < EMPTY_BELOW_G}
            onClick={() => put(c.id, c.leftG)}
          >
            {c.leftG < EMPTY_BELOW_G ? `${c.name}: empty` : `${c.name}: ${formatQuantity(c.leftG, "g")}`}
          </BenchButton>
        ))}
        {found.perContainer.length === 0 && (
          <Text color="soft">Add a can or cylinder below, with its net content.</Text>
        )}
      </Flex>
      <Grid templateColumns={{ base: "1fr", md: "repeat(3, 1fr)" }} gap="2.5">
        <ValveCard
          name="Liquid, high side"
          does="Engine off. High valve open, low valve shut."
          never="Never with the engine running"
          open={valve === "liquid-high"}
          disabled={container === null || valve !== "shut"}
          onOpen={() => open("liquid-high")}
        />
        <ValveCard
          name="Vapour, low side"
          does="Engine at idle, container upright. Low valve open."
          never="High valve stays shut"
          open={valve === "vapour-low"}
          disabled={container === null || valve !== "shut"}
          onOpen={() => open("vapour-low")}
        />
        <Flex direction="column" gap="2" borderWidth="1px" borderColor="line" rounded="card" p="3" bg="field">
          <Text fontWeight="650">Scale</Text>
          <Text fontSize="30px" fontWeight="650" lineHeight="1.1">
            {formatNumber(scaleG, "g")}
            <Text as="span" fontSize="14px" color="soft" fontWeight="400">
              {" "}
              g left in it
            </Text>
          </Text>
          <BenchButton kind="act" mt="auto" disabled={valve === "shut"} onClick={() => open("shut")}>
            Shut the valve
          </BenchButton>
        </Flex>
      </Grid>
      <Box role="status" mt="2.5" color={refused ? "act" : "soft"}>
        {refused ?? flowSentence(rack.samples, valve, container, found)}
      </Box>
    </Card>
  );
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
      <Text fontWeight="650">{name}</Text>
      <Text fontSize="14px">{does}</Text>
      <Text fontSize="14px" fontWeight="650" color="act">
        {never}
      </Text>
      {open ? (
        <Flex mt="auto" minH="target" align="center" justify="center" rounded="card" bg="band" fontWeight="650">
          Open now
        </Flex>
      ) : (
        <BenchButton mt="auto" kind="main" disabled={disabled} aria-label={`Open ${name}`} onClick={onOpen}>
          Open it
        </BenchButton>
      )}
    </Flex>
  );
}

/** Grams a second over the last seconds of the stream, and what follows from it. */
function flowSentence(
  samples: readonly { time: number; scaleG: number | null }[],
  valve: ChargeValve,
  container: { name: string; leftG: number } | null,
  found: MassBalance,
): string {
  if (valve === "shut") {
    if (found.state === "inside") return "Valve shut. The label weight is in.";
    if (container && container.leftG < EMPTY_BELOW_G)
      return `${container.name} is empty. Put the next one on: the tally waits.`;
    return container ? "Valve shut." : "Put a container on the scale.";
  }
  const last = samples.at(-1);
  const before = samples.at(-20);
  if (!last || !before || last.scaleG === null || before.scaleG === null) return "Valve open.";
  const perMinute = ((before.scaleG - last.scaleG) / Math.max(last.time - before.time, 0.5)) * 60;
  if (perMinute < 3) {
    return "It has stalled: the circuit stands at the container's pressure. Shut the valve and go on with vapour, engine running.";
  }
  const minutes = found.toGoG / perMinute;
  return `${formatQuantity(perMinute, "g")} a minute, about ${minutes < 1.5 ? `${Math.max(1, Math.round(minutes * 60))} s` : `${Math.round(minutes)} min`} to go.`;
}

function beginDraw(job: Job, containerId: string, leftG: number): Job {
  const now = new Date().toISOString();
  const draws = job.charge.draws.map((draw) => ({ ...draw, endedAt: draw.endedAt ?? now }));
  return {
    ...job,
    charge: {
      ...job.charge,
      draws: [...draws, { containerId, startG: leftG, nowG: leftG, startedAt: now, endedAt: null }],
    },
  };
}

/** The open draw at the newest weight; a container never gains, so scale noise cannot give grams back. */
function moveOpenDraw(job: Job, scaleG: number, ended: boolean): Job {
  const draws = job.charge.draws.map((draw) =>
    draw.endedAt !== null
      ? draw
      : {
          ...draw,
          nowG: Math.min(draw.nowG, Math.round(scaleG * 10) / 10),
          endedAt: ended ? new Date().toISOString() : null,
        },
  );
  return { ...job, charge: { ...job.charge, draws } };
}

/** Without a connected scale: write down what the shop's own scale shows. */
function TypedDraw({ balance: found }: { balance: MassBalance }) {
  const { job, edit } = useJob();
  const [texts, setTexts] = useState<Record<string, string>>({});
  const [refused, setRefused] = useState<string | null>(null);
  const inputs = chargeInputsOf(job);
  if (inputs === null || found.perContainer.length === 0) return null;
  const record = (id: string, leftG: number) => {
    const checked = checkEntry({ ...fields.net, min: 0, label: "Net content now" }, entry(texts[id] ?? "", "g"));
    if (!checked.ok) {
      setRefused("Type the net grams the scale shows now, from 0 up.");
      return;
    }
    const draw = { containerId: id, startG: leftG, nowG: checked.value };
    const tried = balance({ ...inputs, draws: [...inputs.draws, draw] });
    if (!tried.ok) {
      setRefused(`${chargeSentence(tried.issue)} Not recorded; what you typed is kept.`);
      return;
    }
    setRefused(null);
    setTexts((kept) => ({ ...kept, [id]: "" }));
    const now = new Date().toISOString();
    edit((stored) => ({
      ...stored,
      charge: { ...stored.charge, draws: [...stored.charge.draws, { ...draw, startedAt: now, endedAt: now }] },
    }));
  };
  return (
    <Card title="From your own scale">
      <Stack gap="3">
        {found.perContainer.map((c) => (
          <Flex key={c.id} gap="3" align="end" wrap="wrap">
            <Box flex="1 1 200px">
              <NumberField
                spec={{ ...fields.net, min: 0 }}
                value={entry(texts[c.id] ?? "", "g")}
                label={`${c.name}, net content now`}
                hint={`${formatQuantity(c.leftG, "g")} by the tally`}
                hideUnit
                onChange={(value) => setTexts((kept) => ({ ...kept, [c.id]: value.text }))}
              />
            </Box>
            <BenchButton onClick={() => record(c.id, c.leftG)}>Record</BenchButton>
          </Flex>
        ))}
        {refused && (
          <Text color="act" role="alert">
            {refused}
          </Text>
        )}
      </Stack>
    </Card>
  );
}

/** Cans and cylinders on hand. One that has been drawn from stays on the list: its grams are booked. */
function Containers() {
  const { job, edit } = useJob();
  const { containers, draws } = job.charge;
  const change = (edited: (list: Charge["containers"]) => Charge["containers"]) =>
    edit((stored) => ({ ...stored, charge: { ...stored.charge, containers: edited(stored.charge.containers) } }));
  const used = new Set(draws.map((draw) => draw.containerId));
  return (
    <Card
      title="On hand"
      aside={
        <BenchButton
          kind="quiet"
          onClick={() =>
            change((list) => [
              ...list,
              { id: crypto.randomUUID(), name: `Can ${list.length + 1}`, net: entry("", "g") },
            ])
          }
        >
          Add a can or cylinder
        </BenchButton>
      }
    >
      {containers.length === 0 ? (
        <Text color="soft">Nothing on hand yet. Add each can or cylinder with the net grams on it.</Text>
      ) : (
        <Stack gap="3">
          {containers.map((container) => (
            <Flex key={container.id} gap="3" align="start">
              <Box flex="1" minW="0">
                <TextField
                  label="Name"
                  value={container.name}
                  onChange={(name) => change((list) => list.map((c) => (c.id === container.id ? { ...c, name } : c)))}
                />
              </Box>
              <Box flex="1" minW="0">
                <NumberField
                  spec={fields.net}
                  value={container.net}
                  hint={
                    used.has(container.id) && entryValue(fields.net, container.net) !== null
                      ? "already drawn from"
                      : undefined
                  }
                  onChange={(net) => change((list) => list.map((c) => (c.id === container.id ? { ...c, net } : c)))}
                />
              </Box>
              {!used.has(container.id) && (
                <BenchButton
                  kind="quiet"
                  mt="25px"
                  aria-label={`Remove ${container.name}`}
                  onClick={() => change((list) => list.filter((c) => c.id !== container.id))}
                >
                  <Trash2 size={18} />
                </BenchButton>
              )}
            </Flex>
          ))}
        </Stack>
      )}
    </Card>
  );
}
