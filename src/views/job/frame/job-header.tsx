"use client";

import { Box, Flex } from "@chakra-ui/react";
import { ChevronDown, ChevronUp, Maximize2, Plug, Unplug } from "lucide-react";
import { type ReactNode, useEffect, useRef } from "react";
import { labelOf } from "@/core/records/derived/job-label";
import type { Job, StepId } from "@/core/records/job";
import type { Figures } from "@/core/units/figures";
import { useJob, useJobState, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { PracticeTag } from "@/views/workshop/practice-tag";
import { type simulatorWords, sourceSentence } from "@/words/instruments";
import { circuitWords, refrigerantLabels } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { distanceText, jobHeaderText } from "@/words/screens/job-frame";
import { stepWords } from "@/words/step-words";

interface JobHeaderProps {
  step: StepId;
  /** Enter on the heading: to the first field that is missing. */
  onGoOn?: () => void;
  /** The line of the instruments stands open below. */
  simulatorOpen?: boolean;
  onSimulator?: () => void;
  /** Opens the distance view, where the step has one. */
  onFar?: () => void;
  /** The button that takes the last change back, where there is one. */
  undo?: ReactNode;
}

function labelWords(job: Job, figures: Figures): string | null {
  const { chargeG, toleranceG } = labelOf(job);
  if (chargeG === null) return null;
  return toleranceG === null
    ? `label ${figures.quantity(chargeG, "g")}`
    : `label ${figures.number(chargeG, "g")} ± ${figures.quantity(toleranceG, "g")}`;
}

/** The job in hand: vehicle, label, kind of circuit, sources. */
export function JobHeader({
  step,
  onGoOn,
  simulatorOpen: rackOpen = false,
  onSimulator: onRack,
  onFar,
  undo,
}: JobHeaderProps) {
  const figures = useFigures();
  const { job } = useJob();
  const rack = useSimulator("status", "source", "engine", "pace");
  const { desk, holder } = useJobState("desk", "holder");
  const { intake } = job;
  const label = labelWords(job, figures);
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
      <StepHeading step={step} onGoOn={onGoOn} />
      <Text
        typed
        kind="strong"
        truncate
        flex="0 0 auto"
        maxW={{ base: "full", md: "38%" }}
        minW={{ base: "full", md: "0" }}
        order={{ base: 1, md: 0 }}
      >
        {intake.vehicle.trim() || (step === "intake" ? commonText.newJob : commonText.unnamedVehicle)}
      </Text>
      <PracticeTag purpose={job.purpose} />
      {facts.map((fact, i) => (
        <Text
          key={fact}
          kind="soft"
          truncate
          minW="0"
          flex="0 99 auto"
          display={{ base: "none", md: i === 0 ? "block" : "none", xl: "block" }}
        >
          {fact}
        </Text>
      ))}
      <Flex ml="auto" gap="2" flexShrink="0">
        {undo}
        {onFar && (
          <BenchButton px="3" aria-label={distanceText.open} title={`${distanceText.open} (F)`} onClick={onFar}>
            <Maximize2 size={18} aria-hidden />
          </BenchButton>
        )}
        <SourcePill
          status={rack.status}
          open={rackOpen}
          onOpen={desk === "elsewhere" ? undefined : onRack}
          words={
            desk === "elsewhere"
              ? (holder?.deviceName ?? jobHeaderText.openInAnotherTab)
              : sourceSentence(rack.status, rack.source, rack.engine, rack.pace)
          }
        />
      </Flex>
    </>
  );
}

/** Name of the step. It takes the focus after a change of step, so that it is announced. */
function StepHeading({ step, onGoOn }: Pick<JobHeaderProps, "step" | "onGoOn">) {
  const heading = useRef<HTMLHeadingElement>(null);
  const before = useRef(step);
  useEffect(() => {
    if (before.current === step) return;
    before.current = step;
    heading.current?.focus({ preventScroll: true });
  }, [step]);
  return (
    <Text
      as="h1"
      ref={heading}
      tabIndex={-1}
      kind="value"
      whiteSpace="nowrap"
      onKeyDown={(event) => event.key === "Enter" && onGoOn?.()}
    >
      {stepWords[step].name}
    </Text>
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
    <BenchButton
      px="3"
      aria-expanded={onOpen === undefined ? undefined : open}
      disabled={onOpen === undefined}
      onClick={onOpen}
      aria-label={jobHeaderText.instruments(words)}
    >
      <Box color={live ? "done" : status === "lost" ? "danger" : "soft"}>
        {live ? <Plug size={15} aria-hidden /> : <Unplug size={15} aria-hidden />}
      </Box>
      <Box as="span" display={{ base: "none", sm: "inline" }}>
        {words}
      </Box>
      {onOpen && (open ? <ChevronUp size={17} aria-hidden /> : <ChevronDown size={17} aria-hidden />)}
    </BenchButton>
  );
}
