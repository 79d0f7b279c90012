"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useSearchParams } from "next/navigation";
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { fromAddress, toAddress } from "@/core/bench/bench-address";
import type { BenchAnswer } from "@/core/bench/bench-answer";
import { asSound, type BenchState, benchOf } from "@/core/bench/bench-state";
import { PhMap } from "@/pictures/charts/ph-map";
import { useBench, useBenchAnswer, useBenchQuestion } from "@/session/bench";
import { leadingFaultOf } from "@/session/leading";
import { loadJob } from "@/session/records/jobs";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { ownScroll, sideColumn } from "@/views/frame/columns";
import {
  answerWords,
  benchName,
  benchWords,
  cornerWords,
  damagedLinkSentence,
  labelFacts,
  newerLinkSentence,
  stateWords,
} from "@/words/bench";
import { benchViewText } from "@/words/screens/bench";
import { commonText } from "@/words/screens/common";
import { BoardCard } from "./board-card";
import { Controls } from "./controls";
import { CurveCard } from "./curve-card";
import { benchOfJob, withLeading } from "./from-record";
import { GaugesCard } from "./gauges-card";
import { KeepMenu } from "./keep-menu";
import { type KeptState, KeptStates, withKept } from "./kept-states";
import { CouldTellCard, HotDayCard, MethodsCard } from "./side-cards";
import { TimeCard } from "./time-card";
import { WhichVehicle } from "./which-vehicle";

/** Any vehicle in the simulator: what it shows in this state, and what would become of it. */
export function BenchView() {
  const query = useSearchParams();
  const [begun, setBegun] = useState<Begun | null>(null);
  const first = useRef(query.toString());
  useEffect(() => {
    let gone = false;
    void beginningOf(first.current).then((made) => {
      if (!gone) setBegun(made);
    });
    return () => {
      gone = true;
    };
  }, []);
  if (begun === null)
    return (
      <AppFrame current="bench" title={commonText.bench}>
        <Box p="4">
          <Text>{benchViewText.preparingTheBench}</Text>
        </Box>
      </AppFrame>
    );
  return <OpenBench begun={begun} />;
}

interface Begun {
  state: BenchState;
  said: string | null;
  /** The job it was opened from. */
  jobId: string | null;
}

/** State named by the address: a bench state, a job of this browser, or none. */
async function beginningOf(query: string): Promise<Begun> {
  const given = new URLSearchParams(query);
  const jobId = given.get("job");
  if (jobId !== null) {
    const job = await loadJob(jobId).catch(() => null);
    const made = job?.ok ? benchOfJob(job.value) : null;
    if (!job?.ok || made === null) return { jobId: null, state: benchOf(), said: benchViewText.thisJobOrItsLabel };
    const leading = await leadingFaultOf(job.value).catch(() => null);
    return { jobId, state: leading === null ? made : withLeading(made, leading, job.value), said: null };
  }
  const none = { jobId: null, said: null };
  if ([...given.keys()].length === 0) return { ...none, state: benchOf() };
  const read = fromAddress(query);
  if (read.ok) return { ...none, state: read.value };
  const { issue } = read;
  return {
    jobId: null,
    state: benchOf(),
    said:
      issue.code === "newer-version"
        ? newerLinkSentence(issue.version)
        : damagedLinkSentence(issue.field, issue.expected),
  };
}

/** Green while it runs as it should be able to; what harms it or holds it is not. */
function toneOf(answer: BenchAnswer | null, failed: boolean): "done" | "wait" | "act" {
  if (failed) return "act";
  if (answer === null) return "done";
  if (answer.kind === "none") return "act";
  return answer.kind === "standing" || answer.wetSuction || answer.limitedBy === "high" ? "wait" : "done";
}

/** The address follows once a control has rested, ms. */
const ADDRESS_MS = 400;

/** Keeps the address of the page that of the state; a link that is followed before that is not called back. */
function useAddress(state: BenchState): string {
  const address = useMemo(() => toAddress(state), [state]);
  useEffect(() => {
    const timer = setTimeout(() => window.history.replaceState(null, "", `/bench?${address}`), ADDRESS_MS);
    const followed = (event: MouseEvent) => {
      if (event.target instanceof Element && event.target.closest("a[href]") !== null) clearTimeout(timer);
    };
    document.addEventListener("click", followed, true);
    return () => {
      clearTimeout(timer);
      document.removeEventListener("click", followed, true);
    };
  }, [address]);
  return address;
}

/** The state solved, and everything that is asked about it. */
function useBenchWork(state: BenchState, hotC: number) {
  const bench = useBench();
  // The name changes nothing that is shown.
  const whole = JSON.stringify({ ...state, name: "" });
  const day = JSON.stringify([state.label, state.conditions]);
  const wrong = JSON.stringify([state.label, state.conditions, state.airG, state.faults]);
  const limits = useBenchQuestion(bench, "limits", whole, state, null);
  return {
    ...useBenchAnswer(bench, whole, state),
    bands: useBenchQuestion(bench, "bands", day, state, null),
    curve: useBenchQuestion(bench, "curve", wrong, state, null),
    hotDay: useBenchQuestion(bench, "hotDay", `${whole} ${hotC}`, state, { hotC }),
    habits: useBenchQuestion(bench, "habits", `${wrong} ${hotC}`, state, { hotC, chart: null }),
    told: useBenchQuestion(bench, "couldTell", whole, state, null),
    // Limits of a former state hold for no other.
    limits: limits.of === whole && limits.part !== null ? limits.part : {},
  };
}

function OpenBench({ begun }: { begun: Begun }) {
  const [state, setState] = useState(begun.state);
  const [kept, setKept] = useState<readonly KeptState[]>([]);
  const [hotC, setHotC] = useState(40);
  const [picking, setPicking] = useState(false);
  const [note, setNote] = useState(begun.said);
  const set = useCallback((change: (now: BenchState) => BenchState) => setState(change), []);
  const address = useAddress(state);
  const { answer, last, failed, bands, curve, hotDay, habits, told, limits } = useBenchWork(state, hotC);
  const running = answer?.kind === "running" ? answer : null;
  const shown = running ?? (answer?.kind === "none" ? last : null);
  const keepOne = running === null ? null : withKept(kept, state, running);
  const openKept = (made: BenchState) => {
    setNote(null);
    setState(made);
  };
  return (
    <AppFrame
      current="bench"
      about="bench"
      header={
        <Header state={state}>
          <BenchButton kind="quiet" aria-expanded={picking} onClick={() => setPicking(!picking)}>
            {benchViewText.selectVehicle}
          </BenchButton>
          <ClearFaults state={state} onClear={() => set(asSound)} />
          <BenchButton disabled={keepOne === null} onClick={() => keepOne && setKept(keepOne)}>
            {benchViewText.saveToCompare}
          </BenchButton>
        </Header>
      }
    >
      <Grid
        as="main"
        templateColumns={{ base: "minmax(0, 1fr)", md: "236px minmax(0, 1fr)", xl: "252px minmax(0, 1fr) 322px" }}
        minH="100%"
        alignItems="start"
      >
        <Box
          p="4"
          borderRightWidth="1px"
          borderColor="line"
          {...ownScroll("calc(100dvh - 100px)")}
          aria-label={commonText.settings}
          role="group"
        >
          <Controls state={state} set={set} limits={limits} />
        </Box>
        <Stack p="4" gap="3.5" minW="0">
          {note !== null && (
            <Notice tone="wait" title={benchViewText.linkNotFullyApplied}>
              {note}
            </Notice>
          )}
          {picking && <WhichVehicle state={state} onTake={setState} onClose={() => setPicking(false)} />}
          <StateBar state={state} answer={answer} failed={failed} />
          {kept.length > 0 && (
            <KeptStates
              now={{ state, answer: running }}
              kept={kept}
              onReturn={(one) => setState(one.state)}
              onDiscard={(one) => setKept(kept.filter((other) => other !== one))}
            />
          )}
          <BenchPictures state={state} answer={answer} shown={shown} kept={kept} bands={bands.part} />
          <CurveCard state={state} answer={running} kept={kept} curve={curve} set={set} />
          <BoardCard state={state} answer={shown} />
          <TimeCard state={state} />
        </Stack>
        <BenchSide state={state} hotC={hotC} onHot={setHotC} {...{ habits, hotDay, told }}>
          <KeepMenu state={state} address={address} running={running} jobId={begun.jobId} onOpen={openKept} />
        </BenchSide>
      </Grid>
    </AppFrame>
  );
}

function ClearFaults({ state, onClear }: { state: BenchState; onClear: () => void }) {
  const sound = JSON.stringify(asSound(state)) === JSON.stringify(state);
  return (
    <BenchButton kind="quiet" disabled={sound} onClick={onClear}>
      {benchViewText.clearFaults}
    </BenchButton>
  );
}

interface BenchSideProps extends Pick<ReturnType<typeof useBenchWork>, "habits" | "hotDay" | "told"> {
  state: BenchState;
  hotC: number;
  onHot: (hotC: number) => void;
  children: ReactNode;
}

/** What follows from the state beside the pictures. */
function BenchSide({ state, hotC, onHot, habits, hotDay, told, children }: BenchSideProps) {
  return (
    <Stack {...sideColumn}>
      <MethodsCard state={state} hotC={hotC} habits={habits} />
      <HotDayCard hotC={hotC} onHot={onHot} hotDay={hotDay} state={state} />
      <CouldTellCard state={state} told={told} />
      {children}
    </Stack>
  );
}

interface BenchPicturesProps {
  state: BenchState;
  answer: BenchWork["answer"];
  /** Running state that is drawn: the newest one that ran. */
  shown: Extract<BenchWork["answer"], { kind: "running" }> | null;
  kept: readonly KeptState[];
  bands: BenchWork["bands"]["part"];
}

/** Both gauges and the cycle. */
function BenchPictures({ state, answer, shown, kept, bands }: BenchPicturesProps) {
  return (
    <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "250px minmax(0, 1fr)" }} gap="3.5">
      <GaugesCard
        state={state}
        answer={shown}
        restKpa={answer?.kind === "standing" ? answer.restKpa : null}
        kept={kept}
        bands={bands}
      />
      <Card tight title={benchViewText.pressureEnthalpyChartTapA}>
        <PhMap
          refrigerant={state.label.refrigerant}
          now={shown && { name: "now", corners: shown.corners }}
          kept={kept
            .filter((one) => one.state.label.refrigerant === state.label.refrigerant)
            .map((one) => ({ name: one.name, corners: one.answer.corners }))}
          names={cornerWords}
        />
      </Card>
    </Grid>
  );
}

type BenchWork = ReturnType<typeof useBenchWork>;

function Header({ state, children }: { state: BenchState; children: ReactNode }) {
  const figures = useFigures();
  return (
    <>
      <Text as="h1" kind="value">
        {commonText.bench}
      </Text>
      <Box minW="0" flex="1" display={{ base: "none", md: "block" }}>
        <Text typed truncate fontWeight="semibold">
          {benchName(state, figures)}
        </Text>
        <Text kind="note" truncate>
          {labelFacts(state.label, figures)}
        </Text>
      </Box>
      <Flex ml="auto" gap="2" wrap={{ base: "wrap", md: "nowrap" }} flexShrink={{ md: 0 }}>
        {children}
      </Flex>
    </>
  );
}

/** What the state does, and which it is. */
function StateBar({ state, answer, failed }: { state: BenchState; answer: BenchAnswer | null; failed: boolean }) {
  const figures = useFigures();
  return (
    <Box
      bg="sheet"
      borderLeftWidth="6px"
      borderLeftColor={toneOf(answer, failed)}
      rounded="card"
      px="3.5"
      py="2"
      minH="58px"
      role="status"
    >
      <Text kind="heading" lineHeight="1.2">
        {failed ? benchWords.stopped : answer === null ? "Solving" : answerWords(answer, figures)}
      </Text>
      <Text kind="note">{stateWords(state, figures)}</Text>
    </Box>
  );
}
