"use client";

import { Flex, Table } from "@chakra-ui/react";
import { format, parseISO } from "date-fns";
import { type Act, activeEntries, balances } from "@/core/charge/books/ledger";
import { reversed } from "@/core/records/bookkeeping";
import type { Job } from "@/core/records/job";
import { useJob } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { entrySummary } from "@/words/refrigerant-log";
import { ledgerCardText } from "@/words/screens/steps/charge";

/** The books of this job: every gram that moved. A wrong entry is answered by its opposite; none is ever taken out. */
export function LedgerCard() {
  const figures = useFigures();
  const { job, edit } = useJob();
  const { ledger } = job;
  const held = new Set(activeEntries(ledger).map(({ id }) => id));
  const sums = balances(ledger, "refrigerant");
  const off = [...sums.values()].reduce((sum, grams) => sum + grams, 0);
  if (ledger.length === 0) {
    return (
      <Card title={ledgerCardText.refrigerantLog}>
        <Text kind="soft">{ledgerCardText.noEntriesYetEachWeighing}</Text>
      </Card>
    );
  }
  return (
    <Card title={ledgerCardText.refrigerantLog}>
      <Table.Root size="sm" bg="sheet" css={{ "& td, & th": { bg: "sheet", borderColor: "line" } }}>
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader color="soft" {...onTablet}>
              {ledgerCardText.time}
            </Table.ColumnHeader>
            <Table.ColumnHeader color="soft">{ledgerCardText.entry}</Table.ColumnHeader>
            <Table.ColumnHeader color="soft" {...onTablet}>
              {ledgerCardText.fromTo}
            </Table.ColumnHeader>
            <Table.ColumnHeader color="soft" textAlign="end">
              {ledgerCardText.grams}
            </Table.ColumnHeader>
            <Table.ColumnHeader color="soft">{ledgerCardText.correction}</Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {ledger.map((entry) => (
            <Table.Row key={entry.id} fontSize="md" color={held.has(entry.id) ? "ink" : "soft"}>
              <Table.Cell whiteSpace="nowrap" {...onTablet}>
                {format(parseISO(entry.at), "HH:mm:ss")}
              </Table.Cell>
              <Table.Cell textDecoration={held.has(entry.id) || entry.counters ? undefined : "line-through"}>
                {entrySummary(entry, ledger)}
              </Table.Cell>
              <Table.Cell {...onTablet}>{`${accountName(entry.from, job)}, ${accountName(entry.to, job)}`}</Table.Cell>
              <Table.Cell textAlign="end" fontWeight="semibold" fontSize="md">
                {`${entry.estimated ? "≈ " : ""}${figures.quantity(entry.grams, "g", entry.grams < 20 ? 1 : 0)}`}
              </Table.Cell>
              <Table.Cell textAlign="end">
                {held.has(entry.id) && takenBack.includes(entry.act) && (
                  <BenchButton
                    kind="quiet"
                    px="3"
                    aria-label={ledgerCardText.reverse2(
                      entrySummary(entry),
                      figures.quantity(entry.grams, "g"),
                      format(parseISO(entry.at), "HH:mm:ss"),
                    )}
                    onClick={() => edit((stored) => reversed(stored, entry.id, new Date().toISOString()))}
                  >
                    {ledgerCardText.reverse}
                  </BenchButton>
                )}
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      <Flex mt="2" color={Math.abs(off) < 0.01 ? "soft" : "danger"} fontSize="sm">
        {Math.abs(off) < 0.01
          ? ledgerCardText.theLogBalances
          : ledgerCardText.theLogIsOffBy(figures.quantity(off, "g", 1))}
      </Flex>
    </Card>
  );
}

/** Columns that a phone leaves out. */
const onTablet = { display: { base: "none", sm: "table-cell" } } as const;

/** Weights that belong to fields are corrected there; these are corrected here. */
const takenBack: readonly Act[] = ["charge", "purge", "take"];

const places: Record<string, string> = {
  vehicle: "vehicle",
  machine: ledgerCardText.recoveryMachine,
  "machine-hoses": "machine's hoses",
  line: ledgerCardText.chargingHose,
  air: "air",
  parts: ledgerCardText.oldParts,
  bottle: ledgerCardText.oilBottle,
};

function accountName(account: string, job: Job): string {
  const id = account.startsWith("container:") ? account.slice("container:".length) : null;
  if (id === null) return places[account] ?? account;
  return job.charge.containers.find((one) => one.id === id)?.name ?? "a container";
}
