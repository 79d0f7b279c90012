"use client";

import { Box, Flex, Grid, NativeSelect, Stack } from "@chakra-ui/react";
import { X } from "lucide-react";
import { useState } from "react";
import { type PartId, partNames, signNames } from "@/core/causes/signs";
import { meaningOf, partsOf } from "@/core/readings/observations";
import { CircuitBoard } from "@/pictures/circuit-board";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Caution } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepEnd } from "@/views/job/frame/step-end";
import { PartSigns, withNotes } from "./part-signs";

const fineMark = { text: "✓", tone: "done" } as const;

/** What is seen, heard and felt, each at its part: pressed on the board, or chosen from the lists beside it. */
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
      <Caution title="Engine off first">
        {compressor === "electric" ? "Orange cables carry high voltage: do not touch. Fans" : "Belts and fans"}
        {" start unexpectedly. The discharge line burns. Wear goggles near refrigerant."}
      </Caution>
      <Grid templateColumns={{ base: "1fr", xl: "minmax(0, 1fr) 268px" }} gap="3.5">
        <Card title="Tap a part, then pick what you found">
          <CircuitBoard
            metering={metering}
            compressor={compressor}
            notes={notes}
            marks={Object.fromEntries(fine.map((id) => [id, fineMark]))}
            selected={part}
            onSelect={setPart}
          />
          <Flex gap="2" mt="2" wrap="wrap" align="center">
            <BenchButton
              kind={allFine ? "main" : "quiet"}
              aria-pressed={allFine}
              onClick={() => setFine(allFine ? [] : unmarked)}
            >
              {notes.length === 0 ? "Mark all OK" : "Mark the rest OK"}
            </BenchButton>
            <Text color="soft">{`${fine.length} of ${partsOf(metering, compressor).length} parts OK, ${new Set(notes.map((note) => note.part)).size} with findings.`}</Text>
          </Flex>
        </Card>
        <Card title="Findings">
          <NativeSelect.Root>
            <NativeSelect.Field
              aria-label="Part"
              h="target"
              bg="field"
              borderColor="edge"
              fontSize="17px"
              fontWeight="650"
              value={part}
              onChange={(event) => setPart(event.currentTarget.value as PartId)}
            >
              {partsOf(metering, compressor).map((id) => (
                <option key={id} value={id}>
                  {partNames[id]}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
          <Box mt="3">
            <PartSigns part={part} />
          </Box>
        </Card>
      </Grid>
      <Card title="Recorded findings">
        {notes.length === 0 ? (
          <Text color="soft">
            None yet. Look for oil at joints and ports; check fans and belt; feel which lines are hot or cold; listen
            behind the dash.
          </Text>
        ) : (
          <Stack as="ul" gap="1" listStyleType="none">
            {notes.map((note) => (
              <Flex as="li" key={`${note.part}-${note.sign}`} align="center" gap="3" minH="target">
                <Box flex="1">
                  <Text fontWeight="650">
                    {partNames[note.part]}: {signNames[note.sign].toLowerCase()}
                  </Text>
                  {meaningOf(note) && <Text color="soft">{meaningOf(note)}</Text>}
                </Box>
                <BenchButton
                  kind="quiet"
                  px="0"
                  minW="target"
                  aria-label={`Remove ${partNames[note.part]}: ${signNames[note.sign].toLowerCase()}`}
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
      <StepEnd step="look" />
    </Stack>
  );
}
