"use client";

import { Box, Flex, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import { type Cause, causeNames } from "@/core/diagnosis/causes";
import { diagnose, PROVISIONAL } from "@/core/diagnosis/diagnose";
import type { Diagnosis } from "@/core/diagnosis/diagnosis";
import type { Job, StepId } from "@/core/records/job";
import { hasReadings, readingFileOf, type TestName } from "@/core/records/job-readings";
import { formatNumber } from "@/core/units/units";
import { useJob } from "./job-context";

/** Causes shown in the rail; the verdict shows the rest. */
const SHOWN = 3;
const SHOWN_ABOVE = 0.03;

/** The verdict on one test of a job; null while there is too little to say anything from. */
export function useDiagnosis(which: TestName): Diagnosis | null {
  const { job } = useJob();
  return useMemo(() => diagnosisOf(job, which), [job, which]);
}

export function diagnosisOf(job: Job, which: TestName): Diagnosis | null {
  if (!job[which].settings.some(hasReadings)) return null;
  const reading = readingFileOf(job, which);
  return reading === null ? null : diagnose(reading);
}

/** The rail that never leaves while there is something to find: causes with reasons, the amount, the next test. */
export function EvidenceRail({ step }: { step: StepId }) {
  const which: TestName = step === "prove" ? "proof" : "baseline";
  const diagnosis = useDiagnosis(which);
  const next = diagnosis?.nextTests[0];
  return (
    <Rail label="Evidence">
      <Text as="h2" fontSize="17px" fontWeight="650" order={-2}>
        {step === "verdict"
          ? "What would settle it"
          : which === "proof"
            ? "What fits after the work"
            : "What fits these readings"}
      </Text>
      {diagnosis === null ? (
        <Text color="soft">
          Nothing to weigh yet. Causes appear with the first running reading, once label, ambient and altitude are
          given.
        </Text>
      ) : (
        <>
          {step === "verdict"
            ? diagnosis.nextTests.slice(1, 5).map((test) => <TestRow key={test.test} {...test} />)
            : diagnosis.causes
                .slice(0, SHOWN)
                .filter((cause) => cause.probability > SHOWN_ABOVE)
                .map((cause) => <CauseBar key={cause.cause} {...cause} reasons={2} />)}
          {diagnosis.charge && (
            <Text fontSize="14px" color="soft">
              Amount: these readings fit {formatNumber(diagnosis.charge.lowG, "g")} to{" "}
              {formatNumber(diagnosis.charge.highG, "g")} g. Weigh it.
            </Text>
          )}
          <Text fontSize="13px" color="soft">
            {PROVISIONAL}
          </Text>
        </>
      )}
      {diagnosis !== null && next && which === "baseline" && (
        <Box
          mt={step === "verdict" ? "0" : "auto"}
          order={step === "verdict" ? -1 : 0}
          borderWidth="2px"
          borderColor="ink"
          rounded="10px"
          px="3.5"
          py="3"
        >
          <Text fontSize="16px" fontWeight="650" lineHeight="1.3">
            Next: {lowerFirst(next.test)}
          </Text>
          <Text fontSize="14px" color="soft" mt="1">
            About {next.minutes} min.{next.gainBits > 0 ? " It would narrow these most for its time." : ""}
          </Text>
        </Box>
      )}
    </Rail>
  );
}

function TestRow({ test, minutes }: { test: string; minutes: number }) {
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="2">
      <Text fontWeight="600">{test}</Text>
      <Text fontSize="14px" color="soft">
        about {minutes} min
      </Text>
    </Box>
  );
}

interface CauseBarProps {
  cause: Cause;
  probability: number;
  for: string[];
  against: string[];
  /** How many reasons of each kind. */
  reasons: number;
}

export function CauseBar({ cause, probability, reasons, ...why }: CauseBarProps) {
  const percent = Math.round(probability * 100);
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="2">
      <Flex justify="space-between" gap="3" fontWeight="650" fontSize="16px" lineHeight="1.25">
        <span>{causeNames[cause]}</span>
        <Text as="span" whiteSpace="nowrap">
          {percent < 1 ? "under 1" : percent} %
        </Text>
      </Flex>
      <Box h="8px" bg="line" rounded="2px" my="1.5" aria-hidden>
        <Box h="8px" bg="ink" rounded="2px" w={`${Math.max(1, percent)}%`} />
      </Box>
      {why.for.slice(0, reasons).map((reason) => (
        <Reason key={reason} sign="+" text={reason} />
      ))}
      {why.against.slice(0, reasons).map((reason) => (
        <Reason key={reason} sign="−" text={reason} />
      ))}
    </Box>
  );
}

function Reason({ sign, text }: { sign: "+" | "−"; text: string }) {
  return (
    <Flex gap="2" fontSize="14px" lineHeight="1.35">
      <Text
        as="span"
        w="10px"
        flexShrink="0"
        fontWeight="800"
        color={sign === "+" ? "done" : "act"}
        aria-label={sign === "+" ? "for" : "against"}
      >
        {sign}
      </Text>
      <span>{text}</span>
    </Flex>
  );
}

export function Rail({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <Flex
      as="aside"
      aria-label={label}
      direction="column"
      gap="2.5"
      w={{ base: "full", lg: "300px" }}
      flexShrink="0"
      p="4"
      bg="sheet"
      borderLeftWidth={{ lg: "1px" }}
      borderTopWidth={{ base: "1px", lg: "0" }}
      borderColor="line"
      overflowY={{ lg: "auto" }}
    >
      {children}
    </Flex>
  );
}

function lowerFirst(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
