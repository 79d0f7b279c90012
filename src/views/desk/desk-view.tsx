"use client";

import { Box, Center, Flex, Grid, Spinner, Stack } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import { type CandidateName, candidateNames, candidateSaturationKpa } from "@/core/fluids/identification";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { isRefrigerant, refrigerants } from "@/core/fluids/refrigerants";
import { domePoints } from "@/core/readings/derive/cycle";
import { deriveValues } from "@/core/readings/derive/derived";
import type { ImplausibleCode } from "@/core/readings/derive/plausibility";
import { unitsChosen, usualChoices } from "@/core/records/choices";
import { deskDoubts } from "@/core/records/derived/desk-doubts";
import { jobFromDesk } from "@/core/records/derived/job-from-desk";
import { fields } from "@/core/records/fields";
import { emptyQuickDesk, type QuickDesk } from "@/core/records/quick-desk";
import { inUnits } from "@/core/records/unit-system";
import { reasonOf } from "@/core/result";
import { entryOf, entryValue } from "@/core/units/entry";
import { systemUnits, type UnitSystem } from "@/core/units/figures";
import { units } from "@/core/units/units";
import { DeskPicture } from "@/pictures/charts/desk-picture";
import { useKnownChoices } from "@/session/choices";
import { useNewestRef } from "@/session/newest-ref";
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
import { implausibleSentence, implausibleWords } from "@/words/plausibility";
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
  const { choice, system, chooseForNow } = useDeskUnits(desk, change);
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
              onClick={() => change((now) => ({ ...inUnits(emptyQuickDesk(), choice), altitude: now.altitude }))}
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
          <ReadIn choice={choice}>
            <Desk desk={desk} change={change} system={system} onSystem={chooseForNow} />
          </ReadIn>
        )}
      </Stack>
    </AppFrame>
  );
}

/** Units of the desk: those of Settings, unless others were chosen for the moment; these end as the desk is left. */
function useDeskUnits(desk: QuickDesk | null, change: DeskProps["change"]) {
  const known = useKnownChoices();
  const [momentary, chooseForNow] = useState<UnitSystem | null>(null);
  const system = momentary ?? known?.units ?? usualChoices.units;
  const choice = useMemo(
    () => (momentary === null ? unitsChosen(known ?? usualChoices) : systemUnits[momentary]),
    [momentary, known],
  );
  const opened = desk !== null && known !== null;
  const newestChange = useNewestRef(change);
  useEffect(() => {
    if (opened) newestChange.current((now) => inUnits(now, choice));
  }, [opened, choice]);
  return { choice, system, chooseForNow };
}

interface DeskProps {
  desk: QuickDesk;
  change: (change: (desk: QuickDesk) => QuickDesk) => void;
  system: UnitSystem;
  onSystem: (system: UnitSystem) => void;
}

/** What superheat and subcooling follow from; the desk knows no air. */
function derivedFrom(
  refrigerant: Refrigerant,
  altitudeM: number,
  { lowKpa, highKpa, suctionC, liquidC }: Record<"lowKpa" | "highKpa" | "suctionC" | "liquidC", number | null>,
): Parameters<typeof deriveValues>[0] {
  return {
    refrigerant,
    altitudeM,
    ambientC: null,
    evaporatorAirC: null,
    ventC: null,
    lowKpa,
    highKpa,
    suctionLineC: suctionC,
    liquidLineC: liquidC,
  };
}

function Desk({ desk, change, system, onSystem }: DeskProps) {
  const accuracy = useAccuracy();
  const altitudeM = entryValue(fields.altitude, desk.altitude) ?? 0;
  const computed: Refrigerant | null = isRefrigerant(desk.refrigerant) ? desk.refrigerant : null;
  const set = (part: Partial<QuickDesk>) => change((now) => ({ ...now, ...part }));
  const sides = {
    low: sideState(desk, "low", altitudeM, accuracy),
    high: sideState(desk, "high", altitudeM, accuracy),
  };
  const readings = {
    lowKpa: sides.low.pressure?.value ?? null,
    highKpa: sides.high.pressure?.value ?? null,
    suctionC: entryValue(fields.suction, desk.low.line),
    liquidC: entryValue(fields.liquid, desk.high.line),
    dischargeC: entryValue(fields.discharge, desk.discharge),
  };
  const derived = computed === null ? null : deriveValues(derivedFrom(computed, altitudeM, readings), accuracy);
  const [superheatK, subcoolingK] = [derived?.superheatK ?? null, derived?.subcoolingK ?? null];
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
      <DeskControls desk={desk} set={set} system={system} onSystem={onSystem} />
      {computed !== null && <Doubts codes={deskDoubts(computed, altitudeM, readings)} />}
      <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 348px" }} gap="3.5" alignItems="start">
        <Card title={deskViewText.dragALine}>
          <DeskPicture
            refrigerant={desk.refrigerant}
            atmosphereKpa={atmosphereKpa}
            temperatures={{
              low: sides.low.temperature?.value ?? null,
              high: sides.high.temperature?.value ?? null,
            }}
            points={computed === null ? null : domePoints(computed, altitudeM, readings)}
            superheatK={superheatK}
            subcoolingK={subcoolingK}
            onMove={move}
          />
        </Card>
        <Grid
          templateColumns={{ base: "minmax(0, 1fr)", md: "repeat(2, minmax(0, 1fr))", lg: "minmax(0, 1fr)" }}
          gap="3.5"
        >
          <SideColumn side="high" desk={desk} state={sides.high} difference={subcoolingK} change={change} />
          <SideColumn side="low" desk={desk} state={sides.low} difference={superheatK} change={change} />
        </Grid>
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
            <CycleCard desk={desk} refrigerant={computed} altitudeM={altitudeM} readings={readings} set={set} />
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

interface DeskControlsProps extends Pick<DeskProps, "desk" | "system" | "onSystem"> {
  set: (part: Partial<QuickDesk>) => void;
}

/** Refrigerant, altitude, and units for the moment. */
function DeskControls({ desk, set, system, onSystem }: DeskControlsProps) {
  const computed = isRefrigerant(desk.refrigerant) ? desk.refrigerant : null;
  return (
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
          label={deskViewText.unitsForNow}
          options={optionsOf(unitSystemLabels)}
          value={system}
          onChange={onSystem}
        />
      </Box>
    </Flex>
  );
}

/** Asks about readings that cannot be together. */
function Doubts({ codes }: { codes: readonly ImplausibleCode[] }) {
  return codes.map((code) => (
    <Notice key={code} tone="wait" title={implausibleSentence(code, null)}>
      {implausibleWords[code].check}
    </Notice>
  ));
}
