"use client";

import { Box, Flex } from "@chakra-ui/react";
import { ChevronDown, ChevronUp, Plug, Unplug } from "lucide-react";
import type { ReactNode } from "react";
import type { StepId } from "@/core/records/job";
import { labelOf } from "@/core/records/job-label";
import { useJob, useJobState, useSimulator } from "@/session/session";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { PracticeTag } from "@/views/workshop/practice-tag";
import { type simulatorWords, sourceSentence } from "@/words/instruments";
import { circuitWords, refrigerantLabels } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { jobHeaderText } from "@/words/screens/job-frame";

interface JobHeaderProps {
  step: StepId;
  /** The line of the instruments stands open below. */
  simulatorOpen?: boolean;
  onSimulator?: () => void;
  /** The button that takes the last change back, where there is one. */
  undo?: ReactNode;
}

/** The job in hand: vehicle, label, kind of circuit, sources. */
export function JobHeader({ step, simulatorOpen: rackOpen = false, onSimulator: onRack, undo }: JobHeaderProps) {
  const figures = useFigures();
  const { job } = useJob();
  const rack = useSimulator("status", "source", "engine", "pace");
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
    [
      intake.metering
        ? circuitWords[intake.metering]
        : intake.unsure.includes("metering") && jobHeaderText.meteringUnknown,
      intake.compressor
        ? circuitWords[intake.compressor]
        : intake.unsure.includes("compressor") && jobHeaderText.compressorUnknown,
    ]
      .filter(Boolean)
      .join(", "),
  ].filter((fact) => fact !== "");
  return (
    <>
      <Text typed as="h1" kind="heading" truncate minW="0">
        {intake.vehicle.trim() || (step === "intake" ? commonText.newJob : commonText.unnamedVehicle)}
      </Text>
      <PracticeTag purpose={job.purpose} />
      {facts.map((fact, i) => (
        <Text key={fact} kind="soft" whiteSpace="nowrap" display={{ base: i === 0 ? "block" : "none", xl: "block" }}>
          {fact}
        </Text>
      ))}
      <Flex ml="auto" gap="2" flexShrink="0">
        {undo}
        <SourcePill
          status={rack.status}
          open={rackOpen}
          onOpen={desk === "elsewhere" ? undefined : onRack}
          words={
            desk === "elsewhere"
              ? jobHeaderText.openInAnotherTab
              : sourceSentence(rack.status, rack.source, rack.engine, rack.pace)
          }
        />
      </Flex>
    </>
  );
}

interface SourcePillProps {
  status: keyof typeof simulatorWords;
  words: string;
  open: boolean;
  onOpen?: () => void;
}

/** Where the numbers come from; pressed, the line of the instruments opens below. */
function SourcePill({ status, words, open, onOpen }: SourcePillProps) {
  const live = status === "running";
  return (
    <Flex
      asChild
      align="center"
      gap="2"
      borderWidth="1px"
      borderColor={open ? "ink" : "line"}
      bg="field"
      rounded="full"
      px="3"
      minH="target"
      fontSize="14px"
      whiteSpace="nowrap"
      cursor={onOpen ? "pointer" : undefined}
    >
      <button
        type="button"
        aria-expanded={open}
        disabled={onOpen === undefined}
        onClick={onOpen}
        aria-label={jobHeaderText.instruments(words)}
      >
        <Box color={live ? "done" : status === "lost" ? "act" : "soft"}>
          {live ? <Plug size={15} /> : <Unplug size={15} />}
        </Box>
        {words}
        {onOpen && (open ? <ChevronUp size={17} aria-hidden /> : <ChevronDown size={17} aria-hidden />)}
      </button>
    </Flex>
  );
}
