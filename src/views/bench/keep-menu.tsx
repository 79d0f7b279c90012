"use client";

import { Flex, Stack } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import { toAddress } from "@/core/bench/bench-address";
import type { BenchRunning } from "@/core/bench/bench-answer";
import { readBenchFile, readingsOfBench, writeBenchFile } from "@/core/bench/bench-file";
import type { BenchState } from "@/core/bench/bench-state";
import { reasonOf } from "@/core/result";
import { saveTextFile } from "@/services/save-file";
import { editJob } from "@/session/records/jobs";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { FileButton } from "@/ui/fields/file-button";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { benchFileSentence, whatIfNote } from "@/words/bench";
import { keepMenuText } from "@/words/screens/bench";
import { commonText } from "@/words/screens/common";

interface KeepMenuProps {
  state: BenchState;
  address: string;
  running: BenchRunning | null;
  /** The job it was opened from. */
  jobId: string | null;
  onOpen: (state: BenchState) => void;
}

/** This state to hand on: a link, a file, or what the instruments would show. */
export function KeepMenu({ state, address, running, jobId, onOpen }: KeepMenuProps) {
  const figures = useFigures();
  const [said, setSaid] = useState<string | null>(null);
  const file = (kind: string) =>
    `evrid-${kind}-${(state.name.trim() || "bench").replace(/[^\p{L}\p{N}]+/gu, "-").slice(0, 60)}`;
  const copy = async () => {
    await navigator.clipboard.writeText(`${window.location.origin}/bench?${address}`);
    setSaid(keepMenuText.linkCopied);
  };
  const open = async (given: File) => {
    const read = readBenchFile(await given.text());
    if (!read.ok) return setSaid(benchFileSentence(given.name, read.issue));
    setSaid(null);
    onOpen(read.value);
  };
  const note = async (id: string) => {
    const text = whatIfNote(state, running, `${window.location.origin}/bench?${address}`, figures);
    await editJob(id, (job) => {
      const { verdict } = job.steps;
      return {
        ...job,
        steps: { ...job.steps, verdict: { ...verdict, note: [verdict.note, text].filter(Boolean).join("\n") } },
      };
    });
    setSaid(keepMenuText.addedToTheDiagnosisNote);
  };
  const fail = (error: unknown) => setSaid(keepMenuText.failed(reasonOf(error)));
  return (
    <Card title={keepMenuText.share}>
      <Stack gap="2">
        <TextField
          label={commonText.name}
          value={state.name}
          onChange={(name) => onOpen({ ...state, name: name.slice(0, 200) })}
        />
        <Flex gap="2" wrap="wrap">
          <BenchButton kind="quiet" onClick={() => copy().catch(fail)}>
            {keepMenuText.copyLink}
          </BenchButton>
          <BenchButton kind="quiet" onClick={() => saveTextFile(`${file("bench")}.json`, writeBenchFile(state))}>
            {commonText.saveAsFile}
          </BenchButton>
          <BenchButton
            kind="quiet"
            disabled={running === null}
            onClick={() =>
              running &&
              saveTextFile(`${file("what-if")}.json`, `${JSON.stringify(readingsOfBench(state, running), null, 1)}\n`)
            }
          >
            {keepMenuText.saveReadingFile}
          </BenchButton>
          <BenchButton kind="quiet" asChild>
            <Link href={`/drill?${toAddress({ ...state, name: "" })}`}>{keepMenuText.createDrillCase}</Link>
          </BenchButton>
          {jobId !== null && (
            <BenchButton kind="quiet" onClick={() => note(jobId).catch(fail)}>
              {keepMenuText.addToJobNote}
            </BenchButton>
          )}
          <FileButton
            label={keepMenuText.benchFile}
            accept="application/json,.json"
            onFile={(given) => open(given).catch(fail)}
          >
            {keepMenuText.openFile}
          </FileButton>
        </Flex>
        <Text kind="note" role="status">
          {said ?? keepMenuText.simulatedNotMeasuredAReading}
        </Text>
      </Stack>
    </Card>
  );
}
