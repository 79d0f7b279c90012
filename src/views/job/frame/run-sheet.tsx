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
import { stepNames } from "@/words/job";
import { runSheetText } from "@/words/screens/job-frame";

/** The steps of the job with their state and time, each with its number key. */
export function RunSheet({ step, onOpen }: { step: StepId; onOpen: (step: StepId) => void }) {
  const { job } = useJob();
  return (
    <>
      <PhoneSteps step={step} onOpen={onOpen} />
      <Flex
        as="nav"
        aria-label={runSheetText.steps}
        display={{ base: "none", md: "flex" }}
        direction={{ base: "row", lg: "column" }}
        wrap={{ base: "wrap", lg: "nowrap" }}
        gridArea="sheet"
        w="full"
        px="2.5"
        py="1"
        borderRightWidth={{ lg: "1px" }}
        borderBottomWidth={{ base: "1px", lg: "0" }}
        borderColor="line"
        overflowY="auto"
        overflowX="hidden"
      >
        {stepIds.map((id, index) => {
          const { startedAt, doneAt, skipped } = job.steps[id];
          const now = id === step;
          const ruledOut = !doneAt && isRuledOut(job, id);
          return (
            <Flex
              asChild
              key={id}
              align="center"
              gap="2"
              flex={{ lg: "1 1 44px" }}
              minH={{ base: "target", lg: "44px" }}
              maxH="48px"
              px="2.5"
              borderWidth="2px"
              borderColor="transparent"
              backgroundClip="padding-box"
              rounded="card"
              cursor="pointer"
              textAlign="left"
              bg={now ? "picked" : undefined}
              color={now || doneAt ? "ink" : "soft"}
              textDecoration={skipped !== null && !doneAt ? "line-through" : undefined}
              fontWeight={now ? "semibold" : "normal"}
              _hover={{ bg: now ? "picked" : "band" }}
            >
              <button type="button" onClick={() => onOpen(id)} aria-current={now ? "step" : undefined}>
                <Text as="span" w="20px" flexShrink="0" textAlign="right" fontWeight="normal" whiteSpace="nowrap">
                  {index + 1}
                </Text>
                <Text as="span" whiteSpace="nowrap">
                  {stepNames[id]}
                </Text>
                <Box as="span" ml="auto" color={now ? "inherit" : "done"} display="flex" alignItems="center">
                  {doneAt ? (
                    <Check size={18} aria-label={runSheetText.done} />
                  ) : ruledOut ? (
                    <Text as="span" fontSize="xs" fontWeight="semibold" color="ink" whiteSpace="nowrap">
                      {runSheetText.notRun}
                    </Text>
                  ) : skipped !== null ? (
                    <Text as="span" fontSize="xs" color="soft">
                      {runSheetText.skipped}
                    </Text>
                  ) : (
                    now && startedAt && <Elapsed since={startedAt} />
                  )}
                </Box>
              </button>
            </Flex>
          );
        })}
      </Flex>
    </>
  );
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
          `${index + 1} ${say(stepNames[id])}${job.steps[id].doneAt ? " ✓" : ""}`,
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
