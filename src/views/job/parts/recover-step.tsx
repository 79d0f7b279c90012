"use client";

import { Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { fields } from "@/core/records/fields";
import { recoveredOf } from "@/core/records/job-readings";
import { entryOf } from "@/core/units/entry";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Measure } from "@/ui/measure";
import { Notice } from "@/ui/notice";
import { NumberField } from "@/ui/number-field";
import { chargeSentence, rackSentence } from "@/ui/sentences";
import { useJob, useSetPart } from "../job-context";
import { useRack } from "../rack-context";
import { RackPanel } from "./rack-panel";
import { StepEnd } from "./step-end";

export function RecoverStep() {
  const { job } = useJob();
  const rack = useRack();
  const [refused, setRefused] = useState<string | null>(null);
  const recovered = recoveredOf(job);
  const charged = job.charge.draws.length > 0;
  const set = useSetPart("recover");
  const running = rack.machine === "recover";
  const shown = rack.latest?.recoveredG ?? 0;
  const toggle = async () => {
    if (running) {
      set({ recovered: entryOf(shown, job.recover.recovered.unit) });
      await rack.setMachine("off");
      return;
    }
    rack.setEngine("off");
    const issue = await rack.setMachine("recover");
    setRefused(issue ? rackSentence(issue) : null);
  };
  const gaps = recovered.ok && recovered.value !== null ? [] : ["recovered grams"];
  return (
    <Stack gap="3.5" maxW="1080px">
      <RackPanel />
      {rack.status === "running" && (
        <Card title="Recovery machine, on the simulated rack">
          <Flex align="end" gap="6" wrap="wrap">
            <Measure label="Weighed out" value={shown} unit="g" size="large" />
            <BenchButton kind={running ? "act" : "main"} disabled={charged} onClick={toggle}>
              {running ? "Stop and write down the weight" : "Start recovery"}
            </BenchButton>
          </Flex>
          <Text color="soft" mt="2">
            {running
              ? "Let it run until the weight stands still: the last part boils off slowly."
              : "Engine off, both ports open, machine tared."}
          </Text>
          {refused && <Text color="act">{refused}</Text>}
        </Card>
      )}
      <Card title="By weight, the only true measure of what was in it">
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3">
          <NumberField
            spec={fields.recovered}
            value={job.recover.recovered}
            onChange={(entry) => set({ recovered: entry })}
          />
          <NumberField
            spec={fields.oil}
            value={job.recover.oil}
            hint="It goes back in as new oil of the same kind."
            onChange={(oil) => set({ oil })}
          />
        </Grid>
      </Card>
      {!recovered.ok && (
        <Notice tone="act" title="Impossible weight">
          {chargeSentence(recovered.issue)} What you typed is kept.
        </Notice>
      )}
      {charged && (
        <Notice tone="wait" title="Charging has begun">
          The recovered weight belongs to what came out before. A new recovery belongs to a new job.
        </Notice>
      )}
      <StepEnd step="recover" gaps={gaps} />
    </Stack>
  );
}
