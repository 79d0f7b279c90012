"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { changesNothing, type Differing, type ImportPlan } from "@/core/records/import-plan";
import { type Way, waysOf } from "@/core/records/import-ways";
import type { Job } from "@/core/records/job";
import type { ShopInFile } from "@/core/records/shop-file";
import { reasonOf } from "@/core/result";
import { applyImport, planImport, undoImport } from "@/data/import";
import { whatIsKept } from "@/data/shop";
import { workshop } from "@/data/workshop";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/choice";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { jobFileSentence } from "@/words/issues";
import {
  brokenSentence,
  extrasSentence,
  fieldWords,
  importedSentence,
  mergeIssueSentence,
  planSentence,
  takenBackSentence,
  valueWords,
  wayWords,
} from "@/words/shop";
import { typed } from "@/words/typed";

interface Waiting {
  name: string;
  file: ShopInFile;
  plan: ImportPlan;
}

interface Said {
  tone: "act" | "done";
  title: string;
  text: string;
  /** What can be taken back. */
  importId?: string;
}

export interface FileImport {
  open: (file: File) => Promise<void>;
  waiting: Waiting | null;
  said: Said | null;
  say: (said: Said | null) => void;
  carryOut: (waiting: Waiting, way: ReadonlyMap<string, Way>) => Promise<void>;
  leave: () => void;
  takeBack: (id: string) => Promise<void>;
}

/** Reads files of jobs, vehicles and shops: a file of one job that is new here at once, anything else after it was shown what it changes. */
export function useFileImport(): FileImport {
  const [waiting, setWaiting] = useState<Waiting | null>(null);
  const [said, say] = useState<Said | null>(null);
  const failed = (error: unknown) =>
    say({ tone: "act", title: "Not done", text: `${reasonOf(error)}. What was stored is as it was.` });

  const carryOut: FileImport["carryOut"] = async ({ name, file, plan }, way) => {
    try {
      const importId = await applyImport(plan, name, way);
      setWaiting(null);
      const one = loneJob(file);
      const text = one === null ? importedSentence(plan) : `${nameOf(one)}: now in the Bay, exactly as in the file.`;
      const broken = brokenSentence(file.broken);
      say({
        tone: broken === "" ? "done" : "act",
        title: broken === "" ? "Read" : "Read, but not all of it",
        text: [text, broken].filter(Boolean).join(" "),
        importId,
      });
    } catch (error) {
      failed(error);
    }
  };
  const open: FileImport["open"] = async (given) => {
    say(null);
    setWaiting(null);
    const refuse = (issue: Parameters<typeof jobFileSentence>[1]) =>
      say({ tone: "act", title: "Not read", text: jobFileSentence(given.name, issue) });
    const { readAnyFile } = await import("@/core/records/shop-archive");
    const read = await readAnyFile(given);
    if (!read.ok) return refuse(read.issue);
    if (read.value.workshop !== workshop) return refuse({ code: "other-workshop", workshop: read.value.workshop });
    const file = read.value;
    try {
      const plan = await planImport(file);
      const next = { name: given.name, file, plan };
      const one = loneJob(file);
      if (one !== null && plan.jobs.differing.length === 0) {
        if (plan.jobs.added.length === 1) return await carryOut(next, new Map());
        // Its pictures may have been missing here.
        await applyImport(plan, given.name);
        return say({ tone: "done", title: "Read", text: `${nameOf(one)}: already here and identical.` });
      }
      // Into an empty browser a copy comes back without a question.
      const { jobs } = await whatIsKept();
      if (jobs === 0 && file.broken.length === 0 && !changesNothing(plan)) return await carryOut(next, new Map());
      setWaiting(next);
    } catch (error) {
      failed(error);
    }
  };
  const takeBack: FileImport["takeBack"] = async (id) => {
    try {
      say({ tone: "done", title: "Taken back", text: takenBackSentence(await undoImport(id)) });
    } catch (error) {
      failed(error);
    }
  };
  return { open, waiting, said, say, carryOut, leave: () => setWaiting(null), takeBack };
}

const nameOf = ({ intake }: Job) => (intake.vehicle.trim() === "" ? "The job" : typed(intake.vehicle.trim()));

function loneJob(file: ShopInFile): Job | null {
  const alone = file.vehicles.length + file.containers.length + file.stock.length + file.broken.length === 0;
  return file.jobs.length === 1 &&
    alone &&
    file.choices === null &&
    file.charts.length === 0 &&
    file.drills.drills.length === 0
    ? file.jobs[0]!
    : null;
}

/** What a file brings, what was said of the last one, and the way back. */
export function ImportDesk({ files }: { files: FileImport }) {
  const { waiting, said } = files;
  return (
    <>
      {said && (
        <Notice tone={said.tone} title={said.title}>
          <Flex gap="3" align="center" wrap="wrap">
            <Text flex="1 1 260px">{said.text}</Text>
            {said.importId && (
              <BenchButton kind="quiet" onClick={() => files.takeBack(said.importId!)}>
                Take this back
              </BenchButton>
            )}
          </Flex>
        </Notice>
      )}
      {waiting && <Preview key={waiting.name} waiting={waiting} files={files} />}
    </>
  );
}

/** Side by side with what is here, so many at a time. */
const MOST_SHOWN = 20;

function Preview({ waiting, files }: { waiting: Waiting; files: FileImport }) {
  const { name, file, plan } = waiting;
  const [way, setWay] = useState<ReadonlyMap<string, Way>>(new Map());
  const [busy, setBusy] = useState(false);
  const broken = brokenSentence(file.broken);
  const extras = extrasSentence(plan.extras, "are");
  const nothing = changesNothing(plan);
  const { differing } = plan.jobs;
  return (
    <Card title={`What ${typed(name)} would change`}>
      <Text fontSize="18px" fontWeight="650">
        {planSentence(plan)}
      </Text>
      {extras !== "" && <Text mt="1">{extras}</Text>}
      {broken !== "" && (
        <Text color="act" mt="1">
          {broken}
        </Text>
      )}
      <Stack gap="3" mt={differing.length > 0 ? "3" : "0"}>
        {differing.slice(0, MOST_SHOWN).map((one) => (
          <GoneOn
            key={one.here.id}
            one={one}
            way={way.get(one.here.id) ?? waysOf(one).usual}
            onWay={(next) => setWay(new Map(way).set(one.here.id, next))}
          />
        ))}
        {differing.length > MOST_SHOWN && (
          <Text color="soft">{`${differing.length - MOST_SHOWN} more: signed jobs stay as they are, the others are merged where that counts nothing twice, else they come in beside.`}</Text>
        )}
        {[...plan.vehicles.differing, ...plan.containers.differing]
          .filter(({ conflicts }) => conflicts.length > 0)
          .slice(0, MOST_SHOWN)
          .map((one) => (
            <Box key={one.here.id} borderTopWidth="1px" borderColor="line" pt="2">
              <Text typed fontWeight="650">
                {one.here.name}
              </Text>
              <SideBySide one={one} />
            </Box>
          ))}
      </Stack>
      <Flex gap="2" mt="4" wrap="wrap" align="center">
        {!nothing && (
          <BenchButton
            kind="act"
            loading={busy}
            onClick={async () => {
              setBusy(true);
              await files.carryOut(waiting, way);
              setBusy(false);
            }}
          >
            Read it in
          </BenchButton>
        )}
        <BenchButton kind="quiet" onClick={files.leave}>
          {nothing ? "Close" : "Leave it"}
        </BenchButton>
        <Text color="soft" flex="1 1 240px">
          {nothing ? "There is nothing to read in." : "All of it or nothing; it can be taken back afterwards."}
        </Text>
      </Flex>
    </Card>
  );
}

function GoneOn({ one, way, onWay }: { one: Differing<Job>; way: Way; onWay: (way: Way) => void }) {
  const figures = useFigures();
  const { allowed, issue } = waysOf(one);
  const wayOptions = allowed.map((value) => ({ value, label: wayWords[value] }));
  return (
    <Box borderTopWidth="1px" borderColor="line" pt="2">
      <Flex gap="4" wrap="wrap" align="end" justify="space-between">
        <Box flex="1 1 240px">
          <Text typed fontWeight="650" fontSize="17px">
            {one.here.intake.vehicle.trim() || "Unnamed vehicle"}
          </Text>
          <Text color="soft">
            {issue !== null
              ? mergeIssueSentence(issue, figures)
              : one.conflicts.length === 0
                ? "Went on in both, without a contradiction."
                : `${one.conflicts.length === 1 ? "One place says" : `${one.conflicts.length} places say`} something else. As one, the later word counts.`}
          </Text>
        </Box>
        <Choice label="What to do with it" options={wayOptions} value={way} onChange={onWay} />
      </Flex>
      <SideBySide one={one} />
    </Box>
  );
}

function SideBySide({ one }: { one: Pick<Differing<unknown>, "conflicts"> }) {
  if (one.conflicts.length === 0) return null;
  return (
    <Grid templateColumns="minmax(120px, 0.7fr) 1fr 1fr" gap="1" columnGap="4" mt="2" fontSize="15px">
      <Text color="soft">Place</Text>
      <Text color="soft">Here</Text>
      <Text color="soft">In the file</Text>
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
