"use client";

import { Box, Center, Flex, Grid, Spinner, Stack } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { type Choices, credentialsOf } from "@/core/records/choices";
import type { Container } from "@/core/records/stock/container";
import { type LineNames, linesCsv, readLinesCsv } from "@/core/records/stock/csv";
import { yearIn, yearOf } from "@/core/records/stock/lines";
import { reasonOf } from "@/core/result";
import { saveTextFile } from "@/services/save-file";
import { useChoices } from "@/session/choices";
import { addStock, loadLedger, type NewestLines, newestLines, type ShopLedger } from "@/session/records/stock";
import { fileMark } from "@/session/records/workshop";
import { useStoredInParts } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FileButton } from "@/ui/fields/file-button";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Empty } from "@/ui/states/empty";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { DamagedRecords } from "@/views/workshop/damaged-records";
import {
  checkSentence,
  csvSentence,
  findingSentence,
  noLabelSentence,
  placeName,
  stockWords,
  yearName,
} from "@/words/ledger";
import { ledgerName } from "@/words/refrigerant-log";
import { commonText } from "@/words/screens/common";
import { ledgerViewText } from "@/words/screens/ledger";
import { BookTable } from "./book-table";
import { ContainerForm } from "./container-form";
import { StockList } from "./stock-list";

interface Said {
  tone: "act" | "done";
  title: string;
  text: string;
}

/** Adds the entries of a table that are not here yet. */
async function tableRead(file: File): Promise<Said> {
  const table = readLinesCsv(await file.text());
  if (!table.ok) return { tone: "act", title: ledgerViewText.notRead, text: csvSentence(file.name, table.issue) };
  const { added, here } = await addStock(table.value.entries);
  const left = table.value.ofJobs > 0 ? ledgerViewText.entriesBelongToJobsImport(table.value.ofJobs) : "";
  return { tone: "done", title: ledgerViewText.read, text: ledgerViewText.entriesAddedAlreadyHere(added, here, left) };
}

/** Where every gram is: what stands on the shelf, what moved, what a year comes to. */
export function LedgerView() {
  const { first, all: stored } = useStoredInParts(newestLines, loadLedger);
  const choices = useChoices();
  const books = stored.state === "ready" ? stored.value : null;
  const [adding, setAdding] = useState(false);
  const [said, setSaid] = useState<Said | null>(null);
  const read = (file: File) =>
    tableRead(file)
      .catch((error: unknown): Said => {
        const text = ledgerViewText.theLedgerIsUnchanged(reasonOf(error));
        return { tone: "act", title: commonText.notDone, text };
      })
      .then(setSaid);
  const save = () =>
    books &&
    saveTextFile(
      `evrid-${fileMark}books-${new Date().toISOString().slice(0, 10)}.csv`,
      linesCsv(books.lines, namesOf(books, choices)),
      "text/csv",
    );
  return (
    <AppFrame
      current="ledger"
      about="shelf"
      header={
        <>
          <Text as="h1" kind="value">
            {commonText.ledger}
          </Text>
          <Flex ml="auto" gap="2" wrap="wrap">
            <FileButton label={ledgerViewText.ledgerTable} accept=".csv,text/csv" onFile={(file) => void read(file)}>
              {ledgerViewText.importTable}
            </FileButton>
            <BenchButton kind="quiet" disabled={books === null || books.lines.length === 0} onClick={save}>
              {ledgerViewText.exportTable}
            </BenchButton>
            <BenchButton kind="act" onClick={() => setAdding(true)}>
              {ledgerViewText.newCylinder}
            </BenchButton>
          </Flex>
        </>
      }
    >
      <Stack as="main" p="4" gap="3.5">
        {said && (
          <Notice tone={said.tone} title={said.title}>
            {said.text}
          </Notice>
        )}
        {books !== null && <DamagedRecords records={books.damaged} />}
        {adding && <ContainerForm onClose={() => setAdding(false)} />}
        {stored.state === "failed" || stored.state === "silent" ? (
          <StoreFailure reason={stored.state === "failed" ? stored.reason : null} onAgain={stored.again} />
        ) : books === null ? (
          <>
            <Center h={first !== null && first.lines.length > 0 ? "64px" : "40vh"} gap="3">
              <Spinner /> <Text>{ledgerViewText.computingTheLedger}</Text>
            </Center>
            {first !== null && first.lines.length > 0 && <Newest newest={first} />}
          </>
        ) : books.containers.length === 0 && books.lines.length === 0 ? (
          !adding && <Empty title={ledgerViewText.noStockYet}>{ledgerViewText.addEachCylinderCanBottle}</Empty>
        ) : (
          <Opened books={books} />
        )}
      </Stack>
    </AppFrame>
  );
}

/** Last movements while the sums are computed. */
function Newest({ newest }: { newest: NewestLines }) {
  const byId = useMemo(() => new Map(newest.containers.map((one): [string, Container] => [one.id, one])), [newest]);
  return <BookTable books={newest} byId={byId} container={null} name={null} onAll={() => undefined} partial />;
}

/** Names in the table for the ledger's keys. */
function namesOf({ containers, counters, vehicles, papers }: ShopLedger, choices: Choices): LineNames {
  const byId = new Map(containers.map((one): [string, Container] => [one.id, one]));
  return {
    counters,
    place: (place) => placeName(place, byId),
    vehicle: (jobId) => ({ name: vehicles.get(jobId) ?? "", plate: papers.get(jobId)?.plate ?? "" }),
    certificate: ({ jobId, technician }) =>
      (jobId === null ? "" : papers.get(jobId)?.certificate) || credentialsOf(choices, technician).certificate,
  };
}

function Opened({ books }: { books: ShopLedger }) {
  const figures = useFigures();
  const byId = useMemo(() => new Map(books.containers.map((one): [string, Container] => [one.id, one])), [books]);
  const years = useMemo(() => [...new Set(books.lines.map(({ at }) => yearIn(at)))].sort().reverse(), [books]);
  const [chosen, setChosen] = useState<string | null>(null);
  const year = chosen ?? years[0] ?? yearIn(new Date().toISOString());
  const [container, setContainer] = useState<string | null>(null);
  const { differing, unknownG } = books.check;
  const open = [
    ...books.findings.map((finding) => findingSentence(finding, byId, figures)),
    ...(unknownG >= 1 ? [noLabelSentence(unknownG, figures)] : []),
  ];
  return (
    <Grid
      gap="3.5"
      templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 400px) minmax(0, 1fr)" }}
      alignItems="start"
    >
      <StockList books={books} chosen={container} onChoose={setContainer} />
      <Stack gap="3.5" minW="0">
        <Card
          title={ledgerViewText.year}
          aside={
            <Flex gap="1.5" role="group" aria-label={ledgerViewText.year}>
              {years.slice(0, 4).map((one) => (
                <BenchButton aria-pressed={one === year} key={one} px="3" onClick={() => setChosen(one)}>
                  {one}
                </BenchButton>
              ))}
            </Flex>
          }
        >
          <YearTable books={books} year={year} />
          <Text mt="2" fontWeight="semibold" color={differing.length + open.length === 0 ? "done" : "danger"}>
            {differing.length + open.length === 0
              ? ledgerViewText.everythingIsAccountedFor(ledgerName(figures))
              : stockWords.notAll}
          </Text>
          {open.map((line) => (
            <Text key={line} fontSize="md">
              {line}
            </Text>
          ))}
          <Text kind="aside">{checkSentence(books.check, figures)}</Text>
          {differing.slice(0, 5).map(({ jobId, differenceG }) => (
            <Text key={jobId} fontSize="md" color="danger">
              {ledgerViewText.notAccountedFor(
                books.vehicles.get(jobId) ?? ledgerViewText.removedJob,
                figures.quantity(differenceG, "g", 1),
              )}
            </Text>
          ))}
        </Card>
        <BookTable
          books={books}
          byId={byId}
          container={container}
          name={container === null ? null : (byId.get(container)?.name ?? null)}
          onAll={() => setContainer(null)}
        />
      </Stack>
    </Grid>
  );
}

const sums = [
  ["openingG", ledgerViewText.openingStock],
  ["receivedG", "Received"],
  ["recoveredG", "Recovered"],
  ["drawnG", "Charged"],
  ["sentOffG", ledgerViewText.sentForReclaim],
  ["usedG", "Used"],
  ["differenceG", ledgerViewText.stockCorrections],
  ["closingG", ledgerViewText.closingStock],
] as const;

function YearTable({ books, year }: { books: ShopLedger; year: string }) {
  const figures = useFigures();
  const rows = yearOf(books.lines, year, books.containers);
  if (rows.length === 0) return <Text kind="soft">{ledgerViewText.noEntriesThisYear}</Text>;
  const amount = (grams: number) => (Math.abs(grams) < 0.05 ? "–" : figures.number(grams, "g"));
  return (
    <>
      <Stack display={{ md: "none" }} gap="3">
        {rows.map((row) => (
          <Box key={yearName(row)}>
            <Text kind="strong">{`${yearName(row)}, ${figures.label("g")}`}</Text>
            {sums.map(([field, name]) => (
              <Flex key={field} justify="space-between" borderTopWidth="1px" borderColor="line" py="1">
                <Text>{name}</Text>
                <Text kind="strong">{amount(row[field])}</Text>
              </Flex>
            ))}
          </Box>
        ))}
      </Stack>
      <Box as="table" w="100%" fontSize="md" display={{ base: "none", md: "table" }}>
        <thead>
          <tr>
            {["", ...sums.map(([, name]) => name)].map((head, i) => (
              <Box
                key={head || "of"}
                as="th"
                textAlign={i === 0 ? "left" : "right"}
                pb="1"
                pl={i === 0 ? "0" : "1.5"}
                fontWeight="semibold"
                color="soft"
                fontSize="sm"
              >
                <Text as="span">{head || `in ${figures.label("g")}`}</Text>
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={yearName(row)}>
              <Box as="td" borderTopWidth="1px" borderColor="line" py="1.5" fontWeight="semibold">
                {yearName(row)}
              </Box>
              {sums.map(([field]) => (
                <Box
                  key={field}
                  as="td"
                  borderTopWidth="1px"
                  borderColor="line"
                  textAlign="right"
                  pl="1.5"
                  whiteSpace="nowrap"
                >
                  {amount(row[field])}
                </Box>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </>
  );
}
