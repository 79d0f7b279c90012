"use client";

import { Box, Center, Flex, Grid, Spinner } from "@chakra-ui/react";
import { Redo2, Undo2 } from "lucide-react";
import Link from "next/link";
import { useParams, useRouter } from "next/navigation";
import { type KeyboardEvent, type ReactNode, useCallback, useEffect, useLayoutEffect, useState } from "react";
import { unitsChosen } from "@/core/records/choices";
import { type Job, type StepId, stepIds } from "@/core/records/job";
import { gapsOf, runSheet } from "@/core/records/run-sheet";
import { isSigned } from "@/core/records/signature";
import { blanksInUnits } from "@/core/records/unit-system";
import { useChoices, useKnownChoices } from "@/session/choices";
import { useLiveInstruments } from "@/session/instruments/live-instruments";
import { useAwake, useSignals } from "@/session/instruments/signals";
import { useLocalPriorKept } from "@/session/outcome";
import {
  SessionProvider,
  useDiagnosis,
  useJob,
  useJobActs,
  useJobOf,
  useJobState,
  useSession,
  useSimulator,
} from "@/session/session";
import { useSoundReadings } from "@/session/sound-readings";
import { BenchButton } from "@/ui/buttons";
import { goOn, onEnter } from "@/ui/fields/enter";
import { InvalidFields } from "@/ui/fields/invalid-fields";
import { useAccuracy } from "@/ui/instruments";
import { Locked } from "@/ui/locked";
import { Notice } from "@/ui/notice";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { SimulatorPanel } from "@/views/job/instruments/simulator-panel";
import { commonText } from "@/words/screens/common";
import { distanceText, jobFrameText } from "@/words/screens/job-frame";
import { lockedSentence, signOffWords } from "@/words/sign-off";
import { stepWords } from "@/words/step-words";
import { gapField } from "@/words/steps";
import { canBeWatched, DistanceView } from "./distance-view";
import { EvidenceRail } from "./evidence-rail";
import { GramRail } from "./gram-rail";
import { JobHeader } from "./job-header";
import { Leading } from "./leading";
import { LiveStrip } from "./live-strip";
import { MovedNotice } from "./moved-notice";
import { RunSheet } from "./run-sheet";
import { FootProvider, LOW_SCREEN, StepFoot } from "./step-foot";
import { isStep, stepPath } from "./steps";
import { StoreNotices, UnreadableJob } from "./store-notices";

/** Steps at which the rail shows every gram instead of causes. */
const gramSteps: readonly StepId[] = ["recover", "repair", "evacuate", "charge", "sign-off"];

/** Everything around a step of a job: run-sheet, rail, live strip, and the instruments, which outlive the step. */
export function JobFrame({ children }: { children: ReactNode }) {
  const params = useParams<{ id: string; step: string }>();
  const id = decoded(params.id);
  return (
    <SessionProvider key={id} id={id}>
      <LoadedJob id={id} step={isStep(params.step) ? params.step : "intake"}>
        {children}
      </LoadedJob>
    </SessionProvider>
  );
}

/** An address that is no escape of anything names no job; it is said so, not thrown. */
function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

/** A store that answers at all answers sooner than this, ms. */
const SILENT_MS = 8000;

function LoadedJob({ id, step, children }: { id: string; step: StepId; children: ReactNode }) {
  const { loaded, issue, desk, storeError } = useJobState("loaded", "issue", "desk", "storeError");
  const there = useJobState("job").job !== null;
  const [silent, setSilent] = useState(false);
  const waits = !there && loaded === "loading";
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => setSilent(true), SILENT_MS);
    return () => clearTimeout(timer);
  }, [waits]);
  // Once shown, the job stays on the screen, whatever happens to the store.
  if (there && desk !== "asking") return <OpenJob step={step}>{children}</OpenJob>;
  if (there || (waits && storeError === null && !silent)) {
    return (
      <AppFrame current="job" title={commonText.job}>
        <Center h="50vh" gap="3">
          <Spinner /> <Text>{jobFrameText.openingTheJob}</Text>
        </Center>
      </AppFrame>
    );
  }
  return (
    <AppFrame current="job" title={commonText.job}>
      <Box p="6" maxW="820px">
        {waits ? (
          <StoreFailure reason={storeError} />
        ) : loaded === "missing" || issue === null ? (
          <Notice tone="act" title={jobFrameText.thisJobIsNotStored}>
            {jobFrameText.itWasRemovedOrCreated}
          </Notice>
        ) : (
          <UnreadableJob id={id} issue={issue} />
        )}
        <Flex mt="4">
          <BenchButton asChild>
            <Link href="/">{commonText.goToBay}</Link>
          </BenchButton>
        </Flex>
      </Box>
    </AppFrame>
  );
}

/** Tells the diagnosis what this vehicle showed when it was sound, and what this workshop has learned. Apart from the frame, which a keystroke must not draw again. */
function SoundReadings() {
  const { job } = useJob();
  const { expectOf } = useDiagnosis("expectOf");
  const own = useSoundReadings(job);
  useLocalPriorKept();
  useEffect(() => expectOf(own), [expectOf, own]);
  return null;
}

function OpenJob({ step, children }: { step: StepId; children: ReactNode }) {
  const session = useSession();
  const { undo, canUndo, redo, canRedo, desk } = useJobState("undo", "canUndo", "redo", "canRedo", "desk");
  const holds = desk === "held";
  const signedJob = useJobOf(isSigned);
  const { status } = useSimulator("status");
  const open = useOpenStep();
  useStepKept(step, holds);
  useInstrumentsKept(step, holds, signedJob);

  const [rackOpen, setRackOpen] = useState(false);
  const [far, setFar] = useState(false);
  const closeFar = useCallback(() => setFar(false), []);
  const vehicle = useJobOf((job) => job.intake.vehicle.trim());
  const missing = () => missingFields(session.jobs.getState().job, step);
  const toggleRack = () => setRackOpen(!rackOpen);
  const openFar = canBeWatched(step) ? () => setFar(true) : undefined;
  const commands = [
    ...stepIds.map((id, i) => ({
      key: runSheet[id].key,
      does: jobFrameText.step(i + 1, stepWords[id].name),
      run: () => open(id),
    })),
    { key: "i", does: jobFrameText.showOrHideInstruments, run: toggleRack },
    ...(openFar ? [{ key: "f", does: distanceText.open, run: openFar }] : []),
    { key: "u", does: jobFrameText.undoLastChange, run: undo },
    { key: "r", does: jobFrameText.redo, run: redo },
  ];
  return (
    <InvalidFields>
      <FootProvider>
        <SoundReadings />
        {far && openFar && <DistanceView step={step} onClose={closeFar} />}
        <AppFrame
          current="job"
          header={
            <JobHeader
              step={step}
              onGoOn={() => goOn(missing)}
              simulatorOpen={rackOpen}
              onSimulator={signedJob ? undefined : toggleRack}
              onFar={openFar}
              undo={
                <>
                  {holds && canUndo && <UndoButton undo={undo} />}
                  {holds && canRedo && <RedoButton redo={redo} />}
                </>
              }
            />
          }
          commands={commands}
          about={`step-${step}`}
          page={[stepWords[step].name, vehicle].filter(Boolean).join(", ")}
          footer={liveSteps.includes(step) && (status === "running" || status === "lost") ? <LiveStrip /> : undefined}
        >
          <Flex h="full" minH="0" direction="column">
            {rackOpen && !signedJob && <SimulatorPanel onClose={() => setRackOpen(false)} />}
            <StepGrid
              step={step}
              onOpen={open}
              onEnterKey={(event) => onEnter(event, missing)}
              // The sign-off step of a signed job locks its fields itself: from there it is amended and saved.
              locked={!holds || (signedJob && step !== "sign-off")}
              signed={signedJob}
            >
              {children}
            </StepGrid>
          </Flex>
        </AppFrame>
      </FootProvider>
    </InvalidFields>
  );
}

function useOpenStep(): (step: StepId) => void {
  const jobId = useJobOf((job) => job.id);
  const router = useRouter();
  return (to) => router.push(stepPath(jobId, to));
}

/** Keeps when a step was started and left, and the units of its blank fields. */
function useStepKept(step: StepId, holds: boolean): void {
  const session = useSession();
  const { markStarted } = useJobActs();
  useEffect(() => {
    if (holds) markStarted(step);
  }, [holds, markStarted, step]);
  // Before what runs in the background is let go with the page.
  const { oilSheet } = useChoices();
  useLayoutEffect(() => {
    if (!holds) return;
    return () => session.jobs.getState().markLeft(step, { oilSheet });
  }, [holds, oilSheet, session, step]);
  // Blank fields use the shop's current units; measured ones keep their own.
  const known = useKnownChoices();
  useEffect(() => {
    if (!holds || known === null) return;
    session.jobs.getState().record((job) => blanksInUnits(job, unitsChosen(known)));
  }, [holds, known, session]);
}

/** Keeps instruments, signals and diagnosis with the job that is open. */
function useInstrumentsKept(step: StepId, holds: boolean, signedJob: boolean): void {
  const session = useSession();
  const { judgeTest } = useDiagnosis("judgeTest");
  const accuracy = useAccuracy();
  useEffect(() => session.live.measureWith(accuracy), [accuracy, session]);
  useEffect(() => judgeTest(step === "prove" ? "proof" : "baseline"), [judgeTest, step]);

  // A reload, a crash or another tab lost the connection, not the job: take the instruments up again as they were left.
  useEffect(() => {
    const { job } = session.jobs.getState();
    if (holds && !signedJob && job !== null && job.rackVehicle !== null)
      session.rack.getState().connect(job.rackVehicle, job);
    if (signedJob) session.rack.getState().disconnect();
  }, [holds, signedJob, session]);
  useSignals(holds && !signedJob);
  useAwake();
  useLiveInstruments(holds, signedJob);
}

interface StepGridProps {
  step: StepId;
  onOpen: (step: StepId) => void;
  onEnterKey: (event: KeyboardEvent<HTMLElement>) => void;
  locked: boolean;
  signed: boolean;
  children: ReactNode;
}

/** Run-sheet, work, rail and main action of one step. */
function StepGrid({ step, onOpen, onEnterKey, locked, signed, children }: StepGridProps) {
  const rail = railOf(step);
  return (
    <Grid
      flex="1"
      minH="0"
      templateAreas={{ base: "'sheet' 'lead' 'scroll' 'foot'", lg: "'sheet main rail' 'sheet foot rail'" }}
      templateColumns={{
        base: "minmax(0, 1fr)",
        lg: "calc(200px * var(--evrid-scale, 1)) minmax(0, 1fr) auto",
      }}
      templateRows={{ base: "auto auto minmax(0, 1fr) auto", lg: "minmax(0, 1fr) auto" }}
      css={{
        [LOW_SCREEN]: { overflowY: "auto", overflowX: "hidden", gridTemplateRows: "auto auto auto auto" },
      }}
    >
      <RunSheet step={step} onOpen={onOpen} />
      {rail === "evidence" && <Leading />}
      {/* Upright, work and rail scroll as one sheet; on the bench each has its own place. */}
      <Box
        display={{ base: "block", lg: "contents" }}
        gridArea="scroll"
        overflowY="auto"
        minW="0"
        css={{ [LOW_SCREEN]: { overflowY: "visible" } }}
      >
        <Box
          as="main"
          gridArea={{ lg: "main" }}
          minW="0"
          overflowY={{ lg: "auto" }}
          px="4"
          py="2.5"
          tabIndex={-1}
          onKeyDown={onEnterKey}
        >
          <StoreNotices />
          <MovedNotice step={step} onShow={onOpen} />
          {signed && step !== "sign-off" && <SignedNotice onAmend={() => onOpen("sign-off")} />}
          {/* In a tab that reads along, and in a signed job, nothing can be pressed or typed: it would not be stored. */}
          <Locked locked={locked}>{children}</Locked>
        </Box>
        {rail === "grams" && <GramRail step={step} />}
        {rail === "evidence" && <EvidenceRail step={step} />}
      </Box>
      <StepFoot locked={locked} />
    </Grid>
  );
}

/** Says why nothing can be changed, and where it can be amended. */
function SignedNotice({ onAmend }: { onAmend: () => void }) {
  const { technician, signedAt } = useJobOf((job) => job.signOff);
  return (
    <Box mb="3">
      <Notice tone="wait" title={signOffWords.locked}>
        <Flex gap="3" align="center" wrap="wrap">
          <Text flex="1 1 260px">{lockedSentence(technician, signedAt ?? "")}</Text>
          <BenchButton kind="quiet" onClick={onAmend}>
            {signOffWords.toAmend}
          </BenchButton>
        </Flex>
      </Notice>
    </Box>
  );
}

/** Steps at which live values are read. */
const liveSteps: readonly StepId[] = ["rest", "running", "shut-off", "recover", "evacuate", "charge", "prove"];

/** Steps that need the room; the diagnosis shows itself what the rail would. */
const noRail: readonly StepId[] = ["intake", "look", "hook-up", "verdict", "leak"];

/** Column beside the work of a step. */
function railOf(step: StepId): "grams" | "evidence" | null {
  if (noRail.includes(step)) return null;
  return gramSteps.includes(step) ? "grams" : "evidence";
}

function UndoButton({ undo }: { undo: () => void }) {
  return (
    <BenchButton kind="quiet" px="3" onClick={undo} shortcut="U" repeats>
      <Undo2 size={18} aria-hidden />
      {jobFrameText.undo}
    </BenchButton>
  );
}

function RedoButton({ redo }: { redo: () => void }) {
  return (
    <BenchButton kind="quiet" px="3" onClick={redo} shortcut="R" repeats>
      <Redo2 size={18} aria-hidden />
      {jobFrameText.redo2}
    </BenchButton>
  );
}

/** Labels of the fields that a step still lacks, in order. */
function missingFields(job: Job | null, step: StepId): string[] {
  return job === null ? [] : gapsOf(job, step).flatMap((gap) => gapField(gap) ?? []);
}
