"use client";

import { Box, Center, Flex, Spinner, Text } from "@chakra-ui/react";
import Link from "next/link";
import { useParams, useRouter } from "next/navigation";
import { type ReactNode, useEffect, useRef } from "react";
import { type StepId, stepIds, stepNames } from "@/core/records/job";
import { AppFrame } from "@/ui/app-frame";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { jobFileSentence } from "@/ui/sentences";
import { DeskProvider } from "./desk-context";
import { EvidenceRail } from "./evidence-rail";
import { GramRail } from "./gram-rail";
import { JobProvider, useJob, useJobState } from "./job-context";
import { JobHeader } from "./job-header";
import { LiveProvider } from "./live";
import { LiveStrip } from "./live-strip";
import { RackProvider, useRack } from "./rack-context";
import { RunSheet } from "./run-sheet";
import { isStep, stepKeys, stepPath } from "./steps";
import { VerdictProvider } from "./verdict-context";

/** Steps at which the rail shows every gram instead of causes. */
const gramSteps: readonly StepId[] = ["recover", "repair", "evacuate", "charge", "sign-off"];

/** Everything around a step of a job: run-sheet, rail, live strip, and the instruments, which outlive the step. */
export function JobFrame({ children }: { children: ReactNode }) {
  const params = useParams<{ id: string; step: string }>();
  const id = decodeURIComponent(params.id);
  const loaded = useJobState(id);
  if (loaded.state === "loading") {
    return (
      <AppFrame current="job" title="Job">
        <Center h="50vh" gap="3">
          <Spinner /> <Text>Opening the job</Text>
        </Center>
      </AppFrame>
    );
  }
  if (loaded.state !== "ready") {
    return (
      <AppFrame current="job" title="Job">
        <Box p="6" maxW="720px">
          <Notice
            tone="act"
            title={loaded.state === "missing" ? "This job is not stored here" : "This job cannot be read"}
          >
            {loaded.state === "missing"
              ? "It was removed, or it was started in another browser. Open its file in the Bay if there is one."
              : jobFileSentence("The stored job", loaded.issue)}
          </Notice>
          <Flex mt="4">
            <BenchButton asChild>
              <Link href="/">To the Bay</Link>
            </BenchButton>
          </Flex>
        </Box>
      </AppFrame>
    );
  }
  const step = isStep(params.step) ? params.step : "intake";
  return (
    <JobProvider access={loaded.access}>
      <RackProvider key={id}>
        <LiveProvider>
          <VerdictProvider
            which={step === "prove" ? "proof" : "baseline"}
            key={step === "prove" ? "proof" : "baseline"}
          >
            <DeskProvider>
              <OpenJob step={step}>{children}</OpenJob>
            </DeskProvider>
          </VerdictProvider>
        </LiveProvider>
      </RackProvider>
    </JobProvider>
  );
}

function OpenJob({ step, children }: { step: StepId; children: ReactNode }) {
  const { job, undo, markStarted, storeError } = useJob();
  const rack = useRack();
  const router = useRouter();
  const open = (to: StepId) => router.push(stepPath(job.id, to));

  useEffect(() => markStarted(step), [markStarted, step]);

  // A reload or a crash lost the connection, not the job: take the instruments up again with what is in the circuit now.
  const resumed = useRef(false);
  useEffect(() => {
    if (resumed.current) return;
    resumed.current = true;
    if (job.rackVehicle !== null) rack.connect(job.rackVehicle, job);
  }, [job, rack]);

  const commands = [
    ...stepIds.map((id, i) => ({ key: stepKeys[i]!, does: `Step ${i + 1}: ${stepNames[id]}`, run: () => open(id) })),
    { key: "u", does: "Undo the last change", run: () => undo?.() },
  ];

  return (
    <AppFrame
      current="job"
      header={<JobHeader step={step} />}
      commands={commands}
      footer={rack.status === "running" || rack.status === "lost" ? <LiveStrip /> : undefined}
    >
      <Flex h="full" minH="0" direction={{ base: "column", lg: "row" }} overflow={{ base: "auto", lg: "hidden" }}>
        <RunSheet step={step} onOpen={open} />
        <Box as="main" flex="1" minW="0" overflowY={{ base: "visible", lg: "auto" }} p="4" tabIndex={-1}>
          {storeError !== null && (
            <Box mb="3">
              <Notice tone="act" title="The browser did not store the last change">
                {storeError}. What you typed is still on this screen: save the job file before you close it.
              </Notice>
            </Box>
          )}
          {children}
        </Box>
        {step !== "intake" &&
          step !== "look" &&
          step !== "hook-up" &&
          (gramSteps.includes(step) ? <GramRail step={step} /> : <EvidenceRail step={step} />)}
      </Flex>
    </AppFrame>
  );
}
