"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { type ClassSet, codesOf, runsOfSet, sharedMistakes } from "@/core/drill/class-set";
import { caseOfSource } from "@/core/drill/drill-source";
import { MOMENT_S } from "@/core/drill/drill-steps";
import { type DrillRecord, readDrillFile } from "@/core/drill/progress";
import { reasonOf } from "@/core/result";
import { formatClock } from "@/core/units/units";
import { useChoices } from "@/session/choices";
import { useDrillClerk } from "@/session/drill";
import { addDrills, type KeptDrills } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FilesButton } from "@/ui/fields/file-button";
import { useFigures } from "@/ui/figures";
import { Text, useSay } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { saveReport } from "@/views/report/report-pdf";
import {
  actNames,
  causesWords,
  correctionWords,
  customerSays,
  drillFileSentence,
  mistakeWords,
  rankedName,
} from "@/words/drill";
import { caseFacts, classSheet, lessonAnswer } from "@/words/drill-sheets";
import { classSetsText } from "@/words/screens/drill";
import { learnerName } from "./learner";

/** Returned runs of a class set on one page: who thought what when, what was read, and the mistakes the group shares. */
export function ClassResults({ set, kept, onDrills }: { set: ClassSet; kept: KeptDrills; onDrills: () => void }) {
  const figures = useFigures();
  const say = useSay();
  const clerk = useDrillClerk();
  const { units } = useChoices();
  const [said, setSaid] = useState<string | null>(null);
  const runs = runsOfSet(set, kept.drills);
  const codes = codesOf(set);
  const notRead = (error: unknown) => setSaid(classSetsText.notRead(reasonOf(error)));
  const read = async (files: readonly File[]) => {
    const refused: string[] = [];
    for (const file of files) {
      const book = readDrillFile(await file.text());
      if (book.ok) await addDrills(book.value);
      else refused.push(drillFileSentence(file.name, book.issue));
    }
    setSaid(refused.length === 0 ? null : refused.join(" "));
  };
  const page = async (code: string, number: number) => {
    const source = { kind: "code", code } as const;
    const made = caseOfSource(source);
    const lesson = await clerk.lesson(source);
    if (lesson === null || !made.ok) return setSaid(classSetsText.caseCannotBeCreated);
    const title = classSetsText.caseOf(number, false);
    const sheet = classSheet(
      lesson,
      {
        title,
        facts: caseFacts(made.value, figures),
        customer: customerSays(made.value.story),
        answer: lessonAnswer(lesson, figures),
      },
      true,
      figures,
    );
    await saveReport(`evrid-class-case-${number}.pdf`, sheet, {
      size: units === "us" ? "LETTER" : "A4",
      code: `${window.location.origin}/drill?code=${code}`,
      pictures: null,
      say,
      onePage: false,
    });
  };
  return (
    <AppFrame
      current="drill"
      about="drill"
      page={set.title}
      header={
        <ResultsHeader title={set.title} onFiles={(files) => void read(files).catch(notRead)} onDrills={onDrills} />
      }
    >
      <Stack as="main" p="4" gap="3.5">
        {said !== null && (
          <Text kind="alarm" role="alert">
            {said}
          </Text>
        )}
        <SharedMistakes runs={runs} />
        {codes.map((code, i) => (
          <CaseResults
            key={set.cases[i]}
            title={classSetsText.caseAndCode(i + 1, code)}
            runs={runs.filter((run) => run.set?.number === i + 1)}
            kept={kept}
            onPage={() => page(code, i + 1).catch(notRead)}
          />
        ))}
      </Stack>
    </AppFrame>
  );
}

interface ResultsHeaderProps {
  title: string;
  onFiles: (files: readonly File[]) => void;
  onDrills: () => void;
}

function ResultsHeader({ title, onFiles, onDrills }: ResultsHeaderProps) {
  return (
    <>
      <Text typed as="h1" kind="value" truncate>
        {title}
      </Text>
      <Flex ml="auto" gap="2" wrap="wrap">
        <FilesButton label={classSetsText.answerFiles} accept="application/json,.json" onFiles={onFiles}>
          {classSetsText.openAnswers}
        </FilesButton>
        <BenchButton onClick={onDrills}>{classSetsText.drills}</BenchButton>
      </Flex>
    </>
  );
}

function SharedMistakes({ runs }: { runs: readonly DrillRecord[] }) {
  const shared = sharedMistakes(runs);
  return (
    <Card title={classSetsText.sharedMistakes}>
      {shared.length === 0 ? (
        <Text kind="soft">{classSetsText.noMistakes}</Text>
      ) : (
        shared.map(({ mistake, learners, of }) => (
          <Flex key={mistake} justify="space-between" borderTopWidth="1px" borderColor="line" py="1">
            <Text>{mistakeWords[mistake]}</Text>
            <Text kind="strong">{classSetsText.learnersOf(learners, of)}</Text>
          </Flex>
        ))
      )}
    </Card>
  );
}

interface CaseResultsProps {
  title: string;
  runs: readonly DrillRecord[];
  kept: KeptDrills;
  onPage: () => void;
}

/** One case of the set: who thought what, and read what. */
function CaseResults({ title, runs, kept, onPage }: CaseResultsProps) {
  return (
    <Card title={title} aside={<BenchButton onClick={onPage}>{classSetsText.answerPage}</BenchButton>}>
      {runs.length === 0 ? (
        <Text kind="soft">{classSetsText.nobodyAnswered}</Text>
      ) : (
        <Stack gap="2">
          {runs.map((run) => (
            <RunRow key={run.id} run={run} learner={kept.learners.find(({ id }) => id === run.learnerId) ?? nobody} />
          ))}
        </Stack>
      )}
    </Card>
  );
}

function RunRow({ run, learner }: { run: DrillRecord; learner: KeptDrills["learners"][number] }) {
  const figures = useFigures();
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="1.5">
      <Flex justify="space-between" gap="3" wrap="wrap">
        <Text typed kind="strong">
          {learnerName(learner)}
        </Text>
        <Text kind="strong">{classSetsText.scoreInMinutes(run.score, Math.round(run.minutes))}</Text>
      </Flex>
      <Text>
        {classSetsText.thought(
          thoughtsOf(run),
          run.causes === null ? classSetsText.accident : causesWords(run.causes),
          correctionWords(gramsOf(run), figures),
        )}
      </Text>
      <Text kind="note">{classSetsText.read(readingsOf(run))}</Text>
      {run.mistakes.length > 0 && <Text kind="note">{run.mistakes.map((one) => mistakeWords[one]).join(", ")}</Text>}
    </Box>
  );
}

const nobody = { id: "", name: "?", createdAt: "" };

/** "10:00 undercharge, air; 20:00 undercharge". */
const thoughtsOf = ({ script }: DrillRecord): string =>
  script
    .flatMap((step) =>
      step.does === "belief"
        ? [`${formatClock(step.at * MOMENT_S)} ${step.causes.map(rankedName).join(", ").toLowerCase()}`]
        : [],
    )
    .join("; ");

const readingsOf = ({ script }: DrillRecord): string =>
  [...new Set(script.flatMap((step) => (step.does === "act" ? [actNames[step.act]] : [])))].join(", ").toLowerCase();

function gramsOf({ script }: DrillRecord): number | null {
  const last = script.at(-1);
  return last?.does === "commit" ? last.grams : null;
}
