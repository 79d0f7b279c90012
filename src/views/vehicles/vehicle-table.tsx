"use client";

import { Box, Flex } from "@chakra-ui/react";
import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFns,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp } from "lucide-react";
import { type CSSProperties, memo, useMemo, useRef } from "react";
import type { VehicleRow } from "@/core/records/vehicle-row";
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
const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel(), sortFns });
const helper = createColumnHelper<typeof features, VehicleRow>();
const columns = helper.columns([
  helper.accessor((row) => row.name.toLowerCase(), { id: "name", header: commonText.vehicle, sortFn: "basic" }),
  helper.accessor((row) => row.labelG ?? -1, { id: "label", header: vehicleTableText.label, sortFn: "basic" }),
  helper.accessor("lastAt", { id: "last", header: vehicleTableText.lastVisit, sortFn: "basic" }),
  helper.accessor((row) => row.rate?.high ?? -1, { id: "rate", header: vehicleTableText.loses, sortFn: "basic" }),
  helper.accessor((row) => row.passes?.likely ?? row.passes?.earliest ?? "9999", {
    id: "passes",
    header: vehicleTableText.below85,
    sortFn: "basic",
  }),
]);
/** Width of each column, so that head and rows agree. */
const WIDTHS = "var(--vehicle-columns)";
const WIDE = "minmax(0, 1fr) 118px 118px 140px 176px";
/** Without what it loses, which stands on its own page. */
const NARROW = "minmax(0, 1fr) 84px 110px 168px";
/** A grid of plain boxes; what they are to a screen reader. */
const rowAt = (place: number) => ({ role: "row", "aria-rowindex": place });
const CELL = { role: "cell" } as const;
const onWide = { base: "none", lg: "block" } as const;

/** Thousands of vehicles, of which only those in sight are drawn; sorted by any column. */
export const VehicleTable = memo(function VehicleTable({ rows, now, onOpen }: VehicleTableProps) {
  const figures = useFigures();
  const table = useTable({ features, columns, data: rows, initialState: { sorting: [{ id: "last", desc: true }] } });
  const sorted = table.getRowModel().rows;
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 4,
  });
  const heads = useMemo(() => table.getHeaderGroups()[0]!.headers, [table]);
  return (
    <Flex
      direction="column"
      flex="1"
      minH="200px"
      bg="sheet"
      borderWidth="1px"
      borderColor="line"
      rounded="card"
      overflow="hidden"
      role="table"
      css={{ "--vehicle-columns": { base: NARROW, lg: WIDE }, "& [data-wide]": { display: onWide } }}
      aria-label={commonText.vehicles}
      aria-rowcount={sorted.length + 1}
    >
      <Box ref={scroller} flex="1" overflowY="auto" role="presentation">
        <Box role="rowgroup" position="sticky" top="0" zIndex="1" bg="sheet">
          <Box role="row" display="grid" gridTemplateColumns={WIDTHS} borderBottomWidth="1px" borderColor="line" px="4">
            {heads.map(({ column, id }) => {
              const way = column.getIsSorted();
              return (
                <Box
                  key={id}
                  role="columnheader"
                  data-wide={id === "rate" || undefined}
                  aria-sort={way === "asc" ? "ascending" : way === "desc" ? "descending" : "none"}
                >
                  <Box asChild minH="target" display="flex" alignItems="center" gap="1.5" w="100%" cursor="pointer">
                    <button type="button" onClick={() => column.toggleSorting()}>
                      <Text as="span" fontSize="14px" fontWeight="600" color="soft">
                        {String(column.columnDef.header)}
                      </Text>
                      {way === "asc" && <ArrowUp size={15} aria-hidden />}
                      {way === "desc" && <ArrowDown size={15} aria-hidden />}
                    </button>
                  </Box>
                </Box>
              );
            })}
          </Box>
        </Box>
        <Box position="relative" h={`${virtual.getTotalSize()}px`} role="rowgroup">
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = sorted[index]!.original;
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
const nameLook: CSSProperties = { ...oneLine, fontSize: 17, fontWeight: 650, maxWidth: "100%", cursor: "pointer" };
const underLook: CSSProperties = { ...oneLine, fontSize: 14, color: colour("soft") };
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
      <div {...CELL}>
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
      <div {...CELL}>
        {passing === null ? (
          <span style={softLook}>{vehicleTableText.unknown}</span>
        ) : (
          <>
            <div
              style={
                due === "later" ? undefined : { fontWeight: 650, color: colour(due === "passed" ? "act" : "wait") }
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
