"use client";

import { Box, Flex } from "@chakra-ui/react";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useState } from "react";
import type { Cause } from "@/core/causes/catalogue";
import { decide, isBeforeRanking } from "@/core/diagnosis/decide/decide";
import { type Diagnosis, type RankedCause, warningOf } from "@/core/diagnosis/decide/diagnosis";
import { unseparatedOf } from "@/core/diagnosis/decide/unseparated";
import { LISTED_PROBABILITY } from "@/core/diagnosis/thresholds";
import type { StepId } from "@/core/records/job";
import { useDiagnosis, useWording } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Explain } from "@/ui/explain";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { causeName } from "@/words/causes";
import { decisionWords } from "@/words/decision";
import { percentOf, seenSentence, severitySentence, testSentence, type Wording } from "@/words/diagnosis";
import { lowerFirst } from "@/words/letters";
import { noticeWords } from "@/words/notices";
import { reasonSentence } from "@/words/reasons";
import { evidenceRailText } from "@/words/screens/job-frame";
import { NextAct } from "./next-act";
import { Rail } from "./rail";

/** Causes shown in the rail; the verdict shows the rest. */
const SHOWN = 4;

/** The rail that never leaves while there is something to find: causes with reasons, what is open, the next test. */
export function EvidenceRail({ step }: { step: StepId }) {
  const figures = useFigures();
  const { verdict, rows, live, failed } = useDiagnosis("verdict", "rows", "live", "failed");
  const wording = useWording(figures);
  const [open, setOpen] = useState<Cause | null>(null);
  const shown = rows.slice(0, SHOWN).filter((row, i) => i === 0 || row.probability > LISTED_PROBABILITY);
  const opened = open ?? shown[0]?.cause ?? null;
  return (
    <Rail
      label={evidenceRailText.evidence}
      foot={step !== "prove" && verdict !== null && wording !== null && <NextAct verdict={verdict} wording={wording} />}
    >
      <Text as="h2" kind="lead">
        {step === "prove" ? evidenceRailText.possibleCausesAfterWork : evidenceRailText.possibleCauses}
      </Text>
      {live && (
        <Text fontSize="sm" color="wait" fontWeight="semibold">
          {evidenceRailText.pressuresStillMovingResultsMay}
        </Text>
      )}
      <Progress />
      {verdict === null && failed ? (
        <Text kind="alarm">{noticeWords.restartDiagnosis}</Text>
      ) : verdict === null || wording === null ? (
        <Text kind="soft">{evidenceRailText.noDiagnosisYetEnterLabel}</Text>
      ) : (
        <>
          <First verdict={verdict} wording={wording} />
          {warningOf(verdict, "held-vacuum") === undefined &&
            shown.map((row) => (
              <CauseBar
                key={row.cause}
                row={row}
                wording={wording}
                reasons={3}
                open={row.cause === opened}
                onToggle={() =>
                  setOpen(row.cause === opened ? (shown.find((other) => other !== row)?.cause ?? null) : row.cause)
                }
              />
            ))}
          <Apart verdict={verdict} wording={wording} />
          {verdict.charge && (
            <Text kind="note">
              {verdict.charge.weighed
                ? evidenceRailText.recovered(figures.quantity(verdict.charge.medianG, "g"))
                : evidenceRailText.chargeBetweenAndRecoverAnd(
                    figures.number(verdict.charge.lowG, "g"),
                    figures.quantity(verdict.charge.highG, "g"),
                  )}
            </Text>
          )}
        </>
      )}
    </Rail>
  );
}

/** Warnings before any ranking: a stop, impossible readings, an empty or foreign circuit. */
function First({ verdict, wording }: { verdict: Diagnosis; wording: Wording }) {
  const decision = decide(verdict);
  if (!isBeforeRanking(decision)) return null;
  return (
    <Text fontSize="md" fontWeight="semibold" color="danger" role="alert">
      {decisionWords(decision, wording).sentence}
    </Text>
  );
}

/** Shown while a new vehicle or day is simulated; it can be given up. */
export function Progress() {
  const { progress, cancel } = useDiagnosis("progress", "cancel");
  if (progress === null) return null;
  const percent = Math.round(progress * 100);
  return (
    <Flex align="center" gap="2">
      <Box flex="1">
        <Text kind="note">{evidenceRailText.simulatingThisVehicle(percent)}</Text>
        <Box
          h="6px"
          bg="line"
          rounded="2px"
          role="progressbar"
          aria-label={evidenceRailText.simulating}
          aria-valuenow={percent}
          aria-valuemin={0}
          aria-valuemax={100}
        >
          <Box h="6px" bg="edge" rounded="2px" w={`${percent}%`} />
        </Box>
      </Box>
      <BenchButton kind="quiet" px="2.5" onClick={cancel}>
        {evidenceRailText.stop}
      </BenchButton>
    </Flex>
  );
}

/** Causes that these readings cannot separate, and the best test. */
export function Apart({ verdict, wording }: { verdict: Diagnosis; wording: Wording }) {
  const open = unseparatedOf(verdict);
  if (open === null) return null;
  const { causes, together, best } = open;
  return (
    <Box borderLeftWidth="4px" borderColor="wait" ps="3" py="0.5">
      <Text fontSize="sm" fontWeight="semibold">
        {evidenceRailText.notSeparatedYet}
      </Text>
      {causes.length > 1 && (
        <Text fontSize="sm">{causes.map((cause) => lowerFirst(causeName(cause))).join(" or ")}.</Text>
      )}
      {together !== null && (
        <Text fontSize="sm">
          {evidenceRailText.possiblyBoth(
            together.causes.map((cause) => lowerFirst(causeName(cause))).join(" with "),
            Math.round(together.probability * 100),
          )}
        </Text>
      )}
      <Text kind="note">
        {best
          ? evidenceRailText.separatesThemBest(testSentence(best.test, wording))
          : evidenceRailText.onlyWeighingCanSeparateThem}
      </Text>
    </Box>
  );
}

interface CauseBarProps {
  row: RankedCause;
  wording: Wording;
  /** Number of reasons of each kind. */
  reasons: number;
  open: boolean;
  onToggle?: () => void;
}

export function CauseBar({ row, wording, reasons, open, onToggle }: CauseBarProps) {
  const { cause, probability, severity, seen } = row;
  const percent = Math.round(probability * 100);
  const head = (
    <>
      <Flex
        justify="space-between"
        gap="2"
        fontWeight="semibold"
        fontSize="md"
        lineHeight="1.25"
        w="full"
        textAlign="start"
      >
        <Flex gap="1" align="flex-start">
          {onToggle && (open ? <ChevronDown size={18} aria-hidden /> : <ChevronRight size={18} aria-hidden />)}
          <span>{causeName(cause)}</span>
        </Flex>
        <Text as="span" whiteSpace="nowrap">
          {percentOf(probability)} %
        </Text>
      </Flex>
      <Box h="8px" bg="line" rounded="2px" my="1.5" aria-hidden w="full">
        <Box h="8px" bg="ink" rounded="2px" w={`${Math.max(1, percent)}%`} />
      </Box>
    </>
  );
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="1.5">
      {onToggle ? (
        <Box as="button" w="full" minH="target" aria-expanded={open} onClick={onToggle} cursor="pointer">
          {head}
        </Box>
      ) : (
        head
      )}
      {open && (
        <Box pb="1">
          <Explain about={`cause-${cause}`} fontSize="sm" minH="32px">
            {evidenceRailText.aboutThisFault}
          </Explain>
          {cause !== "none" && probability > LISTED_PROBABILITY && (
            <Text kind="note">{severitySentence(cause, severity, wording)}</Text>
          )}
          {seen.map((code) => (
            <ReasonLine key={code} sign="+" text={seenSentence(code)} />
          ))}
          {row.for.slice(0, reasons).map((reason) => (
            <ReasonLine key={reason.quantity} sign="+" text={reasonSentence(reason, wording)} />
          ))}
          {row.against.slice(0, reasons).map((reason) => (
            <ReasonLine key={reason.quantity} sign="−" text={reasonSentence(reason, wording)} />
          ))}
          {seen.length + row.for.length + row.against.length === 0 && (
            <Text kind="note">{evidenceRailText.noSingleReadingSupportsOr}</Text>
          )}
        </Box>
      )}
    </Box>
  );
}

function ReasonLine({ sign, text }: { sign: "+" | "−"; text: string }) {
  return (
    <Flex gap="2" fontSize="sm" lineHeight="1.35" mt="0.5">
      <Text
        as="span"
        w="10px"
        flexShrink="0"
        fontWeight="bold"
        color={sign === "+" ? "done" : "danger"}
        aria-label={sign === "+" ? evidenceRailText.supports : evidenceRailText.contradicts}
        role="img"
      >
        {sign}
      </Text>
      <span>{text}</span>
    </Flex>
  );
}
