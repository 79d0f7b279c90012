"use client";

import { Flex, Stack, Table } from "@chakra-ui/react";
import { type Comparison, compareTests } from "@/core/records/compare-tests";
import { hasReadings } from "@/core/records/derived/job-readings";
import type { UnitId } from "@/core/units/units";
import { HOT_DAY, useConditionShifts, useHotDay } from "@/session/condition-shifts";
import { useExpected } from "@/session/expected";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { LabelDoubts } from "@/views/job/frame/label-doubts";
import { StepEnd } from "@/views/job/frame/step-end";
import { Implausible } from "@/views/job/steps/running/implausible";
import { TestBench } from "@/views/job/steps/running/test-bench";
import { customerWords } from "@/words/customer";
import { commonText } from "@/words/screens/common";
import { proveStepText } from "@/words/screens/steps/prove";
import { changeSentence } from "@/words/tests";
import { LeakCheck } from "./leak-check";

export function ProveStep() {
  const accuracy = useAccuracy();
  const { job, edit } = useJob();
  const expected = useExpected("proof");
  const corrections = useConditionShifts(job);
  const rows = compareTests(job, corrections, accuracy);
  const hasBaseline = job.baseline.settings.some(hasReadings);
  return (
    <Stack gap="3.5" maxW="1080px">
      <LabelDoubts proof />
      <Implausible which="proof" />
      <TestBench which="proof" expected={expected}>
        <Card title={proveStepText.beforeAndAfterSameSettings}>
          {rows.length === 0 ? (
            <Text kind="soft">{proveStepText.recordOrTypeTheSame}</Text>
          ) : (
            <ComparisonTable rows={rows} />
          )}
        </Card>
      </TestBench>
      {!hasBaseline && (
        <Notice tone="wait" title={proveStepText.noTestBeforeTheWork}>
          {proveStepText.nothingToCompareWithThe}
        </Notice>
      )}
      {hasBaseline && job.proof.airSource !== job.baseline.airSource && (
        <Notice tone="wait" title={proveStepText.differentAirSource}>
          <Flex gap="3" align="center" wrap="wrap">
            {proveStepText.theFirstTestUsed(job.baseline.airSource, job.proof.airSource)}
            <BenchButton
              kind="quiet"
              onClick={() =>
                edit((stored) => ({ ...stored, proof: { ...stored.proof, airSource: stored.baseline.airSource } }))
              }
            >
              {proveStepText.changeTo(job.baseline.airSource)}
            </BenchButton>
          </Flex>
        </Notice>
      )}
      <LeakCheck />
      <HotDayCard />
      <CustomerCard />
      <StepEnd step="prove" />
    </Stack>
  );
}

/** Expected readings on the customer's hot day. */
function HotDayCard() {
  const figures = useFigures();
  const { job } = useJob();
  const bands = useHotDay(job);
  if (bands === null) return null;
  const { vent, high } = bands.ranges;
  return (
    <Card title={proveStepText.expectedAtInTraffic(figures.quantity(HOT_DAY.ambientC, "degC", 0))}>
      <Flex gap="8" wrap="wrap">
        <Range label={commonText.centreVent} low={vent.low} high={vent.high} unit="degC" />
        <Range label={commonText.highSide} low={high.low} high={high.high} unit="kPa" />
        <Text kind="soft" flex="1 1 260px" alignSelf="end">
          {proveStepText.rangeOf90OfSound(HOT_DAY.humidityPct)}
        </Text>
      </Flex>
    </Card>
  );
}

function Range({ label, low, high, unit }: { label: string; low: number; high: number; unit: UnitId }) {
  const figures = useFigures();
  return (
    <div>
      <Text kind="small">{label}</Text>
      <Text kind="number" lineHeight="1.1">
        {figures.number(low, unit, 0)}
        {proveStepText.to}
        {figures.number(high, unit, 0)}
        <Text as="span" fontSize="sm" color="soft" fontWeight="normal">
          {` ${figures.label(unit)}`}
        </Text>
      </Text>
    </div>
  );
}

/** Ready to be told, and to go into the remark of the report. */
function CustomerCard() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const words = customerWords(job, figures);
  if (words.length === 0) return null;
  const text = words.join(" ");
  return (
    <Card title={proveStepText.forTheCustomer}>
      <Text fontSize="md" data-testid="customer-words">
        {text}
      </Text>
      <BenchButton
        kind="quiet"
        mt="2"
        disabled={job.signOff.remark.includes(text)}
        onClick={() =>
          edit((stored) => ({
            ...stored,
            signOff: {
              ...stored.signOff,
              remark: [stored.signOff.remark.trim(), text].filter(Boolean).join(" "),
            },
          }))
        }
      >
        {proveStepText.addToRemark}
      </BenchButton>
    </Card>
  );
}

export function ComparisonTable({ rows }: { rows: Comparison[] }) {
  const corrected = rows.some(({ equal }) => equal !== null);
  return (
    <Table.Root size="sm" bg="sheet" css={{ "& td, & th": { bg: "sheet", borderColor: "line" } }}>
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader color="soft">{proveStepText.reading}</Table.ColumnHeader>
          <Table.ColumnHeader color="soft" {...onTablet}>
            {proveStepText.at}
          </Table.ColumnHeader>
          <Table.ColumnHeader color="soft" textAlign="end">
            {proveStepText.before}
          </Table.ColumnHeader>
          <Table.ColumnHeader color="soft" textAlign="end">
            {proveStepText.after}
          </Table.ColumnHeader>
          {corrected && (
            <Table.ColumnHeader color="soft" textAlign="end">
              {proveStepText.atFirstConditions}
            </Table.ColumnHeader>
          )}
          <Table.ColumnHeader color="soft" {...onTablet}>
            {proveStepText.change}
          </Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {rows.map((row) => (
          <ComparisonRow key={`${row.label}-${row.setting}`} row={row} corrected={corrected} />
        ))}
      </Table.Body>
    </Table.Root>
  );
}

const ofNumber = {
  textAlign: "end",
  fontSize: { base: "md", sm: "xl" },
  fontWeight: "semibold",
  whiteSpace: "nowrap",
} as const;

function ComparisonRow({ row, corrected }: { row: Comparison; corrected: boolean }) {
  const figures = useFigures();
  return (
    <Table.Row fontSize="md">
      <Table.Cell fontWeight="semibold" color="ink">
        {row.label}
      </Table.Cell>
      <Table.Cell color="soft" whiteSpace="nowrap" {...onTablet}>
        {row.setting}
      </Table.Cell>
      <Table.Cell {...ofNumber} color="soft">
        {figures.number(row.before.value, row.unit, decimalsOf(row.unit))}
      </Table.Cell>
      <Table.Cell {...ofNumber} color="ink">
        {figures.number(row.after.value, row.unit, decimalsOf(row.unit))}{" "}
        <Text as="span" fontSize="sm" color="soft" fontWeight="normal">
          {figures.label(row.unit)}
        </Text>
      </Table.Cell>
      {corrected && (
        <Table.Cell {...ofNumber}>
          {row.equal === null ? (
            "–"
          ) : (
            <>
              {figures.number(row.equal.value, row.unit, decimalsOf(row.unit))}{" "}
              <Text as="span" fontSize="sm" color="soft" fontWeight="normal">
                {`± ${figures.uncertainty(row.equal.uncertainty, row.unit)}`}
              </Text>
            </>
          )}
        </Table.Cell>
      )}
      <Table.Cell color={row.beyondUncertainty ? "ink" : "soft"} {...onTablet}>
        <Flex align="baseline" gap="1.5" wrap="wrap">
          {changeSentence(row, figures)}
        </Flex>
      </Table.Cell>
    </Table.Row>
  );
}

function decimalsOf(unit: UnitId): number {
  return unit === "kPa" ? 0 : 1;
}

/** Columns that a phone leaves out. */
const onTablet = { display: { base: "none", sm: "table-cell" } } as const;
