"use client";

import { Flex, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { type StepId, stepNames } from "@/core/records/job";
import { BenchButton } from "@/ui/buttons";
import { useShortcuts } from "@/ui/shortcuts";
import { useJob } from "../job-context";
import { nextStep, stepPath } from "../steps";

interface StepEndProps {
  step: StepId;
  /** What is still missing to call this step done; it can be left all the same by the run-sheet. */
  gaps: string[];
}

/** The one next act of a step: done, and on to the next. Bound to N. */
export function StepEnd({ step, gaps }: StepEndProps) {
  const { job, markDone } = useJob();
  const router = useRouter();
  const next = nextStep(step);
  const open = gaps.length > 0;
  const finish = () => {
    if (open) return;
    markDone(step);
    if (next) router.push(stepPath(job.id, next));
  };
  useShortcuts([{ key: "n", does: "Done, next step", run: finish }]);
  if (next === null) return null;
  return (
    <Flex align="center" gap="4" wrap="wrap" mt="1">
      <BenchButton kind="act" disabled={open} shortcut="N" onClick={finish}>
        {`Done: go to ${stepNames[next].toLowerCase()}`}
      </BenchButton>
      {open && (
        <Text color="soft" fontSize="15px" role="status">
          Still missing: {gaps.join(", ")}.
        </Text>
      )}
    </Flex>
  );
}
