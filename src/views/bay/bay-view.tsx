"use client";

import { Box, Center, Flex, Spinner, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { Job } from "@/core/records/job";
import { plainVin } from "@/core/records/vehicles/vin";
import { reasonOf } from "@/core/result";
import type { Holder } from "@/core/sync/holder";
import { fillDemoWorkshop, useDemoFilling } from "@/session/fill-demo";
import {
  clearRemoved,
  createJob,
  duplicateJob,
  editJob,
  listJobs,
  listRemoved,
  type MostJobs,
  removeJob,
  restoreJob,
} from "@/session/records/jobs";
import { storageState } from "@/session/records/keeping";
import { type Holders, holdersOfJobs } from "@/session/records/sharing";
import { openWorkshop } from "@/session/records/workshop";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/fields/choice";
import { FileButton } from "@/ui/fields/file-button";
import { TextField } from "@/ui/fields/text-field";
import { Notice } from "@/ui/notice";
import { useRunOnce } from "@/ui/run-once";
import { useShortcuts } from "@/ui/shortcuts";
import { SetAside } from "@/ui/states/set-aside";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { stepPath } from "@/views/job/frame/steps";
import { SharingNotices } from "@/views/sharing/sharing-notices";
import { ImportDesk, useFileImport } from "@/views/workshop/import-files";
import { useIsDemo } from "@/views/workshop/workshop-strip";
import { jobFileSentence } from "@/words/issues";
import { bayViewText } from "@/words/screens/bay";
import { commonText } from "@/words/screens/common";
import { CopyReminder } from "./copy-reminder";
import { JobCard } from "./job-card";
import { RemovedJobs } from "./removed-jobs";

const kinds = [
  { value: "all", label: bayViewText.all },
  { value: "open", label: bayViewText.open },
  { value: "signed", label: bayViewText.signedOff },
] as const;

/** Search words of a job. */
const searched = ({ intake, signOff }: Job) =>
  `${intake.vehicle} ${intake.model} ${intake.plate} ${intake.plate.replace(/\W/g, "")} ${plainVin(intake.vin)} ${intake.complaint} ${signOff.technician} ${intake.refrigerant ?? ""}`.toLowerCase();

const removedNow = () => listRemoved();

/** More than these stand under Vehicles. */
const ON_THE_BAY: MostJobs = { open: 200, signed: 20, archived: 0 };
const WITH_ARCHIVED: MostJobs = { ...ON_THE_BAY, archived: 40 };
const onTheBay = () => listJobs(ON_THE_BAY);
const withTheArchived = () => listJobs(WITH_ARCHIVED);

/** Jobs in progress, and the ways to get one: start it, or read its file. */
export function BayView() {
  const [withArchived, setWithArchived] = useState(false);
  const stored = useStored(withArchived ? withTheArchived : onTheBay);
  const gone = useStored(removedNow);
  const files = useFileImport();
  const filling = useDemoFilling();
  useEffect(() => void clearRemoved().catch(() => undefined), []);
  const acts = useBayActs(files);
  useShortcuts([{ key: "n", does: commonText.newJob, run: acts.start }]);
  const { jobs, unreadable, counts } =
    stored.state === "ready" ? stored.value : { jobs: undefined, unreadable: [], counts: null };
  const archived = counts?.archived ?? 0;
  const elsewhere = Math.max(0, (counts?.signed ?? 0) - ON_THE_BAY.signed);
  const total = counts === null ? null : Object.values(counts).reduce((sum, n) => sum + n, 0);
  return (
    <AppFrame
      current="bay"
      header={<BayHeader acts={acts} />}
      commands={[{ key: "n", does: commonText.newJob, run: acts.start }]}
    >
      <Stack as="main" p="4" gap="3">
        <ImportDesk files={files} />
        <StorageNotice />
        <CopyReminder />
        <SharingNotices />
        {unreadable.map((record) => (
          <SetAside key={record.id} {...record} onRemove={() => acts.remove(record.id)}>
            {jobFileSentence(bayViewText.storedRecord, record.issue)}
          </SetAside>
        ))}
        {stored.state === "failed" || stored.state === "silent" ? (
          <StoreFailure reason={stored.state === "failed" ? stored.reason : null} onAgain={stored.again} />
        ) : jobs === undefined || filling ? (
          <Center h="40vh" gap="3">
            <Spinner /> <Text>{bayViewText.openingTheBay}</Text>
          </Center>
        ) : total === 0 ? (
          <Empty acts={acts} />
        ) : (
          <JobList jobs={jobs} withArchived={withArchived} acts={acts} />
        )}
        {(elsewhere > 0 || archived > WITH_ARCHIVED.archived) && (
          <Text kind="soft">{bayViewText.olderJobsAreListedUnder}</Text>
        )}
        <RemovedJobs removed={gone.state === "ready" ? gone.value : []} onRestore={acts.restore} />
        {archived > 0 && (
          <Flex>
            <BenchButton kind="quiet" aria-pressed={withArchived} onClick={() => setWithArchived(!withArchived)}>
              {withArchived
                ? bayViewText.hideArchived
                : bayViewText.showArchived(Math.min(archived, WITH_ARCHIVED.archived))}
            </BenchButton>
          </Flex>
        )}
      </Stack>
    </AppFrame>
  );
}

/** The acts of the Bay; a refused one is said above the jobs. */
function useBayActs(files: ReturnType<typeof useFileImport>) {
  const router = useRouter();
  const demo = useIsDemo();
  const failed = (error: unknown) => files.say({ tone: "act", title: commonText.notSaved, text: reasonOf(error) });
  const toIntake = (job: Job) => router.push(stepPath(job.id, "intake"));
  return {
    start: useRunOnce(() => createJob().then(toIntake, failed), { leaves: true }),
    again: useRunOnce((job: Job) => duplicateJob(job).then(toIntake, failed), { leaves: true }),
    remove: (id: string) => removeJob(id).catch(failed),
    restore: (id: string) => restoreJob(id).catch(failed),
    archive: (job: Job) =>
      editJob(job.id, (stored) => ({
        ...stored,
        archivedAt: stored.archivedAt === null ? new Date().toISOString() : null,
      })).catch(failed),
    openFile: (file: File) => files.open(file).catch(failed),
    toDemo: () => (demo ? fillDemoWorkshop().catch(failed) : openWorkshop("demo")),
  };
}

type BayActs = ReturnType<typeof useBayActs>;

function BayHeader({ acts }: { acts: BayActs }) {
  return (
    <>
      <Text as="h1" kind="value">
        {commonText.bay}
      </Text>
      <Flex ml="auto" gap="2" wrap="wrap">
        <FileButton
          label={bayViewText.jobFile}
          accept="application/json,.json,application/zip,.zip"
          onFile={acts.openFile}
        >
          {bayViewText.openJobFile}
        </FileButton>
        <BenchButton kind="act" shortcut="N" onClick={acts.start}>
          {commonText.newJob}
        </BenchButton>
      </Flex>
    </>
  );
}

function StorageNotice() {
  const keeping = useStored(storageState);
  if (keeping.state !== "ready" || !keeping.value.littleRoom) return null;
  return (
    <Notice tone="act" title={bayViewText.littleStorageLeft}>
      {bayViewText.ofTheStorageIsUsed(Math.round(keeping.value.usedShare! * 100))}
    </Notice>
  );
}

interface JobListProps {
  jobs: readonly Job[];
  withArchived: boolean;
  acts: BayActs;
}

function JobList({ jobs, withArchived, acts }: JobListProps) {
  const [query, setQuery] = useState("");
  const [kind, setKind] = useState<(typeof kinds)[number]["value"]>("all");
  const held = useStored(holdersOfJobs);
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = jobs.filter(
    (job) =>
      (withArchived || job.archivedAt === null) &&
      (kind === "all" || (kind === "signed") === (job.signOff.signedAt !== null)) &&
      words.every((word) => searched(job).includes(word)),
  );
  return (
    <>
      {jobs.length > 1 && (
        <Flex gap="4" align="end" wrap="wrap">
          <Box flex="1 1 260px" maxW="420px">
            <TextField
              label={bayViewText.findAJob}
              value={query}
              placeholder={bayViewText.vehicleComplaintTechnician}
              onChange={setQuery}
            />
          </Box>
          <Choice label={bayViewText.jobsShown} options={kinds} value={kind} onChange={setKind} />
        </Flex>
      )}
      {shown.length === 0 && (
        <Text kind="soft">{jobs.length === 0 ? bayViewText.noOpenJobsSignedJobs : bayViewText.noJobMatches}</Text>
      )}
      {shown.map((job) => (
        <JobCard
          key={job.id}
          job={job}
          held={held.state === "ready" ? heldAt(held.value, job.id) : null}
          onAgain={() => acts.again(job)}
          onArchive={() => acts.archive(job)}
          onRemove={() => acts.remove(job.id)}
        />
      ))}
    </>
  );
}

/** Who works on a job and where; null where nothing is shared or nobody does. */
function heldAt({ device, holders }: Holders, jobId: string): { here: boolean; holder: Holder } | null {
  const holder = holders.find((one) => one.jobId === jobId);
  return holder === undefined ? null : { here: holder.device === device, holder };
}

function Empty({ acts }: { acts: BayActs }) {
  return (
    <Box py="16" textAlign="center" maxW="640px" mx="auto">
      <Text fontSize="2xl" fontWeight="semibold" lineHeight="1.25">
        {bayViewText.whatEvridIs}
      </Text>
      <Text kind="strong" mt="5">
        {bayViewText.noOpenJobs}
      </Text>
      <Text color="soft" fontSize="md" mt="1">
        {bayViewText.startAJobAtThe}
      </Text>
      <Flex justify="center" gap="3" mt="5" wrap="wrap">
        <BenchButton kind="act" onClick={acts.start}>
          {bayViewText.startAJob}
        </BenchButton>
        <BenchButton kind="quiet" onClick={acts.toDemo}>
          {bayViewText.exploreDemo}
        </BenchButton>
        <BenchButton asChild kind="quiet">
          <Link href="/drill">{bayViewText.practise}</Link>
        </BenchButton>
        <FileButton
          label={bayViewText.shopCopy}
          accept="application/json,.json,application/zip,.zip"
          onFile={acts.openFile}
        >
          {bayViewText.restoreCopy}
        </FileButton>
      </Flex>
    </Box>
  );
}
