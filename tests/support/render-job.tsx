/** A job's steps rendered without a browser: the same components over a session in memory. */
import { ChakraProvider } from "@chakra-ui/react";
import { act, render } from "@testing-library/react";
import type { ReactNode } from "react";
import type { Job, StepId } from "@/core/records/job";
import { listJobs } from "@/data/jobs";
import { SessionProvider, useJobState } from "@/session/session";
import { system } from "@/ui/theme";
import { StepView } from "@/views/job/step-view";
import { type FakeWorld, fakeWorld } from "./fake-session";

function Ready({ children }: { children: ReactNode }) {
  const { loaded } = useJobState("loaded");
  return loaded === "ready" ? children : null;
}

/** Renders parts of a job, the step alone when none are given, and waits for what they ask of the database. */
export async function renderJob(job: Job, step: StepId, parts?: ReactNode): Promise<FakeWorld> {
  const world = fakeWorld(job);
  render(
    <ChakraProvider value={system}>
      <SessionProvider id={job.id} ports={world.ports}>
        <Ready>{parts ?? <StepView step={step} />}</Ready>
      </SessionProvider>
    </ChakraProvider>,
  );
  for (let i = 0; i < 5; i++) await act(async () => void (await listJobs()));
  return world;
}
