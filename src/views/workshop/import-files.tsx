"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { type Control, useForm } from "react-hook-form";
import type { ArchiveFailure } from "@/core/records/files/archive-task";
import type { Job } from "@/core/records/job";
import type { Differing } from "@/core/sync/import/import-plan";
import { changesNothing, type ImportPreview } from "@/core/sync/import/import-preview";
import { type Way, waysOf } from "@/core/sync/import/import-ways";
import { type ArchiveDesk, useArchive } from "@/session/archive";
import { countStored } from "@/session/records/shop";
import { dropStaged } from "@/session/records/staging";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FormChoice } from "@/ui/fields/form";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { jobFileSentence } from "@/words/issues";
import { commonText } from "@/words/screens/common";
import { importFilesText } from "@/words/screens/workshop";
import {
  archiveFailureSentence,
  brokenSentence,
  extrasSentence,
  fieldWords,
  importedSentence,
  mergeIssueSentence,
  planSentence,
  revertedSentence,
  valueWords,
  wayWords,
} from "@/words/shop";
import { typed } from "@/words/typed";
import { CourseLine } from "./course-line";

interface Said {
  tone: "act" | "done";
  title: string;
  text: string;
  /** Imports that can be reverted. */
  importId?: string;
}

export interface FileImport {
  open: (file: File) => Promise<void>;
  waiting: ImportPreview | null;
  said: Said | null;
  say: (said: Said | null) => void;
  /** Gives whether it was stored. */
  carryOut: (waiting: ImportPreview, way: ReadonlyMap<string, Way>) => Promise<boolean>;
  leave: () => void;
  takeBack: (id: string) => Promise<void>;
  desk: ArchiveDesk;
}

/** Reads files of jobs, vehicles and shops: a file of one job that is new here at once, anything else after it was shown what it changes. */
export function useFileImport(): FileImport {
  const desk = useArchive();
  const [waiting, setWaiting] = useState<ImportPreview | null>(null);
  const [said, say] = useState<Said | null>(null);
  const failed = (failure: ArchiveFailure) =>
    say({ tone: "act", title: commonText.notDone, text: archiveFailureSentence(failure) });

  const carryOut: FileImport["carryOut"] = async (preview, way) => {
    const stored = await desk.run((api, onProgress) => api.apply(preview, way, onProgress));
    // A read file waits to be imported or dropped.
    setWaiting(stored.ok ? null : preview);
    if (!stored.ok) {
      failed(stored.issue);
      return false;
    }
    const { lone, broken } = preview;
    const text = lone === null ? importedSentence(preview) : importFilesText.importedUnchanged(nameOf(lone));
    const left = brokenSentence(broken);
    say({
      tone: left === "" ? "done" : "act",
      title: left === "" ? importFilesText.read : importFilesText.importedInPart,
      text: [text, left].filter(Boolean).join(" "),
      importId: stored.value,
    });
    return true;
  };
  const drop = (id: string) => void dropStaged(id).catch(() => undefined);
  const open: FileImport["open"] = async (given) => {
    say(null);
    if (waiting !== null) drop(waiting.id);
    setWaiting(null);
    const staged = await desk.run((api, onProgress) => api.stage(given, given.name, onProgress));
    if (!staged.ok) return failed(staged.issue);
    if (!staged.value.ok)
      return say({
        tone: "act",
        title: importFilesText.notImported,
        text: jobFileSentence(given.name, staged.value.issue),
      });
    const preview = staged.value.value;
    const { lone, counts, broken } = preview;
    if (lone !== null && broken.length === 0 && counts.jobs.differing === 0) {
      const done = await carryOut(preview, new Map());
      if (done && counts.jobs.same === 1)
        say({ tone: "done", title: importFilesText.read, text: importFilesText.alreadyHereIdentical(nameOf(lone)) });
      return;
    }
    // Into an empty browser a copy comes back without a question.
    const { jobs } = await countStored();
    if (jobs === 0 && broken.length === 0 && !changesNothing(preview)) await carryOut(preview, new Map());
    else setWaiting(preview);
  };
  const takeBack: FileImport["takeBack"] = async (id) => {
    const back = await desk.run((api, onProgress) => api.undo(id, onProgress));
    if (!back.ok) return failed(back.issue);
    say({ tone: "done", title: importFilesText.reverted, text: revertedSentence(back.value) });
  };
  const leave = () => {
    if (waiting !== null) drop(waiting.id);
    setWaiting(null);
  };
  return { open, waiting, said, say, carryOut, leave, takeBack, desk };
}

const nameOf = ({ intake }: Job) =>
  intake.vehicle.trim() === "" ? importFilesText.theJob : typed(intake.vehicle.trim());

/** Content of a file, result of the last import, and revert. */
export function ImportDesk({ files }: { files: FileImport }) {
  const { waiting, said, desk } = files;
  return (
    <>
      <CourseLine desk={desk} />
      {said && (
        <Notice tone={said.tone} title={said.title}>
          <Flex gap="3" align="center" wrap="wrap">
            <Text flex="1 1 260px">{said.text}</Text>
            {said.importId && (
              <BenchButton kind="quiet" onClick={() => files.takeBack(said.importId!)}>
                {importFilesText.revert}
              </BenchButton>
            )}
          </Flex>
        </Notice>
      )}
      {waiting && <Preview key={waiting.id} waiting={waiting} files={files} />}
    </>
  );
}

/** How each record that differs here and in the file is imported. */
interface ImportChoices {
  ways: { id: string; way: Way }[];
}

/** Fields side by side with what is here, so many at a time. */
const MOST_SHOWN = 20;

function Preview({ waiting, files }: { waiting: ImportPreview; files: FileImport }) {
  const { control, handleSubmit } = useForm<ImportChoices>({
    defaultValues: { ways: waiting.shown.jobs.map((one) => ({ id: one.here.id, way: waysOf(one).usual })) },
  });
  const importRecords = handleSubmit(async ({ ways }) => {
    await files.carryOut(waiting, new Map(ways.map(({ id, way }) => [id, way])));
  });
  const broken = brokenSentence(waiting.broken);
  const extras = extrasSentence(waiting, "are");
  const nothing = changesNothing(waiting);
  const { jobs, vehicles, containers } = waiting.shown;
  const more = waiting.counts.jobs.differing - jobs.length;
  return (
    <Card title={importFilesText.changesFrom(typed(waiting.file))}>
      <Text kind="heading">{planSentence(waiting)}</Text>
      {extras !== "" && <Text mt="1">{extras}</Text>}
      {broken !== "" && (
        <Text kind="alarm" mt="1">
          {broken}
        </Text>
      )}
      <Stack gap="3" mt={jobs.length > 0 ? "3" : "0"}>
        {jobs.map((one, i) => (
          <DivergedRecord key={one.here.id} one={one} control={control} name={`ways.${i}.way`} />
        ))}
        {more > 0 && <Text kind="soft">{importFilesText.moreSignedJobsStayUnchanged(more)}</Text>}
        {[...vehicles, ...containers]
          .filter(({ conflicts }) => conflicts.length > 0)
          .map((one) => (
            <Box key={one.here.id} borderTopWidth="1px" borderColor="line" pt="2">
              <Text typed kind="strong">
                {one.here.name}
              </Text>
              <SideBySide one={one} />
            </Box>
          ))}
      </Stack>
      <Flex gap="2" mt="4" wrap="wrap" align="center">
        {!nothing && (
          <BenchButton kind="act" loading={files.desk.busy} onClick={() => importRecords()}>
            {importFilesText.importRecords}
          </BenchButton>
        )}
        <BenchButton kind="quiet" disabled={files.desk.busy} onClick={files.leave}>
          {nothing ? "Close" : "Cancel"}
        </BenchButton>
        <Text kind="soft" flex="1 1 240px">
          {nothing ? importFilesText.nothingToImport : importFilesText.allOrNothingYouCan}
        </Text>
      </Flex>
    </Card>
  );
}

interface DivergedRecordProps {
  one: Differing<Job>;
  control: Control<ImportChoices>;
  name: `ways.${number}.way`;
}

function DivergedRecord({ one, control, name }: DivergedRecordProps) {
  const figures = useFigures();
  const { allowed, issue } = waysOf(one);
  const wayOptions = allowed.map((value) => ({ value, label: wayWords[value] }));
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="2">
      <Flex gap="4" wrap="wrap" align="end" justify="space-between">
        <Box flex="1 1 240px">
          <Text typed kind="lead">
            {one.here.intake.vehicle.trim() || commonText.unnamedVehicle}
          </Text>
          <Text kind="soft">
            {issue !== null
              ? mergeIssueSentence(issue, figures)
              : one.conflicts.length === 0
                ? importFilesText.changedInBothNoConflict
                : importFilesText.mergingUsesTheLaterValue(
                    one.conflicts.length === 1
                      ? importFilesText.oneFieldDiffers
                      : importFilesText.fieldsDiffer(one.conflicts.length),
                  )}
          </Text>
        </Box>
        <FormChoice control={control} name={name} label={importFilesText.action} options={wayOptions} />
      </Flex>
      <SideBySide one={one} />
    </Box>
  );
}

function SideBySide({ one }: { one: Pick<Differing<unknown>, "conflicts"> }) {
  if (one.conflicts.length === 0) return null;
  return (
    <Grid templateColumns="minmax(120px, 0.7fr) 1fr 1fr" gap="1" columnGap="4" mt="2" fontSize="md">
      <Text kind="soft">{importFilesText.field}</Text>
      <Text kind="soft">{importFilesText.here}</Text>
      <Text kind="soft">{importFilesText.file}</Text>
      {one.conflicts.slice(0, MOST_SHOWN).map(({ path, here, file }) => (
        <Box key={path} display="contents">
          <Text>{fieldWords(path)}</Text>
          <Text typed overflowWrap="anywhere" lineClamp={4}>
            {valueWords(here)}
          </Text>
          <Text typed overflowWrap="anywhere" lineClamp={4}>
            {valueWords(file)}
          </Text>
        </Box>
      ))}
    </Grid>
  );
}
