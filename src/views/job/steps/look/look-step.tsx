"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { X } from "lucide-react";
import { useState } from "react";
import { type PartId, partNames, signNames } from "@/core/causes/signs";
import { partsOf } from "@/core/readings/observations";
import type { Job } from "@/core/records/job";
import { CircuitBoard } from "@/pictures/circuit-board";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Select } from "@/ui/fields/select";
import { Caution } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepEnd } from "@/views/job/frame/step-end";
import { lookStepText } from "@/words/screens/steps/look";
import { signSentence } from "@/words/signs";
import { PartSigns, withNotes } from "./part-signs";

const fineMark = { text: "✓", tone: "done" } as const;

/** Findings by part: picked on the board or from the lists beside it. */
export function LookStep() {
  const { job, edit } = useJob();
  const { metering, compressor } = job.intake;
  const [part, setPart] = useState<PartId>("condenser");
  const { notes, fine } = job.look;
  const setFine = (parts: readonly PartId[]) =>
    edit((stored) => ({ ...stored, look: { ...stored.look, fine: [...parts] } }));
  const unmarked = partsOf(metering, compressor).filter((id) => !notes.some((note) => note.part === id));
  const allFine = unmarked.every((id) => fine.includes(id));
  return (
    <Stack gap="3.5" maxW="1180px">
      <Caution title={lookStepText.engineOffFirst}>
        {compressor === "electric" ? lookStepText.orangeCablesCarryHighVoltage : lookStepText.beltsAndFans}
        {lookStepText.startUnexpectedlyTheDischargeLine}
      </Caution>
      <Grid templateColumns={{ base: "1fr", xl: "minmax(0, 1fr) 268px" }} gap="3.5">
        <Card title={lookStepText.tapAPartThenPick}>
          <CircuitBoard
            metering={metering}
            compressor={compressor}
            notes={notes}
            marks={Object.fromEntries(fine.map((id) => [id, fineMark]))}
            selected={part}
            onSelect={setPart}
          />
          <Flex gap="2" mt="2" wrap="wrap" align="center">
            <BenchButton aria-pressed={allFine} onClick={() => setFine(allFine ? [] : unmarked)}>
              {notes.length === 0 ? lookStepText.markAllOk : lookStepText.markTheRestOk}
            </BenchButton>
            <Text kind="soft">
              {lookStepText.ofPartsOkWithFindings(
                fine.length,
                partsOf(metering, compressor).length,
                new Set(notes.map((note) => note.part)).size,
              )}
            </Text>
          </Flex>
        </Card>
        <Card title={lookStepText.findings}>
          <Select
            label={lookStepText.part}
            fontWeight="semibold"
            value={part}
            options={partsOf(metering, compressor).map((id) => [id, partNames[id]])}
            onPick={setPart}
          />
          <Box mt="3">
            <PartSigns part={part} />
          </Box>
        </Card>
      </Grid>
      <Findings notes={notes} />
      <StepEnd step="look" />
    </Stack>
  );
}

/** Signs that were found, each with the way to take it out again. */
function Findings({ notes }: Pick<Job["look"], "notes">) {
  const { edit } = useJob();
  return (
    <Card title={lookStepText.recordedFindings}>
      {notes.length === 0 ? (
        <Text kind="soft">{lookStepText.noneYetLookForOil}</Text>
      ) : (
        <Stack as="ul" gap="1" listStyleType="none">
          {notes.map((note) => (
            <Flex as="li" key={`${note.part}-${note.sign}`} align="center" gap="3" minH="target">
              <Box flex="1">
                <Text kind="strong">
                  {partNames[note.part]}: {signNames[note.sign].toLowerCase()}
                </Text>
                {signSentence(note) && <Text kind="soft">{signSentence(note)}</Text>}
              </Box>
              <BenchButton
                kind="quiet"
                px="0"
                minW="target"
                aria-label={lookStepText.remove(partNames[note.part], signNames[note.sign].toLowerCase())}
                onClick={() =>
                  edit((stored) =>
                    withNotes(stored, (all) => all.filter((n) => n.part !== note.part || n.sign !== note.sign)),
                  )
                }
              >
                <X size={18} />
              </BenchButton>
            </Flex>
          ))}
        </Stack>
      )}
    </Card>
  );
}
