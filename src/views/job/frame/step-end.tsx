"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { StepId } from "@/core/records/job";
import { gapsOf, runSheet, type StepGap, stepAfter } from "@/core/records/run-sheet";
import { useChoices } from "@/session/choices";
import { useDraft } from "@/session/job/drafts";
import { useJob } from "@/session/session";
import { bringTo } from "@/ui/bring-to";
import { BenchButton } from "@/ui/buttons";
import { useInvalidFields } from "@/ui/fields/invalid-fields";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { useShortcuts } from "@/ui/shortcuts";
import { Text } from "@/ui/text";
import { stepEndText } from "@/words/screens/job-frame";
import { stepWords } from "@/words/step-words";
import { gapField, gapWords } from "@/words/steps";
import { typed } from "@/words/typed";
import { FootEnd } from "./step-foot";
import { useStepNotes } from "./step-notes";
import { stepPath } from "./steps";

interface StepEndProps {
  step: StepId;
  /** Known to the view alone, and missing beside what the table of steps says. */
  also?: string;
  /** Another act of the step comes before going on. */
  later?: boolean;
}

/** The one next act of a step: done, and on to the next. Bound to N. */
export function StepEnd({ step, also, later = false }: StepEndProps) {
  const { job, markDone, markSkipped } = useJob();
  const { oilSheet } = useChoices();
  const gaps = gapsOf(job, step, { oilSheet });
  const [reason, setReason] = useDraft(`skip-${step}`);
  const [skipping, setSkipping] = useState(reason !== "");
  const { skipped } = job.steps[step];
  const router = useRouter();
  const next = stepAfter(job, step);
  const invalid = useInvalidFields();
  const open = gaps.length > 0 || also !== undefined || invalid.length > 0;
  const finish = () => {
    if (open) return;
    markDone(step);
    if (next) router.push(stepPath(job.id, next));
  };
  useShortcuts([{ key: "n", does: stepEndText.doneNextStep, run: finish }]);
  const { content, buttons } = useStepNotes(step);
  return (
    <>
      {content}
      {skipping && next !== null && (
        <Flex
          as="form"
          gap="2"
          w="full"
          maxW="760px"
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
          <Box flex="1">
            <TextField
              label={stepEndText.reasonForSkipping}
              value={reason}
              placeholder={stepEndText.appearsInTheReport}
              onChange={setReason}
            />
          </Box>
          <BenchButton type="submit" disabled={reason.trim() === ""}>
            {stepEndText.skip}
          </BenchButton>
          <BenchButton type="button" kind="quiet" onClick={() => setSkipping(false)}>
            {stepEndText.keepStep}
          </BenchButton>
        </Flex>
      )}
      <Flex gap="2" wrap="wrap" align="center">
        {buttons}
        {open && runSheet[step].skippable && !skipping && (
          <BenchButton kind="quiet" onClick={() => setSkipping(true)}>
            {skipped === null ? stepEndText.skipStep : stepEndText.changeReason}
          </BenchButton>
        )}
        {skipped !== null && !skipping && <Text kind="aside">{stepEndText.skipped(typed(skipped))}</Text>}
      </Flex>
      {next !== null && (
        <FootEnd>
          <BenchButton
            kind={open || later ? "quiet" : "act"}
            flexShrink="0"
            disabled={open}
            shortcut="N"
            data-step-end
            onClick={finish}
          >
            {stepEndText.done(stepWords[next].name.toLowerCase())}
          </BenchButton>
          {open && <Missing gaps={gaps} also={also} invalid={invalid} />}
        </FootEnd>
      )}
    </>
  );
}

/** Missing items by name; a touch leads to the field. */
interface MissingProps {
  gaps: readonly StepGap[];
  also: string | undefined;
  /** Labels of fields with something that cannot be used. */
  invalid: readonly string[];
}

function Missing({ gaps, also, invalid }: MissingProps) {
  const figures = useFigures();
  const missing = [...gaps.map((gap) => gapWords(gap, figures)), ...(also === undefined ? [] : [also])];
  const text = [
    ...(missing.length > 0 ? [stepEndText.missing(missing.join(", "))] : []),
    ...(invalid.length > 0 ? [stepEndText.correct(invalid.join(", "))] : []),
  ].join(" ");
  const field = gaps.map(gapField).find((label) => label !== null) ?? invalid[0];
  const look = { color: "soft", fontSize: "sm", lineHeight: "1.25", lineClamp: 3, minW: "0" } as const;
  return field === undefined ? (
    <Text {...look} role="status">
      {text}
    </Text>
  ) : (
    <Box asChild textAlign="start" minH="target" minW="0" cursor="pointer">
      <button type="button" onClick={() => bringTo(field)}>
        <Text as="span" {...look} role="status" textDecoration="underline" textUnderlineOffset="3px">
          {text}
        </Text>
      </button>
    </Box>
  );
}
