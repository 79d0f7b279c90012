"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { StepId } from "@/core/records/job";
import { useDraft } from "@/session/drafts";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { TextField } from "@/ui/text-field";
import { stepNames } from "@/words/job";
import { nextStep, stepPath } from "./steps";

interface StepEndProps {
  step: StepId;
  /** What is still missing to call this step done; it can be left all the same by the run-sheet. */
  gaps: string[];
}

/** Steps that a job can do without, with a reason. What holds the weight or the law cannot be passed over. */
const skippable: readonly StepId[] = ["look", "hook-up", "rest", "running", "shut-off", "prove"];

/** The one next act of a step: done, and on to the next. Bound to N. */
export function StepEnd({ step, gaps }: StepEndProps) {
  const { job, edit, markDone, markSkipped } = useJob();
  const [reason, setReason] = useDraft(`skip-${step}`);
  const [skipping, setSkipping] = useState(reason !== "");
  const { skipped } = job.steps[step];
  const router = useRouter();
  const next = nextStep(step);
  const open = gaps.length > 0;
  const finish = () => {
    if (open) return;
    markDone(step);
    if (next) router.push(stepPath(job.id, next));
  };
  useShortcuts([{ key: "n", does: "Done, next step", run: finish }]);
  const { note } = job.steps[step];
  const [noting, setNoting] = useState(false);
  const noteField = (noting || note !== "") && (
    <Box w="full" maxW="760px">
      <TextField
        label="Note of this step"
        value={note}
        lines={2}
        placeholder="Anything worth keeping"
        onChange={(text) =>
          edit((stored) => ({
            ...stored,
            steps: { ...stored.steps, [step]: { ...stored.steps[step], note: text } },
          }))
        }
      />
    </Box>
  );
  const noteButton = !noting && note === "" && (
    <BenchButton kind="quiet" onClick={() => setNoting(true)}>
      Add a note
    </BenchButton>
  );
  if (next === null)
    return (
      <Box mt="1">
        {noteButton}
        {noteField}
      </Box>
    );
  return (
    <>
      {noteField}
      {noteButton && <Box>{noteButton}</Box>}
      {/* Done stands at the same place of every step, whatever is scrolled. */}
      <Flex
        align="center"
        gap="4"
        wrap="wrap"
        position="sticky"
        bottom={{ base: "0", lg: "-16px" }}
        zIndex="1"
        bg="ground"
        borderTopWidth="1px"
        borderColor="line"
        py="2.5"
        mx="-1"
        px="1"
      >
        <BenchButton kind="act" disabled={open} shortcut="N" onClick={finish}>
          {`Done: go to ${stepNames[next].toLowerCase()}`}
        </BenchButton>
        {open && (
          <Text color="soft" fontSize="15px" role="status">
            Still missing: {gaps.join(", ")}.
          </Text>
        )}
        {open && skippable.includes(step) && !skipping && (
          <BenchButton kind="quiet" onClick={() => setSkipping(true)}>
            {skipped === null ? "Skip this step" : "Change why it is skipped"}
          </BenchButton>
        )}
        {skipped !== null && !skipping && (
          <Text color="soft" fontSize="15px">
            Skipped: {skipped}
          </Text>
        )}
        {skipping && (
          <Flex
            as="form"
            gap="2"
            w="full"
            align="flex-end"
            onSubmit={(event) => {
              event.preventDefault();
              if (reason.trim() === "") return;
              markSkipped(step, reason.trim());
              setReason("");
              setSkipping(false);
              router.push(stepPath(job.id, next));
            }}
          >
            <Box flex="1" maxW="520px">
              <TextField
                label="Why it is skipped"
                value={reason}
                placeholder="It goes into the report"
                onChange={setReason}
              />
            </Box>
            <BenchButton type="submit" kind="main" disabled={reason.trim() === ""}>
              Skip
            </BenchButton>
            <BenchButton type="button" kind="quiet" onClick={() => setSkipping(false)}>
              Keep it
            </BenchButton>
          </Flex>
        )}
      </Flex>
    </>
  );
}
