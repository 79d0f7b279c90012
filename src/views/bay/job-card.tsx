"use client";

import { Box, Flex } from "@chakra-ui/react";
import { format } from "date-fns";
import Link from "next/link";
import { labelOf } from "@/core/records/derived/job-label";
import { balanceOf, hasReadings, recoveredOf } from "@/core/records/derived/job-readings";
import { restOf } from "@/core/records/derived/job-rest";
import { type Job, type StepId, stepIds } from "@/core/records/job";
import { standingOf } from "@/core/records/waits";
import type { Holder } from "@/core/sync/holder";
import type { Figures } from "@/core/units/figures";
import { useChoices } from "@/session/choices";
import { useLeading } from "@/session/leading";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { MoreMenu } from "@/ui/more-menu";
import { Text } from "@/ui/text";
import { useMinute } from "@/ui/tick";
import { stepPath } from "@/views/job/frame/steps";
import { PracticeTag } from "@/views/workshop/practice-tag";
import { refrigerantLabels } from "@/words/job";
import { jobCardText } from "@/words/screens/bay";
import { commonText } from "@/words/screens/common";
import { holderText, holderWords } from "@/words/screens/sharing";
import { stepWords } from "@/words/step-words";
import { leftOpenWords, waitSentence } from "@/words/steps";

/** One job as a wide card: vehicle, complaint, where it stands, what is likely, grams. */
interface JobCardProps {
  job: Job;
  /** Who works on it and whether at this device; null where nobody does. */
  held: { here: boolean; holder: Holder } | null;
  /** New job for the same vehicle. */
  onAgain: () => void;
  onArchive: () => void;
  onRemove: () => void;
}

export function JobCard({ job, held, onAgain, onArchive, onRemove }: JobCardProps) {
  const figures = useFigures();
  const { intake } = job;
  const leading = useLeading(job);
  const { holdS } = useChoices();
  const now = useMinute();
  const { next, waits, leftOpen } = standingOf(job, now, holdS);
  const signed = job.signOff.signedAt !== null;
  const done = stepIds.filter((id) => job.steps[id].doneAt !== null).length;
  const { chargeG, toleranceG } = labelOf(job);
  const name = intake.vehicle.trim() || commonText.unnamedVehicle;
  return (
    <Flex as="article" aria-label={name} bg="sheet" rounded="card" wrap={{ base: "wrap", lg: "nowrap" }}>
      <Box flex="1 1 420px" minW="0" px="4" py="3">
        <Flex gap="3">
          <Text typed as="h2" kind="value" minW="0">
            {name}
          </Text>
          <PracticeTag purpose={job.purpose} />
        </Flex>
        <Text typed kind="soft" lineClamp={2}>
          {intake.complaint.trim() || jobCardText.noComplaintRecorded}
        </Text>
        <Text mt="1.5">
          {intake.refrigerant ? refrigerantLabels[intake.refrigerant] : jobCardText.refrigerantUnknown}
          {chargeG !== null && `, label ${figures.number(chargeG, "g")}`}
          {chargeG !== null &&
            (toleranceG !== null ? ` ± ${figures.quantity(toleranceG, "g")}` : ` ${figures.label("g")}`)}
        </Text>
      </Box>
      <Flex
        direction="column"
        justify="center"
        gap="0.5"
        px="4"
        py="3"
        flex="0 0 280px"
        borderLeftWidth={{ lg: "1px" }}
        borderColor="line"
      >
        <Text kind="small">
          {signed
            ? jobCardText.signedOff(format(job.signOff.signedAt!, "d MMM yyyy"))
            : jobCardText.nextOfDone(done, stepIds.length, format(job.updatedAt, "d MMM HH:mm"))}
        </Text>
        <Text fontSize="xl" fontWeight="semibold" color={signed ? "done" : "ink"}>
          {signed ? job.signOff.technician.trim() || "Signed" : stepWords[next].name}
        </Text>
        <Text kind="note">{standing(job, leading, figures)}</Text>
        {!signed && (
          <>
            <Text fontSize="sm" color={waits.code === "hold" && waits.finished ? "wait" : "soft"}>
              {waitSentence(waits, figures)}
            </Text>
            {held !== null && <Held {...held} now={now} />}
            {leftOpen.length > 0 && <Text kind="note">{leftOpenWords(leftOpen)}</Text>}
          </>
        )}
      </Flex>
      <Flex align="center" justify="flex-end" gap="2" px="4" py="3" flex="0 0 auto" wrap="wrap">
        <BenchButton asChild>
          <Link href={stepPath(job.id, next)}>
            {held !== null && !held.here ? jobCardText.view : openWord(signed, next)}
          </Link>
        </BenchButton>
        <MoreMenu
          label={jobCardText.moreFor(name)}
          items={[
            { name: jobCardText.newJobSameVehicle, run: onAgain },
            { name: job.archivedAt === null ? jobCardText.archive : jobCardText.restoreFromArchive, run: onArchive },
            ...(signed ? [] : [{ name: jobCardText.remove, run: onRemove }]),
          ]}
        />
      </Flex>
    </Flex>
  );
}

/** Who works on it, and at which device. */
function Held({ here, holder, now }: NonNullable<JobCardProps["held"]> & { now: number }) {
  const deviceName = here ? holderText.thisDevice : holder.deviceName;
  return (
    <Text fontSize="sm" fontWeight="semibold" color={here ? "soft" : "wait"}>
      {holderWords({ ...holder, deviceName }, now)}
    </Text>
  );
}

function openWord(signed: boolean, next: StepId): string {
  if (signed) return jobCardText.view;
  return next === "intake" ? "Begin" : "Continue";
}

/** Current state, the most certain first: weight, then diagnosis. */
function standing(job: Job, leading: string | null, figures: Figures): string {
  const balance = balanceOf(job);
  const recovered = recoveredOf(job);
  if (balance?.ok && balance.value.drawnG > 0)
    return jobCardText.charged(figures.quantity(balance.value.inVehicleG, "g"));
  if (recovered.ok && recovered.value !== null) return jobCardText.recovered(figures.quantity(recovered.value, "g"));
  if (leading) return leading;
  if (job.baseline.settings.some(hasReadings)) return jobCardText.readingsRecordedNoDiagnosisYet;
  if (restOf(job) !== null) return jobCardText.staticPressureRecorded;
  return jobCardText.noReadingsYet;
}
