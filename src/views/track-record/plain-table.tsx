import { Table } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface PlainTableProps {
  /** First column reads as words, the others as numbers. */
  head: readonly string[];
  rows: readonly { key: string; cells: readonly ReactNode[] }[];
  /** Columns that a phone leaves out, from 0. */
  secondary?: readonly number[];
}

/** Names in the first column, numbers in the others. */
export function PlainTable({ head, rows, secondary = [] }: PlainTableProps) {
  const shown = (i: number) => (secondary.includes(i) ? { base: "none", sm: "table-cell" } : "table-cell");
  return (
    <Table.ScrollArea>
      <Table.Root
        size="sm"
        css={{ "& td, & th": { px: "0", pe: "3", py: "1.5", bg: "sheet", borderColor: "line", fontSize: "md" } }}
      >
        <Table.Header>
          <Table.Row>
            {head.map((name, i) => (
              <Table.ColumnHeader
                key={name}
                display={shown(i)}
                color="soft"
                fontWeight="semibold"
                textAlign={i === 0 ? "start" : "end"}
              >
                {name}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map(({ key, cells }) => (
            <Table.Row key={key}>
              {cells.map((cell, i) => (
                <Table.Cell key={head[i]} display={shown(i)} textAlign={i === 0 ? "start" : "end"} whiteSpace="normal">
                  {cell}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Table.ScrollArea>
  );
}
