"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp } from "lucide-react";
import { type CSSProperties, memo, useMemo, useRef, useState } from "react";
import type { VehicleRow } from "@/core/records/vehicles/vehicle-row";
import type { Figures } from "@/core/units/figures";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { refrigerantLabels } from "@/words/job";
import { commonText } from "@/words/screens/common";
import { vehicleTableText } from "@/words/screens/vehicles";
import { dayOf, dueOf, passingWords, rateWords, visitsWords } from "@/words/vehicles";

interface VehicleTableProps {
  rows: VehicleRow[];
  now: number;
  onOpen: (row: VehicleRow) => void;
}

const ROW_PX = 62;
type ColumnId = "name" | "label" | "last" | "rate" | "passes";
interface Column {
  id: ColumnId;
  header: string;
  /** Sorting value: all strings, or all numbers. */
  value: (row: VehicleRow) => string | number;
}
const columns: readonly Column[] = [
  { id: "name", header: commonText.vehicle, value: (row) => row.name.toLowerCase() },
  { id: "label", header: vehicleTableText.label, value: (row) => row.labelG ?? -1 },
  { id: "last", header: vehicleTableText.lastVisit, value: (row) => row.lastAt },
  { id: "rate", header: vehicleTableText.loses, value: (row) => row.rate?.high ?? -1 },
  {
    id: "passes",
    header: vehicleTableText.below85,
    value: (row) => row.passes?.likely ?? row.passes?.earliest ?? "9999",
  },
];

/** Order of the rows. A second press on a column turns the direction. */
interface Order {
  by: ColumnId;
  descending: boolean;
}

function sortedBy(rows: readonly VehicleRow[], { by, descending }: Order): VehicleRow[] {
  const { value } = columns.find(({ id }) => id === by)!;
  const sign = descending ? -1 : 1;
  return rows
    .map((row) => ({ row, at: value(row) }))
    .sort((a, b) => (a.at < b.at ? -sign : a.at > b.at ? sign : 0))
    .map(({ row }) => row);
}

/** Width of each column, so that head and rows agree. */
const WIDTHS = "var(--vehicle-columns)";
const WIDE = "minmax(0, 1fr) 118px 118px 140px 176px";
/** Without what it loses, which stands on its own page. */
const PHONE = "minmax(0, 1fr) 104px";
const NARROW = "minmax(0, 1fr) 84px 110px 168px";
/** A grid of plain boxes; what they are to a screen reader. */
const rowAt = (place: number) => ({ role: "row", "aria-rowindex": place });
const CELL = { role: "cell" } as const;
const onWide = { base: "none", lg: "block" } as const;
const onTablet = { base: "none", md: "block" } as const;

/** Thousands of vehicles, of which only those in sight are drawn; sorted by any column. */
export const VehicleTable = memo(function VehicleTable({ rows, now, onOpen }: VehicleTableProps) {
  const figures = useFigures();
  const [order, setOrder] = useState<Order>({ by: "last", descending: true });
  const sorted = useMemo(() => sortedBy(rows, order), [rows, order]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 4,
  });
  return (
    <Flex
      direction="column"
      flex="1"
      minH="200px"
      bg="sheet"
      rounded="card"
      overflow="hidden"
      role="table"
      css={{
        "--vehicle-columns": { base: PHONE, md: NARROW, lg: WIDE },
        "& [data-wide]": { display: onWide },
        "& [data-tablet]": { display: onTablet },
      }}
      aria-label={commonText.vehicles}
      aria-rowcount={sorted.length + 1}
    >
      <Box ref={scroller} flex="1" overflowY="auto" role="presentation">
        <Box role="rowgroup" position="sticky" top="0" zIndex="1" bg="sheet">
          <Box role="row" display="grid" gridTemplateColumns={WIDTHS} borderBottomWidth="1px" borderColor="line" px="4">
            {columns.map(({ id, header }) => {
              const way = order.by !== id ? "none" : order.descending ? "descending" : "ascending";
              return (
                <Box
                  key={id}
                  role="columnheader"
                  data-wide={id === "rate" || undefined}
                  data-tablet={id === "label" || id === "passes" || undefined}
                  aria-sort={way}
                >
                  <Box asChild minH="target" display="flex" alignItems="center" gap="1.5" w="100%" cursor="pointer">
                    <button type="button" onClick={() => setOrder({ by: id, descending: way === "ascending" })}>
                      <Text as="span" kind="label">
                        {header}
                      </Text>
                      {way === "ascending" && <ArrowUp size={15} aria-hidden />}
                      {way === "descending" && <ArrowDown size={15} aria-hidden />}
                    </button>
                  </Box>
                </Box>
              );
            })}
          </Box>
        </Box>
        <Box position="relative" h={`${virtual.getTotalSize()}px`} role="rowgroup">
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = sorted[index]!;
            return (
              // biome-ignore lint/a11y/noStaticElementInteractions: the name in it is the button; the row only widens it for a glove
              // biome-ignore lint/a11y/useKeyWithClickEvents: as above
              <div
                key={row.id}
                {...rowAt(index + 2)}
                style={{ ...rowLook, transform: `translateY(${start}px)` }}
                onClick={() => onOpen(row)}
              >
                <Cells row={row} now={now} figures={figures} />
              </div>
            );
          })}
        </Box>
      </Box>
    </Flex>
  );
});

/** Drawn without the library: hundreds of these come and go while somebody scrolls or types. */
const colour = (token: string) => `var(--chakra-colors-${token})`;
const rowLook: CSSProperties = {
  position: "absolute",
  top: 0,
  left: 0,
  right: 0,
  height: ROW_PX,
  padding: "0 16px",
  display: "grid",
  gridTemplateColumns: WIDTHS,
  alignItems: "center",
  borderBottom: `1px solid ${colour("line")}`,
  cursor: "pointer",
};
const oneLine: CSSProperties = { overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap", display: "block" };
const nameLook: CSSProperties = {
  ...oneLine,
  fontSize: "calc(16px * var(--evrid-scale, 1))",
  fontWeight: 600,
  maxWidth: "100%",
  cursor: "pointer",
  // As tall as a finger, over the line below it.
  padding: "11px 0",
  margin: "-11px 0",
};
const underLook: CSSProperties = { ...oneLine, fontSize: "calc(14px * var(--evrid-scale, 1))", color: colour("soft") };
const softLook: CSSProperties = { color: colour("soft") };

const Cells = memo(function Cells({ row, now, figures }: { row: VehicleRow; now: number; figures: Figures }) {
  const { refrigerant, labelG, rate, passes } = row;
  const passing = passes === null ? null : passingWords(passes, now);
  const due = passes === null ? "later" : dueOf(passes, now);
  const under = [row.plate, row.owner === row.name ? "" : row.owner].filter(Boolean).join(", ");
  return (
    <>
      <div {...CELL} style={{ minWidth: 0, paddingRight: 12 }}>
        <button type="button" style={nameLook}>
          {row.name}
        </button>
        <span style={underLook}>{under || "\u00a0"}</span>
      </div>
      <div {...CELL} data-tablet>
        <div>{labelG === null ? "unknown" : figures.quantity(labelG, "g")}</div>
        <span style={underLook}>{refrigerant === null ? "" : refrigerantLabels[refrigerant]}</span>
      </div>
      <div {...CELL}>
        <div>{row.lastAt === "" ? "never" : dayOf(row.lastAt)}</div>
        <span style={underLook}>{visitsWords(row)}</span>
      </div>
      <div {...CELL} data-wide>
        {rate === null ? (
          <span style={softLook}>{vehicleTableText.neverWeighed}</span>
        ) : rate.basis === "sound-cars" ? (
          <span style={softLook}>{vehicleTableText.normal}</span>
        ) : (
          rateWords(rate, figures)
        )}
      </div>
      <div {...CELL} data-tablet>
        {passing === null ? (
          <span style={softLook}>{vehicleTableText.unknown}</span>
        ) : (
          <>
            <div
              style={
                due === "later" ? undefined : { fontWeight: 600, color: colour(due === "passed" ? "danger" : "wait") }
              }
            >
              {passing.likely}
            </div>
            <span style={underLook}>{passing.range}</span>
          </>
        )}
      </div>
    </>
  );
});
