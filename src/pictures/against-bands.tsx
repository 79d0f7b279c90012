"use client";

import { Table, Text } from "@chakra-ui/react";
import type { Band, BandChannel, ExpectedBands } from "@/core/diagnosis/explain/expected";
import type { DerivedValues } from "@/core/readings/derive/derived";
import type { JudgedStream } from "@/core/readings/stream/judged-stream";
import { formatNumber, type UnitId, units } from "@/core/units/units";

const rows: { channel: BandChannel; name: string; unit: UnitId | "pressure" }[] = [
  { channel: "low", name: "Low side", unit: "pressure" },
  { channel: "high", name: "High side", unit: "pressure" },
  { channel: "superheat", name: "Superheat", unit: "K" },
  { channel: "subcooling", name: "Subcooling", unit: "K" },
  { channel: "vent", name: "Centre vent", unit: "degC" },
  { channel: "suction", name: "Suction line", unit: "degC" },
  { channel: "liquid", name: "Liquid line", unit: "degC" },
];

/** What stands beside the bands. */
type Reading = Pick<JudgedStream, "values"> & { derived: DerivedValues | null };

/** Every reading beside what nine in ten healthy vehicles of this label show now. */
export function AgainstBands({
  bands,
  ownTests,
  live,
  unit,
}: {
  bands: ExpectedBands["bands"] | null;
  ownTests: number;
  live: Reading;
  unit: UnitId;
}) {
  if (bands === null) {
    return (
      <Text color="soft">
        While the engine runs, every reading stands here beside what such a vehicle should show now. Wants label,
        altitude and ambient.
      </Text>
    );
  }
  return (
    <>
      <Table.Root size="sm" css={{ "& td, & th": { px: "0", ps: "1.5", py: "1.5", borderColor: "line", bg: "sheet" } }}>
        <Table.Header>
          <Table.Row>
            {["Reading", "Now", "Should be", "Off by"].map((text) => (
              <Table.ColumnHeader
                key={text}
                color="soft"
                fontWeight="600"
                textAlign={text === "Reading" ? "start" : "end"}
              >
                {text}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map(({ channel, name, unit: own }) => {
            const shown = own === "pressure" ? unit : own;
            const decimals = shown === "K" ? 0 : units[shown].decimals;
            const value = readingOf(live, channel);
            const band = bands[channel];
            return (
              <Table.Row key={channel}>
                <Table.Cell fontWeight="600" whiteSpace="nowrap">
                  {name}
                </Table.Cell>
                <Table.Cell textAlign="end" fontSize="19px" fontWeight="650" whiteSpace="nowrap">
                  {formatNumber(value, shown, decimals)}
                </Table.Cell>
                <Table.Cell textAlign="end" color="soft" whiteSpace="nowrap">
                  {`${formatNumber(band.low, shown, decimals)}–${formatNumber(band.high, shown, decimals)} ${units[shown].label}`}
                </Table.Cell>
                <Table.Cell textAlign="end" whiteSpace="nowrap" fontWeight="600">
                  <Beyond value={value} band={band} unit={shown} decimals={decimals} />
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      <Text color="soft" fontSize="14px" mt="2">
        {ownTests > 0
          ? `Nine in ten sound vehicles that showed what this one did when it was proved sound here (${ownTests} ${ownTests === 1 ? "reading" : "readings"}).`
          : "Nine in ten sound vehicles of this label. They differ this much: inside is no proof, outside is a reason to look."}
      </Text>
    </>
  );
}

function Beyond({ value, band, unit, decimals }: { value: number | null; band: Band; unit: UnitId; decimals: number }) {
  if (value === null) return null;
  if (value >= band.low && value <= band.high) {
    return (
      <Text as="span" color="done">
        inside
      </Text>
    );
  }
  const beyond = value > band.high ? value - band.high : band.low - value;
  return (
    <Text as="span" color="act">
      {`${formatNumber(beyond, unit === "degC" ? "K" : unit, decimals)} ${value > band.high ? "over" : "under"}`}
    </Text>
  );
}

function readingOf({ values, derived }: Reading, channel: BandChannel): number | null {
  if (channel === "superheat") return derived?.superheatK?.value ?? null;
  if (channel === "subcooling") return derived?.subcoolingK?.value ?? null;
  return values[channel];
}
