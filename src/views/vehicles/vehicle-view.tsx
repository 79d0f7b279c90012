"use client";

import { Box, Center, Flex, Grid, Spinner, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useRouter, useSearchParams } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import { soundReadingsOf } from "@/core/records/vehicles/sound-tests";
import { forecastOf } from "@/core/records/vehicles/vehicle-history";
import { fromVisit, lastVisit } from "@/core/records/vehicles/visits";
import { flattened, reasonOf } from "@/core/result";
import { ChargeYears } from "@/pictures/charts/charge-years";
import { saveBlob } from "@/services/save-file";
import { useArchive } from "@/session/archive";
import { createJobFrom, jobsOf } from "@/session/records/jobs";
import { loadVehicle, perhapsTheSame, similarVehicles, type VehicleFile } from "@/session/records/vehicles";
import { fileMark } from "@/session/records/workshop";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Qr } from "@/ui/qr";
import { useRunOnce } from "@/ui/run-once";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { circuitWords, refrigerantLabels } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { vehicleViewText } from "@/words/screens/vehicles";
import { notSavedSentence } from "@/words/shop";
import { dayOf, dueOf, heldWords, passingWords, rateBasis, rateWords, watchWords } from "@/words/vehicles";
import { vehiclePath } from "./paths";
import { vehicleQr } from "./qr-text";
import { recheckOf, saveCalendar } from "./recheck";
import { VehiclePhotos } from "./vehicle-photos";
import { VehicleRecord } from "./vehicle-record";
import { VisitList } from "./visit-list";

/** One vehicle: what becomes of its charge, what it did at every visit, and what is written about it. */
export function VehicleView() {
  const id = useSearchParams().get("id") ?? "";
  const query = useCallback(() => loadVehicle(id), [id]);
  const stored = useStored(query);
  const vehicle = stored.state === "ready" ? stored.value : null;
  return (
    <AppFrame
      current="vehicles"
      about="vehicle-record"
      page={vehicle?.row.name || commonText.vehicle}
      header={
        <>
          <Text typed as="h1" kind="value" truncate>
            {vehicle?.row.name || "Vehicle"}
          </Text>
          {vehicle !== null && <VehicleActs vehicle={vehicle} />}
        </>
      }
    >
      {stored.state === "failed" || stored.state === "silent" ? (
        <Box p="4">
          <StoreFailure reason={stored.state === "failed" ? stored.reason : null} onAgain={stored.again} />
        </Box>
      ) : stored.state === "loading" ? (
        <Center h="40vh" gap="3">
          <Spinner /> <Text>{vehicleViewText.openingTheRecord}</Text>
        </Center>
      ) : vehicle === null ? (
        <Stack p="4" gap="3" maxW="760px">
          <Notice tone="wait" title={vehicleViewText.vehicleNotFound}>
            {vehicleViewText.itMayBeInAnother}
          </Notice>
          <BenchButton asChild alignSelf="start">
            <Link href="/vehicles">{vehicleViewText.allVehicles}</Link>
          </BenchButton>
        </Stack>
      ) : (
        <OpenVehicle key={vehicle.id} vehicle={vehicle} />
      )}
    </AppFrame>
  );
}

function VehicleActs({ vehicle }: { vehicle: VehicleFile }) {
  const router = useRouter();
  const archive = useArchive();
  const [failure, setFailure] = useState<string | null>(null);
  const fail = (error: unknown) => setFailure(reasonOf(error));
  const [now] = useState(() => Date.now());
  const recheck = recheckOf(vehicle.id, vehicle.row.name, vehicle.history, now);
  const begin = async () => {
    const its = await jobsOf(vehicle.history.slice(0, 6));
    const job = await createJobFrom((blank) => {
      const named = { ...blank, intake: { ...blank.intake, vehicle: vehicle.row.name } };
      const before = lastVisit(named, its);
      return before === null ? named : fromVisit(named, before);
    });
    router.push(`/job/${job.id}/intake`);
  };
  const beginOnce = useRunOnce(() => begin().catch(fail), { leaves: true });
  const save = async () => {
    const made = flattened(await archive.run((api, onProgress) => api.exportVehicle(vehicle.id, onProgress)));
    if (made === null) return;
    if (!made.ok) return setFailure(notSavedSentence(made.issue));
    saveBlob(`evrid-${fileMark}${vehicle.row.name.replace(/[^\p{L}\p{N}]+/gu, "-").slice(0, 60)}.zip`, made.value);
  };
  return (
    <Flex ml="auto" gap="2" flexShrink="0" align="center">
      {failure !== null && (
        <Text kind="alarm" role="alert">
          {failure}
        </Text>
      )}
      {recheck !== null && (
        <BenchButton
          kind="quiet"
          display={{ base: "none", md: "flex" }}
          title={dayOf(recheck.on)}
          onClick={() => saveCalendar([recheck]).catch(fail)}
        >
          {vehicleViewText.addToCalendar}
        </BenchButton>
      )}
      {vehicle.history[0] !== undefined && vehicle.row.labelG !== null && (
        <BenchButton asChild kind="quiet" display={{ base: "none", md: "flex" }}>
          <Link href={`/bench?job=${encodeURIComponent(vehicle.history[0].jobId)}`}>{vehicleViewText.openOnBench}</Link>
        </BenchButton>
      )}
      <BenchButton kind="quiet" onClick={() => save().catch(fail)}>
        {commonText.saveAsFile}
      </BenchButton>
      <BenchButton kind="act" onClick={() => beginOnce()}>
        {commonText.newJob}
      </BenchButton>
    </Flex>
  );
}

function OpenVehicle({ vehicle }: { vehicle: VehicleFile }) {
  const { row, history } = vehicle;
  const jobsQuery = useCallback(() => jobsOf(history), [history]);
  const jobs = useStored(jobsQuery);
  const likeQuery = useCallback(
    async () => ({ same: await perhapsTheSame(row), alike: await similarVehicles(row) }),
    [row],
  );
  const like = useStored(likeQuery);
  const its = jobs.state === "ready" ? jobs.value : [];
  const sound = its.length === 0 ? 0 : soundReadingsOf({ ...its[0]!, id: "" }, its).length;
  return (
    <Grid
      as="main"
      p="4"
      gap="3.5"
      templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 330px" }}
      maxW="1240px"
      alignItems="start"
    >
      <Stack gap="3.5" minW="0">
        <ChargeCard row={row} history={history} />
        <VisitList
          history={history}
          practice={vehicle.practice}
          jobs={its}
          loading={jobs.state === "loading"}
          sound={sound}
        />
      </Stack>
      <Stack gap="3.5" minW="0">
        <VehicleRecord vehicle={vehicle} same={like.state === "ready" ? like.value.same : []} />
        <VehiclePhotos vehicle={vehicle} jobs={its} />
        {like.state === "ready" && like.value.alike.length > 0 && <SimilarVehicles alike={like.value.alike} />}
        <Card title={vehicleViewText.vehicleCode}>
          <Flex gap="3" align="center">
            <Qr text={vehicleQr(vehicle.id)} label={vehicleViewText.codeOfThisVehicle} />
            <Text kind="note">{vehicleViewText.printItAndKeepIt}</Text>
          </Flex>
        </Card>
      </Stack>
    </Grid>
  );
}

/** What becomes of the charge: today, leak rate, and when it passes what matters. */
function ChargeCard({ row, history }: Pick<VehicleFile, "row" | "history">) {
  const figures = useFigures();
  const [now] = useState(() => Date.now());
  const forecast = useMemo(() => forecastOf(history), [history]);
  const facts = [
    row.refrigerant === null ? null : refrigerantLabels[row.refrigerant],
    row.labelG === null ? null : `label ${figures.quantity(row.labelG, "g")}`,
    row.metering === null ? null : circuitWords[row.metering],
    row.compressor === null ? null : circuitWords[row.compressor],
  ].filter((fact) => fact !== null);
  return (
    <Card title={commonText.charge} aside={<Text kind="note">{facts.join(", ")}</Text>}>
      {forecast === null ? (
        <>
          <Text fontSize="3xl" fontWeight="semibold">
            {vehicleViewText.chargeUnknown}
          </Text>
          <Text kind="soft">{vehicleViewText.neverChargedByWeightHere}</Text>
        </>
      ) : (
        <>
          <Flex gap="6" wrap="wrap" align="baseline">
            <Figure label={vehicleViewText.estimatedChargeToday} value={heldWords(forecast, now, figures)} />
            <Figure
              label={vehicleViewText.leakRate}
              value={rateWords(forecast.rate, figures)}
              note={rateBasis(forecast.rate)}
            />
            {forecast.passing.map(({ share, when }) => (
              <Figure
                key={share}
                label={vehicleViewText.belowOfTheLabel(Math.round(share * 100))}
                value={passingWords(when, now).likely}
                note={passingWords(when, now).range}
                tone={dueOf(when, now) === "passed" ? "act" : dueOf(when, now) === "soon" ? "wait" : "ink"}
              />
            ))}
          </Flex>
          <Text mt="2" fontSize="md">
            {watchWords(forecast, now, figures)}
          </Text>
        </>
      )}
      {row.labelG !== null && history.length > 0 && (
        <Box mt="3">
          <ChargeYears history={history} forecast={forecast} labelG={row.labelG} now={now} />
        </Box>
      )}
    </Card>
  );
}

function SimilarVehicles({ alike }: { alike: Awaited<ReturnType<typeof similarVehicles>> }) {
  const figures = useFigures();
  return (
    <Card title={vehicleViewText.similarVehicles}>
      <Stack gap="1">
        {alike.map((one) => (
          <Box asChild key={one.id} minH="target" py="1" borderTopWidth="1px" borderColor="line">
            <Link href={vehiclePath(one.id)}>
              <Text typed fontWeight="semibold" truncate>
                {one.name}
              </Text>
              <Text kind="note">{vehicleViewText.lastVisit(figures.quantity(one.labelG, "g"), dayOf(one.lastAt))}</Text>
            </Link>
          </Box>
        ))}
      </Stack>
    </Card>
  );
}

function Figure({ label, value, note, tone = "ink" }: { label: string; value: string; note?: string; tone?: string }) {
  return (
    <Box minW="0">
      <Text kind="small">{label}</Text>
      <Text fontSize="xl" fontWeight="semibold" lineHeight="1.15" color={tone}>
        {value}
      </Text>
      {note && (
        <Text kind="small" maxW="220px">
          {note}
        </Text>
      )}
    </Box>
  );
}
