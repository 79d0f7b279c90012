"use client";

import { Box, Flex, Grid, Stack, Table } from "@chakra-ui/react";
import { type Cause, causes } from "@/core/causes/catalogue";
import type { TrackRecord } from "@/core/learning/track-record";
import { Calibration } from "@/pictures/calibration";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { causeName } from "@/words/causes";
import { trackRecordText } from "@/words/screens/track-record";
import {
  closerNote,
  closerWords,
  expectedShare,
  rightShare,
  saidShare,
  savedNote,
  savedWords,
} from "@/words/track-record";
import { PlainTable } from "./plain-table";

interface OfRecord {
  record: TrackRecord;
}

/** Three numbers: how often it was right, and what the tests were worth. */
export function Headline({ record: { judged, signed, saved } }: OfRecord) {
  const figures = useFigures();
  return (
    <Grid templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(3, minmax(0, 1fr))" }} gap="3.5">
      <Figure
        title={trackRecordText.rightFirst}
        value={rightShare(judged)}
        note={`${trackRecordText.expected}: ${expectedShare(judged)}. ${trackRecordText.ofJobs(judged.jobs, signed)}.`}
      />
      <Figure title={trackRecordText.saved} value={savedWords(saved)} note={savedNote(saved)} />
      <Figure title={trackRecordText.closer} value={closerWords(saved, figures)} note={closerNote(saved)} />
    </Grid>
  );
}

function Figure({ title, value, note }: { title: string; value: string; note: string }) {
  return (
    <Card title={title}>
      <Text fontSize="3xl" fontWeight="semibold" lineHeight="1.2">
        {value}
      </Text>
      <Text kind="note">{note}</Text>
    </Card>
  );
}

export function CalibrationCard({ record: { calibration, byData } }: OfRecord) {
  return (
    <Card title={trackRecordText.calibration}>
      <Text kind="note" mb="2">
        {trackRecordText.calibrationNote}
      </Text>
      <Calibration bands={calibration} />
      <Box mt="4">
        <Text kind="label">{trackRecordText.byData}</Text>
        <PlainTable
          head={[
            trackRecordText.values,
            trackRecordText.jobs,
            trackRecordText.said,
            trackRecordText.right,
            trackRecordText.expected,
          ]}
          secondary={[2, 4]}
          rows={byData.map((one) => ({
            key: one.data,
            cells: [one.data, one.jobs, saidShare(one), rightShare(one), expectedShare(one)],
          }))}
        />
      </Box>
    </Card>
  );
}

export function CauseCard({ record: { byCause } }: OfRecord) {
  return (
    <Card title={trackRecordText.byCause}>
      <PlainTable
        head={[
          trackRecordText.cause,
          trackRecordText.found,
          trackRecordText.leading,
          trackRecordText.right,
          trackRecordText.expected,
        ]}
        secondary={[2, 4]}
        rows={byCause.map((one) => ({
          key: one.cause,
          cells: [causeName(one.cause), one.found, one.jobs, rightShare(one), expectedShare(one)],
        }))}
      />
    </Card>
  );
}

/** Stated first against found: a grid where there is room, else a list of the pairs, the most frequent first. */
export function ConfusionCard({ record: { confusions } }: OfRecord) {
  return (
    <Card title={trackRecordText.confusion}>
      <Box display={{ base: "none", xl: "block" }}>
        <ConfusionGrid confusions={confusions} />
      </Box>
      <Box display={{ base: "block", xl: "none" }}>
        <PlainTable
          head={[trackRecordText.leading, trackRecordText.jobs, trackRecordText.found]}
          rows={confusions.map(({ said, found, jobs }) => ({
            key: `${said} ${found}`,
            cells: [causeName(said), jobs, causeName(found)],
          }))}
        />
      </Box>
    </Card>
  );
}

function ConfusionGrid({ confusions }: Pick<TrackRecord, "confusions">) {
  const used = causes.filter((cause) => confusions.some(({ said, found }) => said === cause || found === cause));
  const at = (said: Cause, found: Cause) =>
    confusions.find((one) => one.said === said && one.found === found)?.jobs ?? 0;
  return (
    <Stack gap="2">
      <Text kind="note">{trackRecordText.confusionNote}</Text>
      <Table.Root size="sm" css={{ "& td, & th": { bg: "sheet", borderColor: "line", px: "1", fontSize: "sm" } }}>
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader color="soft" verticalAlign="bottom">
              {trackRecordText.leading}
            </Table.ColumnHeader>
            {used.map((cause) => (
              <Table.ColumnHeader
                key={cause}
                color="soft"
                verticalAlign="bottom"
                textAlign="center"
                whiteSpace="normal"
              >
                {causeName(cause)}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {used.map((said) => (
            <Table.Row key={said}>
              <Table.ColumnHeader color="soft" minW="170px" whiteSpace="normal">
                {causeName(said)}
              </Table.ColumnHeader>
              {used.map((found) => (
                <ConfusionCell key={found} jobs={at(said, found)} right={said === found} />
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Stack>
  );
}

function ConfusionCell({ jobs, right }: { jobs: number; right: boolean }) {
  return (
    <Table.Cell textAlign="center" css={{ "&&": jobs > 0 ? { bg: right ? "band" : "picked" } : {} }}>
      <Flex justify="center" fontWeight="semibold">
        {jobs === 0 ? "" : jobs}
      </Flex>
    </Table.Cell>
  );
}
