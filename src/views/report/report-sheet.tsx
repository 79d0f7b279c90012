"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { Ref } from "react";
import type { PartId } from "@/core/causes/signs";
import { type Comparison, compareTests } from "@/core/records/compare-tests";
import { drawnPressureTest } from "@/core/records/derived/job-pressure-test";
import type { Job } from "@/core/records/job";
import { BeforeAfter } from "@/pictures/before-after";
import { PressureTrace } from "@/pictures/charts/pressure-trace";
import { TestTrace } from "@/pictures/charts/test-trace";
import { VacuumTrace } from "@/pictures/charts/vacuum-trace";
import { type BoardMark, CircuitBoard } from "@/pictures/circuit-board";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Qr } from "@/ui/qr";
import { Text } from "@/ui/text";
import { jobQr } from "@/views/vehicles/qr-text";
import { expectedOfRow, type Report, type ReportAnswers, type ReportBlock, told, tracedSettings } from "@/words/report";
import { reportSheetText } from "@/words/screens/report";
import { ReportPhoto } from "./report-photo";

interface ReportSheetProps {
  ref: Ref<HTMLDivElement>;
  report: Report;
  job: Job;
  answers: ReportAnswers;
  size: "A4" | "LETTER";
}

/** Type of the screen is larger than a page of paper needs. */
const ON_PAPER = 0.8;

/** The sheet of paper itself: light whatever the screen is, and alone on the printed page. */
export function ReportSheet({ ref, report, job, answers, size }: ReportSheetProps) {
  return (
    <Box
      ref={ref}
      className="chakra-theme light printed"
      data-size={size}
      colorPalette="gray"
      maxW="900px"
      bg="#fff"
      color="#1c2326"
      borderWidth="1px"
      borderColor="line"
      rounded="card"
      px={{ base: "6", md: "10" }}
      py="8"
      lineHeight="1.4"
    >
      {/* A printer knows nothing of the frame around it. */}
      <style>{`@page { size: ${size === "A4" ? "A4" : "letter"}; margin: 14mm; ${pageMark(report.mark)} } @media print { .printed { zoom: ${ON_PAPER}; } }`}</style>
      {report.mark !== null && (
        <Text
          fontWeight="bold"
          fontSize="sm"
          borderWidth="2px"
          borderColor="#1c2326"
          px="2"
          mb="3"
          textAlign="center"
          _print={{ display: "none" }}
        >
          {report.mark}
        </Text>
      )}
      <Flex gap="4" align="start">
        <Box flex="1" minW="0">
          {report.shop !== "" && (
            <Text typed kind="item">
              {report.shop}
            </Text>
          )}
          <Text typed as="h2" fontSize="3xl" fontWeight="bold" lineHeight="1.15">
            {report.vehicle}
          </Text>
          <Text fontSize="sm">{report.facts.join(" · ")}</Text>
        </Box>
        <Qr text={jobQr(job.id)} label={reportSheetText.codeOfThisJob} size={92} />
      </Flex>
      {report.sections.map(({ title, blocks }) => (
        <Box as="section" key={title} mt="4">
          <Text as="h3" fontSize="md" fontWeight="bold" borderBottomWidth="1px" borderColor="#d3cdc0" pb="0.5" mb="1.5">
            {title}
          </Text>
          {blocks.map((block) => (
            <Block key={JSON.stringify(block)} block={block} job={job} answers={answers} />
          ))}
        </Box>
      ))}
      <Text mt="5" kind="strong">
        {report.signed}
      </Text>
      {report.papers.map((line) => (
        <Text key={line} fontSize="sm">
          {line}
        </Text>
      ))}
      <Text fontSize="xs" mt="1">
        {report.foot}
      </Text>
    </Box>
  );
}

/** The mark of practice and demo in the margin of every printed page. */
const pageMark = (mark: string | null): string =>
  mark === null ? "" : `@top-center { content: ${JSON.stringify(mark)}; font: 700 9pt sans-serif; }`;

function Block({ block, job, answers }: { block: ReportBlock; job: Job; answers: ReportAnswers }) {
  switch (block.kind) {
    case "text":
      return (
        <Text typed={block.typed ?? false} fontWeight={block.strong ? "semibold" : "normal"} fontSize="md" mt="0.5">
          {block.text}
        </Text>
      );
    case "facts":
      return (
        <Grid as="dl" templateColumns="minmax(84px, 130px) minmax(0, 1fr)" columnGap="4" rowGap="1" fontSize="md">
          {block.rows.map(({ what, text, typed }) => (
            <Box key={what} display="contents">
              <Text as="dt" kind="strong">
                {what}
              </Text>
              <Text as="dd" typed={typed ?? false}>
                {text}
              </Text>
            </Box>
          ))}
        </Grid>
      );
    case "table":
      return <TableBlock {...block} />;
    case "photos":
      return (
        <Grid templateColumns={{ base: "minmax(0, 1fr)", sm: "repeat(2, minmax(0, 1fr))" }} gap="3" my="1.5">
          {block.photos.map(({ id, caption }) => (
            <ReportPhoto key={id} jobId={job.id} id={id} caption={caption} />
          ))}
        </Grid>
      );
    case "picture":
      return (
        <Box data-picture={block.which} my="1.5" maxW="640px">
          <Picture which={block.which} job={job} answers={answers} />
        </Box>
      );
  }
}

function TableBlock({ head, rows }: Pick<Extract<ReportBlock, { kind: "table" }>, "head" | "rows">) {
  return (
    <Box overflowX={{ sm: "auto" }}>
      <Box as="table" w="100%" fontSize="sm" mt="1">
        <thead>
          <tr>
            {head.map((name) => (
              <Box
                as="th"
                key={name}
                textAlign="left"
                fontWeight="semibold"
                pr={{ base: "1", sm: "3" }}
                pb="0.5"
                verticalAlign="bottom"
              >
                <Text as="span">{name}</Text>
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.join("|")}>
              {row.map((cell, i) => (
                <Box
                  as="td"
                  key={`${head[i]}`}
                  borderTopWidth="1px"
                  borderColor="#e4dfd4"
                  pr={{ base: "1", sm: "3" }}
                  overflowWrap="anywhere"
                  py="0.5"
                  verticalAlign="top"
                >
                  <Text as="span">{cell}</Text>
                </Box>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

function Picture({ which, job, answers }: { which: string; job: Job; answers: ReportAnswers }) {
  const figures = useFigures();
  const accuracy = useAccuracy();
  if (which === "vacuum")
    return (
      <VacuumTrace
        evacuate={job.evacuate}
        targetKpa={null}
        boilingKpa={null}
        fitted={null}
        unit={figures.unit("mbarAbs")}
      />
    );
  if (which === "pressure-test") {
    const test = drawnPressureTest(job, accuracy);
    return test && <PressureTrace {...test} trace={job.leak.test.trace} unit={figures.unit("kPa")} />;
  }
  if (which === "circuit")
    return (
      <CircuitBoard
        metering={job.intake.metering}
        notes={job.look.notes}
        marks={worked(job)}
        selected={null}
        onSelect={() => undefined}
      />
    );
  if (which === "traces") return <TestTrace settings={tracedSettings(job)} />;
  const rows = compareTests(job, [...answers.shifts], accuracy);
  return <BeforeAfter rows={drawn(rows, answers)} />;
}

/** Low, high and vent of the slowest engine speed that both tests have. */
function drawn(rows: readonly Comparison[], answers: ReportAnswers) {
  const setting = rows.some((row) => row.setting === "idle") ? "idle" : reportSheetText.fastIdle;
  return rows
    .filter((row) => row.setting === setting && told.includes(row.label))
    .map((row) => ({
      name: `${row.label}, ${setting}`,
      unit: row.unit,
      before: row.before,
      after: row.after,
      band: expectedOfRow(row, answers.bands),
    }));
}

/** Which parts of the drawing a repaired part is. */
const places: Partial<Record<Job["repair"]["parts"][number]["part"], PartId>> = {
  compressor: "compressor",
  condenser: "condenser",
  evaporator: "evaporator",
  "metering-device": "metering-device",
  drier: "receiver",
  accumulator: "accumulator",
  "liquid-line": "liquid-line",
  "discharge-hose": "discharge-line",
  "suction-hose": "suction-line",
  "service-cores": "low-port",
};

function worked(job: Job): Partial<Record<PartId, BoardMark>> {
  return Object.fromEntries(
    job.repair.parts.flatMap(({ part, kind }) => {
      const place = places[part];
      return place === undefined
        ? []
        : [[place, { text: kind === "renewed" ? "new" : "opened", tone: "done" as const }]];
    }),
  );
}
