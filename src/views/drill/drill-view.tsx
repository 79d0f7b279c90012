"use client";

import { Box } from "@chakra-ui/react";
import { useRouter, useSearchParams } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { codesOf, isSealedCode, isSealedRun, type KeptClassSet } from "@/core/drill/class-set";
import { caseOfSource, type DrillSource, queryOfSource, sourceOfQuery } from "@/core/drill/drill-source";
import { type DrillRecord, isRevealed, recordOf } from "@/core/drill/progress";
import { reasonOf } from "@/core/result";
import { runKey, useDrillClerk } from "@/session/drill";
import { keepRun, noteUnsavedDrill, useDrillBook } from "@/session/drill-book";
import { loadClassSets } from "@/session/records/class-sets";
import { dropOpenRun } from "@/session/records/drills";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { sourceSentence } from "@/words/drill";
import { commonText } from "@/words/screens/common";
import { classSetsText, drillViewText } from "@/words/screens/drill";
import { AtTheCar } from "./at-the-car";
import { ClassResults } from "./class-results";
import { ClassRoom } from "./class-room";
import { DebriefView } from "./debrief-view";
import { DrillStart } from "./drill-start";
import { useLearner } from "./learner";
import { loadTestOfJob } from "./lesson-of-job";
import { revealedCodes } from "./revealed";

const noSets: readonly KeptClassSet[] = [];

/** Learn it on a true simulator: what to practise, a case at the car, its debrief, or a case before a class. */
export function DrillView() {
  // Without a network the page is kept once, whatever it is asked for: the first drawing hangs on nothing that the address says.
  const [alive, setAlive] = useState(false);
  useEffect(() => setAlive(true), []);
  return alive ? <Asked /> : <Looking />;
}

function Looking({ words = drillViewText.loadingYourDrills }: { words?: string }) {
  return (
    <AppFrame current="drill" title={commonText.drill}>
      <Box p="4">
        <Text role="status">{words}</Text>
      </Box>
    </AppFrame>
  );
}

function Asked() {
  const query = useSearchParams();
  const router = useRouter();
  const { kept, unsavedReason } = useDrillBook();
  const text = query.toString();
  const asked = useMemo(() => sourceOfQuery(text), [text]);
  const { learner, choose } = useLearner(kept?.learners ?? null);
  const storedSets = useStored(loadClassSets);
  // A store that refuses holds no set.
  const sets = storedSets.state === "ready" ? storedSets.value : storedSets.state === "loading" ? null : noSets;
  const runId = query.get("run");
  if (sets === null) return <Looking />;
  if (asked?.ok && asked.value.kind === "code" && isSealedCode(asked.value.code, sets))
    return <Refused title={classSetsText.sealedCode} text={classSetsText.openItFromTheSet} />;
  if (query.has("class")) return <ClassRoom asked={asked} jobId={query.get("job")} />;
  if (runId !== null && kept !== null)
    return <KeptRun record={kept.drills.find(({ id }) => id === runId)} sets={sets} />;
  const resultsOf = query.get("results");
  const ofClass = sets.find(({ id }) => id === (resultsOf ?? query.get("set")));
  if ((resultsOf ?? query.get("set")) !== null && ofClass === undefined)
    return <Refused title={classSetsText.unknownSet} text={classSetsText.openItsFile} />;
  if (resultsOf !== null && ofClass !== undefined && kept !== null) {
    if (!ofClass.unsealed) return <Refused title={classSetsText.sealedCode} text={classSetsText.openItFromTheSet} />;
    return <ClassResults set={ofClass.set} kept={kept} onDrills={() => router.push("/drill")} />;
  }
  const jobId = query.get("job");
  if (jobId !== null) return <AfterJob key={jobId} jobId={jobId} />;
  if (asked !== null && !asked.ok)
    return <Refused title={drillViewText.noSuchCase} text={sourceSentence(asked.issue)} />;
  const number = Number(query.get("n") ?? 0);
  const begun = asked ?? (ofClass === undefined ? null : caseOfSet(ofClass, number));
  if (kept === null || (begun !== null && learner === null)) return <Looking />;
  if (begun === null || !begun.ok || learner === null)
    return (
      <DrillStart
        kept={kept}
        sets={sets}
        learner={learner}
        unsavedReason={unsavedReason}
        onLearner={choose}
        onGo={(to) => router.push(`/drill?${to}`)}
      />
    );
  const source: DrillSource = begun.value;
  const made = caseOfSource(source);
  if (!made.ok) return <Refused title={drillViewText.noCasePossible} text={sourceSentence(made.issue)} />;
  return (
    <OpenCase
      source={source}
      given={made.value}
      ofClass={ofClass === undefined ? null : { kept: ofClass, number }}
      learnerId={learner.id}
      drills={kept.drills}
      unsavedReason={unsavedReason}
    />
  );
}

interface OpenCaseProps
  extends Pick<Parameters<typeof AtTheCar>[0], "source" | "given" | "learnerId" | "unsavedReason"> {
  /** Class set it belongs to, with its number there. */
  ofClass: { kept: KeptClassSet; number: number } | null;
  drills: readonly DrillRecord[];
}

/** A case at the car, stored when it is over. */
function OpenCase({ source, given, ofClass, learnerId, drills, unsavedReason }: OpenCaseProps) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const key = runKey(learnerId, source);
  return (
    <AtTheCar
      key={`${key} ${round}`}
      source={source}
      given={given}
      name={ofClass === null ? undefined : nameInSet(ofClass.kept, ofClass.number)}
      learnerId={learnerId}
      unsavedReason={unsavedReason}
      onAgain={() =>
        void dropOpenRun(key)
          .catch(noteUnsavedDrill)
          .then(() => setRound(round + 1))
      }
      onOver={async (debrief, endAt, script) => {
        const { code, theme } = given;
        const bench = source.kind === "bench" ? queryOfSource(source) : null;
        const record = recordOf(debrief, {
          id: crypto.randomUUID(),
          learnerId,
          at: new Date().toISOString(),
          code,
          bench,
          theme,
          script,
          endAt,
          ...(ofClass === null ? {} : { set: { id: ofClass.kept.id, number: ofClass.number } }),
          practice: isRevealed({ code, bench }, drills, revealedCodes()),
        });
        await keepRun(record, key);
        router.push(`/drill?run=${record.id}`);
      }}
    />
  );
}

const nameInSet = ({ set }: KeptClassSet, number: number) =>
  `${set.title}, ${classSetsText.caseOf(number, false).toLowerCase()}`;

/** Case of a class set by its number, from 1; null where there is none. */
function caseOfSet({ set }: KeptClassSet, number: number) {
  const code = codesOf(set)[number - 1];
  return code === undefined ? null : sourceOfQuery(new URLSearchParams({ code }).toString());
}

/** The debrief of a run, unless it is of a class whose answers are sealed. */
function KeptRun({ record, sets }: { record: DrillRecord | undefined; sets: Parameters<typeof isSealedRun>[1] }) {
  const router = useRouter();
  if (record === undefined)
    return <Refused title={drillViewText.thisRunIsNotStored} text={drillViewText.itWasMadeInAnother} />;
  if (isSealedRun(record, sets))
    return <Refused title={classSetsText.answerRecorded} text={classSetsText.shownWhenUnsealed} />;
  return <DebriefView record={record} onDrills={() => router.push("/drill")} />;
}

/** Makes a case after a job, and goes to it; whose car it was stays behind. */
function AfterJob({ jobId }: { jobId: string }) {
  const router = useRouter();
  const clerk = useDrillClerk();
  const [refused, setRefused] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    const make = async () => {
      const test = await loadTestOfJob(jobId);
      const state = test && (await clerk.afterTest(test.reading, test.state, test.work));
      if (gone) return;
      if (state === null) setRefused(drillViewText.aCaseNeedsLabelAnd);
      else router.replace(`/drill?${queryOfSource({ kind: "bench", state })}`);
    };
    make().catch((error: unknown) => !gone && setRefused(reasonOf(error)));
    return () => {
      gone = true;
    };
  }, [jobId, clerk, router]);
  if (refused !== null) return <Refused title={drillViewText.noCasePossibleFromThis} text={refused} />;
  return <Looking words={drillViewText.creatingACaseWithoutNames} />;
}

function Refused({ title, text }: { title: string; text: string }) {
  const router = useRouter();
  return (
    <AppFrame current="drill" title={commonText.drill}>
      <Box p="4" maxW="760px">
        <Notice tone="act" title={title}>
          {text}
          <Box mt="3">
            <BenchButton onClick={() => router.push("/drill")}>{drillViewText.goToDrills}</BenchButton>
          </Box>
        </Notice>
      </Box>
    </AppFrame>
  );
}
