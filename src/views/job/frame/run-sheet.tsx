"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Check } from "lucide-react";
import { useEffect, useState } from "react";
import { type StepId, stepIds } from "@/core/records/job";
import { isRuledOut } from "@/core/records/run-sheet";
import { formatClock } from "@/core/units/units";
import { useJob } from "@/session/session";
import { Select } from "@/ui/fields/select";
import { Text, useSay } from "@/ui/text";
import { runSheetText } from "@/words/screens/job-frame";
import { stepWords } from "@/words/step-words";

/** The steps of the job with their state and time, each with its number key. */
export function RunSheet({ step, onOpen }: { step: StepId; onOpen: (step: StepId) => void }) {
  return (
    <>
      <PhoneSteps step={step} onOpen={onOpen} />
      <Flex
        as="nav"
        aria-label={runSheetText.steps}
        display={{ base: "none", md: "flex" }}
        direction={{ base: "row", lg: "column" }}
        gridArea="sheet"
        w="full"
        px={{ md: "1", lg: "2.5" }}
        py="1"
        borderRightWidth={{ lg: "1px" }}
        borderBottomWidth={{ base: "1px", lg: "0" }}
        borderColor="line"
        overflowY="auto"
        overflowX="hidden"
      >
        {stepIds.map((id, index) => (
          <StepButton key={id} id={id} number={index + 1} now={id === step} onOpen={onOpen} />
        ))}
      </Flex>
    </>
  );
}

interface StepButtonProps {
  id: StepId;
  number: number;
  now: boolean;
  onOpen: (step: StepId) => void;
}

/** One step: number, name and state on the bench; upright number and state, as the header names the step that is open. */
function StepButton({ id, number, now, onOpen }: StepButtonProps) {
  const { job } = useJob();
  const say = useSay();
  const { doneAt, skipped } = job.steps[id];
  const dropped = skipped !== null && !doneAt;
  return (
    <Flex
      asChild
      align="center"
      justify={{ md: "center", lg: "flex-start" }}
      gap={{ md: "0.5", lg: "2" }}
      flex={{ md: "1 1 0", lg: "1 1 44px" }}
      minW={{ md: "0", lg: "auto" }}
      minH={{ base: "target", lg: "44px" }}
      maxH="48px"
      px={{ md: "0.5", lg: "2.5" }}
      borderWidth="2px"
      borderColor="transparent"
      backgroundClip="padding-box"
      rounded="card"
      cursor="pointer"
      textAlign="left"
      bg={now ? "picked" : undefined}
      color={now || doneAt ? "ink" : "soft"}
      textDecoration={dropped ? "line-through" : undefined}
      fontWeight={now ? "semibold" : "normal"}
      _hover={{ bg: now ? "picked" : "band" }}
    >
      <button
        type="button"
        title={say(stepWords[id].name)}
        onClick={() => onOpen(id)}
        aria-current={now ? "step" : undefined}
      >
        <Text
          as="span"
          w={{ lg: "20px" }}
          flexShrink="0"
          textAlign="right"
          fontWeight={{ md: "inherit", lg: "normal" }}
          whiteSpace="nowrap"
        >
          {number}
        </Text>
        <Text as="span" whiteSpace="nowrap" hideFrom="lg" srOnly>
          {stepWords[id].name}
        </Text>
        <Text as="span" whiteSpace="nowrap" hideBelow="lg">
          {stepWords[id].name}
        </Text>
        <Box as="span" ml={{ lg: "auto" }} color={now ? "inherit" : "done"} display="flex" alignItems="center">
          <StepState id={id} now={now} />
        </Box>
      </button>
    </Flex>
  );
}

function StepState({ id, now }: { id: StepId; now: boolean }) {
  const { job } = useJob();
  const { startedAt, doneAt, skipped } = job.steps[id];
  if (doneAt) return <Check size={18} aria-label={runSheetText.done} />;
  if (isRuledOut(job, id))
    return (
      <Text as="span" fontSize="xs" fontWeight="semibold" color="ink" whiteSpace="nowrap" hideBelow="lg">
        {runSheetText.notRun}
      </Text>
    );
  if (skipped !== null)
    return (
      <Text as="span" fontSize="xs" color="soft" hideBelow="lg">
        {runSheetText.skipped}
      </Text>
    );
  return now && startedAt ? (
    <Box as="span" hideBelow="lg">
      <Elapsed since={startedAt} />
    </Box>
  ) : null;
}

/** On a phone the steps are one list to choose from. */
function PhoneSteps({ step, onOpen }: { step: StepId; onOpen: (step: StepId) => void }) {
  const { job } = useJob();
  const say = useSay();
  return (
    <Box as="nav" aria-label={runSheetText.steps} gridArea="sheet" display={{ md: "none" }} px="4" pt="2">
      <Select
        label={runSheetText.steps}
        bg="picked"
        borderColor="ink"
        value={step}
        options={stepIds.map((id, index) => [
          id,
          `${index + 1} ${say(stepWords[id].name)}${job.steps[id].doneAt ? " ✓" : ""}`,
        ])}
        onPick={onOpen}
      />
    </Box>
  );
}

/** Minutes and seconds since an instant; days and hours where a job was left overnight. */
function Elapsed({ since }: { since: string }) {
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  if (now === null) return null;
  const seconds = Math.max(0, Math.floor((now - Date.parse(since)) / 1000));
  const text =
    seconds >= 86_400
      ? `${Math.floor(seconds / 86_400)} d`
      : seconds >= 3600
        ? `${Math.floor(seconds / 3600)} h`
        : formatClock(seconds);
  return (
    <Text as="span" fontSize="sm" fontWeight="normal">
      {text}
    </Text>
  );
}
