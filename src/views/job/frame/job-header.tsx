"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Plug, Unplug } from "lucide-react";
import type { StepId } from "@/core/records/job";
import { labelOf } from "@/core/records/job-readings";
import { useJob, useJobState, useRack } from "@/session/session";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { type rackWords, sourceSentence } from "@/words/instruments";
import { circuitWords, refrigerantLabels } from "@/words/job";

/** The job in hand: vehicle, label, kind of circuit, sources. */
export function JobHeader({ step }: { step: StepId }) {
  const figures = useFigures();
  const { job } = useJob();
  const rack = useRack("status", "source");
  const { desk } = useJobState("desk");
  const { intake } = job;
  const { chargeG, toleranceG } = labelOf(job);
  const label =
    chargeG === null
      ? null
      : toleranceG === null
        ? `label ${figures.quantity(chargeG, "g")}`
        : `label ${figures.number(chargeG, "g")} ± ${figures.quantity(toleranceG, "g")}`;
  const facts = [
    [intake.refrigerant && refrigerantLabels[intake.refrigerant], label].filter(Boolean).join(", "),
    [intake.metering && circuitWords[intake.metering], intake.compressor && circuitWords[intake.compressor]]
      .filter(Boolean)
      .join(", "),
  ].filter((fact) => fact !== "");
  return (
    <>
      <Text typed as="h1" fontSize="18px" fontWeight="650" truncate minW="0">
        {intake.vehicle.trim() || (step === "intake" ? "New job" : "Unnamed vehicle")}
      </Text>
      {facts.map((fact, i) => (
        <Text key={fact} color="soft" whiteSpace="nowrap" display={{ base: i === 0 ? "block" : "none", xl: "block" }}>
          {fact}
        </Text>
      ))}
      <Flex ml="auto" gap="2" flexShrink="0">
        <SourcePill
          status={rack.status}
          words={desk === "elsewhere" ? "open in another tab" : sourceSentence(rack.status, rack.source)}
        />
      </Flex>
    </>
  );
}

function SourcePill({ status, words }: { status: keyof typeof rackWords; words: string }) {
  const live = status === "running";
  return (
    <Flex
      align="center"
      gap="2"
      borderWidth="1px"
      borderColor="line"
      bg="field"
      rounded="full"
      px="3"
      py="1"
      fontSize="14px"
      whiteSpace="nowrap"
    >
      <Box color={live ? "done" : status === "lost" ? "act" : "soft"}>
        {live ? <Plug size={15} /> : <Unplug size={15} />}
      </Box>
      {words}
    </Flex>
  );
}
