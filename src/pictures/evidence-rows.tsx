"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { atmosphericPressureKpa } from "@/core/air/atmosphere";
import type { Cause } from "@/core/causes/catalogue";
import { type HardLimit, type HardLimitCode, hardLimitOf } from "@/core/diagnosis/explain/hard-limits";
import type { EvidenceRow } from "@/core/diagnosis/explain/reasons";
import { fluidTable } from "@/core/fluids/tables";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { causeName } from "@/words/causes";
import type { Wording } from "@/words/diagnosis";
import {
  evidenceWords,
  hardLimitWords,
  limitNames,
  quantityLabel,
  quantityNames,
  quantityNumber,
  rowWords,
  saysWords,
  speedWords,
} from "@/words/reasons";

const columns = { base: "1fr auto", md: "168px 108px minmax(140px, 1fr) 236px" };
const HATCH = "evrid-rival-hatch";

interface EvidenceRowsProps {
  rows: readonly EvidenceRow[];
  leading: Cause;
  wording: Wording;
  /** Signs that were seen and complaints, in words: each supports the leading cause. */
  seen: readonly string[];
}

/** One row a quantity: the reading with its error on the ranges of sound vehicles, of the leading cause and of its rival. */
export function EvidenceRows({ rows, leading, wording, seen }: EvidenceRowsProps) {
  const limits = new Map(rows.flatMap((row) => limitNear(row, wording)?.code ?? []).map((code) => [code, code]));
  const rival = rows.flatMap(({ ranges }) => ranges).find(({ cause }) => cause !== leading && cause !== "none")?.cause;
  return (
    <Box role="group" aria-label={evidenceWords.title}>
      <Legend leading={leading} rival={rival} limits={[...limits.keys()]} />
      {rows.map((row) => (
        <Row key={row.quantity} row={row} leading={leading} wording={wording} />
      ))}
      {seen.map((text) => (
        <Grid key={text} templateColumns={columns} {...rowLook}>
          <Text gridColumn={{ md: "1 / 4" }} fontSize="md">
            {text}
          </Text>
          <Says says="supports">{null}</Says>
        </Grid>
      ))}
    </Box>
  );
}

const rowLook = {
  columnGap: "3",
  alignItems: "center",
  minH: "46px",
  borderTopWidth: "1px",
  borderColor: "line",
  py: "0.5",
} as const;

function Row({ row, leading, wording }: { row: EvidenceRow; leading: Cause; wording: Wording }) {
  const figures = useFigures();
  const { quantity, rpm, value } = row;
  const speed = speedWords(rpm, wording);
  return (
    <Grid templateColumns={columns} {...rowLook}>
      <Box>
        <Text fontSize="md" lineHeight="1.2">
          {quantityNames[quantity]}
        </Text>
        {speed && (
          <Text kind="small" lineHeight="1.2">
            {speed}
          </Text>
        )}
      </Box>
      <Text textAlign="end" whiteSpace="nowrap">
        <Text as="span" fontSize="xl" fontWeight="600">
          {quantityNumber(quantity, value, figures)}
        </Text>{" "}
        <Text as="span" kind="small">
          {quantityLabel(quantity, figures)}
        </Text>
      </Text>
      <Box gridColumn={{ base: "1 / 3", md: "auto" }}>
        {quantity !== "cycling" && <RangePicture row={row} leading={leading} wording={wording} />}
      </Box>
      <Box gridColumn={{ base: "1 / 3", md: "auto" }}>
        <Says says={row.says}>{rowWords(row, leading)}</Says>
      </Box>
    </Grid>
  );
}

const tones = { supports: "done", contradicts: "wait", neutral: "soft" } as const;

function Says({ says, children }: { says: EvidenceRow["says"]; children: ReactNode }) {
  return (
    <Text fontSize="sm" lineHeight="1.25" color={says === "neutral" ? "soft" : "ink"}>
      {says !== "neutral" && (
        <Text as="span" fontWeight="600" color={tones[says]}>
          {saysWords[says]}
          {children ? ": " : ""}
        </Text>
      )}
      {children}
    </Text>
  );
}

const HEIGHT = 36;
/** Room on either side of the widest range, share of the whole. */
const MARGIN = 0.06;
/** A hard limit is drawn where it lies this near to what is shown, share of the whole. */
const NEAR_LIMIT = 0.35;

/** Ranges that are drawn: of sound vehicles, of the leading cause and of its rival. */
function rangesOf({ expected, ranges }: EvidenceRow, leading: Cause) {
  return {
    sound: expected ?? ranges.find(({ cause }) => cause === "none") ?? null,
    own: ranges.find(({ cause }) => cause === leading) ?? null,
    rival: ranges.find(({ cause }) => cause !== leading && cause !== "none") ?? null,
  };
}

/** Stretch that holds the reading with its error, every range, and the limit where there is one. */
function domainOf({ value, error, expected, ranges }: EvidenceRow, limit: HardLimit | null) {
  const ends = [value - error, value + error, ...ranges.flatMap(({ low, high }) => [low, high])];
  if (expected) ends.push(expected.low, expected.high);
  if (limit) ends.push(limit.value);
  return { least: Math.min(...ends), most: Math.max(...ends) };
}

/** The hard limit of a quantity where it lies near to what is drawn; null elsewhere. */
function limitNear(row: EvidenceRow, { refrigerant, altitudeM }: Wording): HardLimit | null {
  if (row.quantity === "cycling") return null;
  const limit = hardLimitOf(row.quantity, refrigerant, {
    fluid: fluidTable(refrigerant),
    atmosphereKpa: atmosphericPressureKpa(altitudeM),
  });
  const { least, most } = domainOf(row, null);
  const reach = NEAR_LIMIT * (most - least);
  return limit !== null && limit.value > least - reach && limit.value < most + reach ? limit : null;
}

function RangePicture({ row, leading, wording }: { row: EvidenceRow; leading: Cause; wording: Wording }) {
  const figures = useFigures();
  const { value, error } = row;
  const { sound, own, rival } = rangesOf(row, leading);
  const drawn = limitNear(row, wording);
  const { least, most } = domainOf(row, drawn);
  const span = Math.max(most - least, 1e-6);
  const at = (given: number) => 100 * (MARGIN + ((1 - 2 * MARGIN) * (given - least)) / span);
  const bar = (low: number, high: number) => ({ x: `${at(low)}%`, width: `${Math.max(at(high) - at(low), 0.5)}%` });
  return (
    <svg width="100%" height={HEIGHT} role="img" aria-label={evidenceWords.picture(row, figures)}>
      <line x1="0" x2="100%" y1={HEIGHT / 2} y2={HEIGHT / 2} stroke="var(--chakra-colors-line)" />
      {sound && (
        <rect
          {...bar(sound.low, sound.high)}
          y="4"
          height={HEIGHT - 8}
          fill="var(--chakra-colors-band)"
          stroke="var(--chakra-colors-done)"
        />
      )}
      {rival && (
        <rect
          {...bar(rival.low, rival.high)}
          y="21"
          height="10"
          fill={`url(#${HATCH})`}
          stroke="var(--chakra-colors-soft)"
        />
      )}
      {own && leading !== "none" && (
        <rect
          {...bar(own.low, own.high)}
          y="6"
          height="11"
          fill="none"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="2"
        />
      )}
      {drawn && (
        <g>
          <line
            x1={`${at(drawn.value)}%`}
            x2={`${at(drawn.value)}%`}
            y1="0"
            y2={HEIGHT}
            stroke="var(--chakra-colors-out)"
            strokeWidth="2"
            strokeDasharray="3 3"
          />
          <title>{hardLimitWords(drawn, figures)}</title>
        </g>
      )}
      <rect {...bar(value - error, value + error)} y="16" height="5" fill="var(--chakra-colors-soft)" opacity="0.65" />
      <rect
        x={`${at(value)}%`}
        y="1"
        width="5"
        height={HEIGHT - 2}
        transform="translate(-2.5 0)"
        fill="var(--chakra-colors-ink)"
      />
    </svg>
  );
}

interface LegendProps {
  leading: Cause;
  rival: Cause | undefined;
  limits: readonly HardLimitCode[];
}

function Legend({ leading, rival, limits }: LegendProps) {
  return (
    <Flex gap="5" rowGap="1" wrap="wrap" pb="2" fontSize="sm" color="soft">
      <svg width="0" height="0" aria-hidden style={{ position: "absolute" }}>
        <defs>
          <pattern id={HATCH} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" fill="var(--chakra-colors-sheet)" />
            <line x1="0" x2="0" y1="0" y2="6" stroke="var(--chakra-colors-soft)" strokeWidth="2.5" />
          </pattern>
        </defs>
      </svg>
      <Key text={evidenceWords.sound}>
        <rect
          x="0.5"
          y="0.5"
          width="25"
          height="11"
          fill="var(--chakra-colors-band)"
          stroke="var(--chakra-colors-done)"
        />
      </Key>
      {leading !== "none" && (
        <Key text={causeName(leading).toLowerCase()}>
          <rect x="1" y="1" width="24" height="10" fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="2" />
        </Key>
      )}
      {rival && (
        <Key text={`${evidenceWords.nextLikely}: ${causeName(rival).toLowerCase()}`}>
          <rect x="0.5" y="0.5" width="25" height="11" fill={`url(#${HATCH})`} stroke="var(--chakra-colors-soft)" />
        </Key>
      )}
      {limits.map((code) => (
        <Key key={code} text={limitNames[code]}>
          <line
            x1="13"
            x2="13"
            y1="0"
            y2="12"
            stroke="var(--chakra-colors-out)"
            strokeWidth="2"
            strokeDasharray="3 3"
          />
        </Key>
      ))}
      <Key text={evidenceWords.reading}>
        <rect x="3" y="4" width="20" height="4" fill="var(--chakra-colors-soft)" opacity="0.65" />
        <rect x="11" y="0" width="4" height="12" fill="var(--chakra-colors-ink)" />
      </Key>
    </Flex>
  );
}

function Key({ text, children }: { text: string; children: ReactNode }) {
  return (
    <Flex align="center" gap="2">
      <svg width="26" height="12" aria-hidden>
        {children}
      </svg>
      <span>{text}</span>
    </Flex>
  );
}
