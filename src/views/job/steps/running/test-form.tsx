"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { type ClipboardEvent, Fragment, useState } from "react";
import { channels, type SettingChannel, seldomChannels, usualChannels } from "@/core/readings/channels";
import type { DerivedValues } from "@/core/readings/derive/derived";
import type { Measured } from "@/core/readings/derive/measured";
import { showsCarriedDay } from "@/core/records/derived/carried-conditions";
import { deriveFor, settingValues, type TestName, withSetting, withTyped } from "@/core/records/derived/job-readings";
import { pastedCells, type ReadingRow, withPasted } from "@/core/records/derived/pasted-readings";
import { fields } from "@/core/records/fields";
import type { Job, TestRecord, TestSetting } from "@/core/records/job";
import type { Entry } from "@/core/units/entry";
import { entryValue } from "@/core/units/entry";
import { type UnitId, unitsOf } from "@/core/units/units";
import { useDiagnosis, useJob, useSetPart, useSimulator } from "@/session/session";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { Explain } from "@/ui/explain";
import { Choice } from "@/ui/fields/choice";
import { FIELD_COLUMNS, placeInTable } from "@/ui/fields/enter";
import { NumberField, UnitChoice } from "@/ui/fields/number-field";
import { useFigures } from "@/ui/figures";
import { useAccuracy } from "@/ui/instruments";
import { Text } from "@/ui/text";
import { settingHead } from "@/words/capture";
import { commonText } from "@/words/screens/common";
import { testFormText } from "@/words/screens/steps/running";

/** A pressure is shown in the unit of the high side; its decimals come with that unit. */
const derivedRows: {
  key: keyof DerivedValues;
  label: string;
  about: string;
  unit: UnitId | "as-high" | null;
  decimals?: number;
}[] = [
  { key: "superheatK", label: commonText.superheat, about: "superheat", unit: "K", decimals: 0 },
  { key: "subcoolingK", label: commonText.subcooling, about: "subcooling", unit: "K", decimals: 0 },
  { key: "flashMarginKpa", label: testFormText.flashGasReserve, about: "flash", unit: "as-high" },
  { key: "approachK", label: testFormText.condenserSplit, about: "approach", unit: "K", decimals: 0 },
  { key: "airSplitK", label: testFormText.evaporatorAirDrop, about: "air-split", unit: "K", decimals: 1 },
  { key: "compressionRatio", label: testFormText.pressureRatio, about: "high-side", unit: null, decimals: 1 },
];

/** The day and how the air runs, as the test is done. */
export function Conditions({ which }: { which: TestName }) {
  const { job, edit } = useJob();
  const test = job[which];
  const set = useSetPart(which);
  const { setBlower } = useSimulator("setBlower");
  return (
    <Card title={testFormText.conditions}>
      {which === "proof" && showsCarriedDay(job) && (
        <Text kind="soft" mb="2">
          {testFormText.carriedFromTheFirstTest}
        </Text>
      )}
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(3, 1fr)" }} gap="3" alignItems="start">
        <NumberField spec={fields.ambient} value={test.ambient} onChange={(ambient) => set({ ambient })} />
        <NumberField spec={fields.humidity} value={test.humidity} onChange={(humidity) => set({ humidity })} />
        <NumberField
          spec={fields.altitude}
          value={job.altitude}
          onChange={(altitude) => edit((stored) => ({ ...stored, altitude }))}
        />
        <Choice
          label={testFormText.airSource}
          options={[
            { value: "fresh", label: testFormText.fresh },
            { value: "recirculated", label: testFormText.recirculated },
          ]}
          value={test.airSource}
          onChange={(airSource) => set({ airSource })}
        />
        <NumberField
          spec={fields.blower}
          value={test.blower}
          onChange={(blower) => {
            set({ blower });
            const pct = entryValue(fields.blower, blower);
            if (pct !== null) setBlower(pct);
          }}
        />
        {test.airSource === "recirculated" && (
          <NumberField
            spec={fields.cabinReturn}
            value={test.cabinReturn}
            onChange={(cabinReturn) => set({ cabinReturn })}
          />
        )}
      </Grid>
    </Card>
  );
}

/** Derived values, setting by setting. */
export function Derived({ which }: { which: TestName }) {
  const accuracy = useAccuracy();
  const figures = useFigures();
  const { job } = useJob();
  const test = job[which];
  const derived = test.settings.map((setting) => deriveFor(job, test, settingValues(setting), accuracy));
  return (
    <Card title={testFormText.derivedValues}>
      <Grid templateColumns="minmax(120px, 1.3fr) repeat(2, minmax(0, 1fr)) auto" columnGap="3" alignItems="center">
        <span />
        {test.settings.map((setting) => (
          <Text key={setting.name} fontWeight="semibold" fontSize="md" ps="3">
            {settingHead(setting.name, job.intake.compressor)}
          </Text>
        ))}
        <span />
        {derivedRows.map(({ key, label, about, unit: own, decimals }) => {
          const unit = own === "as-high" ? "kPa" : own;
          return (
            <Fragment key={key}>
              <RowLabel text={label} about={about} />
              {derived.map((values, index) => (
                <DerivedCell
                  key={test.settings[index]!.name}
                  value={values?.[key] ?? null}
                  unit={unit}
                  decimals={decimals}
                />
              ))}
              <Text kind="soft">{unit === null ? "" : figures.label(unit)}</Text>
            </Fragment>
          );
        })}
      </Grid>
    </Card>
  );
}

/** Readings of both settings, narrow enough to stand beside the towers. */
export function ReadingsTable({ which }: { which: TestName }) {
  return (
    <Card title={testFormText.readings}>
      <Readings which={which} />
    </Card>
  );
}

function Readings({ which }: { which: TestName }) {
  const { job, edit } = useJob();
  const test = job[which];
  const change = (index: 0 | 1, edited: (setting: TestSetting) => TestSetting) =>
    edit((stored) => withSetting(stored, which, index, edited));
  const setUnit = (channel: SettingChannel, unit: UnitId) => {
    for (const index of [0, 1] as const) {
      change(index, (setting) => ({ ...setting, [channel]: { ...setting[channel], unit } }));
    }
  };
  const [opened, setOpened] = useState(false);
  // A command is read only where there is one.
  const seldom = seldomChannels.filter(
    (id) => id !== "command" || ["variable-external", null].includes(job.intake.compressor),
  );
  const { verdict } = useDiagnosis("verdict");
  // The most useful additional readings are shown unasked.
  const best = verdict?.nextTests[0]?.reads ?? [];
  const asked = seldom.some((id) => best.some((path) => path.endsWith(channels[id].field)));
  const more = opened || asked || test.settings.some((setting) => seldom.some((id) => setting[id].text !== ""));
  const hasSpeed = job.intake.compressor !== "electric";
  const shown = [...usualChannels, ...(more ? seldom : [])];
  const paste = (event: ClipboardEvent<HTMLElement>) => {
    const cells = pastedCells(event.clipboardData.getData("text"));
    const place = event.target instanceof HTMLInputElement ? placeInTable(event.target) : null;
    if (cells === null || place === null) return;
    event.preventDefault();
    const rows: ReadingRow[] = hasSpeed ? ["rpm", ...shown] : shown;
    const at = { which, rows, row: place.row, column: place.column as 0 | 1 };
    edit((stored) => withPasted(stored, at, cells));
    // The field with the focus shows what was stored, not what stood in it.
    (event.target as HTMLInputElement).blur();
  };
  return (
    <Grid
      {...{ [FIELD_COLUMNS]: 2 }}
      onPaste={paste}
      templateColumns="minmax(84px, 1fr) repeat(2, minmax(0, 1.05fr)) auto"
      columnGap="2"
      rowGap="0"
      alignItems="start"
    >
      <SettingHeads test={test} compressor={job.intake.compressor} />
      {hasSpeed && <SpeedRow test={test} onChange={(index, rpm) => change(index, (stored) => ({ ...stored, rpm }))} />}
      {shown.map((channel) => (
        <ChannelRow
          key={channel}
          test={test}
          channel={channel}
          onChange={(index, entry) => edit((stored) => withTyped(stored, which, index, channel, entry))}
          onUnit={(unit) => setUnit(channel, unit)}
        />
      ))}
      {!more && (
        <Box gridColumn="1 / -1">
          <BenchButton
            kind="quiet"
            whiteSpace="normal"
            textAlign="start"
            py="2"
            aria-expanded={false}
            onClick={() => setOpened(true)}
          >
            {testFormText.moreReadings(seldom.map((channel) => channels[channel].short.toLowerCase()).join(", "))}
          </BenchButton>
        </Box>
      )}
    </Grid>
  );
}

interface SpeedRowProps {
  test: TestRecord;
  onChange: (index: 0 | 1, entry: Entry) => void;
}

function SpeedRow({ test, onChange }: SpeedRowProps) {
  return (
    <>
      <RowLabel text={testFormText.engineSpeed} />
      {test.settings.map((setting, index) => (
        <NumberField
          key={setting.name}
          spec={fields.rpm}
          value={setting.rpm}
          label={testFormText.engineSpeed2(setting.name)}
          hideLabel
          hideUnit
          onChange={(rpm) => onChange(index as 0 | 1, rpm)}
        />
      ))}
      <UnitChoice label={testFormText.unitOfEngineSpeed} unit="rpm" options={["rpm"]} onChange={() => undefined} />
    </>
  );
}

interface ChannelRowProps extends SpeedRowProps {
  channel: SettingChannel;
  onUnit: (unit: UnitId) => void;
}

/** A channel at both settings, in one unit. */
function ChannelRow({ test, channel, onChange, onUnit }: ChannelRowProps) {
  return (
    <>
      <RowLabel text={channels[channel].name} />
      {test.settings.map((setting, index) => (
        <NumberField
          key={setting.name}
          spec={fields[channel]}
          value={setting[channel]}
          label={`${channels[channel].name}, ${setting.name}`}
          hideLabel
          hideUnit
          onChange={(entry) => onChange(index as 0 | 1, entry)}
        />
      ))}
      <UnitChoice
        label={testFormText.unitOf(channels[channel].name.toLowerCase())}
        unit={test.settings[0][channel].unit}
        options={unitsOf(fields[channel].dimension)}
        onChange={onUnit}
      />
    </>
  );
}

/** Name of each setting, and where its readings come from. */
function SettingHeads({ test, compressor }: { test: TestRecord; compressor: Job["intake"]["compressor"] }) {
  return (
    <>
      <span />
      {test.settings.map((setting) => (
        <Box key={setting.name} pb="1">
          <Text fontWeight="semibold" fontSize="md">
            {settingHead(setting.name, compressor)}
          </Text>
          <Text fontSize="sm" color={setting.unsettled.length > 0 ? "wait" : "soft"}>
            {provenance(setting)}
          </Text>
        </Box>
      ))}
      <span />
    </>
  );
}

function provenance(setting: TestSetting): string {
  if (setting.takenAt === null) return "typed";
  const at = new Date(setting.takenAt).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" });
  if (setting.unsettled.length === 0) return `taken ${at}, steady`;
  return testFormText.recordedNotSteady(
    at,
    setting.unsettled.map((channel) => channels[channel].name.toLowerCase()).join(", "),
  );
}

function RowLabel({ text, about }: { text: string; about?: string }) {
  return (
    <Flex
      minH={about === undefined ? "target" : "36px"}
      align="center"
      lineHeight="1.2"
      fontWeight={about === undefined ? "semibold" : "normal"}
      fontSize="md"
    >
      {about === undefined ? text : <Explain about={about}>{text}</Explain>}
    </Flex>
  );
}

function DerivedCell({ value, unit, decimals }: { value: Measured | null; unit: UnitId | null; decimals?: number }) {
  const figures = useFigures();
  return (
    <Flex align="baseline" gap="1.5" minH="34px" ps="3">
      <Text as="span" fontSize="xl" fontWeight="semibold">
        {unit === null ? (value?.value.toFixed(decimals) ?? "–") : figures.number(value?.value, unit, decimals)}
      </Text>
      {value && (
        <Text as="span" kind="note">
          ± {unit === null ? value.uncertainty.toFixed(1) : figures.uncertainty(value.uncertainty, unit)}
        </Text>
      )}
    </Flex>
  );
}
