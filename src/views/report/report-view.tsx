"use client";

import { Box, Center, Flex, Spinner, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useCallback, useRef, useState } from "react";
import type { Job } from "@/core/records/job";
import { reasonOf } from "@/core/result";
import { useChoices } from "@/session/choices";
import { loadJob } from "@/session/records/jobs";
import { picturesOf } from "@/session/records/photos";
import { useReportAnswers } from "@/session/report";
import { useStored } from "@/session/stored";
import { BenchButton } from "@/ui/buttons";
import { Choice } from "@/ui/fields/choice";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Notice } from "@/ui/notice";
import { StoreFailure } from "@/ui/states/store-failure";
import { Text, useSay } from "@/ui/text";
import { AppFrame } from "@/views/frame/app-frame";
import { jobQr } from "@/views/vehicles/qr-text";
import { jobFileName } from "@/words/job";
import { type Report, type ReportScope, reportOf } from "@/words/report";
import { commonText } from "@/words/screens/common";
import { reportViewText } from "@/words/screens/report";
import { typed } from "@/words/typed";
import { saveReport } from "./report-pdf";
import { ReportSheet } from "./report-sheet";

const scopes = [
  { value: "customer", label: reportViewText.customer },
  { value: "file", label: reportViewText.fullRecord },
] as const;
const sizes = [
  { value: "A4", label: "A4" },
  { value: "LETTER", label: reportViewText.letter },
] as const;
type PaperSize = (typeof sizes)[number]["value"];

/** The report of a job: read on the page, printed from it, or saved as a PDF made on this device. */
export function ReportView() {
  const id = useSearchParams().get("job") ?? "";
  const query = useCallback(() => loadJob(id), [id]);
  const stored = useStored(query);
  const job = stored.state === "ready" && stored.value?.ok ? stored.value.value : null;
  if (job !== null) return <OpenReport key={job.id} job={job} />;
  return (
    <AppFrame current="job" title={commonText.report}>
      {stored.state === "failed" || stored.state === "silent" ? (
        <Box p="4">
          <StoreFailure reason={stored.state === "failed" ? stored.reason : null} onAgain={stored.again} />
        </Box>
      ) : stored.state === "loading" ? (
        <Center h="40vh" gap="3">
          <Spinner /> <Text>{reportViewText.openingTheJob}</Text>
        </Center>
      ) : (
        <Stack p="4" gap="3" maxW="760px">
          <Notice tone="wait" title={reportViewText.jobNotFound}>
            {reportViewText.itMayBeInAnother}
          </Notice>
          <BenchButton asChild alignSelf="start">
            <Link href="/">{commonText.goToBay}</Link>
          </BenchButton>
        </Stack>
      )}
    </AppFrame>
  );
}

function OpenReport({ job }: { job: Job }) {
  const figures = useFigures();
  const accuracy = useAccuracy();
  const say = useSay();
  const { shopName, units } = useChoices();
  const { ready, ...answers } = useReportAnswers(job);
  const [scope, setScope] = useState<ReportScope>("customer");
  const [chosen, setSize] = useState<PaperSize | null>(null);
  // Where inches are read, Letter lies in the printer.
  const size = chosen ?? (units === "us" ? "LETTER" : "A4");
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const report: Report = reportOf(job, answers, { scope, figures, accuracy, shop: shopName });
  const save = async () => {
    setBusy(true);
    setFailure(null);
    try {
      const name = jobFileName(job).replace(/\.json$/, `-${scope === "customer" ? "report" : "file"}.pdf`);
      await saveReport(name, report, {
        size,
        code: jobQr(job.id),
        photos: scope === "file" ? await picturesOf(job) : new Map(),
        pictures: sheet.current!,
        say,
        onePage: scope === "customer",
      });
    } catch (error) {
      setFailure(reportViewText.pdfNotCreatedPrintThe(reasonOf(error)));
    } finally {
      setBusy(false);
    }
  };
  return (
    <AppFrame
      current="job"
      about="report"
      page={reportViewText.report2(report.vehicle)}
      header={
        <>
          <Text typed as="h1" kind="value" truncate>
            {reportViewText.report2(typed(report.vehicle))}
          </Text>
          <Flex ml="auto" gap="2" flexShrink="0">
            <BenchButton kind="quiet" disabled={!ready} onClick={() => window.print()}>
              {reportViewText.print}
            </BenchButton>
            <BenchButton kind="act" disabled={!ready} loading={busy} onClick={save}>
              {reportViewText.saveAsPdf}
            </BenchButton>
          </Flex>
        </>
      }
    >
      <Stack as="main" p="4" gap="3.5">
        <Flex gap="5" wrap="wrap" align="end" className="not-printed">
          <Choice label={commonText.report} options={scopes} value={scope} onChange={setScope} />
          <Choice label={reportViewText.paper} options={sizes} value={size} onChange={setSize} />
          <Text kind="soft" flex="1 1 200px" role="status">
            {failure ?? (ready ? "" : reportViewText.computingTheDiagnosis)}
          </Text>
        </Flex>
        <ReportSheet ref={sheet} report={report} job={job} answers={answers} size={size} />
      </Stack>
    </AppFrame>
  );
}
