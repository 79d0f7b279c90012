"use client";

import { Flex, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import { hasReadings, workBegun } from "@/core/records/derived/job-readings";
import { emptyOf } from "@/core/records/derived/job-rest";
import { useExpected } from "@/session/expected";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Locked } from "@/ui/locked";
import { Caution, Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { DoNotRun } from "@/views/job/frame/do-not-run";
import { StepEnd } from "@/views/job/frame/step-end";
import { stepPath } from "@/views/job/frame/steps";
import { runningStepText } from "@/words/screens/steps/running";
import { AlongTheLines } from "./along-the-lines";
import { Implausible } from "./implausible";
import { TestBench } from "./test-bench";
import { Conditions, Derived, ReadingsTable } from "./test-form";

export function RunningStep() {
  const { job } = useJob();
  const expected = useExpected("baseline");
  const [opened, setOpened] = useState(false);
  const kept = workBegun(job) && job.baseline.settings.some(hasReadings) && !opened;
  if (emptyOf(job) !== null && !job.baseline.settings.some(hasReadings)) {
    return (
      <Stack gap="2.5" maxW="1080px">
        <DoNotRun />
        <StepEnd step="running" />
      </Stack>
    );
  }
  return (
    <Stack gap="2.5" maxW="1080px">
      <DoNotRun />
      {job.intake.compressor === "electric" ? (
        <Caution title={runningStepText.highVoltageFansStartUnexpectedly}>
          {runningStepText.doNotTouchOrangeCables}
        </Caution>
      ) : (
        <Caution title={runningStepText.beltsTurnTheDischargeLine}>{runningStepText.keepSleevesAndCablesAway}</Caution>
      )}
      <Implausible which="baseline" />
      {kept && (
        <Notice tone="wait" title={runningStepText.readingsFromBeforeTheWork}>
          <Flex gap="3" align="center" wrap="wrap">
            <Text flex="1 1 300px">{runningStepText.theCircuitHasBeenOpened}</Text>
            <BenchButton kind="quiet" onClick={() => setOpened(true)}>
              {runningStepText.changeAnyway}
            </BenchButton>
            <BenchButton asChild>
              <Link href={stepPath(job.id, "prove")}>{runningStepText.goToVerification}</Link>
            </BenchButton>
          </Flex>
        </Notice>
      )}
      {kept ? (
        <Locked locked>
          <Stack gap="2.5">
            <Conditions which="baseline" />
            <ReadingsTable which="baseline" />
            <Derived which="baseline" />
          </Stack>
        </Locked>
      ) : (
        <TestBench which="baseline" expected={expected} />
      )}
      {!kept && <AlongTheLines which="baseline" expected={expected} />}
      <StepEnd step="running" />
    </Stack>
  );
}

/** Safety notes before a test. */
