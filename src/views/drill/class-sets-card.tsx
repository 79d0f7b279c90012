"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import {
  type ClassGap,
  classFormSchema,
  type KeptClassSet,
  newClassSet,
  opensWith,
  readClassSet,
  runsOfSet,
  writeClassSet,
} from "@/core/drill/class-set";
import { type Learner, writeDrillFile } from "@/core/drill/progress";
import { reasonOf } from "@/core/result";
import { saveTextFile } from "@/services/save-file";
import { keepClassSet, unsealClassSet } from "@/session/records/class-sets";
import type { KeptDrills } from "@/session/records/drills";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FileButton } from "@/ui/fields/file-button";
import { FormText, useCheckedForm } from "@/ui/fields/form";
import { TextField } from "@/ui/fields/text-field";
import { useSubmitOnce } from "@/ui/run-once";
import { Text } from "@/ui/text";
import { drillFileSentence } from "@/words/drill";
import { commonText } from "@/words/screens/common";
import { classSetsText } from "@/words/screens/drill";

interface ClassSetsCardProps {
  sets: readonly KeptClassSet[];
  kept: KeptDrills;
  learner: Learner | null;
  onGo: (query: string) => void;
}

/** Sealed sets: opened and answered by learners, made and read by trainers. */
export function ClassSetsCard({ sets, kept, learner, onGo }: ClassSetsCardProps) {
  const [making, setMaking] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const open = async (file: File) => {
    const read = readClassSet(await file.text());
    if (!read.ok) return setSaid(drillFileSentence(file.name, read.issue));
    await keepClassSet(read.value, false);
    setSaid(null);
  };
  return (
    <Card title={classSetsText.classSets}>
      <Stack gap="3">
        {sets.map((one) => (
          <SetRow key={one.id} kept={kept} one={one} learner={learner} onGo={onGo} />
        ))}
        <Flex gap="2" wrap="wrap">
          <FileButton
            label={classSetsText.classFile}
            accept="application/json,.json"
            onFile={(file) => open(file).catch((error: unknown) => setSaid(classSetsText.notRead(reasonOf(error))))}
          >
            {classSetsText.openClassFile}
          </FileButton>
          <BenchButton aria-expanded={making} onClick={() => setMaking(!making)}>
            {classSetsText.createSet}
          </BenchButton>
        </Flex>
        {making && <NewSet onClose={() => setMaking(false)} />}
        {said !== null && (
          <Text kind="alarm" role="alert">
            {said}
          </Text>
        )}
      </Stack>
    </Card>
  );
}

function SetRow({ one, kept, learner, onGo }: Omit<ClassSetsCardProps, "sets"> & { one: KeptClassSet }) {
  const { set, unsealed } = one;
  const [phrase, setPhrase] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const mine = runsOfSet(set, kept.drills).filter(({ learnerId }) => learnerId === learner?.id);
  const unseal = async () => {
    if (phrase === null || !opensWith(set, phrase)) return setWrong(true);
    await unsealClassSet(set.id);
    setPhrase(null);
  };
  const save = () =>
    saveTextFile(
      `evrid-class-answers-${set.id.slice(0, 8)}.json`,
      writeDrillFile({ learners: kept.learners.filter(({ id }) => id === learner?.id), drills: mine }),
    );
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="2">
      <Text typed kind="strong">
        {set.title}
      </Text>
      <Text kind="note">{classSetsText.answered(mine.length, set.cases.length, unsealed)}</Text>
      <Flex gap="2" wrap="wrap" mt="1.5">
        {set.cases.map((masked, i) => {
          const done = mine.some((run) => run.set?.number === i + 1);
          return (
            <BenchButton
              key={masked}
              px="3"
              aria-label={classSetsText.caseOf(i + 1, done)}
              disabled={done && !unsealed}
              onClick={() => onGo(`set=${encodeURIComponent(set.id)}&n=${i + 1}`)}
            >
              {classSetsText.caseNumber(i + 1, done)}
            </BenchButton>
          );
        })}
      </Flex>
      <Flex gap="2" wrap="wrap" mt="2">
        <BenchButton disabled={mine.length === 0} onClick={save}>
          {classSetsText.saveAnswers}
        </BenchButton>
        {unsealed ? (
          <BenchButton onClick={() => onGo(`results=${encodeURIComponent(set.id)}`)}>
            {classSetsText.results}
          </BenchButton>
        ) : (
          <BenchButton aria-expanded={phrase !== null} onClick={() => setPhrase(phrase === null ? "" : null)}>
            {classSetsText.unseal}
          </BenchButton>
        )}
      </Flex>
      {phrase !== null && (
        <Flex gap="2" align="end" mt="2">
          <TextField
            label={classSetsText.phrase}
            value={phrase}
            hint={wrong ? classSetsText.wrongPhrase : undefined}
            onChange={(text) => {
              setPhrase(text);
              setWrong(false);
            }}
          />
          <BenchButton onClick={unseal}>{classSetsText.unseal}</BenchButton>
        </Flex>
      )}
    </Box>
  );
}

function NewSet({ onClose }: { onClose: () => void }) {
  const { control, gap, handleSubmit } = useCheckedForm(classFormSchema, { title: "", codes: "", phrase: "" });
  const make = useSubmitOnce(
    handleSubmit(async (form) => {
      const set = newClassSet(form, {
        id: crypto.randomUUID(),
        salt: crypto.randomUUID(),
        now: new Date().toISOString(),
      });
      await keepClassSet(set, true);
      saveTextFile(`evrid-class-${set.id.slice(0, 8)}.json`, writeClassSet(set));
      onClose();
    }),
  );
  return (
    <Stack as="form" gap="2" onSubmit={make}>
      <FormText control={control} name="title" label={commonText.name} />
      <FormText control={control} name="codes" label={classSetsText.codes} lines={3} placeholder="1K-0004Y" />
      <FormText control={control} name="phrase" label={classSetsText.phrase} hint={classSetsText.unsealsTheSet} />
      <Flex gap="2" align="center" wrap="wrap">
        <BenchButton type="submit" disabled={gap !== null}>
          {classSetsText.saveClassFile}
        </BenchButton>
        <BenchButton onClick={onClose}>{commonText.cancel}</BenchButton>
        <Text kind="note">{gap === null ? null : classSetsText.gaps[gap as ClassGap]}</Text>
      </Flex>
    </Stack>
  );
}
