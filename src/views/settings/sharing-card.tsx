"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { reasonOf } from "@/core/result";
import { canPickFolders, isDialogClosed, pickFolder } from "@/services/pick-folder";
import { saveBlob } from "@/services/save-file";
import {
  allowSharedFolder,
  howShared,
  joinFolder,
  leaveFolder,
  noteUpdatesSaved,
  renameDevice,
  updatesSavedSince,
} from "@/session/records/sharing";
import { shareNow, updatesSince, useUpdatesFile } from "@/session/sharing";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FileButton } from "@/ui/fields/file-button";
import { TextField } from "@/ui/fields/text-field";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { useIsDemo } from "@/views/workshop/workshop-strip";
import { folderTrouble, sharingText } from "@/words/screens/sharing";

type Sharing = NonNullable<Awaited<ReturnType<typeof howShared>>>;
/** An act of the card, with what is said once it is done. */
type Doing = (act: () => Promise<string | null>) => () => void;

/** In front of the number that tells the devices of a shop apart. */
const kindHere = () => (navigator.maxTouchPoints > 0 ? "Tablet" : "Computer");

async function choose(): Promise<null> {
  await joinFolder(await pickFolder("evrid-shared"), kindHere());
  return null;
}

/** Several devices on one folder: which, how it stands, and the ways in and out. */
export function SharingCard() {
  const demo = useIsDemo();
  const shared = useStored(howShared);
  const [said, setSaid] = useState<{ alarm: boolean; text: string } | null>(null);
  const doing: Doing = (act) => () =>
    void act().then(
      (text) => {
        setSaid(text === null ? null : { alarm: false, text });
        shared.again();
      },
      (error: unknown) => {
        if (!isDialogClosed(error)) setSaid({ alarm: true, text: sharingText.failed(reasonOf(error)) });
      },
    );
  if (demo) return null;
  return (
    <Card title={sharingText.title}>
      {shared.state === "failed" || shared.state === "silent" ? (
        <StoreFailure reason={shared.state === "failed" ? shared.reason : null} onAgain={shared.again} />
      ) : shared.state === "loading" ? null : shared.value === null ? (
        <NotYet doing={doing} />
      ) : (
        <Joined sharing={shared.value} doing={doing} />
      )}
      {said !== null && (
        <Text mt="2" kind={said.alarm ? "alarm" : "strong"} role={said.alarm ? "alert" : "status"}>
          {said.text}
        </Text>
      )}
    </Card>
  );
}

function NotYet({ doing }: { doing: Doing }) {
  const byFiles = doing(async () => {
    await joinFolder(null, kindHere());
    return null;
  });
  return (
    <>
      <Text fontSize="md" maxW="720px">
        {sharingText.purpose}
      </Text>
      {!canPickFolders() && <Text kind="soft">{sharingText.cannotOpenFolders}</Text>}
      <Flex gap="2" mt="3" wrap="wrap">
        {canPickFolders() && (
          <BenchButton kind="act" onClick={doing(choose)}>
            {sharingText.chooseFolder}
          </BenchButton>
        )}
        <BenchButton kind={canPickFolders() ? "quiet" : "act"} onClick={byFiles}>
          {sharingText.shareByFiles}
        </BenchButton>
      </Flex>
    </>
  );
}

function Joined({ sharing, doing }: { sharing: Sharing; doing: Doing }) {
  const { folder, allowed, status } = sharing;
  const trouble = folderTrouble(sharing);
  const allow = doing(async () => {
    if (await allowSharedFolder()) await shareNow();
    return null;
  });
  const now = doing(async () => {
    await shareNow();
    return null;
  });
  return (
    <>
      <Standing sharing={sharing} />
      {trouble !== null && (
        <Text kind="alarm" role="alert" mt="2">
          {trouble}
        </Text>
      )}
      {status.damaged.length > 0 && <Text kind="alarm">{sharingText.damaged(status.damaged)}</Text>}
      <Flex gap="2" mt="3" wrap="wrap">
        {folder !== null && !allowed && (
          <BenchButton kind="act" onClick={allow}>
            {sharingText.allowAgain}
          </BenchButton>
        )}
        {folder !== null && allowed && (
          <BenchButton kind="quiet" onClick={now}>
            {sharingText.readNow}
          </BenchButton>
        )}
        {canPickFolders() && (
          <BenchButton kind="quiet" onClick={doing(choose)}>
            {folder === null ? sharingText.chooseFolder : sharingText.changeFolder}
          </BenchButton>
        )}
        <LeaveButton doing={doing} />
      </Flex>
      <ByFiles device={sharing.device.name} doing={doing} />
    </>
  );
}

function Standing({ sharing: { device, folder, status, pending } }: { sharing: Sharing }) {
  const { progress, others, lastRead, lastWrite } = status;
  return (
    <Flex gap="6" rowGap="3" wrap="wrap">
      <Box w="220px">
        <TextField
          label={sharingText.deviceName}
          value={device.name}
          onChange={(name) => void renameDevice(name.slice(0, 60)).catch(() => undefined)}
        />
      </Box>
      <Stack gap="0.5" flex="1 1 240px" role="status">
        <Text kind="strong">{folder === null ? sharingText.byFiles : sharingText.inFolder(folder)}</Text>
        {folder !== null && (
          <>
            <Text fontVariantNumeric="tabular-nums">{sharingText.read(lastRead)}</Text>
            <Text fontVariantNumeric="tabular-nums">{sharingText.wrote(lastWrite)}</Text>
            <Text>{sharingText.pending(pending)}</Text>
          </>
        )}
        {progress !== null && (
          <Text kind="strong" fontVariantNumeric="tabular-nums">
            {sharingText.progress(progress.what, progress.done, progress.all)}
          </Text>
        )}
      </Stack>
      {folder !== null && (
        <Stack gap="0.5" flex="1 1 240px">
          <Text kind="strong">{sharingText.otherDevices}</Text>
          {others.length === 0 && <Text kind="soft">{sharingText.noOtherDevice}</Text>}
          {others.map(({ device: id, name, technician, at }) => (
            <Text key={id} fontVariantNumeric="tabular-nums">
              {sharingText.other(name, technician, at)}
            </Text>
          ))}
        </Stack>
      )}
    </Flex>
  );
}

/** Leaving is asked about by the button itself. */
function LeaveButton({ doing }: { doing: Doing }) {
  const [sure, setSure] = useState(false);
  const leave = doing(async () => {
    await leaveFolder();
    return sharingText.left;
  });
  return (
    <>
      <BenchButton kind="quiet" onClick={sure ? leave : () => setSure(true)} onBlur={() => setSure(false)}>
        {sure ? sharingText.leaveAgain : sharingText.leave}
      </BenchButton>
      {sure && (
        <Text kind="soft" alignSelf="center">
          {sharingText.leaving}
        </Text>
      )}
    </>
  );
}

/** The same updates as files, for devices that cannot open the folder. */
function ByFiles({ device, doing }: { device: string; doing: Doing }) {
  const { share, read } = useUpdatesFile();
  const save = (all: boolean) =>
    doing(async () => {
      const asOf = new Date().toISOString();
      const blob = await updatesSince(all ? null : await updatesSavedSince());
      const name = device.toLowerCase().replace(/[^a-z0-9]+/g, "-");
      saveBlob(`evrid-${name}-${asOf.slice(0, 16).replace(/[:T]/g, "-")}.evrid-updates`, blob);
      await noteUpdatesSaved(asOf);
      return sharingText.saved;
    });
  return (
    <Flex gap="2" mt="3" pt="3" wrap="wrap" align="center" borderTopWidth="1px" borderColor="line">
      <Text kind="strong">{sharingText.exchange}</Text>
      <BenchButton kind="quiet" onClick={save(false)}>
        {sharingText.saveUpdates}
      </BenchButton>
      <BenchButton kind="quiet" onClick={save(true)}>
        {sharingText.saveAll}
      </BenchButton>
      <FileButton
        label={sharingText.updatesFile}
        accept=".evrid-updates,application/octet-stream"
        onFile={(file) => doing(async () => sharingText.updated(await read(file)))()}
      >
        {sharingText.readUpdates}
      </FileButton>
      {share !== null && (
        <Text role="status" fontVariantNumeric="tabular-nums">
          {sharingText.progress("reading", share, 1)}
        </Text>
      )}
    </Flex>
  );
}
