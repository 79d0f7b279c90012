"use client";

import { Box, Flex, Stack } from "@chakra-ui/react";
import { useState } from "react";
import { fields } from "@/core/records/fields";
import type { Container } from "@/core/records/stock/container";
import { entryValue } from "@/core/units/entry";
import type { ShopLedger } from "@/session/records/stock";
import { BenchButton } from "@/ui/buttons";
import { Card } from "@/ui/card";
import { useFigures } from "@/ui/figures";
import { Text } from "@/ui/text";
import { kindNames, originNames } from "@/words/ledger";
import { stockListText } from "@/words/screens/ledger";
import { ContainerForm } from "./container-form";
import { StockForm } from "./stock-form";

interface StockListProps {
  books: ShopLedger;
  chosen: string | null;
  onChoose: (id: string | null) => void;
}

/** Stock with contents; the selected cylinder with its acts. */
export function StockList({ books, chosen, onChoose }: StockListProps) {
  const [withOff, setWithOff] = useState(false);
  const off = books.containers.filter(({ retiredAt }) => retiredAt !== null).length;
  const shown = books.containers.filter(({ retiredAt }) => withOff || retiredAt === null);
  return (
    <Card title={stockListText.stock}>
      <Stack gap="0">
        {shown.map((container) => (
          <Standing
            key={container.id}
            container={container}
            books={books}
            open={chosen === container.id}
            onOpen={() => onChoose(chosen === container.id ? null : container.id)}
          />
        ))}
      </Stack>
      {shown.length === 0 && <Text kind="soft">{stockListText.noCylindersInStock}</Text>}
      {off > 0 && (
        <BenchButton kind="quiet" mt="2" aria-pressed={withOff} onClick={() => setWithOff(!withOff)}>
          {withOff ? stockListText.hideRetired : stockListText.showRetired(off)}
        </BenchButton>
      )}
    </Card>
  );
}

interface StandingProps {
  container: Container;
  books: ShopLedger;
  open: boolean;
  onOpen: () => void;
}

function Standing({ container, books, open, onOpen }: StandingProps) {
  const figures = useFigures();
  const heldG = books.held.get(container.id) ?? 0;
  const lowG = entryValue(fields.lowStock, container.low);
  const tareG = entryValue(fields.tare, container.tare);
  const low = container.retiredAt === null && lowG !== null && heldG < lowG;
  const [editing, setEditing] = useState(false);
  const what = [
    kindNames[container.kind],
    container.refrigerant ?? container.oil,
    container.refrigerant === null ? null : originNames[container.origin].toLowerCase(),
    container.retiredAt === null ? null : "retired",
  ].filter((part) => part !== null);
  return (
    <Box borderTopWidth="1px" borderColor="line" bg={open ? "band" : undefined} mx="-4" px="4">
      <Box asChild w="100%" textAlign="left" cursor="pointer" py="2">
        <button type="button" aria-expanded={open} onClick={onOpen}>
          <Flex gap="3" align="center">
            <Box flex="1" minW="0">
              <Text as="span" typed display="block" kind="lead" truncate>
                {container.name || "Unnamed"}
              </Text>
              <Text
                as="span"
                display="block"
                color={low ? "danger" : "soft"}
                fontWeight={low ? "semibold" : "normal"}
                fontSize="sm"
              >
                {low ? stockListText.lowUnder(figures.quantity(lowG, "g")) : ""}
                {what.join(", ")}
              </Text>
            </Box>
            <Text
              as="span"
              fontSize="xl"
              fontWeight="semibold"
              whiteSpace="nowrap"
              color={heldG < -0.5 ? "danger" : "ink"}
            >
              {figures.quantity(heldG, "g")}
            </Text>
          </Flex>
        </button>
      </Box>
      {open && (
        <Box pb="3">
          {heldG < -0.5 && <Text kind="alarm">{stockListText.moreRemovedThanReceivedWeigh}</Text>}
          {tareG !== null && (
            <Text kind="aside">
              {stockListText.tareExpectedOnTheScale(figures.quantity(tareG, "g"), figures.quantity(tareG + heldG, "g"))}
            </Text>
          )}
          {editing ? (
            <ContainerForm container={container} onClose={() => setEditing(false)} />
          ) : (
            <StockForm container={container} heldG={heldG} books={books} onEdit={() => setEditing(true)} />
          )}
        </Box>
      )}
    </Box>
  );
}
