"use client";

import { Table } from "@chakra-ui/react";
import type { ExpectedRanges, Range } from "@/core/diagnosis/explain/expected-range";
import type { ComparedChannel } from "@/core/diagnosis/explain/state-channels";
import type { DerivedValues } from "@/core/readings/derive/derived";
import type { JudgedStream } from "@/core/readings/stream/judged-stream";
import { type UnitId, units } from "@/core/units/units";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { commonText } from "@/words/screens/common";
import { expectedRowsText } from "@/words/screens/step-pictures";

const rows: { channel: ComparedChannel; name: string; unit: UnitId }[] = [
  { channel: "low", name: commonText.lowSide, unit: "kPa" },
  { channel: "high", name: commonText.highSide, unit: "kPa" },
  { channel: "superheat", name: commonText.superheat, unit: "K" },
  { channel: "subcooling", name: commonText.subcooling, unit: "K" },
  { channel: "vent", name: commonText.centreVent, unit: "degC" },
  { channel: "suction", name: commonText.suctionLine, unit: "degC" },
  { channel: "liquid", name: commonText.liquidLine, unit: "degC" },
];

/** Rows beside the ranges. */
type Reading = Pick<JudgedStream, "values"> & { derived: DerivedValues | null };

/** Every reading beside what nine in ten healthy vehicles of this label show now. */
export function ExpectedRows({
  bands,
  narrowedBy: { ownTests, sisters },
  live,
}: {
  bands: ExpectedRanges["ranges"] | null;
  narrowedBy: Pick<ExpectedRanges, "ownTests" | "sisters">;
  live: Reading;
}) {
  const figures = useFigures();
  if (bands === null) {
    return <Text kind="soft">{expectedRowsText.withTheEngineRunningEvery}</Text>;
  }
  return (
    <>
      <Table.Root size="sm" css={{ "& td, & th": { px: "0", ps: "1.5", py: "1.5", borderColor: "line", bg: "sheet" } }}>
        <Table.Header>
          <Table.Row>
            {["Reading", "Now", "Expected", "Deviation"].map((text) => (
              <Table.ColumnHeader
                key={text}
                color="soft"
                fontWeight="semibold"
                textAlign={text === "Reading" ? "start" : "end"}
              >
                {text}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map(({ channel, name, unit: own }) => {
            const decimals = own === "K" ? 0 : units[own].decimals;
            const value = readingOf(live, channel);
            const band = bands[channel];
            return (
              <Table.Row key={channel}>
                <Table.Cell fontWeight="semibold" whiteSpace="nowrap">
                  {name}
                </Table.Cell>
                <Table.Cell textAlign="end" fontSize="lg" fontWeight="semibold" whiteSpace="nowrap">
                  {figures.number(value, own, decimals)}
                </Table.Cell>
                <Table.Cell textAlign="end" color="soft" whiteSpace="nowrap">
                  {`${figures.number(band.low, own, decimals)}–${figures.number(band.high, own, decimals)} ${figures.label(own)}`}
                </Table.Cell>
                <Table.Cell textAlign="end" whiteSpace="nowrap" fontWeight="semibold">
                  <Beyond value={value} band={band} unit={own} decimals={decimals} />
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      <Text kind="note" mt="2">
        {ownTests > 0
          ? expectedRowsText.rangeOf90OfSound(ownTests, ownTests === 1 ? "reading" : "readings")
          : sisters > 0
            ? expectedRowsText.rangeOfSisters(sisters)
            : expectedRowsText.text90OfSoundVehiclesAre}
      </Text>
    </>
  );
}

function Beyond({
  value,
  band,
  unit,
  decimals,
}: {
  value: number | null;
  band: Range;
  unit: UnitId;
  decimals: number;
}) {
  const figures = useFigures();
  if (value === null) return null;
  if (value >= band.low && value <= band.high) {
    return (
      <Text as="span" kind="soft">
        {expectedRowsText.inside}
      </Text>
    );
  }
  const beyond = value > band.high ? value - band.high : band.low - value;
  return (
    <Text as="span" kind="alarm">
      {`${figures.number(beyond, unit === "degC" ? "K" : unit, decimals)} ${value > band.high ? "over" : "under"}`}
    </Text>
  );
}

function readingOf({ values, derived }: Reading, channel: ComparedChannel): number | null {
  if (channel === "superheat") return derived?.superheatK?.value ?? null;
  if (channel === "subcooling") return derived?.subcoolingK?.value ?? null;
  return values[channel];
}
