"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import { hasReadings, settingValues } from "@/core/records/derived/job-readings";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import type { VehicleHistory } from "@/core/records/vehicles/vehicle-history";
import type { Visit } from "@/core/records/vehicles/visit";
import { entryValue } from "@/core/units/entry";
import { useLeading } from "@/session/leading";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { PracticeTag } from "@/views/workshop/practice-tag";
import { repairPartLabels } from "@/words/job";
import { practiceWords } from "@/words/practice";
import { visitListText } from "@/words/screens/vehicles";
import { dayOf } from "@/words/vehicles";

interface VisitListProps {
  history: VehicleHistory;
  /** Practice jobs under its name. */
  practice: readonly Visit[];
  jobs: readonly Job[];
  loading: boolean;
  /** Sound readings of this very car that narrow the bands of its next test. */
  sound: number;
}

const SHOWN = 6;

/** Every visit, the newest first: readings then and now, grams, parts, what was found. */
export function VisitList({ history, practice, jobs, loading, sound }: VisitListProps) {
  const [all, setAll] = useState(false);
  const byId = new Map(jobs.map((job) => [job.id, job]));
  const shown = all ? history : history.slice(0, SHOWN);
  return (
    <>
      <Readings jobs={jobs} sound={sound} />
      {history.length > 0 && (
        <Card title={history.length === 1 ? visitListText.oneVisit : visitListText.visits(history.length)}>
          <Stack gap="0">
            {shown.map((visit) => (
              <VisitRow key={visit.jobId} visit={visit} job={byId.get(visit.jobId) ?? null} loading={loading} />
            ))}
          </Stack>
          {!all && history.length > SHOWN && (
            <BenchButton kind="quiet" mt="2" onClick={() => setAll(true)}>
              {visitListText.showAll(history.length)}
            </BenchButton>
          )}
        </Card>
      )}
      {practice.length > 0 && (
        <Card title={practiceWords.visits}>
          <Stack gap="0">
            {practice.slice(0, SHOWN).map((visit) => (
              <Flex
                key={visit.jobId}
                gap="4"
                py="2.5"
                borderTopWidth="1px"
                borderColor="line"
                align="center"
                wrap="wrap"
              >
                <PracticeTag purpose={visit.purpose} />
                <Text flex="1 1 200px">{dayOf(visit.at)}</Text>
                <BenchButton asChild kind="quiet">
                  <Link href={`/job/${encodeURIComponent(visit.jobId)}/sign-off`}>{visitListText.openJob}</Link>
                </BenchButton>
              </Flex>
            ))}
          </Stack>
        </Card>
      )}
    </>
  );
}

function VisitRow({ visit, job, loading }: { visit: Visit; job: Job | null; loading: boolean }) {
  const figures = useFigures();
  const parts = job?.repair.parts.map(({ part }) => repairPartLabels[part].toLowerCase()) ?? [];
  const grams = [
    visit.foundG === null ? null : visitListText.arrivedWith(figures.quantity(visit.foundG, "g")),
    visit.leftWithG === null ? null : visitListText.leftWith(figures.quantity(visit.leftWithG, "g")),
  ].filter((text) => text !== null);
  return (
    <Flex gap="4" py="2.5" borderTopWidth="1px" borderColor="line" wrap="wrap">
      <Box flex="0 0 116px">
        <Text kind="strong">{dayOf(visit.at)}</Text>
        <Text typed kind="note">
          {visit.technician || (visit.signedAt === null ? visitListText.notSigned : "")}
        </Text>
      </Box>
      <Box flex="1 1 300px" minW="0">
        <Text typed>{visit.complaint || visitListText.noComplaintRecorded}</Text>
        {job !== null ? (
          <Found job={job} />
        ) : (
          <Text kind="soft">{loading ? "Opening" : visitListText.thisRecordIsUnreadableSee}</Text>
        )}
        {job !== null && job.signOff.remark.trim() !== "" && (
          <Text typed kind="soft">
            {job.signOff.remark.trim()}
          </Text>
        )}
        {(grams.length > 0 || parts.length > 0) && (
          <Text fontWeight="semibold" mt="0.5">
            {[grams.join(", "), parts.length > 0 ? visitListText.replacedOrOpened(parts.join(", ")) : ""]
              .filter(Boolean)
              .join("; ")}
          </Text>
        )}
      </Box>
      <BenchButton asChild kind="quiet" alignSelf="center">
        <Link href={`/job/${encodeURIComponent(visit.jobId)}/sign-off`}>{visitListText.openJob}</Link>
      </BenchButton>
    </Flex>
  );
}

/** Diagnosis of a visit, once computed. */
function Found({ job }: { job: Job }) {
  const leading = useLeading(job);
  if (leading !== null) return <Text>{leading}</Text>;
  return (
    <Text kind="soft">
      {job.baseline.settings.some(hasReadings) ? visitListText.computingTheDiagnosis : visitListText.noReadings}
    </Text>
  );
}

/** Every test with readings at idle, oldest first. */
const testsOf = (jobs: readonly Job[]) =>
  [...jobs].reverse().flatMap((job) =>
    (["baseline", "proof"] as const)
      .filter((which) => hasReadings(job[which].settings[0]))
      .map((which) => ({
        key: `${job.id} ${which}`,
        day: dayOf(job.createdAt),
        which: which === "baseline" ? visitListText.beforeRepair : visitListText.afterRepair,
        ambient: entryValue(fields.ambient, job[which].ambient),
        ...settingValues(job[which].settings[0]),
      })),
  );

/** Low, high and vent of every test, oldest first, so that a year's drift can be read down a column. */
function Readings({ jobs, sound }: { jobs: readonly Job[]; sound: number }) {
  const figures = useFigures();
  const tests = testsOf(jobs);
  if (tests.length === 0) return null;
  const shown = tests.slice(-8);
  return (
    <Card title={visitListText.atIdleByVisit}>
      <Box overflowX={{ sm: "auto" }}>
        <Grid as="table" display="table" w="100%" fontSize={{ base: "sm", sm: "md" }}>
          <thead>
            <tr>
              {[
                visitListText.test,
                visitListText.when,
                visitListText.ambient(figures.label("degC")),
                visitListText.low(figures.label("kPa")),
                visitListText.high(figures.label("kPa")),
                visitListText.vent(figures.label("degC")),
              ].map((head, i) => (
                <Box
                  as="th"
                  key={head || "which"}
                  textAlign={i < 2 ? "left" : "right"}
                  pb="1"
                  fontWeight="semibold"
                  color="soft"
                  fontSize="sm"
                >
                  <Text as="span">{head}</Text>
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map(({ key, day, which, ambient, low, high, vent }) => (
              <tr key={key}>
                <Box as="td" borderTopWidth="1px" borderColor="line" py="1.5">
                  {day}
                </Box>
                <Box as="td" borderTopWidth="1px" borderColor="line" color="soft">
                  <Text as="span">{which}</Text>
                </Box>
                {(
                  [
                    ["air", ambient, "degC"],
                    ["low", low, "kPa"],
                    ["high", high, "kPa"],
                    ["vent", vent, "degC"],
                  ] as const
                ).map(([name, value, unit]) => (
                  <Box
                    as="td"
                    key={name}
                    borderTopWidth="1px"
                    borderColor="line"
                    textAlign="right"
                    fontWeight="semibold"
                  >
                    {value === null ? "–" : figures.number(value, unit)}
                  </Box>
                ))}
              </tr>
            ))}
          </tbody>
        </Grid>
      </Box>
      <Text kind="note" mt="1.5">
        {sound > 0
          ? visitListText.ofThisVehicleNarrowIts(
              sound === 1 ? visitListText.oneEarlierReading : visitListText.earlierReadings(sound),
            )
          : visitListText.onceThisVehicleIsVerified}
      </Text>
    </Card>
  );
}
