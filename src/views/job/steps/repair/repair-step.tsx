"use client";

import { Box, Flex, Grid, Stack } from "@chakra-ui/react";
import { otherRepairs } from "@/core/causes/work";
import {
  type CircuitOil,
  circuitOils,
  type OilBalance,
  oilDoubts,
  type RepairKind,
  type RepairPart,
  repairDuties,
  repairParts,
} from "@/core/charge/oil";
import { workableRefrigerant } from "@/core/records/derived/job-label";
import { oilOf } from "@/core/records/derived/job-oil";
import { fields } from "@/core/records/fields";
import type { Job } from "@/core/records/job";
import { OIL_TOLERANCE_G } from "@/core/records/run-sheet";
import { entry, entryOf, entryValue } from "@/core/units/entry";
import { useChoices } from "@/session/choices";
import { useJob, useSetPart } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Choice } from "@/ui/fields/choice";
import { fieldRow } from "@/ui/fields/field-note";
import { NumberField } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { StepEnd } from "@/views/job/frame/step-end";
import { OilSheet } from "@/views/workshop/oil-sheet";
import { otherRepairLabels, repairPartLabels } from "@/words/job";
import { dutyWords, oilDoubtWords, oilMissingWords, oilNames, oilSourceWords } from "@/words/repair";
import { repairStepText } from "@/words/screens/steps/repair";

type Repair = Job["repair"];

export function RepairStep() {
  const { job } = useJob();
  const set = useSetPart("repair");
  const { oilSheet } = useChoices();
  const { repair, intake } = job;
  const { parts, balance } = oilOf(job, oilSheet);
  const openS = entryValue(fields.openHours, repair.openHours);
  const duties = repairDuties({
    ...repair,
    parts,
    openHours: openS === null ? null : openS / 3600,
    metering: intake.metering,
  });
  const filledG = entryValue(fields.oilFilled, repair.filled);
  const offered = repairParts.filter(
    (part) =>
      part !== (intake.metering === "orifice-tube" ? "drier" : "accumulator") || parts.some((one) => one.part === part),
  );
  return (
    <Stack gap="3.5" maxW="1080px">
      <Card title={repairStepText.partsOpenedAndReplaced}>
        <Stack gap="0">
          {offered.map((part) => (
            <PartRow key={part} part={part} repair={repair} sheetG={oilSheet[part]} />
          ))}
        </Stack>
        {intake.metering !== "orifice-tube" && (
          <BenchButton
            mt="3"
            aria-pressed={repair.drierInCondenser}
            onClick={() => set(({ drierInCondenser }) => ({ drierInCondenser: !drierInCondenser }))}
          >
            {repairStepText.drierBuiltIntoCondenser}
          </BenchButton>
        )}
      </Card>
      <OtherRepairs repair={repair} />
      <Grid templateColumns={{ base: "1fr", xl: "1fr 1fr" }} gap="3.5" alignItems="start">
        <Card title={repairStepText.debrisAndTimeOpen}>
          <Flex gap="2" wrap="wrap" align="end" css={fieldRow}>
            <BenchButton aria-pressed={repair.debris} onClick={() => set(({ debris }) => ({ debris: !debris }))}>
              {repairStepText.metalOrBlackOilFound}
            </BenchButton>
            <BenchButton aria-pressed={repair.flushed} onClick={() => set(({ flushed }) => ({ flushed: !flushed }))}>
              {repairStepText.flushedAllOilReplaced}
            </BenchButton>
            <Box w="190px">
              <NumberField
                spec={fields.openHours}
                value={repair.openHours}
                onChange={(openHours) => set({ openHours })}
              />
            </Box>
          </Flex>
          <Stack gap="2" mt="3">
            {duties.length === 0 ? (
              <Text kind="soft">{repairStepText.nothingElseRequired}</Text>
            ) : (
              duties.map((duty) => (
                <Notice key={duty} tone="wait" title={dutyWords[duty][0]}>
                  {dutyWords[duty][1]}
                </Notice>
              ))
            )}
          </Stack>
        </Card>
        <OilCard balance={balance} filledG={filledG} />
      </Grid>
      <OilSheet />
      <StepEnd step="repair" />
    </Stack>
  );
}

function OtherRepairs({ repair }: { repair: Repair }) {
  const set = useSetPart("repair");
  return (
    <Card title={repairStepText.otherRepairs}>
      <Flex gap="2" wrap="wrap">
        {otherRepairs.map((one) => (
          <BenchButton
            key={one}
            aria-pressed={repair.others.includes(one)}
            onClick={() =>
              set(({ others }) => ({
                others: others.includes(one) ? others.filter((other) => other !== one) : [...others, one],
              }))
            }
          >
            {otherRepairLabels[one]}
          </BenchButton>
        ))}
      </Flex>
    </Card>
  );
}

function PartRow({ part, repair, sheetG }: { part: RepairPart; repair: Repair; sheetG: number }) {
  const figures = useFigures();
  const { edit } = useJob();
  const given = repair.parts.find((one) => one.part === part);
  const change = (edited: (parts: Repair["parts"]) => Repair["parts"]) =>
    edit((stored) => ({ ...stored, repair: { ...stored.repair, parts: edited(stored.repair.parts) } }));
  const choose = (kind: RepairKind) =>
    change((parts) => {
      const others = parts.filter((one) => one.part !== part);
      const now = parts.find((one) => one.part === part);
      return now?.kind === kind
        ? others
        : [...others, { drained: entry("", figures.unit("g")), own: entry("", figures.unit("g")), ...now, part, kind }];
    });
  const edited = (fields: Partial<Repair["parts"][number]>) =>
    change((parts) => parts.map((one) => (one.part === part ? { ...one, ...fields } : one)));
  const withOil = given !== undefined && part !== "service-cores" && part !== "o-rings";
  return (
    <Box py="1.5" borderTopWidth="1px" borderColor="line" _first={{ borderTopWidth: 0 }}>
      <Flex gap="3" align="center">
        <Text flex="1" fontSize="md" fontWeight={given ? "semibold" : "normal"}>
          {repairPartLabels[part]}
        </Text>
        <Flex gap="1.5">
          {(["opened", "renewed"] as const).map((kind) => (
            <BenchButton
              key={kind}
              aria-pressed={given?.kind === kind}
              aria-label={`${repairPartLabels[part]}: ${kind === "opened" ? repairStepText.opened : repairStepText.replaced}`}
              onClick={() => choose(kind)}
            >
              {kind === "opened" ? "Opened" : "New"}
            </BenchButton>
          ))}
        </Flex>
      </Flex>
      {withOil && (
        <Grid
          templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }}
          gap="3"
          maxW="520px"
          mt="1"
          mb="1.5"
        >
          <NumberField
            spec={fields.drained}
            value={given.drained}
            label={repairStepText.drainedFrom(repairPartLabels[part].toLowerCase())}
            hint={
              given.kind === "renewed" && sheetG > 0 ? repairStepText.sheet(figures.quantity(sheetG, "g")) : undefined
            }
            onChange={(drained) => edited({ drained })}
          />
          {given.kind === "renewed" && (
            <NumberField
              spec={fields.ownOil}
              value={given.own}
              label={repairStepText.makersFigure}
              hint={repairStepText.overridesTheShopsOilSheet}
              onChange={(own) => edited({ own })}
            />
          )}
        </Grid>
      )}
    </Box>
  );
}

function OilCard({ balance, filledG }: { balance: OilBalance; filledG: number | null }) {
  const figures = useFigures();
  const { job, edit } = useJob();
  const set = useSetPart("repair");
  const { repair, intake } = job;
  const doubts = oilDoubts(repair.oil, {
    refrigerant: workableRefrigerant(job),
    compressor: intake.compressor,
    labelOil: intake.oilKind,
  });
  const off = filledG === null ? null : filledG - balance.backG;
  return (
    <Card title={repairStepText.oilToRefill}>
      {balance.rows.map(({ reason, grams, source }) => (
        <Flex key={reason} justify="space-between" borderTopWidth="1px" borderColor="line" py="1.5" gap="3">
          <Text>
            {reason === "recovered"
              ? repairStepText.recoveredWithRefrigerant
              : reason === "flushed"
                ? repairStepText.fullAmountAfterFlushing
                : repairPartLabels[reason]}
            <Text as="span" kind="small">
              {` ${oilSourceWords[source]}`}
            </Text>
          </Text>
          <Text kind="lead" whiteSpace="nowrap">
            {figures.quantity(grams, "g")}
          </Text>
        </Flex>
      ))}
      <Flex justify="space-between" borderTopWidth="2px" borderColor="ink" py="1.5" align="baseline">
        <Text>{repairStepText.total}</Text>
        <Text kind="number" data-testid="oil-back">
          {figures.quantity(balance.backG, "g")}
        </Text>
      </Flex>
      {balance.missing.map((what) => (
        <Text key={what} color="wait">
          {oilMissingWords[what]}
        </Text>
      ))}
      {balance.missing.includes("label-oil") && (
        <NumberField
          spec={fields.oilAmount}
          value={intake.oilAmount}
          onChange={(oilAmount) => edit((stored) => ({ ...stored, intake: { ...stored.intake, oilAmount } }))}
        />
      )}
      <Stack gap="3" mt="2">
        <Choice
          label={repairStepText.oilRefilled}
          options={circuitOils.map((value) => ({ value, label: oilNames[value] }))}
          value={repair.oil}
          onChange={(oil: CircuitOil) => set({ oil })}
        />
        {repair.oil !== null &&
          doubts.map((doubt) => (
            <Notice key={doubt} tone="act" title={oilDoubtWords[doubt][0]}>
              {oilDoubtWords[doubt][1]}
            </Notice>
          ))}
        <Flex gap="3" align="end" css={fieldRow} wrap="wrap">
          <Box flex="1 1 160px">
            <NumberField spec={fields.oilFilled} value={repair.filled} onChange={(filled) => set({ filled })} />
          </Box>
          <BenchButton kind="quiet" onClick={() => set({ filled: entryOf(balance.backG, repair.filled.unit) })}>
            {repairStepText.filled(figures.quantity(balance.backG, "g"))}
          </BenchButton>
        </Flex>
        {off !== null && Math.abs(off) > OIL_TOLERANCE_G && (
          <Text color="wait" role="status">
            {off > 0
              ? repairStepText.tooMuchExcessOilReduces(figures.quantity(off, "g"))
              : repairStepText.tooLittleTheCompressorCan(figures.quantity(-off, "g"))}
          </Text>
        )}
      </Stack>
    </Card>
  );
}
