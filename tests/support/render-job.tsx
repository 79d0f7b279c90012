/** A job's steps rendered without a browser: the same components over a session in memory. */
import { ChakraProvider } from "@chakra-ui/react";
import { act, render } from "@testing-library/react";
import type { ReactNode } from "react";
import type { Job, StepId } from "@/core/records/job";
import { listJobs } from "@/data/jobs";
import { system } from "@/ui/theme";
import { fetchSteps, StepView } from "@/views/job/step-view";
import { type FakeWorld, fakeWorld } from "./fake-session";
import { OpenedJob } from "./opened-job";

/** Renders parts of a job, the step alone when none are given, and waits for what they ask of the database. */
export async function renderJob(job: Job, step: StepId, parts?: ReactNode): Promise<FakeWorld> {
  await fetchSteps();
  const world = fakeWorld(job);
  render(
    <ChakraProvider value={system}>
      <OpenedJob id={job.id} ports={world.ports}>
        {parts ?? <StepView step={step} />}
      </OpenedJob>
    </ChakraProvider>,
  );
  for (let i = 0; i < 5; i++) await act(async () => void (await listJobs()));
  return world;
}
