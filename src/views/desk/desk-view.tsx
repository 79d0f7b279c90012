"use client";

import { Box, Center, Flex, Grid, Spinner, Stack } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import { type CandidateName, candidateNames, candidateSaturationKpa } from "@/core/fluids/identification";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { isRefrigerant, refrigerants } from "@/core/fluids/refrigerants";
import { jobFromDesk } from "@/core/records/derived/job-from-desk";
import { fields } from "@/core/records/fields";
import { emptyQuickDesk, type QuickDesk, systemOf } from "@/core/records/quick-desk";
import { inUnits } from "@/core/records/unit-system";
import { reasonOf } from "@/core/result";
import { entryOf, entryValue } from "@/core/units/entry";
import { systemUnits, type UnitSystem } from "@/core/units/figures";
import { units } from "@/core/units/units";
import { SaturationRuler } from "@/pictures/saturation-ruler";
import { useQuickDesk } from "@/session/quick-desk";
import { createJobFrom } from "@/session/records/jobs";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { Select } from "@/ui/fields/select";
import { ReadIn } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Notice } from "@/ui/notice";
import { useRunOnce } from "@/ui/run-once";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { unitSystemLabels } from "@/words/desk";
import { optionsOf } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { deskViewText } from "@/words/screens/desk";
import { CycleCard } from "./cycle-card";
import { ConvertCard, LineEndCard, RestCard, VesselCard } from "./desk-cards";
import { SideColumn, sideState } from "./side-column";

/** The two that everything is computed for; of the others only the saturation line is known. */
const others = candidateNames.filter((name) => !isRefrigerant(name));

/** Pressure and temperature without a job: what a card on the wall tells, with what it leaves out. */
export function DeskView() {
  const { desk, change, storeError } = useQuickDesk(emptyQuickDesk);
  const router = useRouter();
  const [refused, setRefused] = useState<string | null>(null);
  const take = useRunOnce(
    (from: QuickDesk) =>
      createJobFrom((job) => jobFromDesk(job, from)).then(
        (job) => router.push(`/job/${job.id}/intake`),
        (error: unknown) => setRefused(reasonOf(error)),
      ),
    { leaves: true },
  );
  return (
    <AppFrame
      current="desk"
      header={
        <>
          <Text as="h1" kind="value">
            {commonText.pTDesk}
          </Text>
          <Flex ml="auto" gap="2" wrap="wrap">
            <BenchButton
              kind="quiet"
              disabled={desk === null}
              onClick={() =>
                change((now) => ({ ...inUnits(emptyQuickDesk(), systemUnits[systemOf(now)]), altitude: now.altitude }))
              }
            >
              {deskViewText.clear}
            </BenchButton>
            <BenchButton disabled={desk === null} onClick={() => desk && take(desk)}>
              {deskViewText.createJob}
            </BenchButton>
          </Flex>
        </>
      }
    >
      <Stack as="main" p="4" gap="3.5">
        {refused !== null && (
          <Notice tone="act" title={deskViewText.jobNotCreated}>
            {deskViewText.theBrowserDidNotSave(refused)}
          </Notice>
        )}
        {storeError !== null && (
          <Notice tone="wait" title={deskViewText.valuesNotSaved}>
            {deskViewText.theBrowserRefusesTheValues(storeError)}
          </Notice>
        )}
        {desk === null ? (
          <Center h="40vh" gap="3">
            <Spinner /> <Text>{deskViewText.openingTheDesk}</Text>
          </Center>
        ) : (
          <ReadIn choice={systemUnits[systemOf(desk)]}>
            <Desk desk={desk} change={change} />
          </ReadIn>
        )}
      </Stack>
    </AppFrame>
  );
}

interface DeskProps {
  desk: QuickDesk;
  change: (change: (desk: QuickDesk) => QuickDesk) => void;
}

function Desk({ desk, change }: DeskProps) {
  const accuracy = useAccuracy();
  const altitudeM = entryValue(fields.altitude, desk.altitude) ?? 0;
  const system = systemOf(desk);
  const computed: Refrigerant | null = isRefrigerant(desk.refrigerant) ? desk.refrigerant : null;
  const set = (part: Partial<QuickDesk>) => change((now) => ({ ...now, ...part }));
  const sides = {
    low: sideState(desk, "low", altitudeM, accuracy),
    high: sideState(desk, "high", altitudeM, accuracy),
  };
  const atmosphereKpa = atmosphericPressureKpa(altitudeM);
  const move = (side: "low" | "high", temperatureC: number) =>
    change((now) => {
      const gauge = candidateSaturationKpa(now.refrigerant, temperatureC) - atmosphereKpa;
      const { unit } = now[side].pressure;
      return {
        ...now,
        [side]: { ...now[side], given: "pressure", pressure: entryOf(gauge, unit, units[unit].decimals) },
      };
    });
  return (
    <>
      <Flex gap="6" wrap="wrap" align="end" css={fieldRow}>
        <Box>
          <Choice
            label={commonText.refrigerant}
            options={refrigerants.map((name) => ({ value: name, label: name }))}
            value={computed}
            onChange={(name) => set({ refrigerant: name as CandidateName })}
          />
        </Box>
        <Select
          label={deskViewText.refrigerantToCompare}
          width="auto"
          minW="190px"
          empty={deskViewText.compare}
          value={computed === null ? desk.refrigerant : ""}
          options={others.map((name) => [name, name])}
          onPick={(refrigerant) => set({ refrigerant })}
        />
        <Box w="190px">
          <NumberField spec={fields.altitude} value={desk.altitude} onChange={(altitude) => set({ altitude })} />
        </Box>
        <Box ml="auto" data-offers-units>
          <Choice
            label={deskViewText.units}
            options={optionsOf(unitSystemLabels)}
            value={system}
            onChange={(chosen: UnitSystem) => change((now) => inUnits(now, systemUnits[chosen]))}
          />
        </Box>
      </Flex>
      <Card title={deskViewText.saturationOfDragAMark(desk.refrigerant)}>
        <SaturationRuler
          refrigerant={desk.refrigerant}
          atmosphereKpa={atmosphereKpa}
          low={{
            temperatureC: sides.low.temperature?.value ?? null,
            errorK: sides.low.temperature?.uncertainty ?? null,
          }}
          high={{
            temperatureC: sides.high.temperature?.value ?? null,
            errorK: sides.high.temperature?.uncertainty ?? null,
          }}
          pressureUnit={desk.low.pressure.unit}
          temperatureUnit={desk.low.temperature.unit}
          onMove={move}
        />
      </Card>
      <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "repeat(2, minmax(0, 1fr))" }} gap="3.5">
        <SideColumn side="low" desk={desk} state={sides.low} altitudeM={altitudeM} change={change} />
        <SideColumn side="high" desk={desk} state={sides.high} altitudeM={altitudeM} change={change} />
      </Grid>
      {computed === null ? (
        <Notice title={deskViewText.onlySaturationIsKnownFor(desk.refrigerant)}>{deskViewText.itCanBeToldApart}</Notice>
      ) : (
        <Grid
          templateColumns={{ base: "minmax(0, 1fr)", lg: "repeat(2, minmax(0, 1fr))" }}
          gap="3.5"
          alignItems="start"
        >
          <Box gridColumn="1 / -1">
            <CycleCard desk={desk} refrigerant={computed} altitudeM={altitudeM} sides={sides} set={set} />
          </Box>
          <RestCard desk={desk} refrigerant={computed} altitudeM={altitudeM} set={set} />
          <LineEndCard desk={desk} refrigerant={computed} altitudeM={altitudeM} high={sides.high} set={set} />
          <VesselCard desk={desk} refrigerant={computed} altitudeM={altitudeM} set={set} />
          <ConvertCard system={system} altitudeM={altitudeM} />
        </Grid>
      )}
    </>
  );
}
