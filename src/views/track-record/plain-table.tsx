import { Table } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface PlainTableProps {
  /** First column reads as words, the others as numbers. */
  head: readonly string[];
  rows: readonly { key: string; cells: readonly ReactNode[] }[];
}

/** Names in the first column, numbers in the others. */
export function PlainTable({ head, rows }: PlainTableProps) {
  return (
    <Table.ScrollArea>
      <Table.Root
        size="sm"
        css={{ "& td, & th": { px: "0", pe: "3", py: "1.5", bg: "sheet", borderColor: "line", fontSize: "md" } }}
      >
        <Table.Header>
          <Table.Row>
            {head.map((name, i) => (
              <Table.ColumnHeader key={name} color="soft" fontWeight="semibold" textAlign={i === 0 ? "start" : "end"}>
                {name}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map(({ key, cells }) => (
            <Table.Row key={key}>
              {cells.map((cell, i) => (
                <Table.Cell
                  key={head[i]}
                  textAlign={i === 0 ? "start" : "end"}
                  whiteSpace={i === 0 ? "normal" : "nowrap"}
                >
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
