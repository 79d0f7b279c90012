"use client";

import { useCallback } from "react";
import { labelOf } from "@/core/records/job-readings";
import { labelDoubts } from "@/core/records/label-check";
import { jobsOfVehicle } from "@/data/jobs";
import { useJob, useVerdict } from "@/session/session";
import { useStored } from "@/session/stored";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { doubtByReadings, LABEL_DOUBT, labelDoubtSentence } from "@/words/label";

/** What speaks against the label: earlier visits, the vehicle's size, the weight that came out; after the work also what the readings alone fit. */
export function LabelDoubts({ proof = false }: { proof?: boolean }) {
  const figures = useFigures();
  const { job } = useJob();
  const { verdict } = useVerdict("verdict");
  const { vehicle } = job.intake;
  const query = useCallback(() => jobsOfVehicle(vehicle), [vehicle]);
  const stored = useStored(query);
  const earlier =
    stored.state !== "ready"
      ? []
      : stored.value
          .filter(({ id, createdAt }) => id !== job.id && createdAt < job.createdAt)
          .map((visit) => ({ labelG: labelOf(visit).chargeG, at: visit.createdAt }))
          .sort((a, b) => a.at.localeCompare(b.at));
  const doubts = labelDoubts(job, earlier);
  const read = proof ? (verdict?.warnings ?? []).flatMap((one) => (one.code === "label-doubt" ? [one.cause] : [])) : [];
  if (doubts.length + read.length === 0) return null;
  return (
    <Notice tone={read.length > 0 ? "act" : "wait"} title={LABEL_DOUBT}>
      {read.map((cause) => (
        <Text key={cause}>{capital(doubtByReadings(cause))}</Text>
      ))}
      {doubts.map((doubt) => (
        <Text key={doubt.code}>{labelDoubtSentence(doubt, figures)}</Text>
      ))}
    </Notice>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
