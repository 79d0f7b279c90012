"use client";

import { useCallback } from "react";
import { warningOf } from "@/core/diagnosis/decide/diagnosis";
import { labelDoubts } from "@/core/records/vehicles/label-check";
import { visitsOfVehicle } from "@/session/records/jobs";
import { useDiagnosis, useJob } from "@/session/session";
import { useStored } from "@/session/stored";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { doubtByReadings, LABEL_DOUBT, labelDoubtSentence } from "@/words/label";
import { capital } from "@/words/letters";

/** Doubts about the label: earlier visits, the vehicle's size, the recovered weight; after the work also the readings. */
export function LabelDoubts({ proof = false }: { proof?: boolean }) {
  const figures = useFigures();
  const { job } = useJob();
  const { verdict } = useDiagnosis("verdict");
  const { vehicle } = job.intake;
  const query = useCallback(() => visitsOfVehicle(vehicle), [vehicle]);
  const stored = useStored(query);
  const earlier =
    stored.state !== "ready"
      ? []
      : stored.value
          .filter(({ jobId, at }) => jobId !== job.id && at < job.createdAt)
          .sort((a, b) => a.at.localeCompare(b.at));
  const doubts = labelDoubts(job, earlier);
  const read = proof && verdict !== null ? warningOf(verdict, "label-doubt") : undefined;
  if (doubts.length === 0 && read === undefined) return null;
  return (
    <Notice tone={read === undefined ? "wait" : "act"} title={LABEL_DOUBT}>
      {read && <Text>{capital(doubtByReadings(read.cause))}</Text>}
      {doubts.map((doubt) => (
        <Text key={doubt.code}>{labelDoubtSentence(doubt, figures)}</Text>
      ))}
    </Notice>
  );
}
