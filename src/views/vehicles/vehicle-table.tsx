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
import { useMemo, useRef } from "react";
import type { VehicleRow } from "@/core/records/vehicle-row";
import type { Figures } from "@/core/units/figures";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { refrigerantLabels } from "@/words/job";
import { dayOf, dueOf, passingWords, rateWords } from "@/words/vehicles";

interface VehicleTableProps {
  rows: VehicleRow[];
  now: number;
  onOpen: (row: VehicleRow) => void;
}

const ROW_PX = 62;
const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel(), sortFns });
const helper = createColumnHelper<typeof features, VehicleRow>();
const columns = helper.columns([
  helper.accessor((row) => row.name.toLowerCase(), { id: "name", header: "Vehicle", sortFn: "basic" }),
  helper.accessor((row) => row.labelG ?? -1, { id: "label", header: "Label", sortFn: "basic" }),
  helper.accessor("lastAt", { id: "last", header: "Last here", sortFn: "basic" }),
  helper.accessor((row) => row.rate?.high ?? -1, { id: "rate", header: "Loses", sortFn: "basic" }),
  helper.accessor((row) => row.passes?.likely ?? row.passes?.earliest ?? "9999", {
    id: "passes",
    header: "Below 85 %",
    sortFn: "basic",
  }),
]);
/** Of each column, so that head and rows agree. */
const WIDTHS = "minmax(0, 1fr) 118px 118px 140px 176px";

/** Thousands of vehicles, of which only those in sight are drawn; sorted by any column. */
export function VehicleTable({ rows, now, onOpen }: VehicleTableProps) {
  const figures = useFigures();
  const table = useTable({ features, columns, data: rows, initialState: { sorting: [{ id: "last", desc: true }] } });
  const sorted = table.getRowModel().rows;
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 8,
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
      aria-label="Vehicles"
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
              <Box
                key={row.id}
                role="row"
                aria-rowindex={index + 2}
                position="absolute"
                top="0"
                left="0"
                right="0"
                h={`${ROW_PX}px`}
                px="4"
                display="grid"
                gridTemplateColumns={WIDTHS}
                alignItems="center"
                borderBottomWidth="1px"
                borderColor="line"
                cursor="pointer"
                _hover={{ bg: "band" }}
                style={{ transform: `translateY(${start}px)` }}
                onClick={() => onOpen(row)}
              >
                <Cells row={row} now={now} figures={figures} onOpen={onOpen} />
              </Box>
            );
          })}
        </Box>
      </Box>
    </Flex>
  );
}

function Cells({
  row,
  now,
  figures,
  onOpen,
}: {
  row: VehicleRow;
  now: number;
  figures: Figures;
  onOpen: VehicleTableProps["onOpen"];
}) {
  const { refrigerant, labelG, rate, passes } = row;
  const passing = passes === null ? null : passingWords(passes, now);
  const due = passes === null ? "later" : dueOf(passes, now);
  const under = [row.plate, row.owner === row.name ? "" : row.owner].filter(Boolean).join(", ");
  return (
    <>
      <Box role="cell" minW="0" pr="3">
        <Box asChild textAlign="left" maxW="100%" cursor="pointer">
          <button type="button" onClick={() => onOpen(row)}>
            <Text as="span" typed display="block" fontSize="17px" fontWeight="650" truncate>
              {row.name}
            </Text>
          </button>
        </Box>
        <Text typed color="soft" fontSize="14px" truncate>
          {under || " "}
        </Text>
      </Box>
      <Box role="cell">
        <Text>{labelG === null ? "not known" : figures.quantity(labelG, "g")}</Text>
        <Text color="soft" fontSize="14px">
          {refrigerant === null ? " " : refrigerantLabels[refrigerant]}
        </Text>
      </Box>
      <Box role="cell">
        <Text>{row.lastAt === "" ? "never" : dayOf(row.lastAt)}</Text>
        <Text color="soft" fontSize="14px">
          {row.visits === 1 ? "one visit" : `${row.visits} visits`}
        </Text>
      </Box>
      <Box role="cell">
        {rate === null ? (
          <Text color="soft">not weighed yet</Text>
        ) : rate.basis === "sound-cars" ? (
          <Text color="soft">as sound cars</Text>
        ) : (
          <Text>{rateWords(rate, figures)}</Text>
        )}
      </Box>
      <Box role="cell">
        {passes === null ? (
          <Text color="soft">not known</Text>
        ) : (
          <>
            <Text
              fontWeight={due === "later" ? "400" : "650"}
              color={due === "passed" ? "act" : due === "soon" ? "wait" : "ink"}
            >
              {passing!.likely}
            </Text>
            <Text color="soft" fontSize="14px">
              {passing!.range || " "}
            </Text>
          </>
        )}
      </Box>
    </>
  );
}
