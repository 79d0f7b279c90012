"use client";

import { Flex, Stack, Table, Text } from "@chakra-ui/react";
import { type Comparison, compareTests } from "@/core/records/compare-tests";
import { formatNumber, type UnitId, units } from "@/core/units/units";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { formatUncertainty } from "@/ui/measure";
import { Notice } from "@/ui/notice";
import { useExpected } from "../expected";
import { useJob } from "../job-context";
import { RackPanel } from "./rack-panel";
import { LiveTest, testGaps } from "./running-step";
import { StepEnd } from "./step-end";
import { TestForm } from "./test-form";

export function ProveStep() {
  const { job, edit } = useJob();
  const expected = useExpected("proof");
  const rows = compareTests(job);
  const hasBaseline = testGaps(job, "baseline").length === 0;
  return (
    <Stack gap="3.5" maxW="1080px">
      <RackPanel />
      <LiveTest which="proof" expected={expected} />
      {!hasBaseline && (
        <Notice tone="wait" title="There is no test from before">
          Without it nothing can be compared; the readings are still kept for the record.
        </Notice>
      )}
      {hasBaseline && job.proof.airSource !== job.baseline.airSource && (
        <Notice tone="wait" title="Not the same test">
          <Flex gap="3" align="center" wrap="wrap">
            The first test drew {job.baseline.airSource} air, this one {job.proof.airSource}.
            <BenchButton
              kind="quiet"
              onClick={() =>
                edit((stored) => ({ ...stored, proof: { ...stored.proof, airSource: stored.baseline.airSource } }))
              }
            >
              {`Set it to ${job.baseline.airSource}`}
            </BenchButton>
          </Flex>
        </Notice>
      )}
      <Card title="Before and after, at the same settings">
        {rows.length === 0 ? (
          <Text color="soft">Take or type the same test again below; each pair appears here side by side.</Text>
        ) : (
          <ComparisonTable rows={rows} />
        )}
      </Card>
      <TestForm which="proof" />
      <StepEnd step="prove" gaps={testGaps(job, "proof")} />
    </Stack>
  );
}

export function ComparisonTable({ rows }: { rows: Comparison[] }) {
  return (
    <Table.Root size="sm" bg="sheet" css={{ "& td, & th": { bg: "sheet", borderColor: "line" } }}>
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader color="soft">Reading</Table.ColumnHeader>
          <Table.ColumnHeader color="soft">At</Table.ColumnHeader>
          <Table.ColumnHeader color="soft" textAlign="end">
            Before
          </Table.ColumnHeader>
          <Table.ColumnHeader color="soft" textAlign="end">
            After
          </Table.ColumnHeader>
          <Table.ColumnHeader color="soft">Change</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {rows.map((row) => (
          <Table.Row key={`${row.label}-${row.setting}`} fontSize="16px">
            <Table.Cell fontWeight="600" color="ink">
              {row.label}
            </Table.Cell>
            <Table.Cell color="soft">{row.setting}</Table.Cell>
            <Table.Cell textAlign="end" fontSize="20px" fontWeight="600" color="soft">
              {formatNumber(row.before.value, row.unit, decimalsOf(row.unit))}
            </Table.Cell>
            <Table.Cell textAlign="end" fontSize="20px" fontWeight="650" color="ink">
              {formatNumber(row.after.value, row.unit, decimalsOf(row.unit))}{" "}
              <Text as="span" fontSize="13px" color="soft" fontWeight="400">
                {units[row.unit].label}
              </Text>
            </Table.Cell>
            <Table.Cell color={row.beyondUncertainty ? "ink" : "soft"}>
              <Flex align="baseline" gap="1.5" wrap="wrap">
                {changeWords(row)}
              </Flex>
            </Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

function decimalsOf(unit: UnitId): number {
  return unit === "kPa" ? 0 : 1;
}

function changeWords({ before, after, unit, beyondUncertainty, changeUncertainty }: Comparison): string {
  const change = after.value - before.value;
  const size = formatNumber(Math.abs(change), unit === "degC" ? "K" : unit, decimalsOf(unit));
  if (!beyondUncertainty) return `no more than the instruments' ± ${formatUncertainty(changeUncertainty, unit)}`;
  return `${change > 0 ? "up" : "down"} ${size}`;
}
