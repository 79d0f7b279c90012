"use client";

import { Box, Center, Flex, Spinner, Stack, Text } from "@chakra-ui/react";
import { useLiveQuery } from "dexie-react-hooks";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Job } from "@/core/records/job";
import { JOB_FILE_LIMIT_BYTES, readJobFile } from "@/core/records/job-file";
import {
  addMissingJobs,
  createJob,
  duplicateJob,
  editJob,
  importJob,
  listJobs,
  removeJob,
  restoreJob,
} from "@/data/jobs";
import { demoJobs } from "@/demo/demo-jobs";
import { AppFrame } from "@/ui/app-frame";
import { BenchButton } from "@/ui/buttons";
import { FileButton } from "@/ui/file-button";
import { Notice } from "@/ui/notice";
import { useShortcuts } from "@/ui/shortcuts";
import { stepPath } from "@/views/job/frame/steps";
import { jobFileSentence } from "@/words/issues";
import { JobCard } from "./job-card";

type Message = { tone: "act" | "done"; title: string; text: string } | null;

/** Jobs in progress, and the ways to get one: start it, or read its file. */
export function BayView() {
  const router = useRouter();
  const jobs = useLiveQuery(listJobs);
  const [message, setMessage] = useState<Message>(null);
  const [removed, setRemoved] = useState<Job | null>(null);
  useDemo(jobs);

  const failed = (error: unknown) =>
    setMessage({
      tone: "act",
      title: "The browser did not store it",
      text: error instanceof Error ? error.message : String(error),
    });
  const start = () => createJob().then((job) => router.push(stepPath(job.id, "intake")), failed);
  const remove = async (job: Job) => setRemoved(await removeJob(job.id));
  const again = (job: Job) => duplicateJob(job).then((copy) => router.push(stepPath(copy.id, "intake")), failed);
  const archive = (job: Job) =>
    editJob(job.id, (stored) => ({
      ...stored,
      archivedAt: stored.archivedAt === null ? new Date().toISOString() : null,
    })).catch(failed);
  const [withArchived, setWithArchived] = useState(false);
  const archived = jobs?.filter((job) => job.archivedAt !== null).length ?? 0;
  const shown = jobs?.filter((job) => withArchived || job.archivedAt === null) ?? [];
  const read = async (file: File) => {
    const refuse = (issue: Parameters<typeof jobFileSentence>[1]) =>
      setMessage({ tone: "act", title: "Not read", text: jobFileSentence(file.name, issue) });
    if (file.size > JOB_FILE_LIMIT_BYTES) {
      refuse({ code: "too-large", bytes: file.size, limitBytes: JOB_FILE_LIMIT_BYTES });
      return;
    }
    const result = readJobFile(await file.text());
    if (!result.ok) {
      refuse(result.issue);
      return;
    }
    const { outcome } = await importJob(result.value);
    const name = result.value.intake.vehicle.trim() || "The job";
    setMessage({ tone: "done", title: "Read", text: `${name}: ${outcomes[outcome]}` });
  };
  useShortcuts([{ key: "n", does: "New job", run: start }]);

  return (
    <AppFrame
      current="bay"
      header={
        <>
          <Text as="h1" fontSize="20px" fontWeight="650">
            Bay
          </Text>
          <Flex ml="auto" gap="2">
            <FileButton label="Job file" accept="application/json,.json" onFile={(file) => read(file).catch(failed)}>
              Open a job file
            </FileButton>
            <BenchButton kind="act" shortcut="N" onClick={start}>
              New job
            </BenchButton>
          </Flex>
        </>
      }
      commands={[{ key: "n", does: "New job", run: start }]}
    >
      <Stack as="main" p="4" gap="3" maxW="1180px">
        {message && (
          <Notice tone={message.tone} title={message.title}>
            {message.text}
          </Notice>
        )}
        {removed && (
          <Flex align="center" gap="4" bg="sheet" borderWidth="1px" borderColor="line" rounded="card" px="4" py="2">
            <Text flex="1">{removed.intake.vehicle.trim() || "Unnamed vehicle"} was removed.</Text>
            <BenchButton
              onClick={() => {
                restoreJob(removed).then(() => setRemoved(null), failed);
              }}
            >
              Put it back
            </BenchButton>
          </Flex>
        )}
        {jobs === undefined ? (
          <Center h="40vh" gap="3">
            <Spinner /> <Text>Opening the bay</Text>
          </Center>
        ) : jobs.length === 0 ? (
          <Empty onStart={start} onDemo={() => addMissingJobs(demoJobs(new Date())).catch(failed)} />
        ) : (
          shown.map((job) => (
            <JobCard
              key={job.id}
              job={job}
              onAgain={() => again(job)}
              onArchive={() => archive(job)}
              onRemove={() => remove(job).catch(failed)}
            />
          ))
        )}
        {archived > 0 && (
          <Flex>
            <BenchButton kind="quiet" aria-pressed={withArchived} onClick={() => setWithArchived(!withArchived)}>
              {withArchived ? "Hide the archived" : `Show ${archived} archived`}
            </BenchButton>
          </Flex>
        )}
      </Stack>
    </AppFrame>
  );
}

const outcomes = {
  added: "now in the Bay, exactly as in the file.",
  identical: "already here and identical; nothing was changed.",
  "added-as-copy": "a job of this origin is already here with other content, so the file came in beside it.",
} as const;

function Empty({ onStart, onDemo }: { onStart: () => void; onDemo: () => void }) {
  return (
    <Box py="16" textAlign="center">
      <Text fontSize="26px" fontWeight="650">
        No car in the bay
      </Text>
      <Text color="soft" fontSize="17px" mt="1">
        Start a job with the label under the bonnet in sight, or look around in a made-up workshop.
      </Text>
      <Flex justify="center" gap="3" mt="5">
        <BenchButton kind="act" onClick={onStart}>
          New job
        </BenchButton>
        <BenchButton kind="quiet" onClick={onDemo}>
          Load the demo workshop
        </BenchButton>
      </Flex>
    </Box>
  );
}

/** On a server started as a demo, an empty browser opens on the demo workshop. */
function useDemo(jobs: Job[] | undefined): void {
  const asked = useRef(false);
  useEffect(() => {
    if (asked.current || jobs === undefined) return;
    asked.current = true;
    if (jobs.length > 0) return;
    fetch("/api/demo")
      .then((response) => response.json())
      .then((answer: { demo: boolean }) => (answer.demo ? addMissingJobs(demoJobs(new Date())) : undefined))
      .catch(() => undefined);
  }, [jobs]);
}
