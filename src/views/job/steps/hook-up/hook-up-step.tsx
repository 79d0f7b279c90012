"use client";

import { Box, Checkbox, Grid, Stack } from "@chakra-ui/react";
import { hoseLossOf } from "@/core/records/derived/job-rest";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { hookUpChecks } from "@/core/records/run-sheet";
import { useJob, useSetPart } from "@/session/session";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Measure } from "@/ui/measure";
import { Caution, Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepEnd } from "@/views/job/frame/step-end";
import { ledgerName } from "@/words/refrigerant-log";
import { hookUpStepText } from "@/words/screens/steps/hook-up";
import { hookUpCheckWords } from "@/words/steps";
import { GaugeZeroCard } from "./gauge-zero-card";

export function HookUpStep() {
  const { job } = useJob();
  const { hookUp } = job;
  const set = useSetPart("hookUp");
  return (
    <Stack gap="3.5" maxW="1080px">
      <Caution title={hookUpStepText.refrigerantCausesFrostbiteAndCan}>{hookUpStepText.putOnGogglesAndGloves}</Caution>
      <GaugeZeroCard />
      <Grid templateColumns={{ base: "1fr", lg: "1fr 1fr" }} gap="3.5">
        <Card title={hookUpStepText.connectingTheGauges}>
          <Stack gap="1">
            {hookUpChecks.map((id) => (
              <Checkbox.Root
                key={id}
                minH="target"
                checked={hookUp.checked.includes(id)}
                onCheckedChange={({ checked }) =>
                  set((now) => {
                    const others = now.checked.filter((other) => other !== id);
                    return { checked: checked ? [...others, id] : others };
                  })
                }
              >
                <Checkbox.HiddenInput />
                <Checkbox.Control
                  boxSize="26px"
                  borderColor="edge"
                  bg="field"
                  color="onInk"
                  _checked={{ bg: "ink", borderColor: "ink" }}
                />
                <Checkbox.Label fontSize="md" fontWeight="normal">
                  {hookUpCheckWords[id]}
                </Checkbox.Label>
              </Checkbox.Root>
            ))}
          </Stack>
        </Card>
        <Stack gap="3.5">
          <Card title={hookUpStepText.connectedSides}>
            <Choice
              label={hookUpStepText.gaugesOn}
              options={[
                { value: "both", label: hookUpStepText.bothSides },
                { value: "low-only", label: hookUpStepText.lowSideOnly },
              ]}
              value={hookUp.gauges}
              onChange={(gauges) => set({ gauges })}
            />
            {hookUp.gauges === "low-only" && (
              <Text mt="2.5" fontSize="md">
                {hookUpStepText.ifTheHighPortLeaks}
              </Text>
            )}
            {hookUp.gauges === "both" && (
              <Text mt="2.5" fontSize="md">
                {hookUpStepText.bothSidesSuperheatSubcoolingStatic}
              </Text>
            )}
          </Card>
          <Card title={hookUpStepText.lostWithTheHoses}>
            <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3">
              <NumberField spec={fields.hose} value={hookUp.hose} onChange={(hose) => set({ hose })} />
              <NumberField spec={fields.bore} value={hookUp.bore} onChange={(bore) => set({ bore })} />
            </Grid>
            <HoseLoss job={job} />
          </Card>
        </Stack>
      </Grid>
      <StepEnd step="hook-up" />
    </Stack>
  );
}

/** Grams in the hoses, and how they come off: that is counted in {booksName(figures)}. */
function HoseLoss({ job }: { job: Job }) {
  const figures = useFigures();
  const set = useSetPart("hookUp");
  const loss = hoseLossOf(job);
  if (loss === null) {
    return (
      <Text mt="2" kind="note">
        {hookUpStepText.enterRefrigerantAltitudeAndLength}
      </Text>
    );
  }
  return (
    <>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3" mt="3">
        <Measure
          label={hookUpStepText.drainedToTheLowSide}
          value={loss.letBackG}
          unit="g"
          decimals={1}
          note={hookUpStepText.vapourOnly}
        />
        {loss.asTheyStoodG !== null && (
          <Measure
            label={hookUpStepText.disconnectedFull}
            value={loss.asTheyStoodG}
            unit="g"
            note={hookUpStepText.highHoseFullOfLiquid}
          />
        )}
      </Grid>
      {loss.asTheyStoodG !== null && (
        <Box mt="2.5">
          <Choice
            label={hookUpStepText.whenDisconnecting}
            options={[
              { value: "let-back", label: hookUpStepText.drainToLowSide },
              { value: "as-they-stood", label: hookUpStepText.disconnectFull },
            ]}
            value={job.hookUp.hosesOff}
            onChange={(hosesOff) => set({ hosesOff })}
          />
          <Box h="3" />
          <Notice tone="wait" title={hookUpStepText.drainTheHighHoseBefore}>
            {hookUpStepText.closeTheHighSideCoupler(ledgerName(figures))}
          </Notice>
        </Box>
      )}
    </>
  );
}
