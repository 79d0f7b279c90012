"use client";

import { Flex } from "@chakra-ui/react";
import { format, parseISO } from "date-fns";
import { useCallback, useRef } from "react";
import { labelOf } from "@/core/records/job-readings";
import { fromVisit, lastVisit } from "@/core/records/visits";
import { jobsOfVehicle } from "@/data/jobs";
import { useJob } from "@/session/session";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { refrigerantLabels } from "@/words/job";

/** A vehicle that was here before brings its label and build along: known by its history, not asked again. */
export function HereBefore() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const newest = useRef(job);
  newest.current = job;
  const { vehicle } = job.intake;
  const query = useCallback(async () => lastVisit(newest.current, await jobsOfVehicle(vehicle)), [vehicle]);
  const stored = useStored(query);
  const visit = stored.state === "ready" ? stored.value : null;
  if (visit === null || labelOf(job).chargeG !== null) return null;
  const { refrigerant } = visit.intake;
  return (
    <Flex align="center" gap="3" wrap="wrap" role="status">
      <Text flex="1 1 220px" fontSize="15px">
        {`Here on ${format(parseISO(visit.createdAt), "d MMMM yyyy")}: ${refrigerant === null ? "" : `${refrigerantLabels[refrigerant]}, `}${figures.quantity(labelOf(visit).chargeG, "g")}.`}
      </Text>
      <BenchButton onClick={() => edit((now) => fromVisit(now, visit))}>Take label and build over</BenchButton>
    </Flex>
  );
}
