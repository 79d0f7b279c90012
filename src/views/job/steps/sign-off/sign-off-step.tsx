"use client";

import { Flex, Grid, Stack } from "@chakra-ui/react";
import { format } from "date-fns";
import Link from "next/link";
import { Fragment, useState } from "react";
import type { OutcomeFacts } from "@/core/learning/statement";
import { booked } from "@/core/records/bookkeeping";
import { credentialsOf, techniciansOf } from "@/core/records/choices";
import { compareTests } from "@/core/records/compare-tests";
import { noFacts } from "@/core/records/derived/job-outcome";
import { stepIds } from "@/core/records/job";
import { isPassed } from "@/core/records/run-sheet";
import { signed } from "@/core/records/signature";
import { useChoices } from "@/session/choices";
import { useConditionShifts } from "@/session/condition-shifts";
import { useLeading } from "@/session/leading";
import { useOutcomeFacts } from "@/session/outcome";
import { useJob, useJobState, useSession, useSetPart } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Locked } from "@/ui/locked";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { saveJob } from "@/views/job/frame/save-job";
import { StepEnd } from "@/views/job/frame/step-end";
import { FootEnd, StepActs } from "@/views/job/frame/step-foot";
import { ComparisonTable } from "@/views/job/steps/prove/prove-step";
import { commonText } from "@/words/screens/common";
import { signOffStepText } from "@/words/screens/steps/sign-off";
import { signOffWords } from "@/words/sign-off";
import { stepWords } from "@/words/step-words";
import { typed } from "@/words/typed";
import { workDone } from "@/words/work-done";
import { AmendCard, Amendments } from "./amendments";
import { OutcomeCard } from "./outcome-card";

export function SignOffStep() {
  const { job } = useJob();
  const rows = compareTests(job, useConditionShifts(job), useAccuracy());
  const facts = useOutcomeFacts(job);
  const [amending, setAmending] = useState(false);
  const open = stepIds.filter((id) => id !== "sign-off" && !isPassed(job, id));
  const signedAt = job.signOff.signedAt;
  return (
    <Stack gap="3.5" maxW="1080px">
      {open.length > 0 && signedAt === null && (
        <Notice tone="wait" title={signOffStepText.openSteps}>
          {signOffStepText.openYouCanSignOpen(open.map((id) => stepWords[id].name.toLowerCase()).join(", "))}
        </Notice>
      )}
      <WorkCard />
      {rows.length > 0 && (
        <Card title={signOffStepText.beforeAndAfter}>
          <ComparisonTable rows={rows} />
        </Card>
      )}
      <OutcomeCard facts={facts} />
      <SignCard facts={facts} amending={amending} onAmend={() => setAmending(true)} />
      {signedAt !== null && amending && <AmendCard onClose={() => setAmending(false)} />}
      {job.amendments.length > 0 && <Amendments job={job} />}
      {signedAt !== null && <TrainingCard />}
      {signedAt === null && <StepEnd step="sign-off" />}
      <Text kind="note">{signOffStepText.localLawTheMakersProcedure}</Text>
    </Stack>
  );
}

/** What was complained of, what it was found to be, and what was done. */
function WorkCard() {
  const figures = useFigures();
  const { job } = useJob();
  const then = useLeading(job, "baseline");
  const now = useLeading(job, "proof");
  return (
    <Card title={signOffStepText.workPerformed}>
      <Text typed fontSize="lg">
        {`${job.intake.vehicle.trim() || commonText.unnamedVehicle}: ${(job.intake.complaint.trim() || signOffStepText.noComplaintRecorded).replace(/\.+$/, "")}.`}
      </Text>
      {then !== null && (
        <Text mt="1" fontSize="md">
          {signOffStepText.before(then, now === null ? "" : signOffStepText.after(now))}
        </Text>
      )}
      <Grid
        as="dl"
        templateColumns={{ base: "1fr", md: "150px minmax(0, 1fr)" }}
        columnGap="4"
        rowGap="1.5"
        mt="3"
        fontSize="md"
      >
        {workDone(job, figures).map(({ what, text, typed }) => (
          <Fragment key={what}>
            <Text as="dt" kind="strong">
              {what}
            </Text>
            <Text as="dd" typed={typed ?? false}>
              {text}
            </Text>
          </Fragment>
        ))}
      </Grid>
    </Card>
  );
}

function TrainingCard() {
  const { job } = useJob();
  return (
    <Card title={signOffStepText.training}>
      <Flex gap="3" wrap="wrap" align="center">
        <Text flex="1 1 260px" fontSize="md">
          {signOffStepText.useTheseReadingsAsA}
        </Text>
        <BenchButton asChild kind="quiet">
          <Link href={`/drill?job=${encodeURIComponent(job.id)}`}>{signOffStepText.createDrillCase}</Link>
        </BenchButton>
        <BenchButton asChild kind="quiet">
          <Link href={`/drill?job=${encodeURIComponent(job.id)}&class=1`}>{signOffStepText.showToClass}</Link>
        </BenchButton>
      </Flex>
    </Card>
  );
}

interface SignCardProps {
  /** Facts from the readings for the outcome; null while the worker weighs them. */
  facts: OutcomeFacts | null;
  amending: boolean;
  onAmend: () => void;
}

/** Name, remark and signature; once signed it is locked and can be amended. */
function SignCard({ facts, amending, onAmend }: SignCardProps) {
  const { job, edit } = useJob();
  const choices = useChoices();
  const { desk } = useJobState("desk");
  const { signedAt } = job.signOff;
  const sign = () =>
    edit((stored) => {
      const at = new Date().toISOString();
      const credentials = credentialsOf(choices, stored.signOff.technician.trim());
      return signed(booked(stored, at), credentials, at, facts ?? noFacts);
    });
  // As it is shown: the file holds the last keystroke, whether or not the browser has stored it.
  const { jobs } = useSession();
  const save = async () => saveJob((await jobs.filed()) ?? job);
  return (
    <Card title={signOffStepText.signOff}>
      <Signer />
      <StepActs>
        <BenchButton asChild kind="quiet">
          <Link href={`/report?job=${encodeURIComponent(job.id)}`}>{commonText.report}</Link>
        </BenchButton>
        <BenchButton onClick={save}>{signOffStepText.saveJobFile}</BenchButton>
        {signedAt === null ? (
          <BenchButton kind="act" minW="120px" disabled={job.signOff.technician.trim() === ""} onClick={sign}>
            {signOffStepText.sign}
          </BenchButton>
        ) : (
          <BenchButton kind="quiet" minW="120px" disabled={desk !== "held" || amending} onClick={onAmend}>
            {signOffWords.amend}
          </BenchButton>
        )}
      </StepActs>
      <FootEnd>
        <Text kind="soft" role="status" lineClamp={2}>
          {signedAt
            ? signOffStepText.signedByLocked(
                typed(job.signOff.technician.trim()),
                format(new Date(signedAt), "d MMMM yyyy, HH:mm"),
              )
            : job.signOff.technician.trim() === ""
              ? signOffStepText.enterANameToSign
              : signOffStepText.notSignedYet}
        </Text>
      </FootEnd>
    </Card>
  );
}

function Signer() {
  const { job } = useJob();
  const set = useSetPart("signOff");
  const choices = useChoices();
  const others = techniciansOf(choices).filter((name) => name !== job.signOff.technician.trim());
  return (
    <Locked locked={job.signOff.signedAt !== null}>
      <Grid templateColumns={{ base: "1fr", md: "1fr 2fr" }} gap="3">
        <TextField
          label={signOffStepText.technician}
          value={job.signOff.technician}
          onChange={(technician) => set({ technician })}
        />
        {others.length > 0 && (
          <Flex gap="2" wrap="wrap" gridColumn="1 / -1" role="group" aria-label={signOffStepText.techniciansOfThisShop}>
            {others.map((name) => (
              <BenchButton key={name} kind="quiet" onClick={() => set({ technician: name })}>
                {name}
              </BenchButton>
            ))}
          </Flex>
        )}
        <TextField
          label={signOffStepText.remarkForTheCustomer}
          value={job.signOff.remark}
          lines={4}
          placeholder={signOffStepText.findingsAdvice}
          onChange={(remark) => set({ remark })}
        />
      </Grid>
    </Locked>
  );
}
