"use client";

import { Box, Center, Flex, Spinner, Text } from "@chakra-ui/react";
import Link from "next/link";
import { useParams, useRouter } from "next/navigation";
import { type ReactNode, useEffect } from "react";
import { type StepId, stepIds } from "@/core/records/job";
import { SessionProvider, useJobActs, useJobOf, useJobState, useRack, useSession, useVerdict } from "@/session/session";
import { AppFrame } from "@/ui/app-frame";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { jobFileSentence } from "@/words/issues";
import { stepNames } from "@/words/job";
import { EvidenceRail } from "./evidence-rail";
import { GramRail } from "./gram-rail";
import { JobHeader } from "./job-header";
import { LiveStrip } from "./live-strip";
import { RunSheet } from "./run-sheet";
import { isStep, stepKeys, stepPath } from "./steps";

/** Steps at which the rail shows every gram instead of causes. */
const gramSteps: readonly StepId[] = ["recover", "repair", "evacuate", "charge", "sign-off"];

/** Everything around a step of a job: run-sheet, rail, live strip, and the instruments, which outlive the step. */
export function JobFrame({ children }: { children: ReactNode }) {
  const params = useParams<{ id: string; step: string }>();
  const id = decoded(params.id);
  return (
    <SessionProvider key={id} id={id}>
      <LoadedJob step={isStep(params.step) ? params.step : "intake"}>{children}</LoadedJob>
    </SessionProvider>
  );
}

/** An address that is no escape of anything names no job; it is said so, not thrown. */
function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

function LoadedJob({ step, children }: { step: StepId; children: ReactNode }) {
  const { loaded, issue } = useJobState("loaded", "issue");
  if (loaded === "ready") return <OpenJob step={step}>{children}</OpenJob>;
  if (loaded === "loading") {
    return (
      <AppFrame current="job" title="Job">
        <Center h="50vh" gap="3">
          <Spinner /> <Text>Opening the job</Text>
        </Center>
      </AppFrame>
    );
  }
  return (
    <AppFrame current="job" title="Job">
      <Box p="6" maxW="720px">
        <Notice tone="act" title={loaded === "missing" ? "This job is not stored here" : "This job cannot be read"}>
          {loaded === "missing" || issue === null
            ? "It was removed, or it was started in another browser. Open its file in the Bay if there is one."
            : jobFileSentence("The stored job", issue)}
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

function OpenJob({ step, children }: { step: StepId; children: ReactNode }) {
  const session = useSession();
  const jobId = useJobOf((job) => job.id);
  const { undo, storeError } = useJobState("undo", "storeError");
  const { markStarted } = useJobActs();
  const { status } = useRack("status");
  const { judgeTest } = useVerdict("judgeTest");
  const router = useRouter();
  const open = (to: StepId) => router.push(stepPath(jobId, to));

  useEffect(() => markStarted(step), [markStarted, step]);
  useEffect(() => judgeTest(step === "prove" ? "proof" : "baseline"), [judgeTest, step]);

  // A reload or a crash lost the connection, not the job: take the instruments up again with what is in the circuit now.
  useEffect(() => {
    const { job } = session.jobs.getState();
    if (job !== null && job.rackVehicle !== null) session.rack.getState().connect(job.rackVehicle, job);
  }, [session]);

  const commands = [
    ...stepIds.map((id, i) => ({ key: stepKeys[i]!, does: `Step ${i + 1}: ${stepNames[id]}`, run: () => open(id) })),
    { key: "u", does: "Undo the last change", run: undo },
  ];

  return (
    <AppFrame
      current="job"
      header={<JobHeader step={step} />}
      commands={commands}
      footer={status === "running" || status === "lost" ? <LiveStrip /> : undefined}
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
