"use client";

import { Box, Checkbox, Flex, Grid, Table } from "@chakra-ui/react";
import { useState } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import type { Refrigerant } from "@/core/fluids/refrigerants";
import { channels, type LogChannel, logChannels } from "@/core/readings/channels";
import type { LogColumns } from "@/core/readings/file/log-columns";
import { type LogDoubt, logDoubtsOf, withDoubtsMended } from "@/core/readings/file/log-doubts";
import {
  isPressure,
  LOG_LIMIT_BYTES,
  type LogColumn,
  type LogMapping,
  timeKinds,
} from "@/core/readings/file/log-import";
import { reasonOf } from "@/core/result";
import { units } from "@/core/units/units";
import { type LogPreview, useLogReader } from "@/session/instruments/log-reader";
import { BenchButton } from "@/ui/buttons";
import { FileButton, TABLE_FILES } from "@/ui/fields/file-button";
import { GaugeOrAbsolute } from "@/ui/fields/gauge-or-absolute";
import { Select } from "@/ui/fields/select";
import { useFigures } from "@/ui/figures";
import { Notice } from "@/ui/notice";
import { Text } from "@/ui/text";
import { logDoubtSentence, logDoubtWords, logTimeWords } from "@/words/instruments";
import { logSentence } from "@/words/issues";
import { logChooserText } from "@/words/screens/workshop";
import { typed } from "@/words/typed";

interface LogChooserProps {
  /** Label of the action: "Play log live". */
  act: string;
  /** Refrigerant and ambient, where known: tells absolute pressures from gauge pressures. */
  refrigerant?: Refrigerant | null;
  altitudeM?: number | null;
  onLog: (name: string, log: LogColumns) => void;
}

/** A log of real instruments: choose it, say which column is what, and it is read. */
export function LogChooser({ act, refrigerant = null, altitudeM = null, onLog }: LogChooserProps) {
  const reader = useLogReader();
  const [file, setFile] = useState<File | null>(null);
  const [preview, setPreview] = useState<LogPreview | null>(null);
  const [mapping, setMapping] = useState<LogMapping | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [doubted, setDoubted] = useState<{ log: LogColumns; doubts: readonly LogDoubt[] } | null>(null);

  const choose = async (chosen: File) => {
    setRefused(null);
    setPreview(null);
    setDoubted(null);
    if (chosen.size > LOG_LIMIT_BYTES) {
      setRefused(logChooserText.hasMbTheLimitFor(chosen.name, Math.round(chosen.size / 1e6), LOG_LIMIT_BYTES / 1e6));
      return;
    }
    const looked = await reader().preview(chosen);
    if (looked.header.length < 2) {
      setRefused(logChooserText.hasNoSeparateColumnsUse(typed(chosen.name)));
      return;
    }
    setFile(chosen);
    setPreview(looked);
    setMapping(looked.guess ?? { timeColumn: 0, timeKind: "seconds", decimalComma: false, columns: {} });
  };
  const run = async () => {
    if (!file || !mapping) return;
    setProgress(0);
    const atmosphereKpa = atmosphericPressureKpa(altitudeM ?? 0);
    const read = await reader().read(file, { ...mapping, atmosphereKpa }, setProgress);
    setProgress(null);
    const doubts = read.ok ? logDoubtsOf(read.log, refrigerant, altitudeM ?? 0) : [];
    if (read.ok && doubts.length > 0) setDoubted({ log: read.log, doubts });
    else if (read.ok) onLog(file.name, read.log);
    else setRefused(`${typed(file.name)}: ${logSentence(read.issue)}`);
  };
  const failed = (error: unknown) => {
    setProgress(null);
    setRefused(reasonOf(error));
  };

  return (
    <Box mt="3">
      <FileButton
        label={logChooserText.instrumentLog}
        accept={TABLE_FILES}
        onFile={(file) => choose(file).catch(failed)}
      >
        {logChooserText.openLogCsv}
      </FileButton>
      {refused !== null && <NotRead>{refused}</NotRead>}
      {preview && mapping && (
        <Box mt="3">
          <Mapping
            preview={preview}
            mapping={mapping}
            onChange={(changed) => {
              setMapping(changed);
              setDoubted(null);
            }}
          />
          {doubted && file && <Doubted {...doubted} onLog={(log) => onLog(file.name, log)} />}
          <ReadLine
            progress={progress}
            assigned={Object.keys(mapping.columns).length > 0}
            kind={doubted ? "quiet" : "act"}
            onRead={() => run().catch(failed)}
          >
            {act}
          </ReadLine>
        </Box>
      )}
    </Box>
  );
}

function NotRead({ children }: { children: string }) {
  return (
    <Box mt="3">
      <Notice tone="act" title={logChooserText.logNotRead}>
        {children}
      </Notice>
    </Box>
  );
}

interface ReadLineProps {
  /** Share that was read; null while nothing is. */
  progress: number | null;
  /** A column was said to be something. */
  assigned: boolean;
  kind: "act" | "quiet";
  onRead: () => void;
  children: string;
}

function ReadLine({ progress, assigned, kind, onRead, children }: ReadLineProps) {
  return (
    <Flex gap="3" mt="3" align="center">
      <BenchButton kind={kind} disabled={!assigned || progress !== null} onClick={onRead}>
        {children}
      </BenchButton>
      <Text kind="soft" role="status">
        {progress !== null
          ? logChooserText.reading(Math.round(progress * 100))
          : assigned
            ? ""
            : logChooserText.assignTheColumns}
      </Text>
    </Flex>
  );
}

interface DoubtedProps {
  log: LogColumns;
  doubts: readonly LogDoubt[];
  onLog: (log: LogColumns) => void;
}

/** What looks wrong in a log, to be put right or taken as it stands. */
function Doubted({ log, doubts, onLog }: DoubtedProps) {
  const figures = useFigures();
  return (
    <Box mt="3">
      <Notice tone="act" title={logDoubtWords.title}>
        {doubts.map((doubt) => (
          <Text key={doubt.code}>{logDoubtSentence(doubt, figures)}</Text>
        ))}
        <Flex gap="2" mt="2" wrap="wrap">
          <BenchButton kind="act" onClick={() => onLog(withDoubtsMended(log, doubts))}>
            {logDoubtWords.mend(doubts)}
          </BenchButton>
          <BenchButton kind="quiet" onClick={() => onLog(log)}>
            {logDoubtWords.asItStands}
          </BenchButton>
        </Flex>
      </Notice>
    </Box>
  );
}

interface MappingProps {
  preview: LogPreview;
  mapping: LogMapping;
  onChange: (mapping: LogMapping) => void;
}

function Mapping({ preview, mapping, onChange }: MappingProps) {
  const named = (column: number) => preview.header[column]?.trim() || `column ${column + 1}`;
  const options = preview.header.map((_, i) => [String(i), named(i)] as const);
  const setChannel = (channel: LogChannel, change: LogColumn | null) => {
    const { [channel]: _, ...others } = mapping.columns;
    onChange({ ...mapping, columns: change === null ? others : { ...others, [channel]: change } });
  };
  return (
    <>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="2.5">
        <Row label={logChooserText.time}>
          <Select
            label={logChooserText.columnOfTime}
            value={String(mapping.timeColumn)}
            options={options}
            onPick={(value) => {
              // A time column that a person picks is believed alone.
              const { dateColumn: _, ...rest } = mapping;
              onChange({ ...rest, timeColumn: Number(value) });
            }}
          />
          <Select
            label={logChooserText.timeFormat}
            value={mapping.timeKind}
            options={timeKinds.map((kind) => [kind, logTimeWords[kind]])}
            onPick={(timeKind) => onChange({ ...mapping, timeKind })}
          />
        </Row>
        {logChannels.map((channel) => (
          <ChannelRow
            key={channel}
            channel={channel}
            from={mapping.columns[channel]}
            columns={options}
            onChange={(change) => setChannel(channel, change)}
          />
        ))}
      </Grid>
      <Checkbox.Root
        mt="2"
        minH="target"
        checked={mapping.decimalComma}
        onCheckedChange={({ checked }) => onChange({ ...mapping, decimalComma: checked === true })}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control
          boxSize="24px"
          borderColor="edge"
          bg="field"
          color="onInk"
          _checked={{ bg: "ink", borderColor: "ink" }}
        />
        <Checkbox.Label fontSize="md">{logChooserText.decimalComma}</Checkbox.Label>
      </Checkbox.Root>
      <FirstRows preview={preview} named={named} />
    </>
  );
}

function FirstRows({ preview, named }: { preview: LogPreview; named: (column: number) => string }) {
  return (
    <Box overflowX="auto" mt="2" tabIndex={0} role="region" aria-label={logChooserText.firstRowsOfTheLog}>
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row bg="transparent">
            {preview.header.map((_, i) => (
              <Table.ColumnHeader key={named(i)} color="soft" whiteSpace="nowrap">
                {named(i)}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {preview.rows.slice(0, 4).map((row) => (
            <Table.Row key={row.join("|")} bg="transparent">
              {preview.header.map((_, i) => (
                <Table.Cell key={named(i)} whiteSpace="nowrap">
                  {row[i] ?? ""}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

interface ChannelRowProps {
  channel: LogChannel;
  from: LogColumn | undefined;
  columns: readonly (readonly [string, string])[];
  onChange: (change: LogColumn | null) => void;
}

/** Column, unit and, of a pressure, zero of one channel. */
function ChannelRow({ channel, from, columns, onChange }: ChannelRowProps) {
  return (
    <Row label={channels[channel].name}>
      <Select
        label={logChooserText.columnOf(channels[channel].name)}
        value={from ? String(from.column) : ""}
        options={[["", "none"], ...columns]}
        onPick={(value) =>
          onChange(
            value === ""
              ? null
              : { ...from, column: Number(value), unit: from?.unit ?? channels[channel].log.units[0] },
          )
        }
      />
      {channels[channel].log.units.length > 1 && (
        <Select
          label={logChooserText.logUnitOf(channels[channel].name)}
          value={from?.unit ?? channels[channel].log.units[0]}
          options={channels[channel].log.units.map((unit) => [unit, units[unit].label])}
          onPick={(unit) => from && onChange({ ...from, unit })}
        />
      )}
      {isPressure(channel) && (
        <GaugeOrAbsolute
          label={logChooserText.countedFrom(channels[channel].name)}
          absolute={from?.absolute ?? false}
          onPick={(absolute) => from && onChange({ ...from, absolute })}
        />
      )}
    </Row>
  );
}

function Row({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <Flex align="center" gap="2">
      <Text w="108px" flexShrink="0" kind="field">
        {label}
      </Text>
      {children}
    </Flex>
  );
}
