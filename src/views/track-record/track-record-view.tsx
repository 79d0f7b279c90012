"use client";

import { Center, Flex, Grid, Spinner, Stack } from "@chakra-ui/react";
import { format } from "date-fns";
import { useState } from "react";
import { learnedFile } from "@/core/learning/learned-file";
import { saveTextFile } from "@/services/save-file";
import { keepChoices, useChoices } from "@/session/choices";
import { fileMark } from "@/session/records/workshop";
import { type LearnedHere, useOwnName, useTrackRecord } from "@/session/track-record";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/fields/choice";
import { MoreMenu } from "@/ui/more-menu";
import { Notice } from "@/ui/notice";
import { Empty } from "@/ui/states/empty";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { commonText } from "@/words/screens/common";
import { trackRecordText } from "@/words/screens/track-record";
import { learnedFileName } from "@/words/track-record";
import { CalibrationCard, CauseCard, ConfusionCard, Headline } from "./judged-cards";
import { GroupsCard, OtherShopsCard, PriorCard } from "./prior-card";
import { ThermometersCard } from "./thermometers-card";

/** Diagnoses of this workshop against their outcomes, and what it learned from them. */
export function TrackRecordView() {
  const ownName = useOwnName();
  const [own, setOwn] = useState(false);
  const stored = useTrackRecord(own ? ownName : null);
  const learned = stored.state === "ready" ? stored.value : null;
  return (
    <AppFrame
      current="track-record"
      header={
        <>
          <Text as="h1" kind="value">
            {commonText.trackRecord}
          </Text>
          <Flex ml="auto" gap="2" wrap="wrap" align="center">
            <BenchButton kind="quiet" disabled={learned === null} onClick={() => learned && save(learned)}>
              {trackRecordText.export}
            </BenchButton>
            <ResetMenu />
          </Flex>
        </>
      }
    >
      <Stack as="main" p="4" gap="3.5">
        <ResetNotice />
        {ownName !== null && (
          <Choice
            label={trackRecordText.whose}
            options={[
              { value: "all", label: trackRecordText.all },
              { value: "own", label: trackRecordText.own(ownName) },
            ]}
            value={own ? "own" : "all"}
            onChange={(value) => setOwn(value === "own")}
          />
        )}
        {stored.state === "failed" || stored.state === "silent" ? (
          <StoreFailure reason={stored.state === "failed" ? stored.reason : null} onAgain={stored.again} />
        ) : learned === null ? (
          <Center h="40vh" gap="3">
            <Spinner /> <Text>{trackRecordText.computing}</Text>
          </Center>
        ) : (
          <Learned learned={learned} />
        )}
      </Stack>
    </AppFrame>
  );
}

function Learned({ learned }: { learned: LearnedHere }) {
  const { record, counts, thermometers, otherShops, revoked } = learned;
  return (
    <>
      {record.judged.jobs === 0 ? (
        <Empty title={trackRecordText.noneTitle}>{trackRecordText.none}</Empty>
      ) : (
        <>
          <Headline record={record} />
          <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 1fr) minmax(0, 1fr)" }} gap="3.5">
            <CalibrationCard record={record} />
            <CauseCard record={record} />
          </Grid>
        </>
      )}
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 1fr) minmax(0, 1fr)" }}
        gap="3.5"
        alignItems="start"
      >
        <PriorCard counts={counts} />
        <Stack gap="3.5" minW="0">
          <ThermometersCard thermometers={thermometers} />
          <GroupsCard counts={counts} />
          <OtherShopsCard otherShops={otherShops} revoked={revoked} />
        </Stack>
      </Grid>
      {record.judged.jobs > 0 && <ConfusionCard record={record} />}
    </>
  );
}

function save({ counts, record, thermometers }: LearnedHere): void {
  const file = learnedFile(counts, record, thermometers, new Date().toISOString());
  saveTextFile(learnedFileName(fileMark), `${JSON.stringify(file, null, 2)}\n`, "application/json");
}

const setSince = (since: string | null) => keepChoices(({ learning }) => ({ learning: { ...learning, since } }));

function ResetMenu() {
  return (
    <MoreMenu
      label={trackRecordText.more}
      items={[{ name: trackRecordText.reset, run: () => setSince(new Date().toISOString()) }]}
    />
  );
}

/** A reset leaves every job as it is, and can be taken back at any time. */
function ResetNotice() {
  const { since } = useChoices().learning;
  if (since === null) return null;
  return (
    <Notice
      tone="wait"
      title={trackRecordText.resetSince(format(new Date(since), "d MMM yyyy"))}
      aside={<BenchButton onClick={() => setSince(null)}>{trackRecordText.undoReset}</BenchButton>}
    />
  );
}
