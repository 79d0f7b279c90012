"use client";

import { useCallback, useEffect, useMemo } from "react";
import { DAY_MS } from "@/core/dates";
import { localPriorOf } from "@/core/learning/local-prior";
import type { OutcomeFacts } from "@/core/learning/statement";
import { takenReadings } from "@/core/records/derived/job-readings";
import { complaintKey, type OutcomeRow, situationOf } from "@/core/records/derived/outcome-row";
import type { Job } from "@/core/records/job";
import { isSigned } from "@/core/records/signature";
import { vehicleKey } from "@/core/records/vehicles/vehicle-name";
import { fleetOf, leaksOfSimilar, learnedCounts, outcomesOfVehicle } from "@/data/outcomes";
import { askOutcomeFacts } from "@/worker/diagnosis-client";
import { useAnswer } from "./answers";
import { useKnownChoices } from "./choices";
import { useJob } from "./session";
import { useStored } from "./stored";

/** Facts for the outcome of a job: null until the worker has answered; without readings there are none to wait for. */
export function useOutcomeFacts(job: Job): OutcomeFacts | null {
  const before = takenReadings(job, "baseline")[0] ?? null;
  const after = takenReadings(job, "proof")[0] ?? null;
  return useAnswer(JSON.stringify([before, after]), () => askOutcomeFacts(before, after));
}

/** Keeps the leaks of similar vehicles in the open job, so that the leak search has one order on every screen. */
function useSimilarKept(open: boolean): void {
  const { job } = useJob();
  const { label } = situationOf(job);
  const key = vehicleKey(job.intake.vehicle);
  const practice = job.purpose === "practice";
  const found = useStored(
    useCallback(async () => (label === null || practice ? null : leaksOfSimilar(label, key)), [label, key, practice]),
  );
  const similar = found.state !== "ready" ? undefined : found.value?.leaking ? found.value : null;
  useKept("similar", similar, open);
}

/** Writes what was computed into the outcome of the open job where it differs. `value` undefined: not known yet. */
function useKept<Part extends "similar" | "localPrior">(
  part: Part,
  value: Job["outcome"][Part] | undefined,
  open: boolean,
): void {
  const { job, record } = useJob();
  const kept = JSON.stringify(job.outcome[part]);
  useEffect(() => {
    if (!open || value === undefined || JSON.stringify(value) === kept) return;
    record((stored) => ({ ...stored, outcome: { ...stored.outcome, [part]: value } }));
  }, [open, part, value, kept, record]);
}

/** Earlier signed job of this vehicle with the same complaint, within {@link RETURN_DAYS}; null where there is none. */
export function useEarlierOutcome(): OutcomeRow | null {
  const { job } = useJob();
  const { vehicle, complaints, complaint } = job.intake;
  const key = vehicleKey(vehicle);
  const since = daysBefore(job.createdAt, RETURN_DAYS);
  const found = useStored(useCallback(() => outcomesOfVehicle(key, since), [key, since]));
  if (found.state !== "ready" || key === "") return null;
  const words = complaintKey(complaint);
  const same = (row: OutcomeRow) =>
    row.complaints.some((one) => complaints.some((own) => own === one)) || (words !== "" && row.complaint === words);
  return found.value.find((row) => row.jobId !== job.id && row.purpose === job.purpose && same(row)) ?? null;
}

/** A return within so many days asks whether the earlier outcome stands. */
const RETURN_DAYS = 90;
const daysBefore = (instant: string, days: number) => new Date(Date.parse(instant) - days * DAY_MS).toISOString();

/**
 * Keeps the local prior of the open job up to what the workshop has learned, until it is signed: whatever is weighed of this job, here or later, is
 * weighed with the prior in its record.
 */
export function useLocalPriorKept(): void {
  const { job, desk } = useJob();
  // An amended job keeps what it was signed with.
  const open = desk === "held" && !isSigned(job) && job.amendments.length === 0;
  useSimilarKept(open);
  const choices = useKnownChoices();
  const learned = useStored(learnedCounts);
  const key = vehicleKey(job.intake.vehicle);
  const fleet = useStored(useCallback(() => fleetOf(key), [key]));
  const counts = learned.state === "ready" ? learned.value.counts : null;
  const owner = fleet.state === "ready" ? fleet.value : undefined;
  const situation = JSON.stringify(situationOf(job));
  const prior = useMemo(() => {
    if (choices === null || counts === null || owner === undefined) return undefined;
    const applies = choices.learning.localPrior && job.purpose !== "practice";
    return applies ? localPriorOf(counts, { ...JSON.parse(situation), fleet: owner }) : null;
  }, [choices, counts, owner, situation, job.purpose]);
  useKept("localPrior", prior, open);
}
