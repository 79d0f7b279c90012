"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type ExerciseId, exerciseIds, exerciseJob, exerciseOf, exerciseStep } from "@/core/exercises/exercises";
import { reasonOf } from "@/core/result";
import { addDemoJobs, listExercises } from "@/session/records/jobs";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { stepPath } from "@/views/job/frame/steps";
import { exerciseFindingWords, exerciseNames, exerciseTasks } from "@/words/drill";
import { exercisesText } from "@/words/screens/drill";
import { NamedTask } from "./named-task";

/** Exercises with the steps of the real job, each with the result of its newest try. */
export function ExercisesCard() {
  const router = useRouter();
  const [failure, setFailure] = useState<string | null>(null);
  const stored = useStored(listExercises);
  const tries = stored.state === "ready" ? stored.value : [];
  const start = (id: ExerciseId) => {
    const job = exerciseJob(
      id,
      { unique: crypto.randomUUID(), pick: Math.random(), now: new Date().toISOString() },
      { vehicle: exercisesText.vehicle, complaint: exerciseTasks[id], container: exercisesText.container },
    );
    addDemoJobs([job]).then(
      () => router.push(stepPath(job.id, exerciseStep(id))),
      (error: unknown) => setFailure(exercisesText.notStarted(reasonOf(error))),
    );
  };
  return (
    <Card title={exercisesText.exercises}>
      <Text kind="aside">{exercisesText.stepsOfTheRealJob}</Text>
      {exerciseIds.map((id) => (
        <Exercise
          key={id}
          id={id}
          newest={tries.find(({ job }) => exerciseOf(job.id) === id) ?? null}
          known={stored.state === "ready"}
          onStart={() => start(id)}
        />
      ))}
      {failure !== null && (
        <Text role="alert" kind="alarm">
          {failure}
        </Text>
      )}
    </Card>
  );
}

interface ExerciseProps {
  id: ExerciseId;
  newest: Awaited<ReturnType<typeof listExercises>>[number] | null;
  /** Earlier tries were read: without one it was not done. */
  known: boolean;
  onStart: () => void;
}

const states = {
  open: { tone: "soft", text: exercisesText.open },
  passed: { tone: "done", text: exercisesText.passed },
  failed: { tone: "danger", text: exercisesText.failed },
} as const;

function Exercise({ id, newest, known, onStart }: ExerciseProps) {
  const router = useRouter();
  const figures = useFigures();
  const state = newest?.result.state ?? null;
  return (
    <Box borderTopWidth="1px" borderColor="line" py="2" data-exercise={id}>
      <Flex gap="3" align="center" wrap="wrap">
        <NamedTask name={exerciseNames[id]} task={exerciseTasks[id]} />
        <Text fontSize="sm" fontWeight="semibold" color={state === null ? "soft" : states[state].tone}>
          {state !== null ? states[state].text : known ? exercisesText.notDone : ""}
        </Text>
        {newest !== null && state === "open" && (
          <BenchButton
            kind="quiet"
            aria-label={exercisesText.goOnOf(exerciseNames[id])}
            onClick={() => router.push(stepPath(newest.job.id, exerciseStep(id)))}
          >
            {exercisesText.goOn}
          </BenchButton>
        )}
        <BenchButton kind="quiet" aria-label={exercisesText.startOf(exerciseNames[id])} onClick={onStart}>
          {exercisesText.start}
        </BenchButton>
      </Flex>
      {newest?.result.findings.map((finding) => (
        <Text key={finding.code} fontSize="md" color={finding.ok ? "ink" : "danger"}>
          {`${exerciseFindingWords(finding, figures)}.`}
        </Text>
      ))}
    </Box>
  );
}
