"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { format } from "date-fns";
import Link from "next/link";
import { useMemo, useRef, useState } from "react";
import type { Container } from "@/core/records/stock/container";
import { placeOf } from "@/core/records/stock/entry";
import type { BookLine } from "@/core/records/stock/lines";
import { reasonOf } from "@/core/result";
import { reverseStock, type ShopLedger } from "@/session/records/stock";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { TextField } from "@/ui/fields/text-field";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { actName, placeName, yearName } from "@/words/ledger";
import { bookTableText } from "@/words/screens/ledger";

interface BookTableProps {
  books: Pick<ShopLedger, "lines" | "vehicles" | "counters">;
  byId: ReadonlyMap<string, Container>;
  /** Only what moved in or out of this one. */
  container: string | null;
  name: string | null;
  onAll: () => void;
  /** More lines are on their way. */
  partial?: boolean;
}

const ROW_PX = 60;
const TALL_PX = 430;

/** Lines of a container, or of all, in which every word of a query stands. */
function linesFound(
  books: BookTableProps["books"],
  byId: ReadonlyMap<string, Container>,
  container: string | null,
  query: string,
): BookLine[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const place = container === null ? null : placeOf(container);
  const textOf = (line: BookLine) =>
    `${actName(line)} ${yearName(line)} ${books.vehicles.get(line.jobId ?? "") ?? ""} ${line.technician} ${line.remark} ${placeName(line.from, byId)} ${placeName(line.to, byId)}`.toLowerCase();
  return books.lines.filter(
    (line) =>
      (place === null || line.from === place || line.to === place) &&
      (words.length === 0 || words.every((word) => textOf(line).includes(word))),
  );
}

/** Every line of the books, the newest first; of thousands only those in sight are drawn. */
export function BookTable({ books, byId, container, name, onAll, partial = false }: BookTableProps) {
  const [query, setQuery] = useState("");
  const lines = useMemo(() => linesFound(books, byId, container, query), [books, byId, container, query]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 6,
  });
  return (
    <Card
      title={
        name === null
          ? partial
            ? bookTableText.ledgerNewestEntries
            : bookTableText.ledger(lines.length === 1 ? bookTableText.oneEntry : bookTableText.entries(lines.length))
          : bookTableText.ledgerOf(name)
      }
      aside={
        container !== null && (
          <BenchButton kind="quiet" onClick={onAll}>
            {bookTableText.allCylinders}
          </BenchButton>
        )
      }
    >
      <TextField
        label={bookTableText.findAnEntry}
        value={query}
        placeholder={bookTableText.vehicleTechnicianActionCylinder}
        onChange={setQuery}
      />
      {lines.length === 0 ? (
        <Text kind="soft" mt="2">
          {bookTableText.noEntryMatches}
        </Text>
      ) : (
        <Box
          ref={scroller}
          mt="2"
          h={`${Math.min(TALL_PX, Math.max(virtual.getTotalSize(), ROW_PX))}px`}
          overflowY="auto"
          tabIndex={0}
          role="list"
          aria-label={bookTableText.ledgerEntries}
        >
          <Box position="relative" h={`${virtual.getTotalSize()}px`} role="presentation">
            {virtual.getVirtualItems().map(({ index, start }) => (
              <Box
                key={lines[index]!.id}
                ref={virtual.measureElement}
                data-index={index}
                role="listitem"
                position="absolute"
                top="0"
                left="0"
                right="0"
                minH={`${ROW_PX}px`}
                py="1"
                borderTopWidth="1px"
                borderColor="line"
                style={{ transform: `translateY(${start}px)` }}
              >
                <Line line={lines[index]!} books={books} byId={byId} />
              </Box>
            ))}
          </Box>
        </Box>
      )}
    </Card>
  );
}

function Line({
  line,
  books,
  byId,
}: {
  line: BookLine;
  books: BookTableProps["books"];
  byId: ReadonlyMap<string, Container>;
}) {
  const figures = useFigures();
  const [failure, setFailure] = useState<string | null>(null);
  const vehicle = line.jobId === null ? null : (books.vehicles.get(line.jobId) ?? bookTableText.removedJob);
  const takesBack = books.counters.has(line.id);
  const under = [vehicle, line.technician, line.remark].filter(Boolean).join(", ");
  return (
    <Flex gap="3" align="center" minH="52px" color={line.void ? "soft" : "ink"}>
      <Text flex="0 0 92px" kind="note" display={{ base: "none", sm: "block" }}>
        {format(new Date(line.at), "d MMM yy")}
      </Text>
      <Box flex="1" minW="0">
        <Text textDecoration={line.void ? "line-through" : undefined}>
          {bookTableText.to(
            takesBack ? "Reversed: " : "",
            actName(line),
            placeName(line.from, byId),
            placeName(line.to, byId),
          )}
        </Text>
        <Text typed color={failure === null ? "soft" : "danger"} fontSize="sm">
          {failure ?? (under || yearName(line))}
        </Text>
      </Box>
      <Text flex="0 0 auto" kind="lead" whiteSpace="nowrap">
        {`${line.estimated ? "≈ " : ""}${figures.quantity(line.grams, "g", line.grams < 20 ? 1 : 0)}`}
      </Text>
      <Box flex={{ base: "0 0 auto", sm: "0 0 104px" }} textAlign="right">
        {line.jobId !== null ? (
          <BenchButton asChild kind="quiet" px="3">
            <Link
              href={`/job/${encodeURIComponent(line.jobId)}/sign-off`}
              aria-label={bookTableText.openJobOf(vehicle ?? "")}
            >
              {bookTableText.openJob}
            </Link>
          </BenchButton>
        ) : (
          !line.void && (
            <BenchButton
              kind="quiet"
              px="3"
              onClick={() => reverseStock(line.id).catch((error: unknown) => setFailure(reasonOf(error)))}
            >
              {bookTableText.reverse}
            </BenchButton>
          )
        )}
      </Box>
    </Flex>
  );
}
